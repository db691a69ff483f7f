import { type CoreError } from '../errors';
import { audioOf, iqOfSignal, type AudioSignal, type IqSignal } from '../testing/signals';
import { inMemory, iqOf, iqOfSamples, sinadOf, sinadOfSamples, type Recording } from './analyse';
import { toneIn } from './tone';
import { readSpectrumCsv, spectrumPeaks } from './trace-csv';

const sound = (rest: Partial<AudioSignal> = {}): Float64Array =>
  audioOf({ kind: 'audio', sampleRateHz: 8000, seconds: 1, tones: [{ hz: 1000, peak: 0.3 }], noiseRms: 0.003, ...rest });
const emission = (rest: Partial<IqSignal> = {}): ReturnType<typeof iqOfSamples> => {
  const signal: IqSignal = { kind: 'iq', sampleRateHz: 48_000, seconds: 1, noiseDb: -60, ...rest };
  const { i, q } = iqOfSignal(signal);
  return iqOfSamples(signal.sampleRateHz, i, q);
};

describe('a recording that is gone through', () => {
  it('is no sound above two million samples a second, and is sent to the other sum', async () => {
    const at = (sampleRateHz: number): Promise<unknown> => sinadOf({ ...inMemory(sampleRateHz, [sound()]), sampleRateHz });
    await expectAsync(at(2_000_001)).toBeRejectedWith(
      jasmine.objectContaining<CoreError>({ code: 'out-of-range', remedy: 'For I and Q of a dongle, take the sum for transmissions.' }),
    );
    await expectAsync(at(2_000_000)).toBeResolved();
  });
  it('tells how far it has come, each of two passes for half', async () => {
    const { i, q } = iqOfSignal({ kind: 'iq', sampleRateHz: 8000, seconds: 0.5, noiseDb: -50 });
    const recording: Recording = {
      sampleRateHz: 8000,
      frames: 4000,
      pieces: () => [0, 1000, 2000, 3000].map((at) => [i.subarray(at, at + 1000), q.subarray(at, at + 1000)]),
    };
    const shares: number[] = [];
    await iqOf(recording, (share) => shares.push(share));
    expect(shares).toEqual([0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1]);
    shares.length = 0;
    await sinadOf({ ...recording, pieces: () => [0, 1000, 2000, 3000].map((at) => [i.subarray(at, at + 1000)]) }, 1000, (share) =>
      shares.push(share),
    );
    expect(shares).toEqual([0.25, 0.5, 0.75, 1]);
  });
  it('in memory is as long as its first channel', () => {
    expect(inMemory(8000, [sound()]).frames).toBe(8000);
    expect(inMemory(8000, []).frames).toBe(0);
  });
});

describe('a SINAD reading', () => {
  it('counts what it was made of, and the level without what is constant', () => {
    const reading = sinadOfSamples(8000, sound({ dc: 0.2, seconds: 1.5 }));
    expect(reading?.samples).toBe(12_000);
    expect(Math.abs((reading?.rmsLevel ?? 0) / Math.hypot(0.3 / Math.SQRT2, 0.003) - 1)).toBeLessThan(1e-3);
  });
  it('of a tone that was told takes one up to 3 % off, and no other', () => {
    for (const hz of [971, 1029]) expect(sinadOfSamples(8000, sound({ tones: [{ hz, peak: 0.3 }] }), 1000)?.toneHz).toBeCloseTo(hz, 0);
    const other = sinadOfSamples(8000, sound({ tones: [{ hz: 1100, peak: 0.3 }] }), 1000)?.toneHz ?? 1000;
    expect(Math.abs(other - 1000)).toBeLessThan(31);
  });
  it('is made of the shortest piece there is', () =>
    expect(Math.abs((sinadOfSamples(8000, sound({ seconds: 0.2 }))?.toneHz ?? 0) - 1000)).toBeLessThan(1));
});

