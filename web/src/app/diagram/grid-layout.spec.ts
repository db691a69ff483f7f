import { readCard } from '@amber-relay/core/card';
import { pocketCard } from '../testing/shop-of-one';
import { boxSize, gridLayout, walkOrder, wiresOf } from './grid-layout';

describe('gridLayout', () => {
  // Thirty sections on one long route, with wires that cross rows.
  const ids = Array.from({ length: 30 }, (_, i) => `s${i}`);
  const card = readCard({
    ...structuredClone(pocketCard),
    sections: ids.map((id, i) => ({
      id,
      name: id,
      short: id,
      kind: 'amplifier',
      needs: i % 7 === 0 && i > 0 ? [{ section: 's3', by: 'injection' }] : [],
    })),
    parts: [],
    functions: [{ id: 'f', name: 'f', group: 'receive', condition: {}, route: [...ids] }],
    testPoints: [],
  });
  const placed = gridLayout(card, 724);

  it('stays within the width, at a size that can be read', () => {
    expect(placed.width).toBeLessThanOrEqual(724);
    expect(placed.boxes.size).toBe(30);
    for (const { x } of placed.boxes.values()) expect(x + boxSize.width).toBeLessThanOrEqual(724);
  });
  it('takes more columns where the height would make it small, and no more than it needs', () => {
    const scale = (p: typeof placed): number => Math.min(1, 724 / p.width, 200 / p.height);
    const low = gridLayout(card, 724, 200);
    expect(scale(low)).toBeGreaterThan(scale(placed) * 1.05);
    expect(gridLayout(card, 724, 2000)).toEqual(placed);
    const all = [...low.boxes.values()];
    for (const { x, y } of all) {
      expect(x + boxSize.width).toBeLessThanOrEqual(low.width);
      expect(y + boxSize.height).toBeLessThanOrEqual(low.height);
    }
    expect(new Set(all.map(({ x, y }) => `${x} ${y}`)).size).toBe(30);
  });
  it('lays no section over another', () => {
    const all = [...placed.boxes.values()];
    all.forEach((a, i) =>
      all.slice(i + 1).forEach((b) => expect(Math.abs(a.x - b.x) >= boxSize.width || Math.abs(a.y - b.y) >= boxSize.height).toBeTrue()),
    );
  });
  it('puts neighbours of a route side by side or one above the other', () => {
    for (const [i, id] of ids.slice(1).entries()) {
      const a = placed.boxes.get(`s${i}`)!;
      const b = placed.boxes.get(id)!;
      expect(a.x === b.x || a.y === b.y).toBeTrue();
      expect(placed.wires.get(`s${i}>${id}`)?.length).toBe(2);
    }
  });
  it('never draws a wire across a section', () => {
    for (const [id, points] of placed.wires)
      points.slice(1).forEach((q, i) => {
        const p = points[i]!;
        for (const [section, box] of placed.boxes) {
          if (id.split('>').includes(section)) continue;
          const inside =
            Math.max(p.x, q.x) > box.x + 1 &&
            Math.min(p.x, q.x) < box.x + boxSize.width - 1 &&
            Math.max(p.y, q.y) > box.y + 1 &&
            Math.min(p.y, q.y) < box.y + boxSize.height - 1;
          expect(inside).withContext(`${id} over ${section}`).toBeFalse();
        }
      });
  });
  it('walks every section once, and draws supplies nowhere', () => {
    expect(walkOrder(card)).toEqual(ids);
    expect(
      wiresOf(
        readCard({
          ...structuredClone(pocketCard),
          sections: pocketCard.sections.map((s) => ({ ...s, needs: s.id === 'pa' ? [] : [{ section: 'pa', by: 'supply' as const }] })),
        }),
      ).map((w) => `${w.from}>${w.to}`),
    ).toEqual(['mixer>audio']);
  });
});
