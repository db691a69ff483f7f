import { partOf, pointOf, whatItTests, type Card } from '../card';
import { attempt } from '../errors';
import { parseQuantity } from '../quantity';
import { trace, type Evidence, type TestModel, type TraceModel, type TraceResult } from '../trace';
import { functionOutcomes, hundredText, type FunctionOutcome } from '../words';
import { isTest, type Act, type Asked, type Danger } from './asked';
import { verdictOf } from './bench-answer';
import { byTrace } from './by-trace';
import type { HiddenCase } from './hidden-case';
import type { CostlyStep, PathStep, Review } from './practice-records';
import type { Search } from './search';
import { searchCase } from './search-case';
import { caseSkills, sectionSkill } from './skill';

/** What an act told, as Trace takes it; undefined where it tells nothing. */
export function actEvidence(card: Card, { asked, says }: Act, id: string): Evidence | undefined {
  const outcome = functionOutcomes.find((known) => known.replaceAll('-', ' ') === says);
  switch (asked.what) {
    case 'function':
      return outcome && { id, kind: 'function', functionId: asked.id, outcome };
    case 'injection':
      return outcome && { id, kind: 'injection', injection: asked.id, outcome };
    case 'forcing':
      return outcome && { id, kind: 'forcing', forcing: asked.id, outcome };
    case 'point':
      return { id, kind: 'reading', point: asked.point, condition: asked.condition, outcome: readAs(card, asked, says), text: '' };
    case 'limit':
      return limitEvidence(card, asked.limit, says, id);
    case 'comparison':
      return {
        id,
        kind: 'comparison',
        point: asked.point,
        outcome: ({ same: 'in', lower: 'low', higher: 'high' } as const)[says as 'same'] ?? 'dead',
        text: '',
      };
    case 'manipulation':
      return { id, kind: 'manipulation', section: asked.section, changed: says === 'changed', text: '' };
    case 'look':
      return {
        id,
        kind: 'finding',
        section: asked.section,
        severity: says === 'looks clean' ? 'clean' : 'plain',
        previousHands: says.includes('previous hands'),
        ...(says.startsWith('cores turned') ? { twiddled: true } : {}),
        text: says,
      };
    case 'lift':
    case 'unload':
      return { id, kind: asked.what, section: asked.section, recovers: says === 'recovers' };
    case 'remedy':
      return asked.section !== undefined && (asked.remedy === 'reflow' || asked.remedy === 'reseat' || asked.remedy === 'clean')
        ? { id, kind: 'remedy', section: asked.section, remedy: asked.remedy, cured: says === 'cured' }
        : { id, kind: 'mended', text: asked.remedy };
    case 'part':
    case 'proof': {
      const { designator } = asked;
      const section = placeOf(card, asked);
      return section === undefined
        ? undefined
        : { id, kind: 'proof', section, ...(designator === undefined ? {} : { designator }), bad: says.startsWith('bad') };
    }
    case 'fit': {
      const section = placeOf(card, asked);
      return section === undefined ? undefined : { id, kind: 'fit', section, designator: asked.designator };
    }
    case 'adjust':
      return { id, kind: 'mended', text: asked.adjuster };
    default:
      return undefined;
  }
}

const figureOf = (says: string): number | null => {
  const read = says === 'dead' ? undefined : attempt(() => parseQuantity(says));
  return read?.ok ? read.value.value : null;
};
const readAs = (card: Card, { point, condition }: Extract<Asked, { what: 'point' }>, says: string) =>
  verdictOf(card, point, condition, figureOf(says));

function limitEvidence(card: Card, limitId: string, says: string, id: string): Evidence | undefined {
  const limit = card.limits.find((each) => each.id === limitId);
  const tested = limit && whatItTests(card, limit);
  if (!limit || !tested) return undefined;
  const value = figureOf(says);
  const low = value !== null && limit.low !== undefined && value < limit.low;
  const high = value !== null && limit.high !== undefined && value > limit.high;
  const wrong: FunctionOutcome = tested.fails === 'frequency' ? 'wrong-frequency' : 'weak';
  return {
    id,
    kind: 'function',
    functionId: tested.functionId,
    outcome: value === null ? 'dead' : low || high ? wrong : 'works',
    by: limit.name,
  };
}

/** Two to the power of the bits that are open: so many sections are in question. */
function inQuestion({ sections, outside, misaligned }: TraceResult): number {
  const all = [...sections.map(({ chance }) => chance), outside, misaligned].filter((p) => p > 1e-6);
  const sum = all.reduce((a, b) => a + b, 0);
  return 2 ** all.reduce((bits, p) => bits - (p / sum) * Math.log2(p / sum), 0);
}

