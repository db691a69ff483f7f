import { pointOf, routeSections, type Card } from '../card';
import { resultNames } from '../words';
import { byCell, isBadNews, outcomeOf, posterior, type Weighed } from './infer';
import { functionLook, readingLook } from './looks';
import type { TraceModel } from './model';
import { functionLeaning, readingLeaning } from './reach';
import type { Look } from './rows';
import { misalignedAt, outsideAt, type Space } from './space';
import { cardClearer, cardFits } from './tables/certainty';

/** The card said otherwise, and in words how what was seen then reads. */
interface Otherwise {
  readonly card: Card;
  readonly says: string;
}

/** So many sections up and down a route a point may have been put wrongly. */
const nearby = 2;
/** What is less likely than this changes no answer. */
const passedOver = 1e-4;
/** More sections than this nobody suspects at once. */
const mostSuspects = 3;

/** A point put at one of the sections beside its own, along the routes that pass it. */
function pointElsewhere({ card }: TraceModel, id: string): Otherwise[] {
  const point = pointOf(card, id);
  if (!point) return [];
  const places = new Set(
    card.functions.flatMap(({ route }) => {
      const passed = routeSections(route);
      const at = passed.indexOf(point.section);
      return at < 0 ? [] : passed.slice(Math.max(0, at - nearby), at + nearby + 1);
    }),
  );
  places.delete(point.section);
  const name = (section: string): string => card.sections.find((s) => s.id === section)?.name ?? section;
  return [...places].map((section) => ({
    card: { ...card, testPoints: card.testPoints.map((each) => (each === point ? { ...point, section } : each)) },
    says: `${point.id} reads as if it lay behind the ${name(section)}, not behind the ${name(point.section)}`,
  }));
}

/** A function that does not pass a section which is suspected, or that passes one more. */
function routeOtherwise(model: TraceModel, id: string, isBad: boolean, outcome: string, rest: Float64Array): Otherwise[] {
  const { card } = model;
  const fn = card.functions.find((each) => each.id === id);
  if (!fn) return [];
  const cells = byCell(model, rest);
  const suspects = card.sections
    .map((section, at) => ({ section, chance: cells[at] ?? 0 }))
    .sort((a, b) => b.chance - a.chance)
    .slice(0, mostSuspects);
  const passed = routeSections(fn.route);
  return suspects.flatMap(({ section }): Otherwise[] => {
    if (passed.includes(section.id) === isBad) return [];
    const route = isBad ? [...fn.route, section.id] : passed.filter((each) => each !== section.id);
    if (route.length === 0) return [];
    return [
      {
        card: { ...card, functions: card.functions.map((each) => (each === fn ? { ...fn, route } : each)) },
        says: `${fn.name} ${outcome} as if it ${isBad ? 'leant on' : 'did not pass'} the ${section.name}`,
      },
    ];
  });
}

/** How what was seen looks by a card. */
function lookBy(card: Card, { evidence, test }: Weighed): Look | undefined {
  if (evidence.kind === 'function') {
    const fn = card.functions.find(({ id }) => id === evidence.functionId);
    return fn && functionLook(card, functionLeaning(card, fn), fn);
  }
  const point = evidence.kind === 'reading' ? pointOf(card, evidence.point) : undefined;
  return point && test && readingLook(card, point, readingLeaning(card, point, test.condition), test.condition);
}

/** Chance of an outcome by a look, over all but the pairs. */
function chanceBy(look: Look, outcome: string, { single, first, ways, from }: Space, chances: Float64Array): number {
  let [fits, sum] = [0, 0];
  for (let h = 0; h < single; h++) {
    const p = chances[h] ?? 0;
    if (p < passedOver) continue;
    const at = first[h] ?? 0;
    const way = ways[at]?.[h - (from[at] ?? 0)];
    const row = h === outsideAt ? look.outside : h === misalignedAt ? look.misaligned : ((way && look.faulty(at, way)) ?? look.healthy);
    sum += p;
    fits += p * (row[outcome] ?? 0);
  }
  return sum > 0 ? fits / sum : 0;
}

/**
 * Whether what hardly fits with the rest would fit, were the card otherwise in one place: real cards are made in a hurry. Gives what it then
 * reads like, or nothing.
 * @param at place among `weighed` of what hardly fits
 * @param expected its chance by the card as it stands, given all the rest
 */
export function cardDoubt(model: TraceModel, logPrior: Float64Array, weighed: readonly Weighed[], at: number, expected: number): string {
  const doubted = weighed[at];
  if (!doubted?.test) return '';
  const { evidence } = doubted;
  const rest = posterior(
    logPrior,
    weighed.filter((_, i) => i !== at),
  );
  const others =
    evidence.kind === 'reading'
      ? pointElsewhere(model, evidence.point)
      : evidence.kind === 'function'
        ? routeOtherwise(model, evidence.functionId, isBadNews(evidence), resultNames[evidence.outcome], rest)
        : [];
  let best = { fits: Math.max(cardFits, cardClearer * expected), says: '' };
  for (const { card, says } of others) {
    const look = lookBy(card, doubted);
    const fits = look ? chanceBy(look, outcomeOf(evidence), model.space, rest) : 0;
    if (fits > best.fits) best = { fits, says };
  }
  return best.says;
}
