import type { ReadVerb } from '../tape/entry-kind';
import { ofWord } from '../line';
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

/** How one says that it has been done: `clean` is also `cleaned`, `tap` `tapped`. */
const pastsOf = (verb: string): readonly string[] => [
  `${verb}ed`,
  `${verb}${verb.at(-1) ?? ''}ed`,
  verb.endsWith('e') ? `${verb}d` : `${verb}ed`,
];
const pasts: Readonly<Record<string, string>> = Object.fromEntries(
  Object.keys(verbs).flatMap((verb) => pastsOf(verb).map((past) => [past, verb])),
);

/** The verb that a word is: as it stands, or told as done. */
export const verbOf = (word: string): ReadVerb<TapeBody> | undefined => {
  const said = word.toLowerCase();
  return ofWord(verbs, said) ?? ofWord(verbs, ofWord(pasts, said) ?? '');
};
