import { attempt } from '../errors';
import { channelHz, type Condition, type LaidCard, type TestLimit } from '../card';
import { wordsOf, type EntryContext } from '../line';
import type { TapeBody } from '../tape';
import { smallLaid } from '../testing/small-card';
import { channelLimits, testLine } from './test-line';
import { twoPowers } from './two-powers';

const limit = (id: string, word: string, more: Partial<TestLimit>): TestLimit => ({
  id,
  word,
  name: id,
  condition: {},
  unit: 'W',
  high: 10,
  hazard: 'none',
  ...more,
});
const cardOf = (...limits: readonly TestLimit[]): LaidCard => ({
  ...smallLaid(),
  channelPlan: 'cb-us-40',
  bands: ['20 m', '80 m'],
  limits: [...limits],
});
type Reading = Extract<TapeBody, { kind: 'reading' }>;
const read = (line: string, card: LaidCard, condition: Condition = {}): Reading | string | undefined => {
  const context: EntryContext = { card, condition, instruments: [] };
  const got = attempt(() => testLine(wordsOf(line), line, context)?.entry as Reading | undefined);
  return got.ok ? got.value : `refused at ${got.failure.position}: ${got.failure.message}`;
};
const which = (line: string, card: LaidCard, condition?: Condition): string => {
  const got = read(line, card, condition);
  return typeof got === 'object' && got.subject.what === 'limit' ? got.subject.limit : String(got);
};

describe('a line of a test', () => {
  const modes = cardOf(
    limit('am', 'pwr', { condition: { keyed: true, mode: 'AM' } }),
    limit('fm', 'pwr', { condition: { keyed: true, mode: 'FM' } }),
  );
  it('is of the test that fits what was said, or stayed', () => {
    expect(which('pwr fm 4w', modes)).toBe('fm');
    expect(which('pwr 4w', modes, { mode: 'FM' })).toBe('fm');
    expect(which('pwr am 4w', modes, { mode: 'FM' })).toBe('am');
  });
  it('asks which, where the tests are told apart by what nobody said', () => {
    expect(read('pwr 4w', modes)).toBe('refused at 3: In which mode?');
    const bands = cardOf(limit('a', 'pwr', { condition: { band: '20 m' } }), limit('b', 'pwr', { condition: { band: '80 m' } }));
    expect(read('pwr 4w', bands)).toBe('refused at 3: In which band?');
    expect(which('pwr 80m 4w', bands)).toBe('b');
    // One of them holds for any band: nothing need be asked.
    expect(which('pwr 4w', cardOf(limit('a', 'pwr', { condition: { band: '20 m' } }), limit('b', 'pwr', {})))).toBe('b');
    expect(which('pwr 4w', cardOf(limit('a', 'pwr', { condition: { band: '20 m' } })))).toBe('a');
  });
  it('prefers the power level that is set, the whole level where none is said, and the narrower of two that fit', () => {
    const levels = cardOf(limit('high', 'pwr', { condition: { power: 'high' } }), limit('low', 'pwr', { condition: { power: 'low' } }));
    expect([which('pwr 4w', levels), which('pwr 4w', levels, { power: 'low' })]).toEqual(['high', 'low']);
    const narrow = cardOf(limit('any', 'pwr', {}), limit('on', 'pwr', { condition: { channel: 19 } }));
    expect([which('pwr ch19 4w', narrow), which('pwr ch20 4w', narrow)]).toEqual(['on', 'any']);
  });
  it('goes, of several, to the one that is least amiss: what was said before what stays, a mode before a channel', () => {
    const of = (a: Partial<TestLimit>, b: Partial<TestLimit>, line: string, condition: Condition = {}): string[] => [
      which(line, cardOf(limit('a', 'pwr', a), limit('b', 'pwr', b)), condition),
      // Whichever stands first on the card.
      which(line, cardOf(limit('b', 'pwr', b), limit('a', 'pwr', a)), condition),
    ];
    const under = (condition: Condition): Partial<TestLimit> => ({ condition });
    // What the line says itself weighs most.
    expect(of(under({ channel: 19, mode: 'AM' }), under({ channel: 1 }), 'pwr ch1 4w', { mode: 'AM' })).toEqual(['b', 'b']);
    // A figure of another power level is another figure.
    expect(of(under({ keyed: true }), under({ keyed: true, power: 'low' }), 'pwr keyed 4w', { power: 'low' })).toEqual(['b', 'b']);
    expect(of(under({ keyed: true, power: 'low' }), under({ keyed: true, power: 'high' }), 'pwr keyed 4w')).toEqual(['b', 'b']);
    for (const unit of ['A', 'W'] as const)
      expect(
        of(
          { unit, condition: { keyed: true, mode: 'AM', channel: 19 } },
          { unit, condition: { power: 'low' } },
          `pwr keyed 4${unit.toLowerCase()}`,
          { power: 'low', mode: 'AM', channel: 19 },
        ),
      ).toEqual(['b', 'b']);
    // A mode that stays before one that is not set.
    expect(of(under({ mode: 'FM' }), under({ mode: 'AM' }), 'pwr 4w', { mode: 'AM' })).toEqual(['b', 'b']);
    expect(of(under({ mode: 'FM', channel: 1 }), under({ channel: 19 }), 'pwr 4w', { mode: 'AM', channel: 1 })).toEqual(['b', 'b']);
    expect(of(under({ band: '20 m' }), under({}), 'pwr 4w', { band: '80 m' })).toEqual(['b', 'b']);
    // Keyed or not before the channel, the channel before the narrower.
    expect(of(under({ keyed: true, channel: 1 }), under({ keyed: false, channel: 19 }), 'pwr 4w', { channel: 1 })).toEqual(['b', 'b']);
    expect(of(under({ channel: 19 }), under({ channel: 1 }), 'pwr 4w', { channel: 1 })).toEqual(['b', 'b']);
    expect(of(under({ channel: 19, keyed: false }), under({ channel: 1 }), 'pwr 4w', { channel: 1 })).toEqual(['b', 'b']);
    expect(of(under({}), under({ channel: 1 }), 'pwr 4w', { channel: 1 })).toEqual(['b', 'b']);
  });
  it('is refused where the card has the test for another state only', () => {
    expect(read('pwr receive 4w', modes, { mode: 'AM' })).toContain('The card has no pwr for');
    const one = cardOf(limit('am', 'pwr', { condition: { mode: 'AM' } }));
    expect(read('pwr 4w', one, { mode: 'FM' })).toContain('The card has no pwr for FM');
    expect(which('pwr fm 4w', one)).toBe('am');
  });
  it('is none where its first word is no test', () => expect(read('note 4w', modes)).toBeUndefined());
});

