import * as fc from 'fast-check';
import { prefixesFor } from './designators';
import { indexPage } from './index-page';
import { tokensOf, type SheetWord } from './sheet-words';

const word = (text: string, x: number, y: number, size = 10): SheetWord => ({ text, x, y, w: text.length * size * 0.6, h: size * 0.7 });
const index = (...words: SheetWord[]): ReturnType<typeof indexPage> => indexPage(words, prefixesFor([]));

describe('tokensOf', () => {
  it('puts pieces together that touch, and parts those that do not', () => {
    const texts = tokensOf([word('R', 0, 0), word('12', 6.5, 0), word('R', 100, 0), word('13', 120, 0)]).map((t) => t.text);
    expect(texts).toEqual(jasmine.arrayWithExactContents(['R12', 'R', '13']));
  });
  it('puts a number together with its letter when it stands a little lower, as in a subscript', () => {
    expect(tokensOf([word('C', 0, 0), { ...word('107', 6, 2, 7) }]).map((t) => t.text)).toEqual(['C107']);
  });
  it('takes text that was struck twice once', () => {
    expect(tokensOf([word('Q7', 10, 10), word('Q7', 10.4, 10)]).map((t) => t.text)).toEqual(['Q7']);
  });
  it('gives each word of a piece its own box', () => {
    const [a, b] = tokensOf([word('R1 R2', 50, 0)]);
    expect(a?.x).toBe(50);
    expect(b?.x).toBeCloseTo(50 + 18, 5);
  });
  it('reads text that runs up or down the page', () => {
    for (const quarter of [1, 2, 3] as const) {
      const [token] = tokensOf([{ text: 'R12', x: 40, y: 60, w: 7, h: 18, quarter }]);
      expect(token).toEqual(jasmine.objectContaining({ text: 'R12', quarter }));
      expect([token?.x, token?.y].every((n) => n !== undefined && n >= 39.9 && n <= 78.1)).toBeTrue();
    }
  });
});

describe('indexPage', () => {
  it('finds names, and the voltage printed nearest to each', () => {
    const places = index(
      word('Q7', 100, 100),
      word('7.1V', 100, 112),
      word('R12', 300, 100),
      word('0.6 V', 302, 111),
      word('99V', 800, 800),
    );
    expect(places).toEqual([
      jasmine.objectContaining({ name: 'Q7', x: 100, y: 100, volts: [7.1] }),
      jasmine.objectContaining({ name: 'R12', volts: [0.6] }),
    ]);
  });
  it('reads a range that is written as three words', () =>
    expect(index(word('R201', 0, 0), word('–', 28, 0), word('R203', 38, 0)).map((p) => p.name)).toEqual(['R201', 'R202', 'R203']));
  it('leaves single numbers of four digits alone, which are types, and takes them where a sheet counts so', () => {
    expect(index(word('C1969', 0, 0), word('Q1', 90, 0)).map((p) => p.name)).toEqual(['Q1']);
    const many = [1, 2, 3, 4].map((n) => word(`R100${n}`, n * 90, 0));
    expect(index(...many).length).toBe(4);
  });
  it('keeps a name that stands on the sheet twice twice, but not one that was drawn twice', () => {
    expect(index(word('R5', 0, 0), word('R5', 200, 0)).length).toBe(2);
    expect(index(word('R5', 0, 0), word('R5', 0.2, 0.1)).length).toBe(1);
  });
  it('goes through ten thousand words in one go', () => {
    const words = Array.from({ length: 10_000 }, (_, i) => word(`R${(i % 900) + 1}`, (i % 100) * 40, Math.floor(i / 100) * 14));
    expect(indexPage(words, prefixesFor([])).length).toBe(10_000);
  });
});

describe('indexPage, whatever the page', () => {
  const names = fc.uniqueArray(
    fc.tuple(fc.constantFrom('R', 'C', 'Q', 'IC', 'TP', 'L'), fc.integer({ min: 1, max: 999 })).map(([letters, n]) => `${letters}${n}`),
    { minLength: 1, maxLength: 60 },
  );
  /** Each name in a cell of its own, somewhere within it. */
  const laid = names.chain((list) =>
    fc
      .array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 8 })), { minLength: list.length, maxLength: list.length })
      .map((offsets) =>
        list.map((name, i) => word(name, (i % 8) * 90 + (offsets[i]?.[0] ?? 0), Math.floor(i / 8) * 40 + (offsets[i]?.[1] ?? 0))),
      ),
  );

  it('finds every name exactly once, where it stands, in whatever order the text comes', () =>
    fc.assert(
      fc.property(laid, fc.integer(), (words, seed) => {
        const shuffled = [...words].sort((a, b) => ((a.x * 31 + a.y * 17 + seed) % 7) - ((b.x * 31 + b.y * 17 + seed) % 7));
        const found = indexPage(shuffled, prefixesFor([]));
        return (
          found.length === words.length &&
          words.every((w) => found.some((p) => p.name === w.text && Math.abs(p.x - w.x) < 1 && Math.abs(p.y - w.y) < 1))
        );
      }),
    ));

  it('finds the same on a page that is written sideways', () =>
    fc.assert(
      fc.property(laid, fc.constantFrom(1 as const, 3 as const), (words, quarter) => {
        // The page turned by a quarter: what ran to the right runs down or up.
        const turned = words.map(({ text, x, y, w, h }) =>
          quarter === 1 ? { text, x: 1000 - y - h, y: x, w: h, h: w, quarter } : { text, x: y, y: 1000 - x - w, w: h, h: w, quarter },
        );
        const list = (of: readonly SheetWord[]): string[] =>
          indexPage(of, prefixesFor([]))
            .map((p) => p.name)
            .sort();
        expect(list(turned)).toEqual(list(words));
      }),
    ));

  it('never fails on whatever text there is, and keeps each place on its page', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.string(), fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 600 }))), (items) => {
        const words = items.map(([text, x, y]) => word(text, x, y));
        return indexPage(words, prefixesFor([])).every((p) => p.x >= 0 && p.y >= 0 && /^[A-Z]{1,4}\d{1,4}$/.test(p.name));
      }),
    ));
});
