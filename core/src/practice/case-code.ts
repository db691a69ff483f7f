import { sha256 } from '@noble/hashes/sha2.js';
import type { Card } from '../card';
import { CoreError } from '../errors';

/** What is wrong with a set that is practised on. The place of a word is its number in a code: new ones come at the end. */
export const caseWays = [
  'one',
  'casualty',
  'second',
  'comes-and-goes',
  'with-warmth',
  'in-one-state',
  'turned',
  'wrong-part',
  'miswired',
  'outside',
  'healthy',
] as const;
export type CaseWay = (typeof caseWays)[number];
export const wayNames: Readonly<Record<CaseWay, string>> = {
  one: 'one fault',
  casualty: 'a fault, and what it killed',
  second: 'a second fault behind the first',
  'comes-and-goes': 'it comes and goes',
  'with-warmth': 'it comes with warmth',
  'in-one-state': 'in one state alone',
  turned: 'previous hands have turned it',
  'wrong-part': 'a wrong part was fitted',
  miswired: 'it was wired wrong',
  outside: 'the cause lies outside',
  healthy: 'nothing is wrong with it',
};

/** What a code says: which card, what sort of trouble, and the seed from which all the rest follows. */
export interface CaseSpec {
  /** Of the card, 0 to 2^20 − 1: see `cardMark`. */
  readonly card: number;
  readonly way: CaseWay;
  /** 0 to 2^25 − 1. */
  readonly seed: number;
}
export const seeds = 2 ** 25;

/** Letters and digits that are not taken for one another when they are read out. */
const signs = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const looksLike: Readonly<Record<string, string>> = { O: '0', I: '1', L: '1', U: 'V' };

const hashOf = (text: string, bits: number): number => {
  const [a = 0, b = 0, c = 0, d = 0] = sha256(new TextEncoder().encode(text));
  return ((a << 24) | (b << 16) | (c << 8) | d) >>> (32 - bits);
};

/** The same whatever the order in which its fields were written. */
const plain = (_: string, value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

/** Twenty bits by which a card is known: of all that decides how a set of it behaves, and of nothing else. Two cards have the same by chance once in a million. */
export function cardMark(card: Card): number {
  const { modes, bands, sections, parts, functions, testPoints, injections, forcings, access, limits, loops, hazards } = card;
  const deciding = [modes, bands, sections, parts, functions, testPoints, injections, forcings, access, limits, loops, hazards];
  return hashOf(JSON.stringify(deciding, plain), 20);
}

const written = (value: number, length: number): string => {
  let text = '';
  for (let left = value, i = 0; i < length; i += 1, left = Math.floor(left / 32)) text = `${signs[left % 32] ?? ''}${text}`;
  return text;
};
const read = (text: string): number => [...text].reduce((sum, sign) => sum * 32 + signs.indexOf(sign), 0);

/** What the middle of a code is mixed with, so that the sort of trouble cannot be read off it. */
const maskOf = (card: number, check: number): number => hashOf(`${card} ${check} middle`, 30);
const checkOf = (card: number, middle: number): number => hashOf(`${card} ${middle} check`, 10);

/**
 * The code of a case, twelve signs in three groups.
 * @example
 * readCode(caseCode({ card: 7, way: 'second', seed: 1986 })).seed //~> 1986
 */
export function caseCode({ card, way, seed }: CaseSpec): string {
  const middle = caseWays.indexOf(way) * seeds + seed;
  const check = checkOf(card, middle);
  const text = written(card, 4) + written((middle ^ maskOf(card, check)) >>> 0, 6) + written(check, 2);
  return `${text.slice(0, 4)}-${text.slice(4, 8)}-${text.slice(8)}`;
}

/**
 * Reads a code as it was typed: small letters, spaces, and signs that look alike are taken for what they are meant to be.
 * @throws CoreError `unreadable` where it is no code, or not written as it was given
 */
export function readCode(typed: string): CaseSpec {
  const text = [...typed.toUpperCase().replaceAll(/[\s-]/g, '')].map((sign) => looksLike[sign] ?? sign).join('');
  const refuse = (message: string, remedy: string): never => {
    throw new CoreError('unreadable', 'code', message, remedy);
  };
  if (text.length !== 12) refuse(`A code has twelve signs; this has ${text.length}.`, 'Write it as it was given, such as K7F2-91QD-3M6T.');
  const strange = [...text].find((sign) => !signs.includes(sign));
  if (strange) refuse(`"${strange}" stands in no code.`, 'A code has only letters and digits.');
  const card = read(text.slice(0, 4));
  const check = read(text.slice(10));
  const middle = (read(text.slice(4, 10)) ^ maskOf(card, check)) >>> 0;
  const way = caseWays[Math.floor(middle / seeds)];
  if (way === undefined || checkOf(card, middle) !== check)
    return refuse('One of its signs is not as it was given.', 'Compare it with the one that you were given, sign by sign.');
  return { card, way, seed: middle % seeds };
}
