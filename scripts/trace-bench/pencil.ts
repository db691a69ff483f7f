import type { Evidence, TestModel } from '../../core/src/trace';
import { priceOf } from '../../core/src/trace/candidates';
import { mostTests, renewMinutes, tryMinutes, type Mended } from './mend-job';
import { answer, type Case } from './play-job';

const tracing = new Set<TestModel['kind']>(['function', 'reading', 'injection', 'forcing']);
const isGood = (e: Evidence): boolean => 'outcome' in e && (e.outcome === 'works' || e.outcome === 'in');

/**
 * The same job by a tidy hand with block diagram and pencil: what is before a good reading is crossed out, what is not before a bad one
 * too; the next test is the one that cuts what is left most evenly, the cheaper of two. What cannot be parted is renewed, the frailest
 * first. Where everything is crossed out, the oldest result is no longer believed.
 */
export function byPencil(one: Case): Mended {
  const { model, truth } = one;
  const { card } = model;
  const set = one.set(1);
  const opened = new Set<string>();
  const renewed = new Set<string>();
  const seen: { readonly reach: ReadonlySet<string>; readonly good: boolean }[] = [];
  const tried = new Set<string>();
  let [inHand, minutes, tests] = ['none', 0, 0];
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
  const isCured = (): boolean => [...truth].every((id) => renewed.has(id));
  while (tests < mostTests && renewed.size < 8) {
    const suspects = left();
    let best: { test: TestModel; uneven: number; price: number } | undefined;
    for (const test of model.tests) {
      if (!tracing.has(test.kind) || tried.has(test.id)) continue;
      const reach = surely(test);
      const on = suspects.filter((id) => reach.has(id)).length;
      if (on === 0 || on === suspects.length) continue;
      const uneven = Math.abs(on - suspects.length / 2);
      const { price } = priceOf(model, test, { opened, inHand });
      if (!best || uneven < best.uneven || (uneven === best.uneven && price < best.price)) best = { test, uneven, price };
    }
    if (best && suspects.length > 1) {
      const { test } = best;
      minutes += priceOf(model, test, { opened, inHand }).minutes + 0.7;
      for (let step = card.access.find((a) => a.id === test.access); step; step = card.access.find((a) => a.id === step?.behind))
        opened.add(step.id);
      if (test.instrument !== 'none') inHand = test.instrument;
      tried.add(test.id);
      tests += 1;
      note(test, isGood(answer(card, set, test, `${tests}`)));
      continue;
    }
    const [section] = suspects.sort((a, b) => (model.weights.get(b) ?? 0) - (model.weights.get(a) ?? 0));
    if (section === undefined) break;
    renewed.add(section);
    set.repair(section);
    minutes += renewMinutes + tryMinutes;
    if (isCured()) break;
    // What was seen before the repair may be no longer so: good results stand, bad ones are tried anew.
    for (let i = seen.length - 1; i >= 0; i--) if (!seen[i]?.good && seen[i]?.reach.has(section)) seen.splice(i, 1);
    if (complained) note(complained, isGood(answer(card, set, complained, 'again')));
    tried.clear();
  }
  return { way: one.way, cured: isCured(), minutes, repairs: renewed.size, tests };
}
