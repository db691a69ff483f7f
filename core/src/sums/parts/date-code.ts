import * as z from 'zod';
import { defineSum } from '../define-sum';
import { figure } from '../field';
import { step } from '../working';

const [firstYear, lastYear] = [1960, 2029];
interface Candidate {
  readonly year: number;
  readonly week: number;
  readonly form: 'YYWW' | 'WWYY' | 'YWW';
}

const years = (matches: (year: number) => boolean): number[] =>
  Array.from({ length: lastYear - firstYear + 1 }, (_, k) => firstYear + k).filter(matches);

/** What a date code can mean: year and week in either order, or the last digit of the year and the week. */
export function readDateCode(code: string): Candidate[] {
  const [front, back] = code.length === 4 ? [code.slice(0, 2), code.slice(2)] : [code.slice(0, 1), code.slice(1)];
  const read = (year: string, week: string, form: Candidate['form']): Candidate[] =>
    Number(week) < 1 || Number(week) > 53
      ? []
      : years((each) => String(each).endsWith(year)).map((each) => ({ year: each, week: Number(week), form }));
  return code.length === 4 ? [...read(front, back, 'YYWW'), ...read(back, front, 'WWYY')] : read(front, back, 'YWW');
}

export const dateCode = defineSum({
  id: 'date-code',
  title: 'Date code of a part',
  topic: 'parts',
  purpose: 'when a part was made, and whether it is older than the repair',
  keywords: ['date code', 'year', 'week', 'marking', 'age', 'made'],
  input: z.strictObject({
    code: z
      .string()
      .regex(/^\d{3,4}$/, 'Give the three or four digits printed on the part.')
      .meta({ title: 'Code', hint: '8732' }),
  }),
  output: z.object({
    candidates: z
      .array(z.object({ year: figure('Year'), week: figure('Week'), form: z.enum(['YYWW', 'WWYY', 'YWW']).meta({ title: 'Read as' }) }))
      .meta({ title: 'Can be' }),
  }),
  source:
    'Four digits as year and week or week and year (EIA-476), three as the last digit of the year and the week; weeks 1 to 53, 1960 to 2029.',
  example: { code: '8732' },
  compute({ code }) {
    const candidates = readDateCode(code);
    return {
      candidates,
      working:
        candidates.length > 0
          ? candidates.map((each) => step(`Read as ${each.form}`, undefined, `week ${each.week} of ${each.year}`))
          : [step('No reading is possible: it is no date code')],
    };
  },
});
