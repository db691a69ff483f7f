import type { Card, Condition, TestPoint } from '../card';
import { localLook } from './looks';
import type { Reach } from './reach';
import { localRowsOf, rowsOf, soundRow, spread, type LocalRows, type Look } from './rows';
import type { Space } from './space';
import { proof } from './tables/bench-acts';
import type { Remedy } from '../words';
import { partWeight, unnamedWeight } from './tables/prior-weights';
import type { cost } from './tables/probe-costs';

export const testKinds = [
  'function',
  'reading',
  'comparison',
  'injection',
  'forcing',
  'tap',
  'inspect',
  'lift',
  'unload',
  'remedy',
  'proof',
] as const;
export type TestKind = (typeof testKinds)[number];

/** Something that can be done next. */
export interface BenchTest {
  readonly id: string;
  readonly kind: TestKind;
  /** Function, point, injection, forcing, section or part it is about; of a proof a section where all its parts are meant. */
  readonly subject: string;
  readonly title: string;
  readonly condition: Condition;
  readonly outcomes: readonly string[];
  readonly reach: Reach;
  readonly minutes: number;
  readonly access?: string;
  readonly instrument: string;
  readonly hazard: keyof typeof cost.hazard;
  readonly point?: TestPoint;
  readonly expectation?: TestPoint['expect'][number];
  readonly remedy?: Remedy;
}

/** A test with the chance of each outcome under each hypothesis. */
export interface TestModel extends BenchTest {
  /** For each outcome a row, by hypothesis; over the outcomes they sum to one. Made when first asked for. */
  readonly rows: readonly Float64Array[];
  /** Chance of each outcome when nothing that it touches is at fault. */
  readonly sound: Float64Array;
  /** The rows in short, where one section alone can turn it. */
  readonly local: LocalRows | undefined;
}

/** The test without its rows, as it leaves the room. */
export function plainTest(test: TestModel): BenchTest {
  const plain: Partial<Record<keyof TestModel, unknown>> = {};
  for (const key of Object.keys(test) as (keyof TestModel)[])
    if (key !== 'rows' && key !== 'local' && key !== 'sound') plain[key] = test[key];
  return plain as unknown as BenchTest;
}

/** A test without what follows from how it looks. */
export type Draft = Omit<TestModel, 'rows' | 'local' | 'sound' | 'hazard' | 'outcomes'> & { hazard?: TestModel['hazard']; look: Look };

/** A test from its draft; its rows are made when they are first asked for. */
export function testOf(space: Space, { look, ...rest }: Draft): TestModel {
  const local = localRowsOf(space, look);
  let made: readonly Float64Array[] | undefined;
  return {
    hazard: 'none',
    ...rest,
    local,
    sound: soundRow(look),
    outcomes: look.outcomes,
    get rows() {
      return (made ??= local ? spread(space, local) : rowsOf(space, look));
    },
  };
}

/** Share of each part among the causes of its section's faults, by designator. A card that only begins does not know all parts. */
export function partShares(card: Card): Map<string, number> {
  const sums = new Map<string, number>();
  const unnamed = card.begunFrom === undefined ? 0 : unnamedWeight;
  for (const p of card.parts) sums.set(p.section, (sums.get(p.section) ?? unnamed) + partWeight[p.kind]);
  return new Map(card.parts.map((p) => [p.designator, partWeight[p.kind] / (sums.get(p.section) ?? 1)]));
}

/** Whether the parts of a section are proven all together: where the card may not name them all. */
export const provenAsStage = (card: Card, section: string): boolean =>
  card.begunFrom !== undefined || !card.parts.some((part) => part.section === section);

/**
 * Chance that a part proves bad when its section is at fault: its share of the causes, and the more, the more of the
 * other parts have already measured good.
 * @param share of the part, 1 of all parts together.
 * @param goodShares sum of the shares of those, 0 to 1.
 */
export const proofChance = (share: number, goodShares = 0): number =>
  (proof.named * Math.min(share, 1 - goodShares)) / Math.max(1e-6, 1 - proof.named * goodShares);

/** The same test with the parts of its section that have already measured good reckoned in. */
export function proofAfter(card: Card, space: Space, test: TestModel, ifFaulty: number): TestModel {
  const at = card.sections.findIndex((s) => test.reach.has(s.id));
  return testOf(space, { ...plainTest(test), look: localLook(['good', 'bad'], at, () => ifFaulty, proof.badIfSound) });
}
