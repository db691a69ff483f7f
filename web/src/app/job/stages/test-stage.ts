import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { conditionText, type TestLimit } from '@amber-relay/core/card';
import { doubleReadings, holds, repairsText, testCourses, type TestCourse } from '@amber-relay/core/job';
import { instrumentsFor, limitsText } from '@amber-relay/core/measure';
import { readingText, type EntryOf } from '@amber-relay/core/tape';
import { unitSign } from '@amber-relay/core/quantity';
import { Verdict } from '../../ui/verdict';
import { RouterLink } from '@angular/router';
import { BeginCard } from '../begin-card';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { readingStart } from '@amber-relay/core/entry';
import { BeforeAfter } from './before-after';
import { TestViews } from './test-views';

/** Test: the card's limits, with what was read before and after the repair. */
@Component({
  selector: 'app-test-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeforeAfter, BeginCard, MatButton, RouterLink, TestViews, Verdict],
  templateUrl: './test-stage.html',
  styleUrl: './stage.scss',
  styles: `
    .results {
      table-layout: fixed;
    }
    .results th:first-child {
      width: 35%;
    }
    .results th:nth-child(2) {
      width: 18%;
    }
    .results td {
      height: 42px;
      white-space: nowrap;
    }
    .results td:first-child,
    .results td > small,
    .results td > .quiet {
      white-space: normal;
    }
    .results b {
      font: 500 15px/17px var(--ar-font-text);
      font-stretch: 90%;
      display: block;
    }
    .results small {
      font: 400 14px/16px var(--ar-font-text);
      font-stretch: 86%;
      color: var(--mat-sys-on-surface-variant);
    }
    .cell {
      display: grid;
      grid-template-columns: minmax(72px, auto) auto;
      align-items: center;
      gap: 8px;
    }
    .cell .fig {
      text-align: right;
    }
    .after {
      background: var(--mat-sys-surface-container-low);
    }
    .after .fig {
      font-weight: 700;
    }
    .flag td {
      background: var(--mat-sys-tertiary-container);
    }
    .flag small,
    .flag .quiet {
      color: var(--mat-sys-on-tertiary-container);
    }
    .pick {
      width: 100%;
      min-height: 40px;
      border-radius: 2px 12px 12px 2px;
    }
    .pick:hover {
      background: var(--mat-sys-surface-container-high);
    }
    .counts {
      display: flex;
      gap: 12px;
      flex: 1;
    }
    .chart {
      height: 250px;
    }
    .typical {
      display: block;
    }
    .results td.limits {
      white-space: normal;
    }
  `,
})
export class TestStage {
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  protected readonly card = computed(() => this.job.card());
  protected readonly table = computed(() => {
    const card = this.card();
    return card ? testCourses(card, this.job.stood()) : [];
  });
  protected readonly rows = computed(() =>
    this.table().map((row) => {
      const { limit, before, between, after, since } = row;
      const last = this.latest(row);
      return {
        row,
        name: limit.name,
        under: [conditionText(limit.condition), limit.how].filter(Boolean).join(', '),
        limits: limitsText(limit.low, limit.high, limit.unit),
        typical: limit.typical ? 'typical' : '',
        before: this.cell(before),
        after: this.cell(after),
        between: between.flatMap((reading) => this.cell(reading) ?? []),
        since: since.length ? `before: ${repairsText(since)}. Take it again.` : '',
        open: row.repaired && !row.concerned && before ? 'not touched by the repair' : 'not done',
        flag: last !== undefined && (last.verdict === 'low' || last.verdict === 'high' || last.verdict === 'dead'),
        cannot: this.cannot(limit),
      };
    }),
  );
  /** What two instruments that were named read of one thing: those that do not agree first. */
  protected readonly doubles = computed(() =>
    doubleReadings(this.card(), this.job.stood(), this.job.instruments())
      .map(({ of, says, agree }) => ({ text: `${of}: ${says}`, agree }))
      .sort((a, b) => Number(a.agree) - Number(b.agree)),
  );
  protected readonly counts = computed(() => {
    const seen = this.table().flatMap((row) => (holds(row) ? [this.latest(row)?.verdict] : []));
    return (['in', 'low', 'high', 'dead', 'cant-tell'] as const)
      .map((verdict) => ({ verdict, n: seen.filter((v) => v === verdict).length }))
      .filter(({ n }) => n > 0);
  });
  protected readonly notDone = computed(() => this.table().filter((row) => !holds(row)).length);
  protected readonly next = computed(() => this.rows().find(({ row, cannot }) => !cannot && !holds(row)));

  /** What stands of a test now: its last reading, before where no repair has been or none concerns it. */
  private latest({ before, after, concerned }: TestCourse): EntryOf<'reading'> | undefined {
    return after ?? (concerned ? undefined : before);
  }

  private cell(
    reading: EntryOf<'reading'> | undefined,
  ): { text: string; verdict: EntryOf<'reading'>['verdict']; wouldTell: string } | null {
    return reading ? { text: readingText(reading), verdict: reading.verdict, wouldTell: reading.wouldTell ?? '' } : null;
  }

  private cannot({ unit, word, from }: TestLimit): string {
    const nominalHz = from === 'channel' ? 0 : undefined;
    const known = this.job.instruments();
    return known.length && instrumentsFor(known, { unit, word, nominalHz }).length === 0
      ? `nothing on this bench reads ${unitSign(unit)}`
      : '';
  }

  protected take(index: number): void {
    const limit = this.rows()[index]?.row.limit;
    if (limit) this.line.offer(readingStart(limit.word, limit.condition));
  }

  protected takeNext(): void {
    const next = this.next();
    if (next) this.take(this.rows().indexOf(next));
  }
}
