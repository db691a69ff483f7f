import type { LaidCard } from '../card';
import { ofKind, type TapeEntry } from '../tape';

/** How a shop repairs: only what is proven bad, or also what has aged beside it. */
export const repairPolicies = ['least', 'renew'] as const;
export type RepairPolicy = (typeof repairPolicies)[number];

export const policyNames: Readonly<Record<RepairPolicy, string>> = {
  least: 'only what is proven bad',
  renew: 'also what has aged beside it',
};

/** How old sets of a chassis are, in years: from the middle of the years in which it was made. */
const ageYears = ({ madeFrom, madeTo }: LaidCard, nowMs: number): number => new Date(nowMs).getFullYear() - (madeFrom + madeTo) / 2;
/** From this age on an electrolytic capacitor beside a repair is as good as due, in years. */
const agedYears = 20;

/** Sections in which a part was renewed or proven bad. */
function repairedSections(card: LaidCard, stood: readonly TapeEntry[]): ReadonlySet<string> {
  const parts = [
    ...ofKind(stood, 'fit').map(({ designator }) => designator),
    ...ofKind(stood, 'proof').flatMap(({ designator, result }) => (result === 'bad' && designator ? [designator] : [])),
  ];
  return new Set(card.parts.filter(({ designator }) => parts.includes(designator)).map(({ section }) => section));
}

/** Electrolytic capacitors of the sections that were repaired, which are still the old ones; none of a set younger than 20 years. */
export function agedBeside(card: LaidCard | undefined, stood: readonly TapeEntry[], nowMs: number): readonly string[] {
  if (!card || ageYears(card, nowMs) < agedYears) return [];
  const sections = repairedSections(card, stood);
  const fitted = new Set(ofKind(stood, 'fit').map(({ designator }) => designator));
  return card.parts
    .filter((part) => part.kind === 'electrolytic' && sections.has(part.section) && !fitted.has(part.designator))
    .map(({ designator }) => designator);
}

/** Parts that were renewed without any proof: neither with the fitting nor by itself. */
export function unproven(stood: readonly TapeEntry[]): readonly string[] {
  const proven = new Set(ofKind(stood, 'proof').flatMap(({ designator, result }) => (result === 'bad' && designator ? [designator] : [])));
  return ofKind(stood, 'fit').flatMap(({ designator, proof }) => (proof || proven.has(designator) ? [] : [designator]));
}

/** What the sheet says of how this shop repairs: only where it renews what is proven bad alone, and this job went so. */
export const policyLines = (policy: RepairPolicy | undefined, stood: readonly TapeEntry[]): readonly string[] =>
  policy === 'least' && ofKind(stood, 'fit').length > 0 && unproven(stood).length === 0
    ? ['Only parts that were proven bad were renewed.']
    : [];