describe('a tone that is looked for', () => {
  it('is none in silence, in what does not change, and between two bins', () => {
    expect(toneIn(new Float64Array(512), 8000, 100, 2000)).toBeUndefined();
    expect(toneIn(new Float64Array(512).fill(0.7), 8000, 100, 2000)?.amplitude ?? 0).toBeLessThan(1e-9);
    expect(toneIn(sound(), 8000, 1000.1, 1000.2)).toBeUndefined();
    expect(toneIn(sound(), 8000, 5000, 6000)).toBeUndefined();
  });
  it('stands far above what is beside it, without noise and with', () => {
    const clean = toneIn(sound({ noiseRms: 0 }), 8000, 300, 3000);
    const noisy = toneIn(sound({ noiseRms: 0.1 }), 8000, 300, 3000);
    expect(noisy?.prominence).toBeGreaterThan(20);
    expect(clean?.prominence).toBeGreaterThan(1e6);
    expect(clean?.amplitude).toBeCloseTo(0.3, 4);
    expect(toneIn(sound({ tones: [], noiseRms: 0.1 }), 8000, 300, 3000)?.prominence).toBeLessThan(20);
  });
  it('is the strongest', () => {
    const two = sound({
      tones: [
        { hz: 700, peak: 0.2 },
        { hz: 1900, peak: 0.25 },
      ],
    });
    expect(toneIn(two, 8000, 300, 3000)?.hz).toBeCloseTo(1900, 0);
    expect(toneIn(two, 8000, 300, 1500)?.hz).toBeCloseTo(700, 0);
  });
  it('of a long record is that of its middle', () => {
    const long = audioOf({ kind: 'audio', sampleRateHz: 8000, seconds: 70, tones: [{ hz: 1000, peak: 0.3 }] });
    long.fill(0, 0, 100_000);
    long.fill(0, 460_000);
    expect(toneIn(long, 8000, 300, 3000)?.amplitude).toBeCloseTo(0.3, 3);
  });
});

describe('an emission', () => {
  it('has a sub-audible tone from 20 Hz of deviation up', () => {
    const sub = (devHz: number): number | undefined =>
      emission({
        seconds: 2,
        fm: [
          { hz: 1000, devHz: 600 },
          { hz: 100, devHz },
        ],
      }).subToneHz;
    expect(sub(20.5)).toBeCloseTo(100, 0);
    expect(sub(19.5)).toBeUndefined();
  });
  it('beside strong speech has one only from a fiftieth of its deviation', () => {
    const sub = (devHz: number): number | undefined =>
      emission({
        seconds: 2,
        fm: [
          { hz: 1000, devHz: 3000 },
          { hz: 100, devHz },
        ],
      }).subToneHz;
    expect(sub(66)).toBeCloseTo(100, 0);
    expect(sub(55)).toBeUndefined();
  });
  it('has a sub-audible tone alone', () => {
    const alone = emission({ seconds: 2, fm: [{ hz: 123, devHz: 500 }] });
    expect(alone.subToneHz).toBeCloseTo(123, 0);
    expect(alone.toneHz).toBeNull();
  });
  it('is modulated from a hundredth up, in phase and in amplitude', () => {
    expect(emission({ fm: [{ hz: 1000, devHz: 11 }], noiseDb: -80 }).toneHz).toBeCloseTo(1000, 0);
    expect(emission({ fm: [{ hz: 1000, devHz: 9 }], noiseDb: -80 }).toneHz).toBeNull();
    expect(emission({ am: [{ hz: 1000, depth: 0.011 }], noiseDb: -80 }).toneHz).toBeCloseTo(1000, 0);
    expect(emission({ am: [{ hz: 1000, depth: 0.009 }], noiseDb: -80 }).toneHz).toBeNull();
  });
  it('is shown as a spectrum about its carrier, strongest at 0 dB, in at most 400 columns or so', () => {
    for (const rest of [{ offsetHz: 5000, fm: [{ hz: 1000, devHz: 2500 }] }, { am: [{ hz: 1000, depth: 0.5 }] }]) {
      const { spectrum, carrierOffsetHz, occupiedBandwidth99Hz } = emission(rest);
      expect(Math.max(...spectrum.map(([, dB]) => dB))).toBe(0);
      expect(Math.min(...spectrum.map(([, dB]) => dB))).toBeGreaterThanOrEqual(-100);
      expect(spectrum.length).toBeGreaterThan(20);
      expect(spectrum.length).toBeLessThanOrEqual(400);
      for (const [hz] of spectrum) expect(Math.abs(hz - carrierOffsetHz)).toBeLessThan(2.3 * occupiedBandwidth99Hz + 200);
    }
  });
  it('of nothing at all has figures all the same', () => {
    const silent = iqOfSamples(8000, new Float64Array(4000), new Float64Array(4000));
    expect([silent.peakDeviationHz, silent.amDepthPercent, silent.toneHz]).toEqual([0, 0, null]);
    expect(Number.isFinite(silent.carrierOffsetHz)).toBeTrue();
  });
});

