import type { TraceResult } from '../trace/trace';
import { claimStandNames, hundredText, type ClaimStand } from '../words';
import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';

export interface ClaimLine {
  readonly claim: EntryOf<'claim'>;
  /** What was said of it at the bench; the latest word counts. */
  readonly said: ClaimStand;
}
export interface ClaimCheck {
  readonly claim: EntryOf<'claim'>;
  readonly stands: ClaimStand;
  readonly why: string;
}

/** The claims that stand on a tape, each with what was found of it. */
export function claimLines(tape: readonly TapeEntry[]): ClaimLine[] {
  const stood = standing(tape);
  const said = new Map(ofKind(stood, 'claim-checked').map(({ of, stands }) => [of, stands] as const));
  return ofKind(stood, 'claim').map((claim) => ({ claim, said: said.get(claim.id) ?? 'open' }));
}

/** A claim as the owner reads it: who says so, and how it was found to be. */
export const claimText = ({ claim, said }: ClaimLine): string =>
  `${claim.text} (so says: ${claim.claimant}${said === 'open' ? '' : `; ${claimStandNames[said]}`})`;

/**
 * Holds what others said of a section against what the evidence says of it, and what was said of it at the bench over that. A claim never
 * counts as evidence.
 */
export function checkClaims(tape: readonly TapeEntry[], result: TraceResult, nameOf: (section: string) => string): ClaimCheck[] {
  return claimLines(tape).map(({ claim, said }): ClaimCheck => {
    if (said !== 'open') return { claim, stands: said, why: 'so it was found at the bench' };
    const found = result.sections.find((s) => s.section === claim.section);
    if (!found || !claim.says) return { claim, stands: 'open', why: 'nothing measured bears on it' };
    const why = `the ${nameOf(found.section)} stands at ${hundredText(found.chance)} in 100`;
    const saysBad = claim.says === 'bad';
    if (saysBad ? found.chance < 0.01 : found.chance >= 0.5) return { claim, stands: 'contradicted', why };
    if (saysBad ? found.chance >= 0.5 : found.chance < 0.01) return { claim, stands: 'confirmed', why };
    return { claim, stands: 'open', why };
  });
}
