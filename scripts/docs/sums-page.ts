// docs/sums.md: every sum, from its declaration.
import { allSums, answer, fieldsOf, topics, type FieldSpec, type Sum } from '../../core/src/sums';

import { plain } from './markdown';

const typeOf = (field: FieldSpec): string => {
  const unit = field.kind === 'money' ? 'minor units' : field.unit || field.shownUnit || '';
  const parts = field.parts?.map((part) => `${part.name}${part.optional ? '?' : ''}`).join(', ');
  const kind = field.choices ? field.choices.join(', ') : parts ? `${field.kind === 'rows' ? 'rows of ' : ''}${parts}` : field.kind;
  return `${kind}${unit ? `, ${unit}` : ''}${field.nullable ? ', or null' : ''}`;
};
const when = (field: FieldSpec): string =>
  field.default !== undefined ? `${JSON.stringify(field.default)} if not given` : field.optional ? 'optional' : 'needed';

const shortened = (value: unknown): unknown => {
  if (Array.isArray(value))
    return value.length > 12 ? [...value.slice(0, 4).map(shortened), `… ${value.length} in all`] : value.map(shortened);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, shortened(item)]));
  return typeof value === 'number' ? Number(value.toPrecision(7)) : value;
};

function section(sum: Sum): string {
  const { working, ...output } = answer(sum, sum.example);
  const rows = (fields: readonly FieldSpec[], out = false): string[] =>
    fields.map(
      (field) => `| \`${field.name}\` | ${plain(field.title)} | ${plain(typeOf(field))} |${out ? '' : ` ${plain(when(field))} |`}`,
    );
  return [
    `### ${sum.title} (\`${sum.id}\`)`,
    `For: ${sum.purpose}. Also found by: ${sum.keywords.join(', ')}.`,
    ...(sum.caution ? [`Caution: ${sum.caution}`] : []),
    `Source: ${plain(sum.source)}`,
    ['| in | | | |', '|---|---|---|---|', ...rows(fieldsOf(sum.input))].join('\n'),
    ['| out | | |', '|---|---|---|', ...rows(fieldsOf(sum.output), true)].join('\n'),
    `Example:\n\n\`\`\`json\n${JSON.stringify(shortened(sum.example))}\n\`\`\`\n\ngives\n\n\`\`\`json\n${JSON.stringify(shortened(output))}\n\`\`\``,
    `Working:\n\n${(working as string[]).map((line) => `- ${plain(line)}`).join('\n')}`,
  ].join('\n\n');
}

export const sumsPage = (): string =>
  [
    '# The sums',
    "Made by `npm run docs` from the declarations in `core/src/sums`; do not edit by hand. Each is also on the command line: `npm run -s sums -- run <id> '<json>'`.",
    ...Object.entries(topics).map(([topic, title]) =>
      [`## ${title}`, ...allSums.filter((sum) => sum.topic === topic).map(section)].join('\n\n'),
    ),
  ].join('\n\n');
