import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { dayOf, daysAfter } from '@amber-relay/core/line';
import { largestQuantity, moneyText, parseMoney } from '@amber-relay/core/money';
import { needsOf, type OrderPlan } from '@amber-relay/core/orders';
import { fromStore } from '../storage/from-store';
import { OrderRepository } from '../storage/order-repository';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Clock } from '../ui/clock';
import { dayText } from '../ui/clock-text';
import { draftLines, waysToOrder, type DraftLine, type TypedLine } from './order-draft';
import { QuotePanel } from './quote-panel';

type Way = 'cheapest' | 'soonest' | 'oneSeller';
const wayNames: readonly (readonly [Way, string])[] = [
  ['cheapest', 'Cheapest'],
  ['soonest', 'Soonest'],
  ['oneSeller', 'All from one'],
];

/** What one press orders from one seller. */
interface Basket {
  readonly supplier: string;
  readonly lines: readonly DraftLine[];
  readonly goodsMinor: number;
  readonly postageMinor: number;
  readonly says: string;
  readonly dueOn: string | undefined;
  /** Why it cannot be ordered as it stands. */
  readonly wrong: string;
}

/** What has to be ordered for all jobs in hand and for the drawers, and from whom. */
@Component({
  selector: 'app-to-order-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatAutocompleteModule, MatButton, MatCheckbox, QuotePanel, RouterLink],
  templateUrl: './to-order-page.html',
  styleUrl: './order.scss',
})
export class ToOrderPage {
  private readonly shop = inject(ShopRepository);
  private readonly repository = inject(OrderRepository);
  private readonly changes = inject(ShopChanges);
  private readonly router = inject(Router);
  private readonly snack = inject(MatSnackBar);
  private readonly clock = inject(Clock);
  private readonly stock = fromStore('the stock', this.shop.stock$);
  private readonly orders = fromStore('the orders', this.shop.orders$);
  private readonly suppliers = fromStore('the suppliers', this.shop.suppliers$);
  private readonly jobs = fromStore('the jobs in hand', this.repository.jobsNow$);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);

  private readonly read = computed(() => {
    const [stock, orders, suppliers, jobs] = [this.stock(), this.orders(), this.suppliers(), this.jobs()];
    return stock && orders && suppliers && jobs ? { stock, orders, suppliers, jobs } : undefined;
  });
  private readonly needs = computed(() => {
    const read = this.read();
    return read ? needsOf(read.jobs, read.stock, read.orders) : [];
  });
  private readonly ways = computed(() => waysToOrder(this.needs(), this.read()?.suppliers ?? [], this.read()?.orders ?? []));
  protected readonly empty = computed(() =>
    this.read()
      ? 'Nothing has to be ordered: what the jobs in hand want is here or on its way, and no drawer is below its minimum.'
      : 'Reading…',
  );

  private readonly typed = signal<ReadonlyMap<string, TypedLine>>(new Map());
  protected readonly way = signal<Way>('cheapest');
  protected readonly lines = computed(() =>
    draftLines(this.needs(), this.typed(), this.ways().plans[this.way()] ?? this.ways().plans.cheapest),
  );
  /** The ways that differ; what is one and the same way is named once. */
  protected readonly plans = computed(() => {
    const { plans } = this.ways();
    const told: { name: string; readonly way: Way; readonly says: string; readonly as: string }[] = [];
    for (const [way, name] of wayNames) {
      const plan = plans[way];
      if (!plan) continue;
      const as = JSON.stringify(plan.picks.map(({ key, offer: { supplier }, count }) => [key, supplier, count]));
      const same = told.find((each) => each.as === as);
      if (same) same.name += `, ${name.toLowerCase()}`;
      else told.push({ name, way, says: this.planText(plan), as });
    }
    return told;
  });
  protected readonly names = computed(() => this.ways().sellers.map(({ name }) => name));
  protected readonly baskets = computed((): readonly Basket[] => {
    const bySupplier = new Map<string, DraftLine[]>();
    for (const line of this.lines()) {
      const name = line.supplier.trim();
      if (!line.left && name) bySupplier.set(name, [...(bySupplier.get(name) ?? []), line]);
    }
    return [...bySupplier].map(([supplier, lines]) => this.basket(supplier, lines));
  });
  /** Lines that stand in no basket, and why. */
  protected readonly outside = computed(() => {
    const lines = this.lines().filter(({ left, supplier }) => !left && !supplier.trim()).length;
    return lines ? `${lines} ${lines === 1 ? 'line has' : 'lines have'} no supplier yet: say from whom.` : '';
  });
  protected readonly busy = signal(false);
  protected readonly quoting = signal(false);
  protected readonly trouble = signal('');

  private planText(plan: OrderPlan): string {
    const from = plan.sellers.map(({ name }) => name).join(' and ');
    return `${this.money(plan.landedMinor)} with postage, from ${from}${plan.days === undefined ? '' : `, here by ${dayText(this.dayIn(plan.days))}`}`;
  }

  private dayIn = (days: number): string => daysAfter(dayOf(this.clock.now()), days);

  private basket(supplier: string, lines: readonly DraftLine[]): Basket {
    const seller = this.ways().sellers.find(({ name }) => name === supplier);
    const read = lines.map((line) => ({ line, count: countOf(line.count), cost: parseMoney(line.cost || '0') }));
    const wrong = read.find(({ count, cost }) => count === undefined || cost === undefined);
    const goodsMinor = read.reduce((sum, { count = 0, cost = 0 }) => sum + count * cost, 0);
    const isFree = goodsMinor >= (seller?.freeFromMinor ?? Infinity);
    const offered = lines.map(({ offers }) => offers.find((offer) => offer.supplier === supplier)?.days ?? seller?.days);
    const days = offered.every((each) => each !== undefined) ? Math.max(...offered) : undefined;
    const short = goodsMinor < (seller?.leastMinor ?? 0) ? `, below their smallest order of ${this.money(seller?.leastMinor ?? 0)}` : '';
    return {
      supplier,
      lines,
      goodsMinor,
      postageMinor: isFree ? 0 : (seller?.postageMinor ?? 0),
      dueOn: days === undefined ? undefined : this.dayIn(days),
      says: `${days === undefined ? 'When it comes is not known' : `Here by about ${dayText(this.dayIn(days))}${learnedText(seller?.learnedFrom)}`}${short}`,
      wrong: wrong
        ? `${wrong.line.need.part}: ${wrong.count === undefined ? `"${wrong.line.count}" is not how many.` : `"${wrong.line.cost}" is not what it costs. Write it like 0.40.`}`
        : '',
    };
  }

  protected say(key: string, said: TypedLine): void {
    this.typed.update((typed) => new Map(typed).set(key, { ...typed.get(key), ...said }));
  }

  /** A way is taken: what was typed over a supplier, a number or a price gives way to it. */
  protected take(way: Way): void {
    this.way.set(way);
    this.typed.update((typed) => new Map([...typed].map(([key, { left }]) => [key, left === undefined ? {} : { left }])));
  }

  protected async order({ supplier, lines, postageMinor, dueOn }: Basket): Promise<void> {
    this.busy.set(true);
    this.trouble.set('');
    try {
      const order = await this.repository.place(
        {
          supplier,
          postageMinor,
          note: '',
          ...(dueOn === undefined ? {} : { dueOn }),
          lines: lines.map(({ need, count, cost }) => ({
            part: need.part,
            count: countOf(count) ?? 1,
            costMinor: parseMoney(cost || '0') ?? 0,
            for: need.for.map(({ jobId, designators }) => ({ jobId, designators: [...designators] })),
            ...(need.item ? { stock: need.item.id } : {}),
          })),
        },
        this.settings()?.technician ?? '',
      );
      this.typed.update((typed) => new Map([...typed].filter(([key]) => !lines.some(({ need }) => need.key === key))));
      this.snack.open(`Order ${order.number} is written. Copy it from here and send it.`, 'Close', { duration: 6000 });
      await this.router.navigate(['/stock/orders', order.id]);
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} Nothing was ordered.`);
    } finally {
      this.busy.set(false);
    }
  }

  /** What is typed as a seller and a price becomes an offer of the item, to be compared with others. */
  protected async keepOffer({ need, supplier, cost }: DraftLine): Promise<void> {
    const costMinor = parseMoney(cost);
    const { item } = need;
    if (!item || costMinor === undefined || !supplier.trim()) return;
    const others = (item.offers ?? []).filter((offer) => offer.supplier !== supplier.trim());
    try {
      await this.changes.saveStock([
        { ...item, offers: [...others, { supplier: supplier.trim(), costMinor, on: dayOf(this.clock.now()) }] },
      ]);
      this.say(need.key, { supplier: supplier.trim() });
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(notKeptText(error));
    }
  }

  protected isNewOffer({ need, offers, supplier, cost }: DraftLine): boolean {
    const known = offers.find((offer) => offer.supplier === supplier.trim());
    const costMinor = parseMoney(cost);
    return need.item !== undefined && supplier.trim() !== '' && costMinor !== undefined && cost !== '' && known?.costMinor !== costMinor;
  }

  protected money(minor: number): string {
    return moneyText(minor, this.settings()?.currency ?? '');
  }

  protected sum({ count, cost }: DraftLine): string {
    const [pieces, each] = [countOf(count), parseMoney(cost)];
    return pieces !== undefined && each !== undefined ? this.money(pieces * each) : '';
  }

  /** What the drawer has, and what should be in it. */
  protected here({ need: { item } }: DraftLine): string {
    if (!item) return 'none';
    return item.minimum ? `${item.quantity} of ${item.minimum}` : String(item.quantity);
  }
}

const learnedText = (from = 0): string => (from === 0 ? '' : from === 1 ? ', as an earlier order was' : `, as ${from} earlier orders were`);

const countOf = (text: string): number | undefined => {
  const count = Number(text.trim());
  return Number.isInteger(count) && count >= 1 && count <= largestQuantity ? count : undefined;
};
