import type { LaidCard } from '../card';
import type { Unit } from '../quantity';
import { hazardNames } from '../words';
import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';

/** Something to be answered before the set is worked on. */
export interface SafetyCheck {
  /** Of a cold check the card's, of a hazard `hazard-<kind>`. */
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly hazard: boolean;
  /** It is answered by a figure in this unit, between these limits. */
  readonly unit?: Unit;
  readonly low?: number;
  readonly high?: number;
}

/** What is asked of a set without a card. */
const ofAnySet: readonly SafetyCheck[] = [
  { id: 'fuse', name: 'Fuse type and rating', text: 'as the set is marked', hazard: false },
  { id: 'polarity', name: 'Supply polarity or mains tap', text: 'as the set is marked', hazard: false },
  { id: 'shorts', name: 'Shorts across the supply', text: 'none', hazard: false },
  { id: 'current-limit', name: 'First power on a current limit, or brought up slowly', text: 'set', hazard: false },
  {
    id: 'hazard-general',
    name: 'Cautions',
    text: 'High voltage, mains, RF, static, beryllium oxide and solvents: look the set up before it is opened.',
    hazard: true,
  },
];

/** Below this a terminal that the card gives no figure for counts as dead, in volts. */
const deadBelowV = 30;

/** The cold checks and hazards of a card; of a set without one, those of any set. */
export function safetyChecks(card: LaidCard | undefined): readonly SafetyCheck[] {
  if (!card) return ofAnySet;
  return [
    ...card.coldChecks.map((check): SafetyCheck => ({
      id: check.id,
      name: check.name,
      text: check.expect,
      hazard: false,
      ...(check.unit ? { unit: check.unit } : {}),
      ...(check.low === undefined ? {} : { low: check.low }),
      ...(check.high === undefined ? {} : { high: check.high }),
    })),
    ...card.hazards.map((hazard): SafetyCheck => ({
      id: `hazard-${hazard.kind}`,
      name: hazardNames[hazard.kind],
      text: hazard.dischargeAt ? `${hazard.text} Measure at: ${hazard.dischargeAt}; below ${hazard.belowV ?? deadBelowV} V.` : hazard.text,
      hazard: true,
      ...(hazard.dischargeAt ? { unit: 'V' as const, high: hazard.belowV ?? deadBelowV } : {}),
    })),
  ];
}

/** The latest answer to each check, by check. */
export const safetyAnswers = (tape: readonly TapeEntry[]): ReadonlyMap<string, EntryOf<'safety'>> =>
  new Map(ofKind(standing(tape), 'safety').map((entry) => [entry.check, entry]));

/**
 * Checks that keep Safety from being signed: not answered yet, or found wrong and not mended since. Empty when it can be signed off.
 */
export function openSafetyChecks(card: LaidCard | undefined, tape: readonly TapeEntry[]): SafetyCheck[] {
  const answers = safetyAnswers(tape);
  return safetyChecks(card).filter(({ id }) => (answers.get(id)?.result ?? 'wrong') === 'wrong');
}

/** Whether Safety has been signed off, and nothing was found wrong since. */
export function safetySigned(tape: readonly TapeEntry[]): boolean {
  const stood = standing(tape);
  const signed = ofKind(stood, 'sign-off').findLast((entry) => entry.stage === 'safety');
  return signed !== undefined && !ofKind(stood, 'safety').some((entry) => entry.result === 'wrong' && entry.seq > signed.seq);
}
