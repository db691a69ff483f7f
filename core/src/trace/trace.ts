import { conditionText, pointOf, routeSections, type Card } from '../card';
import type { Unit } from '../quantity';
import type { Evidence, ShopHistory } from './evidence';
import { bySection, logPriorWith, posterior, weigh, type Weighed } from './infer';
import type { TraceModel } from './model';
import { leastBits, partWeight, stopAt, surpriseBelow } from './tables';
import { nextProbes, type Probe, type ProbeOrder } from './next-probe';

export const suspicionWords = ['cleared', 'unlikely', 'possible', 'suspect', 'prime'] as const;
export type Suspicion = (typeof suspicionWords)[number];

/** The word for a chance of being at fault. */
export const suspicion = (chance: number): Suspicion =>
  chance >= 0.5 ? 'prime' : chance >= 0.2 ? 'suspect' : chance >= 0.05 ? 'possible' : chance >= 0.01 ? 'unlikely' : 'cleared';

/** One line of why: how many times likelier (or, below one, less likely) this evidence made the section. */
export interface Reason {
  /** Id of the evidence, or `prior`. */
  readonly evidence: string;
  readonly text: string;
  readonly factor: number;
}

export interface SectionResult {
  readonly section: string;
  readonly chance: number;
  readonly word: Suspicion;
  /** Strongest first. */
  readonly reasons: readonly Reason[];
  /** Its parts, likeliest first, with each one's share of the section's chance. */
  readonly parts: readonly { readonly designator: string; readonly share: number }[];
}

export interface TraceResult {
  readonly sections: readonly SectionResult[];
  /** Chance that nothing is wrong inside the set. */
  readonly outside: number;
  readonly probes: readonly Probe[];
  /** Set when one section has reached the stop. */
  readonly stop: string | null;
  /** Sections that no test left can part, when there is no stop. */
  readonly group: readonly string[];
  /** An entry that hardly fits with all the rest: two faults, or a slip. */
  readonly doubt: { readonly evidence: string; readonly text: string } | null;
  /** Ids of tests that the evidence already answers. */
  readonly answered: readonly string[];
}

export interface TraceOptions {
  readonly order?: ProbeOrder;
  readonly measures?: readonly Unit[];
  readonly history?: ShopHistory;
  readonly opened?: readonly string[];
  readonly inHand?: string;
  /** How many probes to offer. Default 5. */
  readonly count?: number;
}

