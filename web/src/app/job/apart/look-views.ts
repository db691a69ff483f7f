import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { stillOff, takenApart } from '@amber-relay/core/job';
import { JobOnBench } from '../job-on-bench';
import { StageViews, type StageView } from '../stages/stage-views';

/** The views of First look: what is found, how the set is taken apart, and two pictures over each other. */
@Component({
  selector: 'app-look-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StageViews],
  template: `<app-stage-views stage="first-look" label="Views of First look" [views]="views()" />`,
})
export class LookViews {
  private readonly job = inject(JobOnBench);
  protected readonly views = computed((): readonly StageView[] => {
    const off = stillOff(takenApart(this.job.stood())).length;
    return [
      { path: [], name: 'Findings' },
      { path: ['apart'], name: off ? `Take apart, ${off} off` : 'Take apart' },
      { path: ['over'], name: 'Before and after' },
    ];
  });
}
