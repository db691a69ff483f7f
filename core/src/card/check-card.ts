import { channelPlans } from '../plan/channel-plans';
import { nodeFrequencies } from '../plan/frequency-plan';
import { parseQuantity, quantityText } from '../quantity';
import { agrees, conditionText, meets, type Condition } from './condition';
import { partOf } from './look-up';
import type { Card } from './card-schema';
import { routeSections } from './read-card';

/** Something on a card that does not add up, where it stands and how it is mended. */
export interface CardFlaw {
  /** `wrong` contradicts itself; `thin` is missing and would help. */
  readonly weight: 'wrong' | 'thin';
  /** The list and the item it is about. */
  readonly at: string;
  readonly what: string;
  readonly mend: string;
}

/** Kinds that cannot add power to a signal. */
const passive = new Set(['filter', 'relay', 'connector', 'tank', 'transformer', 'switch']);
/** Two figures of one thing may lie this far apart, in dB. */
const levelSlack = 1.5;
/** A divider of marked parts comes this close to the figure beside it. */
const dividerSlack = 0.05;

const wrong = (at: string, what: string, mend: string): CardFlaw => ({ weight: 'wrong', at, what, mend });
const thin = (at: string, what: string, mend: string): CardFlaw => ({ weight: 'thin', at, what, mend });

/**
 * Looks for what does not add up: routes that skip a stage, sections nothing leans on, loops not declared, expected
 * values outside their own limits, levels and dividers that disagree, frequency plans that miss a channel. References
 * that lead nowhere are found earlier, by `readCard`.
 */
export const checkCard = (card: Card): CardFlaw[] => [
  ...skippedStages(card),
  ...strayItems(card),
  ...undeclaredLoops(card),
  ...expectations(card),
  ...levels(card),
  ...frequencies(card),
];

/** A route that goes from one section straight to another, where two or more others all pass the same third one between. */
function skippedStages(card: Card): CardFlaw[] {
  const routes = card.functions.map((fn) => ({
    fn,
    passed: routeSections(fn.route),
    single: fn.route.every((step) => typeof step === 'string'),
  }));
  return routes.flatMap(({ fn, passed, single }) => {
    if (!single) return [];
    return passed.slice(1).flatMap((to, i): CardFlaw[] => {
      const from = passed[i] ?? '';
      const others = routes.filter((r) => r.fn !== fn && r.fn.group === fn.group);
      const between = others.flatMap((r) => {
        const at = r.passed.indexOf(from);
        return at >= 0 && r.passed[at + 2] === to ? [r.passed[at + 1] ?? ''] : [];
      });
      const straight = others.some((r) => r.passed.some((id, at) => id === from && r.passed[at + 1] === to));
      const skipped = between[0];
      if (skipped === undefined || between.length < 2 || straight || !between.every((id) => id === skipped)) return [];
      return [
        wrong(
          `functions ${fn.id}`,
          `Its route goes from ${from} to ${to}; the others pass ${skipped} between.`,
          `Put ${skipped} into the route, or draw the branch in parallel.`,
        ),
      ];
    });
  });
}

function strayItems(card: Card): CardFlaw[] {
  const leaned = new Set(card.functions.flatMap((fn) => routeSections(fn.route)));
  for (const section of card.sections) for (const need of section.needs) leaned.add(need.section);
  const measured = new Set(card.testPoints.map((p) => p.section));
  return [
    ...card.sections
      .filter((s) => !leaned.has(s.id))
      .map((s) =>
        wrong(
          `sections ${s.id}`,
          `No function passes it and no section needs it, so nothing can speak for it.`,
          'Put it on a route, or name it as a need.',
        ),
      ),
    ...card.functions
      .filter((fn) => !routeSections(fn.route).some((id) => measured.has(id)))
      .map((fn) =>
        thin(
          `functions ${fn.id}`,
          'No section on its route has a test point.',
          'Add a point; until then only other functions can split it.',
        ),
      ),
    ...(card.functions.length === 0 ? [thin('functions', 'There are none.', 'Add what the set can do, with the route of each.')] : []),
  ];
}

