import fc from 'fast-check';
import { readCard } from '../card';
import type { SheetWord } from '../sheets';
import { smallCard } from '../testing/small-card';
import { linesOf } from './page-lines';
import { printedFigures, propose, readPage, sectionFor, withProposals, type FoundAt } from './index';

const has = { modes: ['AM', 'FM'], bands: [] };
/** Words of a page that is set in columns at these places. */
const set = (rows: readonly (readonly (readonly [number, string])[])[], tall = 6): SheetWord[] =>
  rows.flatMap((row, i) => row.map(([x, text]) => ({ text, x, y: 40 + i * 14, w: text.length * 4.4, h: tall })));
const page = (title: string): Parameters<typeof readPage>[2] => ({ title, kind: 'other' });

describe('figures as manuals print them', () => {
  const cases: readonly (readonly [string, string, ReturnType<typeof printedFigures>])[] = [
    ['8.0 V', '', { unit: 'V', nominal: 8 }],
    ['8,2', 'V', { unit: 'V', nominal: 8.2 }],
    ['8 V ± 0.4 V', '', { unit: 'V', nominal: 8, low: 7.6, high: 8.4 }],
    ['8 V ± 5 %', '', { unit: 'V', nominal: 8, low: 7.6, high: 8.4 }],
    ['8 +/- 0.4', 'V', { unit: 'V', nominal: 8, low: 7.6, high: 8.4 }],
    ['7.6 – 8.4 V', '', { unit: 'V', low: 7.6, high: 8.4 }],
    ['-58 V to -46 V', '', { unit: 'V', low: -58, high: -46 }],
    ['±500 Hz', '', { unit: 'Hz', low: -500, high: 500 }],
    ['within ±2.5 ppm', '', { unit: 'ppm', low: -2.5, high: 2.5 }],
    ['0.5 µV or less', '', { unit: 'V', high: 5e-7 }],
    ['350 mA max.', '', { unit: 'A', high: 0.35 }],
    ['less than 5 %', '', { unit: '%', high: 5 }],
    ['at least 60 dB', '', { unit: 'dB', low: 60 }],
    ['3 W (min.)', '', { unit: 'W', low: 3 }],
    ['approx. 3 Vdc', '', { unit: 'V', nominal: 3 }],
    ['better than 70 dB', '', { unit: 'dB', nominal: 70 }],
    ['450', 'mV', { unit: 'V', nominal: 0.45 }],
  ];
  for (const [text, hint, figures] of cases)
    it(`are understood: ${text}`, () => {
      expect(printedFigures(text, hint)).toEqual(figures);
    });
  it('are nothing where they could be meant in two ways, or are none', () => {
    for (const text of ['8.4 to 7.6 V', 'peak', 'R12', '3 V, 4 V', 'TP4', '2SC 1.2', '', '-']) expect(printedFigures(text)).toBeUndefined();
  });
  it('come back from whatever limits they are printed', () => {
    const tenths = fc.integer({ min: -500, max: 500 }).map((n) => n / 10);
    fc.assert(
      fc.property(tenths, fc.integer({ min: 1, max: 300 }), (low, wide) => {
        const high = (Math.round(low * 10) + wide) / 10;
        expect(printedFigures(`${low} to ${high} V`)).toEqual({ unit: 'V', low, high });
      }),
    );
  });
});

describe('the lines of a page', () => {
  it('join words that stand close, part cells that do not, and take bold once', () => {
    const words: SheetWord[] = [
      { text: 'loop', x: 10, y: 20, w: 18, h: 6 },
      { text: 'voltage', x: 30, y: 20, w: 28, h: 6 },
      { text: 'voltage', x: 30.3, y: 20, w: 28, h: 6 },
      { text: '3 V', x: 90, y: 20.5, w: 12, h: 6 },
      { text: 'upwards', x: 200, y: 0, w: 6, h: 40, quarter: 3 },
      { text: 'below', x: 10, y: 34, w: 20, h: 6 },
    ];
    expect(linesOf(words).map(({ cells }) => cells.map(({ text }) => text))).toEqual([['loop voltage', '3 V'], ['below']]);
  });
  it('take the signs of a file in one way', () => {
    expect(linesOf([{ text: 'ﬁlter 5 μV', x: 0, y: 0, w: 60, h: 6 }])[0]?.cells[0]?.text).toBe('filter 5 µV');
  });
});

