import type { Card, CardFunction, TestPoint } from '../../core/src/card';
import { kinTable } from './kin-table';

/** What of a kind's card stands for what of a set: sections by what they are called and do, functions by what they are tried at. */
export interface Kin {
  /** Stages of the kind by section of the set; those that have none are left out. */
  readonly section: ReadonlyMap<string, readonly string[]>;
  /** Function of the set by function of the kind. */
  readonly fn: ReadonlyMap<string, CardFunction>;
  /** Point of the set by point of the kind. */
  readonly point: ReadonlyMap<string, TestPoint>;
}

const dull = new Set(['and', 'of', 'the', 'to', 'with', 'm', 'a', 'b', 'c', 'd']);
const wordsOf = (name: string): Set<string> =>
  new Set(
    name
      .toLowerCase()
      .split(/[^a-z0-9/.-]+/)
      .filter((word) => word && !dull.has(word)),
  );
const common = (a: Set<string>, b: Set<string>): number => [...a].filter((word) => b.has(word)).length;

/** Alike in words, but not the same to try: channels that change are not yet channels that lock. */
const notTheSame = new Set([
  'dunvick-post-6 all-channels-lock channels-change',
  'dunvick-post-6 display-and-keys data-ptt',
  // This card tries a squelch with a signal, the others without.
  'dunvick-post-6 squelch-closes squelch-closes',
  'murrelo-twin squelch-vhf-opens-on-a-signal squelch-closes',
  'murrelo-twin squelch-uhf-opens-on-a-signal squelch-closes',
  'oxbrae-gannet squelch-opens-on-a-signal squelch-closes',
  'oxbrae-ob12 squelch-opens-on-a-signal squelch-closes',
  'oxbrae-ob7 squelch-opens-on-a-signal squelch-closes',
]);

/** Whether a point only asks if anything is there. */
export const isPresence = ({ expect }: TestPoint): boolean =>
  expect.every(({ high, nominal }) => high === undefined && nominal === undefined);

export function kinOf(full: Card, kind: Card, modeOf: (mode: string | undefined) => string | undefined): Kin {
  const section = kinTable(
    full.id,
    full.sections.map(({ id }) => id),
    kind.sections.map(({ id }) => id),
  );
  const fn = new Map<string, CardFunction>();
  for (const usual of kind.functions) {
    const fits = full.functions.filter(
      (own) =>
        own.group === usual.group &&
        !notTheSame.has(`${full.id} ${usual.id} ${own.id}`) &&
        (usual.group === 'control' ||
          ((modeOf(usual.condition.mode) === own.condition.mode || own.condition.mode === undefined) &&
            (usual.condition.band === own.condition.band || own.condition.band === undefined || usual.condition.band === undefined))),
    );
    const scored = fits.map((own) => ({ own, score: common(wordsOf(own.name), wordsOf(usual.name)) })).sort((a, b) => b.score - a.score)[0];
    const most = Math.max(1, scored ? Math.min(wordsOf(scored.own.name).size, wordsOf(usual.name).size) : 1);
    if (scored && (usual.group !== 'control' || scored.score / most >= 0.5)) fn.set(usual.id, scored.own);
  }
  const point = new Map<string, TestPoint>();
  for (const usual of kind.testPoints) {
    const fits = full.testPoints.filter(
      (own) =>
        (own.unit === usual.unit || isPresence(usual)) &&
        section.get(own.section)?.includes(usual.section) &&
        own.sees === usual.sees &&
        own.expect.length > 0,
    );
    if (fits[0]) point.set(usual.id, fits[0]);
  }
  return { section, fn, point };
}