/** The section at which something was done; undefined for what follows the signal. */
function placeOf(card: Card, asked: Asked): string | undefined {
  if ('section' in asked && asked.section !== undefined) return asked.section;
  return 'designator' in asked && asked.designator !== undefined ? partOf(card, asked.designator)?.section : undefined;
}

/** The test of the model that an act was. */
function testOf(model: TraceModel, { asked }: Act): TestModel | undefined {
  const { card } = model;
  switch (asked.what) {
    case 'function':
    case 'injection':
    case 'forcing':
      return model.testById.get(`${asked.what} ${asked.id}`);
    case 'point': {
      const of = model.tests.filter((test) => test.kind === 'reading' && test.subject === asked.point);
      return of.find(({ condition }) => condition.keyed === asked.condition.keyed) ?? of[0];
    }
    case 'limit': {
      const limit = card.limits.find(({ id }) => id === asked.limit);
      const tested = limit && whatItTests(card, limit);
      return tested && model.testById.get(`function ${tested.functionId}`);
    }
    default:
      return undefined;
  }
}

const quoted = (name: string): string => `“${name}”`;

/** What an act is called. */
export function actTitle(card: Card, { asked }: Pick<Act, 'asked'>): string {
  const section = (id: string | undefined): string => card.sections.find((each) => each.id === id)?.name ?? id ?? 'the set';
  switch (asked.what) {
    case 'function':
      return card.functions.find(({ id }) => id === asked.id)?.name ?? asked.id;
    case 'point':
      return `${asked.point} ${pointOf(card, asked.point)?.name ?? ''}`.trim();
    case 'comparison':
      return `${asked.point} beside a healthy set`;
    case 'limit':
      return card.limits.find(({ id }) => id === asked.limit)?.name ?? asked.limit;
    case 'channel':
      return `Frequency on channel ${asked.channel}`;
    case 'injection':
      return card.injections.find(({ id }) => id === asked.id)?.name ?? asked.id;
    case 'forcing':
      return card.forcings.find(({ id }) => id === asked.id)?.name ?? asked.id;
    case 'signal':
      return `Signal into the ${section(asked.into)}`;
    case 'manipulation':
      return `${asked.act}: ${section(asked.section)}`;
    case 'look':
      return `A close look at the ${section(asked.section)}`;
    case 'lift':
      return `Feed of the ${section(asked.section)} lifted`;
    case 'unload':
      return `All lifted that the ${section(asked.section)} feeds`;
    case 'remedy':
      return `${asked.remedy}: ${section(asked.section)}`;
    case 'part':
      return `${asked.designator} measured`;
    case 'proof':
      return asked.designator === undefined
        ? `All parts of the ${section(asked.section)} measured`
        : `${asked.designator} proven out of circuit`;
    case 'gone':
      return 'High voltage proven gone';
    case 'check':
      return 'Cold check';
    case 'fit':
      return `${asked.designator} renewed`;
    case 'adjust':
      return `${asked.adjuster} turned`;
    case 'load':
      return asked.on ? 'Dummy load on' : 'Dummy load off';
    case 'warm':
      return `Left on for ${asked.minutes} min`;
  }
}

const chanceOf = (result: TraceResult, section: string): number => result.sections.find((s) => s.section === section)?.chance ?? 0;
const hundred = (p: number): string => `${hundredText(p)} in 100`;

/** What had already cleared a section, in the words of the bench: the strongest thing that speaks against it. */
function clearedBy(result: TraceResult, section: string, titles: ReadonlyMap<string, string>): string | undefined {
  const reasons = result.sections.find((s) => s.section === section)?.reasons ?? [];
  const against = [...reasons]
    .filter(({ factor, evidence }) => factor < 0.6 && titles.has(evidence))
    .sort((a, b) => a.factor - b.factor)[0];
  return against && titles.get(against.evidence);
}

