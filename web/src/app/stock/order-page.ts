import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { writeCsv } from '@amber-relay/core/csv';
import type { StockItem } from '@amber-relay/core/job';
import { largestQuantity, moneyText, parseMoney } from '@amber-relay/core/money';
import { lineStates, orderCost, type OrderLine } from '@amber-relay/core/orders';
import { fromStore } from '../storage/from-store';
import { OrderRepository, type Happened, type ItemSaid } from '../storage/order-repository';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, refusalOf, wasTold } from '../storage/write-gate';
import { Clock } from '../ui/clock';
import { dateText } from '../ui/clock-text';
import { saveFile } from '../ui/save-file';
import { LineAct } from './line-act';
import { orderHistory, orderStands, orderText } from './order-words';

/** What is typed of one line as it comes in. */
type Came = Readonly<Record<'came' | 'odd' | 'drawer' | 'lot' | 'price' | 'note', string>>;
const nothing: Came = { came: '', odd: '', drawer: '', lot: '', price: '', note: '' };
const whole = (text: string): number | undefined => {
  const count = text.trim() === '' ? 0 : Number(text);
  return Number.isInteger(count) && count >= 0 && count <= largestQuantity ? count : undefined;
};

/** One order: what came of it is counted up, what is odd sent back, and the jobs that can go on are told. */
@Component({
  selector: 'app-order-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, LineAct, MatButton, RouterLink],
  templateUrl: './order-page.html',
  styleUrl: './order.scss',
})
export class OrderPage {
  readonly id = input.required<string>();
  private readonly shop = inject(ShopRepository);
  private readonly repository = inject(OrderRepository);
  private readonly snack = inject(MatSnackBar);
  private readonly clock = inject(Clock);
  private readonly orders = fromStore('the orders', this.shop.orders$);
  private readonly stock = fromStore('the stock', this.shop.stock$);
  private readonly jobs = fromStore('the jobs in hand', this.repository.jobsNow$);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly order = computed(() => this.orders()?.find(({ id }) => id === this.id()));
  protected readonly missing = computed(() => (this.orders() ? 'There is no such order here.' : 'Reading…'));
  protected readonly stands = computed(() => {
    const order = this.order();
    return order ? orderStands(order, this.clock.day()) : { says: '', late: false };
  });
  protected readonly history = computed(() => {
    const order = this.order();
    return order ? orderHistory(order) : [];
  });
  protected readonly cost = computed(() => {
    const order = this.order();
    if (!order) return '';
    const { goodsMinor, landedMinor } = orderCost(order);
    return `${this.money(goodsMinor)} + ${this.money(order.postageMinor)} postage = ${this.money(landedMinor)}`;
  });
  protected readonly placed = computed(() => {
    const order = this.order();
    return order ? `${dateText(order.at)}, ${order.by}` : '';
  });

  private readonly typed = signal<ReadonlyMap<string, Came>>(new Map());
  /** The jobs that can go on since something came in. */
  protected readonly freed = signal<readonly { readonly id: string; readonly number: number }[]>([]);
  protected readonly trouble = signal('');
  /** The line of which something else is said: that it goes back, or will not come. */
  protected readonly acting = signal<{ readonly line: string; readonly act: 'back' | 'given-up' } | undefined>(undefined);

  protected readonly rows = computed(() => {
    const order = this.order();
    if (!order) return [];
    const states = lineStates(order);
    const numbers = new Map(this.jobs()?.map(({ id, number }) => [id, number]) ?? []);
    return order.lines.map((line) => ({
      line,
      state: states.get(line.id) ?? { came: 0, good: 0, odd: 0, open: 0 },
      item: this.stock()?.find(({ id }) => id === line.stock),
      for: line.for.map(({ jobId, designators }) => ({ id: jobId, number: numbers.get(jobId), parts: designators.join(', ') })),
      typed: this.typed().get(line.id) ?? nothing,
    }));
  });
  protected readonly isOpen = computed(() => this.rows().some(({ state }) => state.open > 0));
  protected readonly isTyped = computed(() => [...this.typed().values()].some((line) => Object.values(line).some(Boolean)));

  protected readonly fields = [
    { name: 'came', label: 'Come now', short: true },
    { name: 'odd', label: 'Of them odd', short: true },
    { name: 'drawer', label: 'Drawer', short: true },
    { name: 'lot', label: 'Lot', short: true },
    { name: 'price', label: 'Price each', short: true },
    { name: 'note', label: 'What was found', short: false },
  ] as const;

