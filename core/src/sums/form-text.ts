import { attempt, CoreError } from '../errors';
import { moneyText, parseMoney } from '../money';
import { convertedQuantity, parseQuantity, quantityText, type Unit } from '../quantity';
import type { PlusMinus, Sum } from './define-sum';
import { fieldsOf, type FieldSpec } from './form-shape';

/**
 * What stands in a form: text in trade notation for a figure, a name or a list of them; text by field for a group; one
 * such set a row for a table. A long list of samples stands as the figures themselves.
 */
export type FormText = string | readonly number[] | readonly FormRow[] | FormRow;
export interface FormRow {
  readonly [field: string]: FormText;
}

export interface FormRead {
  readonly input: Record<string, unknown>;
  readonly plusMinus: PlusMinus;
  /** What cannot be read, by the path of the field. */
  readonly wrong: Readonly<Record<string, string>>;
}

/** More figures than this in one field are samples, and are not typed. */
export const mostTyped = 64;

const isSamples = (text: FormText | undefined): text is readonly number[] => Array.isArray(text) && typeof text[0] === 'number';
const isRows = (text: FormText | undefined): text is readonly FormRow[] => Array.isArray(text) && !isSamples(text);
const isRow = (text: FormText | undefined): text is FormRow => typeof text === 'object' && !Array.isArray(text);

/** Whether anything stands in a field. */
export function isEmpty(text: FormText | undefined): boolean {
  if (text === undefined) return true;
  if (typeof text === 'string') return text.trim() === '';
  if (isSamples(text)) return false;
  return isRow(text) ? Object.values(text).every(isEmpty) : (text as readonly FormRow[]).every(isEmpty);
}

const secondsIn: Readonly<Record<string, number>> = { h: 3600, hour: 3600, hours: 3600, min: 60, d: 86_400, days: 86_400 };

/** What a share is written as: `99.9%`, `1 in 10`, `3/4`. */
function shareOf(text: string): number | undefined {
  const percent = /^\s*([\d.,]+)\s*%\s*$/.exec(text)?.[1];
  if (percent !== undefined) return Number(percent.replace(',', '.')) / 100;
  const [, part, whole] = /^\s*([\d.,]+)\s*(?:in|of|\/)\s*([\d.,]+)(?:\s*s)?\s*$/i.exec(text) ?? [];
  const share = Number(part?.replace(',', '.')) / Number(whole?.replace(',', '.'));
  return Number.isFinite(share) ? share : undefined;
}

/** `10 h 51 min`, `2h10`, `1:30 h` in seconds; undefined where the text is no such span. */
function spanOf(text: string): number | undefined {
  const [, hours, minutes = '0'] = /^\s*(\d+)\s*h\s*(?:(\d{1,2})\s*(?:min|m)?)?\s*$/i.exec(text) ?? [];
  return hours === undefined ? undefined : Number(hours) * 3600 + Number(minutes) * 60;
}

/** Impedance in ohm at which a level is turned from volts or watts, where a form takes it in the other. */
const levelOhm = 50;
/** A level told in another unit than its field has: S9 in microvolts, a sensitivity in dBm. Volts are not made of watts, nor the other way. */
function levelOf(text: string, unit: FieldSpec['unit']): number | undefined {
  const isLevel = /dB(m|[uµμ]V)\s*$/i.test(text);
  if (unit !== 'dBm' && !(unit === 'V' && isLevel)) return undefined;
  if (attempt(() => parseQuantity(text, { unit })).ok) return undefined;
  return convertedQuantity(text, unit, { ohm: levelOhm })?.value;
}

