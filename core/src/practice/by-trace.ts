import { trace, type Evidence } from '../trace';
import { benchAnswer } from './bench-answer';
import { Bench, mostTests, renewMinutes, tryMinutes, type Search, type SearchCase } from './search';

const mostRepairs = 12;
const mostWaits = 5;
const waitMinutes = 10;

/**
 * Works on a set until it is cured, as Trace says: at a stop the section is renewed and what was complained of is tried again; where
 * nothing is left to test, the likeliest section that has not been renewed is. `untried` first tries every function, as some do; `patient`
 * lets a set of which it was said that it comes and goes run until that shows, as Trace says.
 */
export function byTrace(one: SearchCase, options: { readonly untried?: boolean; readonly patient?: boolean } = {}): Search {
  const { model, truth } = one;
  const { card } = model;
  const bench = new Bench(model);
  const set = one.set(1, () => bench.minutes * 60);
  const evidence: Evidence[] = [one.complaint];
  const renewed: string[] = [];
  const keep = (each: Evidence, test?: string): void => {
    evidence.push(each);
    bench.keep(each, test);
  };
  const isCured = (): boolean =>
    set.uncured ? set.uncured.length === 0 && truth.size > 0 : [...truth].every((id) => renewed.includes(id));
  const complained = one.complaint.kind === 'function' ? one.complaint : undefined;
  /** So often it is left on for a while, and tried again. */
  let waits = options.patient && complained?.outcome === 'comes-and-goes' ? mostWaits : 0;
  let settled: 'outside' | 'misaligned' | null = null;
  while (renewed.length < mostRepairs) {
    if (waits > 0 && complained) {
      const outcome = set.tryFunction(complained.functionId);
      bench.minutes += tryMinutes;
      keep({ id: `w${waits}`, kind: 'function', functionId: complained.functionId, outcome });
      waits = outcome === 'works' ? waits - 1 : 0;
      if (waits > 0) bench.minutes += waitMinutes;
      continue;
    }
    const untried = options.untried
      ? model.tests.find(
          (t) => t.kind === 'function' && !evidence.some((e) => e.kind === 'function' && !e.reported && e.functionId === t.subject),
        )
      : undefined;
    const result = trace(model, evidence, { opened: [...bench.opened], inHand: bench.inHand, count: 3, explain: false });
    const test = untried ?? model.testById.get(result.probes[0]?.test.id ?? '') ?? result.probes[0]?.test;
    if (result.stop === null && result.settled === null && result.group.length === 0 && test && bench.tests < mostTests) {
      bench.turnTo(model.testById.get(test.id) ?? (test as (typeof model.tests)[number]));
      keep(benchAnswer(card, set, test, `t${bench.tests}`), test.id);
      continue;
    }
    if (result.settled && result.stop === null) {
      settled = result.settled;
      break;
    }
    const ranked = result.sections.filter((s) => !renewed.includes(s.section)).sort((a, b) => b.chance - a.chance);
    // What has been renewed twice is not what it dies of.
    const named = renewed.filter((id) => id === result.stop).length > 1 ? undefined : result.stop;
    const section = named ?? ranked[0]?.section;
    if (section === undefined) break;
    renewed.push(section);
    set.repair(section);
    bench.minutes += renewMinutes + tryMinutes;
    keep({ id: `f${renewed.length}`, kind: 'fit', section, designator: 'X1' });
    if (isCured()) break;
    if (complained) {
      const { functionId } = complained;
      keep({ id: `r${renewed.length}`, kind: 'function', functionId, outcome: set.tryFunction(functionId) });
    }
  }
  const cured = isCured() || (settled !== null && settled === one.settles);
  return { way: one.way, cured, minutes: bench.minutes, repairs: renewed.length, tests: bench.tests, steps: bench.steps };
}
