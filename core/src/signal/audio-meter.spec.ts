import { audioOf } from '../testing/signals';
import { AudioMeter, humOf, lessBackground } from './audio-meter';
import { ResponseTracker } from './response';

const rate = 48_000;
const noiseFor = (dB: number, peak: number): number => Math.sqrt((peak ** 2 / 2 / (10 ** (dB / 10) - 1)) * (rate / 2 / 3100));

/** As it comes from a worklet. */
function heard(meter: AudioMeter, samples: Float64Array, piece = 1024): void {
  for (let from = 0; from < samples.length; from += piece) meter.push(samples.subarray(from, from + piece));
}

describe('Audio that is heard as it comes', () => {
  for (const dB of [6, 12, 20])
    it(`has a SINAD of ${dB} dB within 0.3 dB in every stretch, and a level that is right`, () => {
      const meter = new AudioMeter(rate);
      const audio = audioOf({
        kind: 'audio',
        sampleRateHz: rate,
        seconds: 4,
        tones: [{ hz: 1000, peak: 0.1 }],
        noiseRms: noiseFor(dB, 0.1),
        seed: dB,
      });
      let most = 0;
      for (let from = 0; from < audio.length; from += 4800) {
        meter.push(audio.subarray(from, from + 4800));
        if (from > 0.8 * rate) most = Math.max(most, Math.abs((meter.reading()?.sinad?.sinadDb ?? 0) - dB));
      }
      expect(most).toBeLessThan(0.3);
      expect(meter.reading()?.troubles).toEqual([]);
      const power = 0.1 ** 2 / 2 + noiseFor(dB, 0.1) ** 2;
      expect(Math.abs((meter.reading()?.meanDbfs ?? 0) - 10 * Math.log10(power))).toBeLessThan(0.15);
    });

  it('says what stands in the way', () => {
    const troubles = (samples: Float64Array): readonly string[] | undefined => {
      const meter = new AudioMeter(rate);
      heard(meter, samples);
      return meter.reading()?.troubles;
    };
    const tone = (peak: number, noiseRms = 0.001) =>
      audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 1, tones: [{ hz: 1000, peak }], noiseRms });
    expect(troubles(new Float64Array(rate))).toEqual(['silent']);
    expect(troubles(tone(0.0004, 0.00001))).toEqual(['quiet']);
    expect(troubles(tone(1.5).map((x) => Math.max(-1, Math.min(1, x))))).toEqual(['clipped']);
    expect(troubles(tone(0, 0.1))).toEqual(['no-tone']);
    expect(troubles(tone(0.3))).toEqual([]);
    expect(troubles(new Float64Array(100))).toBeUndefined();
  });

  for (const [hzASecond, how] of [
    [4, 'slowly'],
    [20, 'too fast to be followed'],
  ] as const)
    it(`says that a tone is unsteady that goes ${how}`, () => {
      const meter = new AudioMeter(rate);
      let phase = 0;
      const troubles = new Set<string>();
      for (let k = 0; k < 25; k += 1) {
        const hz = (j: number): number => 1000 + (k < 10 ? 0 : hzASecond * ((k - 10) / 10 + j / rate));
        meter.push(Float64Array.from({ length: 4800 }, (_, j) => 0.3 * Math.sin((phase += (2 * Math.PI * hz(j)) / rate))));
        for (const trouble of meter.reading()?.troubles ?? []) troubles.add(trouble);
      }
      expect(troubles).toContain('unsteady');
      expect(troubles).not.toContain('clipped');
    });

  it('tells hum of either mains, from which line, and none where there is none', () => {
    const hum = (tones: { hz: number; peak: number }[]) =>
      humOf(
        audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 32768 / rate, tones: [{ hz: 1000, peak: 0.3 }, ...tones], noiseRms: 0.01 }),
        rate,
      );
    const fifty = hum([
      { hz: 50, peak: 0.01 },
      { hz: 100.1, peak: 0.03 },
    ]);
    expect(fifty?.mainsHz).toBe(50);
    expect(fifty?.strongestHz).toBe(100);
    expect(Math.abs((fifty?.dbfs ?? 0) - 10 * Math.log10((0.01 ** 2 + 0.03 ** 2) / 2))).toBeLessThan(0.3);
    expect(hum([{ hz: 120, peak: 0.02 }])?.mainsHz).toBe(60);
    expect(hum([])).toBeUndefined();
  });

  it('measures a squelch tail between the tone and the quiet, and takes no gap for one', () => {
    const noise = audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 4, tones: [], noiseRms: 0.1 });
    const tone = audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 4, tones: [{ hz: 1000, peak: 0.3 }], noiseRms: 0.01 });
    const over = (tailS: number): Float64Array =>
      tone.map((x, k) => (k < 2 * rate ? x : k < (2 + tailS) * rate ? (noise[k] ?? 0) : 1e-5 * (noise[k] ?? 0)));
    for (const tailS of [0.03, 0.18, 0.6]) {
      const meter = new AudioMeter(rate);
      heard(meter, over(tailS));
      expect(meter.reading()?.tailsS.length).toBe(1);
      expect(Math.abs((meter.reading()?.tailsS[0] ?? 0) - tailS)).toBeLessThan(0.011);
    }
    const gap = new AudioMeter(rate);
    heard(gap, over(0));
    expect(gap.reading()?.tailsS).toEqual([]);
  });

  it('follows a swept tone to its corners, within half a decibel', () => {
    const tracker = new ResponseTracker(rate);
    let phase = 0;
    const n = 12 * rate;
    const gain = (hz: number): number => 1 / Math.sqrt(1 + (300 / hz) ** 4) / Math.sqrt(1 + (hz / 3000) ** 4);
    const swept = Float64Array.from({ length: n }, (_, k) => {
      const hz = 100 * 60 ** (k / n);
      phase += (2 * Math.PI * hz) / rate;
      return 0.3 * gain(hz) * Math.sin(phase);
    });
    tracker.push(swept);
    const response = tracker.response();
    for (const [hz, db] of response?.points ?? [])
      if (hz > 150 && hz < 5000)
        expect(Math.abs(db - 20 * Math.log10(gain(hz) / gain(1000))))
          .withContext(`${hz} Hz`)
          .toBeLessThan(0.5);
    expect(Math.abs((response?.lowHz ?? 0) / 226 - 1)).toBeLessThan(0.05);
    expect(Math.abs((response?.highHz ?? 0) / 3960 - 1)).toBeLessThan(0.05);
    const still = new ResponseTracker(rate);
    still.push(audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 3, tones: [{ hz: 1000, peak: 0.3 }] }));
    expect(still.response()).toBeUndefined();
  });

  it('takes the background away where it can', () => {
    expect(lessBackground(-40, -50)).toBeCloseTo(-40.46, 2);
    expect(lessBackground(-40, -40.5)).toBeUndefined();
  });
});