/** A figure in trade notation in the unit of its field; times may be in minutes, hours and days, shares as one writes them. */
function figureOf(text: string, field: FieldSpec): number {
  const told =
    field.shownUnit && text.toLowerCase().endsWith(` ${field.shownUnit.toLowerCase()}`) ? text.slice(0, -field.shownUnit.length) : text;
  const time = field.unit === 's' ? /^\s*([\d.,]+)\s*(h|hours?|min|d|days)\s*$/i.exec(told) : null;
  if (time) return parseQuantity(time[1] ?? '').value * (secondsIn[(time[2] ?? '').toLowerCase()] ?? 1);
  const span = field.unit === 's' || field.shownUnit === 'min' ? spanOf(told) : undefined;
  if (span !== undefined) return field.shownUnit === 'min' ? span / 60 : span;
  const isBare = !field.unit && !field.shownUnit;
  const share = isBare ? shareOf(told) : undefined;
  if (share !== undefined) return share;
  // The sizes of parts are told in millimetres.
  if (field.unit === 'm' && /^[\d.,\s]+$/.test(told)) return parseQuantity(told).value / 1000;
  const level = levelOf(told, field.unit);
  if (level !== undefined) return level;
  const { value, unit } = parseQuantity(told, field.unit ? { unit: field.unit } : { unit: '' });
  // A unit where none belongs would be dropped without a word.
  if (!field.unit && unit !== '' && !field.unitIn)
    throw new CoreError(
      'unreadable',
      field.name,
      `${field.title} takes a figure ${field.shownUnit ? `in ${field.shownUnit}` : 'without a unit'}, not one in ${unit}.`,
      field.shownUnit ? `Give it in ${field.shownUnit}.` : 'Leave the unit away.',
    );
  return value;
}

/** The unit that was typed behind a figure; empty where there was none. */
function unitOf(text: string): Unit {
  const read = attempt(() => parseQuantity(text.split(/±|\+-|\+\/-/)[0] ?? '').unit);
  return read.ok ? read.value : '';
}

/** Reads what stands in a form: the input of the sum, the ± written behind figures, and what cannot be read. */
export function readForm(sum: Sum, texts: FormRow): FormRead {
  const plusMinus: Record<string, number> = {};
  const wrong: Record<string, string> = {};

  const try_ = <T>(path: string, act: () => T): T | undefined => {
    const outcome = attempt(act);
    if (outcome.ok) return outcome.value;
    wrong[path] = `${outcome.failure.message} ${outcome.failure.remedy}`;
    return undefined;
  };

  const number = (text: string, field: FieldSpec, path: string): number | undefined => {
    const [figure = '', spread] = text.split(/±|\+-|\+\/-/);
    const value = try_(path, () => figureOf(figure, field));
    if (value === undefined || spread === undefined) return value;
    const share = /^\s*([\d.,]+)\s*%\s*$/.exec(spread);
    const by =
      field.unit !== '%' && share
        ? try_(path, () => (parseQuantity(share[1] ?? '').value / 100) * Math.abs(value))
        : try_(path, () => figureOf(spread, field));
    if (by !== undefined) plusMinus[path] = by;
    return value;
  };

  const words = (text: string): string[] => text.split(/[,;\s]+/).filter((word) => word !== '');

  /** `first 1, carrier −1`: a name and its value, separated by commas. */
  const named = (text: string, numbersOnly: boolean, path: string): Record<string, number | string> => {
    const pairs = text.split(/[,;\n]+/).map((pair) => pair.trim());
    return Object.fromEntries(
      pairs
        .filter((pair) => pair !== '')
        .map((pair) => {
          const [, name = pair, value = ''] = /^(\S+?)\s*[=:\s]\s*(.+)$/.exec(pair) ?? [];
          const figure = attempt(() => parseQuantity(value, { unit: '' }).value);
          if (figure.ok) return [name, figure.value];
          if (numbersOnly || value === '')
            wrong[path] =
              `"${pair}" is not a name and a value. Write them like ${numbersOnly ? 'first 1, carrier -1' : 'vceoV 40, pins EBC'}.`;
          return [name, value];
        }),
    );
  };

  const read = (text: FormText | undefined, field: FieldSpec, path: string): unknown => {
    if (isSamples(text)) return text;
    if (field.kind === 'rows') {
      if (!isRows(text)) return field.optional ? undefined : [];
      const last = text.findLastIndex((row) => !isEmpty(row));
      if (last < 0 && field.optional) return undefined;
      return text.slice(0, last + 1).map((row, k) => fields(row, field.parts ?? [], `${path}.${k}.`));
    }
    if (field.kind === 'group')
      return isRow(text) && !(field.optional && isEmpty(text))
        ? fields(text, field.parts ?? [], `${path}.`)
        : field.optional
          ? undefined
          : {};
    const typed = typeof text === 'string' ? text.trim() : '';
    if (typed === '') return field.nullable && !field.optional ? null : undefined;
    if (field.nullable && /^(never|none|open|–|-)$/i.test(typed)) return null;
    switch (field.kind) {
      case 'number':
        return number(typed, field, path);
      case 'whole':
        return number(typed, field, path);
      case 'money': {
        const minor = parseMoney(typed);
        if (minor === undefined) wrong[path] = `"${typed}" is not an amount. Write it like 2.50.`;
        return minor;
      }
      case 'choice':
        return field.choices?.find((choice) => String(choice) === typed) ?? typed;
      case 'yes-no':
        return typed === 'yes' ? true : typed === 'no' ? false : typed;
      case 'figures':
        return words(typed).map((word) => try_(path, () => figureOf(word, field)) ?? 0);
      case 'texts':
        return words(typed);
      case 'named-figures':
        return named(typed, true, path);
      case 'named-values':
        return named(typed, false, path);
      default:
        return typed;
    }
  };

  const fields = (row: FormRow, specs: readonly FieldSpec[], prefix: string): Record<string, unknown> => {
    const out: Record<string, unknown> = {};
    const chosen: Record<string, string> = {};
    for (const field of specs) {
      const text = row[field.name];
      const value = read(text, field, `${prefix}${field.name}`);
      if (value !== undefined) out[field.name] = value;
      const unitTyped = field.unitIn && typeof text === 'string' ? unitOf(text) : '';
      if (!field.unitIn || !unitTyped) continue;
      const of = field.unitIn.by[unitTyped];
      if (of === undefined) wrong[`${prefix}${field.name}`] = `${field.title} is not told in ${unitTyped} here. Choose the unit beside it.`;
      else chosen[field.unitIn.field] = of;
    }
    // A unit that was typed wins over the box.
    return { ...out, ...chosen };
  };

  return { input: fields(texts, fieldsOf(sum.input), ''), plusMinus, wrong };
}

