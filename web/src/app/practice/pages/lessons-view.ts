import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { CoreError } from '@amber-relay/core/errors';
import { caseFromJob, readLesson, readLessonText, toldCases, writeLesson, type Lesson } from '@amber-relay/core/practice';
import { fromStore } from '../../storage/from-store';
import { FinishedJobs, type FinishedJob } from '../../storage/finished-jobs';
import { PracticeRepository } from '../../storage/practice-repository';
import { ShopRepository } from '../../storage/shop-repository';
import { saveFile } from '../../ui/save-file';
import { beginLink } from '../begin-link';
import { HelpMemory } from '../help-memory';
import { MarkdownText } from '../markdown-text';
import { HelpChoice } from './help-choice';

/** Lessons: cases that a teacher tells, as files; and cases made of this shop's own finished jobs. */
@Component({
  selector: 'app-lessons-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [HelpChoice, MarkdownText, MatButton],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Lessons">
      <header>
        <h1>Lessons</h1>
        <span class="grow quiet">A teacher hides the fault, tells the story, and gives the file away.</span>
        <app-help-choice />
      </header>
      <div class="row">
        <label class="chip main"
          >Take a lesson in<input
            #pick
            type="file"
            accept=".json,.md,application/json,text/markdown"
            (change)="take(pick)"
            aria-label="Lesson file"
        /></label>
        <button mat-stroked-button (click)="sample()">Save one to begin from</button>
        <span class="quiet">JSON or Markdown; how one is written stands in the documentation, under Practice.</span>
      </div>
      @if (failure(); as f) {
        <p class="attention" role="alert" data-refused>
          Not taken in. <b>{{ f.path }}</b>: {{ f.message }} {{ f.remedy }}
        </p>
      }
      @for (lesson of lessons(); track lesson.id) {
        <article class="panel stack" [attr.data-lesson]="lesson.title">
          <div class="row">
            <h2 class="grow">{{ lesson.title }}</h2>
            <span class="quiet">{{ lesson.card.chassis }}{{ lesson.by ? ', by ' + lesson.by : '' }}</span>
            <a class="chip main" [href]="link(lesson)">Begin</a>
            <button class="chip" (click)="give(lesson)">Give away</button>
            <button class="chip" (click)="drop(lesson)">Take off</button>
          </div>
          <p>
            “{{ lesson.words }}” <span class="quiet">{{ lesson.owner }}</span>
          </p>
          @if (lesson.text) {
            <app-markdown-text [text]="lesson.text" />
          }
        </article>
      } @empty {
        <p class="quiet">No lesson is in the shop yet.</p>
      }
      <h2>From finished jobs of this shop</h2>
      @for (job of finished(); track job.number) {
        <p class="row">
          <span class="ref">{{ job.number }}</span><span class="grow"
            >{{ job.complaint }} <span class="quiet">{{ job.card.chassis }}</span></span
          >
          <button class="chip" (click)="fromJob(job)">Make a case of it</button>
        </p>
      } @empty {
        <p class="quiet">None of which the tape says what was at fault.</p>
      }
    </div>
  `,
  styles: `
    .page > * + * {
      margin-top: 12px;
    }
    .stack {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
  `,
})
export class LessonsView {
  private readonly practice = inject(PracticeRepository);
  private readonly snack = inject(MatSnackBar);
  private readonly help = inject(HelpMemory).help;
  protected readonly lessons = fromStore('the lessons', this.practice.lessons$, []);
  private readonly cards = fromStore('the cards', inject(ShopRepository).cards$, []);
  private readonly jobs = fromStore('the finished jobs', inject(FinishedJobs).all$, []);
  protected readonly failure = signal<CoreError | null>(null);
  protected readonly finished = computed(() => {
    const taken = new Set(this.lessons().map(({ title }) => title));
    return this.jobs().filter((job) => !taken.has(caseFromJob(job.card, job, job.tape)?.title ?? ''));
  });

  protected link({ id }: Lesson): string {
    return beginLink({ lesson: id }, this.help());
  }

  protected async take(pick: HTMLInputElement): Promise<void> {
    const [file] = pick.files ?? [];
    pick.value = '';
    if (!file) return;
    this.failure.set(null);
    try {
      const text = await file.text();
      const {
        format: _,
        version: __,
        ...told
      } = /\.md$/i.test(file.name) || file.type === 'text/markdown' ? readLessonText(text, this.cards()) : readLesson(text);
      await this.practice.keepLesson({ ...told, id: crypto.randomUUID(), takenInAt: new Date().toISOString() });
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.failure.set(error);
    }
  }

  protected give(lesson: Lesson): void {
    const name = lesson.title.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
    saveFile(`lesson-${name}.json`, new Blob([writeLesson(lesson)]), 'application/json');
  }

  protected async drop(lesson: Lesson): Promise<void> {
    await this.practice.dropLesson(lesson);
    this.snack
      .open(`Taken off: ${lesson.title}`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.practice.keepLesson(lesson));
  }

  /** A whole lesson as a file, to be changed by who writes one. */
  protected sample(): void {
    const [first] = toldCases();
    if (first)
      this.give({
        ...first.told,
        title: 'A lesson to begin from',
        card: first.card,
        id: crypto.randomUUID(),
        takenInAt: new Date().toISOString(),
      });
  }

  protected async fromJob(job: FinishedJob): Promise<void> {
    const told = caseFromJob(job.card, job, job.tape);
    if (told) await this.practice.keepLesson({ ...told, card: job.card, id: crypto.randomUUID(), takenInAt: new Date().toISOString() });
  }
}
