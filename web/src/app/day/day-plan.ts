import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { nextUp, workedMinutes, type DayPlan, type PlannedJob, type Saving, type WishPrice } from '@amber-relay/core/day';
import type { Wish } from '@amber-relay/core/job';
import { DayRepository } from '../storage/day-repository';
import { fromStore } from '../storage/from-store';
import type { JobLine } from '../storage/job-list';
import { ShopRepository } from '../storage/shop-repository';
import { Choice } from '../ui/choice';
import { Clock } from '../ui/clock';
import { dayText } from '../ui/clock-text';
import { saveFile } from '../ui/save-file';
import { DayPlanner } from './day-planner';
import { DayTracks } from './day-tracks';
import { DoNow, type Asked, type NowRow } from './do-now';
import { LateJobs, type LateJob } from './late-jobs';
import { peopleOf, planInput } from './plan-input';
import { aboutMinutes, daysCount, daysUntil, doingOf, dueText, rangeText, riskText, upTo } from './plan-words';
import { WaitingList, type WaitingRow } from './waiting-list';
import { WishForm } from './wish-form';

/** The order in which jobs stand until there is a plan: the earliest promise first, then the longest here. */
export function workOrder(a: JobLine, b: JobLine): number {
  return (a.row.promisedOn ?? '9999').localeCompare(b.row.promisedOn ?? '9999') || a.row.number - b.row.number;
}

const most = { rows: 40, late: 4 } as const;
/** A plan is made anew when the shop changes, and at each of these minutes of the clock. */
const everyMinutes = 5;

/** One plan of all jobs in hand: what is done now in which order and why, what the others wait for, what will be late. */
@Component({
  selector: 'app-day-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, DayTracks, DoNow, LateJobs, MatButton, MatIcon, RouterLink, WaitingList, WishForm],
  providers: [DayPlanner],
  templateUrl: './day-plan.html',
  styleUrl: './day-plan.scss',
})
export class DayPlanView {
  readonly lines = input.required<readonly JobLine[]>();
  private readonly planner = inject(DayPlanner);
  private readonly days = inject(DayRepository);
  private readonly snack = inject(MatSnackBar);
  private readonly clock = inject(Clock);
  /** It turns at midnight, also where the page stays open. */
  private readonly today = this.clock.day;
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  private readonly inHand = computed(() => this.lines().filter(({ row }) => !row.summary.finished));
  protected readonly people = computed(() => {
    const settings = this.settings();
    return settings ? peopleOf(settings) : [];
  });

  private readonly tick = computed(() => Math.floor(this.clock.minute() / (everyMinutes * 60_000)));
  private readonly input = computed(() => {
    const [lines, settings] = [this.lines(), this.settings()];
    this.tick();
    return settings ? planInput(lines, settings, untracked(this.clock.minute)) : undefined;
  });
  /** The newest plan that there is; the one before it stays until it is made. */
  protected readonly plan = signal<DayPlan | undefined>(undefined);
  protected readonly refusal = signal('');
  private readonly ways = signal<ReadonlyMap<string, readonly Saving[]>>(new Map());
  protected readonly over = signal<'day' | 'week'>('day');
  protected readonly spans = computed(() => [
    // Where the bench is closed for today, the next day on which it is not.
    { value: 'day' as const, name: (this.plan()?.today.left ?? 0) < 1 ? 'Next day' : 'Today' },
    { value: 'week' as const, name: 'Days ahead' },
  ]);
  /** The job of which days, hands and hours are being typed. */
  protected readonly open = signal<string | undefined>(undefined);

  constructor() {
    effect(() => {
      const input = this.input();
      if (!input?.jobs.length) return this.plan.set(undefined);
      void this.planner.plan(input).then(async (planned) => {
        if (input !== this.input()) return;
        this.refusal.set(planned.ok ? '' : `${planned.message} ${planned.remedy}`);
        if (!planned.ok) return this.plan.set(undefined);
        this.plan.set(planned.plan);
        const late = planned.plan.jobs.filter(({ lateDays }) => lateDays > 0).slice(0, most.late);
        const ways = await this.planner.ways(
          input,
          late.map(({ jobId }) => jobId),
        );
        if (input === this.input()) this.ways.set(new Map(late.map(({ jobId }, i) => [jobId, ways[i] ?? []])));
      });
    });
  }

