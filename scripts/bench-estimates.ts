// `npm run bench:estimates [SEEDS]`: how often each figure of a recording lies within the ± that it is told with, over made recordings whose truth
// is known: noise, levels, modulation and lengths as a bench meets them, drawn by seed. 1,000 of each kind unless it is said otherwise.
import { overTold, soundTold } from '../core/src/feed';
import { AudioMeter, inMemory, keyingOf } from '../core/src/signal';
import { chanceFrom } from '../core/src/chance';
import { standInOver, type StandInOver } from '../core/src/standin';
import { audioOf } from '../core/src/testing/signals';
import type { RecordedFigure } from '../core/src/tape';

type What = RecordedFigure['what'];
interface Case {
  readonly figures: readonly RecordedFigure[];
  readonly truths: Partial<Record<What, number>>;
}
const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const seeds = Number(process.argv[2] ?? 1000);
const only = process.argv[3];

/** The noise that the spill of a neighbour is seen above, as power in its 8.5 kHz; the power of the carrier and of lines there. */
const decibels = (power: number): number => 10 * Math.log10(power);

async function over(made: StandInOver, mode?: string): Promise<readonly RecordedFigure[]> {
  const keying = await keyingOf(inMemory(made.sampleRateHz, standInOver(made)), 12_500);
  const receiver = { tunedHz: 150e6, errorPpm: 0, plusMinusPpm: 0 };
  return overTold(keying, receiver, { nominalHz: 150e6, mode, spacingHz: 12_500 }).figures;
}

/** One over of FM or AM by a tone. */
async function modulated(seed: number, by: 'fm' | 'am'): Promise<Case> {
  const chance = chanceFrom(seed);
  const [seconds, on] = [chance.between(1.6, 2.4), chance.between(0.2, 0.5)];
  const off = seconds - chance.between(0.2, 0.4);
  const hz = chance.between(400, 2000);
  const swing = by === 'fm' ? chance.between(1200, 4000) : chance.between(0.25, 0.9);
  const second = chance.between(0.005, 0.08);
  const subs = by === 'fm' && chance.happens(0.5) ? [{ hz: chance.between(67, 250), devHz: chance.between(250, 600) }] : [];
  const [offsetHz, rampS, spurHz, spurDbc] = [
    chance.between(-2500, 2500),
    chance.between(5e-4, 8e-3),
    chance.oneOf([-1, 1]) * chance.between(38_000, 56_000),
    chance.between(-50, -30),
  ];
  const endDb = chance.between(-1.5, 0);
  const made: StandInOver = {
    sampleRateHz: 120_000,
    seconds,
    keyed: [on, off],
    rampS,
    offsetHz,
    endDb,
    amplitude: chance.between(0.1, 0.45),
    ...(by === 'fm' ? { fm: [{ hz, devHz: swing }, ...subs], second } : { am: [{ hz, depth: swing }] }),
    lines: [{ hz: spurHz, dBc: spurDbc }],
    noiseDb: chance.between(-50, -25),
    seed,
  };
  // From an eleventh of its length at each end: the power at the end against that at the beginning is taken over fifths.
  return {
    figures: await over(made, by),
    truths: {
      carrier: offsetHz,
      tone: hz,
      'power-end': 0.8 * endDb,
      rise: 0.8 * rampS,
      fall: 0.8 * rampS,
      spurious: spurDbc + (by === 'am' ? -decibels(1 + (swing * swing) / 2) : 0) - 0.5 * endDb,
      ...(by === 'fm'
        ? { distortion: 100 * second, ...(subs[0] ? { 'sub-tone': subs[0].hz, 'sub-deviation': subs[0].devHz } : {}) }
        : { depth: 100 * swing, distortion: 0 }),
      ...(by === 'fm' ? { deviation: swingOf(made) } : {}),
      // It takes as long again to know it: of one in four.
      ...(seed % 4 === 0 ? { bandwidth: await cleanBandwidth(made) } : {}),
      drift: 0,
      'turn-on': 0,
    },
  };
}

/** The largest swing of tones from their mean, as they are made, to either side. */
function swingOf({ fm = [], second = 0, keyed: [on, off] = [0, 1] }: StandInOver): number {
  let most = 0;
  for (let t = on; t < off; t += 1 / 96_000) {
    let hz = 0;
    for (const [m, tone] of fm.entries()) {
      hz += tone.devHz * Math.cos(2 * Math.PI * tone.hz * t);
      if (m === 0) hz += second * tone.devHz * Math.cos(4 * Math.PI * tone.hz * t);
    }
    most = Math.max(most, Math.abs(hz));
  }
  return most;
}

