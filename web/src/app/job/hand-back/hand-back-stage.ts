import { DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { beforeHandBack, labourClock, type NotYet } from '@amber-relay/core/job';
import { paperHtml } from '@amber-relay/core/paper';
import { ofKind, type EntryOf } from '@amber-relay/core/tape';
import { CoreError } from '@amber-relay/core/errors';
import { stageNames } from '@amber-relay/core/words';
import { ArchiveService } from '../../storage/archive-service';
import { CardSheets } from '../../sheets/card-sheets';
import { Clock } from '../../ui/clock';
import { Choice } from '../../ui/choice';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { PaperView } from '../print/paper-view';
import { HandBackViews } from './hand-back-views';
import { SheetOnBench } from './sheet-on-bench';
import { saveFile } from '../../ui/save-file';

/** Sheets up to so many bytes come along with a job of themselves. */
const mostSheets = 30_000_000;

/** Hand back: what to say, the sheet as it will be, and the job as a file. */
@Component({
  selector: 'app-hand-back-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, DecimalPipe, Field, FormsModule, HandBackViews, MatButton, MatIcon, RouterLink, PaperView],
  providers: [SheetOnBench],
  template: `
    <header class="head">
      <h1>Hand back</h1>
      <app-hand-back-views />
      <span class="grow"></span>
      @if (finished() || !notYet().length) {
        <button mat-flat-button (click)="handBack()" [disabled]="finished()">{{ finished() ? 'Handed back' : 'Hand back' }}</button>
      }
    </header>
    <div class="head">
      <button mat-stroked-button (click)="pdf()" [disabled]="busy()"><mat-icon svgIcon="download" />Sheet as PDF</button>
      <button mat-stroked-button (click)="html()" [disabled]="busy()"><mat-icon svgIcon="download" />Sheet as HTML</button>
      <a mat-stroked-button [routerLink]="['/job', job.jobId(), 'hand-back', 'print']"><mat-icon svgIcon="print" />Print</a>
      <button mat-stroked-button (click)="archive()" [disabled]="busy()"><mat-icon svgIcon="archive" />Job as a file</button>
      @if (sheetBytes()) {
        <button class="chip sheets" [attr.aria-pressed]="withSheets()" (click)="withSheets.set(!withSheets())">
          with sheets, {{ sheetBytes() / 1e6 | number: '1.1-1' }} MB
        </button>
      }
    </div>
    <div class="body stack" tabindex="0" role="group" aria-label="Hand-back sheet">
      @if (notYet().length && !finished()) {
        <section class="attention not-yet" aria-labelledby="not-yet">
          <h2 id="not-yet">Not right yet</h2>
          <ul>
            @for (item of notYet(); track item.says) {
              <li>
                <span class="grow">{{ item.says }}</span>
                @if (item.stage !== 'hand-back') {
                  <a class="chip" [routerLink]="['../' + item.stage]">{{ stageNames[item.stage] }}</a>
                }
              </li>
            }
          </ul>
          <form (ngSubmit)="handBack()" aria-label="Hand back all the same">
            <app-field label="Why it goes back all the same" class="grow">
              <input class="box" name="reason" [ngModel]="reason()" (ngModelChange)="reason.set($event)" autocomplete="off" />
            </app-field>
            <button mat-flat-button type="submit" [disabled]="!reason().trim()">Hand back</button>
          </form>
        </section>
      }
      @if (failed()) {
        <p class="attention" role="alert">{{ failed() }}</p>
      }
      @if (note()) {
        <p class="attention" role="status">{{ note() }}</p>
      }
      <form class="remark" (ngSubmit)="add()" aria-label="Remark for the sheet">
        <app-choice label="What kind of remark?" [options]="kinds" [(value)]="about" />
        <app-field label="Remark" [unseen]="true" class="grow">
          <input
            class="box"
            name="remark"
            [ngModel]="text()"
            (ngModelChange)="text.set($event)"
            placeholder="Remark for the sheet"
            autocomplete="off"
          />
        </app-field>
        <button mat-stroked-button type="submit" [disabled]="!text().trim()">Add</button>
      </form>
      @if (sheet.paper(); as paper) {
        <app-paper-view [paper]="paper" [images]="sheet.images()" />
      }
    </div>
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    .not-yet li {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .not-yet form {
      display: flex;
      gap: 12px;
      align-items: flex-end;
      margin-top: 8px;
    }
    .remark {
      display: flex;
      gap: 8px;
      align-items: center;
      flex-wrap: wrap;
    }
  `,
})
export class HandBackStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly archives = inject(ArchiveService);
  private readonly sheets = inject(CardSheets, { optional: true });
  protected readonly sheetBytes = computed(() => (this.sheets?.files() ?? []).reduce((sum, file) => sum + file.size, 0));
  /** A large manual stays here unless it is asked for: whoever gets the job can be given the card once. */
  protected readonly withSheets = linkedSignal(() => this.sheetBytes() < mostSheets);
  protected readonly kinds = [
    { value: 'done', name: 'Done' },
    { value: 'left-alone', name: 'Left alone' },
    { value: 'watch-for', name: 'Watch for' },
    { value: 'warranty', name: 'Warranty' },
    { value: 'consent', name: 'Consent' },
  ] as const;
  protected readonly about = signal<EntryOf<'remark'>['about']>('watch-for');
  protected readonly text = signal('');
  protected readonly busy = signal(false);
  protected readonly failed = signal('');
  /** What is to be known of the file that was made. */
  protected readonly note = signal('');
  protected readonly finished = computed(() => ofKind(this.job.stood(), 'handed-back').length > 0);
  private readonly clock = inject(Clock);
  protected readonly sheet = inject(SheetOnBench);
  /** What is not right yet; it may be handed back all the same, with a reason. */
  protected readonly notYet = computed((): readonly NotYet[] => {
    const file = this.job.file();
    const shop = this.job.settings();
    return file && shop ? beforeHandBack({ job: file.row, shop, card: file.card, tape: this.job.tape(), nowMs: this.clock.minute() }) : [];
  });
  protected readonly reason = signal('');
  protected readonly stageNames = stageNames;

  protected async add(): Promise<void> {
    const typed = this.text();
    const text = typed.trim();
    if (text && (await this.writer.keep({ kind: 'remark', about: this.about(), text })) && this.text() === typed) this.text.set('');
  }

  protected async pdf(): Promise<void> {
    await this.during(async () => {
      const made = await this.sheet.made();
      if (!made) return;
      const { paperPdf } = await import('../print/paper-pdf');
      const { bytes, missing } = await paperPdf(made.paper, made.images);
      saveFile(`job-${made.number}-hand-back.pdf`, bytes, 'application/pdf');
      if (missing)
        this.note.set(
          `The PDF has no sign for ${missing}, and a question mark in its place. Print the sheet, or take it as HTML: they have it.`,
        );
    }, 'The sheet could not be made.');
  }

  protected async html(): Promise<void> {
    await this.during(async () => {
      const made = await this.sheet.made();
      if (!made) return;
      const { htmlFaces } = await import('../print/html-faces');
      const html = paperHtml(made.paper, { images: made.images, faces: htmlFaces(JSON.stringify(made.paper)) });
      saveFile(`job-${made.number}-hand-back.html`, new Blob([html]), 'text/html');
    }, 'The sheet could not be made.');
  }

  protected async archive(): Promise<void> {
    await this.during(async () => {
      const { name, zip } = await this.archives.exportJob(this.job.jobId(), this.withSheets());
      saveFile(name, zip);
    }, 'The file could not be made.');
  }

  private async during(act: () => Promise<void>, says: string): Promise<void> {
    this.busy.set(true);
    this.failed.set('');
    this.note.set('');
    try {
      await this.writer.settled();
      await act();
    } catch (error) {
      this.failed.set(`${says} ${error instanceof CoreError ? `${error.message} ${error.remedy}` : ''} The job itself is kept; try again.`);
    } finally {
      this.busy.set(false);
    }
  }

  protected async handBack(): Promise<void> {
    const now = this.clock.now().getTime();
    const reason = this.reason().trim();
    const total = this.sheet.reportAt(now)?.price.totalMinor ?? 0;
    const shop = this.job.settings();
    const terms = shop && {
      ratePerHourMinor: shop.ratePerHourMinor,
      taxPercent: shop.taxPercent,
      ...(shop.warrantyDays === undefined ? {} : { warrantyDays: shop.warrantyDays }),
    };
    await this.writer.keepAll([
      ...(labourClock(this.job.tape(), now).running ? [{ kind: 'labour' as const, act: 'stop' as const }] : []),
      { kind: 'handed-back', totalMinor: total, ...(reason ? { text: `all the same: ${reason}` } : {}), ...(terms ? { terms } : {}) },
    ]);
  }
}
