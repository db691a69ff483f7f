import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { LaidCard } from '@amber-relay/core/card';
import { writeLine } from '@amber-relay/core/entry';
import { sumsSay, type JobFigures } from '@amber-relay/core/feed';
import { nextOfSweep, planBench, planFinding, sweepApart, sweepRuns, usualSweeps, type SweepRun } from '@amber-relay/core/run';
import { readingText } from '@amber-relay/core/tape';
import { Verdict } from '../../ui/verdict';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { SweepChart } from './sweep-chart';
import { TestViews } from './test-views';

/** The sums that say what a sweep of this kind means, the likeliest first. */
function sumsOf({ over, of, steps }: SweepRun): readonly string[] {
  if (of.what === 'points') return steps.some(({ reading }) => reading?.unit === 'Hz') ? ['divider-chain'] : ['level-plan'];
  if (of.what === 'test' && steps.some(({ reading }) => reading?.unit === 'S')) return ['s-meter'];
  if (over === 'closing') return ['contact-loss'];
  if (over === 'level') return ['sensitivity'];
  // Where every channel is right, no line is stuck and no crystal dead.
  const right = steps.every(({ reading }) => reading?.verdict === 'in');
  if (of.what === 'frequency') return right ? [] : ['stuck-line', 'crystal-suspects'];
  return of.what === 'point' ? ['lock-sweep'] : [];
}

/** A chain along which frequencies were counted. */
const isPlan = ({ of, steps }: SweepRun): boolean => of.what === 'points' && steps.some(({ reading }) => reading?.unit === 'Hz');
/** What the frequency plan says of them; empty where nothing is wrong. */
function finding(card: LaidCard, { stood, condition }: Pick<JobFigures, 'stood' | 'condition'>): string {
  const bench = planBench(card, stood, condition);
  return bench ? planFinding(bench) : '';
}

/** Sweeps: one thing read at each of several steps, asked for one after the other, with its picture and what it means. */
@Component({
  selector: 'app-sweeps-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink, SweepChart, TestViews, Verdict],
  template: `
    <header class="head">
      <h1>Test</h1>
      <app-test-views />
      <span class="grow"></span>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Sweeps">
      @if (!job.signed()) {
        <p class="caution" role="note">
          Safety is not signed off. Do the cold checks before first power, and key only into a suitable dummy load.
        </p>
      }
      @for (run of runs(); track run.now.id) {
        <section [attr.aria-label]="run.now.title" [class.walking]="walking() === run.now.id">
          <header class="row">
            <h2 class="grow">
              {{ run.now.title }} <span class="quiet">{{ run.now.under }}</span>
            </h2>
            <span class="quiet">{{ run.done }} of {{ run.now.steps.length }}</span>
            @if (run.next; as next) {
              <button mat-flat-button (click)="walk(run.now.id, next.start)">{{ run.done ? 'Go on' : 'Begin' }}: {{ next.name }}</button>
            } @else {
              <button mat-stroked-button (click)="line.offer(run.again)">Once more</button>
            }
          </header>
          <div class="both">
            <table class="plain">
              <thead>
                <tr>
                  <th scope="col">Step</th>
                  @if (run.before) {
                    <th scope="col" class="num">Before</th>
                  }
                  <th scope="col" class="num">{{ run.before ? 'Now' : 'Read' }}</th>
                  <th scope="col"></th>
                </tr>
              </thead>
              <tbody>
                @for (step of run.steps; track step.name) {
                  <tr [class.now]="step.start === run.next?.start && step.name === run.next?.name">
                    <td>
                      <button class="bare fig" (click)="walk(run.now.id, step.start)" [attr.aria-label]="'Read ' + step.name">
                        {{ step.name }}
                      </button>
                    </td>
                    @if (run.before) {
                      <td class="num fig quiet">{{ step.before }}</td>
                    }
                    <td class="num fig">{{ step.text }}</td>
                    <td>
                      @if (step.verdict; as verdict) {
                        <app-verdict [of]="verdict" />
                      }
                    </td>
                  </tr>
                }
              </tbody>
            </table>
            <div class="side">
              @if (run.done > 1 && run.now.over !== 'point') {
                <div class="chart"><app-sweep-chart [run]="run.now" [before]="run.before" /></div>
              }
              @if (run.apart) {
                <p>{{ run.apart }}</p>
              }
              @if (run.beforeApart) {
                <p class="quiet">before: {{ run.beforeApart }}</p>
              }
              @if (run.finding) {
                <p>
                  <b>{{ run.finding }}</b>&ngsp;<a routerLink="../frequencies">Open the plan</a>
                </p>
              }
              @for (says of run.says; track says.id) {
                <p>
                  {{ says.title }}: <b>{{ says.text }}</b>&ngsp;<a [routerLink]="['/sums', says.id]">Open the sum</a>
                </p>
              }
            </div>
          </div>
        </section>
      } @empty {
        <p>
          One thing is read at each of several steps: over channels, bands, modes, generator levels, supplies, or closings of a contact; or
          points are read one after another, down a chain. It is asked for step by step, and can be left and taken up again.
        </p>
      }
      <section aria-label="Begin a sweep" class="begin">
        <h2>Begin a sweep</h2>
        <div class="acts">
          @for (offer of offers(); track offer.line) {
            <button class="chip" (click)="line.offer(offer.line)">{{ offer.name }}</button>
          }
        </div>
        <p class="quiet">
          Or type one: <span class="ref">sweep tp7 channels 1 10 19 30 40</span>, <span class="ref">sweep pwr 40m 20m</span>,
          <span class="ref">sweep smeter levels</span>, <span class="ref">sweep k1 closings 8</span>,
          <span class="ref">sweep points tp1 tp2 tp5</span>.
        </p>
      </section>
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    section {
      border-top: 1px solid var(--mat-sys-outline-variant);
      padding-top: 8px;
    }
    section header {
      gap: 12px;
      margin-bottom: 6px;
    }
    h2 .quiet {
      font: var(--mat-sys-body-medium);
      font-stretch: var(--ar-stretch-text);
    }
    h2 {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      margin: 0;
    }
    .both {
      display: grid;
      grid-template-columns: minmax(280px, auto) minmax(0, 1fr);
      gap: 16px;
      align-items: start;
    }
    td {
      height: 40px;
      white-space: nowrap;
    }
    td .bare {
      min-height: 40px;
      min-width: 72px;
      text-align: left;
      border-radius: var(--ar-corner-dome);
    }
    td .bare:hover {
      background: var(--mat-sys-surface-container-high);
    }
    tr.now td {
      background: var(--mat-sys-surface-container);
    }
    .num {
      text-align: right;
    }
    .side {
      display: flex;
      flex-direction: column;
      gap: 6px;
    }
    .side p {
      margin: 0;
    }
    .chart {
      height: 220px;
    }
    .begin {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .begin p {
      margin: 0;
    }
  `,
})
export class SweepsStage {
  protected readonly job = inject(JobOnBench);
  protected readonly line = inject(LineOffer);
  /** The sweep that asks for its next step as soon as one has been read. */
  protected readonly walking = signal('');

