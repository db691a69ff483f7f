import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { CoreError } from '../../core/src/errors';
import { coreTargets, type Target } from './core-targets';
import { Dice } from './mutants';

/** What became of some mutants of one target. */
export interface Tally {
  readonly target: string;
  readonly mutants: number;
  readonly taken: number;
  readonly refused: number;
  /** What was thrown that is no refusal in words, with the mutant it was thrown at. */
  readonly crashes: readonly string[];
  /** Mutants that took longer than five seconds. */
  readonly hangs: readonly string[];
}

/** Makes mutant `n` of a target and lets it be taken; a refusal must say what, where and how to mend it, in plain words. */
async function play(target: number, n: number, seed: number): Promise<'taken' | 'refused' | string> {
  const { mutant, take } = coreTargets[target] as Target;
  const bytes = await mutant(new Dice(seed * 1_000_003 + target * 50_021 + n));
  try {
    await take(bytes);
    return 'taken';
  } catch (error) {
    if (!(error instanceof CoreError)) return `mutant ${n}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`;
    if (!error.message || !error.remedy || /\bexpected\b.*\breceived\b|"code":|Invalid input|ZodError/.test(error.message))
      return `mutant ${n}: said ${error.message}`;
    return 'refused';
  }
}

/** Plays `mutants` of them at the core, all targets in turn, in this thread. */
export async function fuzzHere(
  mutants: number,
  seed: number,
  told: (target: number, n: number, outcome: string, ms: number) => void,
): Promise<void> {
  for (let n = 0; n < mutants; n += 1) {
    const target = n % coreTargets.length;
    const began = performance.now();
    const outcome = await play(target, n, seed);
    told(target, n, outcome, performance.now() - began);
  }
}

/** Counts what became of the mutants, by target. */
export class Tallies {
  private readonly of = coreTargets.map(({ name }) => ({
    target: name,
    mutants: 0,
    taken: 0,
    refused: 0,
    crashes: [] as string[],
    hangs: [] as string[],
  }));

  add(target: number, outcome: string, hung = false): void {
    const tally = this.of[target];
    if (!tally) return;
    tally.mutants += 1;
    if (hung) tally.hangs.push(outcome);
    else if (outcome === 'taken') tally.taken += 1;
    else if (outcome === 'refused') tally.refused += 1;
    else tally.crashes.push(outcome);
  }

  all(): readonly Tally[] {
    return this.of;
  }
}

const longestMs = 5000;
const here = fileURLToPath(import.meta.url);

/** The same in a process that is watched: one that is at a mutant for longer than five seconds is ended, and another goes on behind it. */
export async function fuzzCore(mutants: number, seed: number): Promise<readonly Tally[]> {
  const tallies = new Tallies();
  let next = 0;
  while (next < mutants)
    await new Promise<void>((resolve) => {
      const player = spawn(process.execPath, ['--import', 'tsx', here, String(next), String(mutants), String(seed)], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      let watch: NodeJS.Timeout | undefined;
      let hung = false;
      const wait = (ms = longestMs): void => {
        clearTimeout(watch);
        watch = setTimeout(() => {
          hung = true;
          player.kill('SIGKILL');
        }, ms);
      };
      // The first one comes behind the start of the process.
      wait(30_000);
      createInterface({ input: player.stdout }).on('line', (line) => {
        const [target, n, outcome] = JSON.parse(line) as [number, number, string];
        tallies.add(target, outcome);
        next = n + 1;
        wait();
      });
      player.on('close', () => {
        clearTimeout(watch);
        // Ended by us, or by what it was at.
        if (next < mutants) tallies.add(next % coreTargets.length, `mutant ${next}`, hung);
        if (next < mutants) next += 1;
        resolve();
      });
    });
  return tallies.all();
}

if (process.argv[1] === here) {
  const [from = 0, mutants = 0, seed = 1] = process.argv.slice(2).map(Number);
  for (let n = from; n < mutants; n += 1) {
    const target = n % coreTargets.length;
    process.stdout.write(`${JSON.stringify([target, n, await play(target, n, seed)])}\n`);
  }
}
