import { chanceFrom } from '../chance';
import type { DaysWaited, Stage } from '../words';

/** Minutes of work at each stage of one finished job, as its tape tells, and on which card. */
export interface Worked {
  readonly cardId?: string | undefined;
  readonly minutes: Readonly<Partial<Record<Stage, number>>>;
  /** Minutes by the clock that it waited for parts and for answers; absent where that was not told. */
  readonly waited?: Readonly<Partial<Record<DaysWaited, number>>> | undefined;
}

/** How long a stage takes, as a log-normal distribution: the middle in minutes, and the standard deviation of its natural logarithm. */
export interface Length {
  readonly middle: number;
  readonly spread: number;
  /** Finished jobs that it is learned from. */
  readonly learnedFrom: number;
}

/** What a stage is taken to last before this shop has any history: a middle, and how far a set may be from it. */
const usual: Readonly<Record<Stage, readonly [middle: number, spread: number]>> = {
  'book-in': [5, 0.4],
  safety: [12, 0.4],
  'first-look': [15, 0.6],
  functions: [15, 0.5],
  trace: [60, 0.9],
  parts: [15, 0.7],
  repair: [30, 0.7],
  align: [30, 0.7],
  test: [25, 0.5],
  soak: [5, 0.4],
  'hand-back': [12, 0.4],
};

/** How long a wait is taken to last by the clock before this shop has any history, in the same way. */
const usualWait: Readonly<Record<DaysWaited, readonly [middle: number, spread: number]>> = {
  part: [5 * 1440, 0.8],
  answer: [2 * 1440, 0.9],
};
/** How often work that is still looking for its fault comes to wait for a part, and how many jobs that weighs as much as. */
const usualPartChance = { chance: 0.3, weight: 10 } as const;
/** What is shorter than this was no wait: the part lay in the drawer, or the owner stood there. */
const leastWait = 30;

/** How many jobs what is usual weighs as much as, for the middle and for the spread. */
const weight = { middle: 3, spread: 4 } as const;

/**
 * What a length becomes by samples of it: the posterior predictive of a normal distribution of its logarithm with unknown mean and variance
 * (conjugate prior of 3 observations of the mean, 4 of the variance). Source: Gelman et al., Bayesian Data Analysis, 3.3.
 */
function learned(prior: Length, minutes: readonly number[]): Length {
  const n = minutes.length;
  if (n === 0) return prior;
  const logs = minutes.map((each) => Math.log(each));
  const mean = logs.reduce((sum, each) => sum + each, 0) / n;
  const squares = logs.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  const before = Math.log(prior.middle);
  const [k, v] = [weight.middle + n, weight.spread + n];
  const variance = (weight.spread * prior.spread ** 2 + squares + ((weight.middle * n) / k) * (mean - before) ** 2) / v;
  return {
    middle: Math.exp((weight.middle * before + n * mean) / k),
    spread: Math.sqrt(variance * (1 + 1 / k)),
    learnedFrom: prior.learnedFrom + n,
  };
}

/** How long each stage takes in this shop: what is usual, then all finished jobs, then those on the same card. */
export class StageLengths {
  private readonly shop = new Map<Stage, Length>();
  private readonly ofCard = new Map<string, Length>();
  private readonly waits = new Map<DaysWaited, Length>();
  private readonly drawings = new Map<string, readonly number[]>();

  constructor(private readonly history: readonly Worked[]) {}

  of(stage: Stage, cardId?: string): Length {
    const all = this.shop.get(stage) ?? this.learn(this.shop, stage, start(stage), stage, () => true);
    if (cardId === undefined) return all;
    const key = `${stage} ${cardId}`;
    // The card's own jobs are already among all; counted again they weigh twice, and learnedFrom names all.
    return (
      this.ofCard.get(key) ??
      this.learn(this.ofCard, key, { ...all, spread: all.spread }, stage, (each) => each.cardId === cardId, all.learnedFrom)
    );
  }

