import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  output,
  resource,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { askedName, completions } from '@amber-relay/core/entry';
import { benchStates, conditionText, type Condition } from '@amber-relay/core/card';
import { unitSign } from '@amber-relay/core/quantity';
import type { LineAsked } from '@amber-relay/core/practice';
import type { TapeBody } from '@amber-relay/core/tape';
import { CardSheets } from '../sheets/card-sheets';
import { BENCH_ANSWERS } from '../bench/bench-answers';
import { Verdict } from '../ui/verdict';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';
import { LineOffer } from './line-offer';
import { Suspicion } from './trace/suspicion';
import { LineReader } from './line-reader';

/** The one line that understands the trade: it shows what it understood before Enter keeps it. */
@Component({
  selector: 'app-entry-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatTooltip, Verdict],
  providers: [LineReader],
  templateUrl: './entry-line.html',
  styleUrl: './entry-line.scss',
})
export class EntryLine {
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly line = inject(LineOffer);
  private readonly suspicion = inject(Suspicion);
  private readonly sheets = inject(CardSheets, { optional: true });
  /** A part or point was named alone: it is to be shown on the sheets. */
  readonly showAsked = output<string>();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly reader = inject(LineReader);
  protected readonly text = this.reader.text;
  protected readonly sign = unitSign;
  /** Lines on their way to the disk. */
  protected readonly pending = signal(0);
  private last: Promise<unknown> = Promise.resolve();
  private lineBefore = '';

  private readonly answers = inject(BENCH_ANSWERS);
  protected readonly asksSet = this.answers !== null;
  /** What the line asks of a set that answers by itself. */
  protected readonly question = computed(() => this.answers?.lineAsked(this.text(), this.reader.context()) ?? null);
  protected readonly takesFirst = computed(() => {
    const question = this.question();
    return question ? (this.answers?.takesFirst(question.asked) ?? '') : '';
  });
  /** A designator or point alone asks where it is; with a value behind it, it is an entry. */
  protected readonly asked = computed(() => {
    const found = askedName(this.text(), this.job.card());
    if (!found || this.question() || !this.sheets?.index().has(found.name)) return null;
    return {
      ...found,
      on: new Set(
        this.sheets
          .index()
          .spots(found.name)
          .map((s) => s.sheet.id),
      ).size,
    };
  });
  protected readonly outcome = computed(() =>
    this.text().trim() === '' ? null : this.line.understand(this.text(), this.reader.context()),
  );
  protected readonly understood = computed(() => {
    const outcome = this.outcome();
    return outcome?.ok ? outcome.value : null;
  });
  /** What is asked before a figure is kept that is hardly so. */
  protected readonly doubt = computed(() => {
    const got = this.understood();
    return got?.entry ? got.doubt : undefined;
  });
  /** The line that was given once, and asked about. */
  protected readonly sure = signal('');
  protected readonly failure = computed(() => {
    const outcome = this.outcome();
    // What only wants its value is not wrong.
    return outcome && !outcome.ok && !this.reader.wanted() && !this.question() ? outcome.failure : null;
  });
  protected readonly verdict = computed(() => {
    const entry = this.understood()?.entry;
    return entry?.kind === 'reading' ? entry.verdict : null;
  });
  /** What it would do to the suspicion, worked out beside the page while one types. */
  protected readonly wouldDo = resource({
    // Worked out anew when the suspicion itself changes, as it does just after the job was opened.
    params: () => {
      const entry = this.understood()?.entry;
      const traced = this.suspicion.open();
      return entry && traced ? { entry, traced } : undefined;
    },
    loader: ({ params }) => this.suspicion.effectOf(params.entry, params.traced),
  });
  protected readonly offers = computed(() => completions(this.text(), this.line.context()));
  /** The part of the line before the mistake, and the mistake, so that its place can be shown. */
  protected readonly marked = computed(() => {
    const at = this.failure()?.position;
    return at === undefined ? null : { before: this.text().slice(0, at), rest: this.text().slice(at) || '…' };
  });

  protected readonly chips = computed(() => {
    const card = this.job.card();
    const now = this.line.condition();
    const chip = (name: string, on: boolean, next: Condition): { name: string; on: boolean; next: Condition } => ({ name, on, next });
    return [
      chip(now.keyed ? 'keyed' : 'receive', Boolean(now.keyed), { ...now, keyed: !now.keyed }),
      ...(card?.modes ?? []).map((mode) => chip(mode, now.mode === mode, { ...now, mode: now.mode === mode ? undefined : mode })),
      ...(now.channel === undefined ? [] : [chip(`ch ${now.channel}`, true, now)]),
      ...(now.band === undefined ? [] : [chip(now.band, true, { ...now, band: undefined })]),
      ...benchStates.flatMap((key) =>
        now[key] === undefined ? [] : [chip(conditionText({ [key]: now[key] }), true, { ...now, [key]: undefined })],
      ),
    ];
  });

