import fc from 'fast-check';
import { tapeOf } from '../testing/entries';
import { joinTapes } from './join-tapes';
import { standing, strikesOf, tapeLines } from './tape';
import type { TapeEntry } from './tape-entry';

const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const note = (n: number, seq: number, minute: number): TapeEntry => ({
  kind: 'note',
  text: `note ${n}`,
  id: uuid(n),
  jobId: uuid(0),
  seq,
  at: new Date(Date.UTC(2026, 10, 27, 9, minute)).toISOString(),
  by: 'Runa',
});
/** Two tapes with a common beginning, each then written on by its own bench, with clocks that need not agree. */
const benches = fc
  .tuple(fc.nat(4), fc.array(fc.nat(50), { maxLength: 5 }), fc.array(fc.nat(50), { maxLength: 5 }))
  .map(([common, one, other]) => {
    const begun = Array.from({ length: common }, (_, i) => note(i + 1, i + 1, i));
    const on = (minutes: number[], from: number): TapeEntry[] => [...begun, ...minutes.map((m, i) => note(from + i, common + i + 1, m))];
    return [on(one, 100), on(other, 200)] as const;
  });
const texts = (tape: readonly TapeEntry[]): string[] => tape.map((entry) => (entry.kind === 'note' ? entry.text : ''));

describe('joining the tapes of one job', () => {
  it('gives the same tape whichever way round, with every entry once and each bench’s order kept', () => {
    const law = fc.property(benches, ([one, other]) => {
      const joined = joinTapes(one, other).tape;
      const places = new Map(joined.map((entry) => [entry.id, entry.seq]));
      const inOrder = (tape: readonly TapeEntry[]): boolean =>
        tape.every((entry, i) => i === 0 || places.get(tape[i - 1]!.id)! < places.get(entry.id)!);
      return (
        JSON.stringify(joined) === JSON.stringify(joinTapes(other, one).tape) &&
        new Set([...one, ...other].map(({ id }) => id)).size === joined.length &&
        joined.every((entry, i) => entry.seq === i + 1) &&
        inOrder(one) &&
        inOrder(other)
      );
    });
    expect(() => fc.assert(law)).not.toThrow();
  });

  it('changes nothing when one is joined again, or a part of it is', () => {
    const law = fc.property(benches, ([one, other]) => {
      const joined = joinTapes(one, other).tape;
      return [one, other, joined].every((part) => {
        const again = joinTapes(joined, part);
        return again.onlyThere === 0 && JSON.stringify(again.tape) === JSON.stringify(joined);
      });
    });
    expect(() => fc.assert(law)).not.toThrow();
  });

  it('keeps the newer entries when an older file comes in, and says who has what', () => {
    const newer = [note(1, 1, 0), note(2, 2, 1), note(3, 3, 2)];
    const { tape, onlyHere, onlyThere } = joinTapes(newer, newer.slice(0, 1));
    expect([texts(tape), onlyHere, onlyThere]).toEqual([['note 1', 'note 2', 'note 3'], 2, 0]);
  });

  it('puts what both wrote since by the time at which it was written', () => {
    const { tape } = joinTapes([note(1, 1, 0), note(2, 2, 5)], [note(1, 1, 0), note(3, 2, 3), note(4, 3, 9)]);
    expect(texts(tape)).toEqual(['note 1', 'note 3', 'note 2', 'note 4']);
  });

  it('refuses an entry that says something else', () => {
    const other = { ...note(2, 2, 1), text: 'changed' } as TapeEntry;
    expect(() => joinTapes([note(1, 1, 0), note(2, 2, 1)], [note(1, 1, 0), other])).toThrowError(/something else/);
    expect(() => joinTapes([], [note(1, 1, 0), note(1, 2, 0)])).toThrowError(/twice/);
  });
});

describe('an entry that two benches struck', () => {
  it('comes back when every strike against it is struck', () => {
    const tape = tapeOf({ kind: 'note', text: 'hum' });
    const id = tape[0]!.id;
    const struck = tapeOf(
      { kind: 'note', text: 'hum' },
      { kind: 'strike', entry: id, reason: 'slip' },
      { kind: 'strike', entry: id, reason: 'slip too' },
    );
    expect(standing(struck)).toEqual([]);
    expect(strikesOf(struck, id).map(({ reason }) => reason)).toEqual(['slip', 'slip too']);
    const back = tapeOf(
      { kind: 'note', text: 'hum' },
      { kind: 'strike', entry: id, reason: 'slip' },
      { kind: 'strike', entry: id, reason: 'slip too' },
      ...strikesOf(struck, id).map((strike) => ({ kind: 'strike' as const, entry: strike.id, reason: 'brought back' })),
    );
    expect(texts(standing(back))).toEqual(['hum']);
    expect(strikesOf(back, id)).toEqual([]);
    expect(tapeLines(back)[0]!.struckBy).toBeUndefined();
  });
});
