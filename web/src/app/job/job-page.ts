import { ChangeDetectionStrategy, Component, effect, inject, input, viewChild, type OnDestroy } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { stageNames } from '@amber-relay/core/job';
import { StateMark } from '../ui/state-mark';
import { EntryLine } from './entry-line';
import { JobStore } from './job-store';
import { Tape } from './tape';

/** The job screen: stages, the stage, and the tape with its entry line. */
@Component({
  selector: 'app-job-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, StateMark, Tape, EntryLine],
  providers: [JobStore],
  template: `
    @if (store.file(); as file) {
      <nav class="stages" aria-label="Stages of the job">
        @for (status of store.stages(); track status.stage) {
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
      </nav>
      <section class="stage" [attr.aria-label]="'Stage'"><router-outlet /></section>
      <aside class="side" aria-label="Tape">
        <app-tape />
        <app-entry-line />
      </aside>
    } @else if (store.file() === null) {
      <div class="page">
        <p class="attention">
          There is no such job here. It may be in an archive: open Archive and import it, or choose one in <a routerLink="/jobs">Jobs</a>.
        </p>
      </div>
    }
  `,
  styleUrl: './job-page.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class JobPage implements OnDestroy {
  readonly id = input.required<string>();
  protected readonly store = inject(JobStore);
  protected readonly names = stageNames;
  private readonly line = viewChild(EntryLine);

  constructor() {
    effect(() => this.store.jobId.set(this.id()));
  }

  ngOnDestroy(): void {
    this.store.close();
  }

  /** Typing anywhere that is not a field, and takes no letters of its own, goes to the entry line; Escape returns there. */
  protected key(event: KeyboardEvent): void {
    if (event.defaultPrevented || event.ctrlKey || event.altKey || event.metaKey) return;
    const target = event.target as HTMLElement;
    if (event.key === 'Escape' && !document.querySelector('mat-dialog-container')) return this.line()?.focus();
    const takesLetters = target.closest('input, textarea, select, [contenteditable], [data-keys], .cdk-overlay-container');
    if (takesLetters || event.key.length !== 1 || event.key === '/' || event.key === ' ') return;
    this.line()?.focus();
  }
}
