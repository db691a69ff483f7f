import { computed, effect, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Condition, Lesson } from '@amber-relay/core/card';
import { readLine, type EntryContext } from '@amber-relay/core/entry';
import {
  doubtedEntries,
  entryEvidence,
  evidenceOf,
  findingNames,
  problems,
  retests,
  safetySigned,
  stageStates,
  standing,
  tapeLines,
  type TapeBody,
  type TapeEntry,
} from '@amber-relay/core/job';
import { attempt } from '@amber-relay/core/errors';
import { effectText, type Effect, type Evidence, type ProbeOrder, type TraceOptions, type TraceResult } from '@amber-relay/core/trace';
import { wrap, type Remote } from 'comlink';
import { catchError, of, switchMap } from 'rxjs';
import { BenchLine } from '../shell/bench-line';
import { CardSheets } from '../sheets/card-sheets';
import { JobRepository, type Photo } from '../storage/job-repository';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import type { TraceApi } from './trace/trace.worker';

/** State of the job screen: what stands on the tape, what follows from it, and the acts that add to it. */
@Injectable()
export class JobStore {
  private readonly jobs = inject(JobRepository);
  private readonly snack = inject(MatSnackBar);
  private readonly bench = inject(BenchLine);
  private readonly changes = inject(ShopChanges);
  private readonly shop = inject(ShopRepository);
  private readonly sheets = inject(CardSheets, { optional: true });

  readonly jobId = signal('');
  /** Undefined while it is being read, null when there is no such job. */
  readonly file = toSignal(
    toObservable(this.jobId).pipe(switchMap((id) => (id ? this.jobs.file$(id).pipe(catchError(() => of(null))) : of(undefined)))),
  );
  private readonly tapeNow = toSignal(
    toObservable(this.jobId).pipe(switchMap((id) => (id ? this.jobs.tape$(id).pipe(catchError(() => of([]))) : of([])))),
    { initialValue: [] as TapeEntry[] },
  );
  readonly settings = toSignal(this.shop.settings$.pipe(catchError(() => of(undefined))));
  readonly instruments = toSignal(this.shop.instruments$.pipe(catchError(() => of([]))), { initialValue: [] });

  readonly tape = computed<readonly TapeEntry[]>(() => this.tapeNow());
  readonly lines = computed(() => tapeLines(this.tape()));
  readonly stood = computed(() => standing(this.tape()));
  readonly card = computed(() => this.file()?.card);
  readonly problems = computed(() => problems(this.tape()));
  readonly retests = computed(() => retests(this.card(), this.stood(), this.file()?.row.symptoms ?? []));
  readonly signed = computed(() => safetySigned(this.tape()));
  readonly stages = computed(() => {
    const file = this.file();
    return file ? stageStates(file.row, this.tape(), file.card) : [];
  });

  /** The sticky condition; each job starts from the card's usual channel and first mode. */
  readonly condition = linkedSignal<string, Condition>({
    source: () => this.card()?.id ?? '',
    computation: () => {
      const card = this.card();
      if (!card) return {};
      return {
        keyed: false,
        ...(card.kind !== 'linear-amplifier' && card.modes[0] ? { mode: card.modes[0] } : {}),
        ...(card.channels ? { channel: card.channels.usual } : {}),
      };
    },
  });
  readonly entryContext = computed((): EntryContext => {
    const card = this.card();
    const index = this.sheets?.index();
    return {
      condition: this.condition(),
      now: new Date(),
      instruments: this.instruments(),
      ...(card ? { card } : {}),
      ...(index ? { onSheets: (name: string) => index.has(name) } : {}),
    };
  });

  /** A line put into the entry line from elsewhere, such as a probe; the number makes each offer new. */
  readonly offered = signal<{ readonly line: string; readonly n: number } | null>(null);

