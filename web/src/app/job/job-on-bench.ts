import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { sectionName } from '@amber-relay/core/card';
import { curedBy, labourClock, problems, retests, safetySigned, soakOf, stageStates } from '@amber-relay/core/job';
import { doubtedEntries, ofKind, standing, tapeLines, type TapeEntry } from '@amber-relay/core/tape';
import { of, switchMap } from 'rxjs';
import { BenchLine } from '../bench/bench-line';
import { fromStore } from '../storage/from-store';
import { JobRepository } from '../storage/job-repository';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';

/** The job on the bench as it was last read, and what follows from its tape. */
@Injectable()
export class JobOnBench {
  private readonly jobs = inject(JobRepository);
  private readonly shop = inject(ShopRepository);
  private readonly bench = inject(BenchLine);
  private readonly clock = inject(Clock);

  readonly jobId = signal('');
  private readonly id$ = toObservable(this.jobId);
  /** Undefined while it is being read, null when there is no such job. */
  readonly file = fromStore('this job', this.id$.pipe(switchMap((id) => (id ? this.jobs.file$(id) : of(undefined)))));
  private readonly tapeRead = fromStore(
    'its tape',
    this.id$.pipe(switchMap((id): ReturnType<JobRepository['tape$']> => (id ? this.jobs.tape$(id) : of([])))),
  );
  readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  private readonly instrumentsRead = fromStore('the instruments', this.shop.instruments$);
  readonly instruments = computed(() => this.instrumentsRead() ?? []);
  readonly instrumentsAreRead = computed(() => this.instrumentsRead() !== undefined);
  readonly stock = fromStore('the stock', this.shop.stock$, []);

  readonly tape = computed<readonly TapeEntry[]>(() => this.tapeRead() ?? []);
  readonly lines = computed(() => tapeLines(this.tape()));
  readonly stood = computed(() => standing(this.tape()));
  readonly doubted = computed(() => doubtedEntries(this.stood()));
  readonly card = computed(() => this.file()?.card);
  readonly problems = computed(() => problems(this.tape()));
  readonly retests = computed(() => retests(this.card(), this.stood(), this.file()?.row.symptoms ?? []));
  /** What cured the set, where all that failed before works since. */
  readonly cured = computed(() => curedBy(this.card(), this.stood(), this.file()?.row.symptoms ?? []));
  readonly signed = computed(() => safetySigned(this.tape()));
  readonly stages = computed(() => {
    const file = this.file();
    return file ? stageStates(file.row, this.tape(), file.card) : [];
  });
  /** The currency in which the money of this job is written. */
  readonly currency = computed(() => this.file()?.row.currency ?? this.settings()?.currency ?? '');

  constructor() {
    effect(() => {
      const file = this.file();
      if (file) this.bench.file.set(file);
      const problems = this.problems();
      const atMs = this.clock.now().getTime();
      const last = ofKind(this.stood(), 'soak').at(-1);
      const soak = last && last.act !== 'end' ? soakOf(this.card(), this.stood(), Date.parse(last.at)) : undefined;
      this.bench.news.set({
        ...(soak?.state === 'running'
          ? { soak: { beganMs: soak.beganMs, ...(soak.dueMs === undefined ? {} : { dueMs: soak.dueMs }) } }
          : {}),
        problems: { all: problems.length, open: problems.filter(({ state }) => state === 'open' || state === 'found').length },
        labour: { ...labourClock(this.tape(), atMs), atMs },
      });
    });
  }

  sectionName(id: string): string {
    return sectionName(this.card(), id);
  }
}
