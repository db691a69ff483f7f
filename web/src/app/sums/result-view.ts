import type { ReadingVerdict } from '@amber-relay/core/words';
import { fieldsOf, shown, valueText, type FieldSpec, type Spread, type Sum } from '@amber-relay/core/sums';

/** A figure or a word that came out, with what ± is carried to it. */
interface Line {
  readonly title: string;
  readonly text: string;
  readonly spread: string;
}
interface Table {
  readonly title: string;
  readonly columns: readonly { readonly title: string; readonly isFigure: boolean }[];
  readonly rows: readonly (readonly string[])[];
  /** Rows that are there and not shown. */
  readonly more: number;
}
/** What came out of a sum, sorted by how it is shown. */
export interface ResultView {
  /** The leading figures, shown large. */
  readonly tiles: readonly Line[];
  /** A verdict or a state; `of` where it is one of the four that have a sign of their own. */
  readonly verdict: { readonly title: string; readonly text: string; readonly of?: ReadingVerdict } | undefined;
  readonly sentences: readonly string[];
  readonly lines: readonly Line[];
  readonly tables: readonly Table[];
}

const verdicts: readonly string[] = ['in', 'low', 'high', 'cant-tell'];
const judging: readonly string[] = ['verdict', 'state'];
const figureKinds: readonly string[] = ['number', 'whole', 'money'];
const rowsShown = 40;
const tilesShown = 3;
/** Longer than this is not read at a glance. */
const tileLength = 14;
/** Characters that stand side by side, the verdict among them. */
const roomForTiles = 34;
/** A list of more points than this is in the picture. */
const pointsListed = 30;

const isSentence = (field: FieldSpec, value: unknown): boolean =>
  field.kind === 'text' && typeof value === 'string' && /[.:] |\.$/.test(value) && value.length > 20;
const isPoints = (value: unknown): boolean => Array.isArray(value) && Array.isArray(value[0]) && value.length > pointsListed;
/** `inputShunt` as one says it. */
const spoken = (name: string): string => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

export function resultView(sum: Sum, output: Readonly<Record<string, unknown>>, spreads: readonly Spread[] = []): ResultView {
  const given = fieldsOf(sum.output).filter((field) => output[field.name] !== undefined);
  const spreadText = (path: string, field: FieldSpec): string => {
    const spread = spreads.find((each) => each.path === path);
    if (!spread) return '';
    const one = (value: number): string => `± ${shown(value, field.unit ?? '', 3)}${field.shownUnit ? ` ${field.shownUnit}` : ''}`;
    return `${one(spread.worst)} worst case, ${one(spread.rss)} RSS`;
  };
  const line = (title: string, value: unknown, field: FieldSpec, path: string): Line => ({
    title,
    text: valueText(value, field),
    spread: spreadText(path, field),
  });
  const plain = given.flatMap((field): Line[] => {
    const value = output[field.name];
    if (field.kind === 'group') {
      if (value === null) return [line(field.title, null, field, field.name)];
      return (field.parts ?? []).flatMap((part) => {
        const inner = (value as Record<string, unknown>)[part.name];
        if (part.kind === 'rows' || inner === undefined) return [];
        return [line(`${field.title}, ${part.title.toLowerCase()}`, inner, part, `${field.name}.${part.name}`)];
      });
    }
    if (field.kind === 'named-figures')
      return Object.entries(value as Record<string, number>).map(([name, figure]) =>
        line(`${field.title}: ${spoken(name)}`, figure, field, `${field.name}.${name}`),
      );
    if (field.kind === 'rows' || isSentence(field, value) || judging.includes(field.name) || isPoints(value)) return [];
    return [line(field.title, value, field, field.name)];
  });
  const judged = judging
    .flatMap((name) => given.find((field) => field.name === name) ?? [])
    .find((field) => !isSentence(field, output[field.name]));
  const word = judged && output[judged.name];
  let room = roomForTiles - (judged ? String(word).length + 2 : 0);
  const tiles: Line[] = [];
  for (const each of plain.filter(({ text }) => text.length <= tileLength)) {
    if (tiles.length === tilesShown || (room -= each.text.length) < 0) break;
    tiles.push(each);
  }
  return {
    tiles,
    lines: plain.filter((each) => !tiles.includes(each)),
    verdict:
      judged && typeof word === 'string'
        ? {
            title: judged.title,
            text: word.replaceAll('-', ' '),
            ...(verdicts.includes(word) ? { of: word as ReadingVerdict } : {}),
          }
        : undefined,
    sentences: given.flatMap((field) => (isSentence(field, output[field.name]) ? [output[field.name] as string] : [])),
    tables: given.filter((field) => field.kind === 'rows').flatMap((field) => tableOf(field, output[field.name]) ?? []),
  };
}

function tableOf(field: FieldSpec, value: unknown): Table | undefined {
  const rows = value as readonly Record<string, unknown>[];
  if (rows.length === 0) return undefined;
  const columns = (field.parts ?? []).filter((part) => part.name !== 'groups' && rows.some((row) => (row[part.name] ?? null) !== null));
  return {
    title: field.title,
    columns: columns.map((column) => ({ title: column.title, isFigure: figureKinds.includes(column.kind) })),
    rows: rows.slice(0, rowsShown).map((row) => columns.map((column) => cellText(row[column.name], column))),
    more: Math.max(0, rows.length - rowsShown),
  };
}

/** A cell of a table; a list within it is told one after the other. */
function cellText(value: unknown, column: FieldSpec): string {
  if (value === undefined) return '';
  const parts = column.parts ?? [];
  if (column.kind === 'rows')
    return (value as readonly Record<string, unknown>[])
      .map((row) => parts.map((part) => cellText(row[part.name], part)).join(' '))
      .join('; ');
  if (column.kind === 'group') return parts.map((part) => cellText((value as Record<string, unknown>)[part.name], part)).join(' + ');
  return valueText(value, column);
}
