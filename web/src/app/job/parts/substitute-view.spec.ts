import { TestBed } from '@angular/core/testing';
import { ShopChanges } from '../../storage/shop-changes';
import { JobRepository } from '../../storage/job-repository';
import { bookingOf } from '../../testing/shop-of-one';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { until } from '../../testing/still';
import { SubstituteView } from './substitute-view';

describe('SubstituteView', () => {
  let bench: StageOnBench<SubstituteView>;
  const fit = {
    kind: 'fit',
    designator: 'Q7',
    oldPart: 'SR-2201',
    newPart: 'SR-4401',
    why: '',
    proof: '',
    priceMinor: 0,
    quantity: 1,
    source: '',
  } as const;
  beforeEach(async () => {
    bench = await stageOnBench(SubstituteView);
  });
  afterEach(() => bench.clear());
  const ratings = async (which: 0 | 1, text: string): Promise<void> => {
    const box = bench.element.querySelectorAll('textarea')[which]!;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    await bench.settle();
  };
  const legs = async (which: 0 | 1, text: string): Promise<void> => {
    const box = bench.element.querySelectorAll<HTMLInputElement>('.side input.box:not([name])')[which]!;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    await bench.settle();
  };
  const says = (): string => bench.element.textContent?.replace(/\s+/g, ' ') ?? '';

  it('holds two parts against each other by their ratings and legs, and keeps that as evidence', async () => {
    await bench.fill('designator', 'q7');
    await bench.fill('original', 'SR-2201');
    await bench.fill('candidate', 'SR-4401');
    await ratings(0, 'vceo 40V, leakage 50nA, quick');
    await ratings(1, 'vceo 60V, leakage 10nA');
    await legs(0, 'EBC');
    await legs(1, 'CBE');
    expect(says()).toContain('Not read: quick.');
    expect(says()).toContain('lower is better');
    expect(says()).toContain('At least as good in all that is rated.');
    expect(says()).toContain('the legs are crossed: 1 is collector, not emitter');
    expect(says()).toContain('Nobody here has put the one in the place of the other yet.');
    await bench.press(/^Keep it as evidence$/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({
        kind: 'substitute',
        designator: 'Q7',
        verdict: 'better',
        legs: jasmine.objectContaining({ original: 'EBC', candidate: 'CBE', fit: 'crossed' }),
      }),
    );
    // What was kept is known of both from now on.
    await bench.fill('original', 'sr-2201');
    await until(() => says().includes('Known from job'), bench.fixture);
    expect(says()).toContain('collector to emitter voltage 40V');
  });
  it('turns a rating round by a press', async () => {
    await ratings(0, 'hfe 100');
    await ratings(1, 'hfe 80');
    expect(says()).toContain('It falls short.');
    await bench.press(/^current gain: higher is better$/);
    expect(says()).toContain('At least as good in all that is rated.');
  });
  it('knows what the drawers say, and who used it before and that it came back', async () => {
    await TestBed.inject(ShopChanges).saveStock([
      { id: 'a', part: 'SR-2201', kind: '', quantity: 0, priceMinor: 0, drawer: '', supplier: '', legs: 'EBC', ratings: 'vceo 40V' },
    ]);
    const jobs = TestBed.inject(JobRepository);
    const booking = bookingOf();
    const set = { ...booking.set, id: crypto.randomUUID(), serial: '99' };
    const first = await jobs.bookIn({ ...booking, set }, 'Runa');
    await jobs.append(first.id, fit, 'Runa');
    await jobs.append(first.id, { kind: 'handed-back', totalMinor: 0 }, 'Runa');
    const again = await jobs.bookIn({ ...booking, set }, 'Runa');
    await jobs.append(again.id, { ...fit, oldPart: 'SR-4401' }, 'Runa');
    await bench.fill('original', 'SR-2201');
    await bench.fill('candidate', 'SR-4401');
    await until(() => says().includes('used before'), bench.fixture);
    expect(says()).toContain(`used before: came back after job ${first.number}.`);
    expect(says()).toContain('Known from the drawers: vceo 40V');
  });
});
