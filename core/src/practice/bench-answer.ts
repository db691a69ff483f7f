import { expectationAt, pointOf, type Card, type Condition } from '../card';
import type { StandInSet } from '../standin';
import type { BenchTest, Evidence } from '../trace';

/** A set on the bench with something hidden in it, by whichever simulation. */
export type FaultySet = Pick<
  StandInSet,
  | 'tryFunction'
  | 'read'
  | 'compare'
  | 'inject'
  | 'force'
  | 'tap'
  | 'inspect'
  | 'lift'
  | 'unload'
  | 'remedy'
  | 'proof'
  | 'proofStage'
  | 'repair'
> & { readonly turnedAt?: (section: string) => boolean };

/** The reading of a stand-in against the card's limits. */
export function verdictOf(
  card: Card,
  pointId: string,
  condition: Condition,
  value: number | null | undefined,
): 'in' | 'low' | 'high' | 'dead' {
  const point = pointOf(card, pointId);
  const { low, high } = (point && expectationAt(point, condition)) ?? {};
  if (value === null || value === undefined) return 'dead';
  return low !== undefined && value < low ? 'low' : high !== undefined && value > high ? 'high' : 'in';
}

/** Does a test on a set and puts its answer as evidence. */
export function benchAnswer(card: Card, set: FaultySet, test: BenchTest, id: string): Evidence {
  switch (test.kind) {
    case 'function':
      return { id, kind: 'function', functionId: test.subject, outcome: set.tryFunction(test.subject) };
    case 'reading':
      return {
        id,
        kind: 'reading',
        point: test.subject,
        condition: test.condition,
        outcome: verdictOf(card, test.subject, test.condition, set.read(test.subject, test.condition)),
        text: '',
      };
    case 'comparison':
      return { id, kind: 'comparison', point: test.subject, outcome: set.compare(test.subject), text: '' };
    case 'injection':
      return { id, kind: 'injection', injection: test.subject, outcome: set.inject(test.subject) };
    case 'forcing':
      return { id, kind: 'forcing', forcing: test.subject, outcome: set.force(test.subject) };
    case 'tap':
      return { id, kind: 'manipulation', section: test.subject, changed: set.tap(test.subject), text: '' };
    case 'inspect': {
      const turned = set.turnedAt?.(test.subject) ?? false;
      return {
        id,
        kind: 'finding',
        section: test.subject,
        severity: turned || set.inspect(test.subject) ? 'plain' : 'clean',
        previousHands: turned,
        ...(turned ? { twiddled: true } : {}),
        text: '',
      };
    }
    case 'lift':
      return { id, kind: 'lift', section: test.subject, recovers: set.lift(test.subject) };
    case 'unload':
      return { id, kind: 'unload', section: test.subject, recovers: set.unload(test.subject) };
    case 'remedy':
      return { id, kind: 'remedy', section: test.subject, remedy: test.remedy ?? 'reflow', cured: set.remedy(test.subject) };
    case 'proof': {
      const [section = ''] = test.reach.keys();
      return section === test.subject
        ? { id, kind: 'proof', section, bad: set.proofStage(section) }
        : { id, kind: 'proof', section, designator: test.subject, bad: set.proof(test.subject) };
    }
  }
}

const tracing: ReadonlySet<BenchTest['kind']> = new Set<BenchTest['kind']>(['function', 'reading', 'injection', 'forcing']);
/** Whether a test follows the signal or a line, as against looking at one place. */
export const isTracing = ({ kind }: BenchTest): boolean => tracing.has(kind);
/** Whether an answer speaks for what it leans on. */
export const isGood = (e: Evidence): boolean => 'outcome' in e && (e.outcome === 'works' || e.outcome === 'in');
