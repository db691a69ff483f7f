import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { calibrationOf, isWon, skillsOf } from '@amber-relay/core/practice';
import { fromStore } from '../../storage/from-store';
import { PracticeRepository } from '../../storage/practice-repository';
import { BeliefChart } from './belief-chart';

/** How one does: by skill, and how sure one was against what was so. */
@Component({
  selector: 'app-progress-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeliefChart],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Progress">
      <header>
        <h1>Progress</h1>
        <span class="grow quiet">{{ says() }}</span>
        <button class="chip no-print" (click)="print()">Print</button>
      </header>
      <div class="columns">
        <section>
          <h2>By skill</h2>
          <table class="plain">
            <thead>
              <tr>
                <th>Skill</th>
                <th>Cases</th>
                <th>Won</th>
                <th>Minutes lost</th>
              </tr>
            </thead>
            <tbody>
              @for (row of skills(); track row.skill) {
                <tr>
                  <td>{{ row.skill }}</td>
                  <td class="fig">{{ row.cases }}</td>
                  <td class="fig">{{ row.won }}</td>
                  <td>
                    <span class="bar"><i [style.width.%]="row.share"></i></span> <span class="fig">{{ row.lost }}</span>
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td colspan="4" class="quiet">Nothing yet: it comes with the first case that has ended.</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
        <section>
          <h2>How sure, and how right</h2>
          @if (points().length) {
            <app-belief-chart class="chart" [points]="points()" />
            <p class="quiet">On the line one is as sure as one may be; under it too sure.</p>
          } @else {
            <p class="quiet">Now and then a case asks what you hold. What you say is laid beside what was so.</p>
          }
        </section>
      </div>
    </div>
  `,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 20px;
    }
    .chart {
      display: block;
      height: 320px;
    }
    .bar {
      display: inline-block;
      width: 120px;
      height: 12px;
      background: var(--mat-sys-surface-container-high);
      vertical-align: middle;
      margin-right: 8px;
    }
    .bar i {
      display: block;
      height: 100%;
      background: var(--mat-sys-primary);
    }
    @media (max-width: 900px) {
      .columns {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class ProgressView {
  private readonly rows = fromStore('the cases', inject(PracticeRepository).cases$, []);
  private readonly ended = computed(() => this.rows().filter(({ end }) => end !== undefined));
  protected readonly points = computed(() => calibrationOf(this.rows()));
  protected readonly skills = computed(() => {
    const skills = skillsOf(this.rows());
    const most = Math.max(1, ...skills.map(({ lost }) => lost));
    return skills.map((each) => ({ ...each, lost: Math.round(each.lost), share: (100 * each.lost) / most }));
  });
  protected readonly says = computed(() => {
    const ended = this.ended();
    const reviewed = ended.flatMap(({ review }) => (review ? [review] : []));
    const [own, best] = [
      reviewed.reduce((sum, { minutes }) => sum + minutes, 0),
      reviewed.reduce((sum, { best }) => sum + best.minutes, 0),
    ];
    const times = best ? `, in ${(own / best).toFixed(1)} times the minutes of the best path` : '';
    return ended.length
      ? `${ended.filter(({ end }) => isWon(end)).length} of ${ended.length} cases won${times}.`
      : 'No case has ended yet.';
  });

  protected print(): void {
    window.print();
  }
}
