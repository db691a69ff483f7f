import type { TestModel } from '../trace';
import { priceOf } from '../trace/candidates';
import { benchAnswer, isGood, isTracing } from './bench-answer';
import { Bench, mostTests, renewMinutes, tryMinutes, type Search, type SearchCase } from './search';

/**
 * The same job by a tidy hand with block diagram and pencil: what is before a good reading is crossed out, what is not before a bad one
 * too; the next test is the one that cuts what is left most evenly, the cheaper of two. What cannot be parted is renewed, the frailest
 * first. Where everything is crossed out, the oldest result is no longer believed.
 */
export function byHalves(one: SearchCase): Search {
  const { model, truth } = one;
  const { card } = model;
  const bench = new Bench(model);
  const set = one.set(1, () => bench.minutes * 60);
  const renewed = new Set<string>();
  const seen: { readonly reach: ReadonlySet<string>; readonly good: boolean }[] = [];
  const tried = new Set<string>();
  // Only what surely shows there counts on paper: the way of the signal, supplies, injections, switching.
  const surely = (test: TestModel): Set<string> => new Set([...test.reach].filter(([, s]) => s >= 0.8).map(([id]) => id));
  const note = (test: TestModel, good: boolean): void => void seen.push({ reach: surely(test), good });
  const left = (): string[] => {
    const of = model.sections.filter((id) => !renewed.has(id) && seen.every(({ reach, good }) => reach.has(id) !== good));
    if (of.length > 0 || seen.length === 0) return of;
    seen.shift();
    return left();
  };
  const complaint = one.complaint.kind === 'function' ? one.complaint.functionId : '';
  const complained = model.testById.get(`function ${complaint}`);
  if (complained) note(complained, false);
  const isCured = (): boolean => (set.uncured ? set.uncured.length === 0 && truth.size > 0 : [...truth].every((id) => renewed.has(id)));
  while (bench.tests < mostTests && renewed.size < 8) {
    const suspects = left();
    let best: { test: TestModel; uneven: number; price: number } | undefined;
    for (const test of model.tests) {
      if (!isTracing(test) || tried.has(test.id)) continue;
      const reach = surely(test);
      const on = suspects.filter((id) => reach.has(id)).length;
      if (on === 0 || on === suspects.length) continue;
      const uneven = Math.abs(on - suspects.length / 2);
      const { price } = priceOf(model, test, bench);
      if (!best || uneven < best.uneven || (uneven === best.uneven && price < best.price)) best = { test, uneven, price };
    }
    if (best && suspects.length > 1) {
      const { test } = best;
      bench.turnTo(test);
      tried.add(test.id);
      const evidence = benchAnswer(card, set, test, `t${bench.tests}`);
      bench.keep(evidence, test.id);
      note(test, isGood(evidence));
      continue;
    }
    const [section] = suspects.sort((a, b) => (model.weights.get(b) ?? 0) - (model.weights.get(a) ?? 0));
    if (section === undefined) break;
    renewed.add(section);
    set.repair(section);
    bench.minutes += renewMinutes + tryMinutes;
    bench.keep({ id: `f${renewed.size}`, kind: 'fit', section, designator: 'X1' });
    if (isCured()) break;
    // What was seen before the repair may be no longer so: good results stand, bad ones are tried anew.
    for (let i = seen.length - 1; i >= 0; i--) if (!seen[i]?.good && seen[i]?.reach.has(section)) seen.splice(i, 1);
    if (complained) note(complained, isGood(benchAnswer(card, set, complained, 'again')));
    tried.clear();
  }
  return { way: one.way, cured: isCured(), minutes: bench.minutes, repairs: renewed.size, tests: bench.tests, steps: bench.steps };
}
