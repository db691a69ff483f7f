import { routeSections, type Card } from '@amber-relay/core/card';

export interface Wire {
  readonly from: string;
  readonly to: string;
}

/** Sections in the order in which one walks the diagram: along each route in turn, then what only supplies others. */
export function walkOrder(card: Card): string[] {
  const order = new Set<string>();
  for (const fn of card.functions) if (fn.group !== 'control') routeSections(fn.route).forEach((id) => order.add(id));
  for (const loop of card.loops) loop.sections.forEach((id) => order.add(id));
  for (const fn of card.functions) routeSections(fn.route).forEach((id) => order.add(id));
  card.sections.forEach(({ id }) => order.add(id));
  return [...order];
}

/** Signal neighbours along every route, then injections and control lines; supplies would only cross everything. */
export function wiresOf(card: Card): Wire[] {
  const wires = new Map<string, Wire>();
  const wire = (from: string, to: string): void => {
    if (from !== to && !wires.has(`${to}>${from}`)) wires.set(`${from}>${to}`, { from, to });
  };
  for (const fn of card.functions) {
    const route = routeSections(fn.route);
    route.slice(1).forEach((to, i) => wire(route[i] ?? to, to));
  }
  for (const section of card.sections)
    for (const need of section.needs) if (need.by === 'injection' || need.by === 'control') wire(need.section, section.id);
  return [...wires.values()];
}
