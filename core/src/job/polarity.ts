import { partOf, type LaidCard } from '../card';
import { figuresIn } from '../quantity';

/** Kinds of parts that stand one way only. */
export const oneWayKinds: ReadonlySet<LaidCard['parts'][number]['kind']> = new Set([
  'electrolytic',
  'diode',
  'pin-diode',
  'varactor',
  'transistor',
  'fet',
  'power-transistor',
  'module',
  'ic',
  'regulator-ic',
]);
/** Letters of designators of such parts, where no card says what they are. */
const letters = /^(?:D|Q|T|TR|IC|U|ZD|LED|REG)\d/;
const bothWays = /\b(?:bipolar|non-?polari[sz]ed|np0?|film|poly\w*|mylar|ceramic|mica|mlcc|paper)\b/i;
/** From so much on a capacitor of which no more is known is an electrolytic. */
const electrolyticF = 0.47e-6;

/**
 * Whether a part stands one way only, so that how the old one stood has to be noted before it comes out.
 * @param value what is in, or is to go in: `220u 25v`, `1 µF film`
 */
export function hasPolarity(designator: string, value: string, card: LaidCard | undefined): boolean {
  const part = card && partOf(card, designator);
  if (part) return oneWayKinds.has(part.kind) && !(part.kind === 'electrolytic' && bothWays.test(`${part.value} ${part.rating ?? ''}`));
  if (letters.test(designator)) return true;
  return /^C\d/.test(designator) && !bothWays.test(value) && (figuresIn(value).F ?? 0) >= electrolyticF;
}
