import * as z from 'zod';
import type { LaidCard } from '../card';
import type { EntryContext, LineRest } from '../line';
import type { EvidenceBody } from '../trace/evidence';
import type { ReadingVerdict } from '../words';

/** What every entry has, whatever its kind. */
export const entryBase = {
  id: z.uuid().meta({ title: 'Its own id' }),
  jobId: z.uuid().meta({ title: 'Job to which it belongs' }),
  seq: z.number().int().min(1).max(9_999_999).meta({ title: 'Place on the tape, from 1' }),
  at: z.iso.datetime().meta({ title: 'When it was made, UTC' }),
  by: z.string().meta({ title: 'Who made it' }),
  done: z.iso.date().optional().meta({ title: 'Day on which it was done, where it was told on a later one' }),
};
export type EntryBase = z.infer<z.ZodObject<typeof entryBase>>;

/** One entry as people read it. */
export interface EntryWords {
  /** The point, part or channel it is of, shown before the words. */
  readonly ref?: string;
  readonly what: string;
  readonly figure?: string;
  readonly verdict?: ReadingVerdict;
}

/** The parts of the hand-back sheet that take lines from entries. */
export const paperPlaces = [
  'found',
  'cause',
  'casualty',
  'suffered',
  'done',
  'measured',
  'left-alone',
  'watch-for',
  'warranty',
  'consent',
] as const;
export interface PaperLine {
  readonly place: (typeof paperPlaces)[number];
  readonly text: string;
}

/** How an entry comes onto the hand-back sheet: as lines of its own, counted into a part of it that is worked out of several, or not, and why. */
export type Paper<Body> =
  | { readonly lines: (entry: Body, card: LaidCard | undefined) => readonly PaperLine[] }
  | { readonly counted: string }
  | { readonly none: string };

/** Reads what follows a verb: one entry, or several that are kept together. A word that it leaves is refused. */
export type ReadVerb<Body> = (rest: LineRest, context: EntryContext) => Body | readonly Body[];

/**
 * How an entry is typed. `verbs` are the first words that begin one; a kind that begins with a name instead (a point, a function) is read
 * by the entry room. `write` gives the line that reads back to the same entry, or undefined where an entry holds more than a line can say.
 */
type EntryLine<Body> =
  | {
      readonly verbs?: Readonly<Record<string, ReadVerb<Body>>>;
      readonly write: (entry: Body, card: LaidCard | undefined) => string | undefined;
    }
  | { readonly none: string };

export type EntryBody<K extends string, F extends z.ZodRawShape> = { readonly kind: K } & z.infer<z.ZodObject<F>>;

/** All that the program knows of one kind of entry. */
export interface EntryKind<K extends string, F extends z.ZodRawShape, Body = EntryBody<K, F>> {
  readonly kind: K;
  /** What it is called, in one or two words. */
  readonly title: string;
  /** What it records, in one sentence. */
  readonly about: string;
  readonly fields: F;
  readonly words: (entry: Body & { readonly by?: string }, card: LaidCard | undefined) => EntryWords;
  /** What to mind when it is done, said before it is kept. */
  readonly caution?: (entry: Body) => string;
  /** What it tells Trace; undefined when it tells nothing. */
  readonly evidence?: (entry: Body, card: LaidCard) => EvidenceBody | undefined;
  /** Why it tells Trace nothing, said where it does not; empty or left out where nobody would look for it there. */
  readonly silent?: (entry: Body, card: LaidCard) => string;
  readonly paper: Paper<Body>;
  /** Its row in `readings.csv`, where it holds a figure that was measured. */
  readonly csv?: (entry: Body) => Readonly<Record<string, string | number>>;
  readonly line: EntryLine<Body>;
  /** Entries as they may stand on a tape: each must read back from the line that is written of it. */
  readonly examples: readonly Body[];
}

/** Declares a kind of entry. `fields` gives the type of all the rest. */
export const defineKind = <const K extends string, F extends z.ZodRawShape>(
  kind: K,
  rest: Omit<EntryKind<K, F>, 'kind'>,
): EntryKind<K, F> => ({
  kind,
  ...rest,
});
