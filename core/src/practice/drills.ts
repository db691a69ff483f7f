import { chanceFrom, type Chance } from '../chance';
import { judgeReading, type Instrument } from '../measure';
import { quantityText } from '../quantity';

export const drillKinds = ['node', 'level', 'fine', 'peak', 'trimmer', 'line'] as const;
export type DrillKind = (typeof drillKinds)[number];
export const drillNames: Readonly<Record<DrillKind, string>> = {
  node: 'Expected frequency',
  level: 'dBm to µV',
  fine: 'Is this reading fine?',
  peak: 'Name the peak',
  trimmer: 'Which adjuster?',
  line: 'Which selector line?',
};

/** A question of ten seconds, with its answers, one of which is right. */
export interface DrillQuestion {
  readonly kind: DrillKind;
  readonly text: string;
  readonly answers: readonly string[];
  /** Which of them is right, from 0. */
  readonly right: number;
  /** Why, told afterwards. */
  readonly why: string;
}

/** So long until a drill is asked again, in hours, by its box. */
const againHours = [0, 4, 24, 72, 168, 504] as const;

/** How a drill stands. */
export interface DrillStanding {
  readonly box: number;
  readonly dueAt: string;
  readonly right: number;
  readonly wrong: number;
}

/** How a drill stands after an answer: what was missed comes back at once, what is known later and later. */
export function afterAnswer(standing: DrillStanding | undefined, isRight: boolean, now: Date): DrillStanding {
  const box = isRight ? Math.min(5, (standing?.box ?? 0) + 1) : 0;
  return {
    box,
    dueAt: new Date(now.getTime() + (againHours[box] ?? 0) * 3_600_000).toISOString(),
    right: (standing?.right ?? 0) + (isRight ? 1 : 0),
    wrong: (standing?.wrong ?? 0) + (isRight ? 0 : 1),
  };
}

/** The drill that is asked next: what was missed most among those that are due; where none is, the one that falls due first. */
export function nextDrill(standings: Readonly<Record<string, DrillStanding>>, now: Date): DrillKind {
  const at = (kind: DrillKind): string => standings[kind]?.dueAt ?? '';
  const due = drillKinds.filter((kind) => at(kind) <= now.toISOString());
  const missed = (kind: DrillKind): number =>
    (standings[kind]?.box ?? 0) - (standings[kind]?.wrong ?? 0) / (1 + (standings[kind]?.right ?? 0));
  const [next] = due.length ? due.toSorted((a, b) => missed(a) - missed(b)) : drillKinds.toSorted((a, b) => at(a).localeCompare(at(b)));
  return next ?? 'level';
}

/** Puts the right answer among the others, in an order by lot; answers that read alike stand once. */
function question(kind: DrillKind, text: string, right: string, others: readonly string[], why: string, chance: Chance): DrillQuestion {
  const wrong = [...new Set(others)].filter((other) => other !== right).slice(0, 3);
  const at = Math.floor(chance.between(0, wrong.length + 1));
  return { kind, text, answers: [...wrong.slice(0, at), right, ...wrong.slice(at)], right: at, why };
}

const mhz = (hz: number): string => quantityText(hz, 'Hz', { step: 1000 });

