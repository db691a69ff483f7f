import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { staleProofs, wrongChecks } from '@amber-relay/core/job';
import { JobOnBench } from '../job-on-bench';

/** Said before hands go into the set: a check that is wrong, or high voltage that was proven gone before the set last had power. */
@Component({
  selector: 'app-proof-caution',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (wrong(); as found) {
      <p class="caution" role="note" data-wrong>
        Found wrong, and not mended: {{ found.names }}. No power until it is.
        <a [routerLink]="['/job', job.jobId(), found.stage]">{{ found.stage === 'repair' ? 'To Repair' : 'To Safety' }}</a>
      </p>
    }
    @if (stale(); as names) {
      <p class="caution" role="note" data-stale>
        {{ names }}: proven gone, but the set has had power since. Discharge it and prove it again before hands go in.
        <a [routerLink]="['/job', job.jobId(), 'safety']">To Safety</a>
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
      height: auto;
    }
  `,
})
export class ProofCaution {
  protected readonly job = inject(JobOnBench);
  /** What is wrong, and the stage in which it is answered. */
  protected readonly wrong = computed(() => {
    const list = wrongChecks(this.job.card(), this.job.tape());
    const afterRepair = list.every(({ id }) => id.startsWith('again-'));
    return list.length ? { names: list.map(({ name }) => name).join('; '), stage: afterRepair ? 'repair' : 'safety' } : null;
  });
  protected readonly stale = computed(() =>
    staleProofs(this.job.card(), this.job.tape())
      .map(({ name }) => name)
      .join('; '),
  );
}
