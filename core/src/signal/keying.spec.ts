import { standInOver, type StandInOver } from '../standin';
import { inMemory } from './analyse';
import { keyingOf, type Keying } from './keying';

const usual: StandInOver = {
  sampleRateHz: 240_000,
  seconds: 2,
  keyed: [0.4, 1.7],
  offsetHz: 30_120,
  fm: [{ hz: 1000, devHz: 2500 }],
  noiseDb: -40,
};
const read = (over: Partial<StandInOver> = {}, spacingHz?: number): Promise<Keying> => {
  const all = { ...usual, ...over };
  return keyingOf(inMemory(all.sampleRateHz, standInOver(all)), spacingHz);
};

describe('One over in I and Q', () => {
  it('tells when it was keyed, where it lies and how it is modulated', async () => {
    const k = await read();
    expect(k.modulation).toBe('fm');
    expect(Math.abs(k.keyedS - 1.3)).toBeLessThan(0.06);
    expect(Math.abs(k.carrierOffsetHz - 30_120)).toBeLessThan(1);
    expect(Math.abs(k.upHz - 2500)).toBeLessThan(50);
    expect(Math.abs(k.downHz - 2500)).toBeLessThan(50);
    expect(k.sound?.thdPercent ?? 9).toBeLessThan(0.5);
    expect(Math.abs(k.powerEndDb)).toBeLessThan(0.05);
    expect(k.response).toBeUndefined();
    expect(k.clippedShare).toBe(0);
  });

  for (const [rampS, from] of [
    [0.005, 'slow'],
    [0.0005, 'hard'],
  ] as const)
    it(`tells a ${from} edge of keying and unkeying`, async () => {
      const k = await read({ rampS });
      expect(Math.abs((k.riseS ?? 0) - 0.8 * rampS)).toBeLessThan(0.00015 + 0.05 * rampS);
      expect(Math.abs((k.fallS ?? 0) - 0.8 * rampS)).toBeLessThan(0.00015 + 0.05 * rampS);
    });

  it('says nothing of an edge that was not recorded', async () => {
    const k = await read({ keyed: [-1, 5] });
    expect(k.riseS).toBeUndefined();
    expect(k.fallS).toBeUndefined();
  });

  it('parts the drift after keying from the modulation, and from a tone under the voice', async () => {
    const k = await read({
      seconds: 6,
      keyed: [0.3, 5.7],
      turnOnHz: 200,
      settlesS: 0.4,
      fm: [
        { hz: 1000, devHz: 2500 },
        { hz: 67, devHz: 500 },
      ],
    });
    // The mean of the first fifth of a second under its window lies at a tenth of one: 200·exp(−0.25), less what is left in the rest.
    expect(Math.abs((k.turnOnHz ?? 0) - 152)).toBeLessThan(12);
    expect(k.driftHz ?? 0).toBeLessThan(-20);
    expect(Math.abs((k.subToneHz ?? 0) - 67)).toBeLessThan(0.2);
    const still = await read({ fm: [{ hz: 67, devHz: 500 }, ...(usual.fm ?? [])] });
    expect(Math.abs(still.turnOnHz ?? 9)).toBeLessThan(3);
    expect(Math.abs(still.driftHz ?? 9)).toBeLessThan(1);
  });

  it('tells power that falls while it is keyed', async () => {
    const k = await read({ endDb: -1.5 });
    expect(Math.abs(k.powerEndDb + 1.2)).toBeLessThan(0.05);
    expect(Math.abs(k.powerSpreadDb - 1.5)).toBeLessThan(0.1);
  });

  it('does not take power that sags for modulation, nor a tone for a drift', async () => {
    for (const seed of [1, 2, 3]) {
      const am = await read({ fm: [], am: [{ hz: 700 + 90 * seed, depth: 0.6 }], endDb: -1.5, noiseDb: -35, seed });
      expect(Math.abs(am.amDepthPercent - 60)).toBeLessThan(2);
      // It lies one hertz beside a multiple of the blocks in which the frequency is taken.
      const tones = [
        { hz: 1001, devHz: 3500 },
        { hz: 251, devHz: 600 },
      ];
      const fm = await read({ fm: tones, keyed: [0.3, 1.75], seed });
      expect(Math.abs(fm.driftHz ?? 9)).toBeLessThan(1);
      expect(Math.abs(fm.turnOnHz ?? 9)).toBeLessThan(1);
    }
  });

  it('says nothing of the edges of a carrier that is modulated in amplitude', async () => {
    const k = await read({ fm: [], am: [{ hz: 1000, depth: 0.5 }] });
    expect([k.modulation, k.riseS, k.fallS]).toEqual(['am', undefined, undefined]);
  });

  it('tells distortion of the tone, and its response where the tone is swept', async () => {
    const k = await read({ second: 0.05 });
    expect(Math.abs((k.sound?.thdPercent ?? 0) - 5)).toBeLessThan(0.3);
    const swept = await read({
      sampleRateHz: 48_000,
      offsetHz: 900,
      seconds: 9,
      keyed: [0.2, 8.8],
      fm: [],
      sweep: { fromHz: 300, toHz: 5000, devHz: 2000, cornerHz: 2000 },
    });
    // Down 6 dB from 1 kHz where 1 + (f/2000)⁴ has grown by that.
    const expected = 2000 * ((1 + 1 / 16) * 10 ** 0.6 - 1) ** 0.25;
    expect(Math.abs((swept.response?.highHz ?? 0) / expected - 1)).toBeLessThan(0.04);
    expect(swept.sound).toBeUndefined();
  });

  it('names lines beside it, and which of them the receiver may make itself', async () => {
    const k = await read({
      lines: [
        { hz: 70_000, dBc: -50 },
        { hz: -30_120, dBc: -45 },
        { hz: 0, dBc: -48 },
      ],
    });
    expect(k.spurious.map(({ hz, dBc, of }) => [Math.round(hz / 100), Math.round(dBc), of])).toEqual([
      [-301, -45, 'mirror'],
      [0, -48, 'middle'],
      [700, -50, undefined],
    ]);
    expect(k.seenToDbc).toBeLessThan(-65);
    expect((await read()).spurious).toEqual([]);
  });

  it('tells spill into the channels beside it, and nothing of one outside the span', async () => {
    const k = await read({ lines: [{ hz: 30_120 + 12_500, dBc: -55 }], noiseDb: -60 }, 12_500);
    expect(Math.abs((k.spillAboveDbc ?? 0) + 55)).toBeLessThan(0.3);
    expect(k.spillBelowDbc ?? 0).toBeLessThan(-64);
    const narrow = await read({ sampleRateHz: 48_000, offsetHz: 1200 }, 25_000);
    expect(narrow.spillBelowDbc).toBeUndefined();
  });

  it('counts what is clipped', async () => {
    expect((await read({ amplitude: 1.4 })).clippedShare).toBeGreaterThan(0.1);
  });

  it('covers the true offset and deviation, whatever the seed', async () => {
    let [offset, deviation] = [0, 0];
    for (let seed = 1; seed <= 30; seed += 1) {
      const k = await read({ sampleRateHz: 48_000, seconds: 1, keyed: [-1, 2], offsetHz: 37 * seed - 1000, noiseDb: -45, seed });
      offset += Math.abs(k.carrierOffsetHz - (37 * seed - 1000)) < 1 ? 1 : 0;
      deviation += Math.abs(k.peakDeviationHz / 2500 - 1) < 0.02 ? 1 : 0;
    }
    expect([offset, deviation]).toEqual([30, 30]);
  });
});
