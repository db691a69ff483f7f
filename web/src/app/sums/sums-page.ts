import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import { attempt } from '@amber-relay/core/errors';
import { readSpectrumCsv, spectrumPeaks } from '@amber-relay/core/signal';
import {
  allSums,
  fieldsOf,
  formText,
  isEmpty,
  readForm,
  sumById,
  type FormRow,
  type FormText,
  type PlusMinus,
  type Way,
} from '@amber-relay/core/sums';
import { catchError, of } from 'rxjs';
import { BenchLine } from '../shell/bench-line';
import { JobRepository } from '../storage/job-repository';
import { ShopRepository } from '../storage/shop-repository';
import { resultView } from './result-view';
import { SumAnswer } from './sum-answer';
import { SumField } from './sum-field';
import { SumList } from './sum-list';
import { SumMemory } from './sum-memory';
import { SumPlot } from './sum-plot';
import { SumResult } from './sum-result';
import { SumSolver } from './sum-solver';
import type { Answer, Refused } from './sum.worker';

/** Seconds of audio taken in by a sum that works on samples. */
const secondsTaken = 20;

/** Sums: found by typing, made from their declarations, answered while one types, kept on the tape of the job on the bench. */
@Component({
  selector: 'app-sums-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatIcon, MatProgressBar, SumAnswer, SumField, SumList, SumPlot, SumResult],
  providers: [SumSolver],
  templateUrl: './sums-page.html',
  styleUrl: './sums-page.scss',
  host: { '(dragover)': 'over($event)', '(dragleave)': 'dragging.set(false)', '(drop)': 'drop($event)' },
})
export class SumsPage {
  readonly id = input<string>();
  /** A sum on a tape that is opened again. */
  readonly entry = input<string>();
  readonly job = input<string>();

  private readonly router = inject(Router);
  private readonly snack = inject(MatSnackBar);
  private readonly jobs = inject(JobRepository);
  private readonly settings = toSignal(inject(ShopRepository).settings$.pipe(catchError(() => of(undefined))));
  protected readonly bench = inject(BenchLine);
  protected readonly memory = inject(SumMemory);
  private readonly solver = inject(SumSolver);

  protected readonly sum = computed(() => sumById(this.id() ?? '') ?? sumById(this.memory.recent()[0] ?? '') ?? allSums[0]);
  protected readonly unknown = computed(() => this.id() !== undefined && !sumById(this.id() ?? ''));
  protected readonly texts = signal<FormRow>({});
  protected readonly way = signal<Way | undefined>(undefined);
  protected readonly answer = signal<Answer | undefined>(undefined);
  /** The file a result came from, and how far it has been read. */
  protected readonly fromFile = signal<string | undefined>(undefined);
  protected readonly progress = signal<number | undefined>(undefined);
  protected readonly dragging = signal(false);
  /** Counts the files that were read, so that only the newest is listened to. */
  private reading = 0;
  /** What the sum that is being opened begins with, where it is not its example. */
  private incoming: (() => void) | undefined;
  protected readonly trouble = signal('');
  protected readonly isPinned = computed(() => this.memory.pinned().includes(this.sum().id));

  protected readonly fields = computed(() => {
    const others = (this.sum().ways ?? []).filter((way) => way !== this.way()).flatMap((way) => way.fields);
    const own = this.way()?.fields ?? [];
    return fieldsOf(this.sum().input).filter((field) => !others.includes(field.name) || own.includes(field.name));
  });
  private readonly read = computed(() => readForm(this.sum(), this.texts()));
  protected readonly solved = computed(() => {
    const answer = this.answer();
    return answer?.ok ? answer : undefined;
  });
  protected readonly refused = computed(() => {
    const answer = this.answer();
    return answer && !answer.ok && Object.keys(this.read().wrong).length === 0 ? answer : undefined;
  });
  protected readonly view = computed(() => {
    const solved = this.solved();
    return solved && resultView(this.sum(), solved.output, solved.spreads);
  });
  /** Said where a sum has no figure to show large. */
  protected readonly inWords = computed(() => this.view()?.sentences[0] ?? this.solved()?.result ?? '');
  /** What stands in place of the answer while there is none. */
  protected readonly asked = computed(() => {
    if (this.progress() !== undefined) return 'Reading the file.';
    const refused = this.refused();
    if (refused)
      return this.isMissing(refused) || !this.isOnForm(refused)
        ? `${refused.message} ${refused.remedy}`
        : 'Not with these figures: see what is marked.';
    return Object.keys(this.read().wrong).length > 0 ? 'A figure cannot be read: see what is marked.' : '';
  });
  /** What stands under which field: what cannot be read, or what the sum refuses. */
  protected readonly wrong = computed((): Readonly<Record<string, string>> => {
    const refused = this.refused();
    // A field that is still empty is asked for below the form, not marked as a mistake.
    return {
      ...(refused && !this.isMissing(refused) ? { [refused.field]: `${refused.message} ${refused.remedy}` } : {}),
      ...this.read().wrong,
    };
  });
  protected readonly takesFile = computed(() => fieldsOf(this.sum().input).some((field) => ['samples', 'i', 'peaks'].includes(field.name)));
  protected readonly keepText = computed(() => {
    const file = this.bench.file();
    return file ? `Keep on tape ${file.row.number}` : 'Keep on tape';
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.solver.stop());
    effect(() => {
      const [sum, entry, job] = [this.sum(), this.entry(), this.job()];
      untracked(() => {
        const { incoming } = this;
        this.incoming = undefined;
        if (incoming) incoming();
        else if (entry && job) void this.reopen(job, entry);
        else this.begin(sum.example);
      });
    });
    effect(() => {
      const { input: given, plusMinus, wrong } = this.read();
      const sum = this.sum();
      if (this.fromFile()) return;
      if (Object.keys(wrong).length > 0) return this.answer.set(undefined);
      void this.ask(sum.id, given, plusMinus);
    });
  }

