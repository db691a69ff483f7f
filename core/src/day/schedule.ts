import { setUpMinutes, type DayShop } from './day-shop';
import { WorkingTime } from './working-time';

/** A piece of work: which task and which of its steps, counted among its work steps. */
export interface Piece {
  readonly task: number;
  readonly step: number;
}

/** A piece of work as it is laid into the time of somebody. */
export interface Placed extends Piece {
  readonly person: number;
  /** When the set is laid ready, when the work begins, and when it ends. */
  readonly setUpMs: number;
  readonly fromMs: number;
  readonly toMs: number;
}

/** Work and waits of a task, as figures alone. */
interface Laid {
  readonly minutes: Float64Array;
  /** Before each piece: not before this moment, and so long by the clock after the piece before it. */
  readonly notBefore: Float64Array;
  readonly lag: Float64Array;
  /** What passes by itself after the last piece. */
  readonly tail: number;
}

/** What an order of work costs: days of lateness by weight, then what is done sooner, then minutes of setting up. */
export interface Cost {
  readonly total: number;
  readonly lateDays: number;
}

/** How an order is laid out. */
export interface LaidOut {
  readonly who?: Int32Array;
  readonly keep?: Placed[];
}

const minuteMs = 60_000;
const dayMs = 86_400_000;
/** What a day counts for which a job lies longer, beside a day for which it is late: enough to decide between orders that are late alike. */
const flowWeight = 0.01;
/** It counts more the nearer its date is, so that what is left to chance falls on those that have time. */
const haste = (untilDueMs: number): number => 0.4 + 1 / (0.5 + Math.max(0, untilDueMs) / dayMs);
/** What it counts beside that when a job is begun: the sooner one looks, the sooner one knows what it needs. */
const begunShare = 0.05;
/** What a minute of setting up counts by itself: of orders that are alike otherwise, the calmer one. */
const setUpWeight = 5e-7;

/**
 * Lays orders of work into the hours of people: each piece begins when the one before it in its own job and the waits between are over, its
 * person is free, and the set lies ready. Whoever begins a job goes on with it. Nobody does two things at once; what does not end by closing
 * goes on in the morning.
 */
export class Scheduler {
  readonly times: readonly WorkingTime[];
  readonly pieces: readonly Piece[];
  private readonly laid: readonly Laid[];
  /** Where the pieces of each task begin among all. */
  private readonly firstPiece: Int32Array;
  private readonly mustPrecede: readonly (readonly number[])[];
  private readonly free: Float64Array;
  private readonly last: Int32Array;
  private readonly ready: Float64Array;
  private readonly who: Int32Array;
  private readonly next: Int32Array;
  private readonly begun: Float64Array;
  /** When each task is ready, by the order that was laid out last. */
  readonly finish: Float64Array;

  /** @param more minutes that everybody works on longer every day, to see what that would save */
  constructor(
    readonly shop: DayShop,
    more = 0,
  ) {
    const { tasks, people, nowMs } = shop;
    this.times = people.map(({ hours }) => new WorkingTime(hours, nowMs, more));
    this.laid = tasks.map(({ steps, notBeforeMs }) => {
      const minutes: number[] = [];
      const notBefore: number[] = [];
      const lag: number[] = [];
      let [until, after] = [notBeforeMs ?? 0, 0];
      for (const step of steps) {
        if (step.kind === 'hands') {
          minutes.push(step.minutes);
          notBefore.push(until);
          lag.push(after);
          [until, after] = [0, 0];
        } else if (step.chance === undefined) {
          until = Math.max(until, step.untilMs ?? 0);
          after += (step.minutes ?? 0) * minuteMs;
        }
      }
      return {
        minutes: Float64Array.from(minutes),
        notBefore: Float64Array.from(notBefore),
        lag: Float64Array.from(lag),
        tail: Math.max(after, until - nowMs),
      };
    });
    this.pieces = this.laid.flatMap(({ minutes }, task) => Array.from(minutes, (_, step) => ({ task, step })));
    this.firstPiece = Int32Array.from(this.laid, (_, task) => this.pieces.findIndex((piece) => piece.task === task));
    this.mustPrecede = tasks.map((_, task) => shop.before.flatMap(([first, second]) => (second === task ? [first] : [])));
    this.free = new Float64Array(people.length);
    this.last = new Int32Array(people.length);
    this.ready = new Float64Array(tasks.length);
    this.who = new Int32Array(tasks.length);
    this.next = new Int32Array(tasks.length);
    this.begun = new Float64Array(tasks.length);
    this.finish = new Float64Array(tasks.length);
  }

  /** How many pieces of work a task has. */
  count(task: number): number {
    return this.laid[task]?.minutes.length ?? 0;
  }

