import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../../storage/bench-database';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { RecordedView, type Recorded } from './recorded-view';

const recorded: Recorded = {
  of: 'transmission',
  from: 'over.wav',
  by: 'Dongle',
  seconds: 2,
  condition: { keyed: true },
  figures: [{ what: 'deviation', value: 2100, unit: 'Hz', plusMinus: 42 }],
  troubles: [],
  cannot: ['absolute power'],
};

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RecordedView],
  template: `<app-recorded [recorded]="recorded()" />`,
})
class Host {
  readonly recorded = signal(recorded);
}

describe('the figures of a recording', () => {
  let bench: StageOnBench<Host>;
  beforeEach(async () => {
    bench = await stageOnBench(Host);
    const db = TestBed.inject(BenchDatabase);
    const [card] = await db.cards.toArray();
    const [power] = card!.limits;
    await db.cards.put({
      ...card!,
      limits: [
        power!,
        { ...power!, id: 'deviation', word: 'dev', name: 'Deviation', unit: 'Hz', low: 1500, high: 2000 },
        {
          ...power!,
          id: 'low-supply',
          word: 'devlow',
          name: 'Deviation at 11 V',
          unit: 'Hz',
          low: 1500,
          high: 2500,
          condition: { keyed: true, supplyV: 11 },
        },
      ],
    });
    await bench.settle();
  });
  afterEach(() => bench.clear());

  const box = (name: string): HTMLInputElement =>
    [...bench.element.querySelectorAll('label')].find((label) => label.textContent.includes(name))!.querySelector('input')!;

  it('stand beside the tests that they are of; what a test asks for and nobody said is not ticked', () => {
    expect(box('Deviation 1.5').checked).toBeTrue();
    expect(box('Deviation at 11 V').checked).toBeFalse();
    expect(bench.element.textContent).toContain('only if it was measured at 11 V');
  });

  it('keep what was ticked by hand while other things go on, and begin anew with another recording', async () => {
    box('Deviation 1.5').click();
    await bench.settle();
    await TestBed.inject(BenchDatabase).instruments.put({ id: 'm', name: 'New meter', measures: ['V'] });
    await bench.settle();
    expect(box('Deviation 1.5').checked).toBeFalse();
    bench.fixture.componentInstance.recorded.set({ ...recorded });
    await bench.settle();
    expect(box('Deviation 1.5').checked).toBeTrue();
  });

  it('are kept with the readings that are ticked, by what they were measured with', async () => {
    await bench.press(/^Keep$/);
    const readings = (await bench.tape()).flatMap((entry) => (entry.kind === 'reading' ? [entry] : []));
    expect(readings.map(({ subject, verdict, instrument }) => [subject, verdict, instrument])).toEqual([
      [{ what: 'limit', limit: 'deviation' }, 'high', 'Dongle'],
    ]);
  });
});