/** The bandwidth of the same emission, keyed all the time and without noise, looked at four times as long. */
async function cleanBandwidth({ lines: _, noiseDb: __, keyed: ___, ...made }: StandInOver): Promise<number> {
  const clean = { ...made, endDb: 0, seconds: 2 };
  return (await keyingOf(inMemory(clean.sampleRateHz, standInOver(clean)))).occupiedBandwidth99Hz;
}

async function twoTones(seed: number): Promise<Case> {
  const chance = chanceFrom(seed);
  const carrier = chance.between(-4000, 8000);
  const [low, high] = [chance.between(400, 900), chance.between(1500, 2100)];
  const [third, fifth] = [chance.between(-45, -18), chance.between(-50, -30)];
  const made: StandInOver = {
    sampleRateHz: 48_000,
    seconds: chance.between(1, 2.5),
    suppressed: true,
    amplitude: chance.between(0.05, 0.25),
    noiseDb: chance.between(-60, -40),
    lines: [
      { hz: carrier + low, dBc: 0 },
      { hz: carrier + high, dBc: 0 },
      { hz: carrier + 2 * low - high, dBc: third - chance.between(0, 4) },
      { hz: carrier + 2 * high - low, dBc: third },
      { hz: carrier + 3 * low - 2 * high, dBc: fifth },
      { hz: carrier + 3 * high - 2 * low, dBc: fifth - chance.between(0, 4) },
    ],
    seed,
  };
  return { figures: await over(made, 'usb'), truths: { 'third-order': third, 'fifth-order': fifth } };
}

function sound(seed: number): Case {
  const chance = chanceFrom(seed);
  const rate = 48_000;
  const hz = chance.between(900, 1100);
  const peak = 10 ** chance.between(-2, -0.3);
  const [sinadDb, thd, humDb] = [chance.between(6, 26), chance.between(0.002, 0.05), chance.between(-40, -15)];
  const tone = (peak * peak) / 2;
  // Noise of 300 to 3400 Hz and the harmonic together make the SINAD.
  const inBand = tone / (10 ** (sinadDb / 10) - 1);
  const audio = audioOf({
    kind: 'audio',
    sampleRateHz: rate,
    seconds: 3,
    tones: [
      { hz, peak },
      { hz: 2 * hz, peak: thd * peak },
      { hz: chance.oneOf([50, 60]), peak: peak * 10 ** (humDb / 20) },
    ],
    noiseRms: Math.sqrt(inBand * (rate / 2 / 3100)),
    seed,
  });
  const meter = new AudioMeter(rate);
  for (let from = 0; from < audio.length; from += 1024) meter.push(audio.subarray(from, from + 1024));
  const reading = meter.reading();
  const rms = audio.reduce((sum, x) => sum + x * x, 0) / audio.length;
  return {
    figures: reading ? soundTold(reading, undefined, undefined).figures : [],
    truths: {
      sinad: decibels((tone * (1 + thd * thd) + inBand) / (inBand + tone * thd * thd)),
      sn: decibels(tone / inBand),
      distortion: 100 * thd,
      tone: hz,
      hum: humDb,
      level: decibels(rms),
    },
  };
}

const kinds: readonly (readonly [string, (seed: number) => Promise<Case> | Case])[] = [
  ['one over of FM', (seed) => modulated(seed, 'fm')],
  ['one over of AM', (seed) => modulated(seed, 'am')],
  ['two tones', twoTones],
  ['sound', sound],
];

for (const [name, make] of kinds) {
  if (only && !name.includes(only)) continue;
  const told = new Map<What, { readonly error: number; readonly share: number }[]>();
  for (let seed = 1; seed <= seeds; seed += 1) {
    const { figures, truths } = await make(seed);
    for (const { what, value, plusMinus } of figures) {
      const truth = truths[what];
      if (truth === undefined) continue;
      const all = told.get(what) ?? [];
      all.push({ error: value - truth, share: Math.abs(value - truth) / plusMinus });
      told.set(what, all);
    }
  }
  print(`${name}, ${seeds} seeds`);
  print('figure           told   within its ±   half · 95 of 100 · worst, of the ±   mean error');
  for (const [what, all] of told) {
    const shares = all.map(({ share }) => share).sort((a, b) => a - b);
    const at = (part: number): string => (shares[Math.min(shares.length - 1, Math.floor(part * shares.length))] ?? 0).toFixed(2);
    const within = (100 * shares.filter((share) => share <= 1).length) / shares.length;
    const mean = all.reduce((sum, { error }) => sum + error, 0) / all.length;
    print(
      `${what.padEnd(14)} ${String(all.length).padStart(6)}   ${within.toFixed(1).padStart(10)} %   ${at(0.5)} · ${at(0.95)} · ${at(1)}   ${mean.toPrecision(3)}`,
    );
  }
  print();
}
