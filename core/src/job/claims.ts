import type { TraceResult } from '../trace/trace';
import { hundredText } from '../words';
import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';

export interface ClaimCheck {
  readonly claim: EntryOf<'claim'>;
  readonly stands: 'contradicted' | 'supported' | 'open';
  readonly why: string;
}

/** Holds what earlier repairers said of a section against what the evidence says of it. A claim never counts as evidence. */
export function checkClaims(tape: readonly TapeEntry[], result: TraceResult, nameOf: (section: string) => string): ClaimCheck[] {
  return ofKind(standing(tape), 'claim').map((claim): ClaimCheck => {
    const found = result.sections.find((s) => s.section === claim.section);
    if (!found || !claim.says) return { claim, stands: 'open', why: 'nothing measured bears on it' };
    const of = `the ${nameOf(found.section)} stands at ${hundredText(found.chance)} in 100`;
    const saysBad = claim.says === 'bad';
    if (saysBad ? found.chance < 0.01 : found.chance >= 0.5) return { claim, stands: 'contradicted', why: of };
    if (saysBad ? found.chance >= 0.5 : found.chance < 0.01) return { claim, stands: 'supported', why: of };
    return { claim, stands: 'open', why: of };
  });
}
