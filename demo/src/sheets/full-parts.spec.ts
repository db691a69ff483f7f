import { demoCards } from '../demo-cards';
import { allParts, fullSections } from './full-parts';
import { cut, Pen, type Shape, type Written } from './pen';
import { drawingOrder } from './schematic-pages';

describe('the parts of a drawing', () => {
  for (const card of demoCards()) {
    const sections = fullSections(card);
    const parts = allParts(sections);
    it(`${card.chassis}: are all those of the card, each once, and others under numbers of their own`, () => {
      const names = parts.map((p) => p.designator);
      expect(new Set(names).size).toBe(names.length);
      expect(card.parts.filter((p) => !names.includes(p.designator))).toEqual([]);
      const others = parts.filter((p) => !p.onCard);
      expect(others.length).toBeGreaterThan(card.sections.length / 2);
      expect(others.every((p) => p.value !== '' && Number(/\d+/.exec(p.designator)?.[0]) > 100)).toBeTrue();
    });
    it(`${card.chassis}: stand section by section, every section once`, () => {
      expect([...drawingOrder(card)].sort()).toEqual(card.sections.map((s) => s.id).sort());
      for (const full of sections) {
        const own = allParts([full]);
        expect(own.length).toBeGreaterThan(0);
        expect(own.every((p) => p.section === full.section.id)).toBeTrue();
      }
    });
  }
  it('are the same each time', () => {
    const [card] = demoCards();
    expect(fullSections(card!)).toEqual(fullSections(card!));
  });
});

describe('the pen', () => {
  it('draws in its own place and turn, and remembers the names it wrote there', () => {
    const shapes: Shape[] = [];
    const names: Written[] = [];
    const pen = new Pen(shapes, names).placed(100, 50, 1);
    pen.line([
      [0, 0],
      [10, 0],
    ]);
    pen.placed(10, 0, 1).name(5, 0, 'IC2A');
    expect(shapes[0]).toEqual(
      jasmine.objectContaining({
        points: [
          [100, 50],
          [100, 60],
        ],
      }),
    );
    expect(names).toEqual([{ name: 'IC2', x: 95, y: 60 }]);
  });
  it('writes signs that every reader has', () => {
    const shapes: Shape[] = [];
    new Pen(shapes).text(0, 0, '4.7 kΩ −12');
    expect(shapes[0]).toEqual(jasmine.objectContaining({ text: '4.7 kohm -12' }));
  });
  it('cuts text at a word', () => {
    expect(cut('polarity guard, 3 A', 15)).toBe('polarity guard');
    expect(cut('short', 9)).toBe('short');
    expect(cut('microphone amplifier stage', 12)).toBe('microphone');
  });
});
