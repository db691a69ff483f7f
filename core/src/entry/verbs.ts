import type { ReadVerb } from '../tape/entry-kind';
import { allKinds, type TapeBody } from '../tape';

/** The first words that are not a point, a test, a part or a function: those of every kind of entry that has some. */
export const verbs: Readonly<Record<string, ReadVerb<TapeBody>>> = Object.assign(
  {},
  ...allKinds.map(({ line }) => ('verbs' in line ? line.verbs : {})),
) as Record<string, ReadVerb<TapeBody>>;

/** What the entry of a verb is called, by the verb. */
export const verbKinds: Readonly<Record<string, string>> = Object.fromEntries(
  allKinds.flatMap(({ line, title }) => ('verbs' in line ? Object.keys(line.verbs ?? {}).map((verb) => [verb, title.toLowerCase()]) : [])),
);
