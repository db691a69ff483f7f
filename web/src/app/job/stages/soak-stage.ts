import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ofKind, readingText } from '@amber-relay/core/tape';
import { Choice } from '../../ui/choice';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { SoakStrip } from './soak-strip';

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
