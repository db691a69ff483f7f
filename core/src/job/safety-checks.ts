import { checkName, deadBelowV, dischargePlaces, partOf, type LaidCard } from '../card';
import type { Unit } from '../quantity';
import { hazardNames, verdictNames } from '../words';
import { oneWayKinds } from './polarity';
import { ofKind, readingText, standing, type EntryOf, type TapeEntry } from '../tape';

type PartKind = LaidCard['parts'][number]['kind'];

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
  /** It is answered by a name. */
  readonly asks?: 'name';
}

const usual = (id: string, text: string, more: Partial<SafetyCheck> = {}): SafetyCheck => ({
  id,
  name: checkName(undefined, id),
  text,
  hazard: false,
  ...more,
});
const generalCaution: SafetyCheck = {
  id: 'hazard-general',
  name: hazardNames.general,
  text: 'High voltage, mains, RF, static, beryllium oxide and solvents: look the set up before it is opened.',
  hazard: true,
};

/** What is asked of a set of which nothing is known. */
const ofAnySet: readonly SafetyCheck[] = [
  usual('fuse', 'as the set is marked'),
  usual('polarity', 'as the set is marked'),
  usual('shorts', 'none'),
  usual('current-limit', 'set'),
  generalCaution,
];

/** The cold checks that a set of this supply and kind has, where its card names none. */
function ofItsKind({ supply, hazards, kind }: LaidCard): SafetyCheck[] {
  const mains = supply.kind === 'mains';
  const high = hazards.some((hazard) => hazard.kind === 'high-voltage') || (mains && (kind === 'hf-hybrid' || kind === 'linear-amplifier'));
  return [
    usual('fuse', 'as the set is marked'),
    usual('polarity', mains ? 'the tap is that of this mains; changed only by those licensed for it' : 'red to plus, black to minus'),
    ...(mains ? [usual('mains-earth', 'below 0.1 Ω', { unit: 'ohm', high: 0.1 })] : []),
    ...(high ? [usual('bleeder', 'there, and as printed')] : []),
    usual('shorts', 'none'),
    usual('current-limit', mains ? 'through a variable transformer, in steps' : `set to ${supply.currentLimitA} A`),
  ];
}

/** The places at which the voltage of a hazard is proven gone, each a check of its own; of one without, whether its caution was read. */
function ofHazard(hazard: LaidCard['hazards'][number]): SafetyCheck[] {
  const id = `hazard-${hazard.kind}`;
  const places = dischargePlaces(hazard);
  const below = hazard.belowV ?? deadBelowV;
  if (!places.length) return [{ id, name: hazardNames[hazard.kind], text: hazard.text, hazard: true }];
  return places.map((place, k): SafetyCheck => ({
    id: k ? `${id}-${k + 1}` : id,
    name: places.length > 1 ? `${hazardNames[hazard.kind]} at ${place}` : hazardNames[hazard.kind],
    text: `${k ? '' : `${hazard.text} `}Measure at: ${place}; below ${below} V.`,
    hazard: true,
    unit: 'V',
    high: below,
  }));
}

