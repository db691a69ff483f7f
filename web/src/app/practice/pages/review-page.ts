import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { caseEndNames, gradeNames, helps, isWon, wayNames } from '@amber-relay/core/practice';
import { hundredText } from '@amber-relay/core/words';
import { switchMap } from 'rxjs';
import { fromStore } from '../../storage/from-store';
import { PracticeRepository } from '../../storage/practice-repository';
import { ShopRepository } from '../../storage/shop-repository';
import { dateText } from '../../ui/clock-text';
import { MarkdownText } from '../markdown-text';
import { PathChart } from './path-chart';

/** A case gone over: what was wrong, one's own path beside the best, the steps that cost most and why. */
@Component({
  selector: 'app-review-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MarkdownText, PathChart, RouterLink],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Review">
      @if (row(); as r) {
        <header>
          <h1>{{ r.title }}</h1>
          <span class="ref quiet">{{ r.code }}</span>
          <span class="grow quiet">{{ when() }}</span>
          <button class="chip no-print" (click)="print()">Print</button>
          <a class="chip no-print" routerLink="/practice">To Practice</a>
        </header>
        @if (r.end; as end) {
          <p class="result" [class.won]="won()" data-end>
            <b>{{ ends[end] }}</b>{{ r.grade ? ', ' + grades[r.grade] : '' }}, {{ ways[r.way] }}. Trace was
            {{ r.help === 'on' ? 'on' : r.help === 'off' ? 'off' : 'giving hints' }}.
          </p>
        }
        @if (r.review; as review) {
          <div class="figures">
            <div>
              <span class="key">{{ review.minutes }}</span><span>min, best {{ review.best.minutes }}</span>
            </div>
            <div>
              <span class="key">{{ review.tests }}</span><span>tests, best {{ review.best.tests }}</span>
            </div>
            <div>
              <span class="key">{{ review.needless.length }}</span><span>renewed for nothing</span>
            </div>
            <div>
              <span class="key">{{ review.dangers.length }}</span><span>dangers</span>
            </div>
          </div>
          <section class="panel">
            <h2>What was wrong</h2>
            @for (line of review.truth; track line) {
              <p data-truth>{{ line }}</p>
            }
            @if (r.told?.after; as after) {
              <app-markdown-text [text]="after" />
            }
          </section>
          @for (danger of review.dangers; track $index) {
            <p class="caution" data-danger>After {{ danger.at }} min: {{ danger.told }}</p>
          }
          @for (part of review.needless; track $index) {
            <p class="attention">{{ part.designator }} was renewed and was good: its section stood at {{ hundred(part.chance) }} then.</p>
          }
          <h2>Your path, and the best</h2>
          <app-path-chart class="chart" [path]="review.path" [best]="review.best.path" />
          <h2>What cost most</h2>
          @for (step of review.costliest; track step.step) {
            <article class="panel" data-costly>
              <div class="row">
                <b class="grow">{{ step.title }}</b><span class="fig">{{ step.minutes }} min, {{ step.lost }} lost</span>
              </div>
              <p>{{ step.why }}</p>
            </article>
          } @empty {
            <p class="quiet">No step cost more than it told.</p>
          }
          <h2>Step by step</h2>
          <div class="columns">
            <table class="plain">
              <thead>
                <tr>
                  <th>Min</th>
                  <th>Yours</th>
                  <th>In question</th>
                </tr>
              </thead>
              <tbody>
                @for (step of review.path; track $index) {
                  <tr>
                    <td class="fig">{{ step.at }}</td>
                    <td>{{ step.title }}</td>
                    <td class="fig">{{ about(step.inQuestion) }}</td>
                  </tr>
                }
              </tbody>
            </table>
            <table class="plain">
              <thead>
                <tr>
                  <th>Min</th>
                  <th>The best</th>
                  <th>In question</th>
                </tr>
              </thead>
              <tbody>
                @for (step of review.best.path; track $index) {
                  <tr>
                    <td class="fig">{{ step.at }}</td>
                    <td>{{ step.title }}</td>
                    <td class="fig">{{ about(step.inQuestion) }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
        } @else if (r.end) {
          <p class="quiet">It has not been gone over yet: <a [href]="'/practice/bench/job/' + r.id">open it on its bench</a>.</p>
        } @else {
          <p class="attention">This case has not ended. <a [href]="'/practice/bench/job/' + r.id">Go on with it</a>.</p>
        }
      } @else if (row() === null) {
        <p class="attention">There is no such case here. It may be in an archive of the shop.</p>
      }
    </div>
  `,
  styles: `
    .page > * + * {
      margin-top: 10px;
    }
    .result {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      padding-left: 12px;
      border-left: 8px solid var(--ar-attention-fill);
    }
    .won {
      border-left-color: var(--ar-works);
    }
    .figures {
      display: flex;
      gap: 28px;
      flex-wrap: wrap;
    }
    .figures div {
      display: flex;
      align-items: baseline;
      gap: 8px;
    }
    .chart {
      display: block;
      height: 260px;
    }
    .columns {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 20px;
      align-items: start;
    }
    td {
      padding: 3px 12px 3px 0;
    }
    @media (max-width: 900px) {
      .columns {
        grid-template-columns: 1fr;
      }
    }
    @media print {
      .page {
        height: auto;
        overflow: visible;
      }
      .chart {
        break-inside: avoid;
      }
    }
  `,
})
export class ReviewPage {
  readonly id = input.required<string>();
  private readonly practice = inject(PracticeRepository);
  protected readonly row = fromStore('this case', toObservable(this.id).pipe(switchMap((id) => this.practice.case$(id))));
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  protected readonly ends = caseEndNames;
  protected readonly grades = gradeNames;
  protected readonly ways = wayNames;
  protected readonly helps = helps;
  protected readonly won = computed(() => isWon(this.row()?.end));
  protected readonly when = computed(() => {
    const row = this.row();
    return row ? [this.settings()?.technician, dateText(row.endedAt ?? row.beganAt)].filter(Boolean).join(', ') : '';
  });

  protected hundred(chance: number): string {
    return `${hundredText(chance)} in 100`;
  }
  protected about(sections: number): string {
    return sections < 9.5 ? sections.toFixed(1) : String(Math.round(sections));
  }
  protected print(): void {
    window.print();
  }
}
