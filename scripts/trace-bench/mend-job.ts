import { trace, type Evidence } from '../../core/src/trace';
import { answer, type Case } from './play-job';

/** Minutes to renew the parts of a section. */
export const renewMinutes = 12;
/** Minutes to try again what was complained of. */
export const tryMinutes = 1.7;
export const mostTests = 90;
const mostRepairs = 6;

export interface Mended {
  readonly way: string;
  /** Every cause is out of the set. */
  readonly cured: boolean;
  readonly minutes: number;
  readonly repairs: number;
  readonly tests: number;
}

/**
 * Works on a job until the set is cured, as Trace says: at a stop the section is renewed and what was complained of is tried again; where
 * nothing is left to test, the likeliest section that has not been renewed is.
 */
export function mend(one: Case): Mended {
  const { model, truth } = one;
  const { card } = model;
  const set = one.set(1);
  const evidence: Evidence[] = [one.complaint];
  const opened = new Set<string>();
  const renewed = new Set<string>();
  let [inHand, minutes, tests] = ['none', 0, 0];
  const isCured = (): boolean => [...truth].every((id) => renewed.has(id));
  while (tests < mostTests && renewed.size < mostRepairs) {
    const result = trace(model, evidence, { opened: [...opened], inHand, count: 3, explain: false });
    const probe = result.probes[0];
    if (result.stop === null && result.settled === null && result.group.length === 0 && probe) {
      minutes += probe.minutes + 0.7;
      for (let step = card.access.find((a) => a.id === probe.test.access); step; step = card.access.find((a) => a.id === step?.behind))
        opened.add(step.id);
      if (probe.test.instrument !== 'none') inHand = probe.test.instrument;
      evidence.push(answer(card, set, probe.test, `t${tests}`));
      tests += 1;
      continue;
    }
    if (result.settled && result.stop === null) break;
    const ranked = result.sections.filter((s) => !renewed.has(s.section)).sort((a, b) => b.chance - a.chance);
    const section = result.stop ?? ranked[0]?.section;
    if (section === undefined || renewed.has(section)) break;
    renewed.add(section);
    set.repair(section);
    minutes += renewMinutes + tryMinutes;
    evidence.push({ id: `f${renewed.size}`, kind: 'fit', section, designator: 'X1' });
    if (isCured()) break;
    if (one.complaint.kind === 'function')
      evidence.push({
        id: `r${renewed.size}`,
        kind: 'function',
        functionId: one.complaint.functionId,
        outcome: set.tryFunction(one.complaint.functionId),
      });
  }
  return { way: one.way, cured: isCured(), minutes, repairs: renewed.size, tests };
}
