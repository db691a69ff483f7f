import type { Card } from './card-schema';
import { conditionText, type Condition } from './condition';
import { noted } from './go-back';
import { quantityText, type Unit } from '../quantity';
import { guessedPart } from './notation/guesses';
import { ownId } from './notation/lists';
import { spreadOf } from './usual-spread';

/** What has been learned at the bench that the card does not say yet. */
export type Lesson =
  | { readonly kind: 'reading'; readonly point: string; readonly value: number; readonly condition: Condition }
  | { readonly kind: 'fault'; readonly section: string; readonly text: string }
  | { readonly kind: 'part'; readonly section: string; readonly designator: string }
  | { readonly kind: 'point'; readonly section: string; readonly point: string; readonly unit: Unit }
  /** That a typical limit holds for this chassis, as its manual or a healthy set says. */
  | { readonly kind: 'limit'; readonly limit: string }
  /** A step of alignment as it was done: what was turned, where it was read, and what came of it. */
  | { readonly kind: 'step'; readonly name: string; readonly adjuster: string; readonly at?: string; readonly expect: string }
  /** A signal that was put in. */
  | { readonly kind: 'injection'; readonly injection: Omit<Card['injections'][number], 'minutes'> };

/** Where a lesson was learned. */
export interface LearnedAt {
  /** ISO date. */
  readonly on: string;
  /** Number of the job. */
  readonly job?: number;
}

/** What a lesson puts into the card, in words. */
export function lessonText(card: Card, lesson: Lesson): string {
  const section = 'section' in lesson ? (card.sections.find(({ id }) => id === lesson.section)?.name ?? lesson.section) : '';
  switch (lesson.kind) {
    case 'reading': {
      const unit = card.testPoints.find(({ id }) => id === lesson.point)?.unit ?? '';
      const under = conditionText(lesson.condition);
      return `${lesson.point} is ${quantityText(lesson.value, unit)}${under ? `, ${under}` : ''}`;
    }
    case 'fault':
      return `${section}: ${lesson.text}`;
    case 'part':
      return `${lesson.designator} belongs to ${section}`;
    case 'point':
      return `${lesson.point} is at ${section}`;
    case 'step':
      return `${lesson.name}: ${lesson.adjuster} to ${lesson.expect}${lesson.at === undefined ? '' : ` at ${lesson.at}`}`;
    case 'injection':
      return lesson.injection.name;
    case 'limit':
      return `${card.limits.find(({ id }) => id === lesson.limit)?.name ?? lesson.limit}: its limits are this chassis’ own`;
  }
}

/**
 * The card with a lesson put in: the reading as what is right at that point under that condition, in place of what stood
 * there, a known fault at its section, added to what is known, or a part that only a sheet names, in its section. Undefined where the
 * card has no such point or section. With where it was learned, it stands in the card's history.
 */
export function withLesson(card: Card, lesson: Lesson, at?: LearnedAt): Card | undefined {
  const taught = taughtCard(card, lesson);
  if (!taught || taught === card || !at) return taught;
  return noted(card, taught, { ...at, what: lessonText(card, lesson) });
}

function taughtCard(card: Card, lesson: Lesson): Card | undefined {
  if (lesson.kind === 'limit') {
    if (!card.limits.some(({ id }) => id === lesson.limit)) return undefined;
    return { ...card, limits: card.limits.map((limit) => (limit.id === lesson.limit ? { ...limit, typical: undefined } : limit)) };
  }
  if (lesson.kind === 'step') {
    const { name, adjuster, at, expect } = lesson;
    const step = { id: ownId(name, card.alignment), name, adjust: [adjuster], ...(at === undefined ? {} : { at }), expect, after: [] };
    return { ...card, alignment: [...card.alignment, step] };
  }
  if (lesson.kind === 'injection') {
    const { injection } = lesson;
    const placed = card.sections.some(({ id }) => id === injection.into) && card.functions.some(({ id }) => id === injection.responds);
    if (!placed || card.injections.some(({ id }) => id === injection.id)) return placed ? card : undefined;
    return { ...card, injections: [...card.injections, { ...injection, minutes: 4 }] };
  }
  if (lesson.kind === 'reading') {
    const point = card.testPoints.find((p) => p.id === lesson.point);
    if (!point) return undefined;
    const spread = spreadOf(lesson.value, point.unit);
    const under = conditionText(lesson.condition);
    const learned = {
      condition: lesson.condition,
      nominal: lesson.value,
      low: lesson.value - spread,
      high: lesson.value + spread,
      note: 'Read on a healthy set',
    };
    const expect = [...point.expect.filter((e) => conditionText(e.condition) !== under), learned];
    return { ...card, testPoints: card.testPoints.map((p) => (p === point ? { ...p, expect } : p)) };
  }
  const section = card.sections.find((s) => s.id === lesson.section);
  if (!section) return undefined;
  if (lesson.kind === 'point') {
    const { point, unit } = lesson;
    if (card.testPoints.some(({ id }) => id === point)) return card;
    const sees = unit === 'V' || unit === 'A' || unit === 'ohm' ? ('own' as const) : ('signal' as const);
    const added = { id: point, name: section.name, section: section.id, sees, unit, expect: [], minutes: 2, hazard: 'none' as const };
    return { ...card, testPoints: [...card.testPoints, added] };
  }
  if (lesson.kind === 'part') {
    const { designator } = lesson;
    if (card.parts.some((part) => part.designator === designator)) return card;
    return { ...card, parts: [...card.parts, { designator, section: section.id, kind: guessedPart(designator, ''), value: '' }] };
  }
  if (section.watch?.includes(lesson.text)) return card;
  const watch = [section.watch, lesson.text].filter(Boolean).join('; ');
  return { ...card, sections: card.sections.map((s) => (s === section ? { ...s, watch } : s)) };
}
