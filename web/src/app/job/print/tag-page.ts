import { ChangeDetectionStrategy, Component, inject, input, resource } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { toDataURL } from 'qrcode';
import { JobRepository } from '../../storage/job-repository';
import { dayText } from '../../ui/clock-text';

/** The tie-on tag of a job, with a code that opens it. */
@Component({
  selector: 'app-tag-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatIcon, RouterLink],
  template: `
    <div class="page">
      <header class="no-print">
        <h1>Job tag</h1>
        <span class="grow"></span>
        <a mat-button [routerLink]="['/job', id(), 'safety']" (click)="back($event)">To the job</a>
        <button mat-flat-button (click)="print()"><mat-icon svgIcon="print" />Print</button>
      </header>
      @if (tag.value(); as t) {
        <section class="tag" aria-label="Tag">
          <div>
            <p class="number fig">{{ t.file.row.number }}</p>
            <p>
              <b>{{ t.file.set.maker }} {{ t.file.set.model }}</b>
            </p>
            <p>
              serial <span class="ref">{{ t.file.set.serial || 'not noted' }}</span>
            </p>
            <p>{{ t.file.customer.name }}</p>
            <p class="words">{{ t.file.row.complaint }}</p>
            <p>in {{ day(t.file.row.bookedInAt) }}{{ t.file.row.promisedOn ? ', promised ' + day(t.file.row.promisedOn) : '' }}</p>
            <p>With it: {{ t.file.row.accessories.join(', ') || 'nothing' }}</p>
          </div>
          <img [src]="t.code" alt="QR code that opens this job" width="200" height="200" />
        </section>
      }
    </div>
  `,
  styles: `
    .tag {
      display: flex;
      justify-content: space-between;
      gap: 20px;
      max-width: 620px;
      padding: 20px 24px 20px 52px;
      background: #fff;
      color: #10191e;
      position: relative;
      clip-path: polygon(28px 0, 100% 0, 100% 100%, 28px 100%, 0 calc(100% - 28px), 0 28px);
    }
    .tag::before {
      content: '';
      position: absolute;
      left: 16px;
      top: calc(50% - 9px);
      width: 18px;
      height: 18px;
      border-radius: 50%;
      background: var(--mat-sys-surface);
    }
    .number {
      font-size: 56px;
      line-height: 60px;
    }
    .words {
      max-width: 320px;
    }
    @media print {
      .tag {
        border: 1px solid #000;
        clip-path: none;
      }
      .tag::before {
        background: #fff;
        border: 1px solid #000;
      }
    }
  `,
})
export class TagPage {
  readonly id = input.required<string>();
  private readonly jobs = inject(JobRepository);
  protected readonly day = dayText;
  protected readonly tag = resource({
    params: () => this.id(),
    loader: async ({ params }) => {
      const file = await this.jobs.file(params);
      return file && { file, code: await toDataURL(`${location.origin}/job/${params}`, { margin: 1, width: 400 }) };
    },
  });

  /** Back to where one was, when one came from within the program. */
  protected back(event: Event): void {
    const { navigationId = 1 } = (history.state ?? {}) as { navigationId?: number };
    if (navigationId <= 1) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    history.back();
  }

  protected print(): void {
    window.print();
  }
}
