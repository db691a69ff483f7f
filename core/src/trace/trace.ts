import { routeSections, type Part } from '../card';
import type { Unit } from '../quantity';
import type { Evidence, ShopHistory } from './evidence';
import { cardDoubt } from './card-doubt';
import { chainOf } from './chain';
import { stillWanted } from './earned';
import { leaveOneOut, priorReasons, reasonsFor, tells, type LeaveOneOut, type Reason } from './explain';
import {
  amongFaulty,
  byCell,
  goodShares,
  isBadNews,
  isReported,
  logPriorWith,
  posterior,
  repeatable,
  retired,
  weigh,
  type Weighed,
} from './infer';
import type { TestModel } from './bench-test';
import type { TraceModel } from './model';
import { nextProbes, type Probe, type ProbeOrder } from './next-probe';
import { isDirect } from './reach';
import { mostTimes, mostTimesWavering, timesIn, type Results } from './repeats';
import {
  groupHolds,
  groupMost,
  leadsAlone,
  overturnedAt,
  overturnedBy,
  misalignedUnseenAt,
  pairToldAt,
  settledAt,
  stopAt,
  surpriseBelow,
} from './tables/certainty';
import { reckoned } from './tables/bench-acts';
import { partWeight } from './tables/prior-weights';
import { cost, poorBitsPerMinute } from './tables/probe-costs';
import { unreadCauses } from './why-it-died';

export type { Reason } from './explain';

export const suspicionWords = ['cleared', 'unlikely', 'possible', 'suspect', 'prime'] as const;
export type Suspicion = (typeof suspicionWords)[number];

/**
 * The word for a chance of being at fault.
 * @example
 * suspicion(0.3) //~> 'suspect'
 * trace(model, [], { count: 0 }).stop //~> null
 */
export const suspicion = (chance: number): Suspicion =>
  chance >= 0.5 ? 'prime' : chance >= 0.2 ? 'suspect' : chance >= 0.05 ? 'possible' : chance >= 0.01 ? 'unlikely' : 'cleared';

export interface SectionResult {
  readonly section: string;
  /** Chance that it is among the faulty ones. */
  readonly chance: number;
  readonly word: Suspicion;
  /** Strongest first. */
  readonly reasons: readonly Reason[];
  /** How a fault in it comes to what fails, step by step; empty where it is hardly suspected. */
  readonly chain: readonly string[];
  /** Its parts, likeliest first, with each one's share of the section's chance. */
  readonly parts: readonly { readonly designator: string; readonly share: number }[];
}

/** Two sections at fault at once. */
export interface TwoFaults {
  /** Chance that two sections are at fault. */
  readonly chance: number;
  /** The likeliest pairs, likeliest first. */
  readonly pairs: readonly { readonly sections: readonly [string, string]; readonly chance: number }[];
}

export interface TraceResult {
  readonly sections: readonly SectionResult[];
  /** Chance that nothing is wrong inside the set. */
  readonly outside: number;
  /** Chance that previous hands have turned every core. */
  readonly misaligned: number;
  readonly two: TwoFaults;
  readonly probes: readonly Probe[];
  /** Set when one section has reached the stop. */
  readonly stop: string | null;
  /** Leads by as much, but has not been looked at itself: the first probe does that. */
  readonly leads: string | null;
  /** What the section that is named may have died of, and has not been read; empty where it mostly fails by itself. */
  readonly diedOf: readonly string[];
  /** Set when, instead of one section, nothing inside or the alignment as a whole is to blame. */
  readonly settled: 'outside' | 'misaligned' | null;
  /** Sections that no test left can part, when there is no stop. */
  readonly group: readonly string[];
  /** An entry that hardly fits with all the rest: a slip to be checked again, or a second fault. */
  readonly doubt: {
    readonly evidence: string;
    readonly text: string;
    readonly twoFaults: boolean;
    /** What it reads like, were the card otherwise in one place; empty where that would not mend it. */
    readonly card: string;
  } | null;
  /** What would overturn the section that leads: a test that is offered, how it would come out, and what the section would then hold. */
  readonly overturn: { readonly section: string; readonly test: string; readonly outcome: string; readonly then: number } | null;
  /** Entries that no longer count, because a part was renewed since in what they lean on. */
  readonly retired: readonly string[];
  /** Ids of tests that the evidence already answers. */
  readonly answered: readonly string[];
}