  constructor() {
    effect(() => {
      const offered = this.line.offered();
      if (!offered) return;
      untracked(() => {
        if (offered.gently && this.text().trim() !== '') return;
        this.text.set(offered.line);
        this.box().nativeElement.value = offered.line;
        this.focus();
      });
    });
  }

  focus(): void {
    const { nativeElement } = this.box();
    nativeElement.focus();
    nativeElement.setSelectionRange(nativeElement.value.length, nativeElement.value.length);
  }

  /** Keeps what was understood. */
  protected async keep(): Promise<void> {
    const question = this.question();
    if (question) return this.ask(question);
    const asked = this.asked();
    if (asked) {
      this.lineBefore = this.text();
      this.setText('');
      return this.showAsked.emit(asked.name);
    }
    const understood = this.understood();
    if (!understood) return;
    const line = this.text();
    if (this.doubt() && this.sure() !== line) return this.sure.set(line);
    this.sure.set('');
    this.lineBefore = line;
    this.setText('');
    this.line.setCondition(understood.condition);
    if (!understood.entry && understood.inHand !== undefined) this.line.take(understood.inHand);
    if (understood.entry) await this.write([understood.entry, ...(understood.more ?? [])], line);
  }

  /** Asks the set, and keeps the line with its answer. */
  private async ask(question: LineAsked): Promise<void> {
    const line = this.text();
    const context = this.reader.context();
    this.lineBefore = line;
    this.setText('');
    // What the store refuses has been told; the line comes back.
    const act = await this.answers?.ask(question.asked).catch(() => undefined);
    if (!act && this.text() === '') this.setText(line);
    const whole = act?.says ? question.complete(act.says) : '';
    if (!whole) return;
    const read = this.line.understand(whole, context);
    const entry = read.ok ? read.value.entry : null;
    if (read.ok) this.line.setCondition(read.value.condition);
    await this.write(entry ? [entry] : [{ kind: 'note', text: whole }], line);
  }

  /** Keeps what was not understood as it stands: nobody at a bench has time to look for the right words. */
  protected async keepAsNote(): Promise<void> {
    const line = this.text();
    if (!this.failure()) return;
    this.lineBefore = line;
    this.setText('');
    await this.write([{ kind: 'note', text: line.trim() }], line);
  }

  /** Writes one line after the other; one that could not be kept comes back into the field. */
  private async write(entries: readonly TapeBody[], line: string): Promise<void> {
    this.pending.update((n) => n + 1);
    const written = this.last.then(() => this.writer.keepAll(entries));
    this.last = written;
    const kept = await written;
    this.pending.update((n) => n - 1);
    if (!kept && this.text() === '') this.setText(line);
  }

  protected key(event: KeyboardEvent): void {
    if (event.key === 'Enter') {
      // Enter takes the line; a completion is taken with Tab or by pressing it.
      event.preventDefault();
      void (event.shiftKey && this.failure() ? this.keepAsNote() : this.keep());
    } else if (event.key === 'Escape' && this.reader.busy()) {
      event.preventDefault();
      this.reader.stop();
    } else if (event.key === 'ArrowUp' && this.text() === '' && this.lineBefore) {
      event.preventDefault();
      this.setText(this.lineBefore);
    } else if (event.key === 'Tab' && !event.shiftKey && this.text() !== '' && !this.understood() && this.offers()[0]) {
      event.preventDefault();
      this.setText(this.offers()[0]?.line ?? '');
    }
  }

  /** Takes the value from the linked instrument; Enter then keeps the line. */
  async read(): Promise<void> {
    this.focus();
    const line = await this.reader.read();
    if (line !== undefined) this.setText(line);
  }

  /** Puts what the line names on a strip of Watch; false where it names nothing that is read. */
  watch(): boolean {
    if (!this.reader.wanted()) return false;
    this.line.toWatch.set(this.reader.base().trim());
    this.setText('');
    return true;
  }

  protected setText(text: string): void {
    this.text.set(text);
    this.box().nativeElement.value = text;
  }
}
