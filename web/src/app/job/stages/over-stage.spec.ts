import { TestBed } from '@angular/core/testing';
import { inMemory, keyingOf, type Keying } from '@amber-relay/core/signal';
import { RecordingReader } from '../../recordings/recording-reader';
import { BenchDatabase } from '../../storage/bench-database';
import { JobRepository } from '../../storage/job-repository';
import { bookingOf } from '../../testing/shop-of-one';
import { standInOver, type StandInOver } from '@amber-relay/core/standin';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { OverStage } from './over-stage';

const usual: StandInOver = {
  sampleRateHz: 48_000,
  seconds: 1.2,
  keyed: [0.1, 1.1],
  offsetHz: 10_120,
  fm: [{ hz: 1000, devHz: 2000 }],
  noiseDb: -45,
};
const keying = (over: Partial<StandInOver> = {}): Promise<Keying> =>
  keyingOf(inMemory(usual.sampleRateHz, standInOver({ ...usual, ...over })), 10_000);

describe('OverStage', () => {
  let bench: StageOnBench<OverStage>;
  let answer: unknown;
  let asked: unknown[];

  beforeEach(async () => {
    localStorage.removeItem('amber-relay-receiver');
    localStorage.removeItem('amber-relay-tuned');
    asked = [];
    TestBed.overrideProvider(RecordingReader, {
      useValue: {
        over: (_: File, of: unknown) => {
          asked.push(of);
          return Promise.resolve(answer);
        },
        stop: () => undefined,
      },
    });
    bench = await stageOnBench(OverStage);
  });
  afterEach(() => bench.clear());

  const text = (): string => bench.element.textContent.replaceAll(/\s+/g, ' ');
  const field = (label: string): HTMLInputElement =>
    [...bench.element.querySelectorAll('app-field')]
      .find((each) => each.textContent.includes(label))!
      .querySelector<HTMLInputElement>('input')!;
  const type = async (label: string, value: string): Promise<void> => {
    const input = field(label);
    input.value = value;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    await bench.settle();
  };
  const drop = async (of: Partial<StandInOver> | string, name = 'over.wav'): Promise<void> => {
    answer =
      typeof of === 'string'
        ? { ok: false, message: of, remedy: 'Take another.' }
        : { ok: true, keying: await keying(of), seconds: 1.2, sampleRateHz: 48_000, cutShort: false };
    const input = bench.element.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File(['x'], name));
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await bench.settle();
  };
  const told = (what: string): string => bench.element.querySelector(`[data-recorded=${what}]`)?.textContent ?? '';

  it('takes what the receiver was tuned to from the name of the file, and keeps what was told', async () => {
    await type('The carrier should be at', '27.185');
    await drop({}, 'over 27.175MHz.wav');
    expect(field('It was tuned to').value).toBe('27.175MHz');
    expect(told('carrier')).toContain('+120 Hz');
    expect(told('deviation')).toContain('2.0');
    await bench.press(/^Keep/);
    const kept = (await bench.tape()).find((entry) => entry.kind === 'recording');
    expect(kept?.nominalHz).toBe(27_185_000);
    expect(kept?.receiver).toContain('not set against a reference');
    expect(kept?.condition.keyed).toBeTrue();
  });

  it('tells no carrier while it is not said where it should be, and refuses what is no frequency', async () => {
    await drop({});
    expect(told('carrier')).toBe('');
    expect(text()).toContain('what the receiver was tuned to is not known');
    await type('It was tuned to', 'seven');
    expect(text()).toContain('Write it like 27.185 MHz');
  });

  it('enters the receiver into a shop that has none, with its error by a reference and the day', async () => {
    await type('It was tuned to', '9.99 MHz');
    await drop({ fm: [], offsetHz: 10_000, clockPpm: 20, tunedHz: 9_990_000 });
    await type('It was no set but a reference, of', '10');
    await type('Which one', 'the bench standard');
    await bench.press(/^Set the receiver by it/);
    const receiver = (await TestBed.inject(BenchDatabase).instruments.toArray()).find(({ checks }) => checks);
    expect(receiver?.name).toContain('Receiver');
    expect(receiver?.checks?.[0]?.against).toBe('the bench standard of 10 MHz');
    expect(Math.abs((receiver?.checks?.[0]?.error ?? 0) - 20)).toBeLessThan(0.3);
    expect(text()).toContain('receiver set against the bench standard of 10 MHz on');
  });

  it('reads it again with I and Q swapped, or with other channels beside it', async () => {
    await drop({});
    await bench.press(/^I and Q swapped/);
    await type('Channels apart', '12.5');
    expect(asked).toEqual([
      { spacingHz: undefined, swapped: false },
      { spacingHz: undefined, swapped: true },
      { spacingHz: 12_500, swapped: true },
    ]);
  });

  it('says why a file cannot be read', async () => {
    await drop('The file has one channel: it is sound, not I and Q.');
    expect(text()).toContain('it is sound, not I and Q. Take another.');
    expect(bench.element.querySelector('[data-recorded]')).toBeNull();
  });

  it('belongs to the job that was on the bench: with another it is gone', async () => {
    await drop({});
    expect(told('deviation')).not.toBe('');
    const other = await TestBed.inject(JobRepository).bookIn(bookingOf('other'), 'Runa');
    bench.job.jobId.set(other.id);
    await bench.settle();
    expect(told('deviation')).toBe('');
  });

  it('is kept once, however often one presses', async () => {
    await drop({});
    const keep = [...bench.element.querySelectorAll('button')].find((button) => button.textContent.trim() === 'Keep')!;
    keep.click();
    keep.click();
    await bench.settle();
    expect((await bench.tape()).filter(({ kind }) => kind === 'recording').length).toBe(1);
  });
});
