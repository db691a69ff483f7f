// docs/tape.md: every kind of entry, from its declaration.
import * as z from 'zod';
import { writeLine } from '../../core/src/entry';
import { allKinds, entryBase, entryTitle, type TapeBody } from '../../core/src/tape';
import { smallLaid } from '../../core/src/testing/small-card';
import { plain } from './markdown';

interface Shape {
  readonly type?: string | readonly string[];
  readonly const?: unknown;
  readonly title?: string;
  readonly enum?: readonly unknown[];
  readonly format?: string;
  readonly anyOf?: readonly Shape[];
  readonly oneOf?: readonly Shape[];
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly items?: Shape;
}

function typeOf(shape: Shape): string {
  if (shape.enum) return shape.enum.map((one) => (one === '' ? 'no unit' : String(one))).join(', ');
  const choices = shape.anyOf ?? shape.oneOf;
  if (choices) return choices.map(typeOf).join(' or ');
  if (shape.type === 'object' && !shape.properties) return 'values by name';
  if (shape.items) return `list of ${typeOf(shape.items)}`;
  if (shape.properties) return `{ ${Object.keys(shape.properties).join(', ')} }`;
  if (shape.const !== undefined) return String(shape.const);
  return String(shape.format ?? shape.type ?? 'anything');
}

function fieldRows(fields: z.ZodRawShape): string[] {
  const { properties, required = [] } = z.toJSONSchema(z.object(fields)) as {
    readonly properties: Readonly<Record<string, Shape>>;
    readonly required?: readonly string[];
  };
  return Object.entries(properties).map(
    ([name, shape]) =>
      `| \`${name}\` | ${plain(shape.title ?? '')} | ${plain(typeOf(shape))} | ${required.includes(name) ? '' : 'optional'} |`,
  );
}
const table = (fields: z.ZodRawShape): string => ['| field | | | |', '|---|---|---|---|', ...fieldRows(fields)].join('\n');

const card = smallLaid();

function section(kind: (typeof allKinds)[number]): string {
  const examples = kind.examples as readonly TapeBody[];
  const { paper, line } = kind;
  const shown = examples.map((entry) => {
    const typed = writeLine(entry, card);
    return `- ${plain(entryTitle(entry, card))}${typed ? ` — typed \`${typed}\`` : ''}`;
  });
  const onPaper =
    'none' in paper ? `not on it: ${paper.none}` : 'counted' in paper ? `counted into ${paper.counted}` : 'as lines of its own';
  const verbs = 'verbs' in line ? Object.keys(line.verbs ?? {}) : [];
  const howTyped =
    'none' in line ? `not typed: ${line.none}` : verbs.length ? `begins with ${verbs.join(', ')}` : 'begins with what it is of';
  return [
    `## ${kind.title} (\`${kind.kind}\`)`,
    kind.about,
    table(kind.fields),
    [
      `- At the entry line: ${plain(howTyped)}.`,
      `- For Trace: ${'evidence' in kind && kind.evidence ? 'evidence' : 'nothing'}.`,
      `- On the hand-back sheet: ${plain(onPaper)}.`,
      `- In readings.csv: ${'csv' in kind && kind.csv ? 'a row' : 'no'}.`,
    ].join('\n'),
    `Examples, on a small made-up card:\n\n${shown.join('\n')}`,
  ].join('\n\n');
}

export const tapePage = (): string =>
  [
    '# The kinds of entry',
    'Made by `npm run docs` from the declarations in `core/src/tape/kinds`; do not edit by hand. As JSON Schema: [schemas/tape-entry.json](schemas/tape-entry.json).',
    'An entry is never changed once made; a slip is struck by a later entry. Every entry has:',
    table(entryBase),
    ...allKinds.map(section),
  ].join('\n\n');
