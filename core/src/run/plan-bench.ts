import { agrees, channelHz, sectionName, sectionOf, type Condition, type LaidCard } from '../card';
import { quantityText } from '../quantity';
import type { TapeEntry } from '../tape';
import { countedOn, planAt, pointOfNode, tuningAt, type Counted, type PlanAt, type PlanNode } from './plan-at';

/** How a node of the plan stands: `off` is a trimmer's matter, `wrong` is no frequency of this plan. */
export type NodeState = 'unread' | 'right' | 'off' | 'wrong' | 'dead';

export interface BenchNode {
  readonly id: string;
  readonly section: string;
  readonly name: string;
  /** Its name for a narrow place. */
  readonly short: string;
  /** How it makes its frequency: `÷ 1024`, `× 1649`, `sum`, `difference`, `oscillator`, `filter`. */
  readonly makes: string;
  readonly from: readonly string[];
  /** Column of the picture: nought makes its own, the rest stand behind all that they are made from. */
  readonly column: number;
  readonly carrier?: 'receive' | 'transmit';
  readonly shouldHz?: number;
  readonly readHz?: number | null;
  /** How far it lies off, in Hz; absent where nothing was read. */
  readonly offHz?: number;
  readonly state: NodeState;
  /** Where it runs on a crystal that somebody changed: which, and what was said of it. */
  readonly otherBy?: string;
  /** The start of the line that reads it; undefined where it has no point and is no carrier. */
  readonly start?: string;
}

export interface PlanBench {
  readonly nodes: readonly BenchNode[];
  /** The node to begin with: wrong or dead, and nothing that it is made from is. */
  readonly firstWrong?: BenchNode;
  /** Nodes before that one which nobody has read yet, and could. */
  readonly unreadBefore: readonly BenchNode[];
  /** From where to where the set should go, and did, in Hz, over all channels and bands of this direction. */
  readonly coverage?: { readonly should: readonly [number, number]; readonly read?: readonly [number, number] };
}

/** Share within which a frequency is right where the card states no limit: 50 parts in a million. */
const usualShare = 50e-6;
/** Beyond this no trimmer has been turned: it is another frequency. */
const wrongShare = 300e-6;

const hzText = (hz: number): string => quantityText(hz, 'Hz', { digits: 7 });

const makesText = ({ does, factor }: PlanNode, set: Readonly<Record<string, number>>, id: string): string => {
  const by = set[id] ?? factor;
  switch (does) {
    case 'oscillates':
      return 'oscillator';
    case 'passes':
      return 'filter';
    case 'multiplies':
      return `× ${by ?? '?'}`;
    case 'locks':
      return `loop × ${by ?? '?'}`;
    case 'divides':
      return `÷ ${by ?? '?'}`;
    case 'mixes-up':
      return 'sum';
    case 'mixes-down':
      return 'difference';
  }
};

/** The column of each node: one behind the furthest of those it is made from. */
function columnsOf(nodes: readonly PlanNode[]): ReadonlyMap<string, number> {
  const at = new Map<string, number>();
  const of = (id: string, on: ReadonlySet<string>): number => {
    const known = at.get(id);
    if (known !== undefined) return known;
    const node = nodes.find((each) => each.id === id);
    // What is made from itself stands where it is met first.
    if (!node || on.has(id)) return 0;
    const column = node.from.length ? 1 + Math.max(...node.from.map((from) => of(from, new Set([...on, id])))) : 0;
    at.set(id, column);
    return column;
  };
  for (const { id } of nodes) of(id, new Set());
  return at;
}

/** All that a node is made from, near or far. */
function before(nodes: readonly PlanNode[], id: string): ReadonlySet<string> {
  const found = new Set<string>();
  const queue = [...(nodes.find((node) => node.id === id)?.from ?? [])];
  for (let next = queue.shift(); next !== undefined; next = queue.shift()) {
    if (found.has(next)) continue;
    found.add(next);
    const source = next;
    queue.push(...(nodes.find((node) => node.id === source)?.from ?? []));
  }
  return found;
}

/** The share of its frequency that the card allows a carrier to be off. */
function allowedShare(card: LaidCard): number {
  const limit = card.limits.find(({ from, unit }) => from === 'channel' && unit === 'Hz');
  const nominal = limit && channelHz(card, limit.condition.channel);
  const most = Math.max(Math.abs(limit?.low ?? 0), Math.abs(limit?.high ?? 0));
  return nominal !== undefined && most > 0 ? most / nominal : usualShare;
}

/** Beyond this a frequency is another one, in Hz: what no trimmer reaches, or a step of the loop where that is less. */
function wrongBeyond(card: LaidCard, hz: ReadonlyMap<string, number>, should: number, share: number): number {
  const steps = card.frequencyPlan.flatMap(({ does, from }) => (does === 'locks' ? (hz.get(from[0] ?? '') ?? []) : []));
  return Math.min(wrongShare * should, Math.max(0.4 * Math.min(...steps, Infinity), share * should));
}

function stateOf(read: Counted | undefined, should: number, share: number, beyond: number): NodeState {
  if (!read) return 'unread';
  if (read.readHz === null) return 'dead';
  const off = Math.abs(read.readHz - should) - read.sigmaHz;
  return off > beyond ? 'wrong' : off > share * should ? 'off' : 'right';
}

