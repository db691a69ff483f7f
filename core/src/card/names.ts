import { hazardNames } from '../words';
import type { LaidCard } from './lay-card';

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
export const limitName = named('limits');
export const injectionName = named('injections');
export const forcingName = named('forcings');
/** The name of a test point beside its id; empty where the card does not give it. */
export const pointName = (card: LaidCard | undefined, id: string): string => card?.testPoints.find((point) => point.id === id)?.name ?? '';
/** The name of a cold check, or of the caution for a hazard, which is checked as `hazard-<kind>`. */
export function checkName(card: LaidCard | undefined, id: string): string {
  const hazard = /^hazard-(.+)$/.exec(id)?.[1];
  const named = hazard === undefined ? undefined : Object.entries(hazardNames).find(([kind]) => kind === hazard)?.[1];
  return card?.coldChecks.find((check) => check.id === id)?.name ?? named ?? id;
}
