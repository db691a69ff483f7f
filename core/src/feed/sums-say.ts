import { attempt } from '../errors';
import { resultText, solve, sumById } from '../sums';
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
