import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { sweepKey } from '@amber-relay/core/run';
import { ofKind } from '@amber-relay/core/tape';
import { JobOnBench } from '../job-on-bench';

/** The views of Test: its limits one by one, what is read over many steps, and the plan of frequencies. */
@Component({
  selector: 'app-test-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Views of Test">
      @for (view of views(); track view.path) {
        <a
          class="chip"
          [routerLink]="['/job', job.jobId(), 'test'].concat(view.path)"
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
export class TestViews {
  protected readonly job = inject(JobOnBench);
  /** What nothing is known of may send and receive. */
  private has(group: 'transmit' | 'receive'): boolean {
    const functions = this.job.card()?.functions ?? [];
    return !functions.length || functions.some((each) => each.group === group);
  }

  protected readonly views = computed(() => {
    const sweeps = new Set(ofKind(this.job.stood(), 'sweep').map(sweepKey)).size;
    return [
      { path: [] as string[], name: 'Tests' },
      { path: ['sweeps'], name: sweeps ? `Sweeps, ${sweeps}` : 'Sweeps' },
      { path: ['watch'], name: 'Watch' },
      ...(this.has('transmit') ? [{ path: ['keying'], name: 'One keying' }] : []),
      ...(this.has('receive') ? [{ path: ['sound'], name: 'Sound' }] : []),
      ...(this.job.card()?.frequencyPlan.length ? [{ path: ['frequencies'], name: 'Frequencies' }] : []),
    ];
  });
}
