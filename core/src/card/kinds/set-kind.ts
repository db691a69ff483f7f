import type { Card } from '../card-schema';
import type { CardTexts, TextList } from '../notation';

/**
 * What is usual for a kind of set, as lines that make a card. A line may begin with `[AM FM]` (only with one of these modes) or `[bands]`
 * (only where bands are named); `{mode}` and `{band}` in it make a line of each mode or band that the set has, `{n}` being the number of the band;
 * `{own band}` stands for what is left away, as a line or as a step of a route, where no bands are named. Every figure is typical
 * of the kind, and says so until it is known of the chassis.
 */
export interface SetKind extends Partial<Readonly<Record<TextList, string>>> {
  readonly id: string;
  readonly name: string;
  readonly kind: Card['kind'];
  readonly supply: Card['supply'];
  /** Modes it may have; those that are usual stand first, `usualModes` of them. */
  readonly modes: readonly string[];
  readonly usualModes: number;
  /** Bands it may have; none where the kind has but one. */
  readonly bands: readonly string[];
  readonly usualBands: number;
  /** Its usual intermediate frequency before the detector, in hertz, for signals that are put in there. */
  readonly ifHz?: number;
  readonly channelPlan?: string;
  readonly channels?: Card['channels'];
  readonly sections: string;
  readonly functions: string;
  /** What such a set cannot do, so that nobody looks for it. */
  readonly lacks?: readonly string[];
}

export const mobile: Card['supply'] = { kind: 'dc', nominalV: 13.8, currentLimitA: 3 };
export const mains: Card['supply'] = { kind: 'mains', nominalV: 230, currentLimitA: 2 };

/** Lines with the modes and bands that a set has put into them; what is for others is left away. */
export function withModes(text: string, modes: readonly string[], bands: readonly string[]): string {
  return text
    .split('\n')
    .flatMap((line): string[] => {
      const [, only, said = line] = /^\[([^\]]+)\]\s*(.*)$/.exec(line.trim()) ?? [];
      const wanted = only?.split(/\s+/);
      if (wanted?.[0] === 'bands' && bands.length === 0) return [];
      const named = wanted?.filter((word) => word !== 'bands') ?? [];
      // What each band has for itself: a line of it, or a step of a route.
      const ownBands = bands.length ? said.replaceAll('{own band}', '{band}') : said.replace(/ > [^>\n]*\{own band\}[^>\n]*/g, '');
      if (ownBands.includes('{own band}')) return [];
      const own = named.length ? modes.filter((mode) => named.includes(mode)) : modes;
      if (named.length && own.length === 0) return [];
      const byMode = ownBands.includes('{mode}') && own.length ? own.map((mode) => ownBands.replaceAll('{mode}', mode)) : [ownBands];
      return byMode.flatMap((each) =>
        each.includes('{band}') && bands.length
          ? bands.map((band, i) => each.replaceAll('{band}', band).replaceAll('{n}', String(i + 1)))
          : [each.replaceAll('{n}', '1')],
      );
    })
    .map((line) =>
      line
        .replace(/\{(?:mode|band)\}/g, '')
        .replace(/,\s*(?=[,)|])/g, '')
        .replace(/\(\s*,\s*/g, '(')
        .replace(/ {2,}/g, ' ')
        .trim(),
    )
    .filter(Boolean)
    .join('\n');
}

/** The lists of a kind as one types them into a card. */
export function kindTexts(kind: SetKind, modes: readonly string[], bands: readonly string[]): Pick<CardTexts, TextList> {
  const made = (list: TextList): string => withModes(kind[list] ?? '', modes, bands);
  return {
    sections: made('sections'),
    functions: made('functions'),
    points: made('points'),
    parts: made('parts'),
    tests: made('tests'),
    checks: made('checks'),
    cautions: made('cautions'),
    injections: made('injections'),
    alignment: made('alignment'),
    access: made('access'),
    forcings: made('forcings'),
    plan: made('plan'),
    tunings: made('tunings'),
    levels: made('levels'),
    pins: made('pins'),
    models: made('models'),
    options: made('options'),
  };
}
