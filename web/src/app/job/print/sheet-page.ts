import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { buildReport } from '@amber-relay/core/job';
import { catchError, of } from 'rxjs';
import { JobRepository } from '../../storage/job-repository';
import { ShopRepository } from '../../storage/shop-repository';
import { ReportView } from './report-view';

/** The hand-back sheet alone, ready to print. */
@Component({
  selector: 'app-sheet-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatIcon, RouterLink, ReportView],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Hand-back sheet">
      <header class="no-print">
        <h1>Hand-back sheet</h1>
        <span class="grow"></span>
        <a mat-button [routerLink]="['/job', id(), 'hand-back']">Back to the job</a>
        <button mat-flat-button (click)="print()"><mat-icon svgIcon="print" />Print</button>
      </header>
      @if (report(); as r) {
        <app-report-view [report]="r" />
      }
    </div>
  `,
})
export class SheetPage {
  readonly id = input.required<string>();
  private readonly jobs = inject(JobRepository);
  private readonly shop = toSignal(inject(ShopRepository).settings$.pipe(catchError(() => of(undefined))));
  private readonly job = resource({
    params: () => this.id(),
    loader: async ({ params }) => ({ file: await this.jobs.file(params), tape: await this.jobs.tape(params) }),
  });
  protected readonly report = computed(() => {
    const shop = this.shop();
    const { file, tape } = this.job.value() ?? {};
    if (!shop || !file || !tape) return null;
    return buildReport({
      shop,
      job: file.row,
      customer: file.customer,
      set: file.set,
      tape,
      nowMs: Date.now(),
      ...(file.card ? { card: file.card } : {}),
    });
  });

  protected print(): void {
    window.print();
  }
}