  private readonly planned = computed(() => new Map(this.plan()?.jobs.map((job) => [job.jobId, job])));
  private readonly prices = computed(() => new Map(this.plan()?.wishes.map((price) => [price.wish.jobId, price])));
  private readonly told = computed(() => {
    const planned = this.planned();
    return this.inHand()
      .map((line) => ({ line, next: nextUp(line.row.summary, this.clock.minute()), plan: planned.get(line.row.id) }))
      .sort((a, b) => (a.plan?.startMs ?? Infinity) - (b.plan?.startMs ?? Infinity) || workOrder(a.line, b.line));
  });

  protected readonly now = computed((): NowRow[] =>
    this.told()
      .filter(({ next }) => next.waits === 'nothing')
      .slice(0, most.rows)
      .map(({ line: { row, set, customer }, next, plan }) => {
        const wish = this.settings()?.wishes?.find(({ jobId }) => jobId === row.id);
        return {
          id: row.id,
          number: row.number,
          stage: next.stage,
          doing: doingOf(next),
          whose: `${set?.maker ?? ''} ${set?.model ?? ''}, ${customer?.name ?? ''}: ${row.complaint}`,
          why: plan?.why ?? '',
          takes: plan ? aboutMinutes(plan.work.minutes) : '',
          upTo: plan ? upTo(plan.work) : '',
          inAll: plan ? `in all ${rangeText(plan.range)}` : '',
          due: dueText(row.promisedOn, this.today()),
          late: row.promisedOn !== undefined && (daysUntil(row.promisedOn, this.today()) < 0 || (plan?.lateDays ?? 0) > 0),
          risk: plan && row.promisedOn !== undefined && daysUntil(row.promisedOn, this.today()) >= 0 ? riskText(plan) : '',
          by: plan && this.people().length > 1 ? (this.people()[plan.person]?.name ?? '') : '',
          wish,
          wishSays: wishText(this.prices().get(row.id)),
        };
      }),
  );
  protected readonly waiting = computed((): WaitingRow[] =>
    this.told()
      .filter(({ next }) => next.waits !== 'nothing')
      .slice(0, most.rows)
      .map(({ line: { row, set }, next, plan }) => ({
        id: row.id,
        number: row.number,
        stage: next.stage,
        waits: next.waits,
        text: `${set?.maker ?? ''} ${set?.model ?? ''}: ${row.summary.waitText}`,
        until: row.summary.waitUntil ? `due ${dayText(row.summary.waitUntil)}` : '',
        overdue: row.summary.waitUntil !== undefined && daysUntil(row.summary.waitUntil, this.today()) < 0,
        noDay: plan?.waits?.guessed === true && row.summary.waitUntil === undefined,
        readyOn: plan ? plan.likelyOn : undefined,
      })),
  );
  protected readonly missed = computed((): LateJob[] =>
    this.told()
      .filter(({ line, plan }) => isLate(line, plan, this.today()))
      .slice(0, most.late)
      .map(({ line, plan }) => this.lateJob(line, plan)),
  );
  protected readonly summary = computed(() => {
    const all = this.told();
    if (!all.length) return '';
    const can = all.filter(({ next }) => next.waits === 'nothing').length;
    const late = all.filter(({ line, plan }) => isLate(line, plan, this.today())).length;
    const today = this.plan()?.today;
    const bench = !today
      ? ''
      : today.left < 1
        ? ' The bench is closed for today.'
        : ` ${aboutMinutes(today.left)} of bench left today; the plan takes ${today.planned < 1 ? 'none of it' : aboutMinutes(today.planned)}.`;
    return `${all.length} in hand: ${can} can be worked on, ${all.length - can} wait, ${late} late.${bench}`;
  });
  protected readonly opened = computed(() => {
    const id = this.open();
    const line = this.inHand().find(({ row }) => row.id === id);
    return line && { number: line.row.number, wish: this.wishOf(line.row.id) };
  });

