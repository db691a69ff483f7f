import { CoreError } from '../errors';
import { audioOf, iqOfSignal, type IqSignal } from '../testing/signals';
import { inMemory, iqOf, iqOfSamples, sinadOf, sinadOfSamples } from './analyse';
import { toneIn } from './tone';
import { readSpectrumCsv, spectrumPeaks } from './trace-csv';
import { decodeFrames, readWavHeader, writeWav } from './wav';

/** White noise that makes a SINAD of `dB` of a tone, at a sample rate. */
const noiseFor = (dB: number, peak: number, sampleRateHz: number): number =>
  Math.sqrt((peak ** 2 / 2 / (10 ** (dB / 10) - 1)) * (sampleRateHz / 2 / 3100));

describe('SINAD', () => {
  for (const dB of [3, 6, 12, 20, 30, 40])
    it(`of ${dB} dB is right within 0.2 dB, whatever the rate and the level`, () => {
      for (const [rate, peak, hz] of [
        [8000, 0.05, 1000],
        [16_000, 0.9, 1004.3],
        [44_100, 0.3, 997.1],
        [48_000, 0.5, 1250],
      ] as const) {
        const audio = audioOf({
          kind: 'audio',
          sampleRateHz: rate,
          seconds: 4,
          tones: [{ hz, peak }],
          noiseRms: noiseFor(dB, peak, rate),
          dc: 0.02,
          seed: dB,
        });
        const reading = sinadOfSamples(rate, audio);
        expect(Math.abs((reading?.sinadDb ?? 0) - dB))
          .withContext(`at ${rate} Hz`)
          .toBeLessThan(0.2);
        expect(Math.abs((reading?.toneHz ?? 0) - hz)).toBeLessThan(0.5);
      }
    });

  it('parts distortion from noise', () => {
    const audio = audioOf({
      kind: 'audio',
      sampleRateHz: 16_000,
      seconds: 2,
      tones: [
        { hz: 1000, peak: 0.4 },
        { hz: 2000, peak: 0.02 },
        { hz: 3000, peak: 0.01 },
      ],
      noiseRms: 0.004,
    });
    const reading = sinadOfSamples(16_000, audio, 1000);
    expect(reading?.thdPercent).toBeCloseTo(100 * Math.hypot(0.05, 0.025), 0);
    expect(Math.abs((reading?.snrDb ?? 0) - 10 * Math.log10(0.08 / (0.004 ** 2 * (3100 / 8000))))).toBeLessThan(0.3);
  });

  it('leaves hum and hiss outside the voice band out', () => {
    const tones = [
      { hz: 1000, peak: 0.3 },
      { hz: 100, peak: 0.3 },
      { hz: 5000, peak: 0.3 },
    ];
    const reading = sinadOfSamples(
      48_000,
      audioOf({ kind: 'audio', sampleRateHz: 48_000, seconds: 2, tones, noiseRms: noiseFor(25, 0.3, 48_000) }),
    );
    expect(Math.abs((reading?.sinadDb ?? 0) - 25)).toBeLessThan(0.3);
  });

  it('hears a tone off its frequency, and no tone in silence', () => {
    const audio = audioOf({
      kind: 'audio',
      sampleRateHz: 8000,
      seconds: 1,
      tones: [{ hz: 1012, peak: 0.3 }],
      noiseRms: noiseFor(20, 0.3, 8000),
    });
    expect(sinadOfSamples(8000, audio, 1000)?.toneHz).toBeCloseTo(1012, 0);
    expect(sinadOfSamples(8000, new Float64Array(8000))).toBeUndefined();
  });

  it('is the same in one piece and in many', async () => {
    const audio = audioOf({ kind: 'audio', sampleRateHz: 8000, seconds: 5, tones: [{ hz: 1000, peak: 0.3 }], noiseRms: 0.02 });
    const shares: number[] = [];
    const pieces = function* (): Generator<Float64Array[]> {
      for (let k = 0; k < audio.length; k += 777) yield [audio.slice(k, k + 777)];
    };
    const reading = await sinadOf({ sampleRateHz: 8000, frames: audio.length, pieces }, undefined, (share) => shares.push(share));
    expect(reading?.sinadDb).toBeCloseTo(sinadOfSamples(8000, audio)?.sinadDb ?? 0, 9);
    expect(shares.at(-1)).toBe(1);
  });
});

