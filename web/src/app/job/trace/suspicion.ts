import { computed, effect, inject, Injectable, InjectionToken, signal, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { LaidCard } from '@amber-relay/core/card';
import { benchState, evidenceOf } from '@amber-relay/core/job';
import { entryEvidence, type TapeBody } from '@amber-relay/core/tape';
import { effectText, type Effect, type Evidence, type ProbeOrder, type TraceOptions, type TraceResult } from '@amber-relay/core/trace';
import { wrap } from 'comlink';
import { of, switchMap } from 'rxjs';
import { fromStore } from '../../storage/from-store';
import { standingMemory, type Standing as Stood } from '../../bench/job-memory';
import { JobHistory } from '../../storage/job-history';
import { Clock } from '../../ui/clock';
import { BENCH_ANSWERS } from '../../bench/bench-answers';
import { JobOnBench } from '../job-on-bench';
import type { Standing, TraceApi } from './trace.worker';
import { tellingWhenMissing } from '../../ui/worker-code';

/** The worker that thinks, and how to end it. */
export interface TraceHelper {
  readonly api: {
    readonly useCard: (card: LaidCard, ageYears: number) => Promise<void>;
    readonly stand: (evidence: readonly Evidence[], options: TraceOptions) => Promise<Standing | null>;
    readonly trace: (evidence: readonly Evidence[], options: TraceOptions) => Promise<TraceResult | null>;
  };
  readonly end: () => void;
}
export const startTraceHelper = new InjectionToken<() => TraceHelper>('starts a worker for Trace', {
  providedIn: 'root',
  factory: () => () => {
    const worker = tellingWhenMissing(new Worker(new URL('./trace.worker', import.meta.url), { type: 'module' }));
    return { api: wrap<TraceApi>(worker), end: () => worker.terminate() };
  },
});

/** What the worker is asked, and of which job. */
interface Question {
  readonly job: string;
  readonly card: string;
  readonly evidence: readonly Evidence[];
  readonly options: TraceOptions;
  readonly round: number;
}

/** What Trace makes of the job on the bench: worked out in a worker, one question at a time, the newest first. */
@Injectable()
export class Suspicion implements OnDestroy {
  private readonly job = inject(JobOnBench);
  private readonly jobs = inject(JobHistory);
  private readonly clock = inject(Clock);
  private readonly start = inject(startTraceHelper);

  private readonly answers = inject(BENCH_ANSWERS);
  /** On the practice bench it may be held back: it weighs, and says nothing. */
  private readonly isHeld = computed(() => this.answers !== null && this.answers.help() !== 'on');

  /** How probes are put in order. */
  readonly order = signal<ProbeOrder>('worth');
  /** A healthy set of this chassis stands by, to compare with. */
  readonly healthySet = signal(false);
  readonly traced = signal<TraceResult | null>(null);
  /** What other screens may show of it: nothing while it is held back. */
  readonly open = computed(() => (this.isHeld() ? null : this.traced()));
  /** How it stood when the job was last here: for as long as there is no answer. */
  readonly stood = computed((): Stood | undefined => {
    const stood = this.traced() ? undefined : standingMemory.of(this.job.jobId());
    return stood?.card === this.job.card()?.id ? stood : undefined;
  });
  /** On so many pieces of evidence the answer of Trace stands. */
  readonly weighed = signal(0);
  /** What each entry of the tape did to the suspicion, by entry. */
  private readonly allEffects = signal<ReadonlyMap<string, Effect>>(new Map());
  readonly effects = computed((): ReadonlyMap<string, Effect> => (this.isHeld() ? new Map() : this.allEffects()));

  /** The entries that count as evidence. */
  readonly told = computed((): ReadonlySet<string> => new Set(this.evidence().map(({ id }) => id)));
  private readonly evidence = computed(() => {
    const file = this.job.file();
    return file?.card ? evidenceOf(file.card, file.row.symptoms, this.job.tape()) : [];
  });
  private readonly historyRead = fromStore(
    'what was repaired on this chassis',
    toObservable(
      computed(() => ({ card: this.job.card()?.id, job: this.job.jobId() }), { equal: (a, b) => a.card === b.card && a.job === b.job }),
    ).pipe(switchMap(({ card, job }): ReturnType<JobHistory['history$']> => (card ? this.jobs.history$(card, job) : of({})))),
  );
  private readonly history = computed(() => this.historyRead() ?? {});
  /** Years since the set was made, or since the middle of the years in which such sets were. */
  private readonly age = computed(() => {
    const card = this.job.card();
    const madeIn = this.job.file()?.set.madeIn ?? (card ? Math.round((card.madeFrom + card.madeTo) / 2) : undefined);
    return madeIn === undefined ? 0 : Number(this.clock.day().slice(0, 4)) - madeIn;
  });
  private helper: TraceHelper | undefined;
  private round = 0;
  /** The question that waits for the worker, and whether the worker has one. */
  private asked: Question | undefined;
  private asking = false;

  constructor() {
    effect(() => {
      const card = this.job.card();
      if (!card) {
        this.asked = undefined;
        this.round++;
        return this.traced.set(null);
      }
      void this.api().useCard(card, this.age());
    });
    effect(() => {
      const card = this.job.card();
      // Before it is known what the shop has and has repaired, an answer would stand for a moment and then be another.
      if (!card || !this.historyRead() || !this.job.instrumentsAreRead()) return;
      const options = {
        order: this.order(),
        healthySet: this.healthySet(),
        measures: this.job.instruments().flatMap((i) => i.measures),
        history: this.history(),
        ...benchState(card, this.job.stood()),
      };
      this.asked = { job: this.job.jobId(), card: card.id, evidence: this.evidence(), options, round: ++this.round };
      void this.askNewest();
    });
  }

  /** One question at a time: while the worker thinks, only the latest one waits. */
  private async askNewest(): Promise<void> {
    if (this.asking) return;
    this.asking = true;
    try {
      for (let now = this.asked; now; now = this.asked) {
        this.asked = undefined;
        const stands = await this.api().stand(now.evidence, now.options);
        if (now.round !== this.round) continue;
        this.traced.set(stands?.result ?? null);
        if (stands) this.remember(now, stands.result);
        this.weighed.set(now.evidence.length);
        this.allEffects.set(new Map(stands?.effects.map((e) => [e.evidence, e])));
      }
    } finally {
      this.asking = false;
    }
  }

  private remember({ job, card, evidence }: Question, { sections }: TraceResult): void {
    const chances = Object.fromEntries(sections.map(({ section, chance }) => [section, Number(chance.toFixed(4))]));
    standingMemory.keep(job, { card, at: new Date().toISOString(), entries: evidence.length, chances });
  }

  private api(): TraceHelper['api'] {
    return (this.helper ??= this.start()).api;
  }

  /** What an entry would do to the suspicion if it were kept; empty when it would tell Trace nothing. */
  async effectOf(body: TapeBody, before: TraceResult): Promise<string> {
    const card = this.isHeld() ? undefined : this.job.card();
    const evidence = card && entryEvidence(card, { ...body, id: 'preview' });
    if (!evidence) return '';
    const after = await this.api().trace([...this.evidence(), evidence], { history: this.history(), count: 0, explain: false });
    return after ? effectText(before, after, (id) => this.job.sectionName(id)) : '';
  }

  /** The worker ends when the job screen is left. */
  ngOnDestroy(): void {
    this.helper?.end();
    this.helper = undefined;
  }
}
