import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Stage, WaitReason } from '@amber-relay/core/words';
import { dayText } from '../ui/clock-text';

export interface WaitingRow {
  readonly id: string;
  readonly number: number;
  readonly stage: Stage;
  readonly waits: WaitReason;
  readonly text: string;
  readonly until: string;
  readonly overdue: boolean;
  /** Nobody said until when, and the plan goes by what is usual. */
  readonly noDay: boolean;
  /** The day by which eight of ten like it are ready. */
  readonly readyOn: string | undefined;
}

const waitWords: Readonly<Record<WaitReason, string>> = {
  part: 'Part',
  answer: 'Answer',
  'cool-down': 'Cooling',
  soak: 'Soak',
  collection: 'Collect',
  nothing: '',
};

/** What waits for what, until when, and when the set is likely to be ready then. */
@Component({
  selector: 'app-waiting-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <ul class="waits">
      @for (job of rows(); track job.id) {
        <li>
          <b>{{ words[job.waits] }}</b><span class="mini-tag fig">{{ job.number }}</span>
          <span
            ><a [routerLink]="['/job', job.id, job.stage]">{{ job.text }}</a>
            @if (job.readyOn; as day) {
              <small>ready by {{ text(day) }}, eight times in ten</small>
            }
          </span>
          <span class="when">
            @if (job.overdue) {
              <span class="attn">{{ job.until }}: ask</span>
            } @else {
              {{ job.until }}
              @if (job.noDay) {
                <span class="quiet">no day said</span>
              }
            }
          </span>
        </li>
      } @empty {
        <li class="none quiet">No job waits for anything.</li>
      }
    </ul>
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: 54px 62px minmax(0, 1fr) auto;
      padding: 4px 0;
      gap: 0 10px;
      align-items: center;
      min-height: 47px;
      border-top: 1px solid var(--mat-sys-outline-variant);
      font: var(--mat-sys-body-small);
      font-stretch: var(--ar-stretch-text);
    }
    li.none {
      display: block;
      padding: 12px 0;
    }
    a {
      color: inherit;
      text-decoration: none;
    }
    a:hover {
      text-decoration: underline;
    }
    .when {
      white-space: nowrap;
      text-align: right;
    }
    small {
      display: block;
      font: inherit;
      color: var(--mat-sys-on-surface-variant);
    }
  `,
})
export class WaitingList {
  readonly rows = input.required<readonly WaitingRow[]>();
  protected readonly words = waitWords;
  protected readonly text = dayText;
}