export interface TraceOptions {
  readonly order?: ProbeOrder;
  readonly measures?: readonly Unit[];
  readonly history?: ShopHistory;
  readonly opened?: readonly string[];
  readonly inHand?: string;
  readonly healthySet?: boolean;
  /** The set may get no power now: only what is done cold is offered. */
  readonly cold?: boolean;
  /** How many probes to offer. Default 5. */
  readonly count?: number;
  readonly lookAhead?: number;
  /** Without reasons and doubt, for those who only ask what to do next. Default true. */
  readonly explain?: boolean;
}

/** Whether a finding is of a part: at it, or with its designator among the words. */
const names = ({ designator, text }: Extract<Evidence, { kind: 'finding' }>, part: string): boolean =>
  designator === part || new RegExp(`\\b${part}\\b`, 'i').test(text);

function partsRanked(parts: readonly Part[], evidence: readonly Evidence[]): SectionResult['parts'] {
  const weights = parts.map((part) => {
    const proofs = evidence.filter((e) => e.kind === 'proof' && e.designator === part.designator);
    const last = proofs.at(-1);
    const proven = last?.kind === 'proof' ? (last.bad ? 30 : 0.03) : 1;
    const found = evidence.some((e) => e.kind === 'finding' && e.severity !== 'clean' && names(e, part.designator)) ? 4 : 1;
    const fitted = evidence.some((e) => e.kind === 'fit' && e.designator === part.designator) ? 0.05 : 1;
    const told = evidence.findLast((e) => e.kind === 'circuit');
    const named = told?.kind === 'circuit' ? (told.parts.find(({ designator }) => designator === part.designator)?.chance ?? 0) : 0;
    return { designator: part.designator, weight: partWeight[part.kind] * proven * found * fitted * (1 + reckoned.part * named) };
  });
  const sum = weights.reduce((total, part) => total + part.weight, 0);
  return weights.map(({ designator, weight }) => ({ designator, share: weight / sum })).sort((a, b) => b.share - a.share);
}

function twoFaults(model: TraceModel, chances: Float64Array): TwoFaults {
  const { first, second, single, count } = model.space;
  let chance = 0;
  const best: { h: number; p: number }[] = [];
  for (let h = single; h < count; h++) {
    const p = chances[h] ?? 0;
    chance += p;
    if (p > 0.005 && (best.length < 5 || p > (best.at(-1)?.p ?? 0))) {
      best.push({ h, p });
      best.sort((a, b) => b.p - a.p);
      best.length = Math.min(5, best.length);
    }
  }
  return {
    chance,
    pairs: best.map(({ h, p }) => ({
      sections: [model.sections[first[h] ?? 0] ?? '', model.sections[second[h] ?? 0] ?? ''] as const,
      chance: p,
    })),
  };
}

/** What would speak most against a section, of what is offered. */
function overturnOf(model: TraceModel, { section, chance }: SectionResult, probes: readonly Probe[]): TraceResult['overturn'] {
  const at = model.sections.indexOf(section);
  let least: TraceResult['overturn'] = null;
  for (const { test, outcomes, cannot } of probes)
    for (const { outcome, chance: likely, sections } of cannot ? [] : outcomes) {
      const then = sections[at] ?? 1;
      if (likely >= overturnedBy && then <= overturnedAt * chance && then < (least?.then ?? 1))
        least = { section, test: test.id, outcome, then };
    }
  return least;
}

