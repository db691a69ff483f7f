import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import type { Stage } from '@amber-relay/core/words';
import { JobOnBench } from '../job-on-bench';

/** One view of a stage: its path behind that of the stage, and its name. */
export interface StageView {
  readonly path: readonly string[];
  readonly name: string;
}

/** The views of a stage, to go from one to the other. */
@Component({
  selector: 'app-stage-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav [attr.aria-label]="label()">
      @for (view of views(); track view.name) {
        <a
          class="chip"
          [routerLink]="['/job', job.jobId(), stage(), ...view.path]"
          routerLinkActive="on"
          [routerLinkActiveOptions]="{ exact: true }"
          ariaCurrentWhenActive="page"
          >{{ view.name }}</a
        >
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .chip {
      display: flex;
      align-items: center;
      text-decoration: none;
    }
    .on {
      background: var(--mat-sys-secondary-container);
      font-weight: 700;
    }
  `,
})
export class StageViews {
  readonly stage = input.required<Stage>();
  readonly label = input.required<string>();
  readonly views = input.required<readonly StageView[]>();
  protected readonly job = inject(JobOnBench);
}
