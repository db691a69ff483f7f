import { accessChain } from '../card';
import type { Unit } from '../quantity';
import { proofAfter, proofChance, type TestModel } from './bench-test';
import { amongFaulty, bits } from './infer';
import type { TraceModel } from './model';
import { onceMore, type Results } from './repeats';
import { cost, leastBits, leastChance, leastShare, shortlist } from './tables/probe-costs';
import { activeOf, bitsLeft, bitsLeftLocally, bitsToGo, cellsOf, splitInto, splitRoom, xlogx, type Active, type Split } from './worth';

/** What is already known about the bench and the set when the next test is sought. */
export interface BenchState {
  /** Units the bench has an instrument for; undefined when every one is at hand. */
  readonly measures?: readonly Unit[];
  /** Access steps that are already off. */
  readonly opened: ReadonlySet<string>;
  /** The instrument used last. */
  readonly inHand?: string;
  /** The set may get no power now: only what is done cold is offered. */
  readonly cold?: boolean;
  /** A healthy set of this chassis stands by. */
  readonly healthySet?: boolean;
  /** A supply has been read low or dead, so that lifting feeds may tell something. */
  readonly railBad?: boolean;
  readonly answered: ReadonlySet<string>;
  /** Tests that a stop still wants: offered whatever they tell. */
  readonly wanted?: ReadonlySet<string>;
  /** Results that may be had once more, by test. */
  readonly again?: ReadonlyMap<string, Results>;
  /** Shares of the parts that have measured good, by section. */
  readonly goodShares?: ReadonlyMap<string, number>;
}

/** A test that may be done, with what it is worth and costs now. */
export interface Candidate {
  readonly test: TestModel;
  readonly gain: number;
  readonly minutes: number;
  /** Minutes with turning to it, danger and heat. */
  readonly price: number;
  readonly open: readonly string[];
  readonly cannot?: string;
  rank: number;
}

const missing = (test: TestModel, measures: readonly Unit[] | undefined): string | undefined => {
  const reads = test.kind === 'reading' || test.kind === 'comparison';
  if (!reads || !measures || measures.includes(test.instrument as Unit)) return undefined;
  return `nothing on this bench reads ${test.instrument}`;
};

const heated = new Set<TestModel['kind']>(['proof', 'lift', 'unload', 'remedy']);

/** What a test costs now: its own minutes, taking up the instrument, and what is still to be opened. */
export function priceOf(
  model: TraceModel,
  test: TestModel,
  options: Pick<BenchState, 'opened' | 'inHand'>,
): { minutes: number; price: number; open: string[] } {
  const open = accessChain(model.card, test.access).filter((step) => !options.opened.has(step.id));
  const change = test.instrument !== 'none' && test.instrument !== options.inHand ? cost.changeInstrument : 0;
  const minutes = test.minutes + change + open.reduce((sum, step) => sum + step.minutes, 0);
  const heat = heated.has(test.kind) && test.remedy !== 'reseat' && test.remedy !== 'clean' ? cost.heatRisk : 0;
  return { minutes, price: minutes + cost.turnTo + cost.hazard[test.hazard] + heat, open: open.map((step) => step.remove) };
}

/** Whether it is done on a set without power: looking, a part measured out of circuit, a resistance. */
const isCold = ({ kind, instrument }: TestModel): boolean =>
  kind === 'inspect' || kind === 'proof' || (kind === 'reading' && instrument === 'ohm');

/** Whether a test may be offered at all in this state; `most` caps the chance from which on local acts are offered. */
function offered(test: TestModel, standing: ReadonlyMap<string, number>, options: BenchState, most: number): boolean {
  if (options.cold && !isCold(test)) return false;
  if (options.wanted?.has(test.id)) return true;
  if (options.answered.has(test.id)) return options.again?.has(test.id) ?? false;
  if (test.kind === 'comparison') return options.healthySet === true;
  if ((test.kind === 'lift' || test.kind === 'unload') && !options.railBad) return false;
  const act = test.kind === 'proof' && test.reach.has(test.subject) ? 'stageProof' : test.kind;
  if (!(act in leastChance)) return true;
  const least = Math.min(most, leastChance[act as keyof typeof leastChance]);
  for (const id of test.reach.keys()) if ((standing.get(id) ?? 0) >= least) return true;
  return false;
}