  /** Whether the next work of the second may not begin before that of the first. */
  bound(first: number, second: number): boolean {
    return this.mustPrecede[second]?.includes(first) ?? false;
  }

  /**
   * Lays an order out: pieces of one task in their own order, all of them.
   * @param who which person does each task; whoever can begin it first where left out or below 0
   * @param keep where given, each piece is added to it as it is placed
   */
  run(order: readonly Piece[], { who, keep }: LaidOut = {}): Cost {
    this.begin();
    let setUps = 0;
    for (const { task, step } of order) {
      const laid = this.laid[task];
      if (!laid) continue;
      const placed = this.placeNext(task, laid.minutes[step] ?? 0, 0, who?.[task] ?? -1);
      setUps += placed.setUp;
      keep?.push({ task, step, person: placed.person, setUpMs: placed.laidReady, fromMs: placed.start, toMs: placed.end });
    }
    return this.cost(setUps);
  }

  /** Begins an empty plan. */
  begin(): void {
    const { nowMs, people, onBench } = this.shop;
    for (let p = 0; p < people.length; p += 1) {
      this.free[p] = nowMs;
      this.last[p] = onBench[p] ?? -1;
    }
    this.ready.fill(nowMs);
    this.who.fill(-1);
    this.next.fill(0);
    this.begun.fill(nowMs);
    for (let t = 0; t < this.finish.length; t += 1) this.finish[t] = nowMs + (this.laid[t]?.tail ?? 0);
  }

  /** When the next piece of a task may begin, whoever does it. */
  private earliest(task: number, longer = 0): number {
    const [laid, step] = [this.laid[task], this.next[task] ?? 0];
    let from = Math.max((this.ready[task] ?? 0) + (laid?.lag[step] ?? 0) + longer * minuteMs, laid?.notBefore[step] ?? 0);
    if (step === 0) for (const first of this.mustPrecede[task] ?? []) from = Math.max(from, this.begun[first] ?? 0);
    return from;
  }

  private placeNext(
    task: number,
    minutes: number,
    longer: number,
    wanted: number,
    from = this.earliest(task, longer),
  ): { readonly person: number; readonly laidReady: number; readonly start: number; readonly end: number; readonly setUp: number } {
    const step = this.next[task] ?? 0;
    const person = this.personFor(task, from, wanted);
    const setUp = this.setUpOf(person, task);
    const time = this.times[person] as WorkingTime;
    const laidReady = time.begin(Math.max(from, this.free[person] ?? 0));
    const start = setUp > 0 ? time.begin(time.after(laidReady, setUp)) : laidReady;
    const end = time.after(start, minutes);
    this.free[person] = end;
    this.last[person] = task;
    this.ready[task] = end;
    this.who[task] = person;
    if (step === 0) this.begun[task] = start;
    this.next[task] = step + 1;
    this.finish[task] = end + (step + 1 === this.count(task) ? (this.laid[task]?.tail ?? 0) : 0);
    return { person, laidReady, start, end, setUp };
  }

  private setUpOf(person: number, task: number): number {
    const last = this.last[person] ?? -1;
    if (last === task) return setUpMinutes.same;
    return last >= 0 && this.shop.tasks[last]?.setUp === this.shop.tasks[task]?.setUp ? setUpMinutes.alike : setUpMinutes.other;
  }

  /** Who has it; else who can begin it first. */
  private personFor(task: number, from: number, wanted = -1): number {
    const begun = this.who[task] ?? -1;
    const has = begun >= 0 ? begun : (this.shop.tasks[task]?.by ?? wanted);
    if (has >= 0) return has;
    let [best, bestAt] = [0, Infinity];
    for (let p = 0; p < this.times.length; p += 1) {
      const at = (this.times[p]?.begin(Math.max(from, this.free[p] ?? 0)) ?? Infinity) + this.setUpOf(p, task) * minuteMs;
      if (at < bestAt) [best, bestAt] = [p, at];
    }
    return best;
  }

  private cost(setUps: number): Cost {
    let [late, flow] = [0, 0];
    for (const [t, task] of this.shop.tasks.entries()) {
      const finish = this.finish[t] ?? 0;
      if (finish > task.dueMs) late += (task.weight * (finish - task.dueMs)) / dayMs;
      const since = (ms: number): number => (ms - this.shop.nowMs) / dayMs;
      flow +=
        Math.sqrt(Math.min(1, task.weight)) *
        haste(task.dueMs - this.shop.nowMs) *
        (since(finish) + begunShare * since(this.begun[t] ?? 0));
    }
    return { total: late + flowWeight * flow + setUps * setUpWeight, lateDays: late };
  }

