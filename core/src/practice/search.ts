import type { Evidence, TestModel, TraceModel } from '../trace';
import { priceOf } from '../trace/candidates';
import type { FaultySet } from './bench-answer';

/** One set with what is wrong in it, for one who searches. */
export interface SearchCase {
  readonly model: TraceModel;
  /** The class of what is wrong. */
  readonly way: string;
  /** Sections at fault. */
  readonly truth: ReadonlySet<string>;
  /** What is right to settle on where no section is at fault. */
  readonly settles?: 'outside' | 'misaligned';
  readonly seed: number;
  readonly complaint: Evidence;
  /** The set as it comes in, made anew for each who works on it. `seconds` is the clock of the one who does. */
  readonly set: (noise: number, seconds?: () => number) => FaultySet & { readonly uncured?: readonly unknown[] };
}

/** Minutes to renew the parts of a section. */
export const renewMinutes = 12;
/** Minutes to try again what was complained of. */
export const tryMinutes = 1.7;
/** Minutes in which one turns from one test to the next. */
const turnMinutes = 0.7;
/** So many tests, and one goes on by renewing what is likeliest. */
export const mostTests = 60;

/** What one did, in order: a test with its answer, or a section renewed. */
export interface SearchStep {
  readonly evidence: Evidence;
  /** The test, where it was one. */
  readonly test?: string;
  /** Minutes on the clock when it was done. */
  readonly at: number;
}

/** How a search went. */
export interface Search {
  readonly way: string;
  /** Every cause is out of the set; or it was rightly said that none is in it. */
  readonly cured: boolean;
  readonly minutes: number;
  readonly repairs: number;
  readonly tests: number;
  readonly steps: readonly SearchStep[];
}

/** What one has on the bench while searching: the clock, what is off and what is in hand. */
export class Bench {
  minutes = 0;
  tests = 0;
  inHand = 'none';
  readonly opened = new Set<string>();
  readonly steps: SearchStep[] = [];
  constructor(private readonly model: TraceModel) {}

  /** Sets up for a test: its minutes go by, covers come off, the instrument is taken in hand. */
  turnTo(test: TestModel): void {
    const { card } = this.model;
    this.minutes += priceOf(this.model, test, this).minutes + turnMinutes;
    for (let step = card.access.find((a) => a.id === test.access); step; step = card.access.find((a) => a.id === step?.behind))
      this.opened.add(step.id);
    if (test.instrument !== 'none') this.inHand = test.instrument;
    this.tests += 1;
  }

  keep(evidence: Evidence, test?: string): void {
    this.steps.push({ evidence, at: this.minutes, ...(test === undefined ? {} : { test }) });
  }
}