const dull = new Set(['connector', 'regulator', 'display']);
const listed = (names: readonly string[]): string => {
  if (names.length <= 3) return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
  return `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;
};

const outcomeWords: Readonly<Record<string, string>> = {
  'wrong-frequency': 'is on the wrong frequency',
  'comes-and-goes': 'comes and goes',
  'stuck-on': 'is stuck on',
  works: 'works',
};

/** What one piece of evidence says, and, where it speaks for sections, for which of those now cleared. */
function tells(card: Card, { evidence, test }: Weighed, cleared: ReadonlySet<string>): string {
  const nameOf = (id: string): string => card.sections.find((s) => s.id === id)?.name ?? id;
  const clears = (): string => {
    // The signal's own way says more than the supplies that everything leans on.
    const spoken = card.sections.filter((s) => test?.reach.has(s.id) && cleared.has(s.id));
    const names = [...spoken.filter((s) => !dull.has(s.kind)), ...spoken.filter((s) => dull.has(s.kind))].map((s) => s.name);
    return names.length ? `: speaks for ${listed(names)}` : '';
  };
  switch (evidence.kind) {
    case 'function': {
      const name = card.functions.find((f) => f.id === evidence.functionId)?.name ?? evidence.functionId;
      const said = `${name} ${outcomeWords[evidence.outcome] ?? `is ${evidence.outcome}`}${evidence.reported ? ', says the owner' : ''}`;
      return evidence.outcome === 'works' ? said + clears() : said;
    }
    case 'reading': {
      const point = pointOf(card, evidence.point);
      const under = conditionText(evidence.condition);
      const said = `${evidence.point} ${point?.name ?? ''} ${evidence.text}${under ? `, ${under}` : ''}: ${evidence.outcome}`;
      return evidence.outcome === 'in' ? said + clears().replace(':', ',') : said;
    }
    case 'injection':
      return `${card.injections.find((i) => i.id === evidence.injection)?.name ?? evidence.injection}: ${evidence.outcome}`;
    case 'forcing':
      return `${card.forcings.find((f) => f.id === evidence.forcing)?.name ?? evidence.forcing}: ${evidence.outcome}`;
    case 'finding':
      return `${evidence.text}${evidence.previousHands ? ', previous hands' : ''} (${nameOf(evidence.section)})`;
    case 'manipulation':
      return evidence.text;
    case 'proof':
      return `${evidence.designator} measured ${evidence.bad ? 'bad' : 'good'} out of circuit`;
    case 'fit':
      return `${evidence.designator} in the ${nameOf(evidence.section)} has been renewed`;
  }
}

/** Average chance of a piece of evidence over some hypotheses, weighted by what was thought before it. */
function averageChance(before: Float64Array, logChance: Float64Array, inside: (h: number) => boolean): number {
  let weight = 0;
  let sum = 0;
  before.forEach((p, h) => {
    if (!inside(h)) return;
    weight += p;
    sum += p * Math.exp(logChance[h] ?? 0);
  });
  return weight > 0 ? sum / weight : 0;
}

function partShares(card: Card, section: string, evidence: readonly Evidence[]): SectionResult['parts'] {
  const weights = card.parts
    .filter((p) => p.section === section)
    .map((part) => {
      const proofs = evidence.filter((e) => e.kind === 'proof' && e.designator === part.designator);
      const last = proofs.at(-1);
      const proven = last?.kind === 'proof' ? (last.bad ? 30 : 0.03) : 1;
      const found = evidence.some((e) => e.kind === 'finding' && e.severity !== 'clean' && e.text.includes(part.designator)) ? 4 : 1;
      return { designator: part.designator, weight: partWeight[part.kind] * proven * found };
    });
  const sum = weights.reduce((total, part) => total + part.weight, 0);
  return weights.map(({ designator, weight }) => ({ designator, share: weight / sum })).sort((a, b) => b.share - a.share);
}

/**
 * From evidence to suspicion and the next probe. Every single fault of every kind is weighed exactly, beside the
 * chance that nothing inside is wrong; nothing is sampled.
 */
export function trace(model: TraceModel, evidence: readonly Evidence[], options: TraceOptions = {}): TraceResult {
  const { card } = model;
  const logPrior = logPriorWith(model, options.history ?? {});
  const weighed = weigh(model, evidence);
  const chances = posterior(logPrior, weighed);
  const sums = bySection(model, chances);
  const cleared = new Set(model.sections.filter((_, i) => (sums[i] ?? 0) < 0.01));
  const without = weighed.map((one) =>
    posterior(
      logPrior,
      weighed.filter((other) => other !== one),
    ),
  );
  const texts = weighed.map((one) => tells(card, one, cleared));

  const plainSums = bySection(model, posterior(model.logPrior, []));
  const priorSums = bySection(model, posterior(logPrior, []));
  const sections = model.sections.map((section, index): SectionResult => {
    const chance = sums[index] ?? 0;
    const ours = (h: number): boolean => model.hypotheses[h]?.section === index;
    const reasons = weighed.map((one, i): Reason => {
      const before = without[i] ?? chances;
      const factor = averageChance(before, one.logChance, ours) / averageChance(before, one.logChance, (h) => !ours(h));
      // Bad news clears what it does not lean on, and says so.
      const leans = one.test?.reach.has(section) ?? true;
      const text = factor < 0.99 && !leans ? `${texts[i] ?? ''}, and does not lean on it` : (texts[i] ?? '');
      return { evidence: one.evidence.id, text, factor };
    });
    const typical = 1 / (model.sections.length + 1);
    const own = (plainSums[index] ?? 0) / typical;
    const cases = options.history?.[section] ?? 0;
    const seen: Reason = {
      evidence: 'history',
      text: cases
        ? `${cases} of ${Object.values(options.history ?? {}).reduce((a, b) => a + b, 0)} repairs of this chassis here`
        : 'Repairs of this chassis here lay elsewhere',
      factor: (priorSums[index] ?? 0) / (plainSums[index] ?? 1),
    };
    const partNames = card.parts.filter((p) => p.section === section).map((p) => p.designator);
    const before: Reason = {
      evidence: 'prior',
      text: partNames.length ? `Its parts: ${listed(partNames)}` : 'No parts named on the card',
      factor: own,
    };
    const told = [...reasons, before, seen].filter((r) => Math.abs(Math.log(r.factor)) > 0.03);
    return {
      section,
      chance,
      word: suspicion(chance),
      reasons: told.sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor))),
      parts: partShares(card, section, evidence),
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
  for (const e of evidence) if (e.kind === 'finding') answered.add(`inspect ${e.section}`);
  const probes = nextProbes(model, chances, failing, {
    order: options.order ?? 'worth',
    opened: new Set(options.opened ?? []),
    answered,
    count: options.count ?? 5,
    ...(options.measures ? { measures: options.measures } : {}),
    ...(options.inHand ? { inHand: options.inHand } : {}),
  });

  const ranked = [...sections].sort((a, b) => b.chance - a.chance);
  const top = ranked[0];
  const hasBadNews = weighed.some(({ evidence: e }) => 'outcome' in e && e.outcome !== 'works' && e.outcome !== 'in');
  const stop = top && hasBadNews && top.chance >= stopAt ? top.section : null;
  const doable = probes.filter((p) => !p.cannot);
  const group: string[] = [];
  if (!stop && hasBadNews && (doable[0]?.bits ?? 0) < leastBits * 2) {
    let held = 0;
    for (const { section, chance } of ranked) {
      if (held >= 0.92 || group.length >= 4) break;
      group.push(section);
      held += chance;
    }
  }
  let doubt: TraceResult['doubt'] = null;
  let least = surpriseBelow;
  if (weighed.length > 2)
    weighed.forEach((one, i) => {
      // At its face value: discounted evidence would never look surprising.
      const face = one.logChance.map((log) => log / one.weight);
      const seen = averageChance(without[i] ?? chances, face, () => true);
      if (seen < least && one.evidence.kind !== 'finding') {
        least = seen;
        doubt = { evidence: one.evidence.id, text: texts[i] ?? '' };
      }
    });
  return {
    sections,
    outside: sums[model.sections.length] ?? 0,
    probes,
    stop,
    group: group.length > 1 ? group : [],
    doubt,
    answered: [...answered],
  };
}
