import {
  channelHz,
  conditionText,
  expectationAt,
  meets,
  narrowness,
  type Card,
  type Condition,
  type LaidCard,
  type TestPoint,
} from '../card';
import { nodeFrequencies } from '../plan';
import { parseQuantity, quantityText } from '../quantity';
import { attempt } from '../errors';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';

export type PlanNode = Card['frequencyPlan'][number];
type Tuning = Card['tunings'][number];

/** What the card's tuning says of a state of the set: the narrowest that holds there. */
export const tuningAt = ({ tunings }: Card, condition: Condition): Tuning | undefined =>
  tunings.filter((each) => meets(condition, each.condition)).sort((a, b) => narrowness(b.condition) - narrowness(a.condition))[0];

/** The plan of a card in one state of the set: the frequency of every node in Hz, and the node that is received or sent. */
export interface PlanAt {
  readonly condition: Condition;
  readonly set: Readonly<Record<string, number>>;
  readonly hz: ReadonlyMap<string, number>;
  readonly carrier?: PlanNode;
}

/** The plan as it stands under a condition; undefined where the card has none. Nodes that no figure is known of are left out. */
export function planAt(card: Card, condition: Condition): PlanAt | undefined {
  const { frequencyPlan: nodes } = card;
  if (!nodes.length) return undefined;
  const set = tuningAt(card, condition)?.set ?? {};
  const hz = nodeFrequencies(nodes, set);
  const wanted = tuningAt(card, condition)?.hz ?? channelHz(card, condition.channel);
  const carriers = nodes.filter(({ carrier }) => carrier === (condition.keyed ? 'transmit' : 'receive'));
  // Of the carriers of several bands, the one that this tuning makes.
  const nearest = carriers
    .filter(({ id }) => hz.has(id))
    .sort((a, b) => Math.abs((hz.get(a.id) ?? 0) - (wanted ?? 0)) - Math.abs((hz.get(b.id) ?? 0) - (wanted ?? 0)))[0];
  return { condition, set, hz, ...(nearest ? { carrier: nearest } : {}) };
}

/** By so many Hz an oscillator is moved to see what follows; exact, for a plan only adds, multiplies and divides. */
const moved = 1000;

/** By how many Hz one node goes when another, which makes its own frequency, goes by one; nought where it does not follow. */
export function follows(card: Card, { set, hz }: PlanAt, node: string, mover: string): number {
  const [own, at] = [hz.get(mover), hz.get(node)];
  if (own === undefined || at === undefined) return 0;
  const then = nodeFrequencies(card.frequencyPlan, { ...set, [mover]: own + moved }).get(node);
  return then === undefined ? 0 : Math.round(((then - at) / moved) * 1e9) / 1e9;
}

/**
 * What one calls the source of a frequency: the crystal of the card that has it, else its section, with the frequency where the tuning
 * changes it. One word, as a sum takes it.
 */
export function sourceName(card: Card, node: PlanNode, { hz, set, condition }: PlanAt): string {
  if (node.does === 'passes') return ['carrier', condition.mode].filter(Boolean).join('-');
  const at = hz.get(node.id);
  if (at !== undefined) {
    const crystals = card.parts.filter(({ kind, value }) => {
      const read = kind === 'crystal' ? attempt(() => parseQuantity(/^[\d.,]+\s*[kM]?Hz/i.exec(value)?.[0] ?? '')) : undefined;
      return read?.ok && read.value.unit === 'Hz' && Math.abs(read.value.value / at - 1) < 1e-5;
    });
    const crystal = crystals.find(({ section }) => section === node.section) ?? (crystals.length === 1 ? crystals[0] : undefined);
    if (crystal) return crystal.designator;
  }
  return set[node.id] === undefined || at === undefined
    ? node.section
    : `${node.section}-${quantityText(at, 'Hz', { digits: 6 }).replace(/\s+/g, '')}`;
}

/** What makes a frequency of its own: oscillators, and on transmit what is sent through a filter, which a carrier oscillator makes. */
export const sources = (card: Card, { condition }: PlanAt): readonly PlanNode[] =>
  card.frequencyPlan.filter(({ does }) => does === 'oscillates' || (does === 'passes' && condition.keyed === true));

