import type * as z from 'zod';
import { CoreError } from '../errors';
import type { Sum } from './define-sum';
import { fieldAt, nameOf } from './form-shape';

const valueAt = (input: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (value, key) => (value !== null && typeof value === 'object' ? (value as Record<PropertyKey, unknown>)[key] : undefined),
    input,
  );

const short = (value: unknown): string => {
  const said = typeof value === 'string' ? `"${value}"` : (JSON.stringify(value) ?? String(value));
  return said.length > 60 ? `${said.slice(0, 57)}…` : said;
};

/** A type as one says it. */
const aType = (expected: string): string =>
  ({
    number: 'a number',
    int: 'a whole number',
    string: 'a text',
    boolean: 'true or false',
    array: 'a list',
    object: 'a set of fields',
    record: 'figures by name',
  })[expected] ?? `a value of type ${expected}`;

/** Wording of the first thing that is wrong: the field, its value, and what is allowed. */
function refusal(sum: Sum, input: unknown, issue: z.core.$ZodIssue): CoreError {
  let path = [...issue.path];
  if (issue.code === 'unrecognized_keys') path = [...path, ...issue.keys.slice(0, 1)];
  const field = path.map(String).join('.');
  const spec = fieldAt(sum, path);
  const name = spec ? `${nameOf(spec)} (${field})` : field || 'The input';
  const unit = spec?.unit ? ` ${spec.unit}` : '';
  const value = valueAt(input, path);
  const say = (message: string, remedy: string): CoreError => new CoreError('out-of-range', field, message, remedy);
  switch (issue.code) {
    case 'unrecognized_keys':
      return say(`${short(field)} is not a field of ${sum.id}.`, `Its fields are ${Object.keys(sum.input.shape).join(', ')}.`);
    case 'invalid_type':
      if (value === undefined) return say(`${name} is missing.`, `Give ${aType(issue.expected)}${unit && `, in${unit}`}.`);
      return say(`${name} is ${short(value)}, not ${aType(issue.expected)}.`, `Give ${aType(issue.expected)}${unit && `, in${unit}`}.`);
    case 'invalid_value':
      if (value === undefined) return say(`${name} is missing.`, `Give one of ${issue.values.join(', ')}.`);
      return say(`${name} is ${short(value)}, which is not known.`, `Give one of ${issue.values.join(', ')}.`);
    case 'too_small': {
      const least = `${issue.minimum}`;
      if (issue.origin === 'array') return say(`${name} holds too few.`, `Give at least ${least}.`);
      if (issue.origin === 'string') return say(`${name} is empty.`, 'Write something there.');
      const bound = issue.inclusive ? `${least}${unit} or more` : `above ${least}${unit}`;
      return say(`${name} is ${short(value)}${unit}; it must be ${bound}.`, `Give a value ${issue.inclusive ? `of ${bound}` : bound}.`);
    }
    case 'too_big': {
      const most = `${issue.maximum}`;
      if (issue.origin === 'array') return say(`${name} holds too many.`, `Give at most ${most}.`);
      const bound = issue.inclusive ? `${most}${unit} or less` : `below ${most}${unit}`;
      return say(`${name} is ${short(value)}${unit}; it must be ${bound}.`, `Give a value ${issue.inclusive ? `of ${bound}` : bound}.`);
    }
    default:
      return say(`${name}: ${short(value)} does not fit here.`, issue.message || 'Look at the example of the sum.');
  }
}

/** Exactly one of the ways of a sum is to be given; what is missing from it is named, as is what belongs to another. */
function checkWays(sum: Sum, input: Readonly<Record<string, unknown>>): void {
  if (!sum.ways) return;
  const given = (field: string): boolean => input[field] !== undefined;
  const begun = sum.ways.filter((way) => way.fields.some(given));
  const names = sum.ways.map((way) => way.fields.join(' and ')).join(', or ');
  const [chosen, other] = begun;
  if (!chosen) throw new CoreError('out-of-range', sum.ways[0]?.fields[0] ?? '', 'Nothing was given to work from.', `Give ${names}.`);
  if (other) {
    const extra = other.fields.find((field) => given(field) && !chosen.fields.includes(field));
    const missing = chosen.fields.find((field) => !given(field));
    if (extra)
      throw new CoreError('out-of-range', extra, `${extra} was given besides ${chosen.fields.join(' and ')}.`, `Give only one: ${names}.`);
    if (missing) throw new CoreError('out-of-range', missing, `${missing} is missing.`, `Give ${names}.`);
  }
  const missing = chosen.fields.find((field) => !given(field));
  if (missing) throw new CoreError('out-of-range', missing, `${missing} is missing.`, `${chosen.fields.join(' and ')} go together.`);
}

/**
 * The input of a sum, checked and with its defaults filled in.
 *
 * @throws CoreError `out-of-range` whose `path` is the offending field from the top of the input.
 */
export function readInput<I extends z.ZodObject, O extends z.ZodObject>(sum: Sum<I, O>, input: unknown): z.output<I> {
  const read = sum.input.safeParse(input);
  if (!read.success) {
    const issue = read.error.issues[0];
    if (issue) throw refusal(sum as unknown as Sum, input, issue);
  }
  checkWays(sum as unknown as Sum, read.data as Record<string, unknown>);
  return read.data as z.output<I>;
}
