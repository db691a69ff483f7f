import { conditionText, pointOf, type Card } from '../card';
import { comparisonNames, remedyNames } from '../job/words';
import type { ShopHistory } from './evidence';
import { amongFaulty, logWeights, normalised, posterior, type Weighed } from './infer';
import type { TraceModel } from './model';

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

/** What one piece of evidence says, and, where it speaks for sections, for which of those now cleared. */
export function tells(card: Card, { evidence, test }: Weighed, cleared: ReadonlySet<string>): string {
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
    case 'comparison': {
      const said = `${evidence.point} ${pointOf(card, evidence.point)?.name ?? ''} ${comparisonNames[evidence.outcome]}`;
      return evidence.outcome === 'in' ? said + clears() : said;
    }
    case 'injection':
      return `${card.injections.find((i) => i.id === evidence.injection)?.name ?? evidence.injection}: ${evidence.outcome}`;
    case 'forcing':
      return `${card.forcings.find((f) => f.id === evidence.forcing)?.name ?? evidence.forcing}: ${evidence.outcome}`;
    case 'finding':
      return `${evidence.text}${evidence.previousHands ? ', previous hands' : ''} (${nameOf(evidence.section)})`;
    case 'manipulation':
      return evidence.text;
    case 'lift':
      return `Feed of the ${nameOf(evidence.section)} lifted: the supply ${evidence.recovers ? 'comes back' : 'stays as it was'}`;
    case 'remedy':
      return `${nameOf(evidence.section)} ${remedyNames[evidence.remedy]}: ${evidence.cured ? 'the trouble is gone' : 'no change'}`;
    case 'proof':
      return `${evidence.designator} measured ${evidence.bad ? 'bad' : 'good'} out of circuit`;
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

/** Takes each piece of evidence away in turn. One pass over the space for each. */
export function leaveOneOut(model: TraceModel, logPrior: Float64Array, weighed: readonly Weighed[]): LeaveOneOut[] {
  const { first, second, cells, count } = model.space;
  const all = logWeights(logPrior, weighed);
  return weighed.map(({ logChance, weight }) => {
    const log = new Float64Array(count);
    for (let h = 0; h < count; h++) log[h] = (all[h] as number) - (logChance[h] as number);
    const without = normalised(log);
    const before = new Float64Array(cells);
    const seen = new Float64Array(cells);
    let [expected, total] = [0, 0];
    for (let h = 0; h < count; h++) {
      const p = without[h] as number;
      if (p === 0) continue;
      const seenHere = logChance[h] as number;
      const both = p * Math.exp(seenHere);
      expected += weight === 1 ? both : p * Math.exp(seenHere / weight);
      total += both;
      const [i, j] = [first[h] ?? 0, second[h] ?? 0];
      before[i] = (before[i] ?? 0) + p;
      seen[i] = (seen[i] ?? 0) + both;
      if (j !== i) {
        before[j] = (before[j] ?? 0) + p;
        seen[j] = (seen[j] ?? 0) + both;
      }
    }
    const factor = before.map((p, c) => {
      const [inside, outside] = [p, 1 - p];
      if (inside <= 0 || outside <= 0) return 1;
      return (seen[c] ?? 0) / inside / Math.max(1e-300, (total - (seen[c] ?? 0)) / outside);
    });
    return { expected, factor };
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
  const { card } = model;
  const plain = amongFaulty(model, posterior(model.logPrior, []));
  const own = logPrior === model.logPrior ? plain : amongFaulty(model, posterior(logPrior, []));
  const mean = plain.slice(0, model.sections.length).reduce((a, b) => a + b, 0) / model.sections.length;
  const repairs = Object.values(history).reduce((a, b) => a + b, 0);
  return (at) => {
    const section = model.sections[at] ?? '';
    const names = card.parts.filter((p) => p.section === section).map((p) => p.designator);
    const cases = history[section] ?? 0;
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
