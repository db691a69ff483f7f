import { inMemory, keyingOf, AudioMeter, type Keying } from '../signal';
import { standInOver, type StandInOver } from '../standin';
import { audioOf } from '../testing/signals';
import { smallLaid } from '../testing/small-card';
import { keptAsTests } from './kept-as-tests';
import { overTold, receiverErrorPpm } from './over-told';
import { soundTold } from './sound-told';
import type { RecordedFigure } from '../tape';

const usual: StandInOver = {
  sampleRateHz: 48_000,
  seconds: 1.5,
  keyed: [0.2, 1.4],
  offsetHz: 10_120,
  fm: [{ hz: 1000, devHz: 2000 }],
  noiseDb: -45,
};
const read = (over: Partial<StandInOver> = {}): Promise<Keying> =>
  keyingOf(inMemory(usual.sampleRateHz, standInOver({ ...usual, ...over })), 10_000);
const tunedHz = 27_175_000;
const nominalHz = 27_185_000;
const receiver = { tunedHz, errorPpm: 0, plusMinusPpm: 0.5 };
const at = { nominalHz, mode: 'FM', spacingHz: 10_000 };
const value = (figures: readonly RecordedFigure[], what: RecordedFigure['what']): number | undefined =>
  figures.find((figure) => figure.what === what)?.value;

describe('What one over tells', () => {
  it('takes the receiver’s error out of the carrier, with a reference that it recorded', async () => {
    const clockPpm = 23;
    const reference = await read({ fm: [], clockPpm, tunedHz: 9_990_000, offsetHz: 10_000 });
    const errorPpm = receiverErrorPpm(reference.carrierOffsetHz, 9_990_000, 10_000_000);
    expect(Math.abs(errorPpm - clockPpm)).toBeLessThan(0.15);
    const told = overTold(await read({ clockPpm, tunedHz }), { tunedHz, errorPpm, plusMinusPpm: 0.3 }, at);
    const carrier = told.figures.find(({ what }) => what === 'carrier');
    expect(Math.abs((carrier?.value ?? 0) - 120)).toBeLessThan(carrier?.plusMinus ?? 0);
    expect(told.troubles).toEqual([]);
  });

  it('tells no carrier where it cannot, and says why', async () => {
    const keying = await read();
    const without = overTold(keying, { ...receiver, tunedHz: undefined }, at);
    expect(value(without.figures, 'carrier')).toBeUndefined();
    expect(without.cannot.join()).toContain('tuned to is not known');
    const single = overTold(keying, receiver, { ...at, mode: 'USB' });
    expect(value(single.figures, 'carrier')).toBeUndefined();
    expect(single.cannot.join()).toContain('suppresses');
    expect(overTold(keying, receiver, {}).cannot.join()).toContain('where it should be');
  });

  const sideband = {
    fm: [],
    suppressed: true,
    amplitude: 0.1,
    keyed: [-1, 4] as const,
    lines: [
      { hz: 5700, dBc: 0 },
      { hz: 6900, dBc: 0 },
      { hz: 4500, dBc: -26 },
      { hz: 8100, dBc: -28 },
    ],
  };
  it('tells the products of two tones, and takes them for no modulation, whatever the mode says', async () => {
    const keying = await read(sideband);
    for (const mode of ['USB', 'AM', undefined]) {
      const told = overTold(keying, receiver, { ...at, mode });
      expect(told.figures.map(({ what }) => what))
        .withContext(`${mode}`)
        .toEqual(['third-order', 'bandwidth', 'spill-below', 'spill-above', 'power-end']);
      expect(Math.abs((value(told.figures, 'third-order') ?? 0) + 26)).toBeLessThan(1);
      expect(told.cannot.join()).not.toContain('without a tone');
    }
    expect(keying.modulation).toBe('two-tone');
    const clean = overTold(await read({ ...sideband, lines: sideband.lines.slice(0, 2) }), receiver, { ...at, mode: 'USB' });
    expect(value(clean.figures, 'third-order')).toBeUndefined();
    expect(clean.cannot.join()).toMatch(/products of the two tones: none stands above −\d\d dBc/);
  });

  it('tells no deviation, depth, tone or distortion of a voice by single sideband', async () => {
    const voice = [310, 480, 700, 1150, 1900, 2500].map((hz, k) => ({ hz: 5000 + hz, dBc: -2.5 * k }));
    const told = overTold(await read({ ...sideband, lines: voice }), receiver, { ...at, mode: 'USB' });
    expect(told.figures.map(({ what }) => what)).toEqual(['bandwidth', 'spill-below', 'spill-above', 'power-end']);
    expect(told.cannot.join()).toContain('send two tones of the same strength');
  });

  it('says that I and Q are swapped, that it is another channel, clipped or short', async () => {
    expect(overTold(await read({ swapped: true }), receiver, at).troubles.join()).toContain('swapped');
    expect(overTold(await read({ offsetHz: -9000 }), receiver, { ...at, nominalHz: tunedHz + 2000 }).troubles.join()).toContain(
      'this channel',
    );
    const clipped = overTold(await read({ amplitude: 1.5 }), receiver, at);
    expect(clipped.troubles.join()).toContain('clipped');
    expect(value(clipped.figures, 'bandwidth')).toBeUndefined();
    expect(value(clipped.figures, 'deviation')).toBeDefined();
    expect(overTold(await read({ keyed: [0.5, 0.8] }), receiver, at).troubles.join()).toContain('key for two seconds');
    expect(overTold(await read({ keyed: [-1, 4] }), receiver, at).cannot.join()).toContain('keying itself');
  });
});

