import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { expectationAt, pointOf } from '@amber-relay/core/card';
import { valueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import { readerFor } from '@amber-relay/core/link';
import type { Unit } from '@amber-relay/core/quantity';
import { stripOf, watchSays, type WatchLimits, type WatchMark, type WatchSample } from '@amber-relay/core/run';
import { ofKind, type EntryOf } from '@amber-relay/core/tape';
import type { WatchAct } from '@amber-relay/core/words';
import { InstrumentLink } from '../../instruments/instrument-link';
import { Clock } from '../../ui/clock';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';

/** So long between two readings of one strip, in milliseconds. */
const pauseMs = 100;
/** Readings that a strip holds at most: some hours. */
const mostSamples = 60_000;

/** One point that is watched. */
export interface Strip {
  readonly point: string;
  readonly title: string;
  readonly unit: Unit;
  readonly limits: WatchLimits;
  /** By which instrument it is read; empty where readings are typed. */
  readonly by: string;
  readonly caution: string;
  readonly samples: readonly WatchSample[];
  readonly step: number;
  /** Why it is not read any more. */
  readonly says: string;
}

/** The strips that are watched on a job, what is done to the set meanwhile, and what of it is kept. */
@Injectable()
export class WatchBench {
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly link = inject(InstrumentLink);
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);
  private readonly stopping = new Map<string, AbortController>();
  private readonly began = signal(0);
  private readonly linked = signal<readonly Strip[]>([]);
  readonly marks = signal<readonly WatchMark[]>([]);
  private readonly said = new WeakMap<readonly WatchSample[], { marks: readonly WatchMark[]; says: ReturnType<typeof watchSays> }>();

  /** The strips; what was typed of a point since it is watched stands on its strip too. */
  readonly strips = computed((): readonly Strip[] =>
    this.linked().map((strip) => {
      const typed = ofKind(this.job.stood(), 'reading')
        .filter(
          ({ subject, unit, at }) =>
            subject.what === 'point' && subject.point === strip.point && unit === strip.unit && Date.parse(at) >= this.began(),
        )
        .map(({ at, value }) => ({ atS: (Date.parse(at) - this.began()) / 1000, value }));
      return typed.length ? { ...strip, samples: [...strip.samples, ...typed].sort((a, b) => a.atS - b.atS) } : strip;
    }),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stopping.forEach((one) => one.abort()));
    // With another job on the bench, what was watched is not of it.
    let watched = '';
    effect(() => {
      const jobId = this.job.jobId();
      if (watched && jobId !== watched) untracked(() => this.linked().forEach(({ point }) => this.remove(point)));
      watched = jobId;
    });
  }

  private nowS(): number {
    return (this.clock.now().getTime() - this.began()) / 1000;
  }

  /** Watches one more point. */
  add(name: string): void {
    const card = this.job.card();
    const point = card && pointOf(card, name);
    if (!card || !point || this.linked().some((strip) => strip.point === point.id)) return;
    if (!this.linked().length) {
      this.began.set(this.clock.now().getTime());
      this.marks.set([]);
    }
    const wanted = valueWanted(`${point.id.toLowerCase()} `, this.line.context());
    // An instrument has one probe: while it watches one point, it is at no other.
    const busy = new Set(this.linked().map((strip) => strip.by));
    const free = this.job.instruments().filter(({ name }) => !busy.has(name));
    const reader = wanted && free.some(({ link }) => link) ? readerFor(wanted, free) : undefined;
    const { low, high } = expectationAt(point, this.line.condition()) ?? {};
    const instrument = reader && 'instrument' in reader ? reader.instrument : undefined;
    this.linked.update((strips) => [
      ...strips,
      {
        point: point.id,
        title: `${point.id} ${point.name}`,
        unit: point.unit,
        limits: { low, high },
        by: instrument?.name ?? '',
        caution: wanted?.caution ?? '',
        samples: [],
        step: 0,
        says: '',
      },
    ]);
    if (!instrument || !wanted) return;
    const stopping = new AbortController();
    this.stopping.set(point.id, stopping);
    void (async () => {
      try {
        while (!stopping.signal.aborted) {
          const held = { jobId: this.job.jobId(), cardId: card.id };
          const { value, step } = await this.link.sample(instrument, wanted, held, stopping.signal);
          this.change(point.id, (strip) => ({
            samples: [...strip.samples.slice(-mostSamples), { atS: this.nowS(), value }],
            step: step || strip.step,
          }));
          await new Promise((resolve) => setTimeout(resolve, pauseMs));
        }
      } catch (error) {
        if (stopping.signal.aborted) return;
        if (!(error instanceof CoreError)) throw error;
        this.change(point.id, () => ({ says: `${error.message} What was read stays; go on by hand.`, by: '' }));
      }
    })();
  }

  private change(point: string, to: (strip: Strip) => Partial<Strip>): void {
    this.linked.update((strips) => strips.map((strip) => (strip.point === point ? { ...strip, ...to(strip) } : strip)));
  }

  /** Takes a strip away; nothing of it is kept. */
  remove(point: string): void {
    this.stopping.get(point)?.abort();
    this.stopping.delete(point);
    this.linked.update((strips) => strips.filter((strip) => strip.point !== point));
  }

  /** Something is done to the set now. */
  mark(what: WatchAct, at?: string): void {
    this.marks.update((marks) => [...marks, { atS: this.nowS(), what, ...(at ? { at } : {}) }]);
  }

  /** What a strip says so far; undefined before the first reading. */
  says({ samples, limits, step }: Strip): ReturnType<typeof watchSays> | undefined {
    if (!samples.length) return undefined;
    // Of several strips of hours only that is worked out which has changed.
    const marks = this.marks();
    const known = this.said.get(samples);
    if (known?.marks === marks) return known.says;
    const says = watchSays(samples as [WatchSample, ...WatchSample[]], marks, limits, step);
    this.said.set(samples, { marks, says });
    return says;
  }

  /** Keeps what every strip says on the tape, and ends them. */
  async keep(): Promise<void> {
    const condition = this.line.condition();
    const bodies = this.strips().flatMap((strip) => {
      const says = this.says(strip);
      return says ? [bodyOf(strip, says, condition)] : [];
    });
    if (bodies.length && !(await this.writer.keepAll(bodies))) return;
    for (const { point } of this.strips()) this.remove(point);
  }
}

function bodyOf(
  { point, unit, step, samples }: Strip,
  says: ReturnType<typeof watchSays>,
  condition: EntryOf<'watch'>['condition'],
): { kind: 'watch' } & Omit<EntryOf<'watch'>, 'id' | 'jobId' | 'seq' | 'at' | 'by' | 'kind' | 'done'> {
  const { drift } = says;
  // A drift that its own error could make is none.
  const drifts = drift && Math.abs(drift.perMinute) > 3 * drift.sigma && Math.abs(drift.perMinute) * (says.seconds / 60) > step;
  return {
    kind: 'watch',
    point,
    unit,
    step,
    condition,
    seconds: Math.round(says.seconds * 10) / 10,
    readings: samples.length,
    least: says.least,
    most: says.most,
    dropouts: says.dropouts.length,
    ...(drifts ? { driftPerMinute: drift.perMinute } : {}),
    marks: [...says.marks],
    strip: stripOf(samples),
  };
}
