import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Card } from '@amber-relay/core/card';
import type { EntryContext } from '@amber-relay/core/line';
import {
  caseOf,
  doneBy,
  endOf,
  isTest,
  lineAsked,
  PracticeBench,
  type Act,
  type Asked,
  type Claim,
  type Help,
  type LineAsked,
  type Practice,
} from '@amber-relay/core/practice';
import type { TapeBody } from '@amber-relay/core/tape';
import { of, switchMap } from 'rxjs';
import type { BenchAnswers } from '../bench/bench-answers';
import { BenchLine } from '../bench/bench-line';
import { fromStore } from '../storage/from-store';
import { PracticeRepository } from '../storage/practice-repository';
import { Notices } from '../ui/notices';
import { startPracticeHelper } from './practice-helper';
import { ShopBehind } from '../storage/shop-behind';

/** A case that is on the bench: its row as it was begun, its card, and the bench that answers. */
interface OnDesk {
  readonly row: Practice;
  readonly card: Card;
  readonly bench: PracticeBench;
}

/** After so many tests one is asked what one holds. */
const askedEvery = 4;

/** The practice bench: it answers what is asked of the set, keeps what was done, and brings a case to its end. */
@Injectable()
export class PracticeDesk implements BenchAnswers {
  private readonly own = inject(PracticeRepository);
  private readonly behind = inject(ShopBehind);
  private readonly notices = inject(Notices);
  private readonly helper = inject(startPracticeHelper);
  private readonly line = inject(BenchLine);
  private readonly jobId = computed(() => this.line.file()?.row.id ?? '');
  /** The case of the job that is on the bench, as it is kept. */
  readonly row = fromStore('this case', toObservable(this.jobId).pipe(switchMap((id) => (id ? this.own.case$(id) : of(null)))), null);
  private desk: Promise<OnDesk | undefined> | undefined;
  private deskOf = '';
  private last: Promise<unknown> = Promise.resolve();
  private readonly bench = signal<PracticeBench | null>(null);
  /** Counts what was done, so that what is read off the bench is read anew. */
  private readonly done = signal(0);

  readonly help = computed((): Help => this.row()?.help ?? 'off');
  readonly state = computed(() => {
    this.done();
    const bench = this.bench();
    return bench && { minutes: bench.minutes, tests: bench.tests, hasLoad: bench.hasLoad, over: bench.over };
  });
  /** What one is asked to say what one holds of; null when nothing is asked. */
  readonly question = signal<{ readonly section: string; readonly name: string; readonly evidence: number } | null>(null);
  private askedAt = 0;

  constructor() {
    effect(() => {
      const id = this.jobId();
      untracked(() => void this.onDesk(id));
    });
  }

  /** The case of a job, laid on the bench once and found there again as it was left. */
  private onDesk(id = this.jobId()): Promise<OnDesk | undefined> {
    if (!id) return Promise.resolve(undefined);
    if (this.deskOf !== id || !this.desk) {
      this.deskOf = id;
      this.question.set(null);
      this.bench.set(null);
      this.desk = this.lay(id);
    }
    return this.desk;
  }

  private async lay(id: string): Promise<OnDesk | undefined> {
    const row = await this.own.case(id);
    const card = row && (await this.own.cardOfJob(id));
    if (!row || !card) return undefined;
    const bench = new PracticeBench(caseOf(row, card), row.acts);
    this.bench.set(bench);
    this.askedAt = Math.floor(bench.tests / askedEvery) * askedEvery;
    const desk = { row, card, bench };
    // The page was left before it had been gone over.
    if (row.end !== undefined && !row.review) void this.goOver(desk);
    return desk;
  }

  lineAsked(line: string, context: EntryContext): LineAsked | undefined {
    return this.row()?.end ? undefined : lineAsked(line, context);
  }

