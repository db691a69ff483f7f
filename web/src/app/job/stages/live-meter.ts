import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { ValueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import type { Instrument } from '@amber-relay/core/measure';
import { InstrumentLink, type HeldAt } from '../../instruments/instrument-link';

/** So long between two readings, so that the page and the instrument breathe, in milliseconds. */
const pauseMs = 40;
/** More readings than this say nothing new of where the best is. */
const mostSeen = 5000;

/** Reads a linked instrument again and again while one turns. */
@Injectable()
export class LiveMeter {
  private readonly link = inject(InstrumentLink);
  private stopping: AbortController | undefined;
  readonly running = signal(false);
  /** What was read since it was started or cleared; where nothing was there, nothing is added. */
  readonly seen = signal<readonly number[]>([]);
  /** Whether the last reading found nothing. */
  readonly nothing = signal(false);
  readonly step = signal(0);
  /** Why it stopped by itself. */
  readonly says = signal('');

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  /** Reads until it is stopped, or the instrument is gone: then it says so, and what was taken stays. */
  async start(instrument: Instrument, wanted: ValueWanted, held: HeldAt): Promise<void> {
    this.stop();
    const stopping = new AbortController();
    this.stopping = stopping;
    this.seen.set([]);
    this.says.set('');
    this.running.set(true);
    try {
      while (!stopping.signal.aborted) {
        const { value, step } = await this.link.sample(instrument, wanted, held, stopping.signal);
        this.nothing.set(value === null);
        if (value !== null) {
          this.step.set(step);
          this.seen.update((seen) => [...seen.slice(-mostSeen), value]);
        }
        await new Promise((resolve) => setTimeout(resolve, pauseMs));
      }
    } catch (error) {
      if (stopping.signal.aborted) return;
      if (!(error instanceof CoreError)) throw error;
      this.says.set(`${error.message} ${error.remedy} What was read stays; go on by hand, or start it again.`);
      this.running.set(false);
    }
  }

  stop(): void {
    this.stopping?.abort();
    this.running.set(false);
  }

  /** Begins anew from what stands now. */
  clear(): void {
    this.seen.update((seen) => seen.slice(-1));
  }
}
