import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { CoreError } from '@amber-relay/core/errors';
import type { LiveAim } from '@amber-relay/core/run';
import type { AudioTrouble } from '@amber-relay/core/signal';
import { SoundInput } from '../../recordings/sound-input';
import type { SoundHeard } from '../../recordings/recording.worker';
import { InstrumentLink } from '../../instruments/instrument-link';
import { BenchDatabase } from '../../storage/bench-database';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { LineOffer } from '../line-offer';
import { LiveBarView } from './live-bar';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LiveBarView],
  template: `<app-live-bar [start]="start()" name="Loop" [aim]="aim()" />`,
})
class Host {
  readonly start = signal('tp7 ');
  readonly aim = signal<LiveAim>({ for: 'most' });
}

const tone = { toneHz: 1000, toneRms: 0.1, thdPercent: 1, thdPlusMinus: 0.1, harmonics: 2, rmsLevel: 0.1, samples: 32768 };

/** An input that is there when it is asked for. */
class FakeInput {
  readonly heard = signal<SoundHeard | undefined>(undefined);
  readonly says = signal('');
  stopped = false;
  start(): Promise<void> {
    return Promise.resolve();
  }
  stop(): void {
    this.stopped = true;
  }
  hears(sinadDb: number | null, levelDbfs: number, ...troubles: AudioTrouble[]): void {
    const sinad = sinadDb === null ? undefined : { ...tone, sinadDb, snrDb: sinadDb };
    const reading = { levelDbfs, meanDbfs: levelDbfs, peakDbfs: levelDbfs + 3, sinad, hum: undefined, troubles, tailsS: [] };
    this.heard.set({ reading, response: undefined });
  }
}

describe('the live bar', () => {
  let input: FakeInput;
  let bench: StageOnBench<Host>;
  /** What the instrument shows, one after the other; the last stays. */
  let shown: (number | null | Error)[] = [];
  let asked = 0;

  beforeEach(async () => {
    asked = 0;
    TestBed.overrideProvider(InstrumentLink, {
      useValue: {
        sample: async () => {
          const value = shown[Math.min(asked++, shown.length - 1)] ?? null;
          if (value instanceof Error) throw value;
          return { value, step: 0.01 };
        },
      },
    });
    input = new FakeInput();
    TestBed.overrideComponent(LiveBarView, {
      remove: { providers: [SoundInput] },
      add: { providers: [{ provide: SoundInput, useValue: input }] },
    });
    bench = await stageOnBench(Host);
    const meter = { id: 'm', name: 'Bench meter', measures: ['V' as const], ranges: [20], link: { host: 'meter.local', port: 5025 } };
    await TestBed.inject(BenchDatabase).instruments.put(meter);
    await bench.settle();
  });
  afterEach(() => bench.clear());

  const text = (): string => bench.element.textContent.replaceAll(/\s+/g, ' ');
  const press = async (name: string): Promise<void> => {
    [...bench.element.querySelectorAll('button')].find((button) => button.textContent.trim() === name)?.click();
    await bench.settle();
  };
  const until = async (holds: () => boolean): Promise<void> => {
    for (let k = 0; k < 500 && !holds(); k += 1) {
      await new Promise((resolve) => setTimeout(resolve, 10));
      await bench.settle();
    }
    expect(holds()).toBeTrue();
  };

  it('shows what stands and the best so far, and puts before and now into the line', async () => {
    shown = [2, 3.2, 3];
    await press('Live');
    await until(() => text().includes('best 3.20 V') && text().includes('3.00 V'));
    expect(text()).toContain('200 mV under the best');
    await press('Take it');
    expect(bench.get(LineOffer).offered()?.line).toBe('tp7 2.00 V > 3.00 V');
    await press('From here');
    await until(() => text().includes('best 3.00 V'));
    await press('Stop');
    const before = asked;
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(asked).toBeLessThanOrEqual(before + 1);
  });

  it('says when the instrument is gone, and keeps what was read', async () => {
    shown = [2, 2.5, new CoreError('unknown-name', 'link', 'The meter does not answer.', 'Switch it on.')];
    await press('Live');
    await until(() => text().includes('The meter does not answer.'));
    expect(text()).toContain('best 2.50 V');
    expect(text()).toContain('go on by hand');
  });

  it('says where nothing is there', async () => {
    shown = [2, null];
    await press('Live');
    await until(() => text().includes('nothing there'));
  });

  it('is tuned by the sound of the set: SINAD, or how loud it is, and both figures go into the line', async () => {
    await press('By SINAD');
    for (const dB of [8, 14.2, 12.5]) {
      input.hears(dB, -20);
      await bench.settle();
    }
    expect(bench.element.querySelector('[data-live]')?.textContent).toBe('12.5 dB');
    expect(text()).toContain('best 14.2 dB');
    await press('Take it');
    expect(bench.get(LineOffer).offered()?.line).toBe('tp7 8.0 dB > 12.5 dB at the speaker, SINAD');
    input.hears(null, -10, 'clipped');
    await bench.settle();
    expect(bench.element.querySelector('[data-live]')?.textContent).toBe('no clean tone');
    await press('Stop');
    expect(input.stopped).toBeTrue();
    await press('By loudness');
    input.hears(10, -31.4);
    await bench.settle();
    expect(bench.element.querySelector('[data-live]')?.textContent).toBe('−31.4 dB');
  });

  it('says why the sound has gone, and what was heard stays', async () => {
    await press('By SINAD');
    input.hears(10, -20);
    await bench.settle();
    input.says.set('The input has gone: is it unplugged?');
    await bench.settle();
    expect(text()).toContain('is it unplugged?');
    expect(text()).toContain('best 10.0 dB');
  });
});