  private async ask(id: string, given: Record<string, unknown>, plusMinus: PlusMinus): Promise<void> {
    const answer = await this.solver.solve(id, given, plusMinus);
    if (answer && !this.fromFile() && id === this.sum().id) this.answer.set(answer);
  }

  private isOnForm({ field }: Refused): boolean {
    return this.fields().some(({ name }) => name === field.split('.')[0]);
  }

  private isMissing(refused: Refused): boolean {
    const path = refused.field.split('.');
    let at: FormText | undefined = this.texts();
    // A list that is typed into one box ends the path.
    for (const key of path) if (typeof at === 'object') at = (at as Record<string, FormText>)[key];
    return isEmpty(at);
  }

  /** Puts an input into the form and chooses the way it is asked. */
  private begin(given: Readonly<Record<string, unknown>>, plusMinus: PlusMinus = {}): void {
    this.fromFile.set(undefined);
    this.trouble.set('');
    this.answer.set(undefined);
    const ways = this.sum().ways ?? [];
    this.way.set(ways.find((way) => way.fields.some((field) => field in given)) ?? ways[0]);
    this.texts.set(formText(this.sum(), given, plusMinus));
  }

  private async reopen(job: string, id: string): Promise<void> {
    const entry = (await this.jobs.tape(job)).find((each) => each.id === id);
    if (entry?.kind !== 'sum') {
      this.begin(this.sum().example);
      this.trouble.set('That entry is not on the tape any more. The example stands here instead.');
      return;
    }
    this.begin(entry.input, entry.plusMinus);
    if (entry.file)
      this.trouble.set(`This was made from ${entry.file}. Drop that file here to work it out again; then it was: ${entry.result}.`);
  }

  protected change(name: string, text: FormText): void {
    this.fromFile.set(undefined);
    this.texts.update((texts) => ({ ...texts, [name]: text }));
    this.memory.use(this.sum().id);
  }

  protected choose(way: Way): void {
    this.way.set(way);
    const gone = (this.sum().ways ?? []).filter((each) => each !== way).flatMap((each) => each.fields);
    this.texts.update((texts) =>
      Object.fromEntries(Object.entries(texts).filter(([name]) => !gone.includes(name) || way.fields.includes(name))),
    );
  }

  protected clear(): void {
    this.fromFile.set(undefined);
    this.answer.set(undefined);
    this.texts.set({});
  }

  protected async keep(): Promise<void> {
    const solved = this.solved();
    const file = this.bench.file();
    if (!solved || !file) return;
    const { input: given, plusMinus } = this.read();
    const from = this.fromFile();
    // Samples are not kept: a tape is read by people.
    const light = Object.fromEntries(Object.entries(given).filter(([, value]) => !(Array.isArray(value) && value.length > 2000)));
    try {
      await this.jobs.append(
        file.row.id,
        {
          kind: 'sum',
          sum: this.sum().id,
          title: this.sum().title,
          input: from ? {} : light,
          plusMinus: from ? {} : plusMinus,
          result: solved.result,
          working: [...solved.working],
          ...(from ? { file: from } : {}),
        },
        this.settings()?.technician ?? 'Bench',
      );
      this.memory.use(this.sum().id);
      this.snack
        .open(`On tape ${file.row.number}: ${this.sum().title}`, 'Open the job', { duration: 6000 })
        .onAction()
        .subscribe(() => void this.router.navigate(['/job', file.row.id]));
    } catch (error) {
      this.trouble.set(`Not kept: ${error instanceof Error ? error.message : String(error)} Nothing was changed; try again.`);
    }
  }

