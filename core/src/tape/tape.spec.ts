import { tapeOf } from '../testing/entries';
import { standing } from './tape';
import type { TapeBody } from './tape-entry';

const note = (text: string, done?: string): TapeBody => ({ kind: 'note', text, ...(done ? { done } : {}) });
/** What stands of notes that were each typed on the day of 2026-02-12 and after, in their order. */
const order = (...bodies: readonly TapeBody[]): string[] =>
  standing(tapeOf(...bodies)).map((entry) => (entry.kind === 'note' ? `${entry.seq} ${entry.text}` : entry.kind));

describe('what stands on a tape', () => {
  it('is in the order in which it was done, what was told afterwards behind all of its day', () => {
    expect(order(note('a'), note('b', '2020-01-03'), note('c', '2020-01-02'), note('d', '2020-01-03'), note('e'))).toEqual([
      '1 c',
      '2 b',
      '3 d',
      '4 a',
      '5 e',
    ]);
  });
  it('is the tape itself where nothing was told afterwards', () => {
    const tape = tapeOf(note('a'), note('b'));
    expect(standing(tape)).toEqual(tape);
    expect(standing(tape)[0]).toBe(tape[0]!);
  });
  it('keeps entries that need no other number as they are', () => {
    const tape = tapeOf(note('a', '2020-01-03'), note('b'));
    expect(standing(tape).map((entry, i) => entry === tape[i])).toEqual([true, true]);
  });
});
