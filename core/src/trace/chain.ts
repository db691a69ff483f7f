import { agrees, routeSections, type Card, type CardFunction, type Condition } from '../card';
import { resultNames } from '../words';
import { isBadNews, type Weighed } from './infer';
import type { TraceModel } from './model';

const verbs = { supply: 'feeds', injection: 'drives', bias: 'biases', switching: 'switches', control: 'steers' } as const;

const order = Object.keys(verbs);

interface Step {
  readonly section: string;
  readonly by: keyof typeof verbs;
  readonly when?: Condition;
}

/**
 * How a fault in a section comes to what fails, by what the card says hangs on what: `8 V regulator (TP3 6.9 V low)`, `feeds the VCO`,
 * `Receive AM dead`. Of several ways the shortest; empty where nothing that fails leans on it.
 */
export function chainOf(model: TraceModel, section: string, weighed: readonly Weighed[]): readonly string[] {
  const { card } = model;
  const fed = fedBy(model);
  const bad = weighed.filter(({ evidence }) => isBadNews(evidence));
  const seenAt = (id: string): string => {
    const seen = bad.flatMap(({ evidence: e, test }) =>
      e.kind === 'reading' && test?.point?.section === id ? [`${e.point} ${e.text}${e.outcome === 'dead' ? '' : ` ${e.outcome}`}`] : [],
    );
    return seen.length ? ` (${seen.slice(0, 2).join(', ')})` : '';
  };
  const named = (id: string): string => (card.sections.find((s) => s.id === id)?.name ?? id) + seenAt(id);
  const ends = bad.flatMap(({ evidence: e }): { readonly fn: CardFunction; readonly says: string }[] => {
    const fn = e.kind === 'function' ? card.functions.find(({ id }) => id === e.functionId) : undefined;
    return fn && e.kind === 'function' ? [{ fn, says: `${fn.name} ${resultNames[e.outcome]}` }] : [];
  });
  let best: readonly string[] = [];
  for (const { fn, says } of ends) {
    const route = new Set(routeSections(fn.route));
    const way = shortest(section, route, (id) => (fed.get(id) ?? []).filter(({ when }) => !(when && !agrees(when, fn.condition))));
    if (way && (best.length === 0 || way.length + 2 < best.length))
      best = [named(section), ...way.map((step) => `${verbs[step.by]} the ${named(step.section)}`), says];
  }
  return best;
}

/** What needs each section, and how; of what is as near, what it feeds comes first. */
function fedBy({ card }: TraceModel): ReadonlyMap<string, readonly Step[]> {
  const known = feeding.get(card);
  if (known) return known;
  const fed = new Map<string, Step[]>();
  for (const { id, needs } of card.sections)
    for (const { section, by, when } of needs)
      fed.set(section, [...(fed.get(section) ?? []), { section: id, by, ...(when ? { when } : {}) }]);
  for (const steps of fed.values()) steps.sort((a, b) => order.indexOf(a.by) - order.indexOf(b.by));
  feeding.set(card, fed);
  return fed;
}
const feeding = new WeakMap<Card, ReadonlyMap<string, readonly Step[]>>();

/** The steps from a section to the first that the route passes; none when it is on it, undefined when there is no way. */
function shortest(from: string, route: ReadonlySet<string>, next: (id: string) => readonly Step[]): readonly Step[] | undefined {
  const queue: { readonly at: string; readonly way: readonly Step[] }[] = [{ at: from, way: [] }];
  const seen = new Set([from]);
  for (const { at, way } of queue) {
    if (route.has(at)) return way;
    for (const step of next(at))
      if (!seen.has(step.section)) {
        seen.add(step.section);
        queue.push({ at: step.section, way: [...way, step] });
      }
  }
  return undefined;
}
