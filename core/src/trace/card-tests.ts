import { conditionText, type Card } from '../card';
import { partShares, proofChance, provenAsStage, testOf, type Draft, type TestModel } from './bench-test';
import { functionLook, localLook, readingLook, unloadLook } from './looks';
import { functionLeaning, injectionLeaning, readingLeaning, supplyOf, type Reach } from './reach';
import { rowsOf } from './rows';
import type { Space } from './space';
import { cleanLook, proof, railRecovers, remedyCures, remedyParts, seemsCured, tapChanges } from './tables/bench-acts';
import { remedies } from '../words';
import { outsideReported } from './tables/function-rows';
import { cost } from './tables/probe-costs';
import { healthyComparison } from './tables/reading-rows';

const only = (section: string): Reach => new Map([[section, 1]]);

/** Every test that a card allows, in the card's order: cheap kinds first. */
export function testsOf(card: Card, space: Space): TestModel[] {
  const tests: TestModel[] = [];
  const add = (draft: Draft): void => void tests.push(testOf(space, draft));
  const access = (id: string | undefined): { access?: string } => (id ? { access: id } : {});
  for (const fn of card.functions) {
    const leaning = functionLeaning(card, fn);
    add({
      id: `function ${fn.id}`,
      kind: 'function',
      subject: fn.id,
      title: `Try: ${fn.name}`,
      condition: fn.condition,
      look: functionLook(card, leaning, fn),
      reach: leaning.reach,
      minutes: fn.minutes,
      instrument: 'none',
      hazard: fn.condition.keyed ? 'rf' : 'none',
    });
  }
  for (const point of card.testPoints)
    for (const [index, expectation] of point.expect.entries()) {
      const { condition } = expectation;
      const leaning = readingLeaning(card, point, condition);
      const base = {
        subject: point.id,
        condition,
        reach: leaning.reach,
        instrument: point.unit,
        hazard: point.hazard,
        point,
        expectation,
        ...access(point.access),
      };
      add({
        ...base,
        id: `reading ${point.id} ${conditionText(condition)}`,
        kind: 'reading',
        title: `Read ${point.name} at ${point.id}`,
        look: readingLook(card, point, leaning, condition),
        minutes: point.minutes,
      });
      if (index === 0)
        add({
          ...base,
          id: `comparison ${point.id}`,
          kind: 'comparison',
          title: `Compare ${point.name} at ${point.id} with the healthy set`,
          look: readingLook(card, point, leaning, condition, healthyComparison),
          minutes: point.minutes + cost.comparison,
        });
    }
  for (const injection of card.injections) {
    const fn = card.functions.find((f) => f.id === injection.responds);
    if (!fn) continue;
    const leaning = injectionLeaning(card, injection.into, fn);
    add({
      id: `injection ${injection.id}`,
      kind: 'injection',
      subject: injection.id,
      title: injection.name,
      condition: fn.condition,
      look: functionLook(card, leaning, fn),
      reach: leaning.reach,
      minutes: injection.minutes,
      instrument: 'generator',
      ...access(injection.access),
    });
  }
  for (const forcing of card.forcings) {
    const fn = card.functions.find((f) => f.id === forcing.responds);
    if (!fn) continue;
    const leaning = functionLeaning(card, fn, forcing.cuts);
    add({
      id: `forcing ${forcing.id}`,
      kind: 'forcing',
      subject: forcing.id,
      title: forcing.name,
      condition: fn.condition,
      look: functionLook(card, leaning, fn),
      reach: leaning.reach,
      minutes: forcing.minutes,
      instrument: 'supply',
    });
  }
  // What is lifted there is at a voltage that kills, and without its load it rises.
  const overHighVoltage = (sections: readonly string[]): boolean =>
    card.testPoints.some((point) => point.hazard === 'high-voltage' && sections.includes(point.section));
  card.sections.forEach((section, at) => {
    const base = { subject: section.id, condition: {}, reach: only(section.id), instrument: 'none' };
    add({
      ...base,
      id: `tap ${section.id}`,
      kind: 'tap',
      title: `Tap and press round the ${section.name}`,
      look: localLook(
        ['steady', 'changes'],
        at,
        (kind) => (kind === 'intermittent' || kind === 'seldom' ? tapChanges[kind] : tapChanges.otherFault),
        tapChanges.elsewhere,
      ),
      minutes: cost.tapMinutes,
    });
    add({
      ...base,
      id: `inspect ${section.id}`,
      kind: 'inspect',
      title: `Look closely at the ${section.name}`,
      look: localLook(['clean', 'found'], at, () => 1 - cleanLook.faulty, 1 - cleanLook.sound),
      minutes: cost.inspectMinutes,
    });
    const rail = supplyOf(card, section.id);
    if (rail !== undefined)
      add({
        ...base,
        id: `lift ${section.id}`,
        kind: 'lift',
        title: `Lift the feed of the ${section.name}: does the supply come back?`,
        look: localLook(['stays', 'recovers'], at, (kind) => railRecovers[kind] ?? railRecovers.otherwise, railRecovers.otherwise),
        minutes: cost.liftMinutes,
      });
    const unloaded = unloadLook(card, section.id);
    if (unloaded)
      add({
        ...base,
        id: `unload ${section.id}`,
        kind: 'unload',
        hazard: overHighVoltage([...unloaded.reach.keys()]) ? 'high-voltage' : 'none',
        title: `Lift what hangs on the ${section.name}: does its voltage come back?`,
        reach: unloaded.reach,
        look: unloaded.look,
        minutes: cost.unloadMinutes,
      });
    const own = card.parts.filter((p) => p.section === section.id);
    for (const remedy of remedies) {
      const on = own.filter((p) => remedyParts[remedy].includes(p.kind)).map((p) => p.designator);
      if (!on.length) continue;
      const verb = { reflow: 'Reflow the joints of', reseat: 'Reseat', clean: 'Clean' }[remedy];
      add({
        ...base,
        id: `remedy ${remedy} ${section.id}`,
        kind: 'remedy',
        remedy,
        title: `${verb} ${on.slice(0, 3).join(', ')} in the ${section.name} and try again`,
        look: localLook(['same', 'cured'], at, (kind) => remedyCures[kind], seemsCured),
        minutes: cost.remedyMinutes[remedy],
      });
    }
  });
  card.sections.forEach((section, at) => {
    if (!provenAsStage(card, section.id)) return;
    add({
      id: `proof ${section.id}`,
      kind: 'proof',
      subject: section.id,
      title: `Measure the parts of the ${section.name}`,
      condition: {},
      look: localLook(['good', 'bad'], at, () => proofChance(1), proof.badIfSound),
      reach: only(section.id),
      minutes: cost.stageProofMinutes,
      instrument: 'none',
    });
  });
  const shares = partShares(card);
  for (const part of card.parts) {
    const at = card.sections.findIndex((s) => s.id === part.section);
    const ifFaulty = proofChance(shares.get(part.designator) ?? 1);
    add({
      id: `proof ${part.designator}`,
      kind: 'proof',
      subject: part.designator,
      title: `Measure ${part.designator} out of circuit`,
      condition: {},
      look: localLook(['good', 'bad'], at, () => ifFaulty, proof.badIfSound),
      reach: only(part.section),
      minutes: cost.proofMinutes,
      instrument: 'none',
      ...access(part.access),
    });
  }
  return tests;
}

/** Rows for what the owner reports of a function: as for a trial, but the antenna, the supply and the settings were the owner's. */
export const reportedRows = (card: Card, space: Space, functionId: string): Float64Array[] | undefined => {
  const fn = card.functions.find((f) => f.id === functionId);
  return fn && rowsOf(space, functionLook(card, functionLeaning(card, fn), fn, { outside: outsideReported, reported: true }));
};
