import { readCard, routeSections, type Card } from '@amber-relay/core/card';
import { generateCard } from '@amber-relay/core/standin';
import fc from 'fast-check';
import { pocketCard } from '../testing/shop-of-one';
import { foldLayout, type Folded, type Item } from './fold-layout';
import { walkOrder, wiresOf } from './walk-order';

/** The diagram's frame at 1280 by 800, below a caution. */
const frame = { width: 724, height: 292 };
const cards: readonly Card[] = [generateCard(25, 1), generateCard(42, 2), generateCard(56, 3), generateCard(60, 4)];
const none: ReadonlyMap<string, number> = new Map();

const rowsOf = ({ items }: Folded): string[][] => {
  const tops = [...new Set(items.map(({ y }) => y))].sort((a, b) => a - b);
  return tops.map((y) =>
    items
      .filter((item) => item.y === y)
      .sort((a, b) => a.x - b.x)
      .flatMap(({ sections }) => sections),
  );
};
const apart = (a: Item, b: Item): boolean => a.x + a.w <= b.x + 1e-6 || b.x + b.w <= a.x + 1e-6 || a.y + a.h <= b.y + 1e-6 || b.y + b.h <= a.y + 1e-6; // prettier-ignore

/** A card with some chance for each of its sections, as Trace may give them. */
const state = fc.constantFrom(...cards).chain((card) =>
  fc.record({
    card: fc.constant(card),
    chances: fc
      .array(fc.constantFrom(0.001, 0.004, 0.02, 0.03, 0.06, 0.1), { minLength: card.sections.length, maxLength: card.sections.length })
      .map((all) => new Map(card.sections.map(({ id }, i) => [id, all[i] ?? 0]))),
    chosen: fc.constantFrom(...card.sections.map(({ id }) => id)),
  }),
);

describe('the block diagram', () => {
  it('can be read at arm’s length on every card at every step, with nothing over anything else or beyond the frame', () => {
    fc.assert(
      fc.property(state, ({ card, chances, chosen }) => {
        const { items } = foldLayout(card, { ...frame, chances, keep: new Set([chosen]) });
        for (const { x, y, w, h, text, isStub } of items) {
          if (!isStub) expect(text).toBeGreaterThanOrEqual(15.5);
          expect(x >= 0 && y >= 0 && x + w <= frame.width && y + h <= frame.height).toBeTrue();
        }
        items.forEach((a, i) => items.slice(i + 1).forEach((b) => expect(apart(a, b)).toBeTrue()));
        expect(items.flatMap(({ sections }) => sections).sort()).toEqual(card.sections.map(({ id }) => id).sort());
        expect(items.find(({ sections }) => sections.includes(chosen))?.isStub).toBeFalse();
      }),
      { numRuns: 60 },
    );
  });

  it('keeps each section in its row and its order, whatever is learned', () => {
    fc.assert(
      fc.property(state, ({ card, chances, chosen }) => {
        const before = foldLayout(card, { ...frame, chances: none });
        const after = foldLayout(card, { ...frame, chances, keep: new Set([chosen]) });
        expect(rowsOf(after)).toEqual(rowsOf(before));
      }),
      { numRuns: 60 },
    );
  });

  it('folds what is cleared where it stands, and what is left grows', () => {
    const card = generateCard(30, 5);
    const order = walkOrder(card);
    const all = foldLayout(card, { ...frame, chances: new Map(order.map((id) => [id, 0.04])) });
    const some = foldLayout(card, { ...frame, chances: new Map(order.map((id, i) => [id, i % 6 < 4 ? 0.001 : 0.1])) });
    const width = (folded: Folded, id: string): number => folded.items.find(({ sections }) => sections.includes(id))?.w ?? 0;
    expect(all.items.every(({ isStub }) => !isStub)).toBeTrue();
    expect(some.items.filter(({ isStub }) => isStub).length).toBeGreaterThan(2);
    expect(width(some, order[5] ?? '')).toBeGreaterThan(1.4 * width(all, order[5] ?? ''));
  });

  it('never folds a suspect, and shows all of a card where all is asked for', () => {
    const card = generateCard(56, 3);
    const order = walkOrder(card);
    const suspects = new Set(order.slice(3, 5));
    const folded = foldLayout(card, { ...frame, chances: new Map(order.map((id) => [id, suspects.has(id) ? 0.3 : 0.02])) });
    for (const id of suspects) expect(folded.items.find(({ sections }) => sections.includes(id))?.isStub).toBeFalse();
    expect(foldLayout(card, { ...frame, chances: none, whole: true }).items.length).toBe(56);
  });

  it('draws no wire across a box, and none within one', () => {
    fc.assert(
      fc.property(state, ({ card, chances, chosen }) => {
        const { items, wire } = foldLayout(card, { ...frame, chances, keep: new Set([chosen]) });
        wiresOf(card).forEach(({ from, to }, lane) => {
          const points = wire(from, to, lane);
          if (items.some(({ sections }) => sections.includes(from) && sections.includes(to))) expect(points).toEqual([]);
          points.slice(1).forEach((q, i) => {
            const p = points[i] ?? q;
            for (const item of items) {
              const inside =
                Math.max(p.x, q.x) > item.x + 1 &&
                Math.min(p.x, q.x) < item.x + item.w - 1 &&
                Math.max(p.y, q.y) > item.y + 1 &&
                Math.min(p.y, q.y) < item.y + item.h - 1;
              if (inside) fail(`${from}>${to} over ${item.key}`);
            }
          });
        });
      }),
      { numRuns: 40 },
    );
  });

  it('sets neighbours of a route side by side or one above the other', () => {
    const ids = Array.from({ length: 18 }, (_, i) => `s${i}`);
    const card = readCard({
      ...structuredClone(pocketCard),
      sections: ids.map((id) => ({ id, name: id, short: id, kind: 'amplifier' as const })),
      parts: [],
      functions: [{ id: 'f', name: 'f', group: 'receive', condition: {}, route: [...ids] }],
      testPoints: [],
    });
    const folded = foldLayout(card, { ...frame, chances: new Map(ids.map((id) => [id, 0.05])) });
    for (const [i, id] of ids.slice(1).entries()) {
      expect(folded.areNeighbours(`s${i}`, id)).toBeTrue();
      expect(folded.wire(`s${i}`, id).length).toBe(2);
    }
    expect(walkOrder(card)).toEqual(ids);
    expect(routeSections(card.functions[0]?.route ?? [])).toEqual(ids);
  });

  it('draws supplies nowhere', () => {
    const fed = pocketCard.sections.map((s) => ({ ...s, needs: s.id === 'pa' ? [] : [{ section: 'pa', by: 'supply' as const }] }));
    const card = readCard({ ...structuredClone(pocketCard), sections: fed });
    expect(wiresOf(card).map(({ from, to }) => `${from}>${to}`)).toEqual(['mixer>audio']);
  });
});