/** What is looked at or reckoned is not tried once more. */
const surprisesNever: ReadonlySet<Evidence['kind']> = new Set(['finding', 'proof', 'fit', 'circuit']);

/** The entry that surprises most given all the rest, if it surprises at all. */
function doubtIn(
  model: TraceModel,
  logPrior: Float64Array,
  weighed: readonly Weighed[],
  left: readonly LeaveOneOut[],
  texts: readonly string[],
  two: TwoFaults,
): TraceResult['doubt'] {
  if (weighed.length < 3) return null;
  let least = surpriseBelow;
  let found = -1;
  weighed.forEach(({ evidence }, i) => {
    const expected = left[i]?.expected ?? 1;
    if (expected < least && !surprisesNever.has(evidence.kind)) {
      least = expected;
      found = i;
    }
  });
  const doubted = weighed[found];
  return doubted
    ? {
        evidence: doubted.evidence.id,
        text: texts[found] ?? '',
        twoFaults: two.chance >= pairToldAt,
        card: cardDoubt(model, logPrior, weighed, found, least),
      }
    : null;
}

/** Results worth having once more: bad news, and what works now but is said to come and go. */
function againFrom(weighed: readonly Weighed[]): Map<string, Results> {
  const wavers = weighed.some(({ evidence: e }) => e.kind === 'function' && e.outcome === 'comes-and-goes');
  return new Map(
    weighed.flatMap(({ evidence, test, results }): [string, Results][] => {
      if (
        !test ||
        !repeatable.has(evidence.kind) ||
        isReported(evidence) ||
        timesIn(results) >= (wavers ? mostTimesWavering : mostTimes) ||
        evidence.doubtful
      )
        return [];
      if (!isBadNews(evidence) && !(wavers && evidence.kind === 'function')) return [];
      return [[test.id, results]];
    }),
  );
}

/** The few sections that hold nearly all of the chance between them; none when it takes more than a few. */
function groupOf(model: TraceModel, chances: Float64Array): string[] {
  const cells = byCell(model, chances);
  const ranked = [...cells.keys()].sort((a, b) => (cells[b] ?? 0) - (cells[a] ?? 0));
  const group: string[] = [];
  let held = 0;
  for (const cell of ranked) {
    const section = model.sections[cell];
    // Nothing wrong inside, or cores turned, is no section one could part from others.
    if (section === undefined) continue;
    group.push(section);
    held += cells[cell] ?? 0;
    if (held >= groupHolds || group.length === groupMost) break;
  }
  return held >= groupHolds && group.length > 1 ? group : [];
}

/**
 * From evidence to suspicion and the next probe. Every single fault of every kind, every pair of sections, a set
 * misaligned throughout and nothing wrong inside are weighed exactly; nothing is sampled.
 */
