import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { CardFunction } from '@amber-relay/core/card';
import { functionResults, resultNames, type FunctionResult } from '@amber-relay/core/words';
import { ofKind } from '@amber-relay/core/tape';
import { BeginCard } from '../begin-card';
import { BENCH_ANSWERS } from '../../bench/bench-answers';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';

const keys: Readonly<Record<FunctionResult, string>> = {
  works: 'w',
  weak: 'k',
  dead: 'd',
  distorted: 's',
  'wrong-frequency': 'f',
  'comes-and-goes': 'c',
  'stuck-on': 'u',
  'not-tried': 'n',
};

/**
 * The cell above or below another on the screen: of those in the next row that has any, the one that stands nearest to it, so that the
 * column is kept where rows are ragged.
 */
function below(cells: readonly HTMLElement[], at: number, way: 1 | -1): HTMLElement | undefined {
  const boxes = cells.map((cell) => ({ cell, box: cell.getBoundingClientRect() }));
  const from = boxes[at]?.box;
  if (!from) return undefined;
  const beyond = boxes.filter(({ box }) => (way > 0 ? box.top >= from.bottom - 1 : box.bottom <= from.top + 1));
  const next = Math.min(...beyond.map(({ box }) => Math.abs(box.top - from.top)));
  const row = beyond.filter(({ box }) => Math.abs(box.top - from.top) < next + 2);
  return row.sort((a, b) => Math.abs(a.box.left - from.left) - Math.abs(b.box.left - from.left))[0]?.cell;
}

