import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { AudioMeter, type AudioReading } from '@amber-relay/core/signal';
import { RecordingReader } from '../../recordings/recording-reader';
import { SoundInput } from '../../recordings/sound-input';
import type { SoundHeard } from '../../recordings/recording.worker';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { SoundStage } from './sound-stage';

/** What a meter says of a second of a tone with a little noise, in whole steps so that each run has the same. */
function readingOf(peak: number): AudioReading {
  const meter = new AudioMeter(48_000);
  meter.push(
    Float64Array.from({ length: 48_000 }, (_, k) =>
      Math.max(-1, Math.min(1, peak * Math.sin((2 * Math.PI * k) / 48) + 0.02 * peak * Math.sin((2 * Math.PI * 2345 * k) / 48_000))),
    ),
  );
  return meter.reading()!;
}

class FakeInput {
  readonly inputs = signal([{ id: 'line', name: 'Line input' }]);
  readonly chosen = signal('line');
  readonly state = signal<'off' | 'asking' | 'on'>('off');
  readonly says = signal('');
  readonly heard = signal<SoundHeard | undefined>(undefined);
  readonly name = 'Line input';
  start(): Promise<void> {
    this.state.set('on');
    return Promise.resolve();
  }
  stop(): void {
    this.state.set('off');
  }
  choose(id: string): void {
    this.chosen.set(id);
  }
}

describe('SoundStage', () => {
  let bench: StageOnBench<SoundStage>;
  let input: FakeInput;
  let fromFile: unknown;

  beforeEach(async () => {
    input = new FakeInput();
    TestBed.overrideComponent(SoundStage, { set: { providers: [{ provide: SoundInput, useValue: input }] } });
    TestBed.overrideProvider(RecordingReader, { useValue: { sound: () => Promise.resolve(fromFile) } });
    bench = await stageOnBench(SoundStage);
  });
  afterEach(() => bench.clear());

  const text = (): string => bench.element.textContent.replaceAll(/\s+/g, ' ');
  const hears = async (peak: number): Promise<void> => {
    input.heard.set({ reading: readingOf(peak), response: undefined });
    await bench.settle();
  };
  const drop = async (answer: unknown): Promise<void> => {
    fromFile = answer;
    const field = bench.element.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File(['x'], 'over the air.wav'));
    field.files = files.files;
    field.dispatchEvent(new Event('change'));
    await bench.settle();
  };

  it('shows what is heard, takes it, and keeps it on the tape', async () => {
    await bench.press(/^Listen/);
    await hears(0.3);
    expect(bench.element.querySelector('[data-sinad]')?.textContent).toMatch(/3[34]\.\d dB/);
    await bench.press(/^Take it/);
    await bench.press(/^Keep/);
    const kept = (await bench.tape()).find((entry) => entry.kind === 'recording');
    expect(kept?.from).toBe('Line input');
    expect(kept?.figures.map(({ what }) => what)).toEqual(['sinad', 'sn', 'distortion', 'tone', 'level']);
    expect(bench.element.querySelector('app-recorded')).toBeNull();
  });

  it('says that it is clipped, and tells no SINAD of it', async () => {
    await bench.press(/^Listen/);
    await hears(1.4);
    expect(text()).toContain('It is clipped');
    expect(bench.element.querySelector('[data-sinad]')?.textContent).toBe('–');
  });

  it('takes the background away from the level', async () => {
    await bench.press(/^Listen/);
    await hears(0.03);
    await bench.press(/^This is the background/);
    await hears(0.3);
    await bench.press(/^Take it/);
    const level = (): string => bench.element.querySelector('[data-recorded=level]')?.textContent ?? '';
    expect(level()).toMatch(/−13\.\d dB/);
    await bench.press(/^Background .* forget it/);
    expect(level()).toMatch(/−13\.\d dB/);
    await hears(0.03);
    await bench.press(/^This is the background/);
    await bench.press(/^Take it/);
    expect(level()).toBe('');
    expect(text()).toContain('less than 1 dB above the background');
  });

  it('keeps what was taken when the input goes, and says why it went', async () => {
    await bench.press(/^Listen/);
    await hears(0.3);
    await bench.press(/^Take it/);
    input.state.set('off');
    input.says.set('The input has gone: is it unplugged?');
    await bench.settle();
    expect(text()).toContain('is it unplugged?');
    expect(bench.element.querySelector('[data-recorded=sinad]')).not.toBeNull();
  });

  it('reads a file, says where it was cut short, and why one cannot be read', async () => {
    await drop({ ok: true, reading: readingOf(0.3), response: undefined, seconds: 4, cutShort: true });
    expect(text()).toContain('cut short');
    expect(bench.element.querySelector('[data-recorded=sinad]')).not.toBeNull();
    await drop({ ok: false, message: 'This is not a WAV file.', remedy: 'Save it again.' });
    expect(text()).toContain('This is not a WAV file. Save it again.');
    expect(bench.element.querySelector('[data-recorded]')).toBeNull();
  });
});
