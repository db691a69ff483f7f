import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import { fromStore } from '../storage/from-store';
import { JobList } from '../storage/job-list';
import { ShopFilling } from '../storage/shop-filling';
import { Clock } from '../ui/clock';
import { DayPlanView } from './day-plan';
import { FirstStart } from './first-start';

/** Day: the first steps of a new shop, or the plan of all jobs in hand, which is fetched when there is one to make. */
@Component({
  selector: 'app-day-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayPlanView, FirstStart, MatIcon, RouterLink],
  template: `
    <div class="page" tabindex="-1">
      <header>
        <h1>{{ title() }}</h1>
        <span class="grow"></span>
        <a class="chip" routerLink="hours">Hours</a>
        <a class="chip" routerLink="/book-in"><mat-icon svgIcon="add" />Book in <kbd>B</kbd></a>
      </header>
      @if (filling()) {
        <p class="quiet" role="status">Opening the shop…</p>
      } @else if (loaded() && lines().length === 0) {
        <app-first-start class="panel first-time" />
      }
      @defer (when lines().length > 0) {
        <app-day-plan [lines]="lines()" />
      }
    </div>
  `,
  styles: `
    .first-time {
      display: block;
      margin-bottom: 12px;
    }
  `,
  host: { '(document:keydown)': 'key($event)' },
})
export class DayPage {
  private readonly router = inject(Router);
  protected readonly filling = inject(ShopFilling).busy;
  /** It turns at midnight, also where the page stays open. */
  private readonly today = inject(Clock).day;
  protected readonly title = computed(() =>
    new Date(`${this.today()}T12:00`).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }),
  );
  private readonly read = fromStore('the jobs', inject(JobList).lines$());
  protected readonly loaded = computed(() => this.read() !== undefined);
  protected readonly lines = computed(() => this.read() ?? []);

  protected key(event: KeyboardEvent): void {
    if (
      event.key.toLowerCase() === 'b' &&
      !event.ctrlKey &&
      !event.altKey &&
      !event.metaKey &&
      !(event.target as HTMLElement).closest('input, select, textarea, .cdk-overlay-container')
    )
      void this.router.navigate(['/book-in']);
  }
}