  readonly order = signal<ProbeOrder>('worth');
  /** A healthy set of this chassis stands by, to compare with. */
  readonly healthySet = signal(false);
  readonly traced = signal<TraceResult | null>(null);
  /** On so many pieces of evidence the answer of Trace stands. */
  readonly weighed = signal(0);
  /** What each entry of the tape did to the suspicion, by entry. */
  readonly effects = signal<ReadonlyMap<string, Effect>>(new Map());
  readonly doubted = computed(() => doubtedEntries(this.stood()));
  readonly evidence = computed(() => {
    const file = this.file();
    return file?.card ? evidenceOf(file.card, file.row.symptoms, this.tape()) : [];
  });
  private readonly history = toSignal(
    toObservable(
      computed(() => ({ card: this.card()?.id, job: this.jobId() }), { equal: (a, b) => a.card === b.card && a.job === b.job }),
    ).pipe(switchMap(({ card, job }) => (card ? this.jobs.history$(card, job).pipe(catchError(() => of({}))) : of({})))),
    { initialValue: {} as Record<string, number> },
  );
  /** Years since the set was made, where that is known. */
  private readonly age = computed(() => {
    const madeIn = this.file()?.set.madeIn;
    return madeIn === undefined ? undefined : new Date().getFullYear() - madeIn;
  });
  private worker: Worker | undefined;
  private api: Remote<TraceApi> | undefined;
  private round = 0;
  /** The question that waits for the worker, and whether the worker has one. */
  private asked: { readonly evidence: readonly Evidence[]; readonly options: TraceOptions; readonly round: number } | undefined;
  private asking = false;

  constructor() {
    effect(() => {
      const file = this.file();
      if (file) this.bench.file.set(file);
      this.bench.tape.set(this.tape());
    });
    const usable = computed(() => this.card(), { equal: (a, b) => a === b });
    effect(() => {
      const card = usable();
      if (!card) {
        this.asked = undefined;
        this.round++;
        return this.traced.set(null);
      }
      void this.traceApi().useCard(card, this.age() ?? new Date().getFullYear() - Math.round((card.madeFrom + card.madeTo) / 2));
    });
    effect(() => {
      if (!usable()) return;
      const options = {
        order: this.order(),
        healthySet: this.healthySet(),
        measures: this.instruments().flatMap((i) => i.measures),
        history: this.history(),
        opened: this.opened(),
      };
      this.asked = { evidence: this.evidence(), options, round: ++this.round };
      void this.askWorker();
    });
  }

  /** One question at a time: while the worker thinks, only the latest one waits. */
  private async askWorker(): Promise<void> {
    if (this.asking) return;
    this.asking = true;
    try {
      for (let now = this.asked; now; now = this.asked) {
        this.asked = undefined;
        const standing = await this.traceApi().stand(now.evidence, now.options);
        if (now.round !== this.round) continue;
        this.traced.set(standing?.result ?? null);
        this.weighed.set(now.evidence.length);
        this.effects.set(new Map(standing?.effects.map((e) => [e.evidence, e])));
      }
    } finally {
      this.asking = false;
    }
  }

  /** Access that must be off already, since something behind it has been measured. */
  private readonly opened = computed(() => {
    const card = this.card();
    if (!card) return [];
    const reached = this.stood().flatMap((entry) => {
      if (entry.kind === 'reading' && entry.subject.what === 'point') {
        const { point } = entry.subject;
        return card.testPoints.find((p) => p.id === point)?.access ?? [];
      }
      return [];
    });
    const open = new Set(reached);
    for (const id of open) {
      const behind = card.access.find((a) => a.id === id)?.behind;
      if (behind) open.add(behind);
    }
    return [...open];
  });

  private traceApi(): Remote<TraceApi> {
    this.worker ??= new Worker(new URL('./trace/trace.worker', import.meta.url), { type: 'module' });
    return (this.api ??= wrap<TraceApi>(this.worker));
  }

  /** What an entry would do to the suspicion if it were kept; empty when it would tell Trace nothing. */
  async effectOf(body: TapeBody, before: TraceResult): Promise<string> {
    const card = this.card();
    const evidence = card && entryEvidence(card, { ...body, id: 'preview' });
    if (!evidence) return '';
    const after = await this.traceApi().trace([...this.evidence(), evidence], { history: this.history(), count: 0, explain: false });
    return after ? effectText(before, after, (id) => this.sectionName(id)) : '';
  }

  /** Ends the worker when the job screen is left. */
  close(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.api = undefined;
    this.asking = false;
  }