/** Sections that need each other round a circle, each circle once. */
export function circlesOf(card: Card): string[][] {
  const needs = new Map(card.sections.map((s) => [s.id, s.needs.map((n) => n.section)]));
  const reach = (from: string): Set<string> => {
    const seen = new Set<string>();
    const queue = [...(needs.get(from) ?? [])];
    for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
      if (seen.has(id)) continue;
      seen.add(id);
      queue.push(...(needs.get(id) ?? []));
    }
    return seen;
  };
  const reached = new Map(card.sections.map((s) => [s.id, reach(s.id)]));
  const told = new Set<string>();
  return card.sections.flatMap(({ id }) => {
    if (!reached.get(id)?.has(id) || told.has(id)) return [];
    const circle = card.sections.map((s) => s.id).filter((other) => reached.get(id)?.has(other) && reached.get(other)?.has(id));
    circle.forEach((member) => told.add(member));
    return [circle];
  });
}

/** Circles which no declared loop holds. */
const undeclaredLoops = (card: Card): CardFlaw[] =>
  circlesOf(card)
    .filter((circle) => !card.loops.some((loop) => circle.every((member) => loop.sections.includes(member))))
    .map((circle) =>
      wrong(
        `sections ${circle[0] ?? ''}`,
        `${circle.join(', ')} need each other round a circle.`,
        'Declare the loop, with where it is opened or which line is held.',
      ),
    );

function expectations(card: Card): CardFlaw[] {
  return card.testPoints.flatMap((point) =>
    point.expect.flatMap((e) => {
      const under = conditionText(e.condition);
      const at = `testPoints ${point.id}${under ? ` (${under})` : ''}`;
      const flaws: CardFlaw[] = [];
      const { nominal, low, high, from } = e;
      if (nominal !== undefined && ((low !== undefined && nominal < low) || (high !== undefined && nominal > high)))
        flaws.push(
          wrong(at, `${quantityText(nominal, point.unit)} is expected, outside its own limits.`, 'Correct the value or the limits.'),
        );
      if (from && nominal !== undefined) {
        const [upper, lower] = [from.upper, from.lower].map((d) => ohms(card, d));
        if (upper === undefined || lower === undefined)
          flaws.push(
            wrong(
              at,
              `${upper === undefined ? from.upper : from.lower} has no resistance that can be read.`,
              'Give its value such as 47 kΩ.',
            ),
          );
        else {
          const volts = (from.of * lower) / (upper + lower) - (from.less ?? 0);
          if (Math.abs(volts - nominal) > Math.max(dividerSlack * Math.abs(nominal), 0.02))
            flaws.push(
              wrong(
                at,
                `${from.upper} and ${from.lower} make ${quantityText(Number(volts.toPrecision(3)), point.unit)} of ${quantityText(from.of, 'V')}, not ${quantityText(nominal, point.unit)}.`,
                'Correct the expected value, or the parts.',
              ),
            );
        }
      }
      return flaws;
    }),
  );
}

function ohms(card: Card, designator: string): number | undefined {
  const value = partOf(card, designator)?.value;
  if (!value) return undefined;
  try {
    const text = /^[\d.,]+\s*[kMm]?(?:Ω|ohm)?/.exec(value)?.[0] ?? value;
    return parseQuantity(text, { unit: 'ohm' }).value;
  } catch {
    return undefined;
  }
}

/** Levels along a route: those of the level plan against those of the points, and no gain where there can be none. */
function levels(card: Card): CardFlaw[] {
  const flaws: CardFlaw[] = [];
  for (const level of card.levels) {
    const point = card.testPoints.find((p) => p.section === level.after && p.sees === 'signal' && p.unit === 'dBm');
    const expected = point?.expect.find((e) => meets(e.condition, level.condition))?.nominal;
    if (point && expected !== undefined && Math.abs(expected - level.dBm) > levelSlack)
      flaws.push(
        wrong(`levels ${level.after}`, `The level plan has ${level.dBm} dBm, ${point.id} ${expected} dBm.`, 'Make the two agree.'),
      );
  }
  for (const fn of card.functions) {
    const passed = routeSections(fn.route);
    const known = passed.flatMap((id, at) => {
      const level = card.levels.find((l) => l.after === id && agrees(l.condition, fn.condition));
      return level ? [{ id, at, dBm: level.dBm }] : [];
    });
    known.slice(1).forEach((here, i) => {
      const before = known[i];
      if (!before) return;
      const between = passed.slice(before.at + 1, here.at + 1).map((id) => card.sections.find((s) => s.id === id));
      if (here.dBm > before.dBm + levelSlack && between.every((s) => s && passive.has(s.kind)))
        flaws.push(
          wrong(
            `levels ${here.id}`,
            `It stands ${here.dBm - before.dBm} dB above ${before.id}, with nothing between that amplifies.`,
            'Correct one of the levels.',
          ),
        );
    });
  }
  // One wrong level may lie on many routes.
  return flaws.filter((flaw, i) => flaws.findIndex((f) => f.at === flaw.at && f.what === flaw.what) === i);
}

