import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { fedBy } from '@amber-relay/core/feed';
import { minutesFor, soakOf, sureText, type SoakState } from '@amber-relay/core/job';
import { minutesOf } from '@amber-relay/core/line';
import { cyclesText, ofKind, readingText, spanText } from '@amber-relay/core/tape';
import { Choice } from '../../ui/choice';
import { SoakPlans } from '../../soaks/soak-plans';
import { Clock } from '../../ui/clock';
import { clockText, timeOfDay } from '../../ui/clock-text';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
import { SoakStrip } from './soak-strip';

const stateWords: Readonly<Record<SoakState, string>> = {
  running: 'runs',
  held: 'held',
  failed: 'failed',
  short: 'ended before its time',
  void: 'counts no more',
};
/** How sure one may want to be, in 100. */
const sures = [95, 99, 99.9] as const;

/** Soak: how long or how many cycles without a failure are enough, the clock that runs, and a strip of what was read. */
@Component({
  selector: 'app-soak-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, MatButton, SoakStrip],
  template: `
    <header class="head">
      <h1>Soak</h1>
      <span class="grow quiet">{{ soak() ? words[soak()!.state] : '' }}</span>
      <button class="chip" [attr.aria-pressed]="notNeeded()" (click)="skip()">Not needed on this job</button>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Soak">
      @if (soak(); as s) {
        <section class="panel" aria-label="The soak" [attr.data-soak]="s.state">
          <div class="row">
            <span class="clock" role="timer" aria-label="Held">{{ held() }}</span>
            <span class="grow">
              held{{ s.holdMinutes === undefined ? '' : ' of ' + span(s.holdMinutes) }}
              @if (s.cycles !== undefined || s.cyclesDone) {
                <br />{{ s.cycles === undefined ? cycles(s.cyclesDone) : s.cyclesDone + ' of ' + cycles(s.cycles) }}
              }
              @if (s.state === 'running' && s.dueMs !== undefined) {
                <br /><span class="quiet">until {{ time(s.dueMs) }}</span>
              }
            </span>
            @if (isOpen()) {
              <button class="chip" (click)="keep({ act: 'cycles', cycles: 1 })">One cycle done</button>
              <button class="chip" (click)="line.offer('soak failed ')">It failed</button>
              <button mat-stroked-button (click)="keep({ act: 'end' })">End it</button>
            }
          </div>
          @if (s.why) {
            <p class="attention">{{ s.why }}</p>
          }
          @if (s.sure !== undefined && s.state !== 'failed' && s.state !== 'void') {
            <p>
              Had it still failed as often as before, it would have shown by now in <b>{{ sure(s.sure) }}</b> of 100 such soaks.
            </p>
          }
          @if (s.state === 'running') {
            @if (plan(); as plan) {
              <p class="row">
                <span class="grow"
                  >{{ plan.start.trim().toUpperCase() }} is read every {{ plan.everyMinutes }} min, whatever job is on the bench.</span
                >
                <button class="chip" (click)="readNoMore()">Read no more</button>
              </p>
              @if (notRead()) {
                <p class="wrong" role="alert">{{ notRead() }}</p>
              }
            } @else if (linked()) {
              <form class="row" (submit)="$event.preventDefault(); read(point.value, every.value)" aria-label="Read by itself">
                <app-field label="Read by the link">
                  <select #point class="box">
                    @for (each of job.card()?.testPoints; track each.id) {
                      <option [value]="each.id">{{ each.id }} {{ each.name }}</option>
                    }
                  </select>
                </app-field>
                <app-field label="every so many minutes" class="short" [refusal]="badEvery()">
                  <input #every class="box fig" name="every" inputmode="decimal" value="5" />
                </app-field>
                <button class="chip" type="submit">Begin</button>
              </form>
            }
            <p class="quiet">
              The clock goes on when the program is closed. Whatever is read or tried meanwhile counts: what is out of its limits, or does
              not work, ends it as failed.
            </p>
          }
        </section>
      }
      @if (!soak() || !isOpen()) {
        <p class="caution" role="note">
          Not unattended: within the duty of the set and of its load, with the air free and the supply on its limit.
        </p>
        <section aria-label="Begin a soak" class="stack">
          <h2>How long is enough</h2>
          @if (seen(); as found) {
            <p>{{ found.name }}.</p>
          } @else {
            <p>It depends on how often it failed before: what comes once an hour is not proven gone by ten minutes.</p>
          }
          <form class="row" (submit)="$event.preventDefault()">
            <app-field label="It failed" class="short">
              <input
                class="box fig"
                name="failures"
                inputmode="numeric"
                [value]="failures()"
                (input)="typedFailures.set($any($event.target).value)"
              />
            </app-field>
            <app-field label="times in" class="short" [refusal]="badSpan()">
              <input
                class="box fig"
                name="observed"
                placeholder="2h 30 min"
                [value]="observed()"
                (input)="typedObserved.set($any($event.target).value)"
              />
            </app-field>
          </form>
          <div class="acts">
            @for (plan of plans(); track plan.sure) {
              <button class="chip" (click)="line.offer(plan.line)">{{ plan.text }}: {{ plan.sure }} in 100</button>
            }
            <button class="chip" (click)="line.offer('soak 60 cycles')">by cycles</button>
          </div>
          <p class="quiet">
            Typed: <span class="ref">soak 3h after 3 failures in 2h</span>, <span class="ref">soak 60 cycles</span>,
            <span class="ref">soak did 20 cycles</span>, <span class="ref">soak failed went quiet</span>, <span class="ref">soak end</span>.
          </p>
        </section>
      }
      @if (points().length) {
        <app-choice label="Point to draw" [options]="choices()" [value]="chosen()" (valueChange)="picked.set($event)" />
        <div class="strip"><app-soak-strip [readings]="readings()" [title]="chosen()" /></div>
      } @else {
        <p class="quiet">No point has been read yet. Type a reading such as <span class="ref">tp7 3.1v</span>, and again later.</p>
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .strip {
      height: 300px;
      flex: none;
    }
    .panel .row,
    form.row {
      gap: 12px;
    }
    .clock {
      font: var(--ar-key-figure);
      font-stretch: 75%;
      min-width: 150px;
    }
    .short {
      width: 170px;
    }
    h2 {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      margin: 0;
    }
    p {
      margin: 0;
    }
    .panel {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
  `,
})
export class SoakStage {
  protected readonly job = inject(JobOnBench);
  protected readonly line = inject(LineOffer);
  private readonly reading = inject(SoakPlans);
  protected readonly plan = computed(() => this.reading.planOf(this.job.jobId()));
  protected readonly notRead = computed(() => this.reading.saysOf(this.job.jobId()));
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);
  protected readonly words = stateWords;
  protected readonly span = spanText;
  protected readonly cycles = cyclesText;
  protected readonly sure = sureText;
  protected readonly time = (ms: number): string => timeOfDay(new Date(ms).toISOString());

  protected readonly soak = computed(() => soakOf(this.job.card(), this.job.stood(), this.clock.second()));
  protected readonly held = computed(() => clockText(Math.floor((this.soak()?.heldMinutes ?? 0) * 60)));
  /** Whether it may still be ended, or fail. */
  protected readonly isOpen = computed(() => {
    const soak = this.soak();
    const ended = ofKind(this.job.stood(), 'soak').at(-1)?.act === 'end';
    return soak !== undefined && (soak.state === 'running' || (soak.state === 'held' && !ended));
  });

  /** What the tape says of how often it failed. */
  protected readonly seen = computed(() => {
    const card = this.job.card();
    return fedBy('soak-plan', { stood: this.job.stood(), condition: this.line.condition(), ...(card ? { card } : {}) })[0];
  });
  protected readonly typedFailures = signal<string | undefined>(undefined);
  protected readonly typedObserved = signal<string | undefined>(undefined);
  protected readonly failures = computed(() => this.typedFailures() ?? String(this.seen()?.input['failures'] ?? ''));
  protected readonly observed = computed(() => {
    const seconds = this.seen()?.input['observedS'];
    return this.typedObserved() ?? (typeof seconds === 'number' ? spanText(Math.max(1, Math.round(seconds / 60))) : '');
  });
  private readonly watched = computed(() => minutesOf(this.observed()));
  protected readonly badSpan = computed(() =>
    this.observed().trim() !== '' && !this.watched() ? 'Write a time, such as 2h 30 min or 45 min.' : '',
  );
  protected readonly plans = computed(() => {
    const failures = Number(this.failures());
    const watched = this.watched();
    if (!Number.isInteger(failures) || failures < 1 || !watched) return [];
    return sures.map((sure) => {
      const minutes = Math.ceil(minutesFor(sure, failures, watched) - 1e-6);
      return { sure, text: spanText(minutes), line: `soak ${minutes} min after ${failures} failures in ${watched} min` };
    });
  });

  protected readonly picked = signal<string | null>(null);
  private readonly all = computed(() => ofKind(this.job.stood(), 'reading').filter((r) => r.subject.what === 'point' && r.value !== null));
  protected readonly points = computed(() => {
    const counts = new Map<string, number>();
    for (const { subject } of this.all()) if (subject.what === 'point') counts.set(subject.point, (counts.get(subject.point) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1]).map(([point]) => point);
  });
  protected readonly choices = computed(() => this.points().map((point) => ({ value: point, name: point })));
  protected readonly chosen = computed(() => this.picked() ?? this.points()[0] ?? '');
  protected readonly readings = computed(() =>
    this.all()
      .filter((r) => r.subject.what === 'point' && r.subject.point === this.chosen())
      .map((r) => ({
        at: Date.parse(r.at),
        value: r.value ?? 0,
        unit: r.unit,
        verdict: r.verdict,
        text: readingText(r),
        low: r.low,
        high: r.high,
      })),
  );
  protected readonly notNeeded = computed(() => this.job.stages().find((s) => s.stage === 'soak')?.state === 'not-needed');

  protected keep(body: { readonly act: 'cycles' | 'end'; readonly cycles?: number }): void {
    void this.writer.keep({ kind: 'soak', ...body });
  }

  protected readonly linked = computed(
    () => (this.job.card()?.testPoints.length ?? 0) > 0 && this.job.instruments().some(({ link }) => link),
  );
  protected readonly badEvery = signal('');

  protected read(point: string, every: string): void {
    const everyMinutes = Number(every.replace(',', '.'));
    const right = everyMinutes >= 0.1 && everyMinutes <= 24 * 60;
    this.badEvery.set(right ? '' : 'Write minutes, from 0.1 to 1440.');
    if (right) void this.reading.start({ jobId: this.job.jobId(), start: `${point.toLowerCase()} `, everyMinutes });
  }

  protected readNoMore(): void {
    this.reading.stop(this.job.jobId());
  }

  protected skip(): void {
    void this.writer.keep({ kind: 'stage', stage: 'soak', state: this.notNeeded() ? 'reopened' : 'not-needed' });
  }
}
