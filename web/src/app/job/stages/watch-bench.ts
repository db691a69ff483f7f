import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Condition } from '@amber-relay/core/card';
import { valueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import { fedSums, sumNow, type JobFigures, type SumNow } from '@amber-relay/core/feed';
import { readerFor } from '@amber-relay/core/link';
import type { Unit } from '@amber-relay/core/quantity';
import { answersWithinS, stripOf, watchSays, type WatchLimits, type WatchMark, type WatchSample } from '@amber-relay/core/run';
import { ofKind, watchedName, type EntryOf, type ReadingSubject, type TapeEntry, type Watched } from '@amber-relay/core/tape';
import type { WatchAct } from '@amber-relay/core/words';
import { InstrumentLink } from '../../instruments/instrument-link';
import type { SoundHeard } from '../../recordings/recording.worker';
import { SoundInput } from '../../recordings/sound-input';
import { Clock } from '../../ui/clock';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
import type { SoundOf } from './live-meter';

/** So long between two readings of one strip, in milliseconds. */
const pauseMs = 100;
/** Readings that a strip holds at most: some hours. */
const mostSamples = 60_000;

/** So long between two answers of a sum that is watched, in seconds. */
const answerS = 0.4;
/** The worth of the last digit of a figure in dB of the sound. */
const soundStepDb = 0.1;

/** One thing that is watched. */
export interface Strip {
  readonly key: string;
  readonly of: Watched;
  readonly title: string;
  readonly unit: Unit;
  readonly limits: WatchLimits;
  /** The state in which the set stands while it is read. */
  readonly condition: Condition;
  /** By which instrument it is read; empty where readings are typed. */
  readonly by: string;
  readonly caution: string;
  readonly samples: readonly WatchSample[];
  readonly step: number;
  /** Why it is not read any more. */
  readonly says: string;
}

/** The same for the same thing, however it is read. */
const keyOf = (subject: ReadingSubject): string => JSON.stringify(subject);
const isRead = (of: Watched): of is ReadingSubject => of.what !== 'sum' && of.what !== 'sound';
/** What held through all of several states: a strip over which one turned the channel is of none. */
const heldByAll = ([first = {}, ...others]: readonly Condition[]): Condition =>
  Object.fromEntries(
    Object.entries(first).filter(([key, value]) => others.every((other) => (other[key as keyof Condition] ?? false) === value)),
  );
/** A step that shows four digits of a figure that has none of its own. */
const shownStep = (value: number): number => (value === 0 ? 0.001 : 10 ** (Math.floor(Math.log10(Math.abs(value))) - 3));

/** How soon a strip tells of what was done. */
export const withinOf = ({ of, by }: Pick<Strip, 'of' | 'by'>): number =>
  by && of.what !== 'sum' ? answersWithinS.linked : answersWithinS.typed;

/** The strips that are watched on a job, what is done to the set meanwhile, and what of it is kept. */
@Injectable()
export class WatchBench {
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly link = inject(InstrumentLink);
  private readonly sound = inject(SoundInput);
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);
  private readonly stopping = new Map<string, AbortController>();
  private readonly began = signal(0);
  private readonly linked = signal<readonly Strip[]>([]);
  readonly marks = signal<readonly WatchMark[]>([]);
  private readonly said = new WeakMap<readonly WatchSample[], { marks: readonly WatchMark[]; says: ReturnType<typeof watchSays> }>();

  /** The strips; what was typed of a thing since it is watched stands on its strip too. */
  readonly strips = computed((): readonly Strip[] =>
    this.linked().map((strip) => {
      if (!isRead(strip.of)) return strip;
      const own = ofKind(this.job.stood(), 'reading').filter(
        ({ subject, at }) => keyOf(subject) === strip.key && Date.parse(at) >= this.began(),
      );
      // Of what no instrument reads and no card knows, the first that is typed says the unit.
      const unit = strip.by || strip.samples.length ? strip.unit : (own[0]?.unit ?? strip.unit);
      const fitting = own.filter((each) => each.unit === unit);
      const typed = fitting.map(({ at, value }) => ({ atS: (Date.parse(at) - this.began()) / 1000, value }));
      if (!typed.length) return strip;
      return {
        ...strip,
        unit,
        condition: heldByAll([strip.condition, ...fitting.map((each) => each.condition)]),
        samples: [...strip.samples, ...typed].sort((a, b) => a.atS - b.atS),
      };
    }),
  );

  /** The sums that the tape feeds and that answer with a figure. */
  readonly sums = computed((): readonly SumNow[] => fedSums.flatMap((id) => sumNow(id, this.figures(this.job.stood())) ?? []));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stopping.forEach((one) => one.abort()));
    // With another job on the bench, what was watched is not of it.
    let watched = '';
    effect(() => {
      const jobId = this.job.jobId();
      if (watched && jobId !== watched) untracked(() => this.linked().forEach(({ key }) => this.remove(key)));
      watched = jobId;
    });
    effect(() => {
      this.job.stood();
      untracked(() => this.answer());
    });
    effect(() => {
      const heard = this.sound.heard();
      if (heard) untracked(() => this.hear(heard));
    });
    effect(() => {
      const says = this.sound.says();
      if (says) untracked(() => this.ofSound().forEach(({ key }) => this.change(key, () => ({ says: `${says} What was heard stays.` }))));
    });
  }

  private nowS(): number {
    return (this.clock.now().getTime() - this.began()) / 1000;
  }

  private begin(strip: Omit<Strip, 'samples' | 'step' | 'says'>): void {
    if (!this.linked().length) {
      this.began.set(this.clock.now().getTime());
      this.marks.set([]);
    }
    this.linked.update((strips) => [...strips, { ...strip, samples: [], step: 0, says: '' }]);
  }

  private has(key: string): boolean {
    return this.linked().some((strip) => strip.key === key);
  }

  /**
   * Watches one thing more, as one would begin the line that reads it: `tp7`, `pwr fm`, `ch19 keyed`, `q4 c`.
   *
   * @returns what is wrong with it; empty where it is watched
   */
  add(name: string): string {
    const typed = name.trim();
    if (!typed) return 'Name a point, a test, a channel or a part, such as TP7.';
    const wanted = valueWanted(`${typed} `, this.line.context());
    if (!wanted) {
      const told = this.line.understand(`${typed} dead`);
      if (/^tp\d/i.test(typed)) return `There is no point ${typed} on this card.`;
      return told.ok ? `${typed} is nothing that is read: name a point, a test, a channel or a part.` : told.failure.message;
    }
    const { subject, unit, condition, low, high, caution, nominalHz } = wanted;
    const title = watchedName(subject, this.job.card());
    const key = keyOf(subject);
    if (this.has(key)) return '';
    // An instrument has one probe: while it watches one point, it is at no other.
    const busy = new Set(this.linked().map((strip) => strip.by));
    const free = this.job.instruments().filter(({ name }) => !busy.has(name));
    const reader = free.some(({ link }) => link) ? readerFor(wanted, free) : undefined;
    const instrument = reader && 'instrument' in reader ? reader.instrument : undefined;
    this.begin({ key, of: subject, title, unit, limits: { low, high }, condition, by: instrument?.name ?? '', caution });
    if (!instrument) return '';
    const stopping = new AbortController();
    this.stopping.set(key, stopping);
    const held = { jobId: this.job.jobId(), cardId: this.job.card()?.id ?? '' };
    void (async () => {
      try {
        while (!stopping.signal.aborted) {
          const { value, step } = await this.link.sample(instrument, wanted, held, stopping.signal);
          // A counter shows the carrier; what is watched is how far off it is.
          this.take(key, value === null || nominalHz === undefined ? value : value - nominalHz, step);
          this.answer();
          await new Promise((resolve) => setTimeout(resolve, pauseMs));
        }
      } catch (error) {
        if (stopping.signal.aborted) return;
        if (!(error instanceof CoreError)) throw error;
        this.change(key, () => ({ says: `${error.message} What was read stays; go on by hand.`, by: '' }));
      }
    })();
    return '';
  }

  /** Watches what a sum makes of the readings as they come. */
  addSum(id: string): void {
    const key = `sum ${id}`;
    const now = sumNow(id, this.figures(this.job.stood()));
    if (!now || this.has(key)) return;
    const { title, unit } = now;
    const of = { what: 'sum' as const, sum: id, title };
    this.begin({ key, of, title, unit, limits: {}, condition: this.line.condition(), by: 'the sum', caution: '' });
    this.answer();
  }

  /** Watches the sound of the set by the input of the computer. */
  addSound(of: SoundOf): void {
    const key = `sound ${of}`;
    if (this.has(key)) return;
    const watched = { what: 'sound' as const, of };
    const starts = !this.ofSound().length;
    const condition = { ...this.line.condition(), keyed: false };
    this.begin({
      key,
      of: watched,
      title: watchedName(watched, undefined),
      unit: 'dB',
      limits: {},
      condition,
      by: 'the input',
      caution: '',
    });
    if (starts) void this.sound.start();
  }

  private readonly ofSound = (): readonly Strip[] => this.linked().filter(({ of }) => of.what === 'sound');

  private hear({ reading: { sinad, levelDbfs, troubles } }: SoundHeard): void {
    for (const { key, of } of this.ofSound()) {
      const value = of.what === 'sound' && of.of === 'sinad' ? (sinad?.sinadDb ?? null) : levelDbfs;
      // What is clipped tells neither.
      this.take(key, troubles.includes('clipped') || value === null || !Number.isFinite(value) ? null : value, soundStepDb);
    }
  }

  private take(key: string, value: number | null, step: number): void {
    this.change(key, (strip) => ({
      samples: [...strip.samples.slice(-mostSamples), { atS: this.nowS(), value }],
      step: step || strip.step,
    }));
  }

  private figures(stood: readonly TapeEntry[]): JobFigures {
    const card = this.job.card();
    return {
      stood,
      condition: this.line.condition(),
      instruments: this.job.instruments(),
      s9: this.job.settings()?.s9,
      ...(card ? { card } : {}),
    };
  }

  /** What the instruments show now, as readings that nobody has kept. */
  private shownNow(): readonly TapeEntry[] {
    const at = this.clock.now().toISOString();
    return this.linked().flatMap(({ key, of, by, samples, unit, step, condition }): readonly TapeEntry[] => {
      const last = samples.at(-1);
      if (!isRead(of) || !by || !last) return [];
      const base = { id: key, jobId: this.job.jobId(), seq: Number.MAX_SAFE_INTEGER, at, by: '' };
      return [{ ...base, kind: 'reading', subject: of, value: last.value, unit, step, condition, uncertainty: step, verdict: 'no-limit' }];
    });
  }

  /** Each sum that is watched answers anew, where readings have come since. */
  private answer(): void {
    const due = this.linked().filter(({ of, samples }) => of.what === 'sum' && this.nowS() - (samples.at(-1)?.atS ?? -Infinity) >= answerS);
    if (!due.length) return;
    const figures = this.figures([...this.job.stood(), ...this.shownNow()]);
    for (const { key, of } of due) {
      const now = of.what === 'sum' ? sumNow(of.sum, figures) : undefined;
      if (now) this.take(key, now.value, shownStep(now.value));
    }
  }

  private change(key: string, to: (strip: Strip) => Partial<Strip>): void {
    this.linked.update((strips) => strips.map((strip) => (strip.key === key ? { ...strip, ...to(strip) } : strip)));
  }

  /** Takes a strip away; nothing of it is kept. */
  remove(key: string): void {
    this.stopping.get(key)?.abort();
    this.stopping.delete(key);
    this.linked.update((strips) => strips.filter((strip) => strip.key !== key));
    if (this.sound.state() !== 'off' && !this.ofSound().length) this.sound.stop();
  }

  /** Something is done to the set now. */
  mark(what: WatchAct, at?: string): void {
    this.marks.update((marks) => [...marks, { atS: this.nowS(), what, ...(at ? { at } : {}) }]);
  }

  /** What a strip says so far; undefined before the first reading. */
  says(strip: Strip): ReturnType<typeof watchSays> | undefined {
    const { samples, limits, step } = strip;
    if (!samples.length) return undefined;
    // Of several strips of hours only that is worked out which has changed.
    const marks = this.marks();
    const known = this.said.get(samples);
    if (known?.marks === marks) return known.says;
    const says = watchSays(samples as [WatchSample, ...WatchSample[]], marks, limits, step, withinOf(strip));
    this.said.set(samples, { marks, says });
    return says;
  }

  /** Keeps what every strip says on the tape, and ends them. */
  async keep(): Promise<void> {
    const bodies = this.strips().flatMap((strip) => {
      const says = this.says(strip);
      return says ? [bodyOf(strip, says)] : [];
    });
    if (bodies.length && !(await this.writer.keepAll(bodies))) return;
    for (const { key } of this.strips()) this.remove(key);
  }
}

function bodyOf(
  { of, unit, step, samples, condition }: Strip,
  says: ReturnType<typeof watchSays>,
): { kind: 'watch' } & Omit<EntryOf<'watch'>, 'id' | 'jobId' | 'seq' | 'at' | 'by' | 'kind' | 'done'> {
  const { drift } = says;
  // A drift that its own error could make is none.
  const drifts = drift && Math.abs(drift.perMinute) > 3 * drift.sigma && Math.abs(drift.perMinute) * (says.seconds / 60) > step;
  return {
    kind: 'watch',
    ...(of.what === 'point' ? { point: of.point } : { of }),
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
