import { CoreError } from '../errors/core-error';
import type { RadioSet } from './records';
import type { Report } from './report';
import { dayOfEntry } from './talks';
import { ofKind, standing, type TapeEntry } from '../tape';
import { setVisitSchema, type SetVisit } from './set-visit';

/** The first line of a label, by which it is known. */
const firstLine = 'SET HISTORY 1';
/** A label of some 40 mm is read by any telephone up to so many bytes. */
export const labelBytes = 700;
/** What one visit may take, in letters. */
const mostOfVisit = 260;
const separator = ' | ';

const bytesOf = (text: string): number => new TextEncoder().encode(text).length;
/** A text that can stand between separators, on one line. */
const flat = (text: string): string => text.replace(/\s+/g, ' ').replaceAll('|', '/').trim();
const shortened = (text: string, most: number): string => (text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`);

/** A text without the name of the owner, or a part of it. */
function unnamed(text: string, name: string): string {
  const words = [name, ...name.split(/[\s,.;&]+/).filter((part) => part.length > 2)].filter(Boolean);
  return words.reduce((now, word) => {
    const found = word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
    return now.replace(new RegExp(`(?<![\\p{L}\\d])${found}(?![\\p{L}\\d])`, 'giu'), 'the owner');
  }, text);
}

/** What a visit leaves to say: what was the cause, what was done and renewed, what is left and to be watched. The owner is not named. */
export function visitOf(report: Report, tape: readonly TapeEntry[]): SetVisit {
  const { job, shop, causes, done, parts, watchFor, leftAlone, toDo } = report;
  const back = ofKind(standing(tape), 'handed-back').at(-1);
  const says = [
    ...causes.filter(({ what }) => what === 'Cause').flatMap(({ lines }) => lines.map((line) => `cause: ${line}`)),
    ...parts.map(({ what, fitted }) => `${what} renewed: ${fitted}`),
    // What was fitted stands there already.
    ...done.filter((line) => !parts.some(({ what }) => line.startsWith(`${what} `) || line.startsWith(`${what}:`))),
    ...[...leftAlone, ...toDo].map((line) => `left: ${line}`),
    ...watchFor.map((line) => `watch: ${line}`),
    ...(report.warranty.until === undefined || !back ? [] : [`warranty until ${report.warranty.until}`]),
  ];
  return {
    on: back ? dayOfEntry(back) : job.bookedInAt.slice(0, 10),
    shop: shortened(flat(shop.name), 60),
    job: job.number,
    says: shortened(flat(unnamed(says.join('; '), report.customer.name)) || 'looked at, nothing done', mostOfVisit),
  };
}

/** The text of a label: the set and its visits, the newest first, as many as the label holds. */
export function historyText(
  set: Pick<RadioSet, 'maker' | 'model' | 'serial'>,
  visits: readonly SetVisit[],
  most = labelBytes,
): { readonly text: string; readonly leftOut: number } {
  const lines = [firstLine, [set.maker, set.model, set.serial].map((each) => shortened(flat(each), 60)).join(separator)];
  const sorted = [...visits].sort((a, b) => (a.on < b.on ? 1 : -1));
  let held = 0;
  for (const { on, shop, job, says } of sorted) {
    const line = [on, shop, job === undefined ? '' : String(job), says].join(separator);
    if (bytesOf([...lines, line].join('\n')) > most) break;
    lines.push(line);
    held += 1;
  }
  return { text: lines.join('\n'), leftOut: sorted.length - held };
}

/** What a label tells of a set. */
export interface LabelRead {
  readonly maker: string;
  readonly model: string;
  readonly serial: string;
  readonly visits: readonly SetVisit[];
}

const refuse = (where: string, says: string): never => {
  throw new CoreError('unreadable', where, says, 'Type the set in by hand; nothing was changed.');
};

/**
 * Reads the text of a label.
 *
 * @throws CoreError that names the line which is no part of one
 */
export function readHistory(text: string): LabelRead {
  const [first = '', set = '', ...rest] = text
    .trim()
    .split(/\r?\n/)
    .map((line) => line.trim());
  if (first !== firstLine) return refuse('the label', 'This is no history of a set: its first line is another.');
  const [maker = '', model = '', serial = ''] = set.split('|').map((each) => each.trim());
  if (!maker || !model) return refuse('line 2', 'The label names no set.');
  const visits = rest.filter(Boolean).map((line, k): SetVisit => {
    const [on = '', shop = '', job = '', ...says] = line.split('|').map((each) => each.trim());
    const read = setVisitSchema.safeParse({ on, shop, says: says.join(' / '), ...(/^\d+$/.test(job) ? { job: Number(job) } : {}) });
    return read.success ? read.data : refuse(`line ${k + 3}`, 'This line is no visit of a set.');
  });
  return { maker, model, serial, visits };
}

const key = ({ on, shop, job }: SetVisit): string => [on, shop, job].join('|');
/** Visits that were known with those that a label tells, each once. */
export const joinVisits = (known: readonly SetVisit[], told: readonly SetVisit[]): SetVisit[] => [
  ...new Map([...told, ...known].map((visit) => [key(visit), visit])).values(),
];
