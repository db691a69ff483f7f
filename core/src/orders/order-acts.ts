import { CoreError } from '../errors/core-error';
import type { StockItem } from '../job';
import type { TapeBody } from '../tape';
import { openJobs, type JobNow } from './job-now';
import type { Order, OrderEvent, OrderLine } from './order-records';
import { lineState } from './order-state';

/** All that one act on an order changes, to be kept at once or not at all. */
export interface OrderActs {
  readonly order: Order;
  /** What each item of stock grows by. */
  readonly stock: ReadonlyMap<string, number>;
  /** What is written to the tape of each job. */
  readonly tapes: ReadonlyMap<string, readonly TapeBody[]>;
  /** The numbers of the jobs that wait for no part any longer. */
  readonly freed: readonly number[];
}

type Listed = Extract<TapeBody, { kind: 'listed' }>;
interface Place {
  readonly job: JobNow;
  readonly designator: string;
}

/** How an order is named where a job waits for it; by it the wait is known to be over when it comes. */
const nameOf = ({ number }: Order): string => `order ${number}`;
const isByOrder = (text: string): boolean => /\border \d+$/.test(text);

/** Whether a job may be said to wait for a part: not where it waits for an answer, a soak or the owner, which would no longer be seen. */
const mayWait = ({ waits }: JobNow): boolean => waits === 'nothing' || waits === 'part';
const waitFor = (order: Order, what: string): TapeBody => ({
  kind: 'wait',
  reason: 'part',
  text: `${what}, ${nameOf(order)}`,
  ...(order.dueOn === undefined ? {} : { until: order.dueOn }),
});

/** The parts of a line that are in a state, those of the job that comes first at the front. */
function placesOf(line: OrderLine, jobs: readonly JobNow[], state: 'ordered' | 'here' | 'wanted'): readonly Place[] {
  return openJobs(jobs).flatMap((job) => {
    const own = new Set(line.for.filter(({ jobId }) => jobId === job.id).flatMap(({ designators }) => designators));
    return job.wanted
      .filter((part) => own.has(part.designator) && part.state === state && (state === 'ordered' || part.stock === line.stock))
      .map(({ designator }) => ({ job, designator }));
  });
}

/** An order that is placed: as many parts as it has say that they are ordered, and their jobs that they wait, and until when. */
export function placeOrder(order: Order, jobs: readonly JobNow[]): OrderActs {
  const tapes = new Map<string, TapeBody[]>();
  const left = new Map(order.lines.map(({ id, count }) => [id, count]));
  for (const job of openJobs(jobs)) {
    const lines = order.lines.flatMap((line) => {
      const own = new Set(line.for.filter(({ jobId }) => jobId === job.id).flatMap(({ designators }) => designators));
      const parts = job.wanted.filter(({ designator, state }) => own.has(designator) && state === 'wanted').slice(0, left.get(line.id));
      left.set(line.id, (left.get(line.id) ?? 0) - parts.length);
      return parts.length ? [{ line, parts }] : [];
    });
    if (lines.length === 0) continue;
    const what = lines.map(({ line, parts }) => `${parts.length} × ${line.part}`).join(', ');
    tapes.set(job.id, [
      ...lines.flatMap(({ line, parts }) =>
        parts.map(({ designator }): Listed => ({ kind: 'listed', designator, state: 'ordered', stock: line.stock })),
      ),
      ...(mayWait(job) ? [waitFor(order, what)] : []),
    ]);
  }
  return { order, stock: new Map(), tapes, freed: [] };
}

/**
 * What follows from things that happened to an order: good ones go to the jobs that wait for them, those with the earliest promise first,
 * and the rest into the drawer; of what is sent back or given up, the last to be served go without.
 *
 * @param stock what is in the drawers now
 * @throws CoreError `out-of-range` where more is odd than came, more is sent back than is here, or more is given up than is open
 */
