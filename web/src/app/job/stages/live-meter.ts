import { DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { ValueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import type { Instrument } from '@amber-relay/core/measure';
import { InstrumentLink, type HeldAt } from '../../instruments/instrument-link';
import { SoundInput } from '../../recordings/sound-input';

/** So long between two readings, so that the page and the instrument breathe, in milliseconds. */
const pauseMs = 40;
/** More readings than this say nothing new of where the best is. */
const mostSeen = 5000;

/** What is taken of the sound. */
export type SoundOf = 'sinad' | 'level';
/** The worth of the last digit of a figure in dB of the sound. */
const soundStepDb = 0.1;

/** Reads a linked instrument, or hears the sound of the set, again and again while one turns. */
@Injectable()
export class LiveMeter {
  private readonly link = inject(InstrumentLink);
  private readonly sound = inject(SoundInput);
  private stopping: AbortController | undefined;
  private readonly heardOf = signal<SoundOf | undefined>(undefined);
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
    effect(() => {
      const [of, heard] = [this.heardOf(), this.sound.heard()];
      if (!of || !heard) return;
      const { sinad, levelDbfs, troubles } = heard.reading;
      // What is clipped seems to stand still while one turns.
      const value = troubles.includes('clipped') ? null : of === 'level' ? levelDbfs : (sinad?.sinadDb ?? null);
      this.nothing.set(value === null || !Number.isFinite(value));
      if (value !== null && Number.isFinite(value)) this.take(value, soundStepDb);
    });
    effect(() => {
      const [of, why] = [this.heardOf(), this.sound.says()];
      if (!of || !why) return;
      this.says.set(why);
      this.stop();
    });
  }

  private take(value: number, step: number): void {
    this.step.set(step);
    this.seen.update((seen) => [...seen.slice(-mostSeen), value]);
  }

  /** Hears the sound of the set until it is stopped, or the input is gone. */
  startSound(of: SoundOf): void {
    this.stop();
    this.seen.set([]);
    this.says.set('');
    this.heardOf.set(of);
    this.running.set(true);
    void this.sound.start();
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
        if (value !== null) this.take(value, step);
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
    // Whoever stops it does not depend on what it hears.
    if (untracked(this.heardOf)) this.sound.stop();
    this.heardOf.set(undefined);
    this.running.set(false);
  }

  /** Begins anew from what stands now. */
  clear(): void {
    this.seen.update((seen) => seen.slice(-1));
  }
}
