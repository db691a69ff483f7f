import { openJobs, type JobNow } from './job-now';
import type { StockItem } from '../job';
import { plainName } from '../line';
import type { Order } from './order-records';
import { lineStates } from './order-state';

/** What has to be ordered of one part. */
export interface Need {
  /** By which it is known: the item of stock, or the name as it compares. */
  readonly key: string;
  readonly part: string;
  readonly item?: StockItem;
  /** The parts of jobs for which there is none. */
  readonly for: readonly { readonly jobId: string; readonly number: number; readonly designators: readonly string[] }[];
  /** How many they are. */
  readonly missing: number;
  /** How many more bring the drawer up to its minimum. */
  readonly toMinimum: number;
}

/** What of an item of stock is spoken for. */
export interface SpokenFor {
  readonly count: number;
  /** How many of them by each job, by its number. */
  readonly jobs: ReadonlyMap<number, number>;
}

interface Dealt {
  /** What is left of each item when all that open jobs want of it is taken off. */
  readonly left: ReadonlyMap<string, number>;
  readonly spoken: ReadonlyMap<string, SpokenFor>;
  readonly short: readonly { readonly job: JobNow; readonly designator: string; readonly part: string; readonly item?: StockItem }[];
}

/** Deals what is in the drawers out to the parts that open jobs want: what is here for one first, then by the day of the promise. */
function deal(jobs: readonly JobNow[], stock: readonly StockItem[]): Dealt {
  const byId = new Map(stock.map((item) => [item.id, item]));
  const byName = new Map<string, StockItem[]>();
  for (const item of stock) {
    const name = plainName(item.part);
    byName.set(name, [...(byName.get(name) ?? []), item]);
  }
  const left = new Map(stock.map(({ id, quantity }) => [id, quantity]));
  const spoken = new Map<string, SpokenFor>();
  const take = (item: StockItem, job: JobNow): void => {
    left.set(item.id, (left.get(item.id) ?? 0) - 1);
    const { count, jobs: by } = spoken.get(item.id) ?? { count: 0, jobs: new Map<number, number>() };
    spoken.set(item.id, { count: count + 1, jobs: new Map(by).set(job.number, (by.get(job.number) ?? 0) + 1) });
  };
  const open = openJobs(jobs);
  for (const job of open)
    for (const { state, stock: id } of job.wanted) {
      const item = byId.get(id ?? '');
      if (state === 'here' && item) take(item, job);
    }
  const short: Dealt['short'][number][] = [];
  for (const job of open)
    for (const { state, stock: id, part, designator } of job.wanted) {
      if (state !== 'wanted') continue;
      const chosen = byId.get(id ?? '');
      const may = (chosen ? [chosen] : (byName.get(plainName(part)) ?? [])).filter(
        ({ forJob }) => forJob === undefined || forJob === job.id,
      );
      const item = may.find((each) => (left.get(each.id) ?? 0) > 0);
      if (item) take(item, job);
      else short.push({ job, designator, part: chosen?.part ?? part, ...(may[0] ? { item: may[0] } : {}) });
    }
  return { left, spoken, short };
}

/** What open jobs have spoken for of each item of stock, by its id. */
export const spokenFor = (jobs: readonly JobNow[], stock: readonly StockItem[]): ReadonlyMap<string, SpokenFor> => deal(jobs, stock).spoken;

/**
 * What has to be ordered for all open jobs together, and to bring the drawers up to what should be in them. A part of which nobody has
 * said what goes in has an empty name.
 */
export function needsOf(jobs: readonly JobNow[], stock: readonly StockItem[], orders: readonly Order[]): readonly Need[] {
  const { left, short } = deal(jobs, stock);
  const needs = new Map<string, Need>();
  for (const { job, designator, part, item } of short) {
    const key = item?.id ?? plainName(part);
    const need = needs.get(key) ?? { key, part, ...(item ? { item } : {}), for: [], missing: 0, toMinimum: 0 };
    const mine = need.for.find(({ jobId }) => jobId === job.id) ?? { jobId: job.id, number: job.number, designators: [] };
    needs.set(key, {
      ...need,
      missing: need.missing + 1,
      for: [...need.for.filter((each) => each !== mine), { ...mine, designators: [...mine.designators, designator] }],
    });
  }
  const coming = freeOnOrder(jobs, orders);
  for (const item of stock) {
    const toMinimum = Math.max(0, (item.minimum ?? 0) - Math.max(0, left.get(item.id) ?? 0) - (coming.get(item.id) ?? 0));
    if (toMinimum === 0) continue;
    const need = needs.get(item.id) ?? { key: item.id, part: item.part, item, for: [], missing: 0, toMinimum: 0 };
    needs.set(item.id, { ...need, toMinimum });
  }
  return [...needs.values()];
}

/** What is on order of each item and waited for by no job. */
function freeOnOrder(jobs: readonly JobNow[], orders: readonly Order[]): ReadonlyMap<string, number> {
  const waiting = new Set(
    openJobs(jobs).flatMap(({ id, wanted }) =>
      wanted.flatMap(({ state, designator }) => (state === 'ordered' ? [`${id} ${designator}`] : [])),
    ),
  );
  const free = new Map<string, number>();
  for (const order of orders) {
    const states = lineStates(order);
    for (const line of order.lines) {
      const waited = line.for.reduce(
        (sum, { jobId, designators }) => sum + designators.filter((name) => waiting.has(`${jobId} ${name}`)).length,
        0,
      );
      free.set(line.stock, (free.get(line.stock) ?? 0) + Math.max(0, (states.get(line.id)?.open ?? 0) - waited));
    }
  }
  return free;
}