/** The function check: band or mode by receive and transmit, and the controls; one key a result. */
@Component({
  selector: 'app-functions-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginCard, MatButton, NgTemplateOutlet, RouterLink],
  template: `
    <header class="head">
      <h1>Functions</h1>
      <span class="quiet grow">{{ tried() }} of {{ functions().length }} tried</span>
      <a mat-stroked-button [routerLink]="['../trace']">To Trace</a>
    </header>
    <div class="body stack">
      @if (!job.signed()) {
        <p class="caution" role="note">
          Safety is not signed off. Do the cold checks before first power, and key only into a suitable dummy load.
        </p>
      }
      @if (functions().length === 0) {
        @if (job.card()) {
          <p class="attention">
            Its card names no functions yet. <a [routerLink]="['/cards', job.card()?.id, 'edit']">Put them into the card</a>, or put what
            works and what does not on the tape.
          </p>
        } @else {
          <app-begin-card lacks="its functions are not known" />
        }
      } @else {
        <table class="grid-table">
          <caption class="visually-hidden">
            Result of each function. Move with the arrows; one key gives a result, with Shift it goes on to the next.
          </caption>
          <thead>
            <tr>
              <td></td>
              @for (column of columns(); track column) {
                <th scope="col">{{ column }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.name) {
              <tr>
                <th scope="row">{{ row.name }}</th>
                @for (cells of row.cells; track $index) {
                  <td>
                    @for (fn of cells; track fn.id) {
                      <ng-container *ngTemplateOutlet="cell; context: { fn, named: cells.length > 1 }" />
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
        <div class="controls">
          @for (fn of controls(); track fn.id) {
            <ng-container *ngTemplateOutlet="cell; context: { fn, named: true }" />
          }
        </div>
      }
      @if (current(); as fn) {
        <section class="panel">
          <h2>{{ fn.name }}</h2>
          @if (fn.how) {
            <p class="quiet">{{ fn.how }}</p>
          }
          @if (answers) {
            <button mat-flat-button data-try (click)="tryIt(fn)">Try it <kbd>T</kbd></button>
          }
          <div class="acts results" role="group" [attr.aria-label]="'Result of ' + fn.name">
            @for (r of allResults; track r) {
              <button class="chip" [attr.aria-pressed]="result(fn) === r" (click)="set(fn, r)">
                {{ names[r] }} <kbd>{{ keys[r] }}</kbd>
              </button>
            }
          </div>
        </section>
      }
      <ng-template #cell let-fn="fn" let-named="named">
        <button
          class="cell"
          data-keys
          [class]="result(fn)"
          [attr.aria-pressed]="chosen() === fn.id"
          [attr.data-function]="fn.id"
          [attr.aria-label]="fn.name + ': ' + names[result(fn)]"
          (click)="chosen.set(fn.id)"
          (focus)="chosen.set(fn.id)"
          (keydown)="key($event, fn)"
        >
          @if (named) {
            <span>{{ fn.name }}</span>
          }
          <b>{{ names[result(fn)] }}</b>
        </button>
      </ng-template>
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    table {
      border-collapse: collapse;
      table-layout: fixed;
      width: 100%;
    }
    thead td {
      width: 14%;
    }
    .cell span {
      margin-right: 8px;
    }
    th {
      text-align: left;
      font: var(--mat-sys-label-large);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
      padding: 4px 10px 4px 0;
    }
    td {
      padding: 0;
    }
    .cell {
      width: 100%;
      min-height: 48px;
      padding: 4px 12px;
      border: 0;
      border-radius: 2px 14px 14px 2px;
      cursor: pointer;
      text-align: left;
      color: var(--mat-sys-on-surface);
      background: var(--mat-sys-surface-container);
      box-shadow: inset 0 0 0 1px var(--mat-sys-outline-variant);
      font: var(--mat-sys-body-medium);
      font-stretch: var(--ar-stretch-text);
    }
    .cell b {
      font-weight: 600;
    }
    .cell:focus-visible {
      outline-offset: -3px;
    }
    .cell[aria-pressed='true'] {
      box-shadow: inset 0 0 0 2px var(--mat-sys-primary);
    }
    .cell.works b {
      color: var(--ar-works);
    }
    .cell.not-tried b {
      color: var(--mat-sys-on-surface-variant);
      font-weight: 400;
    }
    .cell:not(.works, .not-tried) {
      border-left: 8px solid var(--ar-attention-fill);
    }
    .cell:not(.works, .not-tried) b {
      color: var(--mat-sys-tertiary);
    }
    .controls {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
    }
    .controls .cell {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 8px;
    }
    .results {
      margin-top: 8px;
    }
  `,
})
export class FunctionsStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly answers = inject(BENCH_ANSWERS);
  protected readonly names = resultNames;
  protected readonly keys = keys;
  protected readonly allResults = functionResults;
  protected readonly chosen = signal<string | null>(null);
  protected readonly functions = computed(() => this.job.card()?.functions ?? []);
  private readonly results = computed(() => new Map(ofKind(this.job.stood(), 'function').map((entry) => [entry.functionId, entry.result])));
  protected readonly tried = computed(() => [...this.results().values()].filter((r) => r !== 'not-tried').length);
  protected readonly columns = computed(() => [...new Set(this.functions().flatMap((fn) => (fn.row && fn.column ? [fn.column] : [])))]);
  protected readonly rows = computed(() => {
    const inGrid = this.functions().filter((fn) => fn.row && fn.column);
    return [...new Set(inGrid.map((fn) => fn.row ?? ''))].map((name) => ({
      name,
      cells: this.columns().map((column) => inGrid.filter((fn) => fn.row === name && fn.column === column)),
    }));
  });
  protected readonly controls = computed(() => this.functions().filter((fn) => !fn.row || !fn.column));
  protected readonly current = computed(
    () => this.functions().find((fn) => fn.id === this.chosen()) ?? this.functions().find((fn) => this.result(fn) === 'not-tried'),
  );

  protected result(fn: CardFunction): FunctionResult {
    return this.results().get(fn.id) ?? 'not-tried';
  }

  protected set(fn: CardFunction, result: FunctionResult): void {
    if (this.result(fn) !== result) void this.writer.keep({ kind: 'function', functionId: fn.id, result });
  }

  /** Lets the set of the practice bench show what it does. */
  protected async tryIt(fn: CardFunction): Promise<void> {
    const act = await this.answers?.ask({ what: 'function', id: fn.id });
    const result = functionResults.find((known) => known.replaceAll('-', ' ') === act?.says);
    // Tried again it may be the same: that is told all the same.
    if (result) await this.writer.keep({ kind: 'function', functionId: fn.id, result });
  }

  protected key(event: KeyboardEvent, fn: CardFunction): void {
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    const cells = [...this.element.nativeElement.querySelectorAll<HTMLElement>('[data-function]')];
    const at = cells.findIndex((cell) => cell.dataset['function'] === fn.id);
    const along = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const across = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : undefined;
    const result = functionResults.find((r) => keys[r] === event.key.toLowerCase());
    if (along !== undefined) cells[at + along]?.focus();
    else if (across !== undefined) below(cells, at, across)?.focus();
    else if (this.answers && event.key.toLowerCase() === 't') void this.tryIt(fn);
    else if (result) {
      this.set(fn, result);
      if (event.shiftKey) cells[at + 1]?.focus();
    } else return;
    event.preventDefault();
  }
}
