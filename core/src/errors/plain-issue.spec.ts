import * as z from 'zod';
import { plainIssue } from './plain-issue';

describe('a fault in plain words', () => {
  const of = (schema: z.ZodType, value: unknown): string => {
    const { path, message } = plainIssue(schema.safeParse(value).error);
    return `${path}: ${message}`;
  };
  const cases: readonly (readonly [z.ZodType, unknown, string])[] = [
    [z.object({ seq: z.number() }), {}, 'seq: It is missing: a number belongs here.'],
    [z.object({ a: z.array(z.string()) }), { a: ['x', 3] }, 'a.1: It should be text.'],
    [z.number().int(), 1.5, ': It should be a whole number.'],
    [z.number().max(9), 10, ': It is too large: 9 is the most.'],
    [z.number().min(1), 0, ': It is too small: 1 is the least.'],
    [z.string().min(1), '', ': It is empty, or too short.'],
    [z.enum(['good', 'bad']), 'fair', ': It is none of: good, bad.'],
    [z.uuid(), 'x', ': It is not written as an id.'],
    [z.iso.datetime(), 'noon', ': It is not written as a time.'],
    [z.strictObject({}), { b: 1 }, ': It holds something unknown: b.'],
    [z.union([z.literal(1), z.literal(2)]), 3, ': It is not as it should be.'],
    [z.string().min(1, 'Who made it?'), '', ': Who made it?'],
  ];
  for (const [schema, value, says] of cases) it(`says "${says}"`, () => expect(of(schema, value)).toBe(says));
  it('has words where there is no fault to be found', () => expect(plainIssue(undefined).message).toBe('It is not as it should be.'));
});
