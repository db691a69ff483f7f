import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { sheetPictures } from '@amber-relay/core/job';
import { fromStore } from '../../storage/from-store';
import { JobRepository } from '../../storage/job-repository';
import { ShopRepository } from '../../storage/shop-repository';
import { Clock } from '../../ui/clock';
import { paperImages } from './paper-images';
import { paperOf } from './paper-of';
import { PaperView } from './paper-view';

/** The hand-back sheet alone, ready to print. */
@Component({
  selector: 'app-hand-back-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatIcon, RouterLink, PaperView],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Hand-back sheet">
      <header class="no-print">
        <h1>Hand-back sheet</h1>
        <span class="grow"></span>
        <a mat-button [routerLink]="['/job', id(), 'hand-back']">Back to the job</a>
        <button mat-flat-button (click)="print()"><mat-icon svgIcon="print" />Print</button>
      </header>
      @if (paper(); as p) {
        <app-paper-view [paper]="p" [images]="images.value() ?? {}" />
      }
    </div>
  `,
})
export class HandBackPage {
  readonly id = input.required<string>();
  private readonly jobs = inject(JobRepository);
  private readonly shop = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  private readonly job = resource({
    params: () => this.id(),
    loader: async ({ params }) => ({ file: await this.jobs.file(params), tape: await this.jobs.tape(params) }),
  });
  private readonly clock = inject(Clock);
  protected readonly paper = computed(() => {
    const shop = this.shop();
    const { file, tape } = this.job.value() ?? {};
    return shop && file && tape ? paperOf(file, tape, shop, this.clock.minute()) : null;
  });
  protected readonly images = resource({
    params: () => this.job.value()?.tape,
    loader: async ({ params }) => paperImages(await this.jobs.picturesById(sheetPictures(params).map(({ id }) => id))),
  });

  protected print(): void {
    window.print();
  }
}
