import { partOf, type LaidCard } from '../card';
import { quantityText } from '../quantity';
import type { Evidence } from '../trace/evidence';
import type { Symptom } from './records';
import { ofKind, standing } from './tape';
import type { EntryOf, TapeBody, TapeEntry } from './tape-entry';
import { findingNames } from './words';

/** What a reading shows, for people: `6.62 V`, or `dead`. */
export const readingText = (r: Pick<EntryOf<'reading'>, 'value' | 'unit' | 'step'>): string =>
  r.value === null ? 'dead' : quantityText(r.value, r.unit, { step: r.step });

/** What one entry tells Trace, or undefined when it tells nothing; the entry need not be kept yet. */
export function entryEvidence(card: LaidCard, entry: TapeBody & { readonly id: string }): Evidence | undefined {
  const { id } = entry;
  const has = (section: string | undefined): section is string => section !== undefined && card.sections.some((s) => s.id === section);
  switch (entry.kind) {
    case 'function':
      return entry.result === 'not-tried' ? undefined : { id, kind: 'function', functionId: entry.functionId, outcome: entry.result };
    case 'reading':
      if (entry.subject.what !== 'point' || entry.verdict === 'cant-tell' || entry.verdict === 'no-limit') return undefined;
      return {
        id,
        kind: 'reading',
        point: entry.subject.point,
        condition: entry.condition,
        outcome: entry.verdict,
        text: readingText(entry),
      };
    case 'finding': {
      const section = entry.section ?? (entry.designator ? partOf(card, entry.designator)?.section : undefined);
      if (!has(section)) return undefined;
      const text = [entry.designator, entry.text || findingNames[entry.finding]].filter(Boolean).join(' ');
      return {
        id,
        kind: 'finding',
        section,
        severity: entry.finding === 'clean' ? 'clean' : entry.severity,
        previousHands: entry.previousHands,
        ...(entry.finding === 'twiddled' || entry.finding === 'broken-core' ? { twiddled: true } : {}),
        text,
      };
    }
    case 'manipulation': {
      if (!has(entry.section)) return undefined;
      const name = card.sections.find((s) => s.id === entry.section)?.name ?? entry.section;
      const acts = { tap: 'Tapping', press: 'Pressing', heat: 'Warming', cool: 'Cooling' };
      return {
        id,
        kind: 'manipulation',
        section: entry.section,
        changed: entry.changed,
        text: `${acts[entry.act]} the ${name}: ${entry.changed ? 'the symptom changed' : 'no change'}`,
      };
    }
    case 'injection':
      return entry.result === 'not-tried' ? undefined : { id, kind: 'injection', injection: entry.injection, outcome: entry.result };
    case 'forcing':
      return entry.result === 'not-tried' ? undefined : { id, kind: 'forcing', forcing: entry.forcing, outcome: entry.result };
    case 'comparison':
      return { id, kind: 'comparison', point: entry.point, outcome: entry.result, text: '' };
    case 'lift':
      return has(entry.section) ? { id, kind: 'lift', section: entry.section, recovers: entry.recovers } : undefined;
    case 'remedy':
      return has(entry.section) ? { id, kind: 'remedy', section: entry.section, remedy: entry.remedy, cured: entry.cured } : undefined;
    case 'proof': {
      const section = partOf(card, entry.designator)?.section;
      return has(section) ? { id, kind: 'proof', section, designator: entry.designator, bad: entry.result === 'bad' } : undefined;
    }
    case 'fit': {
      const section = entry.section ?? partOf(card, entry.designator)?.section;
      return has(section) ? { id, kind: 'fit', section, designator: entry.designator } : undefined;
    }
    default:
      return undefined;
  }
}

/** What an entry told Trace, by card: neither ever changes, and a long tape is gone through at every entry. */
const told = new WeakMap<LaidCard, WeakMap<TapeEntry, { readonly evidence: Evidence | undefined }>>();
function toldOnce(card: LaidCard, entry: TapeEntry): Evidence | undefined {
  const ofCard = told.get(card) ?? new WeakMap<TapeEntry, { readonly evidence: Evidence | undefined }>();
  told.set(card, ofCard);
  const known = ofCard.get(entry) ?? { evidence: entryEvidence(card, entry) };
  ofCard.set(entry, known);
  return known.evidence;
}

/** Entries whose latest word on the tape is doubt. */
export function doubtedEntries(stood: readonly TapeEntry[]): Set<string> {
  const doubted = new Set<string>();
  for (const { entry, doubtful } of ofKind(stood, 'doubt'))
    if (doubtful) doubted.add(entry);
    else doubted.delete(entry);
  return doubted;
}

/** What Trace may weigh: what the owner reported, softly, then all that stands on the tape, in order. Claims are not evidence. */
export function evidenceOf(card: LaidCard, symptoms: readonly Symptom[], tape: readonly TapeEntry[]): Evidence[] {
  const reported = symptoms.flatMap((symptom, i): Evidence[] =>
    symptom.functionId && symptom.result !== 'not-tried' && card.functions.some((f) => f.id === symptom.functionId)
      ? [{ id: `symptom-${i}`, kind: 'function', functionId: symptom.functionId, outcome: symptom.result, reported: true }]
      : [],
  );
  const stood = standing(tape);
  const doubtful = doubtedEntries(stood);
  const made = stood.flatMap((entry) => toldOnce(card, entry) ?? []);
  return [...reported, ...made.map((evidence) => (doubtful.has(evidence.id) ? { ...evidence, doubtful: true } : evidence))];
}
