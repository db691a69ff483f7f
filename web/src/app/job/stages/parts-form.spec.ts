import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { PartsForm } from './parts-form';

describe('PartsForm', () => {
  let bench: StageOnBench<PartsForm>;
  beforeEach(async () => (bench = await stageOnBench(PartsForm)));
  afterEach(() => bench.clear());
  const value = (name: string): string => bench.element.querySelector<HTMLInputElement>(`input[name="${name}"]`)?.value ?? '';

  it('fills in the old part from the card, and records the whole', async () => {
    await bench.fill('designator', 'c12');
    expect(value('old')).toBe('220 µF');
    await bench.fill('new', '470 µF');
    await bench.fill('why', 'hum');
    await bench.fill('price', '0,40');
    await bench.fill('quantity', '2');
    await bench.press(/^Record the part/);
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({
        kind: 'fit',
        designator: 'C12',
        section: 'audio',
        oldPart: '220 µF',
        newPart: '470 µF',
        why: 'hum',
        priceMinor: 40,
        quantity: 2,
      }),
    );
    expect(value('designator')).toBe('');
  });

  it('lets the old part follow the designator at each keystroke, until it is typed by hand', async () => {
    await bench.fill('designator', 'c12');
    await bench.fill('designator', 'c1');
    expect(value('old')).toBe('');
    await bench.fill('designator', 'c12');
    expect(value('old')).toBe('220 µF');
    await bench.fill('old', '100 µF, by an earlier hand');
    await bench.fill('designator', 'c1');
    expect(value('old')).toBe('100 µF, by an earlier hand');
  });

  for (const [field, wrong, says] of [
    ['designator', 'C99', 'C99 is not on this card, nor on its sheets'],
    ['price', 'cheap', '"cheap" is not a price'],
    ['quantity', '0', 'whole number of 1 or more'],
  ] as const)
    it(`refuses ${field} "${wrong}", keeps nothing, and leaves what was typed`, async () => {
      await bench.fill('designator', 'C12');
      await bench.fill('new', 'x');
      await bench.fill(field, wrong);
      await bench.press(/^Record the part/);
      expect(bench.element.querySelector('[role="alert"]')?.textContent).toContain(says);
      expect(value(field)).toBe(wrong);
      expect((await bench.tape()).length).toBe(1);
    });
});