/** Why a step told little, in the words of the trade. */
function whyDear(model: TraceModel, before: TraceResult, act: Act, titles: ReadonlyMap<string, string>, isAgain: boolean): string {
  const { card } = model;
  const name = (id: string): string => card.sections.find((s) => s.id === id)?.name ?? id;
  const { asked } = act;
  const better = before.probes[0];
  const instead = better ? ` ${quoted(better.test.title)} would have told more, in ${Math.round(better.minutes + 0.7)} min.` : '';
  if (isAgain) return `It had been tried before, and nothing was done since that could change it.${instead}`;
  const at = placeOf(card, asked);
  if (at !== undefined) {
    const stood = chanceOf(before, at);
    const by = clearedBy(before, at, titles);
    if (stood < 0.1) return `The ${name(at)} stood at ${hundred(stood)}${by ? `: ${quoted(by)} had already cleared it` : ''}.${instead}`;
    return `The ${name(at)} stood at ${hundred(stood)}; that is early for work at one place.${instead}`;
  }
  const test = testOf(model, act);
  if (test) {
    const open = before.sections.filter(({ chance }) => chance >= 0.02);
    const on = open.filter(({ section }) => (test.reach.get(section) ?? 0) >= 0.5);
    if (open.length > 1 && on.length === open.length)
      return `All ${open.length} sections still in question lie on its way: it had to fail, whichever of them it is.${instead}`;
    if (on.length === 0) {
      const [nearest] = [...test.reach]
        .filter(([, s]) => s >= 0.5)
        .map(([id]) => id)
        .sort((a, b) => chanceOf(before, b) - chanceOf(before, a));
      const by = nearest === undefined ? undefined : clearedBy(before, nearest, titles);
      return `${by ? `${quoted(by)} had already cleared ${nearest ? `the ${name(nearest)}, and with it ` : ''}all that it looks at` : 'Nothing that it looks at was in question'}.${instead}`;
    }
  }
  return act.opened?.length
    ? `It took ${act.opened.join(' and ')} off first.${instead}`
    : `It told little for its ${Math.round(act.minutes)} min.${instead}`;
}

/** The path of a search by rule. */
function searchPath(model: TraceModel, one: HiddenCase, search: Search): PathStep[] {
  const evidence: Evidence[] = [searchCase(one, model).complaint];
  const path: PathStep[] = [];
  for (const { evidence: each, test, at } of search.steps) {
    evidence.push(each);
    const before = path.at(-1)?.inQuestion;
    const renewed = each.kind === 'fit' ? model.card.sections.find(({ id }) => id === each.section)?.name : undefined;
    const title = renewed === undefined ? (model.testById.get(test ?? '')?.title ?? 'Tried again') : `Parts of the ${renewed} renewed`;
    const open = renewed !== undefined && before !== undefined ? before : inQuestion(trace(model, evidence, { count: 0, explain: false }));
    path.push({ title, at: Math.round(at), inQuestion: open });
  }
  return path;
}

/** What was wrong, in words: where, what part, and how it shows. */
export function truthOf({ card, faults, way, misalignedDb, kills }: HiddenCase): string[] {
  if (way === 'outside') return ['Nothing was wrong inside: antenna, supply or microphone of its owner.'];
  if (way === 'healthy') return ['Nothing was wrong with it.'];
  if (way === 'turned') return [`Previous hands had turned every core: each was out by about ${misalignedDb.toFixed(1)} dB.`];
  return faults.map((fault) => {
    const name = card.sections.find(({ id }) => id === fault.section)?.name ?? fault.section;
    const what = fault.wiring
      ? 'wired otherwise than the card says'
      : fault.contact
        ? 'a joint or contact'
        : way === 'wrong-part'
          ? 'another value than the card says'
          : 'a bad part';
    const how = [
      fault.rate < 1 ? 'that comes and goes' : '',
      fault.warmS === undefined ? '' : `that shows after ${Math.round(fault.warmS / 60)} min`,
      fault.when ? `in one state alone` : '',
      kills?.casualty === fault.section ? 'killed by the other' : kills?.cause === fault.section ? 'which killed the other' : '',
    ].filter(Boolean);
    return `${name}: ${[fault.part, what].filter(Boolean).join(', ')}${how.length ? `, ${how.join(', ')}` : ''}.`;
  });
}

/**
 * Goes over a case that was played, against what the engine makes of the same case: what was in question after each step, the steps that
 * cost most and why, parts renewed for nothing, dangers. Takes about as long as the engine takes to work on the case twice.
 */
