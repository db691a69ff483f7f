import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { dayOf } from '@amber-relay/core/line';
import { moneyText } from '@amber-relay/core/money';
import { readQuote, withOffers, type QuoteLine } from '@amber-relay/core/parts';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Clock } from '../ui/clock';
import { Field } from '../ui/field';

/** A quote as it came by mail: read line by line into offers, which are compared when it is ordered. */
@Component({
  selector: 'app-quote-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <form (ngSubmit)="keep()" aria-label="A quote">
      <div class="in">
        <app-field label="Who offers it"
          ><input class="box" name="supplier" [(ngModel)]="supplier" list="quote-sellers" autocomplete="off"
        /></app-field>
        <datalist id="quote-sellers">
          @for (name of sellers(); track name) {
            <option [value]="name"></option>
          }
        </datalist>
        <app-field
          label="Their mail"
          hint="Lines that name a part in stock, with its price; packs, least number and days where they say them."
        >
          <textarea class="box" name="text" rows="6" [(ngModel)]="text"></textarea>
        </app-field>
      </div>
      <div class="read" aria-live="polite">
        @for (line of read().lines; track line.item.id) {
          <p>
            <b>{{ line.item.part }}</b> {{ offerText(line) }}
          </p>
        }
        @for (line of read().wrong; track line.line) {
          <p class="wrong">Line {{ line.line }}, “{{ line.text }}”: {{ line.message }}.</p>
        }
        @if (!read().lines.length && !read().wrong.length) {
          <p class="quiet">What is understood of it stands here.</p>
        }
      </div>
      @if (trouble()) {
        <p class="wrong" role="alert">{{ trouble() }}</p>
      }
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!read().lines.length || !supplier().trim()">
          Keep {{ read().lines.length }} {{ read().lines.length === 1 ? 'offer' : 'offers' }}
        </button>
        <button mat-button type="button" (click)="closed.emit()">Leave</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
      gap: 12px 20px;
      margin-bottom: 12px;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    .in {
      display: grid;
      gap: 10px;
    }
    textarea {
      width: 100%;
      min-height: 140px;
    }
    .read p {
      margin: 0 0 6px;
    }
    .acts,
    form > .wrong {
      grid-column: 1 / -1;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
  `,
})
export class QuotePanel {
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  private readonly shop = inject(ShopRepository);
  private readonly clock = inject(Clock);
  private readonly stock = fromStore('the stock', this.shop.stock$, []);
  private readonly suppliers = fromStore('the suppliers', this.shop.suppliers$, []);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly sellers = computed(() => this.suppliers().map(({ name }) => name));
  protected readonly supplier = signal('');
  protected readonly text = signal('');
  protected readonly trouble = signal('');
  protected readonly read = computed(() => readQuote(this.text(), this.supplier().trim() || '?', this.stock(), dayOf(this.clock.now())));

  protected offerText({ offer: { costMinor, pack, least, days } }: QuoteLine): string {
    return [
      moneyText(costMinor, this.settings()?.currency ?? ''),
      pack ? `packs of ${pack}` : '',
      least ? `at least ${least}` : '',
      days === undefined ? '' : `${days} ${days === 1 ? 'day' : 'days'}`,
    ]
      .filter(Boolean)
      .join(', ');
  }

  protected async keep(): Promise<void> {
    try {
      await this.changes.saveStock(withOffers(this.read().lines));
      this.closed.emit();
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} What you pasted is still here.`);
    }
  }
}
