import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import { attempt } from '@amber-relay/core/errors';
import { convertedQuantity, quantityText } from '@amber-relay/core/quantity';
import { readSpectrumCsv, spectrumPeaks } from '@amber-relay/core/signal';
import { allSums, sumById, type Sum, type Way } from '@amber-relay/core/sums';
import { BenchLine } from '../bench/bench-line';
import { fromStore } from '../storage/from-store';
import { JobRepository } from '../storage/job-repository';
import { ShopRepository } from '../storage/shop-repository';
import { Choice, type ChoiceOption } from '../ui/choice';
import { DrawerFeed } from './drawer-feed';
import { JobFeed } from './job-feed';
import { OpenSum } from './open-sum';
import { SumAnswer } from './sum-answer';
import { SumField } from './sum-field';
import { SumList } from './sum-list';
import { SumMemory } from './sum-memory';
import { SumPlot } from './sum-plot';
import { SumResult } from './sum-result';
import { SumSolver } from './sum-solver';
import type { Refused } from './sum.worker';

/** Seconds of audio taken in by a sum that works on samples. */
const secondsTaken = 20;

/** Kinds of set that work above 30 MHz. */
const above30MHz: ReadonlySet<string> = new Set(['vhf-uhf-fm', 'vhf-all-mode', 'hand-held', 'land-mobile', 'repeater']);

/** Sums: found by typing, made from their declarations, answered while one types, kept on the tape of the job on the bench. */
@Component({
  selector: 'app-sums-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, DrawerFeed, JobFeed, MatButton, MatIcon, MatProgressBar, SumAnswer, SumField, SumList, SumPlot, SumResult],
  providers: [SumSolver, OpenSum],
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
  private readonly shop = inject(ShopRepository);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  private readonly solver = inject(SumSolver);
  protected readonly bench = inject(BenchLine);
  protected readonly memory = inject(SumMemory);
  protected readonly open = inject(OpenSum);

  private readonly wanted = computed(() => sumById(this.id() ?? '') ?? sumById(this.memory.recent()[0] ?? '') ?? allSums[0]);
  protected readonly unknown = computed(() => this.id() !== undefined && !sumById(this.id() ?? ''));
  protected readonly dragging = signal(false);
  protected readonly trouble = signal('');
  protected readonly isPinned = computed(() => this.memory.pinned().includes(this.open.sum().id));
  protected readonly named = (ways: readonly Way[]): ChoiceOption<Way>[] => ways.map((way) => ({ value: way, name: way.name }));
  protected readonly keepText = computed(() => {
    const file = this.bench.file();
    return file ? `Keep on tape ${file.row.number}` : 'Keep on tape';
  });
  /** What the sum that is being opened begins with, where it is not its example. */
  private incoming: (() => void) | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.solver.stop());
    effect(() => {
      // Without a name in the address, the sum in use stays.
      const sum = this.id() === undefined ? untracked(this.wanted) : this.wanted();
      const [entry, job] = [this.entry(), this.job()];
      untracked(() => {
        const { incoming } = this;
        this.incoming = undefined;
        this.trouble.set('');
        if (incoming) incoming();
        else if (entry && job) void this.reopen(sum, job, entry);
        else this.open.resume(sum, this.known(sum));
      });
    });
  }

  /** What the shop has said once: what S9 is, below 30 MHz and above. */
  private known({ id }: Sum): Readonly<Record<string, unknown>> {
    const s9 = this.settings()?.s9;
    if (id !== 's-meter' || !s9) return {};
    const volts = above30MHz.has(this.bench.file()?.card?.kind ?? '') ? s9.vhfV : s9.hfV;
    return { s9Dbm: convertedQuantity(quantityText(volts, 'V', { digits: 3 }), 'dBm', { ohm: 50 })?.value };
  }

  private async reopen(sum: Sum, job: string, id: string): Promise<void> {
    const entry = (await this.jobs.tape(job)).find((each) => each.id === id);
    if (entry?.kind !== 'sum') {
      this.open.begin(sum, {});
      this.trouble.set('That entry is not on the tape any more.');
      return;
    }
    this.open.begin(sum, entry.input, entry.plusMinus);
    if (entry.file)
      this.trouble.set(`This was made from ${entry.file}. Drop that file here to work it out again; then it was: ${entry.result}.`);
  }

  protected async keep(): Promise<void> {
    const solved = this.open.solved();
    const file = this.bench.file();
    if (!solved || !file) return;
    const { input: given, plusMinus } = this.open.read();
    const from = this.open.fromFile();
    // Samples are not kept: a tape is read by people.
    const light = Object.fromEntries(Object.entries(given).filter(([, value]) => !(Array.isArray(value) && value.length > 2000)));
    try {
      await this.jobs.append(
        file.row.id,
        {
          kind: 'sum',
          sum: this.open.sum().id,
          title: this.open.sum().title,
          input: from ? {} : light,
          plusMinus: from ? {} : plusMinus,
          result: solved.result,
          working: [...solved.working],
          ...(from ? { file: from } : {}),
        },
        this.settings()?.technician ?? 'Bench',
      );
      this.memory.use(this.open.sum().id);
      this.snack
        .open(`On tape ${file.row.number}: ${this.open.sum().title}`, 'Open the job', { duration: 6000 })
        .onAction()
        .subscribe(() => void this.router.navigate(['/job', file.row.id]));
    } catch (error) {
      this.trouble.set(`Not kept: ${error instanceof Error ? error.message : String(error)} Nothing was changed; try again.`);
    }
  }

  protected async copy(): Promise<void> {
    const lines = this.open.solved()?.working ?? [];
    try {
      await navigator.clipboard.writeText([this.open.sum().title, ...lines, `Source: ${this.open.sum().source}`].join('\n'));
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
  private openWith(id: string, act: (sum: Sum) => void): void {
    const sum = sumById(id);
    if (!sum) return;
    if (sum === this.open.sum()) return act(sum);
    this.incoming = () => {
      this.open.begin(sum, {});
      act(sum);
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
    if (this.open.sum().id === 'subtone') {
      const taken = await this.solver.samples(file, secondsTaken);
      if (!('samples' in taken)) return this.refuseFile(file, taken);
      this.open.begin(this.open.sum(), taken);
      return;
    }
    // Two channels are I and Q, unless one is at the audio sum and has a recording of both ears.
    const id = channels === 2 && this.open.sum().id !== 'sinad' ? 'iq-analyse' : 'sinad';
    this.openWith(id, () => void this.open.analyse(id, file).then((refused) => refused && this.refuseFile(file, refused)));
  }

  private async takeSpectrum(file: File): Promise<void> {
    const text = await file.text();
    const outcome = attempt(() => spectrumPeaks(readSpectrumCsv(text)));
    if (!outcome.ok) return this.refuseFile(file, outcome.failure);
    const peaks = [...outcome.value].sort((a, b) => a.hz - b.hz);
    this.openWith('peak-names', (sum) => {
      const { sources } = sum.example as { sources?: unknown };
      this.open.begin(sum, { sources, peaks, wantedHz: outcome.value[0]?.hz, toleranceHz: 2000 });
      this.trouble.set(`${peaks.length} peaks were read from ${file.name}. Put in the oscillators of the set and what is wanted.`);
    });
  }

  private refuseFile(file: File, { message, remedy }: Pick<Refused, 'message' | 'remedy'>): void {
    this.trouble.set(`${file.name}: ${message} Nothing was changed. ${remedy}`);
  }

  protected stopReading(): void {
    this.open.stopReading();
    this.trouble.set('Reading the file was stopped. Nothing was kept of it.');
  }
}
