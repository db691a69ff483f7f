import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import type { Person } from '@amber-relay/core/day';
import type { Wish } from '@amber-relay/core/job';
import type { Stage } from '@amber-relay/core/words';

/** A job that can be worked on now, as its row shows it. */
export interface NowRow {
  readonly id: string;
  readonly number: number;
  readonly stage: Stage;
  readonly doing: string;
  /** The set, its owner and what is wrong with it. */
  readonly whose: string;
  readonly why: string;
  /** How long its next piece of work takes, and all that is left of it; empty while there is no plan. */
  readonly takes: string;
  /** Up to which stage that goes. */
  readonly upTo: string;
  readonly inAll: string;
  readonly due: string;
  readonly late: boolean;
  readonly risk: string;
  readonly by: string;
  readonly wish: Wish | undefined;
  /** What the wish costs, or why it rests. */
  readonly wishSays: string;
}

/** What is asked of the plan for one job. */
export interface Asked {
  readonly id: string;
  /** Its place; undefined where it is to be where the plan puts it, and `own` where days, hands and hours are to be asked for. */
  readonly wish: Pick<Wish, 'before' | 'after' | 'by'> | 'own' | undefined;
}

/** What can be done now, in order. A row is dragged, or moved by its menu: that is a wish, which the plan keeps and prices. */
@Component({
  selector: 'app-do-now',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIcon, MatIconButton, MatMenu, MatMenuItem, MatMenuTrigger, RouterLink],
  template: `
    <ol class="todo" cdkDropList (cdkDropListDropped)="dropped($event)">
      @for (job of rows(); track job.id; let i = $index; let last = $last) {
        <li cdkDrag cdkDragLockAxis="y" [class.first]="i === 0" [attr.data-job]="job.number">
          <span class="n key" cdkDragHandle title="Drag it to another place">{{ i + 1 }}</span>
          <span class="mini-tag fig">{{ job.number }}</span>
          <div class="text">
            <a class="what" [routerLink]="['/job', job.id, job.stage]"
              ><b>{{ job.doing }}</b
              ><span>{{ job.whose }}</span></a
            >
            @if (job.why || job.wishSays) {
              <span class="why"
                >{{ job.why }}
                @if (job.wishSays) {
                  <span class="attn">{{ job.why ? '; ' : '' }}{{ job.wishSays }}</span>
                }
              </span>
            }
          </div>
          <span class="takes"
            >{{ job.takes }}
            @if (job.upTo) {
              <small>{{ job.upTo }}</small>
            }
            @if (job.inAll) {
              <small>{{ job.inAll }}</small>
            }
          </span>
          <span class="due" [class.attn]="job.late"
            >{{ job.due }}
            @if (job.risk) {
              <small [class.attn]="true">{{ job.risk }}</small>
            }
            @if (job.by) {
              <small>{{ job.by }}</small>
            }
          </span>
          <button mat-icon-button [matMenuTriggerFor]="menu" [attr.aria-label]="'Place of ' + job.number + ' in the plan'">
            <mat-icon svgIcon="more" />
          </button>
          <mat-menu #menu="matMenu">
            <button mat-menu-item [disabled]="i === 0" (click)="ask(job, { before: 'all' })">Do it first</button>
            <button mat-menu-item [disabled]="i === 0" (click)="move(i, i - 1)">One place earlier</button>
            <button mat-menu-item [disabled]="last" (click)="move(i, i + 1)">One place later</button>
            @if (people().length > 1) {
              @for (person of people(); track person.name) {
                <button mat-menu-item (click)="ask(job, { by: person.name })">{{ person.name }} does it</button>
              }
            }
            <button mat-menu-item (click)="asked.emit({ id: job.id, wish: 'own' })">Not before a day, or hours that are left…</button>
            @if (job.wish) {
              <button mat-menu-item (click)="asked.emit({ id: job.id, wish: undefined })">Take the wish back</button>
            }
          </mat-menu>
        </li>
      } @empty {
        @if (nothing()) {
          <li class="none quiet">Nothing can be done now: every job waits for something.</li>
        }
      }
    </ol>
  `,
  styleUrl: './do-now.scss',
})
export class DoNow {
  readonly rows = input.required<readonly NowRow[]>();
  readonly people = input.required<readonly Person[]>();
  /** There are jobs in hand, and none of them can be worked on. */
  readonly nothing = input(false);
  readonly asked = output<Asked>();
  private readonly ids = computed(() => this.rows().map(({ id }) => id));

  protected ask(job: NowRow, wish: Pick<Wish, 'before' | 'after' | 'by'>): void {
    this.asked.emit({ id: job.id, wish });
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  /** A row that is put somewhere is wished before the one that then follows it, or behind the last. */
  protected move(from: number, to: number): void {
    const ids = [...this.ids()];
    const [id] = ids.splice(from, 1);
    if (id === undefined || from === to) return;
    ids.splice(to, 0, id);
    const [next, previous] = [ids[to + 1], ids[to - 1]];
    this.asked.emit({
      id,
      wish: next === undefined ? { after: previous } : to === 0 ? { before: 'all' } : { before: next, after: previous },
    });
  }
}
