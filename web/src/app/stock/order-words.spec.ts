import type { Order, OrderEvent } from '@amber-relay/core/orders';
import { orderHistory, orderStands, orderText } from './order-words';

const order = (...events: readonly (Partial<OrderEvent> & { kind: OrderEvent['kind']; count: number })[]): Order => ({
  id: crypto.randomUUID(),
  number: 3,
  supplier: 'Northwick',
  at: '2026-03-02T09:00:00.000Z',
  by: 'Runa',
  dueOn: '2026-03-06',
  postageMinor: 0,
  note: '',
  lines: [{ id: '1', part: '220u 63v', count: 4, costMinor: 25, stock: 'a', for: [] }],
  events: events.map(
    (event, k) =>
      ({
        id: String(k),
        at: '2026-03-05T12:00:00.000Z',
        by: 'Runa',
        line: '1',
        odd: 0,
        note: '',
        why: '',
        again: true,
        ...event,
      }) as unknown as OrderEvent,
  ),
});

describe('an order in words', () => {
  for (const [says, late, today, of] of [
    ['4 to come, due Fri 6 Mar', false, '2026-03-06', order()],
    ['4 to come, was due Fri 6 Mar', true, '2026-03-07', order()],
    ['3 came, 1 to come, was due Fri 6 Mar', true, '2026-03-07', order({ kind: 'came', count: 3 })],
    ['all came, 1 odd to send back', false, '2026-03-07', order({ kind: 'came', count: 4, odd: 1 })],
    ['settled', false, '2026-03-07', order({ kind: 'came', count: 4 })],
    ['given up', false, '2026-03-07', order({ kind: 'given-up', count: 4 })],
  ] as const)
    it(`stands so: ${says}, on ${today}`, () => {
      const stands = orderStands(of, today);
      expect([stands.says.replaceAll(',', ''), stands.late]).toEqual([says.replaceAll(',', ''), late]);
    });
  it('tells what happened, the latest first', () =>
    expect(
      orderHistory(
        order(
          { kind: 'came', count: 4, odd: 1, note: '90 µF' },
          { kind: 'back', count: 1, why: '90 µF' },
          { kind: 'given-up', count: 1, why: 'made no more' },
        ),
      ).map(({ says }) => says),
    ).toEqual([
      'will not come: 1 × 220u 63v, made no more',
      'sent back: 1 × 220u 63v, 90 µF; others come for them',
      'came: 4 × 220u 63v, 1 of them odd: 90 µF',
    ]));
  it('is sent as plain lines', () => expect(orderText(order())).toBe('Order 3\n4 × 220u 63v'));
});
