import * as z from 'zod';
import { defineSum } from '../define-sum';
import { choice, figure, whole } from '../field';
import { refuse } from '../refusal';
import { counted, step } from '../working';

type Code = 'binary' | 'bcd';
interface Reading {
  readonly channel: number;
  /** Levels that the lines should have, the least significant first. */
  readonly high: readonly boolean[];
  /** measuredN − expectedN, which the stuck lines must account for. */
  readonly shift: number;
}
interface Fault {
  readonly line: number;
  readonly weight: number;
  readonly stuckAt: 0 | 1;
}
interface Found {
  readonly faults: readonly Fault[];
  readonly unexplained: readonly number[];
}

/** What each line adds to N when it is high: 1 2 4 8 16 …, or 1 2 4 8 10 20 … in BCD. */
export const lineWeights = (code: Code, bits: number): number[] =>
  Array.from({ length: bits }, (_, line) => (code === 'binary' ? 2 ** line : 2 ** (line % 4) * 10 ** Math.floor(line / 4)));

/** The levels of the lines for N, or undefined when N needs more lines. */
function levelsFor(n: number, code: Code, bits: number): boolean[] | undefined {
  let rest = BigInt(n);
  const levels: boolean[] = [];
  const perGroup = code === 'binary' ? 1 : 4;
  const base = code === 'binary' ? 2n : 10n;
  for (; levels.length < bits; rest /= base) {
    const digit = Number(rest % base);
    for (let k = 0; k < perGroup; k += 1) levels.push(((digit >> k) & 1) === 1);
  }
  return rest > 0n || levels.slice(bits).some(Boolean) ? undefined : levels.slice(0, bits);
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** More equally good answers than anyone would look through. */
const mostSets = 200;

/**
 * The sets of stuck lines that leave the fewest readings unexplained, of those the smallest, by branch and bound: lines
 * are decided from the least significant, and a reading is given up as soon as the undecided lines can no longer make
 * up its shift (out of their reach, or not a multiple of their common divisor).
 */
function bestSets(readings: readonly Reading[], weights: readonly number[]): Found[] {
  const lines = weights.length;
  const divisors = weights.map((_, line) => weights.slice(line).reduce(gcd, 0));
  const up = readings.map(({ high }) => sums(weights.map((weight, line) => (high[line] ? 0 : weight))));
  const down = readings.map(({ high }) => sums(weights.map((weight, line) => (high[line] ? weight : 0))));
  function sums(values: readonly number[]): number[] {
    const from: number[] = new Array<number>(lines + 1).fill(0);
    for (let line = lines - 1; line >= 0; line -= 1) from[line] = (from[line + 1] ?? 0) + (values[line] ?? 0);
    return from;
  }

  let bestLost = readings.length + 1;
  let bestSize = lines + 1;
  let found: Found[] = [];
  const faults: Fault[] = [];
  const rest = readings.map((reading) => reading.shift);
  const lost = readings.map(() => false);

  const visit = (line: number, lostCount: number): void => {
    if (lostCount > bestLost || (lostCount === bestLost && faults.length > bestSize)) return;
    if (line === lines) {
      if (lostCount < bestLost || faults.length < bestSize) found = [];
      bestLost = lostCount;
      bestSize = faults.length;
      if (found.length < mostSets)
        found.push({ faults: [...faults], unexplained: readings.filter((_, k) => lost[k]).map((reading) => reading.channel) });
      return;
    }
    const weight = weights[line] ?? 0;
    for (const stuckAt of [undefined, 0, 1] as const) {
      const changed: number[] = [];
      const gone: number[] = [];
      readings.forEach((reading, k) => {
        if (lost[k]) return;
        const moves = stuckAt === undefined ? 0 : weight * (stuckAt - (reading.high[line] ? 1 : 0));
        const left = (rest[k] ?? 0) - moves;
        rest[k] = left;
        changed[k] = moves;
        const divisor = divisors[line + 1] ?? 0;
        const reachable =
          left <= (up[k]?.[line + 1] ?? 0) && left >= -(down[k]?.[line + 1] ?? 0) && (divisor === 0 ? left === 0 : left % divisor === 0);
        if (!reachable) {
          lost[k] = true;
          gone.push(k);
        }
      });
      if (stuckAt !== undefined) faults.push({ line, weight, stuckAt });
      visit(line + 1, lostCount + gone.length);
      if (stuckAt !== undefined) faults.pop();
      for (const k of gone) lost[k] = false;
      changed.forEach((moves, k) => (rest[k] = (rest[k] ?? 0) + moves));
    }
  };
  visit(0, 0);
  const order = (a: Found, b: Found): number => {
    for (let k = 0; k < a.faults.length; k += 1) {
      const [one, other] = [a.faults[k], b.faults[k]];
      if (one && other && (one.line !== other.line || one.stuckAt !== other.stuckAt))
        return one.line - other.line || one.stuckAt - other.stuckAt;
    }
    return 0;
  };
  return found.sort(order);
}

const faultShape = z.object({ line: figure('Line'), weight: figure('Weight'), stuckAt: z.literal([0, 1]).meta({ title: 'Stuck at' }) });

export const stuckLine = defineSum({
  id: 'stuck-line',
  title: 'Stuck programming line',
  topic: 'frequency',
  purpose: 'which line of a divider is held high or low, from wrong channels',
  keywords: ['pll', 'channel switch', 'programming', 'binary', 'bcd', 'wrong channel', 'data line', 'stuck'],
  input: z.strictObject({
    code: choice('Code', ['binary', 'bcd']),
    bits: whole('Lines', 1, 24),
    channels: z
      .array(z.strictObject({ channel: whole('Channel'), expectedN: whole('N should be'), measuredN: whole('N found') }))
      .min(1)
      .max(500)
      .meta({ title: 'Channels' }),
  }),
  output: z.object({
    faults: z.array(faultShape).meta({ title: 'Stuck lines' }),
    explains: figure('Readings explained'),
    unexplained: z.array(z.number()).meta({ title: 'Not explained' }),
    alternatives: z.array(z.array(faultShape)).meta({ title: 'Other sets as good' }),
  }),
  source: 'N is the sum of the weights of the lines that are high; smallest set of stuck lines by exhaustive search with bounds.',
  example: {
    code: 'binary',
    bits: 8,
    channels: [
      { channel: 1, expectedN: 91, measuredN: 91 },
      { channel: 2, expectedN: 92, measuredN: 93 },
      { channel: 3, expectedN: 93, measuredN: 93 },
      { channel: 4, expectedN: 94, measuredN: 95 },
    ],
  },
  compute({ code, bits, channels }) {
    const readings = channels.map(({ channel, expectedN, measuredN }, k): Reading => {
      const high = levelsFor(expectedN, code, bits);
      if (!high)
        return refuse(
          `channels.${k}.expectedN`,
          `N ${expectedN} needs more than ${bits} lines in ${code}.`,
          'Give the number of lines that the divider has.',
        );
      return { channel, high, shift: measuredN - expectedN };
    });
    const [best = { faults: [], unexplained: [] }, ...others] = bestSets(readings, lineWeights(code, bits));
    const agree = readings.filter((reading) => reading.shift === 0).length;
    const name = ({ line, weight, stuckAt }: Fault): string => `line ${line} (weight ${weight}) ${stuckAt ? 'high' : 'low'}`;
    return {
      faults: [...best.faults],
      explains: channels.length - best.unexplained.length,
      unexplained: [...best.unexplained],
      alternatives: others.map((each) => [...each.faults]),
      working: [
        step('Channels that agree', undefined, `${agree} of ${channels.length}`),
        ...channels
          .filter((each) => each.expectedN !== each.measuredN)
          .map((each) => step(`Channel ${each.channel}`, `${each.measuredN} − ${each.expectedN}`, String(each.measuredN - each.expectedN))),
        step(best.faults.length === 0 ? 'No line need be stuck' : `Stuck: ${best.faults.map(name).join(', ')}`),
        step('Explains', undefined, `${channels.length - best.unexplained.length} of ${counted(channels.length, 'reading')}`),
        ...(others.length > 0
          ? [
              step(
                'As good',
                undefined,
                others
                  .slice(0, 5)
                  .map((each) => each.faults.map(name).join(' and '))
                  .join('; '),
              ),
            ]
          : []),
      ],
    };
  },
});