describe('a spectrum trace', () => {
  const three = (unit: string): number => readSpectrumCsv(`Freq (${unit}),dBm\n1,-50\n2,-20\n3,-60`).points[0]?.[0] ?? 0;
  it('heeds the unit of its heading, in any case', () => {
    expect([three('GHz'), three('mhz'), three('KHZ'), three('Hz')]).toEqual([1e9, 1e6, 1e3, 1e6]);
    expect(readSpectrumCsv('a,b\n1,-50\n2,-20\n20000,-60').points[2]).toEqual([20_000, -60]);
    expect(readSpectrumCsv('a,b\n1,-50\n2,-20\n19999,-60').points[2]).toEqual([19_999_000_000, -60]);
  });
  it('takes the first unit that is named', () =>
    expect(readSpectrumCsv('span in kHz\nstart in MHz\n1,-50\n2,-20\n3,-60').points[0]).toEqual([1000, -50]));
  it('is put in order, and lines of one figure or of words are passed over', () =>
    expect(readSpectrumCsv('x\n30000,-60,7\n10000,-50\n5\n,4\nword,3,4\n20000,,-20\n').points).toEqual([
      [10_000, -50],
      [20_000, -20],
      [30_000, -60],
    ]));
  it('of two points is none; of too many lines is too large', () => {
    expect(() => readSpectrumCsv('1e6,-50\n2e6,-40')).toThrowMatching((e: CoreError) => e.code === 'unreadable');
    const lines = (n: number): string => Array.from({ length: n }, (_, k) => `${k + 1e6},-50`).join('\n');
    expect(() => readSpectrumCsv(lines(400_001))).toThrowMatching((e: CoreError) => e.code === 'too-large');
    expect(readSpectrumCsv(lines(400_000)).points.length).toBe(400_000);
  });

  const peaksOf = (levels: readonly number[], ...rest: [number?, number?]): number[] =>
    spectrumPeaks({ points: levels.map((dBm, k) => [k, dBm] as const) }, ...rest).map(({ hz }) => hz);
  it('has its peaks where it rises by as much as is asked, on both sides', () => {
    expect(peaksOf([-80, -70, -80])).toEqual([1]);
    expect(peaksOf([-80, -70.5, -80])).toEqual([]);
    expect(peaksOf([-80, -70, -79.5, -20, -80])).toEqual([3]);
    expect(peaksOf([-80, -60, -70, -40, -80])).toEqual([3, 1]);
    expect(peaksOf([-80, -60, -75, -40, -80], 6)).toEqual([3, 1]);
    expect(peaksOf([-80, -60, -75, -40, -80], 16)).toEqual([3]);
  });
  it('has one peak where two neighbours are as high, and none at its ends', () => {
    expect(peaksOf([-80, -40, -40, -80])).toEqual([2]);
    expect(peaksOf([-20, -80, -80, -20])).toEqual([]);
  });
  it('gives as many as are asked, the strongest', () => expect(peaksOf([-80, -40, -80, -30, -80, -50, -80], 10, 2)).toEqual([3, 1]));
});
