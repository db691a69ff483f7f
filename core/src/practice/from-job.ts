import { partOf, type Card } from '../card';
import { attempt } from '../errors';
import type { Job } from '../job';
import { ofKind, standing, type TapeEntry } from '../tape';
import { toldCase, toldSchema, type Told } from './lesson';

/**
 * A finished job of the shop as a case, without its owner: what was renewed or mended last is what is hidden. Undefined where the tape does
 * not say what was at fault, or nothing would show of it.
 */
export function caseFromJob(card: Card, job: Pick<Job, 'complaint' | 'symptoms' | 'number'>, tape: readonly TapeEntry[]): Told | undefined {
  const stood = standing(tape);
  const symptom = job.symptoms.find(({ functionId, result }) => functionId !== undefined && result !== 'works' && result !== 'not-tried');
  const placed = stood.flatMap((entry) => {
    if (entry.kind !== 'fit' && !(entry.kind === 'remedy' && entry.cured === true)) return [];
    const section = entry.section ?? (entry.designator ? partOf(card, entry.designator)?.section : undefined);
    return section === undefined ? [] : [{ section, part: entry.designator, contact: entry.kind === 'remedy' }];
  });
  const last = placed.at(-1);
  if (!symptom?.functionId || !last) return undefined;
  const result = symptom.result === 'comes-and-goes' || symptom.result === 'weak' ? symptom.result : 'dead';
  const found = ofKind(stood, 'finding').some(({ section, finding }) => section === last.section && finding !== 'clean');
  const told = toldSchema.safeParse({
    title: `Job ${job.number}: ${job.complaint}`.slice(0, 120),
    owner: 'An owner of this shop',
    words: job.complaint.slice(0, 1000),
    after: 'It was a job of this shop.',
    complaint: { functionId: symptom.functionId, result },
    hidden: {
      faults: [
        {
          section: last.section,
          ...(last.part !== undefined && card.parts.some(({ designator, section }) => designator === last.part && section === last.section)
            ? { part: last.part }
            : {}),
          how: result === 'weak' ? 'weak' : 'dead',
          ...(result === 'comes-and-goes' ? { comesAndGoes: 0.5 } : {}),
          contact: last.contact,
          visible: found,
        },
      ],
    },
    seed: job.number,
  });
  return told.success && attempt(() => toldCase(card, told.data)).ok ? told.data : undefined;
}
