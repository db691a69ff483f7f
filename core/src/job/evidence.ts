import type { LaidCard } from '../card';
import { standing, tapeEvidence, type TapeEntry } from '../tape';
import type { Evidence } from '../trace/evidence';
import { channelPattern } from './channel-pattern';
import type { Symptom } from './records';

/** What Trace may weigh: what the owner reported, softly, then all that stands on the tape, in order. Claims are not evidence. */
export function evidenceOf(card: LaidCard, symptoms: readonly Symptom[], tape: readonly TapeEntry[]): Evidence[] {
  const reported = symptoms.flatMap((symptom, i): Evidence[] =>
    symptom.functionId && symptom.result !== 'not-tried' && card.functions.some((f) => f.id === symptom.functionId)
      ? [{ id: `symptom-${i}`, kind: 'function', functionId: symptom.functionId, outcome: symptom.result, reported: true }]
      : [],
  );
  const [complained] = reported.flatMap((e) => (e.kind === 'function' && e.outcome !== 'works' ? [e.functionId] : []));
  const told = tapeEvidence(card, tape, complained);
  const stood = standing(tape);
  const channels = channelPattern(card, stood);
  if (!channels) return [...reported, ...told];
  // It counts from where the last of them was read: what was renewed after that has not been tried by it.
  const order = new Map(stood.map(({ id }, at) => [id, at]));
  const behind = told.findIndex(({ id }) => (order.get(id) ?? 0) > (order.get(channels.id) ?? 0));
  return [...reported, ...(behind < 0 ? [...told, channels] : [...told.slice(0, behind), channels, ...told.slice(behind)])];
}
