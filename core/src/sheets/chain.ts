import type { Card, CardFunction } from '../card/card-schema';
import { pointOf, partOf } from '../card/look-up';
import { CoreError } from '../errors/core-error';
import type { ReadingVerdict } from '../words';
import { baseName } from './look-up-places';
import { readingKey, type Reading } from './sheet-readings';

/** A line followed over the sheets, from where it comes to where it goes. It is kept with the card. */
export type Chain = Card['chains'][number];
export type ChainStop = Chain['stops'][number];

export interface StopState {
  readonly stop: ChainStop;
  readonly reading?: Reading;
  /** The card's own verdict, or for a supply without limits that beside the last stop that held. */
  readonly verdict: ReadingVerdict | 'not-read';
}

/** Where a chain breaks: it still holds at `last`, no longer at `first`; those between were not read. */
export interface Break {
  /** Undefined when nothing before the first bad stop was read as good. */
  readonly last?: ChainStop;
  readonly first: ChainStop;
  readonly between: readonly ChainStop[];
}

/** A line that carries a voltage may lose so much between two stops before it counts as low, and so much is nothing at all. */
const fallAllowed = 0.9;
const nothingLeft = 0.05;

/** The section in which a stop lies, by its point or part. */
export const sectionOfStop = (card: Card, stop: ChainStop): string | undefined =>
  pointOf(card, stop.name)?.section ??
  partOf(card, stop.name)?.section ??
  card.parts.find((p) => baseName(p.designator) === baseName(stop.name))?.section;

/** The chain's stops in order with what was read there. */
export function stopStates(chain: Chain, readings: ReadonlyMap<string, Reading>): StopState[] {
  let held: number | undefined;
  return chain.stops.map((stop): StopState => {
    const reading = readings.get(readingKey(stop.name, stop.pin));
    if (!reading) return { stop, verdict: 'not-read' };
    let verdict = reading.verdict;
    const { value } = reading;
    if (verdict === 'no-limit' && chain.carries === 'supply' && held !== undefined && value !== null && reading.unit === 'V') {
      const share = value / held;
      verdict = share >= fallAllowed ? 'in' : share < nothingLeft ? 'dead' : 'low';
    }
    if (value !== null && (verdict === 'in' || (held === undefined && verdict === 'no-limit'))) held = value;
    return { stop, reading, verdict };
  });
}

/** The stretch where a chain breaks: from the last good stop before the first bad one. None while nothing is bad. */
export function breakOf(states: readonly StopState[]): Break | undefined {
  const bad = states.findIndex(({ verdict }) => verdict === 'low' || verdict === 'high' || verdict === 'dead');
  const first = states[bad];
  if (!first) return undefined;
  const good = states.slice(0, bad).findLastIndex(({ verdict }) => verdict === 'in' || verdict === 'no-limit');
  const last = states[good]?.stop;
  return { ...(last ? { last } : {}), first: first.stop, between: states.slice(good + 1, bad).map(({ stop }) => stop) };
}

const stopText = (stop: ChainStop): string => [stop.name, stop.pin].filter(Boolean).join(' ');

/** `It breaks between TP2 and Q7 C; C41 between them was not read.` */
export function breakText({ last, first, between }: Break): string {
  const where = last ? `It breaks between ${stopText(last)} and ${stopText(first)}` : `It is bad from ${stopText(first)} on`;
  if (!between.length) return `${where}.`;
  const names = between.map(stopText).join(', ');
  return `${where}; ${names} ${last ? 'between them ' : 'before it '}${between.length > 1 ? 'were' : 'was'} not read.`;
}

/** The sections that a chain passes, in order, each once in a row. */
export function chainSections(card: Card, chain: Chain): string[] {
  const passed = chain.stops.flatMap((stop) => sectionOfStop(card, stop) ?? []);
  return passed.filter((section, i) => section !== passed[i - 1]);
}

const carriesBy = { supply: 'supply', agc: 'control', ptt: 'switching', bias: 'bias', injection: 'injection' } as const;

function sectionsToUse(card: Card, chain: Chain): string[] {
  const sections = chainSections(card, chain);
  if (sections.length < 2)
    throw new CoreError(
      'broken-card',
      `chains.${chain.id}`,
      `“${chain.name}” touches ${sections.length ? 'one section' : 'no section'} of the card.`,
      'Add a stop at a part or point that the card names, in another section.',
    );
  return sections;
}

/**
 * The card with the chain as needs: each section it passes needs the one before it, by what the chain carries. Needs that stand
 * already are left as they are; `added` says what is new.
 * @throws CoreError `broken-card` where it passes fewer than two sections, or carries the signal.
 */
export function chainAsNeeds(card: Card, chain: Chain): { card: Card; added: { section: string; needs: string }[] } {
  if (chain.carries === 'signal')
    throw new CoreError(
      'broken-card',
      `chains.${chain.id}`,
      'It carries the signal, which makes a route.',
      'Make it the route of a function.',
    );
  const by = carriesBy[chain.carries];
  const sections = sectionsToUse(card, chain);
  const added = sections.slice(1).flatMap((section, i) => {
    const needs = sections[i] ?? '';
    const has = card.sections.find((s) => s.id === section)?.needs.some((n) => n.section === needs && n.by === by);
    return has || needs === section ? [] : [{ section, needs }];
  });
  return {
    card: {
      ...card,
      sections: card.sections.map((s) => {
        const own = added.filter((a) => a.section === s.id).map((a) => ({ section: a.needs, by }));
        return own.length ? { ...s, needs: [...s.needs, ...own] } : s;
      }),
    },
    added,
  };
}

/**
 * The card with the chain as the route of a function: of the one named, or of a new one that bears the chain's name.
 * @throws CoreError `broken-card` where it passes fewer than two sections.
 */
export function chainAsRoute(card: Card, chain: Chain, functionId?: string): { card: Card; fn: CardFunction } {
  const route = sectionsToUse(card, chain);
  const old = card.functions.find((f) => f.id === functionId);
  const id = functionId ?? chain.id;
  const fn: CardFunction = old ? { ...old, route } : { id, name: chain.name, group: 'receive', condition: {}, route, minutes: 1 };
  return {
    card: {
      ...card,
      functions: old ? card.functions.map((f) => (f === old ? fn : f)) : [...card.functions.filter((f) => f.id !== id), fn],
    },
    fn,
  };
}
