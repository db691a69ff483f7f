import { findingText, ofKind, standing, type EntryOf, type TapeEntry } from '../tape';
import type { problemSorts, WorkState } from '../words';

export interface Problem {
  readonly id: string;
  readonly title: string;
  readonly state: EntryOf<'problem'>['state'];
  readonly sort: (typeof problemSorts)[number];
}

/** The job's list of problems, questions and improvements, each in its latest state, in the order in which they were opened. */
export function problems(tape: readonly TapeEntry[]): Problem[] {
  const list = new Map<string, Problem>();
  for (const entry of ofKind(standing(tape), 'problem'))
    list.set(entry.problem, {
      id: entry.problem,
      title: entry.title,
      state: entry.state,
      sort: entry.sort ?? list.get(entry.problem)?.sort ?? 'problem',
    });
  return [...list.values()];
}

/** Something that was found, and what becomes of it. */
export interface FoundLine {
  readonly finding: EntryOf<'finding'>;
  readonly title: string;
  /** Undefined until somebody says so, or something is done at the same part. */
  readonly state?: WorkState;
}

/** What is done to a part, by the part: the place in the tape of the last repair of it. */
const repairedAt = (stood: readonly TapeEntry[]): ReadonlyMap<string, number> =>
  new Map(
    stood.flatMap((entry) => {
      const part =
        entry.kind === 'fit' || entry.kind === 'remedy'
          ? entry.designator
          : entry.kind === 'adjustment' && entry.how !== 'seal'
            ? entry.adjuster
            : undefined;
      return part === undefined ? [] : [[part.toUpperCase(), entry.seq] as const];
    }),
  );

/** What was found and accuses something, each with what becomes of it; the latest word counts, and a repair of the part is one. */
export function foundLines(tape: readonly TapeEntry[]): FoundLine[] {
  const stood = standing(tape);
  const said = new Map(ofKind(stood, 'work').map((entry) => [entry.of, entry.state] as const));
  const repaired = repairedAt(stood);
  return ofKind(stood, 'finding')
    .filter(({ finding, severity }) => finding !== 'clean' && severity !== 'neutral')
    .map((finding) => {
      const done = (repaired.get(finding.designator?.toUpperCase() ?? '') ?? 0) > finding.seq ? ('done' as const) : undefined;
      const state = said.get(finding.id) ?? done;
      return { finding, title: findingText(finding), ...(state ? { state } : {}) };
    });
}
