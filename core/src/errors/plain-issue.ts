import type * as z from 'zod';

/** What Zod says by itself begins so; every other message is one of ours, and is fit to be read. */
const itsOwn = /^(Invalid|Too (big|small)|Unrecognized|Expected|Required|No matching)/;
const kinds: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no',
  array: 'a list',
  object: 'a record',
  record: 'a record',
};

/**
 * The first fault that a check found, in plain words, without the checker's own jargon.
 *
 * @example
 * plainIssue(z.object({ seq: z.number() }).safeParse({}).error) //~> { path: 'seq', message: 'It is missing: a number belongs here.' }
 */
export function plainIssue(error: z.ZodError | undefined): { readonly path: string; readonly message: string } {
  const issue = error?.issues[0];
  if (!issue) return { path: '', message: 'It is not as it should be.' };
  const path = issue.path.join('.');
  if (!itsOwn.test(issue.message)) return { path, message: issue.message };
  return { path, message: wordsOf(issue) };
}

function wordsOf(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type': {
      const wanted = kinds[issue.expected] ?? 'something else';
      return /received undefined/.test(issue.message) ? `It is missing: ${wanted} belongs here.` : `It should be ${wanted}.`;
    }
    case 'too_big':
      return issue.origin === 'string' || issue.origin === 'array'
        ? 'It is too long.'
        : `It is too large: ${String(issue.maximum)} is the most.`;
    case 'too_small':
      return issue.origin === 'string' || issue.origin === 'array'
        ? 'It is empty, or too short.'
        : `It is too small: ${String(issue.minimum)} is the least.`;
    case 'invalid_value':
      return `It is none of: ${issue.values.slice(0, 8).map(String).join(', ')}${issue.values.length > 8 ? ' …' : ''}.`;
    case 'invalid_format':
      return `It is not written as ${({ uuid: 'an id', datetime: 'a time', date: 'a date' } as Record<string, string>)[issue.format] ?? 'it should be'}.`;
    case 'unrecognized_keys':
      return `It holds something unknown: ${issue.keys.slice(0, 4).join(', ')}.`;
    default:
      return 'It is not as it should be.';
  }
}