/** Where a job stands: the chances, in the shapes in which ranking needs them. */
export interface Standing {
  /** Chance of each cell to be among the faulty. */
  readonly among: Float64Array;
  /** The single faults alone, and all hypotheses that still count. */
  readonly singles: Active;
  readonly full: Active;
  /** Room for two splits, so that none is made anew. */
  readonly rooms: readonly [Split, Split];
}

export function standingOf(model: TraceModel, chances: Float64Array): Standing {
  const { space } = model;
  const most = Math.max(0, ...model.tests.map((t) => t.outcomes.length));
  return {
    among: amongFaulty(model, chances),
    singles: activeOf(space, chances, space.single),
    full: activeOf(space, chances, space.count),
    rooms: [splitRoom(space, most), splitRoom(space, most)],
  };
}

export const byRank = (a: Candidate, b: Candidate): number => b.rank - a.rank || a.minutes - b.minutes;

/** A test with what has been seen already reckoned in: parts of its section that measured good, or its own result so far. */
function asItStands(model: TraceModel, test: TestModel, state: BenchState): TestModel {
  const shown = state.again?.get(test.id);
  if (shown) return onceMore(model.space, test, shown);
  const good = test.kind === 'proof' ? (state.goodShares?.get([...test.reach.keys()][0] ?? '') ?? 0) : 0;
  if (good === 0) return test;
  return proofAfter(model.card, model.space, test, Math.min(0.96, proofChance(model.partShare.get(test.subject) ?? 1, good)));
}

/** Every test that may be offered, weighed by the single faults alone. */
function roughly(model: TraceModel, { among, singles, rooms }: Standing, state: BenchState, mostChance: number): Candidate[] {
  const { space } = model;
  const chanceOf = new Map(model.sections.map((id, i) => [id, among[i] ?? 0]));
  const cells = cellsOf(space, singles);
  const inside = cells.reduce((sum, p) => sum + xlogx(p), 0);
  const now = bits(cells);
  const single = new Float64Array(space.single);
  singles.at.forEach((h, a) => (single[h] = singles.chance[a] ?? 0));
  return model.tests.flatMap((listed): Candidate[] => {
    if (!offered(listed, chanceOf, state, mostChance)) return [];
    const test = asItStands(model, listed, state);
    const left = test.local
      ? bitsLeftLocally(space, test.local, single, cells, inside)
      : bitsLeft(splitInto(rooms[0], space, test, singles));
    const gain = now - left;
    const cannot = missing(test, state.measures);
    const price = priceOf(model, test, state);
    return [{ test, gain, ...price, ...(cannot ? { cannot } : {}), rank: gain / price.price }];
  });
}

/**
 * The tests worth doing: most are passed over by the single faults alone, the rest are weighed against every hypothesis.
 * @param mostGain so many, first by what they tell, are kept whatever they cost.
 * @param mostChance caps the chance from which on local acts are offered.
 */
export function candidatesOf(model: TraceModel, standing: Standing, state: BenchState, mostGain: number, mostChance = 1): Candidate[] {
  const { space } = model;
  const { full, rooms } = standing;
  const rough = roughly(model, standing, state, mostChance);
  const shortlisted = new Set([
    ...[...rough].sort(byRank).slice(0, shortlist),
    ...[...rough].sort((a, b) => b.gain - a.gain).slice(0, mostGain),
  ]);
  const now = bits(cellsOf(space, full));
  const isWanted = ({ test }: Candidate): boolean => state.wanted?.has(test.id) ?? false;
  const all = rough
    .filter((c) => shortlisted.has(c) || isWanted(c))
    .map((c): Candidate => {
      const split = splitInto(rooms[0], space, c.test, full);
      const gain = Math.max(0, now - bitsLeft(split));
      return { ...c, gain, rank: Math.max(0, now - bitsToGo(split)) / (c.price + cost.eachStep) };
    })
    .filter((c) => c.gain >= leastBits || isWanted(c));
  const best = Math.max(0, ...all.filter((c) => !c.cannot).map((c) => c.gain));
  return all.filter((c) => c.gain >= leastShare * best || isWanted(c));
}
