import { TestBed } from '@angular/core/testing';
import { readLine } from '@amber-relay/core/entry';
import { JobRepository } from '../../storage/job-repository';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { LineOffer } from '../line-offer';
import { SweepsStage } from './sweeps-stage';

describe('SweepsStage', () => {
  let bench: StageOnBench<SweepsStage>;
  beforeEach(async () => {
    bench = await stageOnBench(SweepsStage);
  });
  afterEach(() => bench.clear());

  const type = async (...lines: readonly string[]): Promise<void> => {
    for (const line of lines) {
      const { entry } = readLine(line, { ...bench.get(LineOffer).context(), instruments: [], onSheets: () => true });
      if (!entry) throw new Error(line);
      await TestBed.inject(JobRepository).append(bench.jobId, entry, 'Runa');
    }
    await bench.settle();
  };
  const region = (name: string): HTMLElement | undefined =>
    [...bench.element.querySelectorAll<HTMLElement>('section')].find((section) => section.getAttribute('aria-label') === name);
  const press = async (name: string): Promise<void> => {
    [...bench.element.querySelectorAll('button')].find((button) => button.textContent.trim().startsWith(name))?.click();
    await bench.settle();
  };
  const offered = (): string => bench.get(LineOffer).offered()?.line ?? '';
  const title = 'TP7 tuning voltage over channels';

  it('says what a sweep is, and offers those the card lends itself to', async () => {
    expect(bench.element.textContent).toContain('One thing is read at each of several steps');
    expect(region('Begin a sweep')).toBeDefined();
  });

  it('asks for the next step as soon as one was read, and only where one goes through it', async () => {
    await type('sweep tp7 channels 1 2 3');
    expect(region(title)?.textContent).toContain('0 of 3');
    await type('tp7 ch1 2.0v');
    expect(offered()).toBe('');
    await press('Go on: ch 2');
    expect(offered()).toMatch(/^tp7 ch2 /);
    await type('tp7 ch2 2.1v');
    expect(offered()).toMatch(/^tp7 ch3 /);
    await type('tp7 ch3 2.1v');
    expect(region(title)?.textContent).toContain('3 of 3');
    expect(offered()).toMatch(/^tp7 ch3 /);
  });

  it('shows a sweep that was taken anew beside the one before, and how far each lies apart', async () => {
    await type('sweep tp7 channels 1 2', 'tp7 ch1 2.0v', 'tp7 ch2 4.0v', 'sweep tp7 channels 1 2', 'tp7 ch1 2.0v', 'tp7 ch2 2.2v');
    const text = region(title)?.textContent.replaceAll(/\s+/g, ' ') ?? '';
    expect(text).toMatch(/ch 2 4\.0 V ?2\.2 V/);
    expect(text).toContain('2.0 V to 2.2 V, 0.8 dB apart');
    expect(text).toContain('before: 2.0 V to 4.0 V, 6 dB apart');
    await press('Once more');
    expect(offered()).toMatch(/^sweep tp7 .*channels 1, 2$/);
  });

  it('says what closings of a contact mean', async () => {
    await type('sweep k1 closings 2', 'k1 0.5 ohm', 'k1 3 ohm');
    expect(bench.element.textContent).toContain('Relay contact:');
    expect(bench.element.querySelector('a[href="/sums/contact-loss"]')).not.toBeNull();
  });
});
