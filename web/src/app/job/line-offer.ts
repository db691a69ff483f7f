import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { Condition } from '@amber-relay/core/card';
import { readLine } from '@amber-relay/core/entry';
import { attempt } from '@amber-relay/core/errors';
import { biasInDoubt, startCondition } from '@amber-relay/core/job';
import type { EntryContext } from '@amber-relay/core/line';
import type { Instrument } from '@amber-relay/core/measure';
import { conditionMemory, inHandMemory } from '../bench/job-memory';
import { CardSheets } from '../sheets/card-sheets';
import { Clock } from '../ui/clock';
import { JobOnBench } from './job-on-bench';

/** What lines are read with, the condition that stays from line to line, and the line that is put into the entry line from elsewhere. */
@Injectable()
export class LineOffer {
  private readonly job = inject(JobOnBench);
  private readonly sheets = inject(CardSheets, { optional: true });
  private readonly clock = inject(Clock);

  /** The condition that stays; a job starts from the card's usual channel and first mode, and is found as it was left. */
  private readonly stays = linkedSignal<string, Condition>({
    source: () => `${this.job.jobId()} ${this.job.card()?.id ?? ''}`,
    computation: () => conditionMemory.of(this.job.jobId()) ?? startCondition(this.job.card()),
  });
  readonly condition = this.stays.asReadonly();
  private readonly inHandId = linkedSignal<string, string | undefined>({
    source: () => this.job.jobId(),
    computation: (jobId) => inHandMemory.of(jobId),
  });
  /** The instrument that is in hand: what it reads in the lines that follow is read by it. */
  readonly inHand = computed(() => this.job.instruments().find(({ id }) => id === this.inHandId()));
  readonly context = computed((): EntryContext => {
    const card = this.job.card();
    const index = this.sheets?.index();
    const inHand = this.inHand();
    return {
      condition: this.condition(),
      // What is told afterwards is not still to come.
      now: new Date(this.clock.minute()),
      instruments: this.job.instruments(),
      ...(card ? { card } : {}),
      ...(inHand ? { inHand } : {}),
      against: (designator: string) => biasInDoubt(card, this.job.tape(), designator),
      stock: this.job.stock().map(({ id, part, drawer, quantity, priceMinor }) => ({
        id,
        part,
        drawer,
        quantity,
        // The stock is priced in the shop's currency; a job that came from elsewhere may be written in another.
        ...(this.job.currency() === this.job.settings()?.currency ? { priceMinor } : {}),
      })),
      ...(index ? { onSheets: (name: string) => index.has(name) } : {}),
    };
  });

  private readonly offers = signal<{ readonly line: string; readonly n: number; readonly gently?: true } | null>(null);
  /** A line put into the entry line from elsewhere, such as a probe; the number makes each offer new. */
  readonly offered = this.offers.asReadonly();

  /** What is to be watched, as one would begin the line that reads it; empty once the strips have it. */
  readonly toWatch = signal('');

  /** From now on the set stands so. */
  setCondition(condition: Condition): void {
    this.stays.set(condition);
    conditionMemory.keep(this.job.jobId(), condition);
  }

  /** From now on this instrument is in hand; null takes it out of hand. */
  take(instrument: Instrument | null): void {
    this.inHandId.set(instrument?.id);
    inHandMemory.keep(this.job.jobId(), instrument?.id);
  }

  /** Puts a line into the entry line, ready for its value. */
  offer(line: string): void {
    this.offers.update((before) => ({ line, n: (before?.n ?? 0) + 1 }));
  }

  /** Puts a line into the entry line by itself: where something is being typed there, that stays. */
  offerGently(line: string): void {
    this.offers.update((before) => ({ line, n: (before?.n ?? 0) + 1, gently: true }));
  }

  /** Reads a line as the entry line would, e.g. for a form that offers one field a test. */
  understand(line: string, context = this.context()): ReturnType<typeof attempt<ReturnType<typeof readLine>>> {
    return attempt(() => readLine(line, context));
  }
}
