import type { Card, Expectation, Part, Section, TestPoint } from './card-schema';
import { meets, narrowness, otherFigure, type Condition } from './condition';

export const sectionOf = (card: Card, id: string): Section | undefined => card.sections.find((s) => s.id === id);
export const partOf = (card: Card, designator: string): Part | undefined =>
  card.parts.find((p) => p.designator === designator.toUpperCase());
export const pointOf = (card: Card, id: string): TestPoint | undefined => card.testPoints.find((p) => p.id === id.toUpperCase());

/** The narrowest expectation that holds under the condition, or undefined when the card has none for it. */
export function expectationAt(point: TestPoint, condition: Condition): Expectation | undefined {
  return point.expect
    .filter((e) => meets(condition, e.condition) && !otherFigure(e.condition, condition, point.unit, false))
    .sort((a, b) => narrowness(b.condition) - narrowness(a.condition))[0];
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
