import type { TraceModel } from '../trace';
import { byHalves } from './by-halves';
import { byTrace } from './by-trace';
import type { HiddenCase } from './hidden-case';
import type { Grade } from './practice-records';
import type { Search } from './search';
import { searchCase } from './search-case';

/** Minutes that a search counts for which came to nothing: a set that comes back. */
const inVain = 180;

/** What a search cost. */
export const searchCost = ({ cured, minutes }: Search): number => (cured ? Math.min(minutes, inVain) : inVain);

/** Up to so many minutes each grade goes; beyond the last it is the hardest. Drawn so that each holds about a fifth, the hardest a twelfth. */
const upTo: readonly (readonly [number, Grade])[] = [
  [35, 'first-week'],
  [60, 'first-year'],
  [95, 'journeyman'],
  [150, 'old-hand'],
];

export interface Measured {
  readonly grade: Grade;
  /** Minutes that it cost a good searcher and a plain one, on the mean. */
  readonly minutes: number;
  readonly tests: number;
}

/** How hard a case is, as measured: what it costs the engine and what it costs plain halving, each of which may be wrong. */
export function measureCase(one: HiddenCase, model: TraceModel): Measured {
  const search = searchCase(one, model);
  const [good, plain] = [byTrace(search, { patient: true }), byHalves(search)];
  const minutes = (searchCost(good) + searchCost(plain)) / 2;
  return { grade: upTo.find(([most]) => minutes <= most)?.[1] ?? 'nobody', minutes: Math.round(minutes), tests: good.tests };
}