  private readonly all = computed(() => sweepRuns(this.job.card(), this.job.stood()));
  /** Of a sweep that was begun more than once the last, beside the one before it; the newest first. */
  protected readonly runs = computed(() => {
    const card = this.job.card();
    const figures = {
      stood: this.job.stood(),
      condition: this.line.condition(),
      instruments: this.job.instruments(),
      s9: this.job.settings()?.s9,
      ...(card ? { card } : {}),
    };
    return [...new Set(this.all().map(({ key }) => key))]
      .flatMap((key) => {
        const own = this.all().filter((run) => run.key === key);
        const [before, now] = [own.at(-2), own.at(-1)];
        if (!now) return [];
        const next = nextOfSweep(now);
        return [
          {
            now,
            before,
            next,
            done: now.steps.filter(({ reading }) => reading).length,
            again: this.again(now),
            apart: sweepApart(now),
            beforeApart: before && sweepApart(before),
            steps: now.steps.map((step, k) => {
              const was = before?.steps[k]?.reading;
              return {
                name: step.name,
                start: step.start,
                text: step.reading ? readingText(step.reading) : '–',
                verdict: step.reading && step.reading.verdict !== 'no-limit' ? step.reading.verdict : undefined,
                before: was ? readingText(was) : '–',
              };
            }),
            // What it means stands below once there is enough of it.
            says: next ? [] : sumsSay(sumsOf(now), figures),
            finding: card && isPlan(now) ? finding(card, figures) : '',
          },
        ];
      })
      .sort((a, b) => b.now.seq - a.now.seq);
  });
  protected readonly offers = computed(() => {
    const card = this.job.card();
    return card ? usualSweeps(card) : [];
  });

  constructor() {
    // A step that was read asks for the next one.
    effect(() => {
      const run = this.runs().find(({ now }) => now.id === this.walking());
      const start = run?.next?.start;
      const done = run?.done ?? 0;
      untracked(() => {
        if (run && start !== undefined && done > this.doneBefore) this.line.offerGently(start);
        this.doneBefore = done;
      });
    });
  }
  private doneBefore = 0;

  protected walk(id: string, start: string): void {
    this.doneBefore = this.runs().find(({ now }) => now.id === id)?.done ?? 0;
    this.walking.set(id);
    this.line.offer(start);
  }

  /** The line that begins it anew. */
  private again({ id }: SweepRun): string {
    const entry = this.job.stood().find((each) => each.id === id);
    return (entry && writeLine(entry, this.job.card())) ?? '';
  }
}
