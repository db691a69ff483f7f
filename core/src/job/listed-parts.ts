import { partOf, type LaidCard } from '../card';
import { readingText, type EntryOf, type TapeEntry } from '../tape';
import type { ListedState } from '../words';
import type { WantedPart } from './records';
import { hasPolarity } from './polarity';
import { directionCheck } from './safety-checks';

/** One part of the list of a job: all that was said of it, the latest word on each, and what was done since. */
export interface ListedPart {
  readonly designator: string;
  readonly section?: string;
  /** What is in it by the card. */
  readonly old: string;
  /** What is to go in; empty until somebody says so, and it is then the same again. */
  readonly value: string;
  readonly room?: NonNullable<EntryOf<'listed'>['room']>;
  readonly role?: NonNullable<EntryOf<'listed'>['role']>;
  readonly group: string;
  /** Where it lies on a picture of the job. */
  readonly at?: { readonly attachment: string; readonly x: number; readonly y: number; readonly acrossM?: number };
  readonly state: ListedState;
  /** Why it is left. */
  readonly why: string;
  /** The item of stock that is to be taken. */
  readonly stock?: string;
  /** It stands one way only. */
  readonly oneWay: boolean;
  /** How the old one stood. */
  readonly stands: string;
  /** How the one that is in now stands, held against that; undefined until it was looked at. */
  readonly polarity?: 'right' | 'wrong';
  /** What was measured of it last, and how that is. */
  readonly measured?: { readonly text: string; readonly verdict: EntryOf<'reading'>['verdict'] };
  readonly proven?: 'good' | 'bad';
  readonly proof: string;
  /** The entry by which it was fitted last. */
  readonly fit?: EntryOf<'fit'>;
}

/** Whether a part of the list is still to be renewed: one that is only suspect, that was fitted or that stays is not. */
export const isToFit = ({ state }: Pick<ListedPart, 'state'>): boolean => state === 'wanted' || state === 'ordered' || state === 'here';

type Changing = { -readonly [K in keyof ListedPart]?: ListedPart[K] | undefined } & { designator: string };

/** Parts that stand on the list of a job, in the order in which they came there. `stood` is the tape without what was struck. */
export function listedParts(card: LaidCard | undefined, stood: readonly TapeEntry[]): readonly ListedPart[] {
  const list = new Map<string, Changing>();
  for (const entry of stood)
    if (entry.kind === 'listed' && !list.has(entry.designator)) list.set(entry.designator, { designator: entry.designator });
  for (const entry of stood) {
    const name =
      entry.kind === 'reading'
        ? entry.subject.what === 'part'
          ? entry.subject.designator
          : ''
        : 'designator' in entry
          ? (entry.designator ?? '')
          : '';
    const part = list.get(name.toUpperCase());
    if (part) take(part, entry);
    // The check before power is of all that was renewed.
    if (entry.kind === 'safety' && entry.check === directionCheck && entry.result === 'right')
      for (const each of list.values()) if (each.state === 'fitted') each.polarity = 'right';
  }
  return [...list.values()].map((part) => {
    const old = oldOf(card, part.designator);
    const value = part.value ?? '';
    const oneWay = hasPolarity(part.designator, value || old, card);
    return {
      group: '',
      state: 'wanted',
      why: '',
      stands: '',
      proof: '',
      ...part,
      old,
      value,
      oneWay,
      polarity: oneWay ? part.polarity : undefined,
    } as ListedPart;
  });
}

/** What is in a place by its card. */
function oldOf(card: LaidCard | undefined, designator: string): string {
  const part = card && partOf(card, designator);
  return part ? [part.value, part.rating].filter(Boolean).join(' ') : '';
}

function take(part: Changing, entry: TapeEntry): void {
  if (entry.kind === 'listed') {
    const { value, room, role, group, stands, polarity, state, stock, section, why, attachment, spot } = entry;
    const at = spot && attachment !== undefined ? { attachment, ...spot } : undefined;
    const said = { value, room, role, group, stands, polarity, state, stock, section, at };
    Object.assign(part, Object.fromEntries(Object.entries(said).filter(([, each]) => each !== undefined)));
    if (state) part.why = why ?? '';
    // Another part needs another item.
    if (value !== undefined && stock === undefined) part.stock = undefined;
  } else if (entry.kind === 'fit') {
    Object.assign(part, { state: 'fitted', fit: entry, polarity: undefined, measured: undefined, why: '' });
  } else if (entry.kind === 'proof') {
    Object.assign(part, { proven: entry.result, proof: entry.text ?? '' });
    // What was only suspect is to be renewed once it is proven bad.
    if (part.state === 'suspect' && entry.result === 'bad') part.state = 'wanted';
  } else if (entry.kind === 'reading' && entry.subject.what === 'part' && entry.subject.pin === undefined) {
    part.measured = { text: readingText(entry), verdict: entry.verdict };
  }
}

/** What of the list is still to be fitted, as the orders of the shop see it. `stood` is the tape without what was struck. */
export const wantedParts = (card: LaidCard | undefined, stood: readonly TapeEntry[]): WantedPart[] =>
  listedParts(card, stood).flatMap(({ designator, value, old, state, stock }) =>
    state === 'wanted' || state === 'ordered' || state === 'here'
      ? [{ designator, part: value || old, state, ...(stock === undefined ? {} : { stock }) }]
      : [],
  );

/** Parts that stand one way only and were renewed, whose new one nobody has held against how the old one stood. */
export const polarityOpen = (list: readonly ListedPart[]): readonly string[] =>
  list.flatMap(({ state, oneWay, polarity, designator }) => (state === 'fitted' && oneWay && polarity !== 'right' ? [designator] : []));
