import fc from 'fast-check';
import type { StockItem } from './records';
import { countedAt, joinCounts } from './stock-counts';

const item = (quantity: number, more: Partial<StockItem> = {}): StockItem => ({
  id: 'c',
  part: '220 µF',
  kind: '',
  quantity,
  priceMinor: 40,
  drawer: '',
  supplier: '',
  ...more,
});
/** The count goes to `quantity` at a bench. */
const at = (bench: string, was: StockItem, quantity: number): StockItem => countedAt(was, { ...was, quantity }, bench);

describe('counts of two benches', () => {
  it('add up what each took and put in', () => {
    // Ten to begin with: three taken at the one, one at the other, which then got five.
    const [a, b] = [at('a', item(10), 7), at('b', at('b', item(10), 9), 14)];
    expect(joinCounts(a, b).quantity).toBe(11);
    expect(joinCounts(b, a)).toEqual(joinCounts(a, b));
  });
  it('that were joined already change nothing when they are joined again', () => {
    const [a, b] = [at('a', item(10), 7), at('b', item(10), 9)];
    const { quantity, moved } = joinCounts(a, b);
    const joined = { ...a, quantity, moved };
    expect(joinCounts(joined, b).quantity).toBe(6);
    expect(joinCounts(at('a', joined, 2), at('b', joined, 5)).quantity).toBe(1);
  });
  it('that took more together than there was say so, and go on from what is counted then', () => {
    const [a, b] = [at('a', item(1), 0), at('b', item(1), 0)];
    const joined = joinCounts(a, b);
    expect([joined.quantity, joined.short]).toEqual([0, 1]);
    const counted = at('a', { ...a, quantity: 0, moved: joined.moved }, 4);
    expect(joinCounts(counted, b).quantity).toBe(4);
  });
  it('that did not begin alike say so', () => {
    expect(joinCounts(item(3), item(5)).apart).toBeTrue();
    expect(joinCounts(item(3), item(3)).apart).toBeFalse();
  });
  it('hold what is here, whatever was done, and come together whichever way round they are joined', () => {
    const moves = fc.array(fc.record({ bench: fc.constantFrom('a', 'b'), by: fc.integer({ min: -4, max: 6 }), joins: fc.boolean() }), {
      maxLength: 40,
    });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), moves, (start, all) => {
        let [a, b, truth] = [item(start + 400), item(start + 400), start + 400];
        for (const { bench, by, joins } of all) {
          if (bench === 'a') a = at('a', a, a.quantity + by);
          else b = at('b', b, b.quantity + by);
          truth += by;
          if (!joins) continue;
          const { quantity, moved } = joinCounts(a, b);
          if (bench === 'a') b = { ...b, quantity, moved };
          else a = { ...a, quantity, moved };
        }
        expect(joinCounts(a, b).quantity).toBe(truth);
        expect(joinCounts(b, a)).toEqual(joinCounts(a, b));
      }),
    );
  });
});
