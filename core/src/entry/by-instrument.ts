import { refuse, type EntryContext, type Word } from '../line';
import { instrumentsFor, type Instrument, type ReadingTaken } from '../measure';
import type { Understood } from './understood';

/** A line that says at its end by which instrument, without that end. */
export interface NamedAtEnd {
  readonly line: string;
  readonly by: Instrument;
  /** Where that begins. */
  readonly at: number;
}

const isBy = ({ text }: Word): boolean => /^(by|with)$/i.test(text);
/** What takes the instrument out of hand again. */
const noneWords: ReadonlySet<string> = new Set(['any', 'none', 'nothing', 'usual', 'off']);

/**
 * A reading that says by which instrument, `tp3 13.2v by bench meter`; undefined where it says none.
 * @param isReading whether a line is a reading by itself: in a note, or the name of a part, "by" is a word as any other
 * @throws CoreError `unknown-name` where the shop has none so called, or several
 */
export function namedAtEnd(
  words: readonly Word[],
  line: string,
  context: EntryContext,
  isReading: (line: string) => boolean,
): NamedAtEnd | undefined {
  const at = words.findLast(isBy);
  if (!at || at === words[0] || context.by) return undefined;
  const said = line.slice(at.at + at.text.length).trim();
  const before = line.slice(0, at.at).trimEnd();
  const found = instrumentsNamed(said, context.instruments);
  const [by, other] = found;
  if (by && !other) return { line: before, by, at: at.at };
  return said && isReading(before) ? refuseNamed(said, found, at.at) : undefined;
}

/**
 * An instrument alone, `by bench meter`, which is in hand from now on, and `by any`, which takes it out again; undefined of any other line.
 * @throws CoreError `unknown-name` where the shop has none so called, or several
 */
export function takenInHand([first, second]: readonly Word[], line: string, context: EntryContext): Understood | undefined {
  if (!first || !second || !isBy(first)) return undefined;
  const said = line.slice(second.at).trim();
  const { condition } = context;
  if (noneWords.has(said.toLowerCase()))
    return { entry: null, title: 'No instrument in hand', effect: 'Each reading is judged by the usual one.', condition, inHand: null };
  const found = instrumentsNamed(said, context.instruments);
  const [by, other] = found;
  if (!by || other) return refuseNamed(said, found, second.at);
  return {
    entry: null,
    title: `In hand: ${by.name}`,
    effect: 'What it reads in the lines that follow is read by it. Take it out by: by any.',
    condition,
    inHand: by,
  };
}

/** By what a reading was made: what its line says, else what is in hand, where that serves such a reading. */
export function byWhat({ by, inHand, instruments }: EntryContext, taken: Omit<ReadingTaken, 'value' | 'step'>): Instrument | undefined {
  if (by || !inHand) return by;
  const { word } = taken;
  // What others are kept for, such as the generator for a sensitivity, is not read by a meter in hand.
  const kept = instruments.some(({ id, words }) => id !== inHand.id && word !== undefined && words?.includes(word));
  const serves = instrumentsFor([inHand], taken).length > 0;
  return serves && (!kept || inHand.words?.includes(word ?? '')) ? inHand : undefined;
}

const refuseNamed = (said: string, found: readonly Instrument[], at: number): never =>
  found.length
    ? refuse(at, `More than one instrument is called so: ${found.map(({ name }) => name).join('; ')}.`, 'Write more of its name.')
    : refuse(at, `The shop has no instrument called ${said}.`, 'Write it as it stands in Instruments, or enter it there.');

/** The instruments so called: by id, by the whole name, or else by words of it. */
function instrumentsNamed(said: string, instruments: readonly Instrument[]): readonly Instrument[] {
  const name = said.toLowerCase();
  const whole = instruments.filter((each) => each.id.toLowerCase() === name || each.name.toLowerCase() === name);
  if (whole.length || !name) return whole;
  const parts = name.split(/\s+/);
  return instruments.filter((each) => {
    const own = each.name.toLowerCase().split(/[\s,]+/);
    return parts.every((part) => own.some((word) => word.startsWith(part)));
  });
}
