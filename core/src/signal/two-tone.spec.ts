import { standInOver, type StandInOver } from '../standin';
import { inMemory } from './analyse';
import { keyingOf } from './keying';
import type { TwoTone } from './two-tone';

const carrier = 12_000;
/** Two tones of a transmitter on the upper sideband, with products of the third and the fifth order. */
const over = ({
  third = -30,
  fifth = -45,
  second = 0,
  ...rest
}: Partial<StandInOver> & { third?: number; fifth?: number; second?: number }): StandInOver => ({
  sampleRateHz: 48_000,
  seconds: 2,
  suppressed: true,
  noiseDb: -55,
  lines: [
    { hz: carrier + 700, dBc: 0 },
    { hz: carrier + 1900, dBc: second },
    { hz: carrier - 500, dBc: third - 2 },
    { hz: carrier + 3100, dBc: third },
    { hz: carrier - 1700, dBc: fifth },
    { hz: carrier + 4300, dBc: fifth - 3 },
  ],
  ...rest,
});
const read = async (of: StandInOver): Promise<TwoTone | undefined> => (await keyingOf(inMemory(of.sampleRateHz, standInOver(of)))).twoTone;

describe('Two tones of a single-sideband transmitter', () => {
  it('are told, with the products that they make, within their ± over the seeds', async () => {
    let [thirds, fifths, covered] = [0, 0, 0];
    const seeds = 60;
    for (let seed = 1; seed <= seeds; seed += 1) {
      const [third, fifth] = [-20 - (seed % 20), -36 - (seed % 12)];
      const told = await read(over({ third, fifth, seed, seconds: 1, amplitude: 0.2 }));
      if (Math.abs((told?.thirdDbc ?? 0) - third) < 1) thirds += 1;
      if (Math.abs((told?.fifthDbc ?? 0) - fifth) < 1) fifths += 1;
      if (Math.abs((told?.lowHz ?? 0) - carrier - 700) < 0.5 && Math.abs((told?.highHz ?? 0) - carrier - 1900) < 0.5) covered += 1;
    }
    expect([thirds, fifths, covered]).toEqual([seeds, seeds, seeds]);
  });

  it('against either, where they are not quite alike', async () => {
    const told = await read(over({ second: -2 }));
    // The mean of the two is 0.89 dB below the stronger.
    expect((told?.thirdDbc ?? 0) + 30).toBeCloseTo(0.89, 0);
  });

  it('that make no product say how far down one would be seen', async () => {
    const told = await read(over({ third: -120, fifth: -120 }));
    expect([told?.thirdDbc, told?.fifthDbc]).toEqual([undefined, undefined]);
    expect(told?.seenToDbc ?? 0).toBeLessThan(-60);
  });

  const usual = { sampleRateHz: 48_000, seconds: 2, noiseDb: -45, offsetHz: carrier };
  for (const [name, of] of [
    ['a carrier alone', usual],
    ['full AM by a tone', { ...usual, am: [{ hz: 1000, depth: 1 }] }],
    ['FM by a tone', { ...usual, fm: [{ hz: 1000, devHz: 2500 }] }],
    ['FM by a tone at the null of its carrier', { ...usual, fm: [{ hz: 1000, devHz: 2405 }] }],
    ['one tone of a single sideband', over({ lines: [{ hz: carrier + 1000, dBc: 0 }] })],
    ['a voice', over({ lines: [250, 500, 750, 1250, 2000, 2500].map((hz, k) => ({ hz: carrier + hz, dBc: -2 * k })) })],
    [
      'two tones too far apart',
      over({
        lines: [
          { hz: carrier - 4000, dBc: 0 },
          { hz: carrier + 4000, dBc: 0 },
        ],
      }),
    ],
    ['noise', { ...usual, suppressed: true, noiseDb: -3 }],
  ] as const)
    it(`are not seen in ${name}`, async () => expect(await read(of)).toBeUndefined());
});
