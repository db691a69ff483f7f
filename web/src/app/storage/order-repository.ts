import { inject, Injectable } from '@angular/core';
import { stockItemSchema, wantedParts, type StockItem, type WantedPart } from '@amber-relay/core/job';
import {
  orderGoesOn,
  orderSchema,
  placeOrder,
  supplierSchema,
  type JobNow,
  type Order,
  type OrderActs,
  type OrderEvent,
  type OrderLine,
  type Supplier,
} from '@amber-relay/core/orders';
import { standing } from '@amber-relay/core/tape';
import type { Observable } from 'rxjs';
import { BenchDatabase, type JobRow } from './bench-database';
import { JobRepository } from './job-repository';
import { live } from './live';
import { StockKeeper } from './stock-keeper';

/** An order as it is written: its number, and the items of stock that it needs and that are not there yet, are given here. */
export type OrderDraft = Omit<Order, 'id' | 'number' | 'at' | 'by' | 'events' | 'lines'> & {
  readonly lines: readonly (Omit<OrderLine, 'id' | 'stock'> & { readonly stock?: string })[];
};
/** What is said of an event; the rest of it is given here. */
export type Happened =
  | Omit<Extract<OrderEvent, { kind: 'came' }>, 'id' | 'at' | 'by'>
  | Omit<Extract<OrderEvent, { kind: 'back' }>, 'id' | 'at' | 'by'>
  | Omit<Extract<OrderEvent, { kind: 'given-up' }>, 'id' | 'at' | 'by'>;
/** What a receipt says of the item itself. */
export type ItemSaid = Partial<Pick<StockItem, 'drawer' | 'lot' | 'priceMinor'>>;

/** Orders of the shop: each act on one changes the order, the stock and the tapes of the jobs at once, or nothing. */
@Injectable({ providedIn: 'root' })
export class OrderRepository {
  private readonly db = inject(BenchDatabase);
  private readonly stock = inject(StockKeeper);
  private readonly jobs = inject(JobRepository);

  /** Jobs in hand with what is still to be fitted. */
  readonly jobsNow$: Observable<JobNow[]> = live(() => this.jobsNow());

  private async jobsNow(): Promise<JobNow[]> {
    const rows = await this.db.jobs.where('summary.inHand').equals(1).toArray();
    return Promise.all(rows.map((row) => this.jobNow(row)));
  }

  private async jobNow(row: JobRow): Promise<JobNow> {
    const { finished, waits, waitText, wanted } = row.summary;
    return {
      id: row.id,
      number: row.number,
      promisedOn: row.promisedOn,
      finished,
      waits,
      waitText,
      wanted: wanted ?? (await this.wantedBy(row)),
    };
  }

  /** What a job wants whose row was written before lists were known to its summary. */
  private async wantedBy({ id, setId }: JobRow): Promise<WantedPart[]> {
    const set = await this.db.sets.get(setId);
    return wantedParts(set && (await this.jobs.laid(set)), standing(await this.jobs.tape(id)));
  }

  /** Places an order: the jobs it is for say that they wait. */
  place({ lines, ...draft }: OrderDraft, by: string, at = new Date()): Promise<Order> {
    return this.write(async () => {
      const last = await this.db.orders.orderBy('number').last();
      const fresh: StockItem[] = [];
      const full = lines.map((line, k): OrderLine => {
        const id = line.stock ?? crypto.randomUUID();
        if (line.stock === undefined)
          fresh.push({
            id,
            part: line.part,
            kind: '',
            quantity: 0,
            priceMinor: 0,
            drawer: '',
            supplier: draft.supplier,
            costMinor: line.costMinor,
          });
        return { ...line, id: String(k + 1), stock: id };
      });
      await this.stock.put(fresh.map((item) => stockItemSchema.parse(item)));
      const order = orderSchema.parse({
        ...draft,
        id: crypto.randomUUID(),
        number: (last?.number ?? 0) + 1,
        at: at.toISOString(),
        by,
        lines: full,
        events: [],
      });
      await this.keep(placeOrder(order, await this.jobsNow()), by, at);
      return order;
    });
  }

  /**
   * Keeps what happened to an order, and what is said of its items with it.
   * @param said by the item of stock
   * @throws CoreError as `orderGoesOn`
   */
  goesOn(
    id: string,
    happened: readonly Happened[],
    by: string,
    said: ReadonlyMap<string, ItemSaid> = new Map(),
    at = new Date(),
  ): Promise<OrderActs> {
    return this.write(async () => {
      const order = await this.db.orders.get(id);
      if (!order) throw new Error('The order is no longer here.');
      const events = happened.map((event): OrderEvent => ({ ...event, id: crypto.randomUUID(), at: at.toISOString(), by }));
      const acts = orderGoesOn(order, events, await this.jobsNow(), await this.db.stock.toArray());
      const costs = new Map(order.lines.map(({ stock, costMinor }) => [stock, costMinor]));
      await this.keep(acts, by, at);
      for (const item of new Set([...acts.stock.keys(), ...said.keys()])) {
        const now = await this.db.stock.get(item);
        const costMinor = costs.get(item);
        if (now)
          await this.stock.put([
            stockItemSchema.parse({
              ...now,
              ...((acts.stock.get(item) ?? 0) > 0 && costMinor !== undefined ? { costMinor } : {}),
              ...said.get(item),
            }),
          ]);
      }
      return acts;
    });
  }

  private async keep({ order, stock, tapes }: OrderActs, by: string, at: Date): Promise<void> {
    await this.db.orders.put(orderSchema.parse(order));
    for (const [item, more] of stock) {
      const { part = '' } = order.lines.find((line) => line.stock === item) ?? {};
      // What was taken out of the list since it was ordered comes in all the same.
      const now = (await this.db.stock.get(item)) ?? {
        id: item,
        part,
        kind: '',
        quantity: 0,
        priceMinor: 0,
        drawer: '',
        supplier: order.supplier,
      };
      await this.stock.put([stockItemSchema.parse({ ...now, quantity: Math.max(0, now.quantity + more) })]);
    }
    for (const [job, bodies] of tapes) await this.jobs.written(job, bodies, by, at);
  }

  private write<T>(act: () => Promise<T>): Promise<T> {
    return this.db.write([this.db.orders, ...this.jobs.tapeTables], act);
  }

  async saveSupplier(supplier: Supplier): Promise<void> {
    const checked = supplierSchema.parse(supplier);
    await this.db.write([this.db.suppliers], async () => void (await this.db.suppliers.put(checked)));
  }
}
