import { TestBed } from '@angular/core/testing';
import { CoreError } from '@amber-relay/core/errors';
import type { TapeBody } from '@amber-relay/core/tape';
import { InstrumentLink } from '../../instruments/instrument-link';
import { BenchDatabase } from '../../storage/bench-database';
import { JobRepository } from '../../storage/job-repository';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { until } from '../../testing/still';
import { LineOffer } from '../line-offer';
import { SoakStage } from './soak-stage';

describe('SoakStage', () => {
  let bench: StageOnBench<SoakStage>;
  beforeEach(async () => {
    bench = await stageOnBench(SoakStage);
  });
  afterEach(() => bench.clear());

  const put = async (...bodies: readonly TapeBody[]): Promise<void> => {
    for (const body of bodies) await TestBed.inject(JobRepository).append(bench.jobId, body, 'Runa');
    await bench.settle();
  };
  const text = (): string => bench.element.textContent.replaceAll(/\s+/g, ' ');
  const chips = (): string[] => [...bench.element.querySelectorAll('.acts .chip')].map((chip) => chip.textContent.trim());

  it('works out how long is enough from what one says it did before, and puts that into the line', async () => {
    expect(chips()).toEqual(['by cycles']);
    await bench.fill('failures', '3');
    await bench.fill('observed', '2h');
    // 2 h × (0.05^(−1/3) − 1) = 3 h 25.7 min.
    expect(chips()).toEqual(['3 h 26 min: 95 in 100', '7 h 17 min: 99 in 100', '18 h: 99.9 in 100', 'by cycles']);
    await bench.press(/95 in 100/);
    expect(bench.get(LineOffer).offered()?.line).toBe('soak 206 min after 3 failures in 120 min');
  });

  it('says what is no time', async () => {
    await bench.fill('failures', '3');
    await bench.fill('observed', 'long');
    expect(text()).toContain('Write a time, such as 2h 30 min');
    expect(chips()).toEqual(['by cycles']);
  });

  it('counts a cycle by one press, and ends', async () => {
    await put({ kind: 'soak', act: 'begin', cycles: 2 });
    await bench.press(/^One cycle done$/);
    expect(text()).toContain('1 of 2 cycles');
    await bench.press(/^One cycle done$/);
    expect(bench.element.querySelector('[data-soak]')?.getAttribute('data-soak')).toBe('held');
    await bench.press(/^End it$/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'soak', act: 'end' }));
    expect(text()).toContain('How long is enough');
  });

  it('says why it failed', async () => {
    await put({ kind: 'soak', act: 'begin', holdMinutes: 60 }, { kind: 'soak', act: 'failed', text: 'went quiet' });
    expect(bench.element.querySelector('[data-soak]')?.getAttribute('data-soak')).toBe('failed');
    expect(text()).toContain('went quiet');
  });

  describe('with a linked instrument', () => {
    const meter = { id: 'm', name: 'Bench meter', measures: ['V' as const], ranges: [20], link: { host: 'meter.local', port: 5025 } };
    const begin = async (): Promise<void> => {
      await TestBed.inject(BenchDatabase).instruments.put(meter);
      await put({ kind: 'soak', act: 'begin', holdMinutes: 60 });
      await bench.press(/^Begin$/);
    };
    const readings = async () =>
      (await bench.tape()).flatMap((entry) => (entry.kind === 'reading' ? [[entry.value, entry.instrument]] : []));

    it('reads a point by itself, and no more when it is told to', async () => {
      const read = spyOn(TestBed.inject(InstrumentLink), 'read').and.resolveTo({ value: 3.1, step: 0.01 });
      await begin();
      // It is read beside the page, which does not wait for it.
      await until(async () => (await readings()).length, bench.fixture);
      expect(read).toHaveBeenCalledTimes(1);
      expect(await readings()).toEqual([[3.1, 'm']]);
      expect(text()).toContain('TP7 is read every 5 min, whatever job is on the bench.');
      await bench.press(/^Read no more$/);
      expect(text()).not.toContain('is read every');
    });

    it('says that an instrument does not answer, and goes on', async () => {
      spyOn(TestBed.inject(InstrumentLink), 'read').and.rejectWith(
        new CoreError('unknown-name', 'link', 'The meter does not answer.', 'Switch it on.'),
      );
      await begin();
      await until(() => text().includes('does not answer'), bench.fixture);
      expect(text()).toContain('The meter does not answer. It is asked again in 5 min; go on by hand.');
      expect(await readings()).toEqual([]);
      expect(text()).toContain('is read every 5 min');
    });

    it('refuses what is no time', async () => {
      await TestBed.inject(BenchDatabase).instruments.put(meter);
      await put({ kind: 'soak', act: 'begin', holdMinutes: 60 });
      await bench.fill('every', 'often');
      await bench.press(/^Begin$/);
      expect(text()).toContain('Write minutes, from 0.1 to 1440.');
    });
  });
});
