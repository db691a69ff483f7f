import type { Card } from './card-schema';
import { conditionText, type Condition } from './condition';
import { guessedPart } from './notation/guesses';
import { spreadOf } from './usual-spread';

/** What has been learned at the bench that the card does not say yet. */
export type Lesson =
  | { readonly kind: 'reading'; readonly point: string; readonly value: number; readonly condition: Condition }
  | { readonly kind: 'fault'; readonly section: string; readonly text: string }
  | { readonly kind: 'part'; readonly section: string; readonly designator: string };

/**
 * The card with a lesson put in: the reading as what is right at that point under that condition, in place of what stood
 * there, a known fault at its section, added to what is known, or a part that only a sheet names, in its section. Undefined where the
 * card has no such point or section.
 */
export function withLesson(card: Card, lesson: Lesson): Card | undefined {
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
  if (lesson.kind === 'part') {
    const { designator } = lesson;
    if (card.parts.some((part) => part.designator === designator)) return card;
    return { ...card, parts: [...card.parts, { designator, section: section.id, kind: guessedPart(designator, ''), value: '' }] };
  }
  if (section.watch?.includes(lesson.text)) return card;
  const watch = [section.watch, lesson.text].filter(Boolean).join('; ');
  return { ...card, sections: card.sections.map((s) => (s === section ? { ...s, watch } : s)) };
}