  private readonly by = computed(() => this.settings()?.technician ?? 'Bench');
  /** The currency in which the money of this job is written. */
  readonly currency = computed(() => this.file()?.row.currency ?? this.settings()?.currency ?? '');

  /** Writes an entry; when the promise is kept it is on the disk. */
  async keep(body: TapeBody): Promise<TapeEntry | undefined> {
    return (await this.keepAll([body]))?.[0];
  }

  /** Keeps several entries in order: all of them or none. */
  keepAll(bodies: readonly TapeBody[]): Promise<readonly TapeEntry[] | undefined> {
    return this.kept(() => this.jobs.appendAll(this.jobId(), bodies, this.by()));
  }

  /** Keeps a picture with its entry, and what else belongs to it: all of it or nothing. */
  async keepPicture(photo: Photo, of: { designator?: string; section?: string } = {}, beside: readonly TapeBody[] = []): Promise<boolean> {
    return (await this.kept(() => this.jobs.addPhoto(this.jobId(), photo, this.by(), of, beside).then(() => true))) ?? false;
  }

  /** Does a write; where it is refused, says so once, and gives undefined. */
  private async kept<T>(act: () => Promise<T>): Promise<T | undefined> {
    try {
      return await act();
    } catch (error) {
      if (!wasTold(error)) this.snack.open(notKeptText(error), 'Close');
      return undefined;
    }
  }

  /** What an entry could teach the card: what is right at a point of which it says nothing, or a fault that is known now. */
  lesson(entry: TapeEntry): Lesson | undefined {
    if (entry.kind === 'reading' && entry.subject.what === 'point' && entry.verdict === 'no-limit' && entry.value !== null)
      return { kind: 'reading', point: entry.subject.point, value: entry.value, condition: entry.condition };
    if (entry.kind === 'finding' && entry.section && entry.finding !== 'clean')
      return {
        kind: 'fault',
        section: entry.section,
        text: [entry.designator, entry.text || findingNames[entry.finding]].filter(Boolean).join(' '),
      };
    return undefined;
  }

  /** Puts what was learned into the card of the chassis; the way back is offered. */
  async teach(lesson: Lesson): Promise<void> {
    const id = this.card()?.id;
    const done = id ? await this.changes.teachCard(id, lesson) : undefined;
    if (!done) return void this.snack.open('The card has no such place, so nothing was changed.', 'Close');
    this.snack
      .open(`In the card of ${done.now.chassis} now.`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.changes.saveCard(done.was));
  }

  /** Marks an earlier entry as doubted, so that it counts half, or as trusted again. */
  doubt(entry: string, doubtful: boolean): Promise<unknown> {
    return this.keep({ kind: 'doubt', entry, doubtful });
  }

  /** Strikes an entry with a reason; the way back is offered. */
  async strike(entry: TapeEntry, reason: string): Promise<boolean> {
    const strike = await this.keep({ kind: 'strike', entry: entry.id, reason });
    if (!strike) return false;
    this.snack
      .open(`Struck: ${reason}`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.bringBack(entry));
    return true;
  }

  /** Brings a struck entry back, whoever struck it and however often. */
  bringBack(entry: TapeEntry): Promise<unknown> {
    return this.kept(() => this.jobs.bringBack(this.jobId(), entry.id, this.by()));
  }

  /** Takes back the last thing entered: the newest entry that still stands is struck. */
  async undo(): Promise<void> {
    const last = this.lines()
      .filter((line) => !line.struckBy && line.entry.kind !== 'strike')
      .at(-1);
    if (last) await this.keep({ kind: 'strike', entry: last.entry.id, reason: 'undone' });
  }

  /** Reads a line as the entry line would, e.g. for a form that offers one field a test. */
  understand(line: string, context = this.entryContext()): ReturnType<typeof attempt<ReturnType<typeof readLine>>> {
    return attempt(() => readLine(line, context));
  }

  /** Puts a line into the entry line, ready for its value. */
  offer(line: string): void {
    this.offered.update((before) => ({ line, n: (before?.n ?? 0) + 1 }));
  }

  sectionName(id: string): string {
    return this.card()?.sections.find((s) => s.id === id)?.name ?? id;
  }
}
