import { conditionText, type LaidCard } from '../card';
import { limitsText } from '../measure';
import { alignRun } from '../run';
import { ofKind, paperLines, readingText, standing, type EntryOf, type PaperLine, type TapeEntry } from '../tape';
import { alikeFits, nameRuns, withFitsTogether } from './alike-fits';
import { claimLines, claimText } from './claims';
import { functionCourses, readingCourses, sumCourses, testCourses, type Course, type TestCourse } from './before-after';
import { moneyText, priceLines } from '../money';
import { listedParts } from './listed-parts';
import { modificationText } from './modifications';
import { policyLines } from './repair-policy';
import { fixedPrice, jobPrice, quotesOf, termsOf, type JobPrice } from './price';
import type { Customer, Job, RadioSet, ShopSettings } from './records';
import { repairsText } from './repairs';
import { recordedTables, watchedStrips, type RecordedTable, type WatchedStrip } from './recorded';
import { cellOf, nothing, type ReportCell } from './report-cell';
import { paidLinesOf, priceLinesOf, toPay, warrantyOf, type PriceLine, type Warranty } from './report-price';
import { sheetPictures, type SheetPicture } from './sheet-pictures';
import { soakLine } from './soak';
import { sweptTables, type SweptTable } from './swept';
import { agreedLimit, agreedLines, dayOfEntry, type OnDay } from './talks';
import { foundLines, problems } from './work-lines';
import { resultNames, type WorkState } from '../words';

/** A name under the sheet. */
export interface Signature {
  readonly who: string;
  readonly on: string;
  readonly text: string;
  readonly strokes: EntryOf<'signed'>['strokes'];
}

/** The hand-back sheet: what the owner and the next repairer need to know, in words. */
export interface Report {
  readonly shop: ShopSettings;
  readonly job: Job;
  readonly customer: Customer;
  readonly set: RadioSet;
  readonly complaint: string;
  /** What the owner approved or refused, each with its day. */
  readonly agreed: readonly OnDay[];
  /** The limit of the price, as money; absent where none was agreed. */
  readonly limit?: string;
  readonly found: readonly string[];
  /** What began the trouble, what it destroyed, and what else may have suffered. */
  readonly causes: readonly { readonly what: string; readonly lines: readonly string[] }[];
  readonly done: readonly string[];
  readonly parts: readonly {
    readonly what: string;
    readonly old: string;
    readonly fitted: string;
    readonly why: string;
    readonly price: string;
  }[];
  readonly tests: readonly {
    readonly name: string;
    readonly condition: string;
    readonly limits: string;
    readonly before: ReportCell;
    readonly after: ReportCell;
    /** Results between two repairs, and what was done since the last one. */
    readonly note: string;
  }[];
  /** Steps of alignment that were done or begun, and how each was left where it is not as wanted. */
  readonly aligned: readonly {
    readonly name: string;
    readonly wanted: string;
    readonly before: string;
    readonly after: string;
    readonly says: string;
  }[];
  /** What was read over several steps, as it is now beside the time before, with its picture. */
  readonly swept: readonly SweptTable[];
  /** What recordings told, before and after, with their curves. */
  readonly recorded: readonly RecordedTable[];
  /** Points that were watched, with their strips. */
  readonly watched: readonly WatchedStrip[];
  /** Tests of the card that were not done, by name. */
  readonly notDone: readonly string[];
  /** Functions, points, parts and kept sums that were tried both before and after, or failed. */
  readonly compared: readonly { readonly name: string; readonly before: ReportCell; readonly after: ReportCell; readonly note: string }[];
  /** Sums that were kept, and tests in another state than the card's, once each. */
  readonly measured: readonly string[];
  /** What somebody has changed in this set, and is still so. */
  readonly modified: readonly string[];
  readonly toDo: readonly string[];
  readonly leftAlone: readonly string[];
  readonly watchFor: readonly string[];
  readonly warranty: Warranty;
  readonly consent: readonly string[];
  readonly pictures: readonly SheetPicture[];
  readonly price: JobPrice;
  readonly priceLines: readonly PriceLine[];
  /** What the owner may choose, with tax; none once something is approved or the price is fixed. */
  readonly quotes: readonly { readonly option: string; readonly amount: string; readonly text: string }[];
  /** What came in and went back, and what is still to be paid; nothing of the latter where two currencies stand side by side. */
  readonly paid: readonly PriceLine[];
  /** What is still to be paid, in minor units; below nothing where too much came, absent where two currencies stand side by side. */
  readonly toPayMinor?: number;
  readonly signed: readonly Signature[];
  readonly cautions: readonly string[];
}

const untouched: ReportCell = { text: '–', verdict: 'not touched by the repair' };
const triedCell = ({ result }: EntryOf<'function'>): ReportCell => ({ text: resultNames[result], verdict: '' });
const sumCell = ({ result }: EntryOf<'sum'>): ReportCell => ({ text: result, verdict: '' });

