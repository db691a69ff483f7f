import { TestBed } from '@angular/core/testing';
import { readCard } from '@amber-relay/core/card';
import { BenchDatabase } from '../../storage/bench-database';
import { JobRepository } from '../../storage/job-repository';
import { pocketCard } from '../../testing/shop-of-one';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { SafetyStage } from './safety-stage';

describe('SafetyStage', () => {
  let bench: StageOnBench<SafetyStage>;
  beforeEach(async () => {
    bench = await stageOnBench(SafetyStage);
    await TestBed.inject(BenchDatabase).cards.put(
      readCard({
        ...structuredClone(pocketCard),
        coldChecks: [
          { id: 'fuse', name: 'Fuse fitted', expect: '2 A quick' },
          { id: 'shorts', name: 'Shorts', expect: 'above 20 Ω', unit: 'ohm', low: 20 },
        ],
        hazards: [{ kind: 'high-voltage', text: 'Lethal.', dischargeAt: 'C1', belowV: 30 }],
      }),
    );
    TestBed.inject(JobRepository).forgetCards();
    bench.job.jobId.set('');
    await bench.settle();
    bench.job.jobId.set(bench.jobId);
    await bench.settle();
  });
  afterEach(() => bench.clear());

  it('asks for every check and hazard of this very card, and is not signed before all are answered', async () => {
    expect(bench.element.textContent).toContain('4 left');
    expect([...bench.element.querySelectorAll('[data-check]')].map((row) => row.getAttribute('data-check'))).toEqual([
      'fuse',
      'shorts',
      'stand-by',
      'hazard-high-voltage',
    ]);
    expect(bench.element.querySelector<HTMLButtonElement>('header button')?.disabled).toBeTrue();
  });

  it('judges a measured check by its limits', async () => {
    await bench.fill('shorts', '3');
    await bench.press(/^Shorts: keep/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'safety', check: 'shorts', result: 'wrong', value: 3, text: 'should be min 20 Ω' }),
    );
    await bench.fill('shorts', '4k7');
    await bench.press(/^Shorts: keep/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ result: 'right', value: 4700 }));
  });

  it('never takes high voltage that is still there for done', async () => {
    await bench.fill('hazard-high-voltage', '-410');
    await bench.press(/^High voltage: keep/);
    expect(bench.element.querySelector('[role="alert"]')?.textContent).toContain('−410 V is still there');
    expect((await bench.tape()).some((e) => e.kind === 'safety')).toBeFalse();
    await bench.fill('hazard-high-voltage', '4');
    await bench.press(/^High voltage: keep/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'safety', result: 'right', value: 4 }));
  });

  it('is signed on the tape once all is answered', async () => {
    await bench.press(/^Fuse fitted: right/);
    await bench.press(/^Shorts: not needed/);
    await bench.fill('stand-by', 'Talvi Orrin');
    await bench.press(/^Who stands by: keep the name/);
    await bench.fill('hazard-high-voltage', '2');
    await bench.press(/^High voltage: keep/);
    await bench.press(/^Sign off/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'sign-off', stage: 'safety' }));
    expect(bench.job.signed()).toBeTrue();
  });

  it('cannot be signed while a check is wrong, and says so', async () => {
    await bench.press(/^Fuse fitted: wrong/);
    await bench.press(/^Shorts: not needed/);
    await bench.fill('stand-by', 'Talvi Orrin');
    await bench.press(/^Who stands by: keep the name/);
    await bench.fill('hazard-high-voltage', '2');
    await bench.press(/^High voltage: keep/);
    expect(bench.element.querySelector('header')?.textContent).toContain('1 wrong: mend it, then answer again');
    expect(bench.element.querySelector<HTMLButtonElement>('header button')?.disabled).toBeTrue();
    await bench.press(/^Fuse fitted: right/);
    expect(bench.element.querySelector<HTMLButtonElement>('header button')?.disabled).toBeFalse();
  });

  it('is gone on with for a reason that stands under it, or not at all', async () => {
    await bench.press(/^Fuse fitted: wrong/);
    const button = (): HTMLButtonElement =>
      [...bench.element.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Go on with it')!;
    expect(button().disabled).toBeTrue();
    await bench.fill('reason-fuse', 'the right one comes tomorrow');
    await bench.press(/^Fuse fitted: go on with it/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'safety', check: 'fuse', result: 'accepted', text: 'the right one comes tomorrow' }),
    );
    expect(bench.element.querySelector('[data-check=fuse]')?.textContent).toContain('wrong, gone on with: the right one comes tomorrow');
  });

  it('asks for the proof again once the set has had power', async () => {
    await bench.fill('hazard-high-voltage', '2');
    await bench.press(/^High voltage: keep/);
    expect(bench.element.querySelector('[data-stale]')).toBeNull();
    await TestBed.inject(JobRepository).append(bench.jobId, { kind: 'function', functionId: 'receive-am', result: 'works' }, 'Runa');
    await bench.settle();
    expect(bench.element.querySelector('[data-check=hazard-high-voltage] [data-stale]')?.textContent).toContain('prove it gone again');
  });

  it('says what is wrong with a figure and keeps nothing', async () => {
    await bench.fill('shorts', 'many');
    await bench.press(/^Shorts: keep/);
    expect(bench.element.querySelector('[role="alert"]')?.textContent).toContain('not the start of a number');
    expect((await bench.tape()).length).toBe(1);
  });
});