describe('Figures of a recording as readings of tests', () => {
  const card = smallLaid();
  const context = { card, condition: {}, instruments: [] };
  const limit = card.limits.find(({ from }) => from === 'channel') ?? card.limits[0]!;

  it('are judged with their own ±, by what they were taken with', () => {
    const frequency = {
      ...card,
      limits: [{ ...limit, id: 'f', word: 'freq', from: 'channel' as const, unit: 'Hz' as const, low: -300, high: 300, condition: {} }],
    };
    const kept = (off: number, plusMinus: number) =>
      keptAsTests([{ what: 'carrier', value: off, unit: 'Hz', plusMinus }], 'dongle', { keyed: true }, { ...context, card: frequency })[0]
        ?.body;
    const counter = { id: 'c', name: 'Counter', measures: ['Hz' as const], ppm: 0.001 };
    const held = keptAsTests(
      [{ what: 'carrier', value: 120, unit: 'Hz', plusMinus: 14 }],
      'dongle',
      { keyed: true },
      { ...context, card: frequency, inHand: counter },
    );
    expect(held[0]?.body).toEqual(kept(120, 14));
    expect(held[0]?.body.named).toBeUndefined();
    expect(kept(120, 14)?.verdict).toBe('in');
    expect(kept(120, 14)?.instrument).toBe('dongle');
    expect(kept(290, 14)?.verdict).toBe('cant-tell');
    expect(kept(400, 14)?.verdict).toBe('high');
    expect(Math.abs((kept(120, 14)?.uncertainty ?? 0) - 14)).toBeLessThan(1);
  });

  it('take the worse of both neighbours, leave out what contradicts, and say what nobody said', () => {
    const spill = (condition: object) => ({
      ...card,
      limits: [{ ...limit, id: 'spill', word: 'spill', from: undefined, unit: 'dBc' as const, low: undefined, high: -60, condition }],
    });
    const figures: RecordedFigure[] = [
      { what: 'spill-below', value: -70, unit: 'dBc', plusMinus: 1 },
      { what: 'spill-above', value: -50, unit: 'dBc', plusMinus: 1 },
    ];
    const kept = (condition: object) =>
      keptAsTests(figures, 'dongle', { keyed: true }, { ...context, card: spill(condition) as typeof card });
    expect(kept({ keyed: true })[0]?.body.value).toBe(-50);
    expect(kept({ keyed: true })[0]?.body.verdict).toBe('high');
    expect(kept({ keyed: true })[0]?.asks).toBe('');
    expect(kept({ keyed: false })).toEqual([]);
    expect(kept({ keyed: true, supplyV: 13.8 })[0]?.asks).toContain('13.8');
  });
});

describe('What is heard', () => {
  const heard = (noiseRms: number, peak = 0.2) => {
    const meter = new AudioMeter(48_000);
    meter.push(
      audioOf({
        kind: 'audio',
        sampleRateHz: 48_000,
        seconds: 1,
        tones: [
          { hz: 1000, peak },
          { hz: 100, peak: peak / 10 },
        ],
        noiseRms,
      }),
    );
    return meter.reading()!;
  };

  it('is told as SINAD, distortion, hum against the tone, and a level less the background', () => {
    const told = soundTold(heard(0.01), undefined, undefined);
    expect(Math.abs((value(told.figures, 'hum') ?? 0) + 20)).toBeLessThan(0.5);
    expect(value(told.figures, 'sinad')).toBeGreaterThan(20);
    expect(told.troubles).toEqual([]);
    const level = value(told.figures, 'level') ?? 0;
    expect(value(soundTold(heard(0.01), undefined, level - 3).figures, 'level')).toBeCloseTo(level - 3.02, 1);
    expect(value(soundTold(heard(0.01), undefined, level - 0.5).figures, 'level')).toBeUndefined();
  });

  it('tells no SINAD of what is clipped, and says so', () => {
    const meter = new AudioMeter(48_000);
    meter.push(
      audioOf({ kind: 'audio', sampleRateHz: 48_000, seconds: 1, tones: [{ hz: 1000, peak: 2 }] }).map((x) => Math.max(-1, Math.min(1, x))),
    );
    const told = soundTold(meter.reading()!, undefined, undefined);
    expect(value(told.figures, 'sinad')).toBeUndefined();
    expect(told.troubles.join()).toContain('clipped');
    expect(told.cannot.join()).toContain('clipped');
  });
});