function frequencies(card: Card): CardFlaw[] {
  const { frequencyPlan: plan, tunings } = card;
  if (plan.length === 0) return [];
  const flaws: CardFlaw[] = [];
  const hz = (value: number): string => quantityText(value, 'Hz', { digits: 9 });
  const channels = channelPlans.find((p) => p.id === card.channelPlan)?.channels;
  const wanted = (t: Card['tunings'][number]): number | undefined => t.hz ?? channels?.find((c) => c.channel === t.condition.channel)?.hz;
  const named = (condition: Condition): string => conditionText(condition) || 'every condition';
  for (const tuning of tunings.length ? tunings : [undefined]) {
    const found = nodeFrequencies(plan, tuning?.set ?? {});
    const under = tuning ? ` (${named(tuning.condition)})` : '';
    for (const node of plan) {
      const made = found.get(node.id);
      if (made === undefined) continue;
      if (node.hz !== undefined && node.from.length > 0 && Math.abs(made - node.hz) > 1)
        flaws.push(
          wrong(`frequencyPlan ${node.id}`, `It comes out at ${hz(made)}, not ${hz(node.hz)}${under}.`, 'Correct the plan or the figure.'),
        );
      if (!tuning) continue;
      const target = wanted(tuning);
      const sends = tuning.condition.keyed;
      const applies = sends === undefined || sends === (node.carrier === 'transmit');
      if (node.carrier && applies && target !== undefined && Math.abs(made - target) > 1)
        flaws.push(
          wrong(
            `frequencyPlan ${node.id}`,
            `${named(tuning.condition)} comes out at ${hz(made)}; it should be ${hz(target)}.`,
            'Correct the tuning, or what it mixes with.',
          ),
        );
    }
    for (const point of card.testPoints) {
      if (point.unit !== 'Hz' || !tuning) continue;
      const node = plan.filter((n) => n.section === point.section).at(-1);
      const made = node && found.get(node.id);
      for (const e of point.expect) {
        const asked = e.condition.channel !== undefined || e.condition.band !== undefined;
        if (
          made === undefined ||
          e.nominal === undefined ||
          !asked ||
          !meets({ ...e.condition, keyed: e.condition.keyed ?? tuning.condition.keyed }, tuning.condition)
        )
          continue;
        if (e.low !== undefined && e.high !== undefined && (made < e.low || made > e.high))
          flaws.push(
            wrong(
              `testPoints ${point.id} (${conditionText(e.condition)})`,
              `The frequency plan makes ${hz(made)} there, outside the limits of the point.`,
              'Make plan and point agree.',
            ),
          );
      }
    }
  }
  if (card.channels && tunings.length) {
    const have = new Set(tunings.map((t) => t.condition.channel));
    const missing: number[] = [];
    for (let channel = card.channels.from; channel <= card.channels.to; channel++) if (!have.has(channel)) missing.push(channel);
    if (missing.length)
      flaws.push(wrong('tunings', `Channel ${missing.join(', ')} has no tuning.`, 'Add it: what is the loop or the crystals set to?'));
  }
  if (card.bands.length && tunings.length) {
    const have = new Set(tunings.map((t) => t.condition.band));
    const missing = card.bands.filter((band) => !have.has(band));
    if (missing.length)
      flaws.push(wrong('tunings', `Band ${missing.join(', ')} has no tuning.`, 'Add it: what is the loop or the crystals set to?'));
  }
  return flaws.filter((flaw, i) => flaws.findIndex((f) => f.at === flaw.at && f.what === flaw.what) === i);
}
