import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { measureCase, reviewOf, caseOf, type Act } from '@amber-relay/core/practice';
import { traceModel } from '@amber-relay/core/trace';
import { BENCH_ANSWERS } from '../bench/bench-answers';
import { BenchLine } from '../bench/bench-line';
import { BenchDatabase } from '../storage/bench-database';
import { DATABASE_NAME } from '../storage/database-name';
import { JobRepository } from '../storage/job-repository';
import { PracticeRepository } from '../storage/practice-repository';
import { SHOP_BEHIND, ShopBehind } from '../storage/shop-behind';
import { Notices } from '../ui/notices';
import { BeginCase } from './begin-case';
import { PracticeDesk } from './practice-desk';
import { startPracticeHelper, type PracticeHelper } from './practice-helper';
import type { CaseGiven } from './practice.worker';

/** What the worker does, done here. */
const helper = {
  review: ({ card, ...row }: CaseGiven, acts: readonly Act[]) => Promise.resolve(reviewOf(caseOf(row, card), traceModel(card, 25), acts)),
  measure: ({ card, ...row }: CaseGiven) => Promise.resolve(measureCase(caseOf(row, card), traceModel(card, 25))),
  chances: () => Promise.resolve({ vco: 0.4, mixer: 0.3, agc: 0.1, reference: 0.1, divider: 0.1 }),
} as unknown as PracticeHelper;

describe('PracticeDesk', () => {
  const shop = `spec shop ${crypto.randomUUID()}`;
  let desk: PracticeDesk;
  let id: string;
  const kept = () => TestBed.inject(PracticeRepository).case(id);
  const told = () => TestBed.inject(ShopBehind).practice.case(id);

  /** Opens the job as the job screen does. */
  async function opened(): Promise<void> {
    TestBed.inject(BenchLine).file.set((await TestBed.inject(JobRepository).file(id)) ?? null);
    TestBed.tick();
    for (let n = 0; n < 100 && !desk.state(); n += 1) await new Promise((resolve) => setTimeout(resolve, 20));
  }

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        { provide: DATABASE_NAME, useValue: `spec ${crypto.randomUUID()}` },
        { provide: SHOP_BEHIND, useValue: shop },
        { provide: startPracticeHelper, useValue: () => helper },
        ShopBehind,
        BeginCase,
        PracticeDesk,
        { provide: BENCH_ANSWERS, useExisting: PracticeDesk },
      ],
    });
    id = await TestBed.inject(BeginCase).begin({ told: 'farm-gate', help: 'off' });
    desk = TestBed.inject(PracticeDesk);
    await opened();
  });
  afterEach(async () => {
    await TestBed.inject(BenchDatabase).delete();
  });

  it('keeps what was asked with its answer, one thing after the other', async () => {
    const [checks, receive] = await Promise.all([
      desk.ask({ what: 'check', check: 'cold' }),
      desk.ask({ what: 'function', id: 'receive-am' }),
    ]);
    expect(receive.says).toBe('dead');
    expect((await kept())?.acts).toEqual([checks, receive]);
    expect(desk.state()).toEqual(jasmine.objectContaining({ tests: 1, hasLoad: false }));
  });

  it('does to the set what an entry says was done, and tells of danger', async () => {
    await desk.kept([
      { kind: 'note', text: 'nothing' },
      { kind: 'safety', check: 'fuse', result: 'right' },
    ]);
    await desk.ask({ what: 'function', id: 'transmit-am' });
    expect(
      TestBed.inject(Notices)
        .all()
        .map(({ text }) => text)
        .join(),
    ).toContain('nothing on the antenna socket');
    expect((await kept())?.acts.map(({ asked }) => asked.what)).toEqual(['check', 'function']);
  });

  it('asks now and then what one holds, and keeps it beside what the evidence says', async () => {
    await desk.ask({ what: 'check', check: 'cold' });
    for (const name of ['receive-am', 'receive-fm', 'squelch-closes', 'all-channels-alike']) await desk.ask({ what: 'function', id: name });
    for (let n = 0; n < 50 && !desk.question(); n += 1) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(desk.question()?.section).toBe('agc');
    await desk.believe(0.3);
    expect((await kept())?.beliefs).toEqual([{ after: 5, section: 'agc', said: 0.3, evidence: 0.1 }]);
    expect(desk.question()).toBeNull();
  });

  it('brings it to its end, tells the shop, and leaves the jobs of the shop alone', async () => {
    await desk.ask({ what: 'check', check: 'cold' });
    await desk.kept([
      {
        kind: 'fit',
        designator: 'IC5',
        section: 'af-power-stage',
        oldPart: '',
        newPart: 'new',
        why: '',
        proof: '',
        priceMinor: 0,
        quantity: 1,
        source: '',
      },
    ]);
    await desk.finish('mended');
    const row = await told();
    expect([row?.end, row?.review?.truth[0], row?.grade]).toEqual([
      'mended',
      'AF power stage: IC5, a bad part.',
      jasmine.any(String) as unknown as 'nobody',
    ]);
    // After the end nothing is asked any more.
    expect((await desk.ask({ what: 'function', id: 'receive-am' })).says).toBe('');
    expect((await kept())?.acts.length).toBe(2);
    expect(await TestBed.inject(ShopBehind).practice.cards()).toEqual([]);
  });

  it('finds it again as it was left, and goes over what ended before that could be done', async () => {
    await desk.ask({ what: 'check', check: 'cold' });
    await desk.ask({ what: 'function', id: 'receive-am' });
    const row = (await kept())!;
    await TestBed.inject(PracticeRepository).keep({ ...row, end: 'given-up' });
    const anew = TestBed.runInInjectionContext(() => new PracticeDesk());
    TestBed.tick();
    for (let n = 0; n < 200 && !(await told())?.review; n += 1) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(anew.state()?.tests).toBe(1);
    expect((await told())?.review?.tests).toBe(1);
  });
});