/** A figure as one would type it, to be read back as the same figure. */
export function typed(value: number, field: Pick<FieldSpec, 'kind' | 'unit' | 'shownUnit'>): string {
  if (field.kind === 'money') return moneyText(value);
  if (field.shownUnit || !field.unit) return String(value).replace('-', '−');
  const { unit } = field;
  // The fewest digits that are read back as the same figure.
  for (const digits of [4, 6, 9, 11]) {
    const neat = quantityText(value, unit, { digits });
    const back = attempt(() => parseQuantity(neat, { unit }).value);
    if (back.ok && back.value === value) return neat;
  }
  return `${value} ${unit}`;
}

/** The text of a form for an input, such as the example or one that stands on the tape. */
export function formText(sum: Sum, input: Readonly<Record<string, unknown>>, plusMinus: PlusMinus = {}): FormRow {
  const write = (value: unknown, field: FieldSpec, path: string): FormText => {
    if (value === undefined) return field.kind === 'rows' ? [] : field.kind === 'group' ? {} : '';
    if (value === null) return 'never';
    if (Array.isArray(value)) {
      if (field.kind === 'rows') return value.map((row, k) => row_(row as Record<string, unknown>, field.parts ?? [], `${path}.${k}.`));
      if (value.length > mostTyped) return value as number[];
      return value.map((each) => (typeof each === 'number' ? typed(each, field).replaceAll(' ', '') : String(each))).join(' ');
    }
    if (typeof value === 'object')
      return field.kind === 'group'
        ? row_(value as Record<string, unknown>, field.parts ?? [], `${path}.`)
        : Object.entries(value)
            .map(([name, each]) => `${name} ${String(each)}`)
            .join(', ');
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (typeof value !== 'number' || field.kind === 'choice') return String(value);
    const by = plusMinus[path];
    return typed(value, field) + (by === undefined ? '' : ` ± ${typed(by, field)}`);
  };
  const row_ = (values: Readonly<Record<string, unknown>>, specs: readonly FieldSpec[], prefix: string): FormRow =>
    Object.fromEntries(specs.map((field) => [field.name, write(values[field.name], field, `${prefix}${field.name}`)]));
  return row_(input, fieldsOf(sum.input), '');
}
