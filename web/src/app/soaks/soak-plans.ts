import { DestroyRef, inject, Injectable, Injector, signal } from '@angular/core';
import { Router } from '@angular/router';
import { DATABASE_NAME } from '../storage/database-name';
import { Clock } from '../ui/clock';
import { timeOfDay } from '../ui/clock-text';
import { Notices } from '../ui/notices';

/** What is read by itself while a set soaks. */
export interface SoakPlan {
  readonly jobId: string;
  /** The start of its line: `tp7 `. */
  readonly start: string;
  readonly everyMinutes: number;
  /** When it is read next, in milliseconds since 1970. */
  readonly nextMs: number;
}

/** What came of one time. */
export interface SoakTurn {
  readonly job: number;
  /** How the soak ended, where it did: nothing is read of it any more. */
  readonly ended?: 'over' | 'failed';
  /** What is to be said: why it failed, or why nothing could be read. */
  readonly says: string;
}

/** The longest that a browser waits for in one go, in milliseconds. */
const longestMs = 2 ** 31 - 1;

/** One page at a time: the others find that it was read, and wait for the next time. Where a browser gives no locks, each does it. */
const alone = async (name: string, act: () => Promise<void>): Promise<void> => {
  if ('locks' in navigator) await navigator.locks.request(name, act);
  else await act();
};

const isPlan = (each: unknown): each is SoakPlan => {
  const plan = (each ?? {}) as Partial<Record<keyof SoakPlan, unknown>>;
  return typeof plan.jobId === 'string' && typeof plan.start === 'string' && Number(plan.everyMinutes) > 0 && Number.isFinite(plan.nextMs);
};

/**
 * The points that are read by their linked instruments again and again while sets soak, whatever job is on the bench. The plans outlive the
 * page; of several pages one reads. A plan ends with its soak; an instrument that does not answer is told, and asked again at the next time.
 */
@Injectable({ providedIn: 'root' })
export class SoakPlans {
  private readonly key = `${inject(DATABASE_NAME)}-soak-plans`;
  private readonly injector = inject(Injector);
  private readonly clock = inject(Clock);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly list = signal<readonly SoakPlan[]>([]);
  private readonly said = signal<Readonly<Record<string, string>>>({});
  private isLeaving = false;
  /** Whether the browser had room for the plans the last time. */
  private isKept = true;
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();

  /** What is read of a job; undefined where nothing is. */
  readonly planOf = (jobId: string): SoakPlan | undefined => this.list().find((plan) => plan.jobId === jobId);
  /** What came of the last time, where there is something to say. */
  readonly saysOf = (jobId: string): string => this.said()[jobId] ?? '';

  constructor() {
    inject(DestroyRef).onDestroy(() => this.timers.forEach((timer) => clearTimeout(timer)));
  }

  /** Takes up what was read when the page was left. */
  resume(): void {
    this.list.set(this.kept());
    for (const plan of this.list()) this.wait(plan);
    addEventListener('pagehide', () => (this.isLeaving = true));
    addEventListener('pageshow', () => (this.isLeaving = false));
    addEventListener('storage', ({ key }) => {
      if (key !== this.key) return;
      // Another page has begun or ended one.
      this.timers.forEach((timer) => clearTimeout(timer));
      this.timers.clear();
      this.list.set(this.kept());
      for (const plan of this.list()) this.wait(plan);
    });
  }

  /** Reads a point of a job now, and from now on. */
  async start(plan: Omit<SoakPlan, 'nextMs'>): Promise<void> {
    this.stop(plan.jobId);
    this.put({ ...plan, nextMs: this.clock.now().getTime() });
    await this.turn(plan.jobId);
  }

  stop(jobId: string): void {
    clearTimeout(this.timers.get(jobId));
    this.timers.delete(jobId);
    this.say(jobId, '');
    this.keep(this.kept().filter((plan) => plan.jobId !== jobId));
  }

  private wait(plan: SoakPlan): void {
    clearTimeout(this.timers.get(plan.jobId));
    const ms = Math.min(longestMs, Math.max(0, plan.nextMs - this.clock.now().getTime()));
    this.timers.set(
      plan.jobId,
      setTimeout(() => void this.turn(plan.jobId), ms),
    );
  }

  private async turn(jobId: string): Promise<void> {
    await alone(`${this.key} ${jobId}`, async () => {
      const plan = this.kept().find((each) => each.jobId === jobId);
      if (!plan) return;
      const nowMs = this.clock.now().getTime();
      if (plan.nextMs > nowMs) return this.wait(plan);
      const next = { ...plan, nextMs: nowMs + plan.everyMinutes * 60_000 };
      // Another point may be wanted of it meanwhile: that plan is another.
      const isWanted = (): boolean =>
        this.kept().some((each) => each.jobId === jobId && each.start === plan.start && each.nextMs === plan.nextMs);
      try {
        const { readSoak } = await import('./read-soak');
        const turn = await readSoak(this.injector, plan, isWanted);
        if (turn && !this.isLeaving) this.tell(next, turn);
      } finally {
        // Only now: where the page is closed meanwhile, which breaks the reading off, it is read as soon as it is opened again.
        if (isWanted() && !this.isLeaving) this.put(next);
      }
    });
  }

  private tell({ jobId, everyMinutes }: SoakPlan, { job, ended, says }: SoakTurn): void {
    const failing = says && !ended;
    const text = failing
      ? `${timeOfDay(this.clock.now().toISOString())}: ${says} It is asked again in ${everyMinutes} min; go on by hand.`
      : says;
    if (ended) this.stop(jobId);
    else this.say(jobId, text);
    const name = `soak ${jobId}`;
    // Where that job is open, its stage and its tape show it themselves.
    if (!text || this.router.url.startsWith(`/job/${jobId}/`)) return this.notices.end(name);
    this.notices.tell({
      name,
      text: `Job ${job}, soak: ${text}`,
      urgent: ended === 'failed',
      act: { label: 'Open', run: () => void this.router.navigate(['/job', jobId, 'soak']).then(() => this.notices.end(name)) },
    });
  }

  private say(jobId: string, says: string): void {
    this.said.update((all) => ({ ...all, [jobId]: says }));
  }

  private put(plan: SoakPlan): void {
    this.keep([...this.kept().filter(({ jobId }) => jobId !== plan.jobId), plan]);
    this.wait(plan);
  }

  private keep(plans: readonly SoakPlan[]): void {
    this.list.set(plans);
    try {
      localStorage.setItem(this.key, JSON.stringify(plans));
      this.isKept = true;
    } catch {
      // Without room for it, it holds as long as the page does.
      this.isKept = false;
    }
  }

  private kept(): readonly SoakPlan[] {
    if (!this.isKept) return this.list();
    try {
      const read: unknown = JSON.parse(localStorage.getItem(this.key) ?? '[]');
      return Array.isArray(read) ? read.filter(isPlan) : [];
    } catch {
      return [];
    }
  }
}