  /** Lengths of several stages together, drawn from what is known, sorted; jobs that are alike have the same. */
  drawn(stages: readonly Stage[], cardId: string | undefined, worked: Worked['minutes'], draws: number): readonly number[] {
    const key = `${cardId ?? ''} ${stages.map((stage) => `${stage} ${worked[stage] ?? 0}`).join(' ')}`;
    const known = this.drawings.get(key);
    if (known) return known;
    const chance = chanceFrom(1);
    const made = Array.from({ length: draws }, () =>
      stages.reduce((sum, stage) => sum + minutesLeft(this.of(stage, cardId), worked[stage] ?? 0, chance.between(0, 1)), 0),
    ).sort((a, b) => a - b);
    this.drawings.set(key, made);
    return made;
  }

  /** How long a wait for a part or an answer takes in this shop, in minutes by the clock. */
  wait(reason: DaysWaited): Length {
    const known = this.waits.get(reason);
    if (known) return known;
    const samples = this.history.flatMap(({ waited }) => {
      const minutes = waited?.[reason] ?? 0;
      return minutes >= leastWait ? [minutes] : [];
    });
    const [middle, spread] = usualWait[reason];
    const length = learned({ middle, spread, learnedFrom: 0 }, samples);
    this.waits.set(reason, length);
    return length;
  }

  /** How often a job on which a fault was looked for came to wait for a part: the mean of a beta distribution. */
  get partChance(): number {
    const told = this.history.filter(({ waited, minutes }) => waited !== undefined && (minutes.trace ?? 0) >= 1);
    const came = told.filter(({ waited }) => (waited?.part ?? 0) >= leastWait).length;
    const { chance, weight: jobs } = usualPartChance;
    return (chance * jobs + came) / (jobs + told.length);
  }

  private learn<K>(into: Map<K, Length>, key: K, prior: Length, stage: Stage, counts: (each: Worked) => boolean, from?: number): Length {
    const samples = this.history.flatMap((each) => {
      const minutes = each.minutes[stage] ?? 0;
      return minutes >= 1 && counts(each) ? [minutes] : [];
    });
    const length = { ...learned(prior, samples), ...(from === undefined ? {} : { learnedFrom: from }) };
    into.set(key, length);
    return length;
  }
}

const start = (stage: Stage): Length => ({ middle: usual[stage][0], spread: usual[stage][1], learnedFrom: 0 });

/**
 * Minutes that are left of a stage at a quantile, given what was worked at it already: of all lengths above that, the one below which such a
 * share lies. Never below a minute in a hundred of the middle.
 */
export function minutesLeft({ middle, spread }: Length, worked: number, quantile: number): number {
  const below = worked > 0 ? normalBelow(Math.log(worked / middle) / spread) : 0;
  // Beyond this the tail of the curve is no knowledge any more: what is left then is a share of what was worked.
  if (below > 0.999) return Math.max(middle / 4, worked * 0.15 * (0.5 + quantile));
  const length = middle * Math.exp(spread * normalAt(below + quantile * (1 - below)));
  return Math.max(0.01 * middle, length - worked);
}

/** Share of a standard normal distribution below z, to 1e-7. Source: Abramowitz and Stegun 26.2.17. */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.231_641_9 * Math.abs(z));
  const tail =
    Math.exp((-z * z) / 2) *
    0.398_942_280_401 *
    t *
    (0.319_381_53 + t * (-0.356_563_782 + t * (1.781_477_937 + t * (-1.821_255_978 + t * 1.330_274_429))));
  return z >= 0 ? 1 - tail : tail;
}

/** The z below which a share of a standard normal distribution lies, to 5e-4 in z. Source: Abramowitz and Stegun 26.2.23. */
export function normalAt(share: number): number {
  const p = Math.min(Math.max(share, 1e-6), 1 - 1e-6);
  const t = Math.sqrt(-2 * Math.log(Math.min(p, 1 - p)));
  const z = t - (2.515_517 + t * (0.802_853 + t * 0.010_328)) / (1 + t * (1.432_788 + t * (0.189_269 + t * 0.001_308)));
  return p < 0.5 ? -z : z;
}
