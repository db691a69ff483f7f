import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import type { Problem, StageState } from '@amber-relay/core/job';
import { Choice } from '../ui/choice';
import { Field } from '../ui/field';
import { StateMark } from '../ui/state-mark';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';

const states = [
  { state: 'open', word: 'open' },
  { state: 'found', word: 'found' },
  { state: 'repaired', word: 'repaired' },
  { state: 'left-alone', word: 'left alone' },
  { state: 'watch', word: 'to be watched' },
] as const;
const marks: Readonly<Record<Problem['state'], StageState>> = {
  open: 'not-begun',
  found: 'in-hand',
  repaired: 'done',
  'left-alone': 'not-needed',
  watch: 'missing',
};
const sorts = [
  { value: 'problem', name: 'Problem' },
  { value: 'question', name: 'Question' },
  { value: 'improvement', name: 'Improvement' },
] as const;

/** The job's problems, questions and improvements: a job often has several, each open, found, repaired, left alone by agreement, or to be watched. */
@Component({
  selector: 'app-problem-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MatButton, StateMark],
  template: `
    <h2>Problems, questions and improvements</h2>
    <ul>
      @for (problem of job.problems(); track problem.id) {
        <li>
          <app-state-mark [of]="mark(problem)" />
          <span class="grow"
            >{{ problem.title }}
            @if (problem.sort !== 'problem') {
              <span class="quiet">{{ problem.sort }}</span>
            }
          </span>
          <span role="group" [attr.aria-label]="'State of: ' + problem.title">
            @for (choice of states; track choice.state) {
              <button class="chip" [attr.aria-pressed]="problem.state === choice.state" (click)="set(problem, choice.state)">
                {{ choice.word }}
              </button>
            }
          </span>
        </li>
      } @empty {
        <li class="quiet">None listed yet.</li>
      }
    </ul>
    <form (ngSubmit)="add()">
      <app-choice label="What is it?" [options]="sorts" [(value)]="sort" />
      <app-field label="One more" class="grow">
        <input class="box" name="title" [ngModel]="title()" (ngModelChange)="title.set($event)" autocomplete="off" />
      </app-field>
      <button mat-stroked-button type="submit" [disabled]="!title().trim()">Add</button>
    </form>
  `,
  styles: `
    li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 44px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    [role='group'] {
      display: flex;
      gap: 4px;
      flex-wrap: wrap;
    }
    form {
      display: flex;
      align-items: flex-end;
      gap: 8px;
      margin-top: 6px;
    }
  `,
})
export class ProblemList {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly title = signal('');
  protected readonly states = states;
  protected readonly sorts = sorts;
  protected readonly sort = signal<Problem['sort']>('problem');

  protected mark(problem: Problem): StageState {
    return marks[problem.state];
  }

  protected set(problem: Problem, state: Problem['state']): void {
    if (problem.state !== state) {
      const { id, title, sort } = problem;
      void this.writer.keep({ kind: 'problem', problem: id, title, state, ...(sort === 'problem' ? {} : { sort }) });
    }
  }

  protected async add(): Promise<void> {
    const typed = this.title();
    const title = typed.trim();
    if (!title) return;
    const entry = await this.writer.keep({
      kind: 'problem',
      problem: crypto.randomUUID(),
      title,
      state: 'open',
      ...(this.sort() === 'problem' ? {} : { sort: this.sort() }),
    });
    if (entry && this.title() === typed) this.title.set('');
  }
}
