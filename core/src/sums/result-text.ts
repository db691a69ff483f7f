import { moneyText } from '../money';
import { fieldsOf, type FieldSpec } from './form-shape';
import type { Sum } from './define-sum';
import { shown } from './working';

/** A value of an output as one says it: a figure with its unit, yes or no, a list by commas. */
export function valueText(value: unknown, field: Pick<FieldSpec, 'kind' | 'unit' | 'shownUnit' | 'digits'>): string {
  if (value === null || value === undefined) return 'none';
  if (typeof value === 'number') {
    if (field.kind === 'money') return moneyText(value);
    const digits = field.digits ?? (field.unit === 'Hz' ? 9 : field.unit || field.shownUnit ? 4 : 6);
    return `${shown(value, field.unit ?? '', digits)}${field.shownUnit ? ` ${field.shownUnit}` : ''}`;
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value))
    return value.length === 0
      ? 'none'
      : value.map((each) => (Array.isArray(each) ? each.join(' with ') : valueText(each, field))).join(', ');
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([name, each]) => `${name} ${valueText(each, field)}`)
      .join(', ');
  return String(value).replaceAll('-', ' ');
}

/** A title in the middle of a line: `Worst` is small there, `S9` and `SWR` are not. */
export const inSentence = (title: string): string => title.replaceAll(/\b[A-Z](?=[a-z]+\b)/g, (letter) => letter.toLowerCase());

const isListed = (field: FieldSpec): boolean => field.kind === 'rows' || field.kind === 'group';
const told = (fields: readonly FieldSpec[], values: Readonly<Record<string, unknown>>, most: number): string =>
  fields
    .filter((field) => !isListed(field) && values[field.name] !== undefined && values[field.name] !== null)
    .slice(0, most)
    .map((field) => `${inSentence(field.title)} ${valueText(values[field.name], field)}`)
    .join(', ');

/**
 * What stands on the tape: the first few results in words; where there are none but tables, the first row of the first
 * table that has one. Empty where nothing came out.
 */
export function resultText(sum: Sum, output: Readonly<Record<string, unknown>>, most = 3): string {
  const fields = fieldsOf(sum.output);
  const plain = told(fields, output, most);
  if (plain) return plain;
  for (const field of fields.filter(({ kind }) => kind === 'rows')) {
    const [row] = (output[field.name] ?? []) as readonly Record<string, unknown>[];
    if (row) return told(field.parts ?? [], row, most);
  }
  return '';
}
