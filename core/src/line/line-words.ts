import type { Condition, LaidCard } from '../card';
import { CoreError } from '../errors/core-error';
import type { Instrument } from '../measure';
import type { LineRest } from './line-rest';

/** What the entry line knows of an item of the shop's stock. */
export interface StockKnown {
  readonly id: string;
  readonly part: string;
  readonly drawer: string;
  readonly quantity: number;
  /** Each, in minor units of the job's currency; absent where the stock is priced in another. */
  readonly priceMinor?: number;
}

/** What the entry line knows when it reads a line. */
export interface EntryContext {
  readonly card?: LaidCard;
  /** The sticky condition: mode, band, channel, keyed. */
  readonly condition: Condition;
  readonly instruments: readonly Instrument[];
  /** The instrument by which it is read, where that was said. */
  readonly by?: Instrument;
  /** The instrument that is in hand: what it reads is read by it, until another is taken. */
  readonly inHand?: Instrument;
  /** Whether a designator that the card does not name stands on its sheets. */
  readonly onSheets?: (designator: string) => boolean;
  /** Why a part should not be fitted yet, such as a bias outside its window; undefined where nothing speaks against it. */
  readonly against?: (designator: string) => string | undefined;
  readonly stock?: readonly StockKnown[];
  /** The day of the reading, for instruments that age. */
  readonly now?: Date;
}

export interface Word {
  readonly text: string;
  readonly at: number;
}

export const wordsOf = (line: string): Word[] => [...line.matchAll(/\S+/g)].map((m) => ({ text: m[0], at: m.index }));

/** What a table has under a typed word; a word such as `constructor` names nothing. */
export const ofWord = <T>(table: Readonly<Record<string, T>>, word: string): T | undefined =>
  Object.hasOwn(table, word) ? table[word] : undefined;

export const refuse = (at: number, message: string, remedy: string): never => {
  throw new CoreError('unknown-name', 'line', message, remedy, at);
};

export const isDesignator = (text: string): boolean => /^[a-z]{1,4}\d{1,4}[a-z]?$/i.test(text);

/** All that follows, which must be something. */
export const need = (rest: LineRest, what: string, example: string): string =>
  rest.next ? rest.takeText() : refuse(rest.at, `${what} is missing.`, `Write it like: ${example}`);
