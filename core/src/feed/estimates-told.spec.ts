import { AudioMeter, inMemory, keyingOf } from '../signal';
import { chanceFrom } from '../chance';
import { standInOver } from '../standin';
import { audioOf } from '../testing/signals';
import { overTold } from './over-told';
import { soundTold } from './sound-told';
import type { RecordedFigure } from '../tape';

const rate = 48_000;
const seeds = 40;

/** A tone with its second harmonic, a hum of the mains and noise, each as loud as the seed has it. */
function heard(seed: number): { figures: readonly RecordedFigure[]; truths: Partial<Record<RecordedFigure['what'], number>> } {
  const chance = chanceFrom(seed);
  const [hz, peak] = [chance.between(900, 1100), 10 ** chance.between(-2, -0.4)];
  const [noiseDb, bend, humDb] = [chance.between(8, 26), chance.between(0.002, 0.05), chance.between(-35, -15)];
  const noise = peak ** 2 / 2 / 10 ** (noiseDb / 10);
  const tones = [
    { hz, peak },
    { hz: 2 * hz, peak: bend * peak },
    { hz: 50, peak: peak * 10 ** (humDb / 20) },
  ];
  const meter = new AudioMeter(rate);
  meter.push(
    audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 1, tones, noiseRms: Math.sqrt(noise * (rate / 2 / 3100)), seed: 100 + seed }),
  );
  const reading = meter.reading();
  return {
    figures: reading ? soundTold(reading, undefined, undefined).figures : [],
    truths: {
      sinad: 10 * Math.log10(1 + peak ** 2 / 2 / (noise + (bend * peak) ** 2 / 2)),
      sn: noiseDb,
      distortion: 100 * bend,
      tone: hz,
      hum: humDb,
    },
  };
}

describe('The ± of what is heard', () => {
  const cases = Array.from({ length: seeds }, (_, k) => heard(k + 1));
  for (const what of ['sinad', 'sn', 'distortion', 'tone', 'hum'] as const)
    it(`holds the true ${what} in 9 of 10, whatever the noise`, () => {
      const told = cases.flatMap(({ figures, truths }) =>
        figures.flatMap((each) => (each.what === what ? [Math.abs(each.value - (truths[what] ?? NaN)) <= each.plusMinus] : [])),
      );
      expect(told.length).toBeGreaterThan(seeds / 2);
      expect(told.filter(Boolean).length / told.length).toBeGreaterThanOrEqual(0.9);
    });
});

describe('Distortion', () => {
  it('is not told of a tone whose harmonics are not heard, and it says what to send', async () => {
    const made = { sampleRateHz: rate, seconds: 1.5, keyed: [0.2, 1.4] as const, noiseDb: -40, second: 0.05 };
    const told = async (hz: number) => {
      const keying = await keyingOf(inMemory(rate, standInOver({ ...made, fm: [{ hz, devHz: 2000 }] })));
      return overTold(keying, { tunedHz: 150e6, errorPpm: 0, plusMinusPpm: 0 }, {});
    };
    expect((await told(1000)).figures.find(({ what }) => what === 'distortion')?.value).toBeCloseTo(5, 1);
    const high = await told(1500);
    expect(high.figures.some(({ what }) => what === 'distortion')).toBe(false);
    expect(high.cannot.join()).toContain('send 1 kHz');
  });
});
