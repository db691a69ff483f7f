import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { partOf, pointOf, type LaidCard, type Lesson } from '@amber-relay/core/card';
import { lessonOf } from '@amber-relay/core/job';
import { entryWords, kindOf, whySilent, type EntryWords, type TapeEntry, type TapeLine } from '@amber-relay/core/tape';
import { hundredText } from '@amber-relay/core/words';
import { dateText, timeOfDay } from '../ui/clock-text';
import { Field } from '../ui/field';
import { Verdict } from '../ui/verdict';
import { JobOnBench } from './job-on-bench';
import { isWholesale, TapeWriter } from './tape-writer';
import { Suspicion } from './trace/suspicion';

const shownAtOnce = 120;
/** So many entries of one kind that were made by one press are shown as one, until they are opened. */
const foldedFrom = 4;
const namedOfFold = 3;

/** The day of an entry, where it is another than that of the one before it; empty where it is the same. */
function newDay(at: string, before: string | undefined): string {
  const day = dateText(at);
  return before !== undefined && dateText(before) === day ? '' : day;
}

/** Whether two entries in a row were made by one act: of several parts by one press, or of how one after the other stands. */
const ofOneAct = (a: TapeEntry, b: TapeEntry): boolean =>
  isWholesale(a) &&
  a.kind === b.kind &&
  (a.at === b.at || (a.kind === 'listed' && b.kind === 'listed' && a.stands !== undefined && b.stands !== undefined));

/** Runs of entries that one act made of one kind about several parts; every other entry is a run of its own. */
function foldsOf(lines: readonly TapeLine[]): readonly (readonly TapeLine[])[] {
  const runs: TapeLine[][] = [];
  for (const line of lines) {
    const last = runs.at(-1)?.[0];
    const { entry } = line;
    const goesOn = last !== undefined && ofOneAct(last.entry, entry) && !last.struckBy === !line.struckBy;
    if (goesOn) runs.at(-1)?.push(line);
    else runs.push([line]);
  }
  return runs;
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
  /** The folds that were opened, by their first entry. */
  private readonly unfolded = signal<ReadonlySet<string>>(new Set());
  private readonly shown = computed(() => {
    const unfolded = this.unfolded();
    return foldsOf(this.entries().slice(this.hidden())).flatMap((fold) => {
      const [first] = fold;
      if (!first || fold.length < foldedFrom) return fold.map((line) => ({ line }));
      const open = unfolded.has(first.entry.id);
      return (open ? fold : [first]).map((line, k) => ({ line, ...(k === 0 ? { fold: { open, says: this.foldText(fold) } } : {}) }));
    });
  });
  protected readonly rows = computed(() =>
    this.shown().map(({ line, fold }: { line: TapeLine; fold?: { open: boolean; says: string } }, i, all) => ({
      line,
      fold,
      day: newDay(line.entry.at, all[i - 1]?.line.entry.at),
      time: timeOfDay(line.entry.at),
      words: this.wordsOf(line.entry),
      lesson: this.lessonOf(line),
      doubted: this.job.doubted().has(line.entry.id),
      silent: line.struckBy ? '' : this.silentOf(line.entry),
      homeless: this.homeless().get(line.entry.id) ?? '',
    })),
  );
  protected readonly count = computed(() => this.job.lines().filter((line) => line.entry.kind !== 'strike').length);

  /** What several entries are together: how many of what, and of which parts. */
  private foldText(fold: readonly TapeLine[]): string {
    const words = fold.map(({ entry }) => this.wordsOf(entry));
    const names = words.slice(0, namedOfFold).map(({ ref = '' }) => ref);
    const [what = ''] = words.map((each) => each.what);
    const noted = fold.every(({ entry }) => entry.kind === 'listed' && entry.stands !== undefined);
    const same = words.every((each) => each.what === what)
      ? what
      : noted
        ? 'how the old ones stand'
        : kindOf(fold[0]?.entry ?? { kind: 'note' }).title.toLowerCase();
    return `${names.join(', ')} and ${fold.length - names.length} more: ${same}`;
  }

  protected toggleFold({ entry }: TapeLine): void {
    this.unfolded.update((open) => new Set(open.has(entry.id) ? [...open].filter((id) => id !== entry.id) : [...open, entry.id]));
  }

  private lessonOf({ entry, struckBy }: TapeLine): Lesson | undefined {
    const card = this.job.card();
    return card && !struckBy ? lessonOf(entry, card) : undefined;
  }

  /** Why an entry is no evidence, or no longer. */
  private silentOf(entry: TapeEntry): string {
    const card = this.job.card();
    if (!card) return '';
    if (!this.suspicion.told().has(entry.id)) return whySilent(card, entry);
    return this.retired().has(entry.id) ? 'no longer weighed: a part was renewed there since' : '';
  }
  private readonly retired = computed(() => new Set(this.suspicion.traced()?.retired));

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
