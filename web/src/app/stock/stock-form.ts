import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import type { Offer, StockItem } from '@amber-relay/core/job';
import { largestQuantity, markedUp, parseMoney } from '@amber-relay/core/money';
import type { JobNow } from '@amber-relay/core/orders';
import { readMeasured } from '@amber-relay/core/parts';
import { originNames, stockOrigins, type StockOrigin } from '@amber-relay/core/words';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Choice, type ChoiceOption } from '../ui/choice';
import { Field } from '../ui/field';
import { MakeMore } from './make-more';

type Typed = Readonly<
  Record<
    | 'part'
    | 'kind'
    | 'quantity'
    | 'price'
    | 'drawer'
    | 'supplier'
    | 'cost'
    | 'minimum'
    | 'lot'
    | 'successor'
    | 'job'
    | 'legs'
    | 'ratings'
    | 'measured'
    | 'madeOf',
    string
  >
>;

const isWhole = (count: number): boolean => Number.isInteger(count) && count >= 0 && count <= largestQuantity;

/** An item of stock: what it is, how many, what each costs, and where it lies. */
@Component({
  selector: 'app-stock-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MakeMore, MatButton],
  template: `
    <form (ngSubmit)="keep()" [attr.aria-label]="item() ? 'Change ' + item()?.part : 'New in stock'">
      <div class="grid">
        @for (field of fields; track field.name) {
          <app-field [label]="field.title" [refusal]="wrong()[field.name] ?? ''">
            <input
              class="box"
              [class.fig]="figures.has(field.name)"
              [name]="field.name"
              [ngModel]="typed()[field.name]"
              (ngModelChange)="set(field.name, $event)"
              [placeholder]="sampleOf(field.name, field.sample)"
              autocomplete="off"
            />
          </app-field>
        }
      </div>
      <app-choice label="Where it comes from" [options]="origins" [(value)]="origin" />
      @if (item()?.offers?.length) {
        <ul class="offers" aria-label="Offers">
          @for (offer of offers(); track offer.supplier) {
            <li>
              <span>{{ offerText(offer) }}</span>
              <button mat-button type="button" (click)="forget(offer)" [attr.aria-label]="'Forget the offer of ' + offer.supplier">
                Forget
              </button>
            </li>
          }
        </ul>
      }
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
    @if (made(); as item) {
      <app-make-more [item]="item" />
    }
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
    .offers {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .offers li {
      display: flex;
      align-items: center;
      gap: 8px;
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
  /** Jobs in hand, of which one may be the only one that it is for. */
  readonly jobs = input<readonly JobNow[]>([]);
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  protected readonly figures: ReadonlySet<string> = new Set(['quantity', 'price', 'cost', 'minimum', 'job']);
  protected readonly fields = [
    { name: 'part', title: 'Part', sample: '220 µF 25 V' },
    { name: 'kind', title: 'Kind', sample: 'electrolytic' },
    { name: 'quantity', title: 'How many', sample: '10' },
    { name: 'price', title: 'Price each', sample: '0.40' },
    { name: 'drawer', title: 'Drawer', sample: 'B2' },
    { name: 'supplier', title: 'Supplier', sample: '' },
    { name: 'cost', title: 'Cost each, to the shop', sample: '0.20' },
    { name: 'minimum', title: 'Order below', sample: '5' },
    { name: 'lot', title: 'Lot or date code', sample: '' },
    { name: 'successor', title: 'Replaced by', sample: '' },
    { name: 'job', title: 'Only for job', sample: '' },
    { name: 'legs', title: 'Legs or wires', sample: 'EBC' },
    { name: 'ratings', title: 'Ratings', sample: 'vceo 40V, ic 200mA' },
    { name: 'measured', title: 'Each piece measured', sample: '1: 101, 2: 118' },
    { name: 'madeOf', title: 'Made here of', sample: '2 × 100 Ω 2 W; tag strip' },
  ] as const;
  /** The item that is open. What is typed stays while the item changes elsewhere. */
  private readonly opened = computed(() => this.item()?.id);
  private readonly form = linkedSignal<string | undefined, { readonly stood: Typed; readonly typed: Typed }>({
    source: this.opened,
    computation: () => untracked(() => ({ stood: this.shown(), typed: this.shown() })),
  });
  protected readonly typed = computed(() => this.form().typed);

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // It is opened from a row that may stand far below it.
    afterRenderEffect(() => {
      this.opened();
      host.scrollIntoView({ block: 'nearest' });
    });
  }

  /** What a field could say; a price that follows from the cost is said where one would type it. */
  protected sampleOf(name: keyof Typed, sample: string): string {
    const costMinor = parseMoney(this.typed().cost);
    if (name === 'price' && costMinor !== undefined && this.settings()?.markupPercent !== undefined)
      return (this.pricedBy(costMinor) / 100).toFixed(2);
    return this.item() ? '' : sample;
  }

  private shown(): Typed {
    const item = this.item();
    return {
      part: item?.part ?? '',
      kind: item?.kind ?? '',
      quantity: item ? String(item.quantity) : '',
      price: item ? (item.priceMinor / 100).toFixed(2) : '',
      drawer: item?.drawer ?? '',
      supplier: item?.supplier ?? '',
      cost: item?.costMinor === undefined ? '' : (item.costMinor / 100).toFixed(2),
      minimum: item?.minimum ? String(item.minimum) : '',
      lot: item?.lot ?? '',
      successor: item?.successor ?? '',
      legs: item?.legs ?? '',
      ratings: item?.ratings ?? '',
      measured: item?.measured ?? '',
      madeOf: item?.madeOf ?? '',
      job: item?.forJob ? String(this.jobs().find(({ id }) => id === item.forJob)?.number ?? 'handed back') : '',
    };
  }
  /** Whether it can be made more of, by the list that is kept. */
  protected readonly made = computed(() => {
    const item = this.item();
    return item?.madeOf ? item : undefined;
  });
  protected readonly origins: readonly ChoiceOption<StockOrigin>[] = stockOrigins.map((value) => ({ value, name: originNames[value] }));
  protected readonly origin = linkedSignal<string | undefined, StockOrigin>({
    source: this.opened,
    computation: () => untracked(() => this.item()?.origin ?? 'bought'),
  });
  protected readonly offers = linkedSignal<string | undefined, readonly Offer[]>({
    source: this.opened,
    computation: () => untracked(() => this.item()?.offers ?? []),
  });
  protected readonly wrong = signal<Partial<Readonly<Record<keyof Typed, string>>>>({});
  protected readonly trouble = signal('');

  protected set(field: keyof Typed, text: string): void {
    this.form.update((form) => ({ ...form, typed: { ...form.typed, [field]: text } }));
  }

  protected async keep(): Promise<void> {
    const typed = this.typed();
    // A count that nobody touched is that of now: parts may have been fitted or come in since the form was opened.
    const counted = this.item() && typed.quantity === this.form().stood.quantity ? String(this.item()?.quantity) : typed.quantity;
    const quantity = counted.trim() === '' ? 0 : Number(counted);
    const minimum = typed.minimum.trim() === '' ? 0 : Number(typed.minimum);
    const costMinor = typed.cost.trim() === '' ? 0 : parseMoney(typed.cost);
    const forJob = this.jobOf(typed.job.trim());
    const priceMinor = typed.price.trim() === '' ? this.pricedBy(costMinor) : parseMoney(typed.price);
    const unmeasured = readMeasured(typed.measured).unread;
    const wrong = {
      ...(typed.part.trim() ? {} : { part: 'Which part? Write its value or number.' }),
      ...(isWhole(quantity) ? {} : { quantity: `"${typed.quantity}" is not how many: a whole number.` }),
      ...(priceMinor === undefined ? { price: `"${typed.price}" is not a price. Write it like 0.40.` } : {}),
      ...(costMinor === undefined ? { cost: `"${typed.cost}" is not what it cost. Write it like 0.20.` } : {}),
      ...(isWhole(minimum) ? {} : { minimum: `"${typed.minimum}" is not how many: a whole number.` }),
      ...(unmeasured.length ? { measured: `Not read: ${unmeasured.join('; ')}. Write it like 1: 101, 2: 118.` } : {}),
      ...(typed.job.trim() && !forJob ? { job: `No job in hand has the number "${typed.job}".` } : {}),
    };
    this.wrong.set(wrong);
    if (Object.keys(wrong).length || priceMinor === undefined) return;
    const [part = '', kind = '', drawer = '', supplier = ''] = [typed.part, typed.kind, typed.drawer, typed.supplier].map((text) =>
      text.trim(),
    );
    const id = this.item()?.id ?? crypto.randomUUID();
    const [lot, successor, legs, ratings, measured, madeOf] = [
      ...[typed.lot, typed.successor, typed.legs, typed.ratings, typed.measured, typed.madeOf],
    ].map((text) => text.trim());
    await this.done(() =>
      this.changes.saveStock([
        {
          ...{ id, part, kind, quantity, priceMinor, drawer, supplier },
          ...(typed.cost.trim() ? { costMinor } : {}),
          ...(minimum ? { minimum } : {}),
          ...(lot ? { lot } : {}),
          ...(successor ? { successor } : {}),
          ...(legs ? { legs } : {}),
          ...(ratings ? { ratings } : {}),
          ...(measured ? { measured } : {}),
          ...(madeOf ? { madeOf } : {}),
          ...(this.origin() === 'bought' ? {} : { origin: this.origin() }),
          ...(forJob ? { forJob } : {}),
          ...(this.offers().length ? { offers: [...this.offers()] } : {}),
        },
      ]),
    );
  }

  /** What it is sold for where nobody typed a price: its cost and what the shop puts on top of that. */
  private pricedBy(costMinor: number | undefined): number {
    const { markupPercent } = this.settings() ?? {};
    return markupPercent === undefined || costMinor === undefined ? 0 : markedUp(costMinor, markupPercent);
  }

  /** The job of a number; what stands for one that was handed back stays as it is. */
  private jobOf(number: string): string | undefined {
    if (number === 'handed back') return this.item()?.forJob;
    return this.jobs().find((job) => String(job.number) === number)?.id;
  }

  protected offerText({ supplier, costMinor, pack, least, days, on }: Offer): string {
    return [
      `${supplier}: ${(costMinor / 100).toFixed(2)}`,
      pack ? `packs of ${pack}` : '',
      least ? `at least ${least}` : '',
      days === undefined ? '' : `${days} days`,
      on ? `of ${on}` : '',
    ]
      .filter(Boolean)
      .join(', ');
  }

  protected forget(offer: Offer): void {
    this.offers.update((offers) => offers.filter((each) => each !== offer));
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
