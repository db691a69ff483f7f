import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { map } from 'rxjs';
import { LinkState } from '../instruments/link-state';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';
import { clockText } from '../ui/clock-text';
import { BenchLine } from '../bench/bench-line';

/** The job on the bench, its running clock, and Find. */
@Component({
  selector: 'app-top-line',
  host: { role: 'banner' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatIcon],
  template: `
    @if (bench.file(); as file) {
      <a class="job" [routerLink]="['/job', file.row.id]" [attr.aria-label]="'Job ' + file.row.number + ' on the bench'">
        <span class="tag key">{{ file.row.number }}</span>
        <span class="what"
          ><b>{{ file.set.maker }} {{ file.set.model }}</b
          ><small>{{ file.customer.name }}: {{ file.row.complaint }}</small></span
        >
      </a>
      <div class="clock">
        <span>Problems</span><span class="fig">{{ problemsText() }}</span>
      </div>
      <div class="clock">
        <span>Labour{{ running() ? ', running' : '' }}</span
        ><span class="fig">{{ labour() }}</span>
      </div>
      @if (soak(); as text) {
        <a class="clock link" [routerLink]="['/job', file.row.id, 'soak']" data-soak-clock>
          <span>Soak</span><span class="fig">{{ text }}</span>
        </a>
      }
    } @else {
      <p class="none quiet">No job on the bench. Open one, or book one in.</p>
    }
    <a class="clock link" routerLink="/instruments" [attr.data-link-state]="link.now()">
      <span>Link</span><span class="fig">{{ linkText() }}</span>
    </a>
    <button class="find bare" (click)="find.emit()"><mat-icon svgIcon="search" aria-hidden="true" />Find <kbd>/</kbd></button>
  `,
  styles: `
    :host {
      display: flex;
      align-items: stretch;
      height: var(--ar-topline-height);
      background: var(--mat-sys-surface-container-low);
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    .job {
      display: flex;
      align-items: center;
      gap: 12px;
      min-width: 0;
      flex: 1;
      padding-right: 14px;
      color: inherit;
      text-decoration: none;
    }
    .job:focus-visible {
      outline-offset: -3px;
    }
    .tag {
      align-self: stretch;
      display: flex;
      align-items: center;
      padding: 0 14px 0 30px;
      margin: 6px 0 6px 10px;
      position: relative;
      background: var(--mat-sys-primary-container);
      color: var(--mat-sys-on-primary-container);
      clip-path: polygon(14px 0, 100% 0, 100% 100%, 14px 100%, 0 calc(100% - 14px), 0 14px);
    }
    .tag::before {
      content: '';
      position: absolute;
      left: 10px;
      top: calc(50% - 5px);
      width: 10px;
      height: 10px;
      border-radius: 50%;
      background: var(--mat-sys-surface-container-low);
    }
    .what {
      min-width: 0;
    }
    .what b {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      display: block;
    }
    .what small {
      font: var(--mat-sys-body-small);
      font-stretch: var(--ar-stretch-tight);
      color: var(--mat-sys-on-surface-variant);
      display: -webkit-box;
      -webkit-line-clamp: 1;
      -webkit-box-orient: vertical;
      overflow: hidden;
    }
    .clock {
      display: flex;
      flex-direction: column;
      justify-content: center;
      padding: 0 14px;
      border-left: 1px solid var(--mat-sys-outline-variant);
      white-space: nowrap;
      font: var(--mat-sys-body-small);
      font-stretch: var(--ar-stretch-text);
    }
    .clock span:first-child {
      color: var(--mat-sys-on-surface-variant);
    }
    .link {
      color: inherit;
      text-decoration: none;
    }
    .none {
      flex: 1;
      align-self: center;
      padding-left: 16px;
    }
    @media (max-width: 900px) {
      .clock {
        padding: 0 9px;
      }
      .what b {
        font-size: 15px;
        line-height: 18px;
        display: -webkit-box;
        -webkit-line-clamp: 2;
        -webkit-box-orient: vertical;
        overflow: hidden;
      }
    }
    .find {
      display: flex;
      align-items: center;
      gap: 8px;
      padding: 0 14px;
      border-left: 1px solid var(--mat-sys-outline-variant);
    }
  `,
})
export class TopLine {
  readonly find = output();
  protected readonly bench = inject(BenchLine);
  private readonly now = inject(Clock).second;
  protected readonly link = inject(LinkState);
  private readonly linked = fromStore(
    'the instruments',
    inject(ShopRepository).instruments$.pipe(map((all) => all.filter(({ link }) => link).length)),
    0,
  );
  protected readonly linkText = computed(() => {
    const count = this.linked();
    if (!count) return 'none';
    const state = this.link.now();
    return state === 'reading' ? 'reading' : state === 'away' ? 'not reached' : `${count} linked`;
  });
  protected readonly running = computed(() => this.bench.news()?.labour.running ?? false);
  protected readonly labour = computed(() => {
    const { seconds, running, atMs } = this.bench.news()?.labour ?? { seconds: 0, running: false, atMs: 0 };
    return clockText(running ? seconds + Math.max(0, this.now() - atMs) / 1000 : seconds);
  });
  /** The soak that runs: what is left of it, or how long it has gone on where it only counts cycles. */
  protected readonly soak = computed(() => {
    const { dueMs, beganMs } = this.bench.news()?.soak ?? {};
    if (beganMs === undefined) return '';
    if (dueMs === undefined) return clockText(Math.max(0, this.now() - beganMs) / 1000);
    return dueMs > this.now() ? `${clockText((dueMs - this.now()) / 1000)} left` : 'time is over';
  });
  protected readonly problemsText = computed(() => {
    const { open, all } = this.bench.news()?.problems ?? { open: 0, all: 0 };
    return all ? `${open} of ${all} open` : 'none listed';
  });
}
