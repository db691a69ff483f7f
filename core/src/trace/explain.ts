import { conditionText, pointOf, type Card } from '../card';
import { comparisonNames, liftText, mendText, unloadText } from '../words';
import { casesBySection, type ShopHistory } from './evidence';
import { amongFaulty, logWeights, outcomeOf, posterior, type Weighed } from './infer';
import type { TraceModel } from './model';
import { timesIn } from './repeats';

/** One line of why: how many times likelier (or, below one, less likely) this evidence made the section. */
export interface Reason {
  /** Id of the evidence, or `prior`, or `history`. */
  readonly evidence: string;
  readonly text: string;
  readonly factor: number;
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

/** How often it came out so, where it was done more than once. */
function often({ evidence, results }: Weighed): string {
  const times = timesIn(results);
  return times > 1 ? `, ${results[outcomeOf(evidence)] ?? 0} of ${times} times` : '';
}

/** What one piece of evidence says, and, where it speaks for sections, for which of those now cleared. */
export function tells(card: Card, weighed: Weighed, cleared: ReadonlySet<string>): string {
  const { evidence, test } = weighed;
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
      const said = `${name} ${outcomeWords[evidence.outcome] ?? `is ${evidence.outcome}`}${evidence.reported ? ', says the owner' : evidence.by ? `, by ${evidence.by}` : ''}${often(weighed)}`;
      return evidence.outcome === 'works' ? said + clears() : said;
    }
    case 'reading': {
      const point = pointOf(card, evidence.point);
      const under = conditionText(evidence.condition);
      const said = `${evidence.point} ${point?.name ?? ''} ${evidence.text}${under ? `, ${under}` : ''}: ${evidence.outcome}${often(weighed)}`;
      return evidence.outcome === 'in' ? said + clears().replace(':', ',') : said;
    }
    case 'comparison': {
      const said = `${evidence.point} ${pointOf(card, evidence.point)?.name ?? ''} ${comparisonNames[evidence.outcome]}`;
      return evidence.outcome === 'in' ? said + clears() : said;
    }
    case 'injection':
      return `${card.injections.find((i) => i.id === evidence.injection)?.name ?? evidence.injection}: ${evidence.outcome}${often(weighed)}`;
    case 'forcing':
      return `${card.forcings.find((f) => f.id === evidence.forcing)?.name ?? evidence.forcing}: ${evidence.outcome}${often(weighed)}`;
    case 'finding':
      return `${evidence.text}${evidence.previousHands ? ', previous hands' : ''} (${nameOf(evidence.section)})`;
    case 'manipulation':
      return evidence.text;
    case 'lift':
      return liftText(nameOf(evidence.section), evidence.recovers);
    case 'unload':
      return unloadText(nameOf(evidence.section), evidence.recovers);
    case 'remedy':
      return `${nameOf(evidence.section)} ${mendText(evidence.remedy, evidence.cured)}`;
    case 'proof':
      return evidence.designator === undefined
        ? `The parts of the ${nameOf(evidence.section)} measured ${evidence.bad ? 'bad' : 'good'}`
        : `${evidence.designator} measured ${evidence.bad ? 'bad' : 'good'} out of circuit`;
    case 'circuit':
      return evidence.text;
    case 'mended':
      return evidence.text;
    case 'fit':
      return `${evidence.designator} in the ${nameOf(evidence.section)} has been renewed`;
  }
}

/** For each piece of evidence: how likely it was to be seen given all the rest, and its factor for every section. */
export interface LeaveOneOut {
  /** At face value: what doubt or a report takes off its weight is put back. */
  readonly expected: number;
  /** By cell (see `byCell`): how many times likelier it made the section to be among the faulty. */
  readonly factor: Float64Array;
}

const inverses = new WeakMap<Float64Array, Float64Array>();
/** One over the chance of what was seen, by hypothesis; kept as long as its logarithms are. */
function inverseOf(logChance: Float64Array): Float64Array {
  let inverse = inverses.get(logChance);
  if (!inverse) inverses.set(logChance, (inverse = logChance.map((log) => Math.exp(-log))));
  return inverse;
}

