import { LineRest, need, refuse, wordsOf } from '../../line';
import { moneyText, parseMoney } from '../../money';

/** A sum of money and what is said of it, as a line has them behind its verb. */
export interface SumFirst {
  readonly amountMinor: number;
  readonly text?: string;
}

/** Takes a sum that stands first, without its currency, and all the words behind it. */
export function takeSumFirst(rest: LineRest, example: string): SumFirst {
  if (!rest.next) need(rest, 'How much', example);
  const { at, next } = rest;
  // A comma behind the sum belongs to the words, and one within it to the sum.
  const amountMinor = parseMoney((next?.text ?? '').replace(/[,;:.]$/, ''));
  if (!amountMinor) return refuse(at, `"${next?.text}" is not a sum.`, `Write the sum first, without its currency, like: ${example}.`);
  rest.take();
  const text = rest.takeText();
  return { amountMinor, ...(text ? { text } : {}) };
}

/** The line of a sum; undefined where its words would not read back. */
export function writeSumFirst(verb: string, { amountMinor, text }: SumFirst): string | undefined {
  const line = [verb, moneyText(amountMinor), text].filter(Boolean).join(' ');
  return takeSumFirst(new LineRest(line, wordsOf(line).slice(1)), '').text === text ? line : undefined;
}

/** Its words, with no currency: that is the job's. */
export const sumFirstText = ({ amountMinor, text }: SumFirst): string => `${moneyText(amountMinor)}${text ? `, ${text}` : ''}`;
