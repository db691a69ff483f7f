import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { catchError, of, switchMap } from 'rxjs';
import { SheetsDesk, type DeskJob } from '../../sheets/sheets-desk';
import { JobRepository } from '../../storage/job-repository';
import { JobStore } from '../job-store';

/** Sheets of the set on the bench, with this job's readings on them. */
@Component({
  selector: 'app-sheets-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SheetsDesk, RouterLink],
  template: `
    @if (store.file() && !store.signed()) {
      <p class="caution" role="note">
        Safety is not signed off. Cold checks first; discharge and prove high voltage gone; key only into a dummy load.
        <a class="chip" routerLink="../safety">To Safety</a>
      </p>
    }
    @if (store.card()) {
      <app-sheets-desk [job]="job()" [at]="at()" [section]="section()" [history]="history()" (went)="went($event)" />
    } @else if (store.file()) {
      <p class="attention">
        This set has no card, and sheets belong to a card. <a routerLink="/cards/new">Make a card for it</a>: its sections are enough to
        begin.
      </p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
      min-height: 0;
    }
    app-sheets-desk {
      flex: 1;
    }
    .caution {
      display: flex;
      align-items: center;
      gap: 12px;
      margin: 4px 12px;
    }
    .attention {
      margin: 16px;
    }
  `,
})
export class SheetsStage {
  /** From the address: the part or point, or the section, to show. */
  readonly at = input<string>();
  readonly section = input<string>();
  protected readonly store = inject(JobStore);
  private readonly router = inject(Router);
  private readonly jobs = inject(JobRepository);
  private readonly of = computed(() => ({ card: this.store.card()?.id, job: this.store.jobId() }), {
    equal: (a, b) => a.card === b.card && a.job === b.job,
  });
  protected readonly history = toSignal(
    toObservable(this.of).pipe(
      switchMap(({ card, job }) => (card ? this.jobs.partHistory$(card, job).pipe(catchError(() => of(undefined))) : of(undefined))),
    ),
  );

  protected readonly job = computed((): DeskJob => {
    const traced = this.store.traced();
    const next = traced?.probes.find((p) => p.test.kind === 'reading' && !p.cannot)?.test.point?.id;
    return {
      jobId: this.store.jobId(),
      condition: this.store.condition(),
      tape: this.store.stood(),
      next,
      suspicion: new Map(
        (traced?.sections ?? []).map((s) => [
          s.section,
          { word: s.word, percent: s.chance < 0.01 ? '<1' : String(Math.round(s.chance * 100)) },
        ]),
      ),
      measure: (line) => this.store.offer(line),
      openSection: (id) => void this.router.navigate(['/job', this.store.jobId(), 'trace'], { queryParams: { section: id } }),
    };
  });

  protected went(name: string): void {
    void this.router.navigate([], { queryParams: { at: name }, replaceUrl: true });
  }
}