describe('a page of a manual', () => {
  it('gives points from a table whose head takes two lines, each figure under its own condition', () => {
    const words = set([
      [[10, 'Test'], [60, 'Circuit'], [160, 'Receive'], [240, 'Transmit']],
      [[10, 'point'], [160, '(V)'], [240, '(V)']],
      [[10, 'TP 3'], [60, 'receive line'], [160, '8.0'], [240, '-']],
      [[10, 'TP-04'], [60, 'loop'], [160, '2.5 - 3.5'], [240, '3.0']],
    ]); // prettier-ignore
    const found = readPage(words, has, page('Voltages'));
    expect(found.map((each) => each.kind === 'point' && [each.point, each.condition, each.figures])).toEqual([
      ['TP3', ['receive'], { unit: 'V', nominal: 8 }],
      ['TP4', ['receive'], { unit: 'V', low: 2.5, high: 3.5 }],
      ['TP4', ['keyed'], { unit: 'V', nominal: 3 }],
    ]);
  });
  it('gives least and most of a table as one figure', () => {
    const words = set([
      [[10, 'Point'], [60, 'Min (V)'], [120, 'Nominal (V)'], [200, 'Max (V)']],
      [[10, 'TP1'], [60, '7.5'], [120, '8'], [200, '8.5']],
    ]); // prettier-ignore
    expect(readPage(words, has, page('Voltages'))).toEqual([
      jasmine.objectContaining({ point: 'TP1', figures: { unit: 'V', nominal: 8, low: 7.5, high: 8.5 } }),
    ]);
  });
  it('gives steps whose cells go on below, and none of the remarks beside them', () => {
    const words = set([
      [[10, 'Step'], [50, 'Item'], [110, 'Adjust'], [170, 'Connect to'], [260, 'Result']],
      [[10, '1'], [50, 'IF'], [110, 'L3, L4'], [170, 'meter at'], [260, 'most']],
      [[170, 'TP7'], [260, 'level']],
      [[10, '2'], [50, 'Squelch'], [110, 'VR3'], [170, 'speaker'], [260, 'just opens']],
    ]); // prettier-ignore
    const found = readPage(words, has, page('Alignment'));
    expect(found.map((each) => each.kind === 'step' && [each.name, each.adjust, each.at, each.expect])).toEqual([
      ['IF', ['L3', 'L4'], 'meter at TP7', 'most level'],
      ['Squelch', ['VR3'], 'speaker', 'just opens'],
    ]);
  });
  it('gives a table of specifications with its unit in a column, and cases of one name', () => {
    const words = set([
      [[10, 'Item'], [120, 'Nominal'], [190, 'Limit'], [250, 'Unit']],
      [[10, 'Sensitivity AM'], [120, '0.5'], [190, '1.0'], [250, 'µV']],
      [[10, 'Power'], [120, '4'], [190, '3.5 to 4.4'], [250, 'W']],
      [[10, 'Weight'], [120, '1.2'], [190, '1.3'], [250, 'kg']],
    ]); // prettier-ignore
    const found = readPage(words, has, page('Specifications'));
    expect(found.map((each) => each.kind === 'limit' && [each.word, each.condition, each.figures])).toEqual([
      ['sens', ['AM', 'receive'], { unit: 'V', high: 1e-6 }],
      ['pwr', ['keyed'], { unit: 'W', low: 3.5, high: 4.4 }],
    ]);
  });
  it('finds nothing in running text, in a circuit or on a page without words', () => {
    const text = set([[[10, 'Remove the four screws and lift the cover.']], [[10, 'The set draws 2 A at 13.8 V from TP1 on.']]]);
    expect(readPage(text, has, page('General'))).toEqual([]);
    expect(readPage(set([[[10, 'TP3'], [40, '8.2 V']]]), has, { title: 'Circuit', kind: 'schematic' })).toEqual([]); // prettier-ignore
    expect(readPage([], has, page(''))).toEqual([]);
  });
  it('never fails, whatever stands on it', () => {
    const word = fc.record({
      text: fc.oneof(
        fc.string({ maxLength: 12 }),
        fc.constantFrom('Test point', 'Adjust', 'Result', 'Item', 'Limit', 'TP1', '8 V', '1.', 'Ref.', 'Value'),
      ),
      x: fc.integer({ min: 0, max: 500 }),
      y: fc.integer({ min: 0, max: 400 }),
      w: fc.integer({ min: 1, max: 90 }),
      h: fc.integer({ min: 4, max: 14 }),
    });
    fc.assert(
      fc.property(fc.array(word, { maxLength: 40 }), fc.constantFrom('Alignment', 'Parts list', 'Specifications', 'x'), (words, title) => {
        readPage(words, has, page(title));
      }),
    );
  });
});

