import { partOf, type Card } from '../card';
import { plainName } from '../line';

/** Another card, and which of its parts do what those of this one do. */
export interface Sister {
  readonly card: Card;
  /** Telling values that both have: integrated circuits, transistors, filters, crystals, valves. */
  readonly alike: readonly string[];
}

/** Parts by which a circuit is known again: a resistor of 10 kΩ stands in every set. */
const telling: ReadonlySet<Card['parts'][number]['kind']> = new Set([
  ...(['crystal', 'ceramic-filter', 'pin-diode', 'varactor', 'transistor', 'fet', 'power-transistor'] as const),
  ...(['module', 'ic', 'regulator-ic', 'valve'] as const),
]);

const valuesOf = ({ parts }: Card): ReadonlyMap<string, string> =>
  new Map(parts.flatMap(({ kind, value }) => (telling.has(kind) && plainName(value) ? [[plainName(value), value] as const] : [])));

/** Other cards, those first that have most parts in common by which a circuit is known; then those of the same kind of set. */
export function sistersOf(own: Card, cards: readonly Card[]): readonly Sister[] {
  const values = valuesOf(own);
  return cards
    .filter(({ id }) => id !== own.id)
    .map((card) => ({ card, alike: [...valuesOf(card)].flatMap(([plain, value]) => (values.has(plain) ? [value] : [])) }))
    .sort(
      (a, b) =>
        b.alike.length - a.alike.length ||
        Number(b.card.kind === own.kind) - Number(a.card.kind === own.kind) ||
        a.card.chassis.localeCompare(b.card.chassis),
    );
}

/** The parts of another card that have the value of a part of this one. */
export function sameValue(own: Card, designator: string, other: Card): readonly string[] {
  const value = plainName(partOf(own, designator)?.value ?? '');
  return value ? other.parts.filter((part) => plainName(part.value) === value).map((part) => part.designator) : [];
}
