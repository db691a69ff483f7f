import { TestBed } from '@angular/core/testing';
import { CoreError } from '@amber-relay/core/errors';
import { InstrumentLink } from '../../instruments/instrument-link';
import { BenchDatabase } from '../../storage/bench-database';
import { JobRepository } from '../../storage/job-repository';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { until } from '../../testing/still';
import { Clock } from '../../ui/clock';
import { SoundInput } from '../../recordings/sound-input';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
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
  const typed = async (line: string): Promise<void> => {
    const read = bench.get(LineOffer).understand(line);
    if (!read.ok || !read.value.entry) throw new Error(line);
    await bench.get(TapeWriter).keep(read.value.entry);
    await bench.settle();
  };
  /** The instrument shows this, a second later. */
  const shows = async (value: number | null | Error): Promise<void> => {
    await until(() => answers.length, bench.fixture);
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
    expect(text()).toContain('changed at 1 of 1 tap,');
    document.dispatchEvent(new KeyboardEvent('keydown', { key: '5', altKey: true }));
    await bench.settle();
    await shows(3.1);
    expect(text()).toContain('1 s since unkeyed');
    await bench.press(/^Keep and end$/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'watch', point: 'TP7', least: 3.1, most: 6.9, dropouts: 1, readings: 3 }),
    );
    expect(text()).toContain('A point, a test or a channel is read again and again');
  });

  it('takes whatever is read by a line: a test, a channel, a part; and says why it does not', async () => {
    await watch('pwr am');
    expect(text()).toContain('Power');
    await typed('pwr am keyed 3.7w');
    expect(text()).toContain('3.7 W; 0 dropouts');
    await watch('note nothing');
    expect(text()).toContain('note nothing is nothing that is read');
    await watch('wibble');
    expect(text()).toContain('"wibble" is not understood.');
    await bench.press(/^Keep and end$/);
    const kept = (await bench.tape()).at(-1);
    expect(kept).toEqual(jasmine.objectContaining({ kind: 'watch', of: { what: 'limit', limit: 'power' }, unit: 'W', readings: 1 }));
  });

  it('says no state that did not hold through all that was typed', async () => {
    await watch('tp7 ch19 am receive');
    await typed('tp7 ch19 am receive 3.1v');
    await typed('tp7 ch1 am receive 2v');
    await bench.press(/^Keep and end$/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'watch', point: 'TP7', readings: 2, condition: { keyed: false, mode: 'AM' } }),
    );
  });

  it('lets a sum answer anew as readings come', async () => {
    const closing = async (value: number): Promise<void> => {
      const of = { subject: { what: 'part' as const, designator: 'K1' }, unit: 'ohm' as const, condition: {} };
      await bench.get(TapeWriter).keep({ kind: 'reading', ...of, value, step: 0.1, uncertainty: 0.05, verdict: 'no-limit' });
      await bench.settle();
    };
    const choose = async (): Promise<void> => {
      const sums = bench.element.querySelector<HTMLSelectElement>('[aria-label="Sum that is watched"]')!;
      sums.value = 'contact-loss';
      sums.dispatchEvent(new Event('change'));
      await bench.settle();
    };
    await closing(0.3);
    await choose();
    expect(text()).toContain('Relay contact: spread');
    clock().atMs += 1000;
    await closing(0.9);
    clock().atMs += 1000;
    await closing(1.5);
    expect(text()).toMatch(/ to 1\.200 Ω; 0 dropouts/);
    await bench.press(/^Keep and end$/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'watch', of: jasmine.objectContaining({ what: 'sum', sum: 'contact-loss' }), readings: 3 }),
    );
  });

  it('hears the sound of the set, and what is clipped is a dropout', async () => {
    const heard = (sinadDb: number, troubles: readonly string[] = []) =>
      ({ reading: { sinad: { sinadDb }, levelDbfs: -20, troubles } }) as never;
    const sound = bench.fixture.debugElement.injector.get(SoundInput);
    const started = spyOn(sound, 'start').and.resolveTo();
    await bench.press(/^SINAD$/);
    await bench.press(/^Loudness$/);
    expect(started).toHaveBeenCalledTimes(1);
    for (const [sinadDb, troubles] of [[18], [12], [11, ['clipped']]] as const) {
      clock().atMs += 1000;
      sound.heard.set(heard(sinadDb, troubles));
      await bench.settle();
    }
    expect(text()).toContain('12.0 dB to 18.0 dB; 1 dropout');
    expect(text()).toContain('−20.0 dB; 1 dropout');
    sound.says.set('The input has gone.');
    await bench.settle();
    expect(text()).toContain('The input has gone. What was heard stays.');
    await bench.press(/^Keep and end$/);
    expect((await bench.tape()).slice(-2).map((entry) => entry.kind === 'watch' && entry.of)).toEqual([
      { what: 'sound', of: 'sinad' },
      { what: 'sound', of: 'level' },
    ]);
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
