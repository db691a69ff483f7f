import { TestBed } from '@angular/core/testing';
import { CoreError } from '@amber-relay/core/errors';
import { InstrumentLink } from '../../instruments/instrument-link';
import { BenchDatabase } from '../../storage/bench-database';
import { JobRepository } from '../../storage/job-repository';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { Clock } from '../../ui/clock';
import { WatchStage } from './watch-stage';

/** The clock of the bench, which a spec puts on. */
class HandClock extends Clock {
  atMs = Date.UTC(2026, 1, 12, 9);
  override now(): Date {
    return new Date(this.atMs);
  }
}

describe('WatchStage', () => {
  let bench: StageOnBench<WatchStage>;
  /** What the instrument shows next; it waits for each. */
  let answers: ((value: number | null | Error) => void)[];
  const clock = (): HandClock => TestBed.inject(Clock) as HandClock;

  beforeEach(async () => {
    answers = [];
    TestBed.overrideProvider(Clock, { useFactory: () => new HandClock(), deps: [] });
    TestBed.overrideProvider(InstrumentLink, {
      useValue: {
        sample: () =>
          new Promise((resolve, reject) =>
            answers.push((value) => (value instanceof Error ? reject(value) : resolve({ value, step: 0.01 }))),
          ),
      },
    });
    bench = await stageOnBench(WatchStage);
  });
  afterEach(() => bench.clear());

  const meter = { id: 'm', name: 'Bench meter', measures: ['V' as const], ranges: [20], link: { host: 'meter.local', port: 5025 } };
  const text = (): string => bench.element.textContent.replaceAll(/\s+/g, ' ');
  const watch = async (name: string): Promise<void> => {
    const box = bench.element.querySelector<HTMLInputElement>('#watch-point')!;
    box.value = name;
    box.form?.dispatchEvent(new Event('submit', { cancelable: true }));
    await bench.settle();
  };
  /** The instrument shows this, a second later. */
  const shows = async (value: number | null | Error): Promise<void> => {
    for (let k = 0; k < 400 && !answers.length; k += 1) await new Promise((resolve) => setTimeout(resolve, 10));
    clock().atMs += 1000;
    answers.shift()?.(value);
    await bench.settle();
  };

  it('says where there is no such point', async () => {
    await watch('tp99');
    expect(text()).toContain('There is no point tp99 on this card.');
  });

  it('takes typed readings where no linked instrument reads it', async () => {
    await watch('tp7');
    expect(text()).toContain('no linked instrument is free for it: type its readings');
    clock().atMs += 60_000;
    const typed = {
      kind: 'reading' as const,
      subject: { what: 'point' as const, point: 'TP7' },
      value: 3.1,
      unit: 'V' as const,
      step: 0.1,
    };
    await TestBed.inject(JobRepository).append(bench.jobId, { ...typed, condition: {}, uncertainty: 0.1, verdict: 'in' }, 'Runa');
    await bench.settle();
    expect(text()).toContain('0 dropouts');
  });

  it('counts what changed when something was done, and keeps it on the tape', async () => {
    await TestBed.inject(BenchDatabase).instruments.put(meter);
    await bench.settle();
    await watch('tp7');
    await shows(3.1);
    // What is done in the moment of a reading was not read before: it is done a little later.
    clock().atMs += 300;
    await bench.press(/^Tap/);
    await shows(6.9);
    expect(text()).toContain('3.10 V to 6.90 V; 1 dropout');
    expect(text()).toContain('changed at 1 of 1 taps');
    document.dispatchEvent(new KeyboardEvent('keydown', { key: '5', altKey: true }));
    await bench.settle();
    await shows(3.1);
    expect(text()).toContain('1 s since unkeyed');
    await bench.press(/^Keep and end$/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'watch', point: 'TP7', least: 3.1, most: 6.9, dropouts: 1, readings: 3 }),
    );
    expect(text()).toContain('A point is read again and again');
  });

  it('says when the instrument is gone, and keeps the strip', async () => {
    await TestBed.inject(BenchDatabase).instruments.put(meter);
    await bench.settle();
    await watch('tp7');
    await shows(3.1);
    await shows(new CoreError('unknown-name', 'link', 'The meter does not answer.', ''));
    expect(text()).toContain('The meter does not answer. What was read stays');
    expect(text()).toContain('3.10 V; 0 dropouts');
  });
});