describe('the limits of a test', () => {
  const supplied = cardOf(limit('p', 'pwr', { low: 40, high: 60 }));
  const at = (line: string, card = supplied): unknown => {
    const got = read(line, card);
    return typeof got === 'object' ? [got.low, got.high] : got;
  };
  it('of power go with the square of the supply', () => {
    expect(at('pwr at 13.8v 50w')).toEqual([40, 60]);
    expect(at('pwr at 12v 50w')).toEqual([30.2, 45.4]);
    // Within a quarter of a hundredth of the volts nothing is scaled.
    expect(at('pwr at 13.83v 50w')).toEqual([40, 60]);
    expect(at('pwr at 13.9v 50w')).toEqual([40.6, 60.9]);
  });
  it('stay as they are on mains, of a test for a supply of its own, and of what is no power', () => {
    expect(at('pwr at 12v 50w', { ...supplied, supply: { ...supplied.supply, kind: 'mains' } })).toEqual([40, 60]);
    expect(at('pwr at 12v 50w', cardOf(limit('p', 'pwr', { low: 40, high: 60, condition: { supplyV: 12 } })))).toEqual([40, 60]);
    expect(at('cur at 12v 50a', cardOf(limit('p', 'cur', { low: 40, high: 60, unit: 'A' })))).toEqual([40, 60]);
  });
  it('with one end keep one end', () => {
    expect(at('pwr at 12v 50w', cardOf(limit('p', 'pwr', { low: 40, high: undefined })))).toEqual([30.2, undefined]);
    expect(at('pwr at 12v 50w', cardOf(limit('p', 'pwr', { low: undefined, high: 60 })))).toEqual([undefined, 45.4]);
  });
  it('say nothing of speech on an average meter', () => {
    const ssb = { ...cardOf(limit('p', 'pwr', { low: 80, high: 120, condition: { mode: 'USB' } })), modes: ['USB', 'FM'] };
    const verdict = (line: string): unknown => (read(line, ssb) as Reading).verdict;
    expect([verdict('pwr usb average 30w'), verdict('pwr usb 30w')]).toEqual(['cant-tell', 'low']);
  });
});