/**
 * Takes each piece of evidence away in turn. What stands without it is what stands with it, divided by its own chance:
 * one pass over the space for each, and no logarithm taken anew.
 */
export function leaveOneOut(model: TraceModel, logPrior: Float64Array, weighed: readonly Weighed[]): LeaveOneOut[] {
  const { first, second, cells, count, single } = model.space;
  const log = logWeights(logPrior, weighed);
  const top = log.reduce((most, l) => Math.max(most, l), -Infinity);
  const all = log.map((l) => Math.exp(l - top));
  const total = all.reduce((sum, p) => sum + p, 0);
  for (let h = 0; h < count; h++) (all[h] as number) /= total;
  const seen = amongFaulty(model, all);
  return weighed.map(({ logChance, weight }) => {
    const inverse = inverseOf(logChance);
    const before = new Float64Array(cells);
    let sum = 0;
    for (let h = 0; h < single; h++) {
      const p = (all[h] as number) * (inverse[h] as number);
      sum += p;
      (before[first[h] as number] as number) += p;
    }
    for (let h = single; h < count; h++) {
      const p = (all[h] as number) * (inverse[h] as number);
      sum += p;
      (before[first[h] as number] as number) += p;
      (before[second[h] as number] as number) += p;
    }
    // At face value, where it counts for less: what it was worth is put back.
    let face = 1;
    if (weight !== 1) {
      face = 0;
      for (let h = 0; h < count; h++) face += (all[h] as number) * Math.exp((logChance[h] as number) * (1 / weight - 1));
    }
    const factor = before.map((p, c) => {
      const [inside, outside] = [p, sum - p];
      if (inside <= 0 || outside <= 0) return 1;
      const now = seen[c] as number;
      return (now / inside) * (outside / Math.max(1e-300, 1 - now));
    });
    return { expected: face / sum, factor };
  });
}

/** More lines than this nobody reads for one section. */
const mostReasons = 10;

/** The lines behind one section's figure, strongest first. */
export function reasonsFor(
  model: TraceModel,
  at: number,
  weighed: readonly Weighed[],
  texts: readonly string[],
  left: readonly LeaveOneOut[],
  priors: readonly Reason[],
): Reason[] {
  const section = model.sections[at] ?? '';
  const reasons = weighed.map((one, i): Reason => {
    const factor = left[i]?.factor[at] ?? 1;
    // Bad news clears what it does not lean on, and says so.
    const leans = one.test?.reach.has(section) ?? true;
    const text = factor < 0.99 && !leans ? `${texts[i] ?? ''}, and does not lean on it` : (texts[i] ?? '');
    return { evidence: one.evidence.id, text, factor };
  });
  return [...reasons, ...priors]
    .filter((r) => Math.abs(Math.log(r.factor)) > 0.03)
    .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)))
    .slice(0, mostReasons);
}

/** What stood before any evidence, by section: its parts, and the shop's own repairs. */
export function priorReasons(model: TraceModel, logPrior: Float64Array, history: ShopHistory): (at: number) => Reason[] {
  const plain = amongFaulty(model, posterior(model.logPrior, []));
  const own = logPrior === model.logPrior ? plain : amongFaulty(model, posterior(logPrior, []));
  const mean = plain.slice(0, model.sections.length).reduce((a, b) => a + b, 0) / model.sections.length;
  const counts = casesBySection(history, model.sections);
  const repairs = [...counts.values()].reduce((a, b) => a + b, 0);
  return (at) => {
    const section = model.sections[at] ?? '';
    const names = (model.partsOf.get(section) ?? []).map((p) => p.designator);
    const cases = counts.get(section) ?? 0;
    return [
      {
        evidence: 'prior',
        text: names.length ? `Its parts: ${listed(names)}` : 'No parts named on the card',
        factor: (plain[at] ?? 0) / mean,
      },
      {
        evidence: 'history',
        text: cases ? `${cases} of ${repairs} repairs of this chassis here` : 'Repairs of this chassis here lay elsewhere',
        factor: (own[at] ?? 0) / (plain[at] ?? 1),
      },
    ];
  };
}
