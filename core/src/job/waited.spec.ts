import { fitBody, readingBody, tapeOf } from '../testing/entries';
import type { TapeBody, TapeEntry } from '../tape';
import { waitedMinutes } from './waited';

/** Entries one day apart. */
const days = (...bodies: readonly TapeBody[]): readonly TapeEntry[] =>
  tapeOf(...bodies).map((entry, k) => ({ ...entry, at: new Date(Date.UTC(2026, 1, 2 + k, 9)).toISOString() }));
const wait = (reason: 'part' | 'nothing' | 'answer'): TapeBody => ({ kind: 'wait', reason, text: '' });
const talk = (act: 'asked' | 'approved'): TapeBody => ({ kind: 'talk', act, text: 'go on' });
const reading = readingBody('TP1', 3, 'in');
const day = 1440;

describe('What a job waited for', () => {
  it('ends with what is said next of it', () => {
    expect(waitedMinutes(days(reading, wait('part'), reading, reading, wait('nothing'), reading))).toEqual({ part: 3 * day });
    expect(waitedMinutes(days(talk('asked'), reading, talk('approved'), reading))).toEqual({ answer: 2 * day });
    expect(waitedMinutes(days(wait('part'), wait('part'), talk('asked'), talk('approved')))).toEqual({ part: 2 * day, answer: day });
  });
  it('ends when the part is fitted or the set goes back, and else lasts', () => {
    expect(waitedMinutes(days(wait('part'), reading, fitBody('C1', 'vco'), reading))).toEqual({ part: 2 * day });
    expect(waitedMinutes(days(wait('part'), { kind: 'handed-back', totalMinor: 0 }, reading))).toEqual({ part: day });
    expect(waitedMinutes(days(wait('part'), reading, reading))).toEqual({ part: 2 * day });
  });
  it('is nothing where it never waited', () => expect(waitedMinutes(days(reading, reading))).toEqual({}));
});
