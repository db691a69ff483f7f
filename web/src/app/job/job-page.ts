import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, viewChild } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { stageNames } from '@amber-relay/core/words';
import { CardSheets } from '../sheets/card-sheets';
import { StateMark } from '../ui/state-mark';
import { EntryLine } from './entry-line';
import { benchProviders } from './bench-providers';
import { JobOnBench } from './job-on-bench';
import { Tape } from './tape';

/** The job screen: stages, the stage, and the tape with its entry line. */
@Component({
  selector: 'app-job-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, RouterOutlet, RouterLink, RouterLinkActive, StateMark, Tape, EntryLine],
  providers: benchProviders,
  template: `
    @if (job.file(); as file) {
      <nav class="stages" aria-label="Stages of the job">
        @for (status of job.stages(); track status.stage) {
          <a
            [routerLink]="status.stage"
            routerLinkActive
            #link="routerLinkActive"
            [class.missing]="status.state === 'missing'"
            [attr.aria-current]="link.isActive ? 'step' : null"
            [attr.data-stage]="status.stage"
          >
            <app-state-mark [of]="status.state" />
            <span
              ><b>{{ names[status.stage] }}</b
              ><small>{{ status.says }}</small></span
            >
          </a>
        }
        <a class="sheets" routerLink="sheets" routerLinkActive (isActiveChange)="sheetsOpen.set($event)" ariaCurrentWhenActive="page">
          <mat-icon svgIcon="sheets" />
          <span
            ><b>Sheets</b><small>{{ sheetsSay() }}</small></span
          >
        </a>
      </nav>
      <section class="stage" [attr.aria-label]="'Stage'"><router-outlet /></section>
      <aside class="side" aria-label="Tape">
        <app-tape />
        <app-entry-line (showAsked)="show($event)" />
      </aside>
    } @else if (job.file() === null) {
      <div class="page">
        <p class="attention">
          There is no such job here. It may be in an archive: open Archive and import it, or choose one in <a routerLink="/jobs">Jobs</a>.
        </p>
      </div>
    }
  `,
  styleUrl: './job-page.scss',
  host: { '(document:keydown)': 'key($event)', '[class.folded]': 'sheetsOpen()' },
})
export class JobPage {
  readonly id = input.required<string>();
  protected readonly job = inject(JobOnBench);
  protected readonly names = stageNames;
  private readonly line = viewChild(EntryLine);

  private readonly sheets = inject(CardSheets);
  private readonly router = inject(Router);
  /** Sheets take the room of the stages, which fold to their shapes. */
  protected readonly sheetsOpen = signal(false);
  protected readonly sheetsSay = computed(() => {
    const progress = this.sheets.progress();
    if (progress) return `reading ${progress.done} of ${progress.total}`;
    const { length } = this.sheets.sheets();
    return length ? `${length} ${length === 1 ? 'sheet' : 'sheets'}` : 'none yet';
  });

  constructor() {
    effect(() => this.job.jobId.set(this.id()));
    effect(() => this.sheets.card.set(this.job.card()));
  }

  /** Opens the sheets at a part or point. */
  protected show(name: string): void {
    void this.router.navigate(['/job', this.id(), 'sheets'], { queryParams: { at: name } });
  }

  /** Typing anywhere that is not a field goes to the entry line, unless letters mean something there; Escape returns to it. F9 reads the linked instrument, F8 watches what the line names. */
  protected key(event: KeyboardEvent): void {
    if (event.defaultPrevented || event.ctrlKey || event.altKey || event.metaKey) return;
    const target = event.target as HTMLElement;
    if (event.key === 'F9') {
      event.preventDefault();
      return void this.line()?.read();
    }
    if (event.key === 'F8') {
      event.preventDefault();
      if (this.line()?.watch()) void this.router.navigate(['/job', this.id(), 'test', 'watch']);
      return;
    }
    if (event.key === 'Escape' && !document.querySelector('mat-dialog-container')) return this.line()?.focus();
    const takesLetters = target.closest('input, textarea, select, [contenteditable], [data-keys], .cdk-overlay-container');
    if (takesLetters || event.key.length !== 1 || event.key === '/' || event.key === ' ') return;
    this.line()?.focus();
  }
}
