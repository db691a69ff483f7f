import fc from 'fast-check';
import { listedParts, polarityOpen, stockMoves, beforeHandBack, type StockItem } from '../job';
import { sampleJob, sampleShop, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import { accessOrder, type LiesAt } from './access-order';
import { fitListed, toOrder } from './fit-listed';
import { againstIt, chosenFromStock, inDrawers } from './in-drawers';
import { touching } from './neighbours';
import { specOf } from './part-spec';
import { readPastedList } from './paste-list';

const context = { condition: {}, instruments: [] };
const item = (id: string, part: string, quantity = 10, drawer = 'B1'): StockItem => ({
  id,
  part,
  kind: '',
  quantity,
  priceMinor: 40,
  drawer,
  supplier: 'Mell & Tarrant Parts',
});
const stock = [
  item('47u-16', '47 µF 16 V 105 °C 5 × 11 mm', 4),
  item('47u-25', '47 µF 25 V 105 °C 6.3 × 11 mm', 10),
  item('220u-25', '220 µF 25 V 105 °C 8 × 11.5 mm', 2, 'B2'),
  item('220u-16', '220 µF 16 V 85 °C', 9, 'B2'),
  item('4k7', '4.7 kΩ 0.25 W', 20, 'R1'),
  item('diode', 'switching diode', 3, 'D4'),
];
const listOf = (...bodies: TapeBody[]) => listedParts(undefined, tapeOf(...bodies));
const listed = (designator: string, more: Partial<Extract<TapeBody, { kind: 'listed' }>> = {}): TapeBody => ({
  kind: 'listed',
  designator,
  ...more,
});

describe('The name of a part', () => {
  for (const [name, spec] of [
    ['220u 25v 105c 8x11.5', { farad: 220e-6, volts: 25, celsius: 105, diameterM: 0.008, heightM: 0.0115 }],
    ['220 µF 25 V 105 °C 8 × 11,5 mm p3.5', { farad: 220e-6, volts: 25, celsius: 105, diameterM: 0.008, heightM: 0.0115, pitchM: 0.0035 }],
    ['2 × 100 nF', { farad: 100e-9 }],
    ['47 kΩ 7 W', { ohm: 47_000, watts: 7 }],
    ['switching diode', {}],
  ] as const)
    it(`says what it is: ${name}`, () => {
      const read = specOf(name);
      expect(Object.keys(read).sort()).toEqual(Object.keys(spec).sort());
      for (const [of, value] of Object.entries(spec))
        expect(read[of as keyof typeof read])
          .withContext(of)
          .toBeCloseTo(value, 9);
    });
});

describe('A pasted list', () => {
  const value = (text: string): Record<string, string | undefined> =>
    Object.fromEntries(readPastedList(text, context).parts.map((part) => [part.designator, part.value]));
  it('is read as people write one', () => {
    expect(value('C1 220u 25v\nC2, C3: 47u/16V\n- C4-C6 = 10u 50v\n\n1. C7\t2\t100n')).toEqual({
      C1: '220u 25v',
      C2: '47u/16V',
      C3: '47u/16V',
      C4: '10u 50v',
      C5: '10u 50v',
      C6: '10u 50v',
      C7: '2 100n',
    });
    expect(value('c1,c2,c3 3 47u 16V')).toEqual({ C1: '47u 16V', C2: '47u 16V', C3: '47u 16V' });
    expect(value('C10 .. C12;220 µF;25 V')).toEqual({ C10: '220 µF 25 V', C11: '220 µF 25 V', C12: '220 µF 25 V' });
    expect(value('c1-c3')).toEqual({ C1: undefined, C2: undefined, C3: undefined });
  });
  it('tells each line that it does not understand, and takes the rest', () => {
    const { parts, wrong } = readPastedList('Part;Value\nC1;47u 16v\nplease hurry', context);
    expect(parts.map(({ designator }) => designator)).toEqual(['C1']);
    expect(wrong.map(({ line, text }) => [line, text])).toEqual([
      [1, 'Part;Value'],
      [3, 'please hurry'],
    ]);
  });
  it('loses no part, whatever stands between them', () => {
    const numbers = fc.uniqueArray(fc.integer({ min: 1, max: 999 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(
        numbers,
        fc.constantFrom(', ', ',', ' ', ' and ', ' + '),
        fc.constantFrom(' ', ': ', '\t', ';'),
        (all, between, before) => {
          const text = `${all.map((n) => `C${n}`).join(between)}${before}47u 16v`;
          expect(Object.entries(value(text)).sort()).toEqual(all.map((n): [string, string] => [`C${n}`, '47u 16v']).sort());
        },
      ),
    );
  });
});

describe('What the drawers hold', () => {
  const place = { value: '', old: '' };
  const best = (value: string, old = ''): readonly string[] => inDrawers({ ...place, value, old }, stock).map(({ id }) => id);
  it('is what does there, the nearest rating first', () => {
    expect(best('47u 16v')).toEqual(['47u-16', '47u-25']);
    expect(best('47u 25v')).toEqual(['47u-25']);
    expect(best('220u 25v')).toEqual(['220u-25']);
    expect(best('4k7')).toEqual(['4k7']);
    expect(best('switching diode')).toEqual(['diode']);
    expect(best('mercury switch')).toEqual([]);
  });
  it('is never rated below what is in, though less was typed, nor of another sort that is called alike', () => {
    expect(best('47u 16v', '47 µF 25 V')).toEqual(['47u-25']);
    expect(best('47u', '47 µF 25 V')).toEqual(['47u-25']);
    expect(best('', '47 µF 25 V')).toEqual(['47u-25']);
    expect(best('4k7', '4.7 kΩ 1 W')).toEqual([]);
    expect(best('switching')).toEqual([]);
    expect(againstIt({ ...place, value: '', old: '47 µF 25 V' }, '47u 16v')).toEqual(['Rated 16 V, below 25 V.']);
  });
  it('may depart in value as far as what it does there allows', () => {
    const of = (role?: 'reservoir' | 'timing') =>
      inDrawers({ ...place, value: '180u 16v', ...(role ? { role } : {}) }, stock).map(({ id }) => id);
    expect([of(), of('timing'), of('reservoir')]).toEqual([[], [], ['220u-16', '220u-25']]);
  });
  it('is held against the room in millimetres', () => {
    const against = (room: { diameterM: number; heightM: number }, name: string) =>
      againstIt({ ...place, value: '220u 16v', room }, name)?.join() ?? 'another sort';
    const name = '220 µF 25 V 105 °C 8 × 11.5 mm';
    expect(against({ diameterM: 0.009, heightM: 0.013 }, name)).toBe('');
    expect(against({ diameterM: 0.0075, heightM: 0.013 }, name)).toContain('Diameter 8 mm');
    expect(against({ diameterM: 0.009, heightM: 0.011 }, name)).toContain('Height 11.5 mm');
    expect(against({ diameterM: 0.009, heightM: 0.011 }, '220 µF 16 V')).toContain('size is not known');
  });
  it('is shared out: what one part has, another does not', () => {
    const list = listOf(...Array.from({ length: 6 }, (_, k) => listed(`C${k + 1}`, { value: '47u 16v' })));
    const chosen = chosenFromStock(list, stock);
    expect([...chosen.values()].map(({ id }) => id)).toEqual([...Array(4).fill('47u-16'), '47u-25', '47u-25']);
  });
});

describe('A whole list', () => {
  const taken: TapeBody[] = [
    listed('C1', { value: '47u 16v', stock: '47u-16', stands: '+ left' }),
    listed('C2', { value: '47u 16v', stock: '47u-16' }),
    listed('R3', { value: '4k7', stock: '4k7' }),
    listed('C4', { value: '1000u 63v' }),
    listed('C5', { value: '1000u 63v' }),
    listed('C6', { value: '100n film', state: 'here' }),
    listed('C7', { value: '47u 16v', state: 'left', why: 'measures as new' }),
  ];
  it('is fitted by one press, but for what hinders, which is told', () => {
    const { fits, not } = fitListed(listOf(...taken), stock);
    expect(fits.map(({ designator, newPart, priceMinor, source }) => [designator, newPart, priceMinor, source])).toEqual([
      ['C1', '47 µF 16 V 105 °C 5 × 11 mm', 40, 'stock, B1'],
      ['R3', '4.7 kΩ 0.25 W', 40, 'stock, R1'],
      ['C6', '100n film', 0, ''],
    ]);
    expect(not.map(({ designator }) => designator)).toEqual(['C2', 'C4', 'C5']);
    expect(not[0]?.why).toContain('how it stands');
    const guarded = fitListed(listOf(...taken), stock, {
      against: (name) => (name === 'R3' ? 'The bias is open.' : undefined),
      priced: false,
    });
    expect(guarded.fits.map(({ priceMinor }) => priceMinor)).toEqual([0, 0]);
    expect(guarded.not.map(({ why }) => why)).toContain('The bias is open.');
  });
  it('says what is to be ordered, those alike counted together', () => {
    expect(toOrder(listOf(...taken), stock).map(({ part, count, designators }) => [part, count, designators])).toEqual([
      ['1000u 63v', 2, ['C4', 'C5']],
    ]);
  });
  it('does not count on what is here for another part', () => {
    const two = [
      listed('C1', { value: '220u 25v', stock: '220u-25', state: 'here' }),
      listed('C2', { value: '220u 25v', stock: '220u-25' }),
    ];
    const one = stock.map((each) => (each.id === '220u-25' ? { ...each, quantity: 1 } : each));
    expect(toOrder(listOf(...two), one).map(({ designators }) => designators)).toEqual([['C2']]);
    expect(toOrder(listOf(...two), stock)).toEqual([]);
  });
  it('asks for the polarity of each new part, until it is right, and forgets none', () => {
    const fitted = fitListed(listOf(...taken), stock).fits;
    const open = (...more: TapeBody[]) => polarityOpen(listOf(...taken, ...fitted, ...more));
    expect(open()).toEqual(['C1']);
    expect(open(listed('C1', { polarity: 'wrong' }))).toEqual(['C1']);
    expect(open(listed('C1', { polarity: 'right' }))).toEqual([]);
    // Repair asks the same of all that was renewed.
    expect(open({ kind: 'safety', check: 'again-direction', result: 'right' })).toEqual([]);
    expect(open({ kind: 'safety', check: 'again-direction', result: 'wrong' })).toEqual(['C1']);
    const stood = tapeOf(...taken, ...fitted);
    const says = beforeHandBack({ job: sampleJob, shop: sampleShop, tape: stood, nowMs: 0 }).map((each) => each.says);
    expect(says).toContain('Polarity not held against how the old one stood: C1.');
    expect(says).toContain('On the list, and neither fitted nor left: C2; C4; C5.');
  });
  it('never takes more from stock than is there', () => {
    const drawers = fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 2, maxLength: 2 });
    fc.assert(
      fc.property(drawers, fc.integer({ min: 1, max: 15 }), (counts, parts) => {
        const some = stock.slice(0, 2).map((each, k) => ({ ...each, quantity: counts[k] ?? 0 }));
        const bodies = Array.from({ length: parts }, (_, k) => listed(`C${k + 1}`, { value: '47u 16v', stands: '+ up' }));
        const chosen = chosenFromStock(listOf(...bodies), some);
        const chosenBodies = [...chosen].map(([name, { id }]) => listed(name, { stock: id }));
        const { fits, not } = fitListed(listOf(...bodies, ...chosenBodies), some);
        expect(fits.length + not.length).toBe(parts);
        for (const [id, by] of stockMoves([], tapeOf(...fits)))
          expect((some.find((each) => each.id === id)?.quantity ?? 0) + by).toBeGreaterThanOrEqual(0);
        expect(fits.length).toBe(
          Math.min(
            parts,
            counts.reduce((a, b) => a + b, 0),
          ),
        );
        expect(toOrder(listOf(...bodies, ...chosenBodies), some).reduce((sum, { count }) => sum + count, 0)).toBe(not.length);
      }),
    );
  });
});

describe('The order in which parts are reached', () => {
  const at = (sheet: string, x: number, y: number): LiesAt => ({ sheet, x, y });
  it('goes along the board, under one cover after the other, those of no place last', () => {
    const places: Record<string, LiesAt> = {
      C1: at('top', 0, 0),
      C2: at('top', 90, 0),
      C3: at('top', 10, 0),
      C4: at('top', 50, 0),
      C5: at('bottom', 0, 0),
    };
    const access: Record<string, string> = { C3: 'screen' };
    const order = accessOrder(
      ['C1', 'C2', 'C3', 'C4', 'C5', 'C9'],
      (name) => places[name],
      (name) => access[name],
      new Map([['screen', undefined]]),
    );
    expect(order).toEqual(['C5', 'C1', 'C4', 'C2', 'C9', 'C3']);
  });
  it('holds each part once, and is no longer than the order of the list', () => {
    const some = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 })), {
      minLength: 1,
      maxLength: 40,
      selector: (p) => p.join(),
    });
    const long = (names: readonly string[], of: (name: string) => LiesAt): number =>
      names.slice(1).reduce((sum, name, k) => sum + Math.hypot(of(name).x - of(names[k] ?? '').x, of(name).y - of(names[k] ?? '').y), 0);
    fc.assert(
      fc.property(some, (points) => {
        const names = points.map((_, k) => `C${k + 1}`);
        const of = (name: string): LiesAt => at('top', ...(points[Number(name.slice(1)) - 1] ?? [0, 0]));
        const order = accessOrder(names, of, () => undefined);
        expect([...order].sort()).toEqual([...names].sort());
        // From the outermost part on it is never worse than going by numbers from there.
        const from = order[0] ?? '';
        expect(long(order, of)).toBeLessThanOrEqual(long([from, ...names.filter((name) => name !== from)], of) * 1.25 + 1);
      }),
    );
  });
});

