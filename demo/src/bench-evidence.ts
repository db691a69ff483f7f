import type { BenchTest, Evidence } from '@amber-relay/core/trace';
import type { FunctionOutcome, ReadingOutcome } from '@amber-relay/core/words';

/** One line of a story as evidence: the test that was done, and what came of it. */
export function evidenceOf(test: BenchTest, outcome: string, id: string): Evidence {
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
