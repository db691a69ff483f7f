import { weigh, logPriorWith, posterior, amongFaulty } from '../../core/src/trace/infer';
import { traceModel, type Evidence, type TraceModel } from '../../core/src/trace';
import { findingChance, tapChanges } from '../../core/src/trace/tables/bench-acts';
import { steadiness } from '../../core/src/trace/tables/certainty';
import { kindWeight, needStrength, partialWeight, tenderness } from '../../core/src/trace/tables/fault-kinds';
import { faultyFunction } from '../../core/src/trace/tables/function-rows';
import { faultyLoop, faultyPresence, faultyRail, faultySignal, faultyVoltage } from '../../core/src/trace/tables/reading-rows';

/** A game that was played to its end: what was seen, in order, and what was at fault. */
export interface SeenGame {
  readonly model: TraceModel;
  readonly ageYears: number;
  readonly way: string;
  readonly evidence: readonly Evidence[];
  readonly truth: ReadonlySet<string>;
}

/** One figure of the tables that may be moved. */
export interface Knob {
  readonly name: string;
  readonly get: () => number;
  readonly set: (value: number) => void;
  /** A row of chances: what one takes the others give, in proportion. */
  readonly isChance: boolean;
}

export interface Moved {
  readonly name: string;
  readonly from: number;
  readonly to: number;
  /** Nats a game gained on the games that were fitted, and on those held back. */
  readonly gain: number;
  readonly heldBack: number;
  /** The class of fault that gained most by it, and how much. */
  readonly most: { readonly way: string; readonly gain: number };
}

type Table = Record<string, number>;

function knobsOf(name: string, of: Readonly<Record<string, number>>): Knob[] {
  const table = of as Table;
  return Object.keys(table).map((key) => ({
    name: `${name}.${key}`,
    get: () => table[key] as number,
    set: (value) => void (table[key] = value),
    isChance: false,
  }));
}
/** Of each row the share of its first outcome, which is that all is well: the rest keep their proportions. */
function rowKnobs(name: string, of: Readonly<Record<string, Readonly<Record<string, number>>>>, first: string): Knob[] {
  return Object.entries(of).map(([kind, frozen]) => {
    const row = frozen as Table;
    return {
      name: `${name}.${kind}.${first}`,
      get: () => row[first] as number,
      set: (value) => {
        const [was, rest] = [row[first] as number, (1 - value) / (1 - (row[first] as number))];
        if (was === value) return;
        for (const key of Object.keys(row)) row[key] = key === first ? value : (row[key] as number) * rest;
      },
      isChance: true,
    };
  });
}

/** The figures that games can tell of: how often what fails how, what shows it, and how surely. */
export const knobs = (): Knob[] => [
  ...knobsOf('kindWeight', kindWeight),
  ...Object.entries(partialWeight).flatMap(([by, table]) => knobsOf(`partialWeight.${by}`, table)),
  ...knobsOf('needStrength', needStrength),
  ...knobsOf('tenderness', tenderness),
  ...knobsOf('steadiness', steadiness),
  ...knobsOf('tapChanges', tapChanges),
  ...Object.entries(findingChance).flatMap(([severity, table]) => knobsOf(`findingChance.${severity}`, table)),
  ...rowKnobs('faultyFunction', faultyFunction, 'works'),
  ...rowKnobs('faultySignal', faultySignal, 'in'),
  ...rowKnobs('faultyPresence', faultyPresence, 'in'),
  ...rowKnobs('faultyRail', faultyRail, 'in'),
  ...rowKnobs('faultyVoltage', faultyVoltage, 'in'),
  ...rowKnobs('faultyLoop', faultyLoop, 'in'),
];

/** Nothing is called quite impossible by a score. */
const least = 1e-4;

/** Log of the chance given to what was at fault: half way through a game, and at its end; the mean over both, by game. */
export function scoresOf(games: readonly SeenGame[]): number[] {
  const models = new Map<TraceModel, TraceModel>();
  return games.map(({ model, ageYears, evidence, truth }) => {
    // The tables are read when a model is made: with other figures it is another model.
    const now = models.get(model) ?? traceModel(model.card, ageYears);
    models.set(model, now);
    const prior = logPriorWith(now, {});
    const at = (count: number): number => {
      const among = amongFaulty(now, posterior(prior, weigh(now, evidence.slice(0, count))));
      return Math.log(Math.max(least, ...[...truth].map((id) => among[now.sections.indexOf(id)] ?? 0)));
    };
    return (at(Math.ceil(evidence.length / 2)) + at(evidence.length)) / 2;
  });
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

/** A figure moved by a step up or down: a chance in its odds, so that it stays one; another weight by its size, at most to one where it is a strength. */
function stepped({ get, name, isChance }: Knob, factor: number): number {
  const value = get();
  if (isChance || value < 1) {
    const odds = (value / (1 - value)) * factor;
    return Math.min(0.995, Math.max(0.001, odds / (1 + odds)));
  }
  return name.startsWith('kindWeight') ? value * factor : value;
}

/** Steps are tried by this, up and down. */
const step = 1.35;
/** What gains less than this a game is noise, and a figure that was thought about stays. */
const worthMoving = 0.002;

/**
 * Coordinate search on the log score: each figure in turn is moved up and down, and stays where it lost nothing on the games held back and
 * gained on the others. The tables in memory are changed; whoever calls takes over what is told.
 * @param games half of them, every second one, are held back
 */
export function fit(games: readonly SeenGame[], rounds = 1, say: (line: string) => void = () => undefined): Moved[] {
  const isHeld = games.map((_, i) => i % 2 === 1);
  const part = (scores: readonly number[], held: boolean): number => mean(scores.filter((_, i) => isHeld[i] === held));
  let best = scoresOf(games);
  const moved: Moved[] = [];
  for (let round = 0; round < rounds; round++)
    for (const knob of knobs())
      for (const factor of [step, 1 / step]) {
        const from = knob.get();
        const to = stepped(knob, factor);
        if (to === from) continue;
        knob.set(to);
        const now = scoresOf(games);
        const [gain, heldBack] = [part(now, false) - part(best, false), part(now, true) - part(best, true)];
        if (gain < worthMoving || heldBack < 0) {
          knob.set(from);
          continue;
        }
        const ways = [...new Set(games.map(({ way }) => way))].map((way) => {
          const of = games.flatMap((game, i) => (game.way === way ? [(now[i] ?? 0) - (best[i] ?? 0)] : []));
          return { way, gain: mean(of) };
        });
        const most = ways.sort((a, b) => b.gain - a.gain)[0] ?? { way: '', gain: 0 };
        moved.push({ name: knob.name, from, to, gain, heldBack, most });
        best = now;
        say(
          `${knob.name}: ${from.toPrecision(3)} to ${to.toPrecision(3)}, ${gain.toFixed(4)} nats a game, ${heldBack.toFixed(4)} held back`,
        );
        break;
      }
  return moved;
}
