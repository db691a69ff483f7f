import type { LaidCard } from '../card';
import { isLevel } from '../quantity';
import type { Evidence } from '../trace/evidence';
import type { EntryWords, PaperLine } from './entry-kind';
import { ofKind, standing } from './tape';
import { kindOf, type EntryOf, type TapeBody, type TapeEntry } from './tape-entry';

/** Puts an entry into words, with names from the card where there is one. */
export function entryWords(entry: TapeBody & { readonly by?: string }, card: LaidCard | undefined): EntryWords {
  const words = kindOf(entry).words(entry as never, card);
  return entry.done ? { ...words, what: [words.what, `on ${entry.done}`].filter(Boolean).join(', ') } : words;
}

/** What an entry says, in one line: `C31 proved bad, 30.9p`. */
export function entryTitle(entry: TapeBody, card: LaidCard | undefined): string {
  const { ref, what } = entryWords(entry, card);
  return [ref, what].filter(Boolean).join(' ');
}

/** What to mind when it is done; empty where there is nothing. */
export const entryCaution = (entry: TapeBody): string => kindOf(entry).caution?.(entry as never) ?? '';

/** The lines that an entry brings onto the hand-back sheet. */
export function paperLines(entry: TapeBody, card: LaidCard | undefined): readonly PaperLine[] {
  const { paper } = kindOf(entry);
  return 'lines' in paper ? paper.lines(entry as never, card) : [];
}

/** Less than half of the least, or more than twice the most; of a level, 15 dB beyond. */
function isFarOut({ value, low, high, unit }: Pick<EntryOf<'reading'>, 'value' | 'low' | 'high' | 'unit'>): boolean {
  if (value === null) return true;
  if (isLevel(unit)) return (low !== undefined && value < low - 15) || (high !== undefined && value > high + 15);
  return (low !== undefined && low > 0 && value < low / 2) || (high !== undefined && high > 0 && value > 2 * high);
}

/** What one entry tells Trace, or undefined when it tells nothing, or of a section that the card does not have; it need not be kept yet. */
export function entryEvidence(card: LaidCard, entry: TapeBody & { readonly id: string }): Evidence | undefined {
  const body = kindOf(entry).evidence?.(entry as never, card);
  if (!body || ('section' in body && !card.sections.some(({ id }) => id === body.section))) return undefined;
  // What is but typical of a kind of set counts half, as what is doubted does, unless it lies far outside.
  const typical = entry.kind === 'reading' && entry.typical && !isFarOut(entry);
  return { id: entry.id, ...body, ...(typical ? { doubtful: true } : {}) };
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

/** What all that stands on the tape tells Trace, in order; what was doubted says so. */
export function tapeEvidence(card: LaidCard, tape: readonly TapeEntry[]): Evidence[] {
  const stood = standing(tape);
  const doubtful = doubtedEntries(stood);
  return stood
    .flatMap((entry) => toldOnce(card, entry) ?? [])
    .map((evidence) => (doubtful.has(evidence.id) ? { ...evidence, doubtful: true } : evidence));
}