  private lateJob({ row, set, customer }: JobLine, plan: PlannedJob | undefined): LateJob {
    const { promisedOn = '', summary } = row;
    const past = -daysUntil(promisedOn, this.today());
    const days = Math.max(past, plan?.lateDays ?? 0);
    const ready = plan ? `; by the plan ready ${dayText(new Date(plan.readyMs).toISOString())}` : '';
    return {
      id: row.id,
      number: row.number,
      set: `${set?.maker ?? ''} ${set?.model ?? ''}`,
      owner: customer?.name ?? 'the owner',
      says: past > 0 && !plan ? `${daysCount(past)} late` : `${past > 0 ? '' : 'will be '}${daysCount(days)} late`,
      holds: `Promised ${dayText(promisedOn)}${ready}. ${summary.waitText || 'Nothing holds it but bench time'}`,
      ways: this.ways().get(row.id) ?? [],
    };
  }

  private wishOf(id: string): Wish | undefined {
    return this.settings()?.wishes?.find(({ jobId }) => jobId === id);
  }

  protected async asked({ id, wish }: Asked): Promise<void> {
    if (wish === 'own') return this.open.set(id);
    const { notBefore, minutes, workedThen, by } = this.wishOf(id) ?? {};
    const kept = { notBefore, minutes, workedThen, by };
    await this.keep(id, wish && { ...kept, ...wish });
  }

  /** What was typed of a job; its place in the order stays as it was wished. */
  protected async typed({ minutes, ...more }: Pick<Wish, 'notBefore' | 'minutes' | 'by'>): Promise<void> {
    const id = this.open();
    if (id === undefined) return;
    const { before, after } = this.wishOf(id) ?? {};
    const worked = this.lines().find(({ row }) => row.id === id)?.row.summary.worked;
    await this.keep(id, { before, after, ...more, ...(minutes === undefined ? {} : { minutes, workedThen: workedMinutes(worked) }) });
    this.open.set(undefined);
  }

  private async keep(id: string, wish: Partial<Wish> | undefined): Promise<void> {
    const said = Object.fromEntries(Object.entries(wish ?? {}).filter(([, value]) => value !== undefined));
    const before = await this.days.wish(id, Object.keys(said).length ? said : undefined, this.clock.now());
    this.snack
      .open(wish ? 'The plan keeps it.' : 'Where the plan puts it.', 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => {
        const { jobId: _jobId, at: _at, ...was } = before ?? { jobId: '', at: '' };
        void this.days.wish(id, before && was, this.clock.now());
      });
  }

  protected async promise({ id, day }: { readonly id: string; readonly day: string }): Promise<void> {
    const line = this.lines().find(({ row }) => row.id === id);
    const by = this.settings()?.technician;
    if (!line || by === undefined) return;
    await this.days.promise(line, day, by);
    this.snack.open(`${line.row.number} is promised for ${dayText(day)}. Tell ${line.customer?.name ?? 'the owner'}.`, 'Close', {
      duration: 8000,
    });
  }

  protected async calendar(): Promise<void> {
    const plan = this.plan();
    if (!plan) return;
    const { calendarFile } = await import('./calendar-file');
    saveFile(
      `plan-${this.today()}.ics`,
      new Blob([calendarFile(plan, this.people(), this.lines(), this.settings()?.name ?? 'Workshop')]),
      'text/calendar',
    );
  }
}

/** Late by the calendar or by the plan; what is done and waits to be collected is not. */
const isLate = ({ row: { promisedOn, summary } }: JobLine, plan: PlannedJob | undefined, today: string): boolean =>
  summary.waits !== 'collection' && promisedOn !== undefined && (daysUntil(promisedOn, today) < 0 || (plan?.lateDays ?? 0) > 0);

/** What a wish costs, or why it does not count now. */
function wishText(price: WishPrice | undefined): string {
  if (!price) return '';
  const { wish, rests, later } = price;
  if (rests !== undefined) return rests;
  const day = wish.notBefore === undefined ? '' : `not before ${dayText(wish.notBefore)}`;
  const cost = later.length ? `makes ${later.map(({ number, days }) => `${number} ${daysCount(days)} late`).join(', ')}` : '';
  return [day, cost].filter(Boolean).join(', ');
}
