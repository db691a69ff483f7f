import { partOf } from '../card';
import { readLine, valueWanted, type Understood, type ValueWanted } from '../entry';
import { attempt } from '../errors';
import { LineRest, takeSection, wordsOf, type EntryContext } from '../line';
import type { TapeBody } from '../tape';
import type { Asked } from './asked';

/** A line that asks something of the set: what, and how the line reads with the answer in it; an answer of no line does something to the bench alone. */
export interface LineAsked {
  readonly asked: Asked;
  /** What is asked, in words, for the line beneath. */
  readonly title: string;
  readonly complete: (says: string) => string;
}

/** One answer of each sort: a line that is whole with it asks for it. */
const answers = ['works', 'changed', 'recovers', 'cured', 'bad', 'same', '1V'] as const;

const behind =
  (line: string) =>
  (says: string): string =>
    `${line.trim()} ${says}`;

/** What is asked by an entry that had the answer put behind it. */
function askedByEntry(entry: TapeBody, context: EntryContext): Asked | undefined {
  switch (entry.kind) {
    case 'function':
      return { what: 'function', id: entry.functionId };
    case 'injection':
      return entry.into === undefined || entry.responds === undefined
        ? { what: 'injection', id: entry.injection }
        : { what: 'signal', into: entry.into, responds: entry.responds };
    case 'manipulation':
      return { what: 'manipulation', act: entry.act, section: entry.section };
    case 'lift':
      return { what: 'lift', section: entry.section };
    case 'unload':
      return { what: 'unload', section: entry.section };
    case 'comparison':
      return { what: 'comparison', point: entry.point };
    case 'remedy': {
      const section = entry.section ?? (entry.designator && context.card ? partOf(context.card, entry.designator)?.section : undefined);
      return { what: 'remedy', remedy: entry.remedy, ...(section === undefined ? {} : { section }) };
    }
    case 'proof':
      return {
        what: 'proof',
        ...(entry.section === undefined ? {} : { section: entry.section }),
        ...(entry.designator === undefined ? {} : { designator: entry.designator }),
      };
    case 'safety':
      return { what: 'gone', check: entry.check };
    default:
      return undefined;
  }
}

/** `look if amplifier`, `load on`, `checks`, `warm 20 min`: what is done on the practice bench alone. */
function benchWord(line: string, context: EntryContext): LineAsked | undefined {
  const words = wordsOf(line);
  const rest = new LineRest(line, words.slice(1));
  switch (words[0]?.text.toLowerCase()) {
    case 'look': {
      const designator = rest.next && context.card ? partOf(context.card, rest.next.text) : undefined;
      const section = designator?.section ?? takeSection(rest, context);
      return section === undefined
        ? undefined
        : {
            asked: { what: 'look', section },
            title: `Look closely: ${context.card?.sections.find(({ id }) => id === section)?.name ?? section}`,
            complete: (says) => (/^[A-Z]{1,4}\d/.test(says) ? `found ${says}` : `found ${section} ${says}`),
          };
    }
    case 'load': {
      const off = rest.next?.text.toLowerCase() === 'off';
      return {
        asked: { what: 'load', on: !off },
        title: off ? 'Take the dummy load off' : 'Put a dummy load on the antenna socket',
        complete: () => '',
      };
    }
    case 'checks':
      return {
        asked: { what: 'check', check: 'cold' },
        title: 'Cold checks: fuse, polarity, shorts, current limit',
        complete: (says) => `note cold checks: ${says}`,
      };
    case 'warm': {
      const minutes = Number.parseInt(rest.next?.text ?? '10', 10);
      return Number.isFinite(minutes) && minutes > 0
        ? { asked: { what: 'warm', minutes: Math.min(600, minutes) }, title: `Leave it on for ${minutes} min`, complete: () => '' }
        : undefined;
    }
    default:
      return undefined;
  }
}

/** Whether a line is whole as it stands, so that nothing is asked by it. A mend of which nobody has said whether it helped asks for that. */
const isWhole = (read: Understood): boolean => !(read.entry?.kind === 'remedy' && read.entry.cured === undefined && !hasMore(read));
const hasMore = (read: Understood): boolean => read.entry !== null && read.more !== undefined;

/**
 * What a line of the tape asks of the set on the practice bench, where its answer is still to come: `tp7`, `receive am`, `tap c31`,
 * `proof q3`. Undefined where the line is whole, or is no question.
 */
export function lineAsked(line: string, context: EntryContext): LineAsked | undefined {
  if (line.trim() === '') return undefined;
  const word = benchWord(line, context);
  if (word) return word;
  const whole = attempt(() => readLine(line, context));
  if (whole.ok && whole.value.entry && isWhole(whole.value)) return undefined;
  // `receive am` is a state as well: here the function is tried. A state that is no function is set, as ever.
  const isState = whole.ok && !whole.value.entry;
  for (const answer of answers) {
    const read = attempt(() => readLine(`${line.trim()} ${answer}`, context));
    if (!read.ok || hasMore(read.value) || !read.value.entry) continue;
    const asked = askedByEntry(read.value.entry, context);
    if (isState && asked?.what !== 'function') continue;
    if (asked)
      return {
        asked,
        title: read.value.title.replace(/[:,]? *(works|changed|cured|trouble gone|proved bad)$/, ''),
        complete: behind(line),
      };
  }
  const wanted = isState ? undefined : valueWanted(line, context);
  if (!wanted) return undefined;
  const asked = askedByReading(wanted);
  return asked && { asked, title: wanted.title, complete: behind(line) };
}

/** What a reading asks of the set; undefined for what the stand-in cannot tell. */
export function askedByReading({ subject, condition }: Pick<ValueWanted, 'subject' | 'condition'>): Asked | undefined {
  switch (subject.what) {
    case 'point':
      return { what: 'point', point: subject.point, condition };
    case 'limit':
      return { what: 'limit', limit: subject.limit, condition };
    case 'channel':
      return { what: 'channel', channel: subject.channel, condition };
    case 'part':
      return undefined;
  }
}

/** What an entry does to the set on the practice bench, whoever wrote it: a part fitted, an adjuster turned, a check answered. */
export function doneBy(entry: TapeBody): Asked | undefined {
  switch (entry.kind) {
    case 'fit':
      return { what: 'fit', designator: entry.designator, ...(entry.section === undefined ? {} : { section: entry.section }) };
    case 'adjustment':
      return entry.how === 'seal'
        ? undefined
        : { what: 'adjust', adjuster: entry.adjuster, ...(entry.section === undefined ? {} : { section: entry.section }) };
    case 'safety':
      return entry.value === undefined ? { what: 'check', check: entry.check } : undefined;
    case 'sign-off':
      return { what: 'check', check: 'signed' };
    default:
      return undefined;
  }
}