/** A frequency that was read, beside what the plan makes of it. */
export interface Counted {
  readonly entry: EntryOf<'reading'>;
  readonly node: PlanNode;
  readonly plan: PlanAt;
  /** `TP3`, `ch 19, AM, keyed`. */
  readonly label: string;
  readonly shouldHz: number;
  /** Null where nothing was there. */
  readonly readHz: number | null;
  /** ± of the reading in Hz: its uncertainty, at least the worth of its last digit. */
  readonly sigmaHz: number;
}

/** Within this share two figures of a card are of one frequency. */
const sameShare = 2e-5;

/** The point at which a node is counted in a state of the set: where the card expects its frequency, else one of its section. */
export function pointOfNode(card: Card, node: PlanNode, plan: PlanAt): TestPoint | undefined {
  const hz = plan.hz.get(node.id);
  const counted = card.testPoints.filter(({ unit }) => unit === 'Hz');
  return (
    counted.find((point) => {
      const nominal = expectationAt(point, plan.condition)?.nominal;
      return hz !== undefined && nominal !== undefined && Math.abs(nominal / hz - 1) < sameShare;
    }) ?? counted.find(({ section }) => section === node.section)
  );
}

/** The node whose frequency stands at a point: what is expected there, else that of its section which comes nearest. */
function nodeAt(card: Card, point: TestPoint, plan: PlanAt, readHz: number | null): PlanNode | undefined {
  const nominal = expectationAt(point, plan.condition)?.nominal;
  const known = card.frequencyPlan.filter(({ id }) => plan.hz.has(id));
  const off = ({ id }: PlanNode, from: number): number => Math.abs((plan.hz.get(id) ?? 0) / from - 1);
  const expected = nominal === undefined ? [] : known.filter((node) => off(node, nominal) < sameShare);
  const own = known.filter(({ section }) => section === point.section);
  return (
    expected.find((node) => own.includes(node)) ??
    expected[0] ??
    [...own].sort((a, b) => off(a, readHz ?? nominal ?? 1) - off(b, readHz ?? nominal ?? 1))[0]
  );
}

function countedOf(card: LaidCard, entry: EntryOf<'reading'>): Counted | undefined {
  const { subject, unit, value } = entry;
  if (unit !== 'Hz') return undefined;
  const limit = subject.what === 'limit' ? card.limits.find(({ id }) => id === subject.limit) : undefined;
  if (subject.what === 'part' || (subject.what === 'limit' && limit?.from !== 'channel')) return undefined;
  const sigmaHz = Math.max(entry.uncertainty, entry.step);
  if (subject.what === 'point') {
    const point = card.testPoints.find(({ id }) => id === subject.point);
    const plan = point && planAt(card, entry.condition);
    const node = plan && nodeAt(card, point, plan, value);
    return plan && node && { entry, node, plan, label: subject.point, shouldHz: plan.hz.get(node.id) ?? 0, readHz: value, sigmaHz };
  }
  const under = {
    keyed: true,
    ...limit?.condition,
    ...entry.condition,
    ...(subject.what === 'channel' ? { channel: subject.channel } : {}),
  };
  const plan = planAt(card, under);
  const nominal = tuningAt(card, under)?.hz ?? channelHz(card, under.channel);
  if (!plan?.carrier || nominal === undefined) return undefined;
  const readHz = value === null ? null : subject.what === 'limit' ? nominal + value : value;
  return { entry, node: plan.carrier, plan, label: conditionText(under), shouldHz: nominal, readHz, sigmaHz };
}

/** Entries after which a frequency that was read before need not stand any more. */
const turned = (entry: TapeEntry): boolean =>
  entry.kind === 'fit' || entry.kind === 'remedy' || entry.kind === 'modification' || (entry.kind === 'adjustment' && entry.how !== 'seal');

/**
 * The frequencies on the tape that the plan knows, the last one of each thing in each state, since anything in a section of the plan was
 * last turned or renewed.
 * @returns what stands, and how many older ones were left out
 */
export function countedOn(card: LaidCard, stood: readonly TapeEntry[]): { readonly all: readonly Counted[]; readonly older: number } {
  const inPlan = new Set(card.frequencyPlan.map(({ section }) => section));
  const last = stood.findLast((entry) => turned(entry) && 'section' in entry && inPlan.has(entry.section ?? ''))?.seq ?? -1;
  const read = ofKind(stood, 'reading').flatMap((entry) => countedOf(card, entry) ?? []);
  const now = read.filter(({ entry }) => entry.seq > last);
  return { all: [...new Map(now.map((each) => [`${each.label} ${each.node.id}`, each])).values()], older: read.length - now.length };
}
