import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { partOf, pointOf, type LaidCard, type Lesson } from '@amber-relay/core/card';
import { lessonOf } from '@amber-relay/core/job';
import { entryWords, type EntryWords, type TapeEntry, type TapeLine } from '@amber-relay/core/tape';
import { hundredText } from '@amber-relay/core/words';
import { dateText, timeOfDay } from '../ui/clock-text';
import { Field } from '../ui/field';
import { Verdict } from '../ui/verdict';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';
import { Suspicion } from './trace/suspicion';

const shownAtOnce = 120;

/** The day of an entry, where it is another than that of the one before it; empty where it is the same. */
function newDay(at: string, before: string | undefined): string {
  const day = dateText(at);
  return before !== undefined && dateText(before) === day ? '' : day;
}

/** The job's tape: never rewritten, entries can only be struck, with a reason. */
@Component({
  selector: 'app-tape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton, MatIconButton, MatIcon, RouterLink, Verdict],
  templateUrl: './tape.html',
  styleUrl: './tape.scss',
})
export class Tape {
  protected readonly job = inject(JobOnBench);
  protected readonly writer = inject(TapeWriter);
  private readonly suspicion = inject(Suspicion);
  private readonly list = viewChild.required<ElementRef<HTMLElement>>('list');
  protected readonly striking = signal<string | null>(null);
  protected readonly reason = signal('');
  protected readonly withStruck = signal(true);
  private readonly more = signal(0);

  private readonly entries = computed(() =>
    this.job.lines().filter((line) => line.entry.kind !== 'strike' && (this.withStruck() || !line.struckBy)),
  );
  protected readonly hidden = computed(() => Math.max(0, this.entries().length - shownAtOnce - this.more()));
  /** Parts and points that the card does not have, so that no section is suspected by them: each at the last entry that names it. */
  private readonly homeless = computed((): ReadonlyMap<string, string> => {
    const card = this.job.card();
    const last = new Map<string, string>();
    for (const entry of card ? this.job.stood() : []) {
      // A modification says itself where its part is, or that it is gone.
      if (entry.kind === 'modification') continue;
      if ('designator' in entry && entry.designator && !partOf(card as LaidCard, entry.designator)) last.set(entry.designator, entry.id);
      if (entry.kind !== 'reading') continue;
      const { subject } = entry;
      if (subject.what === 'point' && !pointOf(card as LaidCard, subject.point)) last.set(subject.point, entry.id);
      if (subject.what === 'part' && !partOf(card as LaidCard, subject.designator)) last.set(subject.designator, entry.id);
    }
    return new Map([...last].map(([designator, id]) => [id, designator]));
  });

  protected readonly teachText: Readonly<Record<Lesson['kind'], string>> = {
    reading: 'Right on a healthy set: into the card',
    fault: 'Known fault: into the card',
    limit: 'The manual says the same: into the card',
    part: 'Into the card',
    point: 'Into the card',
    step: 'Step of alignment: into the card',
    injection: 'Not on the card yet: into it, so that Trace counts it',
  };
  protected readonly rows = computed(() =>
    this.entries()
      .slice(this.hidden())
      .map((line, i, all) => ({
        line,
        day: newDay(line.entry.at, all[i - 1]?.entry.at),
        time: timeOfDay(line.entry.at),
        words: this.wordsOf(line.entry),
        lesson: this.lessonOf(line),
        doubted: this.job.doubted().has(line.entry.id),
        homeless: this.homeless().get(line.entry.id) ?? '',
      })),
  );
  protected readonly count = computed(() => this.job.lines().filter((line) => line.entry.kind !== 'strike').length);

  private lessonOf({ entry, struckBy }: TapeLine): Lesson | undefined {
    const card = this.job.card();
    return card && !struckBy ? lessonOf(entry, card) : undefined;
  }

  /** Puts a part or a point into a section of the card: from then on it is worth as much as any other. */
  protected place(name: string, section: string, entry: TapeEntry): void {
    if (!section) return;
    const isPoint = entry.kind === 'reading' && entry.subject.what === 'point';
    void this.writer.teach(
      isPoint ? { kind: 'point', point: name, section, unit: entry.unit } : { kind: 'part', designator: name, section },
    );
  }

  /** An entry is never rewritten, so its words are found once for a card. */
  private readonly words = computed(() => ({ card: this.job.card(), of: new Map<string, EntryWords>() }));
  private wordsOf(entry: TapeEntry): EntryWords {
    const { card, of } = this.words();
    const words = of.get(entry.id) ?? entryWords(entry, card);
    of.set(entry.id, words);
    return words;
  }

  constructor() {
    effect(() => {
      this.count();
      // After a new row has been laid out, the newest is in sight: styles reverse the list, so that it counts from its end. What
      // Trace answers later scrolls nothing under who reads.
      requestAnimationFrame(() => {
        this.list().nativeElement.scrollTop = 0;
      });
    });
  }

  /** What an entry did to the suspicion when it was made. */
  protected readonly did = computed(() => {
    return new Map(
      [...this.suspicion.effects()].map(([id, { section, was, now }]) => [
        id,
        `${this.job.sectionName(section)} ${hundredText(was)} to ${hundredText(now)}`,
      ]),
    );
  });

  protected showEarlier(): void {
    this.more.update((n) => n + 200);
  }

  protected begin(line: TapeLine): void {
    this.striking.set(line.entry.id);
    this.reason.set('');
    // The field exists only after the row has been drawn again.
    requestAnimationFrame(() => this.list().nativeElement.querySelector('input')?.focus());
  }

  protected async strike(line: TapeLine): Promise<void> {
    const reason = this.reason().trim();
    if (!reason) return;
    if (await this.writer.strike(line.entry, reason)) this.striking.set(null);
  }
}
