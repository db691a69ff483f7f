import { ChangeDetectionStrategy, Component, inject, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { bookedNames, bookedTexts, corrected, type BookedField, type BookedTexts } from '@amber-relay/core/job';
import { JobRepository, type JobFile } from '../../storage/job-repository';
import { notKeptText, wasTold } from '../../storage/write-gate';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';

/** What was booked in, put right: what stood there stays on the tape. */
@Component({
  selector: 'app-correct-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <form (ngSubmit)="keep()" aria-label="Correct what was booked in">
      @for (field of fields; track field) {
        <app-field [label]="titles[field]" [refusal]="wrong()[field] ?? ''">
          <input
            class="box"
            [class.fig]="figures.includes(field)"
            [name]="field"
            [ngModel]="texts()[field]"
            (ngModelChange)="set(field, $event)"
            autocomplete="off"
          />
        </app-field>
      }
      @if (trouble(); as text) {
        <p class="wrong" role="alert">{{ text }}</p>
      }
      <div class="acts">
        <button mat-flat-button type="submit">Correct it</button>
        <button mat-button type="button" (click)="closed.emit()">Leave</button>
        <span class="quiet">The owner’s name and address are those of all their jobs.</span>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
      gap: 10px 12px;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    .acts,
    .wrong {
      grid-column: 1 / -1;
    }
    .acts {
      display: flex;
      align-items: center;
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
})
export class CorrectForm {
  readonly closed = output();
  private readonly job = inject(JobOnBench);
  private readonly jobs = inject(JobRepository);
  protected readonly titles = Object.fromEntries(
    Object.entries(bookedNames).map(([field, name]) => [field, name.charAt(0).toUpperCase() + name.slice(1)]),
  ) as Readonly<Record<BookedField, string>>;
  protected readonly fields = Object.keys(bookedNames) as BookedField[];
  protected readonly figures: readonly BookedField[] = ['serial', 'madeIn', 'promisedOn', 'limit'];
  /** What is typed; what changes beside it, such as a new entry on the tape, changes nothing of it. */
  protected readonly texts = linkedSignal<string, BookedTexts>({
    source: () => this.job.jobId(),
    computation: () => {
      const file = this.job.file();
      return file ? bookedTexts(this.bookedOf(file)) : ({} as BookedTexts);
    },
  });
  protected readonly wrong = signal<Readonly<Partial<Record<BookedField, string>>>>({});
  protected readonly trouble = signal('');

  private bookedOf({ row, set, customer }: JobFile) {
    return { job: row, set, customer };
  }

  protected set(field: BookedField, text: string): void {
    this.texts.update((texts) => ({ ...texts, [field]: text }));
  }

  protected async keep(): Promise<void> {
    const file = this.job.file();
    if (!file) return;
    const made = corrected(this.bookedOf(file), this.texts());
    this.wrong.set(made.wrong);
    if (Object.keys(made.wrong).length) return;
    try {
      if (made.entries.length) await this.jobs.correct(made, this.job.settings()?.technician ?? 'Bench');
      this.closed.emit();
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} What you typed is still here.`);
    }
  }
}
