import { dayOf } from '@amber-relay/core/line';
import { isSettled, lineStates, type Order } from '@amber-relay/core/orders';
import { dayText } from '../ui/clock-text';

/** Where an order has got to, in words; `today` is an ISO day. */
export function orderStands(order: Order, today: string): { readonly says: string; readonly late: boolean } {
  const states = [...lineStates(order).values()];
  const [came, open, odd] = [
    states.reduce((n, state) => n + state.came, 0),
    states.reduce((n, state) => n + state.open, 0),
    states.reduce((n, state) => n + state.odd, 0),
  ];
  const oddText = odd ? `, ${odd} odd to send back` : '';
  if (isSettled(order)) return { says: came ? 'settled' : 'given up', late: false };
  const late = open > 0 && order.dueOn !== undefined && order.dueOn < today;
  const due = order.dueOn === undefined ? 'no day known' : late ? `was due ${dayText(order.dueOn)}` : `due ${dayText(order.dueOn)}`;
  return { says: open === 0 ? `all came${oddText}` : `${came ? `${came} came, ` : ''}${open} to come${oddText}, ${due}`, late };
}

/** What happened to an order, the latest first. */
export const orderHistory = (
  order: Order,
): readonly { readonly id: string; readonly when: string; readonly by: string; readonly says: string }[] => {
  const part = new Map(order.lines.map(({ id, part: name }) => [id, name]));
  return [...order.events].reverse().map((event) => {
    const what = `${event.count} × ${part.get(event.line) ?? ''}`;
    const says =
      event.kind === 'came'
        ? `came: ${what}${event.odd ? `, ${event.odd} of them odd` : ''}${event.note ? `: ${event.note}` : ''}`
        : event.kind === 'back'
          ? `sent back: ${what}${event.why ? `, ${event.why}` : ''}; ${event.again ? 'others come for them' : 'the money comes back'}`
          : `will not come: ${what}${event.why ? `, ${event.why}` : ''}`;
    return { id: event.id, when: dayText(dayOf(new Date(event.at))), by: event.by, says };
  });
};

/** The order as one sends it. */
export const orderText = ({ number, lines, note }: Order): string =>
  [`Order ${number}`, ...lines.map(({ part, count }) => `${count} × ${part}`), ...(note ? [note] : [])].join('\n');
