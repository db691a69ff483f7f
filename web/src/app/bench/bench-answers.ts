import { InjectionToken, type Signal } from '@angular/core';
import type { EntryContext } from '@amber-relay/core/line';
import type { Act, Asked, Help, LineAsked } from '@amber-relay/core/practice';
import type { TapeBody } from '@amber-relay/core/tape';

/** A set that answers by itself, as on the practice bench; at the real bench nobody does. */
export interface BenchAnswers {
  /** How much Trace says. */
  readonly help: Signal<Help>;
  /** What a line asks of the set, where its answer is still to come. */
  lineAsked(line: string, context: EntryContext): LineAsked | undefined;
  /** What it would take, beside the asking: covers that come off first, with the minutes. */
  takesFirst(asked: Asked): string;
  ask(asked: Asked): Promise<Act>;
  /** Entries were put on the tape: what they did to the set happens to it. */
  kept(bodies: readonly TapeBody[]): Promise<void>;
}

export const BENCH_ANSWERS = new InjectionToken<BenchAnswers | null>('the set that answers by itself', {
  providedIn: 'root',
  factory: () => null,
});

/** Whether this is the practice bench: a shop of its own, of which nothing gets into the real one but how a case went. */
export const ON_PRACTICE_BENCH = new InjectionToken<boolean>('the practice bench', { providedIn: 'root', factory: () => false });