describe('I and Q', () => {
  const read = (signal: Omit<IqSignal, 'kind' | 'seconds'> & { seconds?: number }) => {
    const { i, q } = iqOfSignal({ kind: 'iq', seconds: 1, ...signal });
    return iqOfSamples(signal.sampleRateHz, i, q);
  };
  for (const [depth, within] of [
    [0.2, 1],
    [0.5, 1],
    [0.8, 5],
  ] as const)
    it(`finds the carrier within ${within} Hz where ${depth * 100} % of AM goes along with FM`, () => {
      const got = read({ sampleRateHz: 48_000, offsetHz: 137, fm: [{ hz: 1000, devHz: 2000 }], am: [{ hz: 1000, depth }], noiseDb: -45 });
      expect(Math.abs(got.carrierOffsetHz - 137)).toBeLessThan(within);
      // Where the envelope is small, noise weighs on the peaks.
      expect(Math.abs(got.peakDeviationHz - 2000)).toBeLessThan(80);
    });
  for (const sampleRateHz of [24_000, 48_000, 250_000, 2_400_000])
    it(`at ${sampleRateHz} samples a second: deviation within 2 %, offset within 1 Hz, tone within 2 Hz`, () => {
      for (const [devHz, hz] of [
        [1500, 400],
        [2500, 1000],
        [2000, 2500],
      ] as const) {
        const offsetHz = 0.06 * sampleRateHz + 13.3;
        const got = read({ sampleRateHz, offsetHz, fm: [{ hz, devHz }], noiseDb: -45 });
        expect(Math.abs(got.peakDeviationHz / devHz - 1))
          .withContext(`${devHz} at ${hz}`)
          .toBeLessThan(0.02);
        expect(Math.abs(got.carrierOffsetHz - offsetHz)).toBeLessThan(1);
        expect(Math.abs((got.toneHz ?? 0) - hz)).toBeLessThan(2);
        expect(got.amDepthPercent).toBeLessThan(2);
      }
    });
  for (const depth of [0.1, 0.3, 0.5, 0.7, 0.9])
    it(`AM of ${100 * depth} % within 2 points`, () => {
      for (const sampleRateHz of [16_000, 48_000, 250_000]) {
        const got = read({ sampleRateHz, offsetHz: -85, am: [{ hz: 1000, depth }], noiseDb: -45 });
        expect(Math.abs(got.amDepthPercent - 100 * depth)).toBeLessThan(2);
        expect(Math.abs(got.carrierOffsetHz + 85)).toBeLessThan(1);
        expect(Math.abs((got.toneHz ?? 0) - 1000)).toBeLessThan(2);
        expect(got.subToneHz).toBeUndefined();
      }
    });
  it('finds the sub-audible tone under the voice', () => {
    const got = read({
      sampleRateHz: 48_000,
      fm: [
        { hz: 1000, devHz: 2000 },
        { hz: 88.5, devHz: 300 },
      ],
      noiseDb: -50,
    });
    expect(Math.abs((got.subToneHz ?? 0) - 88.5)).toBeLessThan(0.5);
    expect(Math.abs(got.peakDeviationHz / 2300 - 1)).toBeLessThan(0.02);
  });
  it('tells 99 % of the power of a Bessel line spectrum', () => {
    // β = 2.5: lines to ±4 kHz hold more than 99 %, lines to ±3 kHz do not.
    expect(
      Math.abs(read({ sampleRateHz: 48_000, offsetHz: 320, fm: [{ hz: 1000, devHz: 2500 }], noiseDb: -60 }).occupiedBandwidth99Hz - 8000),
    ).toBeLessThan(150);
    expect(
      Math.abs(read({ sampleRateHz: 48_000, am: [{ hz: 1000, depth: 0.5 }], noiseDb: -60 }).occupiedBandwidth99Hz - 2000),
    ).toBeLessThan(150);
  });
  it('hears no tone on a bare carrier', () => {
    const got = read({ sampleRateHz: 48_000, offsetHz: 1234.5, noiseDb: -45 });
    expect(got.toneHz).toBeNull();
    expect(got.peakDeviationHz).toBeLessThan(50);
    expect(Math.abs(got.carrierOffsetHz - 1234.5)).toBeLessThan(0.2);
  });
  it('measures only while the set was keyed, and says when that was', () => {
    const got = read({ sampleRateHz: 48_000, seconds: 3, offsetHz: 500, fm: [{ hz: 1000, devHz: 2500 }], noiseDb: -50, keyed: [1, 2.2] });
    expect(got.burst?.fromS).toBeCloseTo(1, 1);
    expect(got.burst?.toS).toBeCloseTo(2.2, 1);
    expect(Math.abs(got.peakDeviationHz / 2500 - 1)).toBeLessThan(0.02);
    expect(Math.abs(got.carrierOffsetHz - 500)).toBeLessThan(1);
  });
  it('is the same in one piece and in many, and can be stopped', async () => {
    const { i, q } = iqOfSignal({ kind: 'iq', sampleRateHz: 48_000, seconds: 1, fm: [{ hz: 1000, devHz: 2500 }], noiseDb: -50 });
    const pieces = function* (): Generator<Float64Array[]> {
      for (let k = 0; k < i.length; k += 5001) yield [i.slice(k, k + 5001), q.slice(k, k + 5001)];
    };
    const whole = await iqOf(inMemory(48_000, [i, q]));
    expect((await iqOf({ sampleRateHz: 48_000, frames: i.length, pieces })).peakDeviationHz).toBeCloseTo(whole.peakDeviationHz, 6);
    await expectAsync(
      iqOf({ sampleRateHz: 48_000, frames: i.length, pieces }, () => {
        throw new Error('stopped');
      }),
    ).toBeRejectedWithError('stopped');
  });
});