/** One course as a row of the sheet: its cells, what was had in between, and what came after its last result. */
function rowOf<T>({ before, between, after, since, repaired, concerned }: Course<T>, cell: (result: T) => ReportCell) {
  const shown = ({ text, verdict }: ReportCell): string => [text, verdict].filter(Boolean).join(' ');
  const note = [
    between.length ? `in between ${between.map((result) => shown(cell(result))).join(', ')}` : '',
    since.length ? `taken before: ${repairsText(since)}` : '',
  ];
  return {
    before: before ? cell(before) : nothing,
    after: after ? cell(after) : before && repaired && !concerned ? untouched : nothing,
    note: note.filter(Boolean).join('; '),
  };
}

/** What was tried at both ends, and what failed at one. */
function comparedRows(card: LaidCard | undefined, stood: readonly TapeEntry[]): Report['compared'] {
  const functions = (card ? functionCourses(card, stood) : [])
    .filter(({ before, after }) => [before, after].some((tried) => tried && tried.result !== 'works'))
    .map((course) => ({ name: course.name, ...rowOf(course, triedCell) }));
  const readings = readingCourses(card, stood)
    .filter(({ before, after }) => before && after)
    .map((course) => ({ name: course.name, ...rowOf(course, cellOf) }));
  const sums = sumCourses(card, stood)
    .filter(({ before, after }) => before && after)
    .map((course) => ({ name: course.name, ...rowOf(course, sumCell) }));
  return [...functions, ...readings, ...sums];
}

/** The words of what was turned for a step of alignment. */
const saidOf = (stood: readonly TapeEntry[], entries: readonly string[]): string[] =>
  ofKind(stood, 'adjustment').flatMap(({ id, text }) => (text !== undefined && entries.includes(id) ? [text] : []));

/** A row of the parts table: parts that were renewed alike, and what they cost together; no price where a quote covers them. */
function partRow(first: EntryOf<'fit'>, more: readonly EntryOf<'fit'>[], currency: string | undefined): Report['parts'][number] {
  const count = first.quantity * (1 + more.length);
  return {
    what: nameRuns([first, ...more].map(({ designator }) => designator)),
    old: first.oldPart,
    fitted: count > 1 ? `${count} × ${first.newPart}` : first.newPart,
    why: [first.why, first.proof].filter(Boolean).join('; '),
    price: currency === undefined ? '' : moneyText(first.priceMinor * count, currency),
  };
}

/** A test by its name, with its condition where that is not said in it. */
const testName = ({ name, condition }: TestCourse['limit']): string => {
  const under = conditionText(condition);
  return under ? `${name}, ${under}` : name;
};

/** What was measured once and stands in no table. */
function measuredLines(card: LaidCard | undefined, stood: readonly TapeEntry[], compared: Report['compared']): string[] {
  const alone = ({ name }: { readonly name: string }): boolean => !compared.some((row) => row.name === name);
  const tests = readingCourses(card, stood).filter((course) => course.of === 'limit' && alone(course));
  return [
    ...tests.flatMap(({ name, before, after }) => {
      const reading = after ?? before;
      return reading ? [`${name}: ${readingText(reading)}`] : [];
    }),
    ...sumCourses(card, stood)
      .filter(alone)
      .map(({ name, before, after }) => `${name}: ${(after ?? before)?.result}`),
  ];
}

/** What was quoted and not answered yet, with tax, as an owner asks for it. */
function openQuotes(stood: readonly TapeEntry[], shop: ShopSettings, currency: string): Report['quotes'] {
  if (fixedPrice(stood)) return [];
  const { taxPercent } = termsOf(stood, shop);
  return quotesOf(stood).map(({ option, amountMinor, text = '' }) => {
    const { total } = priceLines({ labour: [], parts: [{ price: amountMinor, quantity: 1 }], taxPercent });
    return { option, amount: moneyText(total, currency), text };
  });
}

