import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatSort, MatSortHeader, type Sort } from '@angular/material/sort';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { writeCsv } from '@amber-relay/core/csv';
import { readStockLines, stockColumns, stockRow, type StockItem } from '@amber-relay/core/job';
import { moneyText } from '@amber-relay/core/money';
import { spokenFor, type SpokenFor } from '@amber-relay/core/orders';
import { originNames } from '@amber-relay/core/words';
import { fromStore } from '../storage/from-store';
import { OrderRepository } from '../storage/order-repository';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Field } from '../ui/field';
import { StockForm } from './stock-form';
import { saveFile } from '../ui/save-file';

/** Stock: what is in the drawers. */
@Component({
  selector: 'app-stock-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton, MatSort, MatSortHeader, StockForm],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Stock">
      <header>
        <h1>Stock</h1>
        <label class="field"
          ><span class="visually-hidden">Search stock</span
          ><input class="box" type="search" [ngModel]="words()" (ngModelChange)="words.set($event)" placeholder="Part, drawer, supplier"
        /></label>
        <span class="grow"></span>
        <button mat-flat-button (click)="open('new')">Add a part</button>
        <button mat-stroked-button (click)="pasting.set(!pasting())" [attr.aria-expanded]="pasting()">Paste a list</button>
        <button mat-stroked-button (click)="saveLabels()" [disabled]="!rows().length">Labels</button>
        <button mat-stroked-button (click)="exportCsv()" [disabled]="!stock().length">As CSV</button>
      </header>
      @if (editing()) {
        <app-stock-form [item]="edited()" [jobs]="jobs() ?? []" (closed)="editing.set(null)" />
      }
      @if (pasting()) {
        <form class="paste" (ngSubmit)="takeList()" aria-label="Paste a list">
          <app-field
            label="From a spreadsheet or a CSV file"
            hint="Part, kind, how many, price each, drawer, supplier; in another order when the first line names the columns."
            [refusal]="listWrong()"
          >
            <textarea class="box lines" name="list" rows="6" [ngModel]="list()" (ngModelChange)="list.set($event)"></textarea>
          </app-field>
          <div class="acts">
            <button mat-flat-button type="submit" [disabled]="!listRead().items.length || listWrong() !== ''">
              Take {{ listRead().items.length }} {{ listRead().items.length === 1 ? 'part' : 'parts' }} in
            </button>
            <input #file hidden type="file" accept=".csv,.tsv,.txt,text/csv" aria-label="Stock list" (change)="readFile(file)" />
            <button mat-stroked-button type="button" (click)="file.click()">From a file</button>
            <button mat-button type="button" (click)="pasting.set(false)">Leave</button>
          </div>
        </form>
      }
      <table class="plain">
        <thead>
          <tr
            matSort
            matSortDisableClear
            [matSortActive]="sort().active"
            [matSortDirection]="sort().direction"
            (matSortChange)="sort.set($event)"
          >
            <th mat-sort-header="part">Part</th>
            <th mat-sort-header="kind">Kind</th>
            <th mat-sort-header="quantity" arrowPosition="before" class="num">Here</th>
            <th class="num">Spoken for</th>
            <th mat-sort-header="priceMinor" arrowPosition="before" class="num">Price</th>
            <th mat-sort-header="drawer">Drawer</th>
            <th mat-sort-header="supplier">Supplier</th>
          </tr>
        </thead>
        <tbody>
          @for (s of rows(); track s.id) {
            <tr>
              <td>
                <button class="bare name" (click)="open(s.id)" [attr.aria-label]="'Change ' + s.part">{{ s.part }}</button>
              </td>
              <td class="quiet">{{ says(s) }}</td>
              <td class="fig num" [class.attn]="isLow(s)">
                {{ s.quantity }}
                @if (s.minimum) {
                  <small>of {{ s.minimum }}</small>
                }
              </td>
              <td class="num spoken">
                @if (spoken().get(s.id); as of) {
                  <span class="fig">{{ of.count }}</span>&ngsp;<small>for {{ numbers(of) }}</small>
                }
              </td>
              <td class="fig num">{{ money(s.priceMinor) }}</td>
              <td>{{ s.drawer }}</td>
              <td>{{ s.supplier }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="7" class="quiet">{{ empty() }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    header .box {
      width: 260px;
    }
    .name {
      min-height: 40px;
      text-align: left;
    }
    .paste {
      display: grid;
      gap: 12px;
      margin-bottom: 12px;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    .lines {
      width: 100%;
      min-height: 120px;
      font-family: var(--ar-font-figures, monospace);
    }
    .acts {
      display: flex;
      gap: 8px;
    }
  `,
})
export class StockPage {
  private readonly shop = inject(ShopRepository);
  private readonly changes = inject(ShopChanges);
  private readonly snack = inject(MatSnackBar);
  private readonly read = fromStore('the stock', this.shop.stock$);
  protected readonly stock = computed(() => this.read() ?? []);
  /** Nothing is said of there being nothing before it was looked. */
  protected readonly empty = computed(() => (this.read() ? 'Nothing in stock. Add a part, or paste a list.' : 'Reading…'));
  protected readonly jobs = fromStore('the jobs in hand', inject(OrderRepository).jobsNow$);
  /** What the jobs in hand have spoken for. */
  protected readonly spoken = computed(() => spokenFor(this.jobs() ?? [], this.stock()));
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly words = signal('');
  protected readonly sort = signal<Sort>({ active: 'part', direction: 'asc' });
  protected readonly rows = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/);
    const { active, direction } = this.sort();
    const by = active as 'part' | 'kind' | 'quantity' | 'priceMinor' | 'drawer' | 'supplier';
    return this.stock()
      .filter((s) => words.every((w) => `${s.part} ${this.says(s)} ${s.drawer} ${s.supplier}`.toLowerCase().includes(w)))
      .sort((a, b) => String(a[by]).localeCompare(String(b[by]), 'en', { numeric: true }) * (direction === 'desc' ? -1 : 1));
  });

  /** The item that is being changed, or `new`. */
  protected readonly editing = signal<string | null>(null);
  protected readonly edited = computed(() => this.stock().find(({ id }) => id === this.editing()) ?? null);
  protected readonly pasting = signal(false);
  protected readonly list = signal('');
  protected readonly listRead = computed(() => readStockLines(this.list()));
  /** A line that cannot be read keeps the others from being taken in: none is left behind unseen. */
  protected readonly listWrong = computed(() =>
    this.listRead()
      .problems.slice(0, 4)
      .map(({ line, message }) => `Line ${line}: ${message}`)
      .join(' '),
  );

  protected open(id: string): void {
    this.editing.set(id);
  }

  /** Takes a list in: a part of the same name in the same drawer is counted up, the others are new. */
  protected async takeList(): Promise<void> {
    const { items } = this.listRead();
    const known = this.stock();
    const taken = items.map((line) => {
      const same = known.find((item) => item.part === line.part && item.drawer === line.drawer);
      return same
        ? {
            // What a list leaves blank stays as it was.
            ...{ ...same, ...line, quantity: same.quantity + line.quantity },
            ...{ kind: line.kind || same.kind, supplier: line.supplier || same.supplier, priceMinor: line.priceMinor || same.priceMinor },
          }
        : { ...line, id: crypto.randomUUID() };
    });
    try {
      await this.changes.saveStock(taken);
      this.list.set('');
      this.pasting.set(false);
      this.snack.open(`${taken.length} ${taken.length === 1 ? 'part is' : 'parts are'} in stock.`, 'Close', { duration: 6000 });
    } catch (error) {
      if (!wasTold(error)) this.snack.open(`${notKeptText(error)} The list is still here.`, 'Close');
    }
  }

  protected async readFile(picker: HTMLInputElement): Promise<void> {
    const [file] = picker.files ?? [];
    picker.value = '';
    if (file) this.list.set(await file.text());
  }

  protected exportCsv(): void {
    saveFile('stock.csv', new Blob([writeCsv([...stockColumns], this.rows().map(stockRow))]), 'text/csv');
  }

  /** Labels of the rows that are shown, as a PDF. */
  protected async saveLabels(): Promise<void> {
    try {
      const { drawerLabels } = await import('./drawer-labels');
      const { bytes, missing } = await drawerLabels(this.rows(), ({ kind, lot }) =>
        [kind, lot ? `lot ${lot}` : ''].filter(Boolean).join(', '),
      );
      saveFile('drawer labels.pdf', bytes, 'application/pdf');
      if (missing) this.snack.open(`A question mark stands for signs that our type does not have: ${missing}`, 'Close');
    } catch {
      this.snack.open('The labels could not be made. Nothing was changed; try again.', 'Close');
    }
  }

  protected numbers = ({ jobs }: SpokenFor): string => [...jobs.keys()].join(', ');

  protected isLow = ({ quantity, minimum = 0 }: StockItem): boolean => quantity < minimum;

  /** Its kind, and what else one should know of it before one takes it. */
  protected says({ kind, origin, lot, successor, forJob }: StockItem): string {
    const job =
      forJob === undefined ? '' : `only for job ${this.jobs()?.find(({ id }) => id === forJob)?.number ?? 'that was handed back'}`;
    return [kind, origin ? originNames[origin] : '', lot ? `lot ${lot}` : '', successor ? `replaced by ${successor}` : '', job]
      .filter(Boolean)
      .join(', ');
  }

  protected money(minor: number): string {
    return moneyText(minor, this.settings()?.currency ?? '');
  }
}