  takesFirst(asked: Asked): string {
    const covers = this.bench()?.covers(asked) ?? [];
    if (!covers.length) return '';
    const minutes = covers.reduce((sum, each) => sum + each.minutes, 0);
    return `First comes off: ${covers.map(({ remove }) => remove).join(', then ')} (${minutes} min).`;
  }

  /** Asks the set, one thing after the other; when the promise is kept, what was done is kept. */
  ask(asked: Asked): Promise<Act> {
    const act = this.last.then(() => this.askNow(asked));
    this.last = act.catch(() => undefined);
    return act;
  }

  private async askNow(asked: Asked): Promise<Act> {
    const desk = await this.onDesk();
    const nothing: Act = { asked, says: '', minutes: 0 };
    if (!desk || this.row()?.end) return nothing;
    const act = desk.bench.ask(asked);
    await this.keep(desk, {});
    this.done.update((n) => n + 1);
    if (act.told) this.notices.tell({ name: 'practice danger', text: act.told, urgent: true });
    if (desk.bench.over) await this.finish('given-up');
    else if (isTest(asked) && desk.bench.tests - this.askedAt >= askedEvery) void this.askBelief(desk);
    return act;
  }

  async kept(bodies: readonly TapeBody[]): Promise<void> {
    for (const body of bodies) {
      const asked = doneBy(body);
      if (asked) await this.ask(asked);
    }
  }

  /** Sets how much Trace says from now on; what it said before has been said. */
  async setHelp(help: Help): Promise<void> {
    const desk = await this.onDesk();
    if (desk) await this.keep(desk, { help });
  }

  private async keep({ row, bench }: OnDesk, change: Partial<Practice>): Promise<void> {
    const now = (await this.own.case(row.id)) ?? row;
    await this.own.keep({ ...now, acts: [...bench.acts], ...change });
  }

  private async askBelief({ row, card, bench }: OnDesk): Promise<void> {
    this.askedAt = bench.tests;
    const chances = await this.helper().chances({ code: row.code, card, ...(row.told ? { told: row.told } : {}) }, bench.acts);
    const ranked = Object.entries(chances).sort((a, b) => b[1] - a[1]);
    // By turns the likeliest, and one that is not.
    const [section, evidence] = ranked[[0, 2, 1, 4][Math.floor(bench.tests / askedEvery) % 4] ?? 0] ?? [];
    const name = card.sections.find(({ id }) => id === section)?.name;
    if (section !== undefined && name !== undefined && evidence !== undefined) this.question.set({ section, name, evidence });
  }

  /** Keeps what one holds, or that one would not say. */
  async believe(said: number | null): Promise<void> {
    const [question, desk] = [this.question(), await this.onDesk()];
    this.question.set(null);
    if (!question || !desk || said === null) return;
    const beliefs = [
      ...((await this.own.case(desk.row.id))?.beliefs ?? []),
      { after: desk.bench.acts.length, section: question.section, said, evidence: question.evidence },
    ];
    await this.keep(desk, { beliefs });
  }

  /** Brings the case to its end, and goes over it. When the promise is kept, the shop has it. */
  async finish(claim: Claim): Promise<void> {
    const desk = await this.onDesk();
    if (!desk) return;
    // First that it is over, so that nothing of it is lost whatever becomes of the rest.
    await this.keep(desk, { end: endOf(desk.bench, claim), endedAt: new Date().toISOString() });
    await this.tellShop(desk);
    await this.goOver(desk);
  }

  private async goOver(desk: OnDesk): Promise<void> {
    const { row, card, bench } = desk;
    const given = { code: row.code, card, ...(row.told ? { told: row.told } : {}) };
    const [review, measured] = [await this.helper().review(given, bench.acts), await this.helper().measure(given)];
    await this.keep(desk, { review, grade: measured.grade });
    await this.tellShop(desk);
  }

  private async tellShop({ row }: OnDesk): Promise<void> {
    const whole = await this.own.case(row.id);
    if (whole) await this.behind.practice.keep(whole);
  }
}
