import { fieldsOf, type FieldSpec } from './form-shape';
import type { Sum } from './define-sum';
import { shown } from './working';

/** A value of an output as one says it: a figure with its unit, yes or no, a list by commas. */
export function valueText(value: unknown, field: Pick<FieldSpec, 'unit' | 'shownUnit'>): string {
  if (value === null || value === undefined) return 'none';
  if (typeof value === 'number') {
    const decimals = field.unit === 'Hz' ? 9 : field.unit === '' || !field.unit ? 6 : 4;
    return `${shown(value, field.unit ?? '', decimals)}${field.shownUnit ? ` ${field.shownUnit}` : ''}`;
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

/** What stands on the tape: the first few results in words. */
export function resultText(sum: Sum, output: Readonly<Record<string, unknown>>, most = 3): string {
  const plain = fieldsOf(sum.output).filter(
    (field) => !['rows', 'group'].includes(field.kind) && output[field.name] !== undefined && output[field.name] !== null,
  );
  const shownFields = plain.length > 0 ? plain.slice(0, most) : [];
  return shownFields.map((field) => `${field.title.toLowerCase()} ${valueText(output[field.name], field)}`).join(', ') || 'see the working';
}