describe('a frequency on a channel', () => {
  const error = limit('freq', 'freq', {
    unit: 'Hz',
    from: 'channel',
    low: -500,
    high: 400,
    condition: { keyed: true, channel: 19, mode: 'AM' },
  });
  const card = cardOf(error);
  const nominal = channelHz(card, 19)!;
  it('may be typed whole, or as its error', () => {
    const got = read('freq am ch19 27.18512MHz', card) as Reading;
    expect([got.value, got.typed]).toEqual([120, '27.18512 MHz']);
    expect((read('freq am ch19 120Hz', card) as Reading).value).toBe(120);
    expect((read('freq am ch19 -800Hz', card) as Reading).verdict).toBe('low');
  });
  it('has to lie where its error may, on any channel, of the mode for which the card says so', () => {
    expect(channelLimits(card, { channel: 19, mode: 'AM' })).toEqual({ low: nominal - 500, high: nominal + 400, typical: undefined });
    expect(channelLimits(card, { channel: 20, mode: 'AM', keyed: false }).low).toBe(channelHz(card, 20)! - 500);
    expect(channelLimits(card, { channel: 19, mode: 'FM' })).toEqual({});
    expect(channelLimits(card, { channel: 99, mode: 'AM' })).toEqual({});
    expect(channelLimits(cardOf(limit('freq', 'freq', { unit: 'Hz' })), { channel: 19 })).toEqual({});
    expect(channelLimits(cardOf({ ...error, low: undefined }), { channel: 19, mode: 'AM' }).low).toBeUndefined();
  });
});

describe('two powers', () => {
  const gain = cardOf(
    limit('am', 'gain', { unit: 'dB', low: 10, high: 14, condition: { keyed: true, mode: 'AM' } }),
    limit('fm', 'gain', { unit: 'dB', low: 10, high: 14, condition: { keyed: true, mode: 'FM' } }),
  );
  it('are held against the test of the mode that is set, or asked of which', () => {
    expect(which('gain 4w 64w', gain, { mode: 'FM' })).toBe('fm');
    expect((read('gain 4w 64w', gain, { mode: 'FM' }) as Reading).value).toBe(12.04);
    expect(read('gain 4w 64w', gain)).toBe('refused at 4: In which mode?');
  });
  it('say the line as it was typed', () => expect((read('gain 4w 64w', gain, { mode: 'FM' }) as Reading).typed).toBe('4w 64w'));
  it('are two, of a gain or an SWR, and nothing behind them', () => {
    for (const line of ['gain 4w', 'gain 4w 64w 3w', 'loss 4w 64w', 'gain 4 64', 'gain w w'])
      expect(twoPowers(wordsOf(line)))
        .withContext(line)
        .toBeUndefined();
    for (const line of ['gain 0w 4w', 'gain 4w 0w', 'gain -1w 4w', 'gain 4w -1w'])
      expect(() => twoPowers(wordsOf(line)))
        .withContext(line)
        .toThrowError('A power of a gain is above nothing.');
    for (const line of ['swr 4w 4w', 'swr 4w 5w', 'swr 4w -1w'])
      expect(() => twoPowers(wordsOf(line)))
        .withContext(line)
        .toThrowError(/is not below forward/);
    expect(twoPowers(wordsOf('swr 100w 4w'))?.quantity).toEqual({ value: 1.5, unit: '', step: 0.01 });
    expect(twoPowers(wordsOf('swr 100w 0w'))?.quantity.value).toBe(1);
    expect(twoPowers(wordsOf('gain 1w 10w'))?.quantity).toEqual({ value: 10, unit: 'dB', step: 0.01 });
  });
  it('are kept as a sum where the card has no such test', () =>
    expect((read('gain 4w 64w', cardOf()) as unknown as TapeBody).kind).toBe('sum'));
});