  protected async copy(): Promise<void> {
    const lines = this.solved()?.working ?? [];
    try {
      await navigator.clipboard.writeText([this.sum().title, ...lines, `Source: ${this.sum().source}`].join('\n'));
      this.snack.open('The working is on the clipboard.', undefined, { duration: 3000 });
    } catch {
      this.trouble.set('The browser does not let the working be copied. Mark the text and copy it by hand.');
    }
  }

  protected over(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.dragging.set(true);
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.dragging.set(false);
    const file = event.dataTransfer?.files[0];
    if (file) void this.take(file);
  }

  protected picked(event: Event): void {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (file) void this.take(file);
  }

  /** Opens a sum with what came for it in place of its example. */
  private openWith(id: string, act: () => void): void {
    if (id === this.sum().id) return act();
    this.incoming = () => {
      this.begin({});
      act();
    };
    void this.router.navigate(['/sums', id]);
  }

  /** Opens the sum that fits a file and gives it the file. */
  private async take(file: File): Promise<void> {
    this.trouble.set('');
    const starts = new TextDecoder('latin1').decode(await file.slice(0, 4).arrayBuffer());
    if (starts === 'RIFF' || starts === 'RF64' || /\.wav$/i.test(file.name)) return this.takeRecording(file);
    if (/\.(csv|txt|tsv)$/i.test(file.name) || file.type === 'text/csv') return this.takeSpectrum(file);
    this.trouble.set(
      `${file.name} is neither a WAV recording nor a CSV trace. Nothing was changed. Save it in one of these and drop it again.`,
    );
  }

  private async takeRecording(file: File): Promise<void> {
    const channels = await this.solver.channels(file);
    if (typeof channels !== 'number') return this.refuseFile(file, channels);
    if (this.sum().id === 'subtone') {
      const taken = await this.solver.samples(file, secondsTaken);
      if (!('samples' in taken)) return this.refuseFile(file, taken);
      this.way.set(this.sum().ways?.find((way) => way.fields.includes('samples')));
      this.texts.set(formText(this.sum(), taken));
      return;
    }
    // Two channels are I and Q, unless one is at the audio sum and has a recording of both ears.
    const id = channels === 2 && this.sum().id !== 'sinad' ? 'iq-analyse' : 'sinad';
    this.openWith(id, () => void this.analyse(id, file));
  }

  private async analyse(id: 'sinad' | 'iq-analyse', file: File): Promise<void> {
    const tone = readForm(this.sum(), this.texts()).input['toneHz'];
    const round = ++this.reading;
    this.answer.set(undefined);
    this.fromFile.set(file.name);
    // The samples are those of the file now.
    this.texts.update(({ toneHz = '' }) => ({ toneHz }));
    this.progress.set(0);
    const answer = await this.solver.analyse(id, file, typeof tone === 'number' ? tone : undefined, (share) => {
      if (round === this.reading) this.progress.set(100 * share);
    });
    if (round !== this.reading) return;
    this.endReading();
    if (!answer.ok) return this.refuseFile(file, answer);
    this.answer.set(answer);
    this.memory.use(id);
  }

  /** What is still on its way from a file is not taken any more. */
  private endReading(): void {
    this.reading += 1;
    this.progress.set(undefined);
  }

  private async takeSpectrum(file: File): Promise<void> {
    const text = await file.text();
    const outcome = attempt(() => spectrumPeaks(readSpectrumCsv(text)));
    if (!outcome.ok)
      return this.refuseFile(file, { ok: false, field: 'file', message: outcome.failure.message, remedy: outcome.failure.remedy });
    const peaks = [...outcome.value].sort((a, b) => a.hz - b.hz);
    this.openWith('peak-names', () => {
      const { sources } = this.sum().example as { sources?: unknown };
      this.begin({ sources, peaks, wantedHz: outcome.value[0]?.hz, toleranceHz: 2000 });
      this.trouble.set(`${peaks.length} peaks were read from ${file.name}. Put in the oscillators of the set and what is wanted.`);
    });
  }

  private refuseFile(file: File, { message, remedy }: Refused): void {
    this.fromFile.set(undefined);
    this.trouble.set(`${file.name}: ${message} Nothing was changed. ${remedy}`);
  }

  protected stopReading(): void {
    this.solver.stop();
    this.fromFile.set(undefined);
    this.endReading();
    this.trouble.set('Reading the file was stopped. Nothing was kept of it.');
  }
}
