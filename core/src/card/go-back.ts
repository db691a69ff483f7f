import { CoreError } from '../errors/core-error';
import { keyOfList, type Card } from './card-schema';
import type { Back, CardHistory } from './card-history';
import { slug } from './notation/guesses';
import { readCard } from './read-card';

type Item = Record<string, unknown>;
type Fields = Record<string, unknown>;

/** What belongs to the card as a file, and is no part of what it says of the chassis. */
const apart = new Set(['id', 'format', 'version', 'history']);
/** So many changes can be taken back; of older ones only the words are kept. */
const kept = 40;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const keyOf = (field: string): string | undefined => (keyOfList as Record<string, string>)[field];

/** How to make of `now` what was before. */
function backFrom(now: Card, was: Card): Back[] {
  const [after, before] = [now, was] as unknown as [Fields, Fields];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((field): Back[] => {
    if (apart.has(field) || same(after[field], before[field])) return [];
    const key = keyOf(field);
    const whole = { field, ...(before[field] === undefined ? {} : { value: before[field] }) };
    if (key === undefined) return [whole];
    const [new_, old] = [after[field] as Item[], before[field] as Item[]];
    const nameOf = (each: Item): string => String(each[key]);
    const names = (list: readonly Item[], other: readonly Item[]): string =>
      list
        .map(nameOf)
        .filter((name) => other.some((each) => nameOf(each) === name))
        .join(' ');
    // Where the order itself has changed, items alone would not bring it back.
    if (names(new_, old) !== names(old, new_)) return [whole];
    const drop = new_.map(nameOf).filter((name) => !old.some((each) => nameOf(each) === name));
    const put = old.flatMap((each, at) =>
      same(
        each,
        new_.find((other) => nameOf(other) === nameOf(each)),
      )
        ? []
        : [{ at, item: each }],
    );
    return [{ field, ...(drop.length ? { drop } : {}), ...(put.length ? { put } : {}) }];
  });
}

function takenBack(card: Fields, back: readonly Back[]): Fields {
  let out = { ...card };
  for (const { field, drop = [], put = [], value } of back) {
    const key = keyOf(field);
    if (key === undefined || (drop.length === 0 && put.length === 0)) {
      // What was not there is not there again.
      out = Object.fromEntries([
        ...Object.entries(out).filter(([name]) => name !== field),
        ...(value === undefined ? [] : [[field, value]]),
      ]);
      continue;
    }
    const replaced = new Set(put.map((each) => String(each.item[key])));
    const list = ((out[field] ?? []) as Item[]).filter((each) => !drop.includes(String(each[key])) && !replaced.has(String(each[key])));
    for (const { at, item } of [...put].sort((a, b) => a.at - b.at)) list.splice(Math.min(at, list.length), 0, item);
    out[field] = list;
  }
  return out;
}

/** What was learned or changed, and when. */
export interface CardChangeNote {
  readonly on: string;
  readonly what: string;
  readonly job?: number;
}

/** The card as it is now, with a line of what has changed since it `was`, which can be taken back. */
export function noted(was: Card, now: Card, { on, what, job }: CardChangeNote): Card {
  const line = { on, what, ...(job === undefined ? {} : { job }), back: backFrom(now, was) };
  const lines: CardHistory = [...(was.history ?? []), line];
  return { ...now, history: lines.map((each, i) => (i < lines.length - kept ? { ...each, back: undefined } : each)) };
}

/** Whether the card can be brought back to what it was before this line of its history. */
export const canGoBack = (card: Card, line: number): boolean => {
  const since = (card.history ?? []).slice(line);
  return line >= 0 && since.length > 0 && since.every(({ back }) => back !== undefined);
};

/**
 * The card as it was before a line of its history, with the lines from there on taken off, and one that says so, which can itself be
 * taken back.
 * @param line place in its history, from 0
 * @param on ISO date
 * @throws CoreError `unknown-name` where that is too long ago
 */
export function backBefore(card: Card, line: number, on: string): Card {
  const history = card.history ?? [];
  const first = history[line];
  if (!first || !canGoBack(card, line))
    throw new CoreError(
      'unknown-name',
      'history',
      'This change can no longer be taken back.',
      'Change the card by hand, or take it from an archive.',
    );
  const before = history.slice(line).reduceRight((fields, { back = [] }) => takenBack(fields, back), card as unknown as Fields);
  const restored = readCard({ ...before, history: history.slice(0, line) });
  const what = `back to before “${first.what}”`;
  return { ...restored, history: [...history.slice(0, line), { on, what, back: backFrom(restored, card) }] };
}

const fieldNames: Readonly<Record<string, string>> = {
  testPoints: 'points',
  limits: 'tests',
  coldChecks: 'checks',
  hazards: 'cautions',
  madeFrom: 'years',
  madeTo: 'years',
  frequencyPlan: 'frequency plan',
  channelPlan: 'channels',
};

/** What of a card is other than it was, in a few words: `2 tests, sections`; nothing where all is the same. */
export function changedText(was: Card, now: Card): string {
  const words = backFrom(now, was).map(({ field, drop = [], put = [] }) => {
    const name = fieldNames[field] ?? field;
    const count = new Set([...drop, ...put.map((each) => String(each.item[keyOf(field) ?? '']))]).size;
    return count === 0 ? name : `${count} ${count === 1 ? name.replace(/s$/, '') : name}`;
  });
  return [...new Set(words)].join(', ');
}

/** A card of its own with all that this one says, under another name: the original stays as it is. */
export function copyOf(card: Card, others: readonly Card[], on: string): Card {
  const named = (name: string): boolean => others.some(({ chassis, id }) => chassis === name || id === slug(name));
  let chassis = `${card.chassis} copy`;
  for (let n = 2; named(chassis); n += 1) chassis = `${card.chassis} copy ${n}`;
  const [model] = card.models;
  const id = slug(chassis);
  const models = model ? [{ ...model, id: `${id}-model`, name: `${model.name} copy` }] : card.models;
  return { ...card, id, chassis, models, history: [{ on, what: `begun as a copy of ${card.chassis}` }] };
}