  /** What holds where nothing is typed. A part that has no price yet is not given away: it is what it cost. */
  protected hint({ item, line }: { readonly item: StockItem | undefined; readonly line: OrderLine }, field: keyof Came): string {
    if (field === 'drawer') return item?.drawer ?? '';
    return field === 'price' ? ((item?.priceMinor || line.costMinor) / 100).toFixed(2) : '';
  }

  protected say(line: string, field: keyof Came, text: string): void {
    this.typed.update((typed) => new Map(typed).set(line, { ...(typed.get(line) ?? nothing), [field]: text }));
  }

  /** All that is still to come is here. */
  protected allCame(): void {
    this.typed.update(
      (typed) =>
        new Map(
          this.rows().map(({ line, state }) => [
            line.id,
            { ...(typed.get(line.id) ?? nothing), came: state.open ? String(state.open) : '' },
          ]),
        ),
    );
  }

  protected async takeIn(): Promise<void> {
    const happened: Happened[] = [];
    const said = new Map<string, ItemSaid>();
    for (const { line, typed, item } of this.rows()) {
      const [came, odd, priceMinor] = [whole(typed.came), whole(typed.odd), typed.price.trim() === '' ? 0 : parseMoney(typed.price)];
      if (came === undefined || odd === undefined)
        return this.trouble.set(`${line.part}: "${came === undefined ? typed.came : typed.odd}" is not how many. Write a whole number.`);
      if (priceMinor === undefined) return this.trouble.set(`${line.part}: "${typed.price}" is not a price. Write it like 0.40.`);
      if (came === 0 && (odd > 0 || typed.note.trim())) return this.trouble.set(`${line.part}: say how many came, odd ones among them.`);
      if (came > 0) happened.push({ kind: 'came', line: line.id, count: came, odd, note: typed.note.trim() });
      const [drawer, lot] = [typed.drawer.trim(), typed.lot.trim()];
      const price = typed.price.trim() ? priceMinor : came > 0 && !item?.priceMinor ? line.costMinor : undefined;
      if (drawer || lot || price !== undefined)
        said.set(line.stock, {
          ...(drawer ? { drawer } : {}),
          ...(lot ? { lot } : {}),
          ...(price === undefined ? {} : { priceMinor: price }),
        });
    }
    if (happened.length === 0 && said.size === 0) return this.trouble.set('Say of at least one line how many came.');
    if (await this.keep(happened, said)) this.typed.set(new Map());
  }

  /** Keeps what happened; false where it was refused, and then nothing is changed. */
  protected async keep(happened: readonly Happened[], said: ReadonlyMap<string, ItemSaid> = new Map()): Promise<boolean> {
    this.trouble.set('');
    try {
      const { freed } = await this.repository.goesOn(this.id(), happened, this.settings()?.technician ?? '', said);
      const jobs = this.jobs() ?? [];
      this.freed.set(freed.flatMap((number) => jobs.filter((job) => job.number === number).map(({ id }) => ({ id, number }))));
      this.acting.set(undefined);
      return true;
    } catch (error) {
      const refusal = refusalOf(error);
      if (!wasTold(error))
        this.trouble.set(
          refusal ? `${refusal.path}: ${refusal.message} ${refusal.remedy}` : `${notKeptText(error)} What you typed is still here.`,
        );
      return false;
    }
  }

  protected async copy(): Promise<void> {
    const order = this.order();
    if (!order) return;
    try {
      await navigator.clipboard.writeText(orderText(order));
      this.snack.open('The order is on the clipboard.', undefined, { duration: 3000 });
    } catch {
      this.snack.open('The browser does not let it be copied: keep it as CSV.', 'Close');
    }
  }

  protected asCsv(): void {
    const order = this.order();
    if (!order) return;
    const rows = this.rows().map(({ line: { part, count, costMinor }, state, for: jobs }) => ({
      part,
      count,
      cost: (costMinor / 100).toFixed(2),
      for: jobs.map(({ number, parts }) => `${number ?? ''} ${parts}`.trim()).join('; '),
      came: state.came,
      odd: state.odd,
      open: state.open,
    }));
    saveFile(`order-${order.number}.csv`, new Blob([writeCsv(['part', 'count', 'cost', 'for', 'came', 'odd', 'open'], rows)]), 'text/csv');
  }

  protected money(minor: number): string {
    return moneyText(minor, this.settings()?.currency ?? '');
  }
}