/** The cold checks and hazards of a card; those of its kind where it names none; of a set without a card, those of any set. */
export function safetyChecks(card: LaidCard | undefined): readonly SafetyCheck[] {
  if (!card) return ofAnySet;
  const cold = card.coldChecks.map((check): SafetyCheck => ({
    id: check.id,
    name: check.name,
    text: check.expect,
    hazard: false,
    ...(check.unit ? { unit: check.unit } : {}),
    ...(check.low === undefined ? {} : { low: check.low }),
    ...(check.high === undefined ? {} : { high: check.high }),
  }));
  const hazards = card.hazards.flatMap(ofHazard);
  const kills = card.hazards.some(({ kind }) => kind === 'high-voltage' || kind === 'mains');
  return [
    ...(cold.length ? cold : ofItsKind(card)),
    ...(kills ? [usual('stand-by', 'This can kill: nobody works on it alone. Write who is there.', { asks: 'name' })] : []),
    ...(hazards.length ? hazards : [generalCaution]),
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

/**
 * Checks that are wrong and neither mended nor gone on with for a reason, those before power after a repair with them: while one stands,
 * the set gets no power.
 */
export function wrongChecks(card: LaidCard | undefined, tape: readonly TapeEntry[]): SafetyCheck[] {
  const answers = safetyAnswers(tape);
  return [...safetyChecks(card), ...checksBeforePower(card, tape).map(({ check }) => check)].filter(
    ({ id }) => answers.get(id)?.result === 'wrong',
  );
}

/** Whether an entry tells of a set that had power. */
const hadPower = (entry: TapeEntry): boolean =>
  (entry.kind === 'reading' && !['ohm', 'F', 'H'].includes(entry.unit) && !(entry.subject.what === 'part' && entry.subject.measure)) ||
  (entry.kind === 'function' && entry.result !== 'not-tried') ||
  ['injection', 'forcing', 'comparison', 'manipulation'].includes(entry.kind);

/** Places whose high voltage was proven gone, and that have had power since: it is proven anew before hands go back in. */
export function staleProofs(card: LaidCard | undefined, tape: readonly TapeEntry[]): SafetyCheck[] {
  const powered = standing(tape).findLast(hadPower)?.seq ?? 0;
  const answers = safetyAnswers(tape);
  return safetyChecks(card).filter(({ id, hazard, unit }) => {
    const answer = answers.get(id);
    return hazard && unit === 'V' && answer?.result === 'right' && answer.seq < powered;
  });
}

/** The check that what was renewed stands the right way round. */
export const directionCheck = 'again-direction';
/** Kinds of section whose parts draw what their bias lets them. */
const biased: ReadonlySet<string> = new Set(['power-amplifier', 'valve']);
/** Parts that draw what their bias lets them. */
const drawing: ReadonlySet<PartKind> = new Set<PartKind>(['transistor', 'fet', 'power-transistor', 'module', 'valve']);

/**
 * What is checked after a part was renewed and before the set gets power again: shorts, direction, clearances, bias at its minimum. Each
 * is answered once after the last part; none is asked before one was fitted.
 */
export function checksBeforePower(
  card: LaidCard | undefined,
  tape: readonly TapeEntry[],
): { readonly check: SafetyCheck; readonly done: boolean }[] {
  const stood = standing(tape);
  const answered = stood.findLast((entry) => entry.kind === 'safety' && entry.check.startsWith('again-'));
  const fits = ofKind(stood, 'fit');
  const last = fits.at(-1);
  if (!last) return [];
  const answers = safetyAnswers(tape);
  // Those since the checks before: what was renewed earlier has had power already.
  const from = answered && answered.seq < last.seq ? answered.seq : 0;
  const renewed = [...new Set(fits.filter(({ seq }) => seq > from).map(({ designator }) => designator))];
  const names = renewed.slice(0, 6).join(', ') + (renewed.length > 6 ? ` and ${renewed.length - 6} more` : '');
  const parts = renewed.map((designator) => card && partOf(card, designator));
  const kindOf = (id: string | undefined): string => card?.sections.find((section) => section.id === id)?.kind ?? '';
  const turns = parts.some((part) => part === undefined || part.kind === 'connector' || oneWayKinds.has(part.kind));
  const draws = parts.some((part) => part !== undefined && drawing.has(part.kind) && biased.has(kindOf(part.section)));
  const high = card?.hazards.some(({ kind }) => kind === 'high-voltage' || kind === 'mains') ?? false;
  const checks = [
    usual('again-shorts', `${names}, cold`),
    ...(turns ? [usual(directionCheck, names)] : []),
    ...(high ? [usual('again-clearance', 'as the maker left them; tools and ends of wire out')] : []),
    ...(draws ? [usual('again-bias', 'brought up with the current watched')] : []),
  ];
  return checks.map((check) => {
    const answer = answers.get(check.id);
    return { check, done: answer !== undefined && answer.result !== 'wrong' && answer.seq > last.seq };
  });
}

/** Why a part should not be fitted yet: the bias that its stage gets was last read outside its window, or not read at all. */
export function biasInDoubt(card: LaidCard | undefined, tape: readonly TapeEntry[], designator: string): string | undefined {
  const part = card && partOf(card, designator);
  const section = card?.sections.find(({ id }) => id === part?.section);
  if (!card || !part || !section || !biased.has(section.kind) || !drawing.has(part.kind)) return undefined;
  const givers = new Set(section.needs.flatMap((need) => (need.by === 'bias' ? [need.section] : [])));
  const points = card.testPoints.filter((point) => givers.has(point.section) && point.sees === 'own' && point.expect.length > 0);
  if (!points.length) return undefined;
  const readings = ofKind(standing(tape), 'reading');
  const states = points.map((point) => {
    const last = readings.findLast(({ subject }) => subject.what === 'point' && subject.point === point.id);
    return { point, verdict: last?.verdict, text: last ? readingText(last) : '' };
  });
  const wrong = states.find(({ verdict }) => verdict !== undefined && verdict !== 'in');
  if (wrong)
    return `The bias at ${wrong.point.id} (${wrong.point.name}) was last read ${wrong.text}, ${verdictNames[wrong.verdict ?? 'dead']}: a new part would go the same way.`;
  const [unread] = states;
  return states.every(({ verdict }) => verdict === undefined) && unread
    ? `The bias at ${unread.point.id} (${unread.point.name}) has not been read: read it before a new part is put in.`
    : undefined;
}