/** How one begins the line that reads a node. */
function startOf(card: LaidCard, node: PlanNode, plan: PlanAt): string | undefined {
  const point = pointOfNode(card, node, plan);
  if (point) return `${point.id.toLowerCase()} `;
  const { channel } = plan.condition;
  return node.carrier === 'transmit' && channel !== undefined ? `ch${channel} keyed ` : undefined;
}

/** The crystal that somebody changed, where a node runs on it in this state of the set. */
function otherBy(card: LaidCard, node: string, should: number | undefined): Pick<BenchNode, 'otherBy'> {
  const other = card.otherCrystals?.find(({ nodes, isHz }) => nodes.includes(node) && isHz === should);
  return other ? { otherBy: `${other.designator} is changed from ${hzText(other.wasHz)} to ${hzText(other.isHz)}: ${other.title}` } : {};
}

/** From where to where the carriers of one direction go by the tunings, and what was read of them. */
function coverageOf(card: LaidCard, counted: readonly Counted[], keyed: boolean): PlanBench['coverage'] {
  // With other crystals the channels are no more those of the plan of channels.
  const byPlan = (condition: Condition): number | undefined => {
    const plan = card.otherCrystals ? planAt(card, { ...condition, keyed }) : undefined;
    return plan?.carrier && plan.hz.get(plan.carrier.id);
  };
  const made = card.tunings.flatMap(({ condition, hz }) =>
    condition.keyed !== undefined && condition.keyed !== keyed ? [] : (hz ?? byPlan(condition) ?? channelHz(card, condition.channel) ?? []),
  );
  if (made.length < 2) return undefined;
  const read = counted.flatMap(({ node, readHz, plan }) =>
    node.carrier && readHz !== null && (plan.condition.keyed ?? false) === keyed ? [readHz] : [],
  );
  return {
    should: [Math.min(...made), Math.max(...made)],
    ...(read.length ? { read: [Math.min(...read), Math.max(...read)] as const } : {}),
  };
}

/**
 * The frequency plan as a bench: every node with what it should be in this state of the set and what was read of it, and the node to begin
 * with. Undefined where the card has no plan.
 * @param stood the tape without what was struck
 */
export function planBench(card: LaidCard, stood: readonly TapeEntry[], condition: Condition): PlanBench | undefined {
  const plan = planAt(card, condition);
  if (!plan) return undefined;
  const { all } = countedOn(card, stood);
  const columns = columnsOf(card.frequencyPlan);
  const share = allowedShare(card);
  const keyed = condition.keyed ?? false;
  const wantedHz = tuningAt(card, condition)?.hz ?? channelHz(card, condition.channel);
  const nodes = card.frequencyPlan.map((node): BenchNode => {
    const should = plan.hz.get(node.id) ?? (node.id === plan.carrier?.id ? wantedHz : undefined);
    const read =
      should === undefined
        ? undefined
        : all.findLast(
            (each) =>
              each.node.id === node.id && agrees(each.plan.condition, condition) && Math.abs(each.shouldHz - should) <= 1e-6 * should,
          );
    const start = startOf(card, node, plan);
    return {
      id: node.id,
      section: node.section,
      name: sectionName(card, node.section),
      short: sectionOf(card, node.section)?.short ?? node.section,
      makes: makesText(node, plan.set, node.id),
      from: node.from,
      column: columns.get(node.id) ?? 0,
      ...(node.carrier ? { carrier: node.carrier } : {}),
      ...(should === undefined ? {} : { shouldHz: should }),
      ...(read ? { readHz: read.readHz } : {}),
      ...(read && read.readHz !== null && should !== undefined ? { offHz: read.readHz - should } : {}),
      state: should === undefined ? 'unread' : stateOf(read, should, share, wrongBeyond(card, plan.hz, should, share)),
      ...otherBy(card, node.id, should),
      ...(start === undefined ? {} : { start }),
    };
  });
  const bad = (id: string): boolean => nodes.some((node) => node.id === id && (node.state === 'wrong' || node.state === 'dead'));
  const firstWrong = nodes
    .filter(({ id }) => bad(id) && ![...before(card.frequencyPlan, id)].some(bad))
    .sort((a, b) => a.column - b.column)[0];
  const early = firstWrong ? before(card.frequencyPlan, firstWrong.id) : new Set<string>();
  const coverage = coverageOf(card, all, keyed);
  return {
    nodes,
    ...(firstWrong ? { firstWrong } : {}),
    unreadBefore: nodes.filter(
      ({ id, state, start }) => early.has(id) && state === 'unread' && start !== undefined && start !== firstWrong?.start,
    ),
    ...(coverage ? { coverage } : {}),
  };
}

/** What the bench says of the plan, in words: the first wrong node and what it accuses; empty where nothing is wrong. */
export function planFinding({ firstWrong, unreadBefore }: PlanBench): string {
  if (!firstWrong) return '';
  const { name, shouldHz, readHz, state } = firstWrong;
  const read = state === 'dead' ? 'is dead' : `reads ${hzText(readHz ?? 0)}, not ${hzText(shouldHz ?? 0)}`;
  const first = unreadBefore.length ? `Read ${[...new Set(unreadBefore.map((node) => node.name))].join(' and ')} first: ` : '';
  return `${first}${name} ${read}${unreadBefore.length ? ', which may only follow.' : ', and nothing that it is made from was read wrong: it accuses this section.'}`;
}
