import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import type { StockItem } from '@amber-relay/core/job';
import { largestQuantity, parseMoney } from '@amber-relay/core/money';
import { ShopChanges } from '../storage/shop-changes';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Field } from '../ui/field';

type Typed = Readonly<Record<'part' | 'kind' | 'quantity' | 'price' | 'drawer' | 'supplier', string>>;

/** An item of stock: what it is, how many, what each costs, and where it lies. */
@Component({
  selector: 'app-stock-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <form (ngSubmit)="keep()" [attr.aria-label]="item() ? 'Change ' + item()?.part : 'New in stock'">
      <div class="grid">
        @for (field of fields; track field.name) {
          <app-field [label]="field.title" [refusal]="wrong()[field.name] ?? ''">
            <input
              class="box"
              [class.fig]="field.name === 'quantity' || field.name === 'price'"
              [name]="field.name"
              [ngModel]="typed()[field.name]"
              (ngModelChange)="set(field.name, $event)"
              [placeholder]="item() ? '' : field.sample"
              autocomplete="off"
            />
          </app-field>
        }
      </div>
      @if (trouble(); as text) {
        <p class="wrong" role="alert">{{ text }}</p>
      }
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!typed().part.trim()">Keep it</button>
        <button mat-button type="button" (click)="closed.emit()">Leave</button>
        @if (item()) {
          <button mat-button type="button" class="away" (click)="takeAway()">Take it out of the list</button>
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
      margin-bottom: 12px;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
      gap: 10px 12px;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
    .away {
      margin-left: auto;
    }
  `,
})
export class StockForm {
  /** The one to change; none for a new one. */
  readonly item = input<StockItem | null>(null);
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  protected readonly fields = [
    { name: 'part', title: 'Part', sample: '220 µF 25 V' },
    { name: 'kind', title: 'Kind', sample: 'electrolytic' },
    { name: 'quantity', title: 'How many', sample: '10' },
    { name: 'price', title: 'Price each', sample: '0.40' },
    { name: 'drawer', title: 'Drawer', sample: 'B2' },
    { name: 'supplier', title: 'Supplier', sample: '' },
  ] as const;
  protected readonly typed = linkedSignal<StockItem | null, Typed>({
    source: this.item,
    computation: (item) => ({
      part: item?.part ?? '',
      kind: item?.kind ?? '',
      quantity: item ? String(item.quantity) : '',
      price: item ? (item.priceMinor / 100).toFixed(2) : '',
      drawer: item?.drawer ?? '',
      supplier: item?.supplier ?? '',
    }),
  });
  protected readonly wrong = signal<Partial<Readonly<Record<keyof Typed, string>>>>({});
  protected readonly trouble = signal('');

  protected set(field: keyof Typed, text: string): void {
    this.typed.update((typed) => ({ ...typed, [field]: text }));
  }

  protected async keep(): Promise<void> {
    const typed = this.typed();
    const quantity = typed.quantity.trim() === '' ? 0 : Number(typed.quantity);
    const priceMinor = typed.price.trim() === '' ? 0 : parseMoney(typed.price);
    const wrong = {
      ...(typed.part.trim() ? {} : { part: 'Which part? Write its value or number.' }),
      ...(Number.isInteger(quantity) && quantity >= 0 && quantity <= largestQuantity
        ? {}
        : { quantity: `"${typed.quantity}" is not how many: a whole number.` }),
      ...(priceMinor === undefined ? { price: `"${typed.price}" is not a price. Write it like 0.40.` } : {}),
    };
    this.wrong.set(wrong);
    if (Object.keys(wrong).length || priceMinor === undefined) return;
    const [part = '', kind = '', drawer = '', supplier = ''] = [typed.part, typed.kind, typed.drawer, typed.supplier].map((text) =>
      text.trim(),
    );
    const id = this.item()?.id ?? crypto.randomUUID();
    await this.done(() => this.changes.saveStock([{ id, part, kind, quantity, priceMinor, drawer, supplier }]));
  }

  protected async takeAway(): Promise<void> {
    const item = this.item();
    if (item) await this.done(() => this.changes.dropStock(item));
  }

  private async done(act: () => Promise<void>): Promise<void> {
    try {
      await act();
      this.closed.emit();
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} What you typed is still here.`);
    }
  }
}
