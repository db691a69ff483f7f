import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { sweepKey } from '@amber-relay/core/run';
import { ofKind } from '@amber-relay/core/tape';
import { JobOnBench } from '../job-on-bench';
import { StageViews, type StageView } from './stage-views';

/** The views of Test: its limits one by one, what is read over many steps, and the plan of frequencies. */
@Component({
  selector: 'app-test-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StageViews],
  template: `<app-stage-views stage="test" label="Views of Test" [views]="views()" />`,
})
export class TestViews {
  private readonly job = inject(JobOnBench);
  /** What nothing is known of may send and receive. */
  private has(group: 'transmit' | 'receive'): boolean {
    const functions = this.job.card()?.functions ?? [];
    return !functions.length || functions.some((each) => each.group === group);
  }

  protected readonly views = computed((): readonly StageView[] => {
    const sweeps = new Set(ofKind(this.job.stood(), 'sweep').map(sweepKey)).size;
    return [
      { path: [], name: 'Tests' },
      { path: ['sweeps'], name: sweeps ? `Sweeps, ${sweeps}` : 'Sweeps' },
      { path: ['watch'], name: 'Watch' },
      ...(this.has('transmit') ? [{ path: ['keying'], name: 'One keying' }] : []),
      ...(this.has('receive') ? [{ path: ['sound'], name: 'Sound' }] : []),
      ...(this.job.card()?.frequencyPlan.length ? [{ path: ['frequencies'], name: 'Frequencies' }] : []),
    ];
  });
}
