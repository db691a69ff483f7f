import type { Need, Supplier } from '@amber-relay/core/orders';
import { draftLines, offersOf, waysToOrder } from './order-draft';

const need = (key: string, more: Partial<Need> = {}): Need => ({ key, part: key, for: [], missing: 2, toMinimum: 0, ...more });
const item = (id: string, more = {}) => ({
  id,
  part: id,
  kind: '',
  quantity: 0,
  priceMinor: 90,
  drawer: '',
  supplier: 'Northwick',
  ...more,
});
const southby: Supplier = { id: crypto.randomUUID(), name: 'Southby', postageMinor: 10, leadDays: 2, note: '' };

describe('what is to be ordered', () => {
  it('is offered by whom it came from last, at what it cost, unless that seller has asked another price since', () => {
    expect(offersOf(need('c', { item: item('c', { costMinor: 40 }) }))).toEqual([{ supplier: 'Northwick', costMinor: 40 }]);
    expect(offersOf(need('c', { item: item('c', { costMinor: 40, offers: [{ supplier: 'Northwick', costMinor: 44 }] }) }))).toEqual([
      { supplier: 'Northwick', costMinor: 44 },
    ]);
    expect(offersOf(need('c'))).toEqual([]);
  });
  it('stands as the plan has it, and as it was typed over that', () => {
    const needs = [
      need('c', { item: item('c', { costMinor: 40, offers: [{ supplier: 'Southby', costMinor: 20, pack: 5 }] }) }),
      need('new one'),
    ];
    const { plans, sellers } = waysToOrder(needs, [southby], []);
    expect(sellers.map(({ name }) => name)).toEqual(['Southby', 'Northwick']);
    const plain = draftLines(needs, new Map(), plans.cheapest);
    expect(plain.map(({ supplier, count, cost, left }) => [supplier, count, cost, left])).toEqual([
      ['Northwick', '2', '0.40', false],
      ['', '2', '', false],
    ]);
    const typed = draftLines(
      needs,
      new Map([
        ['c', { supplier: 'Southby' }],
        ['new one', { supplier: 'Zellen', cost: '1.5', count: '3' }],
      ]),
      plans.cheapest,
    );
    expect(typed.map(({ supplier, count, cost }) => [supplier, count, cost])).toEqual([
      ['Southby', '2', '0.20'],
      ['Zellen', '3', '1.5'],
    ]);
  });
  it('is left where nobody said what goes in', () =>
    expect(draftLines([need('', { part: '' })], new Map(), undefined)[0]?.left).toBeTrue());
});
