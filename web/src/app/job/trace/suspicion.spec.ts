import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Help } from '@amber-relay/core/practice';
import type { Evidence, TraceOptions } from '@amber-relay/core/trace';
import { bookingOf, shopOfOne } from '../../testing/shop-of-one';
import { JobRepository } from '../../storage/job-repository';
import { BENCH_ANSWERS } from '../../bench/bench-answers';
import { benchProviders } from '../bench-providers';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { startTraceHelper, Suspicion, type TraceHelper } from './suspicion';
import { until } from '../../testing/still';

/** A worker that answers when it is told to. */
class SlowHelper {
  readonly asked: { readonly evidence: readonly Evidence[]; readonly options: TraceOptions; readonly answer: () => void }[] = [];
  ended = 0;
  readonly helper: TraceHelper = {
    api: {
      useCard: () => Promise.resolve(),
      stand: (evidence, options) =>
        new Promise((resolve) => {
          const result = { sections: [], probes: [], stop: `after ${evidence.length}` };
          this.asked.push({ evidence, options, answer: () => resolve({ result, effects: [] } as never) });
        }),
      trace: () => Promise.resolve(null),
    },
    end: () => (this.ended += 1),
  };
}

describe('Suspicion', () => {
  let drop: () => Promise<void>;
  let slow: SlowHelper;
  let jobId: string;
  const help = signal<Help>('on');
  beforeEach(async () => {
    help.set('on');
    slow = new SlowHelper();
    TestBed.configureTestingModule({
      providers: [
        ...benchProviders,
        { provide: startTraceHelper, useValue: () => slow.helper },
        { provide: BENCH_ANSWERS, useValue: { help, kept: () => Promise.resolve() } },
      ],
    });
    drop = await shopOfOne();
    jobId = (await TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa')).id;
    TestBed.inject(Suspicion);
    TestBed.inject(JobOnBench).jobId.set(jobId);
    await until(() => slow.asked.length === 1);
  });
  afterEach(() => drop());

  it('weighs while it is held back on the practice bench, and lets no screen show of it', async () => {
    const suspicion = TestBed.inject(Suspicion);
    await until(() => {
      slow.asked.forEach(({ answer }) => answer());
      return suspicion.traced() !== null;
    });
    expect(suspicion.open()).toBe(suspicion.traced());
    for (const held of ['off', 'hints'] as const) {
      help.set(held);
      expect([suspicion.open(), suspicion.effects().size]).toEqual([null, 0]);
      expect(suspicion.traced()).not.toBeNull();
    }
  });

  it('asks one question at a time, and of those that came meanwhile only the newest', async () => {
    const writer = TestBed.inject(TapeWriter);
    const job = TestBed.inject(JobOnBench);
    for (const result of ['dead', 'works', 'weak'] as const) await writer.keep({ kind: 'function', functionId: 'receive-am', result });
    await until(() => job.stood().length === 4);
    // Who asks hears of it in the next round.
    TestBed.tick();
    expect(slow.asked.length).toBe(1);
    slow.asked[0]?.answer();
    await until(() => slow.asked.length === 2);
    // What was asked first holds no longer: its answer is not shown.
    expect(TestBed.inject(Suspicion).traced()).toBeNull();
    expect(slow.asked[1]?.evidence.length).toBe(3);
    // The instruments of the shop may be read only now: it is asked once more then, on the same evidence.
    await until(() => {
      slow.asked.slice(1).forEach(({ answer }) => answer());
      return TestBed.inject(Suspicion).traced()?.stop === 'after 3';
    });
    expect(TestBed.inject(Suspicion).weighed()).toBe(3);
  });

  it('tells which instrument is in hand', async () => {
    slow.asked[0]?.answer();
    await TestBed.inject(TapeWriter).keep({
      kind: 'reading',
      subject: { what: 'point', point: 'TP7' },
      value: 3.1,
      unit: 'V',
      step: 0.1,
      condition: {},
      uncertainty: 0,
      verdict: 'in',
    });
    await until(() => {
      slow.asked.forEach(({ answer }) => answer());
      return slow.asked.at(-1)?.options.inHand === 'V';
    });
    expect(slow.asked[0]?.options.inHand).toBeUndefined();
  });

  it('ends its worker with the screen', () => {
    TestBed.inject(Suspicion).ngOnDestroy();
    expect(slow.ended).toBe(1);
  });
});