  /**
   * Plays a course of an order as people work: whoever is free takes, of what can be begun soonest, what stands first in the order; nobody waits
   * for a set that is held up while others lie ready. `finish` tells when each is ready then.
   * @param drawn minutes of a piece, and minutes that the wait before it takes longer
   */
  play(order: readonly Piece[], who: Int32Array, drawn: (task: number, step: number) => readonly [minutes: number, lag: number]): void {
    this.begin();
    const rank = this.rankOf(order);
    const lengths = new Float64Array(this.shop.tasks.length);
    const from = new Float64Array(this.shop.tasks.length);
    const readied = (task: number): void => {
      const step = this.next[task] ?? 0;
      if (step >= this.count(task)) return void (from[task] = Infinity);
      const [minutes, longer] = drawn(task, step);
      lengths[task] = minutes;
      from[task] = this.earliest(task, longer);
    };
    for (let task = 0; task < from.length; task += 1) readied(task);
    // This is gone through for every piece of every course: plain figures, and nothing made anew.
    const { free } = this;
    const has = Int32Array.from(this.shop.tasks, ({ by }, task) => by ?? who[task] ?? -1);
    const ranks = Float64Array.from(from, (_, task) => rank[this.firstPiece[task] ?? 0] ?? 0);
    for (let left = this.pieces.length; left > 0; left -= 1) {
      let anybody = Infinity;
      for (const at of free) anybody = Math.min(anybody, at);
      let chosen = -1;
      let best = Infinity;
      let bestRank = Infinity;
      for (let task = 0; task < from.length; task += 1) {
        const ready = from[task] as number;
        if (ready > best + minuteMs) continue;
        const person = has[task] as number;
        const start = Math.max(ready, person >= 0 ? (free[person] as number) : anybody);
        const own = ranks[task] as number;
        if (start >= best - minuteMs && (start > best + minuteMs || own >= bestRank)) continue;
        best = Math.min(best, start);
        chosen = task;
        bestRank = own;
      }
      if (chosen < 0) return;
      const { person } = this.placeNext(chosen, lengths[chosen] ?? 0, 0, has[chosen] ?? -1, from[chosen]);
      has[chosen] = person;
      readied(chosen);
      ranks[chosen] = rank[(this.firstPiece[chosen] ?? 0) + (this.next[chosen] ?? 0)] ?? 0;
    }
  }

  /** The place of each piece in an order, pieces counted task by task. */
  private rankOf(order: readonly Piece[]): Int32Array {
    const rank = new Int32Array(this.pieces.length);
    order.forEach(({ task, step }, i) => (rank[(this.firstPiece[task] ?? 0) + step] = i));
    return rank;
  }

  /**
   * An order by a rule: at each moment, of what could be begun soonest, the piece that the rule puts first.
   * @param rank lower comes first; of the piece, when it could begin, and how much work its task still has
   */
  byRule(rank: (task: number, startMs: number, leftMinutes: number) => number): Piece[] {
    const order: Piece[] = [];
    this.begin();
    const { free } = this;
    const left = this.laid.map(({ minutes }) => minutes.reduce((sum, each) => sum + each, 0));
    const has = Int32Array.from(this.shop.tasks, ({ by }) => by ?? -1);
    const from = Float64Array.from(this.laid, ({ minutes }, task) => (minutes.length ? this.earliest(task) : Infinity));
    // What is bound to come behind another waits until that is begun.
    const held = (task: number): boolean =>
      this.next[task] === 0 && (this.mustPrecede[task] ?? []).some((first) => (this.next[first] ?? 0) === 0 && this.count(first) > 0);
    for (let open = this.pieces.length; open > 0; open -= 1) {
      const anybody = Math.min(...free);
      const startOf = (task: number): number =>
        Math.max(from[task] ?? Infinity, (has[task] ?? -1) >= 0 ? (free[has[task] ?? 0] ?? 0) : anybody);
      let soonest = Infinity;
      for (let task = 0; task < from.length; task += 1)
        if (from[task] !== Infinity && !held(task)) soonest = Math.min(soonest, startOf(task));
      let [chosen, chosenRank] = [-1, Infinity];
      for (let task = 0; task < from.length; task += 1) {
        if (from[task] === Infinity || held(task)) continue;
        const start = startOf(task);
        if (start > soonest + minuteMs) continue;
        const own = rank(task, start, left[task] ?? 0);
        if (own < chosenRank || chosen < 0) [chosen, chosenRank] = [task, own];
      }
      const step = this.next[chosen] ?? 0;
      const minutes = this.laid[chosen]?.minutes[step] ?? 0;
      has[chosen] = this.placeNext(chosen, minutes, 0, -1).person;
      left[chosen] = (left[chosen] ?? 0) - minutes;
      order.push({ task: chosen, step });
      from[chosen] = step + 1 < this.count(chosen) ? this.earliest(chosen) : Infinity;
    }
    return order;
  }
}
