import type { Order, Supplier } from '@amber-relay/core/orders';

export const suppliers: Supplier[] = [
  {
    id: 'b3a51f00-0000-4000-8000-000000000001',
    name: 'Mell & Tarrant Parts',
    postageMinor: 380,
    freeFromMinor: 4000,
    leadDays: 3,
    trust: 'good',
    note: '',
  },
  {
    id: 'b3a51f00-0000-4000-8000-000000000002',
    name: 'Osmund Valve Stores',
    postageMinor: 520,
    leastMinor: 1500,
    note: 'Asks before it sends by the boat.',
  },
];

const dayMs = 86_400_000;
const ids = (n: number): string => `b3a51f01-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** Three orders: two that came, one with an odd part that went back, and one that is on its way. */
export function ordersAt(now: Date): Order[] {
  const at = (daysAgo: number): string => new Date(now.getTime() - daysAgo * dayMs).toISOString();
  const day = (inDays: number): string => new Date(now.getTime() + inDays * dayMs).toISOString().slice(0, 10);
  const made = { by: 'Runa', note: '' };
  return [
    {
      ...made,
      id: ids(1),
      number: 1,
      supplier: 'Mell & Tarrant Parts',
      at: at(40),
      dueOn: day(-37),
      postageMinor: 380,
      lines: [{ id: '1', part: '100 µF 16 V', count: 20, costMinor: 12, stock: 'c-100u-16', for: [] }],
      events: [{ kind: 'came', id: ids(11), at: at(36), by: 'Runa', line: '1', count: 20, odd: 0, note: '' }],
    },
    {
      ...made,
      id: ids(2),
      number: 2,
      supplier: 'Osmund Valve Stores',
      at: at(33),
      postageMinor: 520,
      lines: [{ id: '1', part: '220 µF 450 V', count: 5, costMinor: 345, stock: 'c-220u-450', for: [] }],
      events: [
        { kind: 'came', id: ids(12), at: at(24), by: 'Runa', line: '1', count: 5, odd: 1, note: 'one leaks 3 mA at 450 V' },
        { kind: 'back', id: ids(13), at: at(23), by: 'Runa', line: '1', count: 1, why: 'leaks 3 mA at 450 V', again: true },
        { kind: 'came', id: ids(14), at: at(15), by: 'Runa', line: '1', count: 1, odd: 0, note: '' },
      ],
    },
    {
      ...made,
      id: ids(3),
      number: 3,
      supplier: 'Mell & Tarrant Parts',
      at: at(2),
      dueOn: day(2),
      postageMinor: 380,
      lines: [
        { id: '1', part: 'switching diode', count: 20, costMinor: 32, stock: 'd-switch', for: [] },
        { id: '2', part: '470 µF 16 V', count: 10, costMinor: 20, stock: 'c-470u-16', for: [] },
      ],
      events: [],
    },
  ];
}
