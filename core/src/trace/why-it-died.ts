import { pointOf, routeSections, type Card } from '../card';
import type { Evidence } from './evidence';
import { justBefore, supplyOf } from './reach';

/** Kinds of sections that mostly die of something else: what drives, biases, feeds or loads them. */
const casualties: ReadonlySet<Card['sections'][number]['kind']> = new Set(['power-amplifier', 'valve', 'rectifier']);

/** Sections right behind `id` on the routes that pass it. */
const justBehind = (card: Card, id: string): ReadonlySet<string> =>
  new Set(
    card.functions.flatMap(({ route }) => {
      const passed = routeSections(route);
      const at = passed.indexOf(id);
      return at >= 0 && at + 1 < passed.length ? [passed[at + 1] as string] : [];
    }),
  );

/**
 * What a final, a valve or a rectifier may have died of, and has not been read yet: `bias at TP26`, `supply at TP1`, `load: Coupler`. Its
 * successor dies of the same. Empty for sections that mostly fail by themselves.
 */
export function unreadCauses(card: Card, id: string, evidence: readonly Evidence[]): readonly string[] {
  const section = card.sections.find((s) => s.id === id);
  if (!section || !casualties.has(section.kind)) return [];
  const read = new Set(evidence.flatMap((e) => (e.kind === 'reading' ? [pointOf(card, e.point)?.section] : [])));
  const supply = supplyOf(card, id);
  const round: readonly (readonly [what: string, sections: readonly string[]])[] = [
    ['bias', section.needs.flatMap((need) => (need.by === 'bias' ? [need.section] : []))],
    ['drive', [...justBefore(card, id)]],
    ['supply', supply === undefined ? [] : [supply]],
    ['load', [...justBehind(card, id)]],
  ];
  return round.flatMap(([what, sections]) =>
    sections
      .filter((of) => !read.has(of))
      .slice(0, 1)
      .map((of) => {
        const point = card.testPoints.find((each) => each.section === of);
        return point ? `${what} at ${point.id}` : `${what}: ${card.sections.find((s) => s.id === of)?.name ?? of}`;
      }),
  );
}
