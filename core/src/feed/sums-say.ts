import { attempt } from '../errors';
import { firstFigure, resultText, solve, sumById, type SumFigure } from '../sums';
import { fedBy } from './fed-by';
import type { JobFigures } from './fed';

/** What a sum says of a job in one line. */
export interface SumSays {
  readonly id: string;
  readonly title: string;
  readonly text: string;
}

/** What sums say that the tape feeds by itself; those that want more than it holds are left out. */
export const sumsSay = (ids: readonly string[], job: JobFigures): readonly SumSays[] =>
  ids.flatMap((id) => {
    const sum = sumById(id);
    const fed = fedBy(id, job)[0];
    const solved = sum && fed ? attempt(() => resultText(sum, solve(sum, fed.input).output)) : undefined;
    return sum && solved?.ok && solved.value ? [{ id, title: sum.title, text: solved.value }] : [];
  });

/** A sum whose answer is a figure, as the tape feeds it now. */
export interface SumNow extends SumFigure {
  readonly id: string;
}

/** What a sum makes of a job now, as one figure; undefined where the tape does not feed it, or it answers otherwise. */
export function sumNow(id: string, job: JobFigures): SumNow | undefined {
  const sum = sumById(id);
  const fed = sum && fedBy(id, job)[0];
  const solved = sum && fed ? attempt(() => firstFigure(sum, solve(sum, fed.input).output)) : undefined;
  return solved?.ok && solved.value ? { id, ...solved.value } : undefined;
}