describe('A part that is only suspect', () => {
  const proof = (designator: string, result: 'good' | 'bad'): TapeBody => ({ kind: 'proof', designator, result });
  it('is neither ordered nor fitted, until it is proven bad', () => {
    const list = listOf(
      listed('Q7', { state: 'suspect', value: '4k7' }),
      listed('Q8', { state: 'suspect', value: '4k7' }),
      proof('Q7', 'bad'),
    );
    expect(list.map(({ designator, state }) => [designator, state])).toEqual([
      ['Q7', 'wanted'],
      ['Q8', 'suspect'],
    ]);
    expect([...chosenFromStock(list, stock).keys()]).toEqual(['Q7']);
    expect(fitListed(list, stock).not.map(({ designator }) => designator)).toEqual(['Q7']);
    expect(toOrder(list, []).map(({ designators }) => designators)).toEqual([['Q7']]);
  });
  it('is asked for before the set goes back, unless it was proven', () => {
    const says = (...bodies: TapeBody[]): boolean =>
      beforeHandBack({ job: sampleJob, tape: tapeOf(...bodies), shop: sampleShop, nowMs: 0 }).some(
        ({ says: text }) => text === 'Suspect, and neither proven nor renewed: Q8.',
      );
    expect([says(listed('Q8', { state: 'suspect' })), says(listed('Q8', { state: 'suspect' }), proof('Q8', 'good'))]).toEqual([
      true,
      false,
    ]);
  });
});