/** Builds the sheet from what stands on the tape; a claim stays a claim, and nothing struck is in it. */
export function buildReport(input: {
  readonly shop: ShopSettings;
  readonly job: Job;
  readonly customer: Customer;
  readonly set: RadioSet;
  readonly card?: LaidCard;
  readonly tape: readonly TapeEntry[];
  readonly nowMs: number;
}): Report {
  const { shop, job, card } = input;
  const stood = standing(input.tape);
  const price = jobPrice(stood, shop, input.nowMs);
  const fits = ofKind(stood, 'fit');
  const isWhole = fixedPrice(stood)?.option !== undefined;
  const currency = job.currency ?? shop.currency;
  const limit = agreedLimit(job, stood);
  const list = problems(stood);
  const found = foundLines(stood);
  const tests = card ? testCourses(card, stood) : [];
  const compared = comparedRows(card, stood);
  const titles = (state: (typeof list)[number]['state']): string[] => list.filter((p) => p.state === state).map(({ title }) => title);
  const becomes = (state: WorkState): string[] => found.filter((line) => line.state === state).map(({ title }) => title);
  const steps = (card ? alignRun(card, stood) : []).filter(({ entries }) => entries.length > 0);
  const inSteps = new Set(steps.flatMap(({ entries }) => entries));
  const lines = withFitsTogether(stood, fits).flatMap((entry) => (inSteps.has(entry.id) ? [] : paperLines(entry, card)));
  const lined = priceLinesOf(price, stood, shop, currency);
  const rest = toPay(price, stood, lined, currency);
  const linesAt = (place: PaperLine['place']): string[] => lines.filter((line) => line.place === place).map(({ text }) => text);
  return {
    shop,
    job,
    customer: input.customer,
    set: input.set,
    complaint: job.complaint,
    agreed: agreedLines(stood, currency),
    quotes: openQuotes(stood, shop, currency),
    ...(limit === undefined ? {} : { limit: moneyText(limit, currency) }),
    found: [
      ...list
        .filter((p) => p.state === 'found' || p.state === 'repaired' || p.state === 'left-alone')
        .map((p) => `${p.title}: ${p.state === 'left-alone' ? 'left alone by agreement' : p.state}`),
      ...claimLines(stood).map(claimText),
      ...linesAt('found'),
    ],
    causes: [
      { what: 'Cause', lines: linesAt('cause') },
      { what: 'Destroyed by it', lines: linesAt('casualty') },
      { what: 'May have suffered', lines: linesAt('suffered') },
    ].filter(({ lines: own }) => own.length > 0),
    done: [
      ...linesAt('done'),
      // A repair of the part says itself what was done.
      ...found
        .filter(({ state, finding }) => state === 'done' && ofKind(stood, 'work').some(({ of }) => of === finding.id))
        .map(({ title }) => `${title}: put right`),
      ...policyLines(shop.policy, stood),
    ],
    parts: alikeFits(fits).flatMap(([first, ...more]) => (first ? [partRow(first, more, isWhole ? undefined : currency)] : [])),
    tests: tests
      .filter(({ before, after }) => before ?? after)
      .map((course) => ({
        name: course.limit.name,
        condition: conditionText(course.limit.condition),
        limits: `${limitsText(course.limit.low, course.limit.high, course.limit.unit)}${course.limit.typical ? ', typical' : ''}`,
        ...rowOf(course, cellOf),
      })),
    aligned: steps.map(({ name, adjust, expect, before = '', after, state, says, sealed, entries }) => ({
      name: `${name}, ${adjust.join(', ')}`,
      wanted: expect,
      before,
      after: after ?? (state === 'done' ? 'done' : ''),
      // Where it was read, and what else was said of it.
      says: [...new Set([says, ...saidOf(stood, entries), sealed ? 'sealed' : ''])].filter(Boolean).join(', '),
    })),
    swept: sweptTables(card, stood),
    recorded: recordedTables(card, stood),
    watched: watchedStrips(card, stood),
    notDone: tests.filter(({ before, after }) => !(before ?? after)).map(({ limit }) => testName(limit)),
    compared,
    measured: [
      ...measuredLines(card, stood, compared),
      // Sums stand there already, once each.
      ...stood
        .flatMap((entry) => (entry.kind === 'sum' ? [] : paperLines(entry, card)))
        .flatMap(({ place, text }) => (place === 'measured' ? [text] : [])),
      ...[soakLine(card, stood, input.nowMs)].flatMap((line) => line ?? []),
    ],
    modified: input.set.modifications.filter((each) => !each.rolledBack).map(modificationText),
    toDo: [...titles('open'), ...titles('found'), ...becomes('to-do')],
    leftAlone: [
      ...titles('left-alone'),
      ...becomes('left-alone'),
      ...linesAt('left-alone'),
      ...listedParts(card, stood)
        .filter(({ state }) => state === 'left')
        .map(({ designator, why }) => `${designator} stays as it is${why ? `: ${why}` : ''}`),
    ],
    watchFor: [...titles('watch'), ...becomes('watch'), ...linesAt('watch-for')],
    price,
    priceLines: lined,
    paid: paidLinesOf(stood, rest, currency),
    ...(rest === undefined ? {} : { toPayMinor: rest }),
    warranty: warrantyOf(stood, shop, linesAt('warranty'), input.nowMs),
    consent: linesAt('consent'),
    pictures: sheetPictures(input.tape),
    signed: ofKind(stood, 'signed').map((entry) => ({
      who: entry.who,
      on: dayOfEntry(entry),
      text: entry.text,
      strokes: entry.strokes,
    })),
    cautions: [
      ...new Set(card?.hazards.map((h) => h.text) ?? []),
      'Transmit only where, and with what, your local rules and licence allow.',
      'Leave work inside the set to people qualified for it.',
    ],
  };
}