export function reviewOf(one: HiddenCase, model: TraceModel, acts: readonly Act[]): Review {
  const { card } = model;
  const { complaint } = searchCase(one, model);
  const evidence: Evidence[] = [complaint];
  const titles = new Map<string, string>();
  const path: PathStep[] = [];
  const costly: CostlyStep[] = [];
  const needless: { designator: string; section: string; chance: number }[] = [];
  const dangers: { danger: Danger; told: string; at: number }[] = [];
  const opened = new Set<string>();
  let seen = new Set<string>();
  let at = 0;
  let isMended = false;
  let before = trace(model, evidence, { count: 3 });
  for (const [step, act] of acts.entries()) {
    at += act.minutes;
    if (act.danger) dangers.push({ danger: act.danger, told: act.told ?? '', at: Math.round(at) });
    const told = actEvidence(card, act, `act-${step}`);
    const title = actTitle(card, act);
    if (!told) continue;
    evidence.push(told);
    titles.set(told.id, title);
    const after = trace(model, evidence, { count: 3, opened: [...opened] });
    // A repair asks anew what had been tried: what was in question before it is not in question again.
    isMended ||= told.kind === 'fit' || told.kind === 'remedy' || told.kind === 'mended';
    const open = isMended ? Math.min(path.at(-1)?.inQuestion ?? inQuestion(before), inQuestion(after)) : inQuestion(after);
    path.push({ title, at: Math.round(at), inQuestion: open });
    const key = JSON.stringify(act.asked);
    const isAgain = seen.has(key);
    if (act.asked.what === 'fit' && act.says === 'needless') {
      const section = placeOf(card, act.asked) ?? '';
      needless.push({ designator: act.asked.designator, section, chance: chanceOf(before, section) });
    }
    const lost = lostBy(model, before, act, isAgain);
    if (lost >= 1.5) {
      const test = testOf(model, act);
      const where = placeOf(card, act.asked) ?? test?.point?.section ?? [...(test?.reach.keys() ?? [])][0];
      costly.push({
        step,
        title,
        at: Math.round(at),
        inQuestion: open,
        minutes: act.minutes,
        lost: Math.round(lost * 10) / 10,
        why: whyDear(model, before, act, titles, isAgain),
        skill: sectionSkill(card, where ?? one.faults[0]?.section ?? ''),
      });
    }
    // What was tried before a repair may well be tried again after it.
    seen = act.asked.what === 'fit' || act.asked.what === 'remedy' || act.asked.what === 'adjust' ? new Set() : new Set([...seen, key]);
    before = after;
  }
  const search = byTrace(searchCase(one, model), { patient: true });
  const costliest = costly.sort((a, b) => b.lost - a.lost).slice(0, 3);
  const lost = new Map<string, number>();
  for (const each of costly) lost.set(each.skill, (lost.get(each.skill) ?? 0) + each.lost);
  return {
    minutes: Math.round(at),
    tests: acts.filter(({ asked }) => isTest(asked)).length,
    path,
    best: { minutes: Math.round(search.minutes), tests: search.tests, path: searchPath(model, one, search) },
    needless,
    dangers,
    costliest,
    truth: truthOf(one),
    faulty: [...new Set(one.faults.map(({ section }) => section))],
    skills: caseSkills(
      card,
      one.way,
      one.faults.map(({ section }) => section),
    ),
    lost: [...lost].map(([skill, minutes]) => ({ skill, minutes: Math.round(minutes) })).sort((a, b) => b.minutes - a.minutes),
  };
}

/** Minutes of a step that a better one would have saved: what it could tell, at the price of the best that was to be had. */
function lostBy(model: TraceModel, before: TraceResult, act: Act, isAgain: boolean): number {
  if (act.asked.what === 'fit') return act.says === 'needless' ? act.minutes : 0;
  if (!isTest(act.asked)) return 0;
  if (isAgain) return act.minutes;
  const [best] = before.probes;
  // Once it is named there is but one thing to do: prove it.
  if (before.stop !== null || !best || best.bits <= 0) return 0;
  const own = before.probes.find(({ test }) => test.id === testOf(model, act)?.id);
  const bits = own?.bits ?? expectedBits(model, before, act);
  const worth = bits * ((best.minutes + 0.7) / best.bits);
  return Math.max(0, act.minutes - worth);
}

/** About what a test could tell, in bits, of one that was not offered: by how evenly it parts what was in question. */
function expectedBits(model: TraceModel, before: TraceResult, act: Act): number {
  const test = testOf(model, act);
  const sum = before.sections.reduce((all, { chance }) => all + chance, 0) || 1;
  const at = placeOf(model.card, act.asked);
  const on = test
    ? before.sections.reduce((all, { section, chance }) => all + chance * (test.reach.get(section) ?? 0), 0) / sum
    : chanceOf(before, at ?? '') / sum;
  const p = Math.min(0.999, Math.max(0.001, on));
  return -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p)) * (test ? 0.9 : 0.7);
}
