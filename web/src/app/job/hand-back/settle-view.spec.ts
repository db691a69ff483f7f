import { ofKind } from '@amber-relay/core/tape';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { SettleView } from './settle-view';
import { SignatureBox, strokesOf } from './signature-box';
import { By } from '@angular/platform-browser';

describe('SettleView', () => {
  let bench: StageOnBench<SettleView>;
  beforeEach(async () => {
    bench = await stageOnBench(SettleView);
  });
  afterEach(() => bench.clear());
  const refusal = (): string => bench.element.querySelector('[role="alert"]')?.textContent ?? '';
  const sum = (): HTMLInputElement => bench.element.querySelector('input[name=sum]')!;

  it('keeps a price, what came for it, and offers the rest', async () => {
    await bench.press(/^Fixed price of the work$/);
    await bench.fill('sum', '85');
    await bench.fill('for', 'alignment');
    await bench.press(/^Keep$/);
    await bench.press(/^Paid beforehand$/);
    await bench.fill('sum', '20,50');
    await bench.press(/^Keep$/);
    await bench.press(/^Paid$/);
    expect(sum().placeholder).toBe('64.50');
    // What is offered is taken where nothing is typed.
    await bench.press(/^Keep$/);
    const tape = await bench.tape();
    expect(ofKind(tape, 'charge')).toEqual([jasmine.objectContaining({ act: 'fixed', amountMinor: 8500, text: 'alignment' })]);
    expect(ofKind(tape, 'paid').map(({ act, amountMinor }) => [act, amountMinor])).toEqual([
      ['deposit', 2050],
      ['payment', 6450],
    ]);
    expect(bench.element.querySelector('app-paper-table')?.textContent).toContain('Paid in full');
  });
  it('refuses what is no sum, and keeps what was typed', async () => {
    const before = (await bench.tape()).length;
    await bench.fill('sum', 'much');
    await bench.press(/^Keep$/);
    expect(refusal()).toBe('"much" is not a sum. Write it like 42.10.');
    expect(sum().value).toBe('much');
    expect((await bench.tape()).length).toBe(before);
  });
  it('keeps a signature with its words and name, and no name without one', async () => {
    await bench.fill('who', ' ');
    await bench.press(/^Keep without a signature$/);
    expect(refusal()).toBe('Write whose name it is.');
    await bench.fill('who', 'Hesta Ferry');
    const box = bench.fixture.debugElement.query(By.directive(SignatureBox)).componentInstance as SignatureBox;
    box.written.emit([[20, 120, 40, 40]]);
    await bench.settle();
    await bench.press(/^Keep the signature$/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({
        kind: 'signed',
        who: 'Hesta Ferry',
        text: 'I have got the set back as it is described here.',
        strokes: [[20, 120, 40, 40]],
      }),
    );
    expect(bench.element.textContent).toContain('Signed by Hesta Ferry');
    expect(bench.element.textContent).toContain('Keep without a signature');
  });
});

describe('strokesOf', () => {
  const points = (...places: readonly (readonly [number, number])[]) => ({ points: places.map(([x, y]) => ({ x, y })) });
  it('is in the steps of its box however large it was written, inside it, and each place once', () => {
    expect(strokesOf([points([10, 20], [10.1, 20], [30, 40]), points([-5, 900])], 2)).toEqual([
      [20, 40, 60, 80],
      [0, 200],
    ]);
  });
  it('keeps a very long stroke to what the tape takes, with its end', () => {
    const [stroke = []] = strokesOf([points(...Array.from({ length: 5000 }, (_, k) => [k % 600, k % 200] as const))], 1);
    expect(stroke.length).toBeLessThanOrEqual(2000);
    expect(stroke.length).toBeGreaterThan(1000);
    expect(
      strokesOf(
        Array.from({ length: 90 }, () => points([1, 1])),
        1,
      ).length,
    ).toBe(60);
  });
});
