import { DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { beforeHandBack, labourClock, type NotYet, type Report } from '@amber-relay/core/job';
import { ofKind, type EntryOf } from '@amber-relay/core/tape';
import { CoreError } from '@amber-relay/core/errors';
import { stageNames } from '@amber-relay/core/words';
import { ArchiveService } from '../../storage/archive-service';
import { JobRepository } from '../../storage/job-repository';
import { CardSheets } from '../../sheets/card-sheets';
import { Clock } from '../../ui/clock';
import { Choice } from '../../ui/choice';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { reportOf } from '../print/report-of';
import { ReportView } from '../print/report-view';
import { saveFile } from '../../ui/save-file';

/** Sheets up to so many bytes come along with a job of themselves. */
const mostSheets = 30_000_000;

/** Hand back: what to say, the sheet as it will be, and the job as a file. */
@Component({
  selector: 'app-hand-back-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, DecimalPipe, Field, FormsModule, MatButton, MatIcon, RouterLink, ReportView],
  template: `
    <header class="head">
      <h1>Hand back</h1>
      <span class="grow"></span>
      <button mat-stroked-button (click)="pdf()" [disabled]="busy()"><mat-icon svgIcon="download" />Sheet as PDF</button>
      <a mat-stroked-button [routerLink]="['/job', job.jobId(), 'hand-back', 'print']"><mat-icon svgIcon="print" />Print</a>
      <button mat-stroked-button (click)="archive()" [disabled]="busy()"><mat-icon svgIcon="archive" />Job as a file</button>
      @if (finished() || !notYet().length) {
        <button mat-flat-button (click)="handBack()" [disabled]="finished()">{{ finished() ? 'Handed back' : 'Hand back' }}</button>
      }
    </header>
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
      @if (sheetBytes()) {
        <button class="chip sheets" [attr.aria-pressed]="withSheets()" (click)="withSheets.set(!withSheets())">
          The file takes its sheets along, {{ sheetBytes() / 1e6 | number: '1.1-1' }} MB
        </button>
      }
      @if (failed()) {
        <p class="attention" role="alert">{{ failed() }}</p>
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
      @if (report(); as r) {
        <app-report-view [report]="r" />
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .sheets {
      justify-self: start;
      align-self: flex-start;
    }
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
  private readonly jobs = inject(JobRepository);
  private readonly archives = inject(ArchiveService);
  private readonly sheets = inject(CardSheets, { optional: true });
  protected readonly sheetBytes = computed(() => (this.sheets?.files() ?? []).reduce((sum, file) => sum + file.size, 0));
  /** A large manual stays here unless it is asked for: whoever gets the job can be given the card once. */
  protected readonly withSheets = linkedSignal(() => this.sheetBytes() < mostSheets);
  protected readonly kinds = [
    { value: 'done', name: 'Done' },
    { value: 'left-alone', name: 'Left alone' },
    { value: 'watch-for', name: 'Watch for' },
  ] as const;
  protected readonly about = signal<EntryOf<'remark'>['about']>('watch-for');
  protected readonly text = signal('');
  protected readonly busy = signal(false);
  protected readonly failed = signal('');
  protected readonly finished = computed(() => ofKind(this.job.stood(), 'handed-back').length > 0);
  private readonly clock = inject(Clock);
  /** The sheet as it stands this minute: the price follows labour that runs. */
  protected readonly report = computed(() => this.reportAt(this.clock.minute()));
  private reportAt(nowMs: number, tape = this.job.tape()): Report | null {
    const file = this.job.file();
    const shop = this.job.settings();
    return file && shop ? reportOf(file, tape, shop, nowMs) : null;
  }
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
      // What was entered a moment ago is on the sheet, though the screen has not read it again.
      const report = this.reportAt(this.clock.now().getTime(), await this.jobs.tape(this.job.jobId()));
      if (!report) return;
      const { reportPdf } = await import('../print/report-pdf');
      saveFile(`job-${report.job.number}-hand-back.pdf`, await reportPdf(report), 'application/pdf');
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
    const total = this.reportAt(now)?.price.totalMinor ?? 0;
    await this.writer.keepAll([
      ...(labourClock(this.job.tape(), now).running ? [{ kind: 'labour' as const, act: 'stop' as const }] : []),
      { kind: 'handed-back', totalMinor: total, ...(reason ? { text: `all the same: ${reason}` } : {}) },
    ]);
  }
}