const makers: Readonly<Record<DrillKind, (chance: Chance) => DrillQuestion>> = {
  node: (chance) => {
    const carrier = 26.5e6 + 5000 * Math.floor(chance.between(0, 300));
    const first = chance.oneOf([10.695e6, 7.8e6, 8.83e6]);
    const above = chance.happens(0.5);
    const right = above ? carrier + first : carrier - first;
    return question(
      'node',
      `Received is ${mhz(carrier)}, the intermediate frequency is ${mhz(first)}, the oscillator ${above ? 'above' : 'below'} the signal. Where is it?`,
      mhz(right),
      [mhz(above ? carrier - first : carrier + first), mhz(right + (above ? first : -first)), mhz(right + 455e3)],
      `${mhz(carrier)} ${above ? 'plus' : 'minus'} ${mhz(first)}.`,
      chance,
    );
  },
  level: (chance) => {
    const dBm = -Math.floor(chance.between(53, 127));
    const volts = (at: number): string => quantityText(Math.sqrt(10 ** (at / 10 - 3) * 50), 'V', { digits: 2 });
    return question(
      'level',
      `${dBm} dBm in 50 Ω: how many volts?`,
      volts(dBm),
      [volts(dBm + 20), volts(dBm - 20), volts(dBm + 6)],
      'At 50 Ω, −107 dBm are 1 µV; 20 dB are ten times, 6 dB are twice.',
      chance,
    );
  },
  fine: (chance) => {
    const nominal = chance.oneOf([5, 8, 9.1, 13.8]);
    const half = nominal * chance.oneOf([0.02, 0.03, 0.05]);
    const percent = chance.oneOf([0.3, 1, 2.5]);
    const value = Number((nominal + half * chance.between(-1.6, 1.6)).toFixed(2));
    const meter: Instrument = { id: 'meter', name: 'Meter', measures: ['V'], percentOfReading: percent };
    const limits = { low: Number((nominal - half).toFixed(2)), high: Number((nominal + half).toFixed(2)) };
    const { verdict } = judgeReading({ value, unit: 'V', step: 0.01 }, limits, [meter]);
    const [fine, wrong, unsure] = ['It is fine', 'It is out', 'This meter cannot tell'];
    const right = verdict === 'in' ? fine : verdict === 'cant-tell' ? unsure : wrong;
    return question(
      'fine',
      `It should be ${limits.low} to ${limits.high} V. A meter of ${percent} % shows ${value.toFixed(2)} V.`,
      right ?? '',
      [fine, wrong, unsure].map((each) => each ?? ''),
      `The meter leaves it between ${(value * (1 - percent / 100)).toFixed(2)} and ${(value * (1 + percent / 100)).toFixed(2)} V.`,
      chance,
    );
  },
  peak: (chance) => {
    const carrier = 27e6 + 10e3 * Math.floor(chance.between(0, 40));
    const step = chance.oneOf([5e3, 6.25e3, 12.5e3]);
    const reference = 10.24e6;
    const peaks: readonly (readonly [hz: number, name: string, why: string])[] = [
      [2 * carrier, 'Second harmonic', 'Twice the carrier.'],
      [3 * carrier, 'Third harmonic', 'Three times the carrier.'],
      [carrier + step, 'The step of its synthesiser', `One step of ${quantityText(step, 'Hz')} beside the carrier.`],
      [carrier + 100, 'Hum from the supply', '100 Hz beside the carrier: the ripple of a rectified supply.'],
      [reference, 'The reference leaking out', 'It stands where the reference does, and moves with no channel.'],
    ];
    const [hz, name, why] = chance.oneOf(peaks);
    return question(
      'peak',
      `Carrier ${mhz(carrier)}, step ${quantityText(step, 'Hz')}, reference ${mhz(reference)}, mains 50 Hz. What is at ${quantityText(hz, 'Hz', { step: 100 })}?`,
      name,
      peaks.map(([, each]) => each).sort(() => (chance.happens(0.5) ? 1 : -1)),
      why,
      chance,
    );
  },
  trimmer: (chance) => {
    const bands = ['80 m', '40 m', '20 m', '15 m'] as const;
    const off = chance.oneOf(bands);
    const volts = (band: string, top: boolean): string =>
      (band === off ? chance.between(5.9, 6.4) : chance.between(top ? 4.1 : 1.6, top ? 4.9 : 2.4)).toFixed(1);
    const oneOff = chance.happens(0.75);
    const rows = bands.map((band) => `${band} ${oneOff ? volts(band, false) : (Number(volts('', false)) + 3).toFixed(1)} V`);
    const all = 'The reference, which all bands share';
    return question(
      'trimmer',
      `Tuning voltage should be 1.5 to 5 V. It reads ${rows.join(', ')}, locked on all. What is turned?`,
      oneOff ? `The oscillator core of ${off}` : all,
      [...bands.map((band) => `The oscillator core of ${band}`), all].sort(() => (chance.happens(0.5) ? 1 : -1)),
      oneOff ? 'One band alone is out: what only that band has.' : 'All are out by the same: what they share.',
      chance,
    );
  },
  line: (chance) => {
    const weights = [1, 2, 4, 8, 16] as const;
    const stuck = chance.oneOf(weights);
    const channels = Array.from({ length: 30 }, (_, i) => i + 1);
    const off = channels.filter((channel) => (channel & stuck) === 0);
    const shown = Array.from({ length: 4 }, () => chance.oneOf(off)).sort((a, b) => a - b);
    const right = Array.from({ length: 3 }, () => chance.oneOf(channels.filter((channel) => (channel & stuck) !== 0))).sort(
      (a, b) => a - b,
    );
    return question(
      'line',
      `The selector puts out the channel number in binary. Channels ${[...new Set(shown)].join(', ')} are off, ${[...new Set(right)].join(', ')} are right. Which line is stuck at 1?`,
      `The line worth ${stuck}`,
      weights.map((weight) => `The line worth ${weight}`).sort(() => (chance.happens(0.5) ? 1 : -1)),
      `Where ${stuck} belongs in, nothing is changed by it; where it does not, the number is ${stuck} too high.`,
      chance,
    );
  },
};

/** A question of a drill: the same seed asks the same. */
export function drillQuestion(kind: DrillKind, seed: number): DrillQuestion {
  // A line that several answers would explain is no question.
  for (let n = 0; ; n += 1) {
    const made = makers[kind](chanceFrom(seed * 101 + n));
    if (kind !== 'line' || n > 20 || isOneLine(made)) return made;
  }
}

/** Whether only one line explains what a question about lines tells. */
function isOneLine({ text }: DrillQuestion): boolean {
  const [off = [], right = []] = [...text.matchAll(/Channels ([\d, ]+) are off, ([\d, ]+) are right/g)].flatMap(([, a = '', b = '']) =>
    [a, b].map((list) => list.split(', ').map(Number)),
  );
  return (
    [1, 2, 4, 8, 16].filter(
      (weight) => off.every((channel) => (channel & weight) === 0) && right.every((channel) => (channel & weight) !== 0),
    ).length === 1
  );
}