describe('a tone', () => {
  it('is found to a hundredth of a bin between its neighbours', () => {
    const audio = audioOf({
      kind: 'audio',
      sampleRateHz: 8000,
      seconds: 1,
      tones: [
        { hz: 123.456, peak: 0.1 },
        { hz: 1000, peak: 0.4 },
      ],
      noiseRms: 0.002,
    });
    expect(toneIn(audio, 8000, 60, 260)?.hz).toBeCloseTo(123.456, 2);
    expect(toneIn(audio, 8000, 60, 260)?.amplitude).toBeCloseTo(0.1, 2);
  });
  it('is not the flank of one outside the range', () => {
    const audio = audioOf({ kind: 'audio', sampleRateHz: 8000, seconds: 0.3, tones: [{ hz: 300, peak: 0.4 }] });
    expect(toneIn(audio, 8000, 60, 296)?.amplitude ?? 0).toBeLessThan(0.02);
  });
});

describe('WAV files', () => {
  const tone = audioOf({ kind: 'audio', sampleRateHz: 8000, seconds: 0.02, tones: [{ hz: 1000, peak: 0.5 }] });
  for (const kind of ['pcm16', 'float32'] as const)
    it(`come back as ${kind}, both channels`, () => {
      const bytes = writeWav([tone, tone.map((value) => -value)], 8000, kind);
      const format = readWavHeader(bytes, bytes.length);
      const [left, right] = decodeFrames(bytes.subarray(format.dataAt, format.dataAt + format.dataBytes), format);
      expect(format).toEqual(jasmine.objectContaining({ sampleRateHz: 8000, channels: 2, frames: 160 }));
      tone.forEach((value, k) => {
        expect(left?.[k]).toBeCloseTo(value, 3);
        expect(right?.[k]).toBeCloseTo(-value, 3);
      });
    });

  const header = (bits: number, kind: number, data: readonly number[]): Uint8Array => {
    const bytes = new Uint8Array(44 + data.length);
    bytes.set(writeWav([new Float64Array(0)], 8000).subarray(0, 44));
    const view = new DataView(bytes.buffer);
    view.setUint16(20, kind, true);
    view.setUint16(34, bits, true);
    view.setUint32(40, data.length, true);
    bytes.set(data, 44);
    return bytes;
  };
  it('are read at 8, 24 and 32 bits', () => {
    for (const [bits, data, value] of [
      [8, [192], 0.5],
      [24, [0, 0, 0x40], 0.5],
      [24, [0, 0, 0xc0], -0.5],
      [32, [0, 0, 0, 0x40], 0.5],
    ] as const) {
      const bytes = header(bits, 1, data);
      const format = readWavHeader(bytes, bytes.length);
      expect(decodeFrames(bytes.subarray(44), format)[0]?.[0])
        .withContext(`${bits} bits`)
        .toBeCloseTo(value, 6);
    }
  });
  it('end with the file when it was cut short', () => {
    const bytes = writeWav([tone], 8000).subarray(0, 144);
    expect(readWavHeader(bytes, bytes.length).frames).toBe(50);
  });
  for (const [what, bytes] of [
    ['a picture', new TextEncoder().encode('GIF89a and so on, and so on')],
    ['nothing', new Uint8Array(0)],
    ['an unknown coding', header(16, 85, [1, 2])],
    ['12 bits', header(12, 1, [1, 2])],
    ['no samples', writeWav([new Float64Array(0)], 8000)],
  ] as const)
    it(`refuse ${what}, saying why`, () =>
      expect(() => readWavHeader(bytes, bytes.length)).toThrowMatching(
        (error) => error instanceof CoreError && error.message.length > 10 && error.remedy.length > 5,
      ));
});

describe('spectrum traces', () => {
  it('are read with remarks before them, in MHz', () => {
    const { points } = readSpectrumCsv('! trace of the bench analyser\nFrequency (MHz),Level\n26.9,-80\n27.0,-10\n27.1,-82\n');
    expect(points[1]).toEqual([27_000_000, -10]);
  });
  it('are read in hertz with a semicolon', () =>
    expect(readSpectrumCsv('1000000;-50\n2000000;-20\n3000000;-60').points[1]).toEqual([2e6, -20]));
  it('give their peaks, strongest first, and none for ripple', () => {
    const level = (k: number): number => (k === 20 ? -10 : k === 60 ? -35 : -80 + (k % 2));
    const peaks = spectrumPeaks({ points: Array.from({ length: 100 }, (_, k) => [k * 1e4, level(k)] as const) });
    expect(peaks).toEqual([
      { hz: 2e5, dBm: -10 },
      { hz: 6e5, dBm: -35 },
    ]);
  });
  it('refuse a text without a spectrum', () => expect(() => readSpectrumCsv('hello\nworld')).toThrowError(/No spectrum/));
});
