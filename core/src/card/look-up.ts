import type { Card, Condition, Expectation, Part, Section, TestPoint } from './card-schema';

export const sectionOf = (card: Card, id: string): Section | undefined => card.sections.find((s) => s.id === id);
export const partOf = (card: Card, designator: string): Part | undefined =>
  card.parts.find((p) => p.designator === designator.toUpperCase());
export const pointOf = (card: Card, id: string): TestPoint | undefined => card.testPoints.find((p) => p.id === id.toUpperCase());

/** Whether `actual` meets every field that `wanted` names. */
export const meets = (actual: Condition, wanted: Condition): boolean =>
  (wanted.keyed === undefined || wanted.keyed === (actual.keyed ?? false)) &&
  (wanted.mode === undefined || wanted.mode === actual.mode) &&
  (wanted.band === undefined || wanted.band === actual.band) &&
  (wanted.channel === undefined || wanted.channel === actual.channel);

/** Whether two conditions can hold at once. */
export const agrees = (a: Condition, b: Condition): boolean =>
  (a.keyed === undefined || b.keyed === undefined || a.keyed === b.keyed) &&
  (a.mode === undefined || b.mode === undefined || a.mode === b.mode) &&
  (a.band === undefined || b.band === undefined || a.band === b.band) &&
  (a.channel === undefined || b.channel === undefined || a.channel === b.channel);

const narrowness = (c: Condition): number => Object.values(c).filter((v) => v !== undefined).length;

/** The narrowest expectation that holds under the condition, or undefined when the card has none for it. */
export function expectationAt(point: TestPoint, condition: Condition): Expectation | undefined {
  return point.expect.filter((e) => meets(condition, e.condition)).sort((a, b) => narrowness(b.condition) - narrowness(a.condition))[0];
}

/** `ch 19, AM, keyed`: a condition in the order in which one says it. */
export function conditionText(c: Condition): string {
  const words = [
    c.channel === undefined ? '' : `ch ${c.channel}`,
    c.band ?? '',
    c.mode ?? '',
    c.keyed === undefined ? '' : c.keyed ? 'keyed' : 'receive',
    c.supplyV === undefined ? '' : `at ${c.supplyV} V`,
  ];
  return words.filter(Boolean).join(', ');
}

/** Loops that hold an oscillator: out of lock, everything in them is off. The others hold a level. */
export const phaseLoops = (card: Card): Card['loops'] =>
  card.loops.filter((loop) => loop.sections.some((id) => sectionOf(card, id)?.kind === 'oscillator'));

/** Access steps to open, outermost first, before a thing behind `accessId` can be reached. */
export function accessChain(card: Card, accessId: string | undefined): Card['access'] {
  const chain: Card['access'] = [];
  for (let step = card.access.find((a) => a.id === accessId); step; step = card.access.find((a) => a.id === step?.behind))
    chain.unshift(step);
  return chain;
}
