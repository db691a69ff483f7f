import { designatorsIn, prefixesFor } from '../sheets';
import type { Found } from './found';
import type { PageLine } from './page-lines';
import type { Column, TableRow } from './table-rows';

type FoundPart = Extract<Found, { kind: 'part' }>;

const refHead = /^(?:ref(?:erence)?\.?(?:\s*(?:no|nr|des)\.?)?|symbols?|circuit (?:ref|symbol)\.?|designat\w*|parts?|components?)$/i;
const valueHead = /value|descri|type|rating|name|spec/i;
const numberHead = /part\s*(?:no|number|code)|order|stock|code|qty|quantity|remark/i;
const prefixes = prefixesFor([]);

/** Which columns of a parts list hold the value, first the value itself; undefined where the heads are those of something else. */
export function partColumns(heads: readonly string[]): readonly number[] | undefined {
  if (!refHead.test(heads[0]?.trim() ?? '')) return undefined;
  const columns = heads.flatMap((head, i) => (i > 0 && valueHead.test(head) && !numberHead.test(head) ? [i] : []));
  const rank = (i: number): number => (/value/i.test(heads[i] ?? '') ? 0 : /rating/i.test(heads[i] ?? '') ? 2 : 1);
  return columns.length ? columns.sort((a, b) => rank(a) - rank(b)) : undefined;
}

const named = (text: string): string[] =>
  text
    .replace(/\s*(?:-|–|—|to|…)\s*(?=[A-Z]{0,4}\d)/g, '-')
    .split(/[,;\s]+/)
    .flatMap((word) => designatorsIn(word, prefixes).map(({ name, unit }) => name + (unit ?? '')));

const isWords = (text: string): boolean =>
  text.split(/[,;\s]+/).every((word) => word === '' || /^(?:-|–|to)$/.test(word) || designatorsIn(word, prefixes).length > 0);

export function partsOf(columns: readonly Column[], values: readonly number[], rows: readonly TableRow[], heading: string): FoundPart[] {
  let under = heading;
  return rows.flatMap((row): FoundPart[] => {
    // A row that has one cell only is the heading of those below it.
    if (row.cells.filter(Boolean).length === 1 && !named(row.cells[0] ?? '').length) under = row.cells.join('');
    const designators = named(row.cells[0] ?? '').filter((name) => !/^TP/.test(name));
    const value = values
      .map((i) => row.cells[i] ?? '')
      .filter(Boolean)
      .join(' ');
    if (!designators.length || !value || columns.length === 0) return [];
    return [
      { base: row.base, tall: row.tall, said: row.cells.filter(Boolean).join('  '), heading: under, kind: 'part', designators, value },
    ];
  });
}

/** The parts of a line that stands under no head: a designator in a cell, its value in the next, and so on over the columns of the page. */
export function partsOfLine(line: PageLine, heading: string): FoundPart[] {
  const found: { designators: string[]; values: string[] }[] = [];
  for (const { text } of line.cells) {
    const [first = '', ...others] = text.split(/\s+/);
    if (isWords(text) && named(text).length) found.push({ designators: named(text), values: [] });
    else if (named(first).length && others.length) found.push({ designators: named(first), values: [others.join(' ')] });
    else found.at(-1)?.values.push(text);
  }
  return found
    .filter(({ values, designators }) => values.length > 0 && !designators.some((name) => /^TP/.test(name)))
    .map(({ designators, values }) => ({
      base: line.base,
      tall: line.tall,
      said: [...designators, ...values].join('  '),
      heading,
      kind: 'part',
      designators,
      value: values[0] ?? '',
    }));
}
