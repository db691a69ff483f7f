import type { Card } from '../card';
import type { StockItem } from '../job';
import { plainName } from '../line';
import type { EntryOf } from '../tape';

/** What is known of a part by its number: its legs, its ratings, and who says so. */
export interface PartNote {
  readonly part: string;
  readonly legs: string;
  readonly ratings: string;
  readonly from: readonly string[];
  /** The item of stock in which it stands, where it stands in one. */
  readonly stock?: string;
}

/** A comparison that was kept, with the job it was kept on. */
export interface SubstituteKept {
  readonly entry: EntryOf<'substitute'>;
  readonly job: number;
}

/** Whether a name is the number of a part, and no description of what it does. */
const isNumber = (name: string): boolean => /^[a-z]{1,5}[-\s]?\d|^\d[a-z]{1,3}\d/i.test(name);

const ratingsText = (rows: EntryOf<'substitute'>['rows'], of: 'original' | 'candidate'): string =>
  rows.flatMap((row) => (row[of] ? [`${row.name} ${row[of]}`] : [])).join(', ');

/**
 * The legs and ratings that are known of parts, by number: from the drawers, the cards, and what was compared on jobs. What the drawers say
 * counts before what jobs say, and that before what a card says.
 */
export function partNotes(known: {
  readonly stock: readonly StockItem[];
  readonly cards: readonly Pick<Card, 'chassis' | 'parts'>[];
  readonly kept: readonly SubstituteKept[];
}): readonly PartNote[] {
  const notes = new Map<string, PartNote>();
  const add = (part: string, legs: string, ratings: string, from: string, stock?: string): void => {
    const key = plainName(part);
    if (!key || (!legs && !ratings)) return;
    const had = notes.get(key);
    notes.set(key, {
      part: had?.part ?? part,
      legs: had?.legs || legs,
      ratings: had?.ratings || ratings,
      from: [...new Set([...(had?.from ?? []), from])],
      ...((had?.stock ?? stock) ? { stock: had?.stock ?? stock } : {}),
    } as PartNote);
  };
  for (const { id, part, legs = '', ratings = '' } of known.stock) add(part, legs, ratings, 'the drawers', id);
  for (const { entry, job } of [...known.kept].reverse()) {
    add(entry.original, entry.legs?.original ?? '', ratingsText(entry.rows, 'original'), `job ${job}`);
    add(entry.candidate, entry.legs?.candidate ?? '', ratingsText(entry.rows, 'candidate'), `job ${job}`);
  }
  for (const { chassis, parts } of known.cards)
    for (const { value, pins } of parts)
      if (pins?.length && isNumber(value))
        add(value, pins.map(({ pin, name }) => `${pin} ${name}`).join(', '), '', `the card of ${chassis}`);
  return [...notes.values()].sort((a, b) => a.part.localeCompare(b.part, 'en', { numeric: true }));
}

/** What is known of one part. */
export const noteOf = (notes: readonly PartNote[], part: string): PartNote | undefined => {
  const key = plainName(part);
  return key ? notes.find((note) => plainName(note.part) === key) : undefined;
};

/** One time that a part was put in the place of another. */
export interface UsedBefore {
  readonly job: number;
  readonly designator: string;
  /** ISO day. */
  readonly on: string;
  readonly went: 'held' | 'came-back' | 'in-hand';
}

/** Who used it before and how it went, in words; empty where nobody did. */
export function usedBeforeText(used: readonly UsedBefore[]): string {
  if (!used.length) return '';
  const of = (went: UsedBefore['went']): readonly UsedBefore[] => used.filter((each) => each.went === went);
  const jobs = (list: readonly UsedBefore[]): string => [...new Set(list.map(({ job }) => job))].join(', ');
  const parts = [
    of('held').length ? `held on job ${jobs(of('held'))}` : '',
    of('came-back').length ? `came back after job ${jobs(of('came-back'))}` : '',
    of('in-hand').length ? `is in on job ${jobs(of('in-hand'))}, still here` : '',
  ];
  return `used before: ${parts.filter(Boolean).join('; ')}`;
}
