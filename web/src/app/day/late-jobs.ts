import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Saving } from '@amber-relay/core/day';
import { dayText } from '../ui/clock-text';
import { daysCount } from './plan-words';

/** A job that misses its promise, by the calendar or by the plan. */
export interface LateJob {
  readonly id: string;
  readonly number: number;
  readonly set: string;
  readonly owner: string;
  readonly says: string;
  readonly holds: string;
  readonly ways: readonly Saving[];
}

const othersText = ({ later }: Saving): string =>
  later.length ? `; it makes ${later.map(({ number, days }) => `${number} ${daysCount(days)} late`).join(', ')}` : '';

/** What will be late, and what would save it. */
@Component({
  selector: 'app-late-jobs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  template: `
    @for (job of jobs(); track job.id) {
      <div class="attention late" [attr.data-late]="job.number">
        <b>{{ job.number }}, {{ job.set }}: {{ job.says }}</b>
        <p>{{ job.holds }}. Tell {{ job.owner }}.</p>
        @if (job.ways.length) {
          <ul>
            @for (way of job.ways; track way.how) {
              @if (way.how !== 'date') {
                <li>
                  {{ way.text }}{{ others(way) }}.
                  @if (way.how === 'first') {
                    <button mat-stroked-button (click)="first.emit(job.id)">Do it first</button>
                  }
                </li>
              } @else if (way.day; as day) {
                <li>
                  <button mat-stroked-button (click)="promise.emit({ id: job.id, day })">New date: {{ text(day) }}</button>&ngsp;
                  <span>{{ way.text }}.</span>
                </li>
              }
            }
          </ul>
        }
      </div>
    }
  `,
  styles: `
    .late {
      margin-bottom: 8px;
    }
    ul {
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
      display: grid;
      gap: 6px;
      font: var(--mat-sys-body-small);
      font-stretch: var(--ar-stretch-text);
    }
    button {
      --mat-button-outlined-outline-color: currentColor;
      --mat-button-outlined-label-text-color: currentColor;
    }
  `,
})
export class LateJobs {
  readonly jobs = input.required<readonly LateJob[]>();
  readonly first = output<string>();
  readonly promise = output<{ readonly id: string; readonly day: string }>();
  protected readonly others = othersText;
  protected readonly text = dayText;
}
