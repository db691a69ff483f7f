import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { of, switchMap } from 'rxjs';
import { hundredSign } from '@amber-relay/core/words';
import { SheetsDesk, type DeskJob } from '../../sheets/sheets-desk';
import { fromStore } from '../../storage/from-store';
import { JobHistory } from '../../storage/job-history';
import { BeginCard } from '../begin-card';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
import { Suspicion } from '../trace/suspicion';

/** Sheets of the set on the bench, with this job's readings on them. */
@Component({
  selector: 'app-sheets-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginCard, RouterLink, SheetsDesk],
  template: `
    @if (job.file() && !job.signed()) {
      <p class="caution" role="note">
        Safety is not signed off. Cold checks first; discharge and prove high voltage gone; key only into a dummy load.
        <a class="chip" routerLink="../safety">To Safety</a>
      </p>
    }
    @if (job.card()) {
      <app-sheets-desk [job]="deskJob()" [at]="at()" [section]="section()" [history]="history()" (went)="went($event)" />
    } @else if (job.file()) {
      <app-begin-card lacks="there is nothing to which its sheets could belong" />
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
  protected readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly writer = inject(TapeWriter);
  private readonly suspicion = inject(Suspicion);
  private readonly router = inject(Router);
  private readonly jobs = inject(JobHistory);
  private readonly of = computed(() => ({ card: this.job.card()?.id, job: this.job.jobId() }), {
    equal: (a, b) => a.card === b.card && a.job === b.job,
  });
  protected readonly history = fromStore(
    'what was replaced on this chassis',
    toObservable(this.of).pipe(switchMap(({ card, job }) => (card ? this.jobs.partHistory$(card, job) : of(undefined)))),
  );

  protected readonly deskJob = computed((): DeskJob => {
    const traced = this.suspicion.open();
    const next = traced?.probes.find((p) => p.test.kind === 'reading' && !p.cannot)?.test.point?.id;
    return {
      jobId: this.job.jobId(),
      condition: this.line.condition(),
      tape: this.job.stood(),
      next,
      suspicion: new Map((traced?.sections ?? []).map((s) => [s.section, { word: s.word, percent: hundredSign(s.chance) }])),
      measure: (line) => this.line.offer(line),
      count: (body) => void this.writer.keep(body),
      openSection: (id) => void this.router.navigate(['/job', this.job.jobId(), 'trace'], { queryParams: { section: id } }),
    };
  });

  protected went(name: string): void {
    void this.router.navigate([], { queryParams: { at: name }, replaceUrl: true });
  }
}
