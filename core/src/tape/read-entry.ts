import { whatItTests, type LaidCard } from '../card';
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

/** A test out of its limits, which need not be a fault yet. */
function isNarrowTest({ subject, verdict }: Pick<EntryOf<'reading'>, 'subject' | 'verdict'>, card: LaidCard): boolean {
  const limit = subject.what === 'limit' ? card.limits.find(({ id }) => id === subject.limit) : undefined;
  const tests = limit && whatItTests(card, limit);
  return tests !== undefined && verdict !== 'in' && tests.fails !== 'frequency';
}

/** What one entry tells Trace, or undefined when it tells nothing, or of a section that the card does not have; it need not be kept yet. */
export function entryEvidence(card: LaidCard, entry: TapeBody & { readonly id: string }): Evidence | undefined {
  const body = kindOf(entry).evidence?.(entry as never, card);
  if (!body || ('section' in body && !card.sections.some(({ id }) => id === body.section))) return undefined;
  // What is but typical of a kind of set counts half, as what is doubted does, unless it lies far outside.
  const isHalf = entry.kind === 'reading' && (entry.typical === true || isNarrowTest(entry, card)) && !isFarOut(entry);
  return { id: entry.id, ...body, ...(isHalf ? { doubtful: true } : {}) };
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

/** Why an entry that is no evidence tells Trace nothing; empty where nobody would look for it there. */
export const whySilent = (card: LaidCard, entry: TapeEntry): string => kindOf(entry).silent?.(entry as never, card) ?? '';

type OfPart = EntryOf<'reading'> & { readonly subject: { readonly what: 'part'; readonly designator: string } };
/** Whether a reading is of the value of a part. */
const isOfPart = (entry: EntryOf<'reading'>): entry is OfPart =>
  entry.subject.what === 'part' && entry.subject.pin === undefined && entry.subject.measure === undefined;

/**
 * What all that stands on the tape tells Trace, in order; what was doubted says so.
 * @param complained the function that was complained of: a soak that failed says that it comes and goes
 */
export function tapeEvidence(card: LaidCard, tape: readonly TapeEntry[], complained?: string): Evidence[] {
  const stood = standing(tape);
  const doubtful = doubtedEntries(stood);
  const failed = (entry: TapeEntry): Evidence | undefined =>
    complained !== undefined && entry.kind === 'soak' && entry.act === 'failed'
      ? { id: entry.id, kind: 'function', functionId: complained, outcome: 'comes-and-goes', by: 'the soak' }
      : undefined;
  const valueOf = ({ subject, unit }: OfPart): string => `${subject.designator} ${unit}`;
  const latest = new Map(ofKind(stood, 'reading').flatMap((entry) => (isOfPart(entry) ? [[valueOf(entry), entry.id]] : [])));
  const readings = new Set(ofKind(stood, 'reading').map(({ id }) => id));
  // A part that is read again is not found twice: the latest value of each counts, its resistance beside its capacitance.
  const isPast = (entry: TapeEntry): boolean =>
    (entry.kind === 'reading' && isOfPart(entry) && latest.get(valueOf(entry)) !== entry.id) ||
    // What was reckoned from a reading falls with it.
    (entry.kind === 'explained' && entry.readings.some((id) => !readings.has(id)));
  return stood
    .flatMap((entry) => (isPast(entry) ? [] : (toldOnce(card, entry) ?? failed(entry) ?? [])))
    .map((evidence) => (doubtful.has(evidence.id) ? { ...evidence, doubtful: true } : evidence));
}
