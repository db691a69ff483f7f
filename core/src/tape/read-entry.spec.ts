import { smallLaid } from '../testing/small-card';
import type { TapeBody, TapeEntry } from './index';
import { entryEvidence, entryWords } from './read-entry';

const card = smallLaid();
const entry = (body: TapeBody): TapeEntry => ({ ...body, id: '1', jobId: '2', seq: 1, at: '2026-02-12T09:00:00.000Z', by: 'Runa' });

describe('entryWords', () => {
  const told: readonly (readonly [TapeBody, string])[] = [
    [{ kind: 'function', functionId: 'receive-am', result: 'comes-and-goes' }, 'Receive AM: comes and goes'],
    [
      { kind: 'finding', finding: 'corrosion', text: 'green', section: 'audio', severity: 'plain', previousHands: true },
      'green, Audio: previous hands',
    ],
    [{ kind: 'labour', act: 'break', minutes: 20 }, 'Break, 20 min'],
    [{ kind: 'wait', reason: 'part', text: 'C12' }, 'Waits for a part: C12'],
    [{ kind: 'remark', about: 'left-alone', text: 'case' }, 'Left alone: case'],
    [{ kind: 'problem', problem: 'a', title: 'hum', state: 'left-alone' }, 'Problem left alone: hum'],
    [{ kind: 'manipulation', act: 'tap', section: 'mixer', changed: false }, 'Mixer tapped: no change'],
  ];
  for (const [body, words] of told) it(`says "${words}"`, () => expect(entryWords(entry(body), card).what).toBe(words));

  it('gives a reading its point, figure, condition and verdict', () => {
    const reading: TapeBody = {
      kind: 'reading',
      subject: { what: 'point', point: 'TP7' },
      value: 3.1,
      unit: 'V',
      step: 0.01,
      condition: { keyed: false, channel: 19 },
      uncertainty: 0,
      verdict: 'in',
    };
    expect(entryWords(entry(reading), card)).toEqual({
      ref: 'TP7',
      what: 'tuning voltage, ch 19, receive',
      figure: '3.10 V',
      verdict: 'in',
    });
  });
  it('still says something without a card', () =>
    expect(entryWords(entry({ kind: 'function', functionId: 'receive-am', result: 'dead' }), undefined).what).toBe('receive-am: dead'));
});

describe('what is judged by what is typical', () => {
  const reading = (value: number | null, more: object = {}): TapeBody => ({
    kind: 'reading',
    subject: { what: 'point', point: 'TP7' },
    value,
    unit: 'V',
    step: 0.01,
    condition: {},
    uncertainty: 0,
    verdict: 'low',
    low: 7,
    high: 9,
    typical: true,
    ...more,
  });
  const doubtful = (body: TapeBody): boolean => entryEvidence(card, { ...body, id: '1' })?.doubtful ?? false;
  it('counts half, unless it lies far outside', () => {
    expect([6, 3.6, 3.4, 17, 19, null].map((value) => doubtful(reading(value)))).toEqual([true, true, false, true, false, false]);
    expect(doubtful(reading(6, { typical: undefined }))).toBeFalse();
    const level = { unit: 'dBm', low: -20, high: -10 };
    expect([-34, -36, 4, 6].map((value) => doubtful(reading(value, level)))).toEqual([true, false, true, false]);
    expect(doubtful(reading(-90, { low: -60, high: -40 })))
      .withContext('a negative voltage')
      .toBeTrue();
  });
});