export function trace(model: TraceModel, evidence: readonly Evidence[], options: TraceOptions = {}): TraceResult {
  const { card } = model;
  const n = model.sections.length;
  const logPrior = logPriorWith(model, options.history ?? {});
  const weighed = weigh(model, evidence);
  const chances = posterior(logPrior, weighed);
  const among = amongFaulty(model, chances);
  const two = twoFaults(model, chances);
  const explain = options.explain ?? true;
  const cleared = new Set(model.sections.filter((_, i) => (among[i] ?? 0) < 0.01));
  const texts = explain ? weighed.map((one) => tells(card, one, cleared)) : [];
  const left = explain ? leaveOneOut(model, logPrior, weighed) : [];
  const priors = explain ? priorReasons(model, logPrior, options.history ?? {}) : () => [];
  const sections = model.sections.map((section, at): SectionResult => {
    const chance = among[at] ?? 0;
    return {
      section,
      chance,
      word: suspicion(chance),
      chain: explain && chance >= 0.05 ? chainOf(model, section, weighed) : [],
      reasons: explain ? reasonsFor(model, at, weighed, texts, left, priors(at)) : [],
      parts: explain ? partsRanked(model.partsOf.get(section) ?? [], evidence) : [],
    };
  });

  const failing = [
    ...new Set(
      weighed.flatMap(({ evidence: e }) => {
        const fn = e.kind === 'function' && e.outcome !== 'works' ? card.functions.find((f) => f.id === e.functionId) : undefined;
        return fn ? routeSections(fn.route) : [];
      }),
    ),
  ];
  const reported = new Set(weighed.filter((w) => w.evidence.kind === 'function' && w.evidence.reported).map((w) => w.test?.id));
  const answered = new Set(weighed.flatMap((w) => (w.test && !reported.has(w.test.id) ? [w.test.id] : [])));
  for (const e of evidence) if (e.kind === 'finding' && !e.measured) answered.add(`inspect ${e.section}`);
  const again = againFrom(weighed);
  const railBad = weighed.some((w) => isBadNews(w.evidence) && w.test?.point !== undefined && isDirect(w.test.point));
  const bad = weighed.some((w) => isBadNews(w.evidence));
  const ranked = [...sections].sort((a, b) => b.chance - a.chance);
  const top = ranked[0];
  const good = new Set(weighed.flatMap((w) => (w.test && !isBadNews(w.evidence) ? [w.test.id] : [])));
  const leads = top && bad && top.chance >= stopAt ? top.section : null;
  // Of each thing that a stop wants, one test that can be done now.
  const measurable = (test: TestModel): boolean =>
    !options.cold && (test.kind !== 'reading' || !options.measures || options.measures.includes(test.instrument as Unit));
  const [next = []] = leads
    ? stillWanted(model, leads, { evidence, answered, good })
        .map((of) => of.filter(measurable))
        .filter((of) => of.length > 0)
    : [];
  const wanted = new Set(next.map(({ id }) => id));
  const probes = nextProbes(model, chances, failing, {
    order: options.order ?? 'worth',
    opened: new Set(options.opened ?? []),
    answered,
    again,
    ...(wanted.size > 0 ? { wanted } : {}),
    railBad,
    goodShares: goodShares(model, evidence),
    healthySet: options.healthySet ?? false,
    cold: options.cold ?? false,
    count: options.count ?? 5,
    ...(options.lookAhead === undefined ? {} : { lookAhead: options.lookAhead }),
    ...(options.measures ? { measures: options.measures } : {}),
    ...(options.inHand ? { inHand: options.inHand } : {}),
  });

  const turned = evidence.some((e) => e.kind === 'finding' && e.twiddled === true);
  // Nothing is wrong inside only once what was complained of has been tried here, and works.
  const settled =
    (among[n] ?? 0) >= settledAt && !bad
      ? 'outside'
      : (among[n + 1] ?? 0) >= (turned ? settledAt : misalignedUnseenAt)
        ? 'misaligned'
        : null;
  // What it wants cannot be done here: then it is named as it stands.
  const stop = probes.some(({ test, cannot }) => wanted.has(test.id) && !cannot) ? null : leads;
  const doable = probes.filter((p) => !p.cannot);
  const group =
    !leads &&
    bad &&
    (top?.chance ?? 0) < leadsAlone &&
    doable.every(({ bits, minutes }) => bits < poorBitsPerMinute * (minutes + cost.turnTo))
      ? groupOf(model, chances)
      : [];
  return {
    sections,
    outside: among[n] ?? 0,
    misaligned: among[n + 1] ?? 0,
    two,
    probes,
    stop,
    leads: stop ? null : leads,
    diedOf: stop ? unreadCauses(card, stop, evidence) : [],
    settled: evidence.length > 1 ? settled : null,
    group,
    doubt: explain ? doubtIn(model, logPrior, weighed, left, texts, two) : null,
    overturn: explain && top && top.chance >= 0.5 ? overturnOf(model, top, probes) : null,
    retired: [...retired(model, evidence)].map(({ id }) => id),
    answered: [...answered],
  };
}
