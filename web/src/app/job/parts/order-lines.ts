import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { writeCsv } from '@amber-relay/core/csv';
import type { ToOrder } from '@amber-relay/core/parts';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';
import { saveFile } from '../../ui/save-file';

/** The order as one sends it: how many of what. */
const orderText = (lines: readonly ToOrder[]): string => lines.map(({ part, count }) => `${count} × ${part}`).join('\n');

/** What is to be ordered for the list, to copy or to keep as a file; and that it was ordered. */
@Component({
  selector: 'app-order-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink],
  template: `
    @if (lines().length) {
      <section class="panel" aria-label="To be ordered">
        <h2>To be ordered</h2>
        <table class="plain">
          <tbody>
            @for (line of lines(); track line.part) {
              <tr>
                <td class="fig num">{{ line.count }} ×</td>
                <td>{{ line.part }}</td>
                <td class="quiet">{{ line.designators.join(', ') }}</td>
                <td class="quiet">{{ line.supplier }}</td>
              </tr>
            }
          </tbody>
        </table>
        <div class="acts">
          <a mat-flat-button routerLink="/stock/order">Order</a>
          <button mat-stroked-button (click)="ordered()">It is ordered</button>
          <button mat-stroked-button (click)="copy()">Copy</button>
          <button mat-stroked-button (click)="asCsv()">As CSV</button>
        </div>
      </section>
    }
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    :host {
      height: auto;
    }
    .acts {
      margin-top: 8px;
    }
  `,
})
export class OrderLines {
  private readonly list = inject(ListOnBench);
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly snack = inject(MatSnackBar);
  protected readonly lines = this.list.toOrder;

  /** Each part says that it is ordered, and the job that it waits for them. */
  protected async ordered(): Promise<void> {
    const lines = this.lines();
    const bodies = lines.flatMap(({ designators }) => designators.map((name) => this.list.of(name, { state: 'ordered' })));
    await this.writer.keepAll([
      ...bodies,
      { kind: 'wait', reason: 'part', text: lines.map(({ part, count }) => `${count} × ${part}`).join(', ') },
    ]);
  }

  protected async copy(): Promise<void> {
    try {
      await navigator.clipboard.writeText(orderText(this.lines()));
      this.snack.open('The order is on the clipboard.', undefined, { duration: 3000 });
    } catch {
      this.snack.open('The browser does not let it be copied: keep it as CSV.', 'Close');
    }
  }

  protected asCsv(): void {
    const rows = this.lines().map(({ part, count, designators, supplier }) => ({ part, count, for: designators.join(' '), supplier }));
    const name = `order-${this.job.file()?.row.number ?? 'job'}.csv`;
    saveFile(name, new Blob([writeCsv(['part', 'count', 'for', 'supplier'], rows)]), 'text/csv');
  }
}
