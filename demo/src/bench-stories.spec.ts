import { trace, traceModel, type BenchTest, type Evidence } from '@amber-relay/core/trace';
import type { FunctionOutcome, ReadingOutcome } from '@amber-relay/core/words';
import stories from './bench-stories.json';
import { demoCards } from './demo-cards';

/** One line of a story as evidence: the test that was done, and what came of it. */
function evidenceOf(test: BenchTest, outcome: string, id: string): Evidence {
  const section = [...test.reach.keys()][0] ?? '';
  switch (test.kind) {
    case 'function':
      return { id, kind: 'function', functionId: test.subject, outcome: outcome as FunctionOutcome };
    case 'reading':
      return { id, kind: 'reading', point: test.subject, condition: test.condition, outcome: outcome as ReadingOutcome, text: outcome };
    case 'comparison':
      return { id, kind: 'comparison', point: test.subject, outcome: outcome as ReadingOutcome, text: '' };
    case 'injection':
      return { id, kind: 'injection', injection: test.subject, outcome: outcome as FunctionOutcome };
    case 'forcing':
      return { id, kind: 'forcing', forcing: test.subject, outcome: outcome as FunctionOutcome };
    case 'tap':
      return { id, kind: 'manipulation', section: test.subject, changed: outcome === 'changes', text: '' };
    case 'inspect':
      return {
        id,
        kind: 'finding',
        section: test.subject,
        severity: outcome === 'clean' ? 'clean' : 'plain',
        previousHands: false,
        text: '',
      };
    case 'lift':
    case 'unload':
      return { id, kind: test.kind, section: test.subject, recovers: outcome === 'recovers' };
    case 'remedy':
      return { id, kind: 'remedy', section: test.subject, remedy: test.remedy ?? 'reflow', cured: outcome === 'cured' };
    case 'proof':
      return { id, kind: 'proof', section, designator: test.subject, bad: outcome === 'bad' };
  }
}

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
