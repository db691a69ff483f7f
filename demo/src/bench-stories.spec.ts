import { trace, traceModel, type Evidence } from '@amber-relay/core/trace';
import type { FunctionOutcome } from '@amber-relay/core/words';
import { evidenceOf } from './bench-evidence';
import stories from './bench-stories.json';
import { demoCards } from './demo-cards';

describe('a bench story', () => {
  const cards = new Map(demoCards().map((card) => [card.id, traceModel(card, 25)]));

  it('is told of every kind of set, four and twenty or more in all', () => {
    expect(stories.length).toBeGreaterThanOrEqual(24);
    expect(new Set(stories.map((s) => s.card)).size).toBe(8);
  });

  for (const story of stories)
    it(`${story.card}: ${story.fault}, found within ${story.steps.length} probes`, () => {
      const model = cards.get(story.card);
      if (!model) return fail(story.card);
      const [functionId = '', complaint = ''] = story.complaint;
      const evidence: Evidence[] = [
        { id: 'complaint', kind: 'function', functionId, outcome: complaint as FunctionOutcome, reported: true },
        ...story.steps.map(([id = '', outcome = ''], i) => {
          const test = model.testById.get(id);
          if (!test) throw new Error(`${story.card} has no test "${id}"`);
          return evidenceOf(test, outcome, `step ${i + 1}`);
        }),
      ];
      const [top] = [...trace(model, evidence).sections].sort((a, b) => b.chance - a.chance);
      expect(top?.section).toBe(story.section);
      expect(top?.chance).toBeGreaterThanOrEqual(0.8);
      expect(top?.reasons.length).toBeGreaterThan(1);
      expect(story.steps.length).toBeLessThanOrEqual(15);
      // Not given away by the complaint alone.
      const before = trace(model, evidence.slice(0, 1)).sections.find((s) => s.section === story.section);
      expect(before?.chance ?? 1).toBeLessThan(0.5);
    });
});
