import { routeSections, type Card, type CardFunction } from '../card';
import { chanceFrom, type Chance } from '../chance';
import { CoreError } from '../errors';
import { drawFault, type HiddenFault } from '../standin';
import { cardMark, caseCode, seeds, type CaseSpec, type CaseWay } from './case-code';
import { setOf } from './killing-set';
import { ownerWords, practiceOwners } from './owner-words';

/** A set with something hidden in it: what the owner says, and, for nobody to see, what is wrong. */
export interface HiddenCase {
  readonly code: string;
  readonly way: CaseWay;
  readonly seed: number;
  readonly card: Card;
  readonly owner: string;
  /** What the owner says. */
  readonly words: string;
  readonly complaint: { readonly functionId: string; readonly outcome: 'weak' | 'dead' | 'comes-and-goes' };
  readonly faults: readonly HiddenFault[];
  /** Every tuned circuit is out by so many dB. */
  readonly misalignedDb: number;
  /** While the cause is in the set, what it killed is killed again. */
  readonly kills?: { readonly cause: string; readonly casualty: string };
}

/** What a case is made of besides its code. */
type Hidden = Pick<HiddenCase, 'faults' | 'misalignedDb' | 'kills'>;

/** How often a single fault is of each way. */
const singles = [
  ['dead', 0.52],
  ['weak', 0.26],
  ['drags-supply', 0.11],
  ['loads-stage-before', 0.11],
] as const;
/** Parts that an upstream fault takes with it. */
const mortal: ReadonlySet<string> = new Set(['power-amplifier', 'valve', 'amplifier', 'audio', 'switch']);
/** Places that people wire themselves. */
const wired: ReadonlySet<string> = new Set(['connector', 'switch', 'relay']);
/** What can fail in one state alone: a contact for receive or transmit, a wafer for a mode, what belongs to one band. */
function failsAlone(card: Card, { section, when }: HiddenFault): boolean {
  const { kind, name } = card.sections.find(({ id }) => id === section) ?? { kind: 'display', name: '' };
  if (when?.keyed !== undefined) return kind === 'switch' || kind === 'relay';
  if (when?.mode !== undefined) return (kind === 'switch' || kind === 'relay') && /mode/i.test(name);
  return when?.band !== undefined;
}
const turnedParts: ReadonlySet<string> = new Set(['cored-coil', 'trimmer', 'potentiometer']);
const tries = 80;

const single = (card: Card, section: string, chance: Chance): HiddenFault | undefined =>
  drawFault(card, section, chance.weighted(singles, ([, share]) => share)[0], chance);

const withRate = (fault: HiddenFault | undefined, rate: number): HiddenFault | undefined => fault && { ...fault, rate };

const usedOnRoutes = (card: Card): ReadonlySet<string> => new Set(card.functions.flatMap(({ route }) => routeSections(route)));

/** Draws what is hidden, or undefined where this draw does not fit the card. */
function drawHidden(card: Card, way: CaseWay, chance: Chance): Hidden | undefined {
  const plain = (...faults: (HiddenFault | undefined)[]): Hidden | undefined =>
    faults.every((fault) => fault !== undefined) ? { faults, misalignedDb: 0 } : undefined;
  const any = (): string => chance.oneOf(card.sections).id;
  switch (way) {
    case 'one':
      return plain(single(card, any(), chance));
    case 'casualty': {
      const pairs = card.sections.flatMap(({ id, kind, needs }) =>
        mortal.has(kind) ? needs.flatMap(({ section, by }) => (by === 'supply' || by === 'bias' ? [[section, id] as const] : [])) : [],
      );
      if (!pairs.length) return undefined;
      const [cause, casualty] = chance.oneOf(pairs);
      const hidden = plain(drawFault(card, cause, 'weak', chance), drawFault(card, casualty, 'dead', chance));
      return hidden && { ...hidden, kills: { cause, casualty } };
    }
    case 'second': {
      const route = routeSections(chance.oneOf(card.functions).route);
      if (route.length < 3) return undefined;
      const [a, b] = [chance.oneOf(route), chance.oneOf(route)];
      return a === b ? undefined : plain(drawFault(card, a, 'dead', chance), drawFault(card, b, chance.oneOf(['dead', 'weak']), chance));
    }
    case 'comes-and-goes':
      // What is there but seldom would take a day to be seen.
      return plain(withRate(drawFault(card, any(), 'intermittent', chance), chance.between(0.45, 0.8)));
    case 'with-warmth': {
      const fault = single(card, any(), chance);
      return plain(fault && { ...fault, contact: false, warmS: Math.round(chance.between(900, 2100)) });
    }
    case 'in-one-state': {
      const fault = drawFault(card, any(), 'partial', chance);
      return fault && failsAlone(card, fault) ? plain(fault) : undefined;
    }
    case 'turned':
      return card.parts.some(({ kind }) => turnedParts.has(kind)) ? { faults: [], misalignedDb: chance.between(3.5, 6) } : undefined;
    case 'wrong-part': {
      const fault = drawFault(card, any(), 'weak', chance);
      return fault?.part === undefined ? undefined : plain({ ...fault, contact: false, visible: true });
    }
    case 'miswired': {
      const on = usedOnRoutes(card);
      const places = card.sections.filter(({ id, kind }) => wired.has(kind) && on.has(id));
      const drawn = places.length ? drawFault(card, chance.oneOf(places).id, 'dead', chance) : undefined;
      if (!drawn) return undefined;
      const { part: _, ...fault } = drawn;
      return plain({ ...fault, contact: false, visible: true, wiring: true, effect: { ...fault.effect, stuck: false } });
    }
    case 'outside':
    case 'healthy':
      return { faults: [], misalignedDb: 0 };
  }
}

