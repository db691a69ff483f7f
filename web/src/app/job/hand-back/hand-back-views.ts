import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { sheetPictures } from '@amber-relay/core/job';
import { JobOnBench } from '../job-on-bench';
import { StageViews, type StageView } from '../stages/stage-views';

/** The views of Hand back: the sheet, its pictures, what it costs and who signs, and what else goes out. */
@Component({
  selector: 'app-hand-back-views',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StageViews],
  template: `<app-stage-views stage="hand-back" label="Views of Hand back" [views]="views()" />`,
})
export class HandBackViews {
  private readonly job = inject(JobOnBench);
  protected readonly views = computed((): readonly StageView[] => {
    const pictures = sheetPictures(this.job.tape()).length;
    return [
      { path: [], name: 'Sheet' },
      { path: ['pictures'], name: pictures ? `Pictures, ${pictures}` : 'Pictures' },
      { path: ['settle'], name: 'Price and signature' },
      { path: ['pass-on'], name: 'Label and case' },
    ];
  });
}