export function orderGoesOn(
  order: Order,
  happened: readonly OrderEvent[],
  jobs: readonly JobNow[],
  stock: readonly StockItem[],
): OrderActs {
  const after: Order = { ...order, events: [...order.events, ...happened] };
  const moves = new Map<string, number>();
  const said = new Map<string, Map<string, Listed>>();
  const say = ({ job, designator }: Place, state: 'here' | 'ordered' | 'wanted', item: string): void => {
    const own = said.get(job.id) ?? new Map<string, Listed>();
    said.set(job.id, own.set(designator, { kind: 'listed', designator, state, stock: item }));
  };
  const rank = new Map(openJobs(jobs).map(({ id }, k) => [id, k]));
  for (const line of order.lines) {
    const own = happened.filter((event) => event.line === line.id);
    if (own.length === 0) continue;
    refuseWrong(order, line, own);
    const [was, now] = [lineState(order, line), lineState(after, line)];
    const by = now.good - was.good;
    if (by !== 0) moves.set(line.stock, (moves.get(line.stock) ?? 0) + by);
    const waiting = placesOf(line, jobs, 'ordered');
    // Those that were to be ordered anew meanwhile are served after those that wait.
    const served = [...waiting, ...placesOf(line, jobs, 'wanted')].slice(0, Math.max(0, by));
    for (const place of served) say(place, 'here', line.stock);
    const without = by < 0 ? goWithout(line, -by, jobs, stock) : [];
    // An odd one is waited on until it is said what becomes of it. What is still to come goes to the first of those who wait and of those who go without again; the others have to be ordered anew.
    const still = [...waiting.slice(served.length), ...without].sort((a, b) => (rank.get(a.job.id) ?? 0) - (rank.get(b.job.id) ?? 0));
    still.forEach((place, k) => {
      const state = k < now.open + now.odd ? 'ordered' : 'wanted';
      if (state === 'wanted' || without.includes(place)) say(place, state, line.stock);
    });
  }
  const tapes = new Map<string, readonly TapeBody[]>();
  const freed: number[] = [];
  for (const job of openJobs(jobs)) {
    const own = said.get(job.id);
    if (!own) continue;
    const states = job.wanted.map(({ designator, state }) => own.get(designator)?.state ?? state);
    // What lies in another drawer and is only to be taken holds nothing up.
    const lines = new Set(order.lines.map(({ stock: id }) => id));
    const lies = job.wanted.map(({ stock: id }) => stock.some((item) => item.id === id && !lines.has(item.id) && item.quantity > 0));
    const ordered = states.filter((state) => state === 'ordered').length;
    const waits = job.waits === 'part' && isByOrder(job.waitText);
    const wait: TapeBody[] =
      waits && ordered === 0
        ? [{ kind: 'wait', reason: 'nothing', text: `${nameOf(order)} is settled` }]
        : !waits && ordered > 0 && mayWait(job)
          ? [waitFor(order, `${ordered} more`)]
          : [];
    if (waits && ordered === 0 && states.every((state, k) => state === 'here' || (state === 'wanted' && lies[k]))) freed.push(job.number);
    tapes.set(job.id, [...own.values(), ...wait]);
  }
  return { order: after, stock: moves, tapes, freed };
}

/** The parts that go without when good ones are taken out of the drawer again: first what is over goes, then the last that were served. */
function goWithout(line: OrderLine, count: number, jobs: readonly JobNow[], stock: readonly StockItem[]): readonly Place[] {
  const item = stock.find(({ id }) => id === line.stock);
  const here = item?.quantity ?? 0;
  if (here < count)
    throw new CoreError(
      'out-of-range',
      line.part,
      `${here} ${here === 1 ? 'is' : 'are'} in ${item?.drawer || 'stock'}, and ${count} cannot be taken out.`,
      'What was fitted is struck on the tape of its job first.',
    );
  const held = openJobs(jobs).reduce(
    (sum, { wanted }) => sum + wanted.filter((part) => part.state === 'here' && part.stock === line.stock).length,
    0,
  );
  const short = Math.max(0, held - (here - count));
  return placesOf(line, jobs, 'here').slice(-short || Infinity);
}

function refuseWrong(order: Order, line: OrderLine, happened: readonly OrderEvent[]): void {
  let now: Pick<Order, 'events'> = order;
  for (const event of happened) {
    const state = lineState(now, line);
    const refuse = (message: string, remedy: string): never => {
      throw new CoreError('out-of-range', line.part, message, remedy);
    };
    if (event.kind === 'came' && event.odd > event.count)
      refuse(`${event.odd} of ${event.count} cannot be odd.`, 'Of those that came, say how many do not do.');
    if (event.kind === 'back' && event.count > state.good + state.odd)
      refuse(`${state.good + state.odd} came and stayed, and ${event.count} cannot go back.`, 'Say how many of them go back.');
    if (event.kind === 'given-up' && event.count > state.open)
      refuse(
        `${state.open} ${state.open === 1 ? 'is' : 'are'} still to come, and ${event.count} cannot be given up.`,
        'Say how many of them will not come.',
      );
    now = { events: [...now.events, event] };
  }
}
