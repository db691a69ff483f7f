import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { soakOf } from '@amber-relay/core/job';
import { valueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import { lineWith, readerFor } from '@amber-relay/core/link';
import { InstrumentLink } from '../instruments/instrument-link';
import { Clock } from '../ui/clock';
import { timeOfDay } from '../ui/clock-text';
import { JobOnBench } from './job-on-bench';
import { LineOffer } from './line-offer';
import { TapeWriter } from './tape-writer';

/** What is read by itself while a set soaks. */
export interface SoakPlan {
  /** The start of its line: `tp7 `. */
  readonly start: string;
  readonly everyMinutes: number;
}

/**
 * Reads a point by its linked instrument again and again while a soak runs and this job is open, and keeps each reading as one that was
 * typed. It ends with the soak; an instrument that does not answer is told, and asked again at the next time.
 */
@Injectable()
export class SoakReader {
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly link = inject(InstrumentLink);
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly running = signal<(SoakPlan & { readonly jobId: string }) | undefined>(undefined);
  /** What is read of the job on the bench; undefined where nothing is. */
  readonly plan = computed(() => (this.running()?.jobId === this.job.jobId() ? this.running() : undefined));
  /** What came of the last time, where there is something to say. */
  readonly says = signal('');

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  start(plan: SoakPlan): void {
    this.stop();
    this.running.set({ ...plan, jobId: this.job.jobId() });
    void this.turn();
  }

  stop(): void {
    clearTimeout(this.timer);
    this.running.set(undefined);
    this.says.set('');
  }

  private async turn(): Promise<void> {
    const plan = this.plan();
    const soak = soakOf(this.job.card(), this.job.stood(), this.clock.now().getTime());
    // With the soak over, or another job on the bench, there is nothing more to read.
    if (!plan || soak?.state !== 'running') return this.stop();
    await this.readOnce(plan);
    if (this.running() === plan) this.timer = setTimeout(() => void this.turn(), plan.everyMinutes * 60_000);
  }

  private async readOnce(plan: SoakPlan): Promise<void> {
    const context = this.line.context();
    const wanted = valueWanted(plan.start, context);
    const reader = wanted && readerFor(wanted, this.job.instruments());
    if (!wanted || !reader || !('instrument' in reader))
      return this.says.set(reader && 'why' in reader ? reader.why : 'This cannot be read.');
    try {
      const held = { jobId: this.job.jobId(), cardId: this.job.card()?.id ?? '' };
      const read = await this.link.read(reader.instrument, wanted, held);
      // Told to stop meanwhile, or another job is on the bench: it belongs to none.
      if (this.plan() !== plan) return;
      const { instrument } = reader;
      const understood = this.line.understand(lineWith(plan.start, read, wanted.unit), {
        ...context,
        instruments: [instrument, ...context.instruments.filter(({ id }) => id !== instrument.id)],
      });
      if (understood.ok && understood.value.entry) await this.writer.keep(understood.value.entry);
      this.says.set('');
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.says.set(
        `${timeOfDay(this.clock.now().toISOString())}: ${error.message} It is asked again in ${plan.everyMinutes} min; go on by hand.`,
      );
    }
  }
}
