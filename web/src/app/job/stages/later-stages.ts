import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ofKind, readingText } from '@amber-relay/core/tape';
import { Choice } from '../../ui/choice';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { SoakStrip } from './soak-strip';

/** Align: the card's steps in their order, to be put on the tape by hand until this stage does more. */
@Component({
  selector: 'app-align-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="head"><h1>Align</h1></header>
    <div class="body stack" tabindex="0" role="group" aria-label="Steps of alignment">
      <p class="panel">
        Coming: each step with its value before and after, whether there was a real peak, and what it depends on. Until then, note the
        adjustments on the tape.
      </p>
      @if (steps().length) {
        <section>
          <h2>The card's order</h2>
          <ol>
            @for (s of steps(); track s.id; let i = $index) {
              <li>
                <span class="fig">{{ i + 1 }}</span><span class="grow"
                  ><b>{{ s.name }}</b> <span class="ref">{{ s.adjust.join(', ') }}</span> at
                  <span class="ref">{{ s.at ?? 'no point' }}</span></span
                ><span>{{ s.expect }}</span>
              </li>
            }
          </ol>
        </section>
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    li {
      display: flex;
      gap: 12px;
      min-height: 44px;
      align-items: center;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
  `,
})
export class AlignStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly steps = computed(() => this.job.card()?.alignment ?? []);
}

/** Soak: a strip of the readings at one point over time; how long is enough comes with a later capability. */
@Component({
  selector: 'app-soak-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, SoakStrip],
  template: `
    <header class="head">
      <h1>Soak</h1>
      <span class="grow"></span> <button class="chip" [attr.aria-pressed]="notNeeded()" (click)="skip()">Not needed on this job</button>
    </header>
    <div class="body stack">
      <p class="panel">
        Coming: how long without a failure is enough, from how often it failed before. The strip below already draws every reading of one
        point on this job.
      </p>
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
    }
  `,
})
export class SoakStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
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

  protected skip(): void {
    void this.writer.keep({ kind: 'stage', stage: 'soak', state: this.notNeeded() ? 'reopened' : 'not-needed' });
  }
}
