import { hazardNames } from '../words';
import type { LaidCard } from './lay-card';
import { usualTest } from './usual-tests';

/**
 * What things of a card are called. Each gives the id itself where there is no card, or where the card does not name it: an entry
 * outlives the card on which it was made.
 */
const named =
  (list: 'sections' | 'functions' | 'limits' | 'injections' | 'forcings' | 'coldChecks') =>
  (card: LaidCard | undefined, id: string): string =>
    (card?.[list] as readonly { readonly id: string; readonly name: string }[] | undefined)?.find((item) => item.id === id)?.name ?? id;

export const sectionName = named('sections');
export const functionName = named('functions');
/** A test that the card does not have may be one that every bench does. */
export const limitName = (card: LaidCard | undefined, id: string): string => {
  const name = named('limits')(card, id);
  return name === id ? (usualTest(id)?.name ?? id) : name;
};
export const injectionName = named('injections');
export const forcingName = named('forcings');
/** The name of a test point beside its id; empty where the card does not give it. */
export const pointName = (card: LaidCard | undefined, id: string): string => card?.testPoints.find((point) => point.id === id)?.name ?? '';
/** Below this a terminal that the card gives no figure for counts as dead, in volts. */
export const deadBelowV = 30;

/** The places at which the voltage of a hazard is proven gone, one by one: `foot of L10, each of C1 and C2` is three. */
export const dischargePlaces = ({ dischargeAt }: { readonly dischargeAt?: string | undefined }): readonly string[] =>
  (dischargeAt ?? '')
    .split(/,\s*|\s+and\s+/)
    .map((place) => place.replace(/^(and|each of)\s+/, '').trim())
    .filter(Boolean);

/**
 * The name of a cold check, or of the caution for a hazard, which is checked as `hazard-<kind>`; where its voltage is proven gone at
 * several places, from the second on as `hazard-<kind>-2`.
 */
export function checkName(card: LaidCard | undefined, id: string): string {
  const [, kind, nth = '1'] = /^hazard-(.+?)(?:-(\d+))?$/.exec(id) ?? [];
  const named = kind === undefined ? undefined : Object.entries(hazardNames).find(([known]) => known === kind)?.[1];
  const places = dischargePlaces(card?.hazards.find((hazard) => hazard.kind === kind) ?? {});
  const place = places[Number(nth) - 1];
  const hazard = named && place !== undefined && places.length > 1 ? `${named} at ${place}` : named;
  return card?.coldChecks.find((check) => check.id === id)?.name ?? hazard ?? usualCheckNames[id] ?? id;
}

/** What is asked of any set, and of a set under which conditions, by the id under which it is answered. */
export const usualCheckNames: Readonly<Record<string, string>> = {
  fuse: 'Fuse type and rating',
  polarity: 'Supply polarity or mains tap',
  'mains-earth': 'Earth pin to chassis',
  bleeder: 'Bleeder across the high-voltage capacitors',
  shorts: 'Shorts across the supply',
  'current-limit': 'First power on a current limit, or brought up slowly',
  'stand-by': 'Who stands by',
  'again-shorts': 'No short across the supply, nor across what was renewed',
  'again-direction': 'Direction and polarity as marked',
  'again-clearance': 'Clearances, and nothing left inside',
  'again-bias': 'Bias at its minimum',
};