/** The functions in an order drawn by lot. */
function shuffled<T>(items: readonly T[], chance: Chance): T[] {
  const left = [...items];
  return items.map(() => left.splice(Math.floor(chance.between(0, left.length)), 1)[0] as T);
}

/** What the owner has noticed: one thing that does not do what it should; undefined where nothing shows, so that nobody would bring it in. */
function complaintOf(card: Card, way: CaseWay, hidden: Hidden, chance: Chance): HiddenCase['complaint'] | undefined {
  const functions = shuffled(card.functions, chance);
  const [any] = functions;
  if (!any) return undefined;
  if (way === 'outside' || way === 'healthy') {
    const fn = functions.find(({ group }) => group !== 'control') ?? any;
    return { functionId: fn.id, outcome: way === 'healthy' ? 'weak' : chance.oneOf(['weak', 'dead', 'comes-and-goes'] as const) };
  }
  const wavers = hidden.faults.some(({ rate }) => rate < 1);
  const set = setOf({ card, ...hidden, faults: hidden.faults.map(({ warmS: _, ...fault }) => fault), seed: 1 }, { noise: 0 });
  for (const { id } of functions) {
    const shown = Array.from({ length: wavers ? 8 : 1 }, () => set.tryFunction(id)).find((one) => one !== 'works');
    if (shown === undefined) continue;
    // An owner says that it is weak, or that it is not there.
    const told = shown === 'weak' || shown === 'distorted' ? 'weak' : 'dead';
    return { functionId: id, outcome: wavers || way === 'with-warmth' ? 'comes-and-goes' : told };
  }
  return undefined;
}

/** Whether one of two faults stands behind the other: alone, the first already stops what the second would show. */
function isBehind(card: Card, { faults }: Hidden, { functionId }: HiddenCase['complaint']): boolean {
  const [first, second] = faults;
  if (!first || !second) return false;
  const shows = (fault: HiddenFault): string =>
    setOf({ card, faults: [fault], misalignedDb: 0, seed: 1 }, { noise: 0 }).tryFunction(functionId);
  return shows(first) === 'dead' && shows(second) !== 'works';
}

/** So many stages on the way of a function have something that can be turned: of fewer it looks like one weak stage. */
const turnedOn = (card: Card, functionId: string): number =>
  routeSections(card.functions.find(({ id }) => id === functionId)?.route ?? []).filter((id) =>
    card.parts.some(({ section, kind }) => section === id && turnedParts.has(kind)),
  ).length;
const leastTurned = 3;

/**
 * Makes the case of a code: the same card, sort and seed hide the same in every shop.
 * @throws CoreError `out-of-range` where a set of this card cannot have such trouble
 */
export function hideCase(card: Card, way: CaseWay, seed: number): HiddenCase {
  for (let draw = 0; draw < tries; draw += 1) {
    const chance = chanceFrom((seed * tries + draw) % 2 ** 31);
    const hidden = drawHidden(card, way, chance);
    const complaint = hidden && complaintOf(card, way, hidden, chance);
    if (!hidden || !complaint || (way === 'second' && !isBehind(card, hidden, complaint))) continue;
    if (way === 'turned' && turnedOn(card, complaint.functionId) < leastTurned) continue;
    const fn = card.functions.find(({ id }) => id === complaint.functionId) as CardFunction;
    return {
      code: caseCode({ card: cardMark(card), way, seed }),
      way,
      seed,
      card,
      owner: chance.oneOf(practiceOwners),
      words: ownerWords(fn, complaint.outcome, way, chance),
      complaint,
      ...hidden,
    };
  }
  throw new CoreError(
    'out-of-range',
    'case',
    `A set of ${card.chassis} cannot have such trouble.`,
    'Choose another sort of trouble, or another set.',
  );
}

/** The case of what a code says, from the cards that are at hand. @throws CoreError `unknown-name` where its card is not among them */
export function caseFrom(spec: CaseSpec, cards: readonly Card[]): HiddenCase {
  const card = cards.find((each) => cardMark(each) === spec.card);
  if (!card)
    throw new CoreError(
      'unknown-name',
      'code',
      'The card of this case is not in this shop, or it is not the same there any more.',
      'Have the card sent to you as it is there, put it in by Archive, and write the code again.',
    );
  return hideCase(card, spec.way, spec.seed);
}

/** Sorts of trouble, and how often a set comes in so; of a set nobody has looked into. */
const shares: Readonly<Record<CaseWay, number>> = {
  one: 0.48,
  casualty: 0.06,
  second: 0.06,
  'comes-and-goes': 0.1,
  'with-warmth': 0.05,
  'in-one-state': 0.07,
  turned: 0.03,
  'wrong-part': 0.05,
  miswired: 0.04,
  outside: 0.03,
  healthy: 0.03,
};

/** One case of a card, as sets come in; of the sort that is asked for, or of any that the card can have. */
export function anyCase(card: Card, seed: number, way?: CaseWay): HiddenCase {
  const chance = chanceFrom(seed);
  const open = new Map(Object.entries(shares) as [CaseWay, number][]);
  for (let left = way ? 1 : open.size; left > 0; left -= 1) {
    const wanted = way ?? chance.weighted([...open.keys()], (each) => open.get(each) ?? 0);
    try {
      return hideCase(card, wanted, Math.floor(chance.between(0, seeds)));
    } catch (error) {
      if (!(error instanceof CoreError) || left === 1) throw error;
      open.delete(wanted);
    }
  }
  return hideCase(card, 'healthy', Math.floor(chance.between(0, seeds)));
}