describe('the section that a text speaks of', () => {
  const card = {
    sections: ['Regulator', 'Loop filter', 'FM detector', 'AM detector', 'Transmit mixer', 'AF amplifier'].map((name) => ({
      id: name,
      name,
    })),
  } as never;
  it('is the one whose rare words it has, in whatever spelling', () => {
    expect(sectionFor(card, '8 V stabilised line')).toBe('Regulator');
    expect(sectionFor(card, 'PLL control voltage')).toBe('Loop filter');
    expect(sectionFor(card, 'FM discriminator')).toBe('FM detector');
    expect(sectionFor(card, 'audio amp')).toBe('AF amplifier');
  });
  it('is left open where several would do, or only a common word fits', () => {
    expect(sectionFor(card, 'detector')).toBeUndefined();
    expect(sectionFor(card, 'transmit line')).toBeUndefined();
    expect(sectionFor(card, 'heat sink')).toBeUndefined();
  });
});

describe('proposals', () => {
  const card = readCard(structuredClone(smallCard));
  const point = card.testPoints[0];
  const at = (found: object): FoundAt => ({ sheet: 's', found: { base: 1, tall: 6, said: '', heading: '', ...found } as never });
  const of = (low: number, high: number): FoundAt =>
    at({ kind: 'point', point: point?.id, name: '', condition: [], figures: { unit: point?.unit, low, high } });

  it('that the manual says in two ways are marked, and neither is taken for the other', () => {
    const both = propose(card, [of(1, 2), of(3, 4), of(1, 2)]);
    expect(both.map(({ state }) => state)).toEqual(['conflict', 'conflict']);
    expect(new Set(both.map(({ id }) => id)).size).toBe(2);
  });
  it('replace the figure of their own condition, and leave those of others', () => {
    const before = point?.expect.length ?? 0;
    const [proposal] = propose(card, [
      at({ kind: 'point', point: point?.id, name: '', condition: ['keyed', 'FM'], figures: { unit: point?.unit, low: 1, high: 2 } }),
    ]);
    if (!proposal) throw new Error('nothing proposed');
    const grown = withProposals(card, [{ proposal }], 'm.pdf', '2026-01-01');
    const now = grown.testPoints.find(({ id }) => id === point?.id);
    expect(now?.expect.length).toBe(before + 1);
    expect(now?.expect.at(-1)).toEqual(jasmine.objectContaining({ condition: { keyed: true, mode: 'FM' }, low: 1, high: 2 }));
  });
  it('of something new stay out without a section', () => {
    const fresh = propose(card, [at({ kind: 'part', designators: ['C900'], value: '10u' })]);
    expect(fresh[0]?.asksSection).toBeTrue();
    expect(
      withProposals(
        card,
        fresh.map((proposal) => ({ proposal })),
        'm.pdf',
        '2026-01-01',
      ).parts.length,
    ).toBe(card.parts.length);
    const placed = withProposals(card, fresh.map((proposal) => ({ proposal, section: card.sections[0]?.id ?? '' })), 'm.pdf', '2026-01-01'); // prettier-ignore
    expect(placed.parts.at(-1)).toEqual(jasmine.objectContaining({ designator: 'C900', value: '10u', kind: 'electrolytic' }));
  });
  it('of a high voltage say that it is dangerous', () => {
    const [proposal] = propose(card, [
      at({ kind: 'point', point: 'TP90', name: 'HT', condition: [], figures: { unit: 'V', nominal: 250 } }),
    ]);
    if (!proposal) throw new Error('nothing proposed');
    const grown = withProposals(card, [{ proposal, section: card.sections[0]?.id ?? '' }], 'm.pdf', '2026-01-01');
    expect(grown.testPoints.at(-1)?.hazard).toBe('high-voltage');
    expect(proposal.doubt).toContain('one figure');
  });
});