describe('Parts that were pressed on a picture', () => {
  const attachment = '55555555-5555-4555-8555-000000000001';
  const at = (designator: string, x: number, y: number, more = {}): TapeBody =>
    listed(designator, { value: '220 µF 25 V 8 × 11.5 mm', attachment, spot: { x, y, acrossM: 0.1, ...more } });
  const says = (...bodies: TapeBody[]) => [...touching(listOf(...bodies), ({ value }) => value)];
  it('touch where their middles are nearer than they are wide', () => {
    // 7.5 mm apart, and 8 mm wide each; 20 mm from the third.
    expect(says(at('C1', 0.1, 0.1), at('C2', 0.175, 0.1), at('C3', 0.175, 0.3))).toEqual([
      ['C1', ['Touches C2: their middles are 7.5 mm apart, and 8 and 8 mm wide.']],
      ['C2', ['Touches C1: their middles are 7.5 mm apart, and 8 and 8 mm wide.']],
    ]);
  });
  it('say nothing without a scale, a size, or on two pictures', () => {
    expect(says(at('C1', 0.1, 0.1, { acrossM: undefined }), at('C2', 0.1, 0.1, { acrossM: undefined }))).toEqual([]);
    expect(says(at('C1', 0.1, 0.1), listed('C2', { value: '10u', attachment, spot: { x: 0.1, y: 0.1, acrossM: 0.1 } }))).toEqual([]);
    expect(says(at('C1', 0.1, 0.1), listed('C2', { ...(at('C2', 0.1, 0.1) as object), attachment: 'another' }))).toEqual([]);
  });
});
