import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { stillOff, takenApart } from '@amber-relay/core/job';
import { JobOnBench } from '../job-on-bench';

/** The views of First look: what is found, and how the set is taken apart. */
@Component({
  selector: 'app-look-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Views of First look">
      @for (view of views(); track view.path) {
        <a
          class="chip"
          [routerLink]="['/job', job.jobId(), 'first-look'].concat(view.path)"
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
export class LookViews {
  protected readonly job = inject(JobOnBench);
  protected readonly views = computed(() => {
    const off = stillOff(takenApart(this.job.stood())).length;
    return [
      { path: [] as string[], name: 'Findings' },
      { path: ['apart'], name: off ? `Take apart, ${off} off` : 'Take apart' },
    ];
  });
}
