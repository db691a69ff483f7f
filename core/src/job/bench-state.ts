import { sectionName, type Condition, type LaidCard, type Lesson } from '../card';
import { isDesignator } from '../line';
import { quantityText } from '../quantity';
import { findingText, type EntryOf, type TapeEntry } from '../tape';
import type { TraceOptions } from '../trace';
import { wrongChecks } from './safety-checks';

/** The condition in which a set comes onto the bench: its usual channel and first mode, not keyed. An amplifier has no mode of its own. */
export function startCondition(card: LaidCard | undefined): Condition {
  if (!card) return {};
  return {
    keyed: false,
    ...(card.kind !== 'linear-amplifier' && card.modes[0] ? { mode: card.modes[0] } : {}),
    ...(card.channels ? { channel: card.channels.usual } : {}),
  };
}

/**
 * How the bench stands after what was done: which access steps are off, since something behind them was reached, and which kind of
 * instrument is in hand. Trace counts the minutes of the next probe by it, and offers none that needs power while a cold check is wrong.
 * @param stood the tape without what was struck
 */
export function benchState(card: LaidCard, stood: readonly TapeEntry[]): Pick<TraceOptions, 'opened' | 'inHand' | 'cold'> {
  const opened = new Set<string>();
  let inHand: string | undefined;
  const reached = (access: string | undefined, instrument?: string): void => {
    if (access) opened.add(access);
    inHand = instrument ?? inHand;
  };
  for (const entry of stood) {
    if (entry.kind === 'reading' && entry.subject.what === 'point') {
      const { point: id } = entry.subject;
      const point = card.testPoints.find((p) => p.id === id);
      reached(point?.access, point?.unit);
    } else if (entry.kind === 'comparison') {
      const point = card.testPoints.find(({ id }) => id === entry.point);
      reached(point?.access, point?.unit);
    } else if (entry.kind === 'injection') reached(card.injections.find(({ id }) => id === entry.injection)?.access, 'generator');
    else if (entry.kind === 'forcing') reached(undefined, 'supply');
    else if (entry.kind === 'proof' || entry.kind === 'fit') {
      reached(card.parts.find(({ designator }) => designator === entry.designator)?.access);
    }
  }
  // What lies before it came off first.
  for (const id of opened) {
    const behind = card.access.find((step) => step.id === id)?.behind;
    if (behind) opened.add(behind);
  }
  const cold = wrongChecks(card, stood).length > 0;
  return { opened: [...opened], ...(inHand ? { inHand } : {}), ...(cold ? { cold } : {}) };
}

/** What an adjuster was turned to, as a step of alignment says it; undefined where nothing came of it. */
function stepOf(entry: EntryOf<'adjustment'>, card: LaidCard): Lesson | undefined {
  const { adjuster, section, how, after, unit = '', text, none } = entry;
  const figure = after && quantityText(after.value, unit, { step: after.step });
  const expect = how === 'peak' || how === 'dip' ? how : figure;
  if (none || expect === undefined || card.alignment.some(({ adjust }) => adjust.includes(adjuster))) return undefined;
  const at = /^at\s+(.+)$/i.exec(text ?? '')?.[1];
  const place = section === undefined ? '' : sectionName(card, section);
  return {
    kind: 'step',
    name: place && place !== adjuster ? `${place}, ${adjuster}` : adjuster,
    adjuster,
    ...(at === undefined ? {} : { at: isDesignator(at) ? at.toUpperCase() : at }),
    expect,
  };
}

/** A signal that was put in and of which the card knows nothing. */
function injectionOf({ injection, into, hz, dBm, responds }: EntryOf<'injection'>, card: LaidCard): Lesson | undefined {
  if (into === undefined || hz === undefined || dBm === undefined || responds === undefined) return undefined;
  if (card.injections.some(({ id }) => id === injection)) return undefined;
  const name = `${quantityText(hz, 'Hz', { digits: 9 })} into ${sectionName(card, into)}`;
  return { kind: 'injection', injection: { id: injection, name, into, hz, dBm, responds } };
}

/**
 * What an entry could teach the card: what is right at a point of which it says nothing, a fault that is known now, a step of alignment,
 * a signal that was put in.
 */
export function lessonOf(entry: TapeEntry, card: LaidCard): Lesson | undefined {
  if (entry.kind === 'adjustment') return stepOf(entry, card);
  if (entry.kind === 'injection') return injectionOf(entry, card);
  if (entry.kind === 'reading' && entry.subject.what === 'limit' && entry.typical && entry.verdict === 'in')
    return { kind: 'limit', limit: entry.subject.limit };
  // With other crystals than those of the chassis a frequency is this set's own.
  if (entry.kind === 'reading' && entry.unit === 'Hz' && card.otherCrystals) return undefined;
  if (entry.kind === 'reading' && entry.subject.what === 'point' && (entry.verdict === 'no-limit' || entry.typical) && entry.value !== null)
    return { kind: 'reading', point: entry.subject.point, value: entry.value, condition: entry.condition };
  if (entry.kind === 'finding' && entry.section && entry.finding !== 'clean')
    return { kind: 'fault', section: entry.section, text: findingText(entry) };
  return undefined;
}
