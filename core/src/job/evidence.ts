import type { LaidCard } from '../card';
import { tapeEvidence, type TapeEntry } from '../tape';
import type { Evidence } from '../trace/evidence';
import type { Symptom } from './records';

/** What Trace may weigh: what the owner reported, softly, then all that stands on the tape, in order. Claims are not evidence. */
export function evidenceOf(card: LaidCard, symptoms: readonly Symptom[], tape: readonly TapeEntry[]): Evidence[] {
  const reported = symptoms.flatMap((symptom, i): Evidence[] =>
    symptom.functionId && symptom.result !== 'not-tried' && card.functions.some((f) => f.id === symptom.functionId)
      ? [{ id: `symptom-${i}`, kind: 'function', functionId: symptom.functionId, outcome: symptom.result, reported: true }]
      : [],
  );
  const [complained] = reported.flatMap((e) => (e.kind === 'function' && e.outcome !== 'works' ? [e.functionId] : []));
  return [...reported, ...tapeEvidence(card, tape, complained)];
}
