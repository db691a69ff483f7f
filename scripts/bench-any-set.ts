// `npm run bench:any-set`: sets with hidden faults, traced with the full card of the chassis, with the card that is usual for their kind,
// and with that card after 1, 2, 5 and 10 repaired jobs have taught it. Prints right at the end, tests and minutes, as ratios to the full
// card. `-- --jobs N` on each demo card (default 40), `--seed N` (default 21), `--no-save`.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import {
  agrees,
  cardFromKind,
  expectationAt,
  pointOf,
  readCard,
  routeSections,
  setKindList,
  type Card,
  type Condition,
  type SetKind,
  type TestPoint,
} from '../core/src/card';
import { isLevel } from '../core/src/quantity';
import { StandInSet } from '../core/src/standin';
import { chanceFrom } from '../core/src/chance';
import { functionReach, trace, traceModel, type Evidence, type Probe, type TraceModel } from '../core/src/trace';
import { isPresence, kinOf, type Kin } from './any-set/kin';
import { casesOf, type StandInCase } from './trace-bench/cases';
import { benchAnswer } from '../core/src/practice';

const { values } = parseArgs({
  options: {
    jobs: { type: 'string', default: '40' },
    seed: { type: 'string', default: '21' },
    'no-save': { type: 'boolean', default: false },
  },
});
const [jobs, seed] = [Number(values.jobs), Number(values.seed)];
const taughtBy = [0, 1, 2, 5, 10] as const;
const mostTests = 40;

/** Which kind each chassis of the demo shop would be booked in as, and by which mode the kind calls its. */
const kinds: Readonly<Record<string, readonly [string, Readonly<Record<string, string>>]>> = {
  'dunvick-post-6': ['land-mobile', { FM: 'N' }],
  'halyet-lamp-one': ['amp-valve', {}],
  'murrelo-twin': ['fm-dual-band', {}],
  'oxbrae-gannet': ['cb-crystal-valve', {}],
  'oxbrae-ob12': ['cb-ssb', {}],
  'oxbrae-ob7': ['cb-am-fm', {}],
  'ternhal-hybrid-five': ['hf-hybrid', { USB: 'SSB', LSB: 'SSB' }],
  'ternhal-n9': ['hf-synthesised', { USB: 'SSB', LSB: 'SSB' }],
};

interface World {
  readonly full: Card;
  readonly model: TraceModel;
  readonly kin: Kin;
  /** Points that jobs of this chassis have taught, by the name that they have on the board. */
  readonly learned: ReadonlyMap<string, TestPoint>;
  readonly modeOf: (mode: string | undefined) => string | undefined;
}
interface Ended {
  readonly right: boolean;
  readonly tests: number;
  readonly minutes: number;
}

const judged = (value: number | null | undefined, { low, high }: { low?: number | undefined; high?: number | undefined }) =>
  value === null || value === undefined
    ? ('dead' as const)
    : low !== undefined && value < low
      ? ('low' as const)
      : high !== undefined && value > high
        ? ('high' as const)
        : ('in' as const);

/** The card of a kind, with what cannot be done on this set left away, and what earlier jobs have taught put in. */
function worldOf(full: Card, kind: SetKind, modes: Readonly<Record<string, string>>, lessons: number): World {
  const back = (mode: string): string => Object.entries(modes).find(([, own]) => own === mode)?.[0] ?? mode;
  const card = cardFromKind(kind, {
    maker: 'A',
    model: full.chassis,
    modes: kind.modes.filter((mode) => full.modes.map(back).includes(mode)),
    bands: full.bands,
    year: 1990,
  });
  const modeOf = (mode: string | undefined): string | undefined => (mode === undefined ? undefined : (modes[mode] ?? mode));
  const kin = kinOf(full, card, modeOf);
  const chance = chanceFrom(seed * 31 + full.sections.length);
  const taught = new Map<string, TestPoint>();
  const parts: Card['parts'][number][] = [];
  for (let job = 0; job < lessons; job += 1) {
    const section = chance.oneOf(full.sections);
    for (const part of full.parts.filter((each) => each.section === section.id)) {
      const [at] = kin.section.get(section.id) ?? [];
      if (at && !parts.some(({ designator }) => designator === part.designator)) parts.push({ ...part, section: at, access: undefined });
    }
    // Some three points of the board are read, named and found right on a job.
    for (let n = 0; n < 3; n += 1) {
      const point = chance.oneOf(full.testPoints);
      const [at] = kin.section.get(point.section) ?? [];
      if (at && !card.testPoints.some(({ id }) => id === point.id))
        taught.set(point.id, {
          ...point,
          section: at,
          access: undefined,
          expect: point.expect.map((e) => ({
            ...e,
            condition: { ...e.condition, ...(e.condition.mode ? { mode: back(e.condition.mode) } : {}) },
          })),
        });
    }
  }
  // Whoever reads a point knows which it is: one whose healthy figure has nothing to do with the usual one is another point.
  const healthy = new StandInSet(full, [], { seed: 5, noise: 0, misalignedDb: 0 });
  const isIt = ({ id, expect, unit }: TestPoint): boolean => {
    const own = kin.point.get(id);
    if (own && isPresence({ expect } as TestPoint)) return true;
    return expect.some(({ low = -Infinity, high = Infinity, condition }) => {
      const value = own && readOn(full, healthy, own.id, { ...condition, ...(condition.mode ? { mode: modeOf(condition.mode) } : {}) });
      if (value === undefined || value === null) return false;
      return isLevel(unit)
        ? value > low - 15 && value < high + 15
        : value > Math.min(low / 2, low * 2) && value < Math.max(high / 2, high * 2);
    });
  };
  const testPoints = [...card.testPoints.filter(isIt), ...taught.values()];
  const functions = card.functions.filter(({ id }) => kin.fn.has(id));
  return { full, model: traceModel({ ...card, testPoints, functions, parts }, 25), kin, learned: taught, modeOf };
}

/** What a section is besides, where it serves some bands only: what the kind says that each of these has for itself. */
function ownOfBands(full: Card, { model }: World, section: string): string[] {
  const through = full.functions.filter((fn) => fn.condition.band !== undefined && functionReach(full, fn).has(section));
  const bands = new Set(through.map((fn) => fn.condition.band ?? ''));
  if (bands.size === 0 || full.bands.every((band) => bands.has(band))) return [];
  return model.card.sections.filter(({ name }) => [...bands].some((band) => name.startsWith(`${band} `))).map(({ id }) => id);
}

/** What stands at a point of the set, under the state of its card that agrees with what is asked. */
function readOn(full: Card, set: StandInSet, id: string, asked: Condition): number | null | undefined {
  const states = pointOf(full, id)?.expect.map(({ condition }) => condition) ?? [];
  const state =
    states.find((condition) => agrees(condition, asked)) ??
    states.find(({ keyed }) => asked.keyed === undefined || keyed === undefined || keyed === asked.keyed);
  return state && set.read(id, { ...asked, ...state });
}

/** Does a test of the kind's card on the set itself. */
function answerByKind(world: World, set: StandInSet, test: Probe['test'], id: string): Evidence | undefined {
  const { kin, modeOf } = world;
  const own = world.full.sections
    .map(({ id: section }) => section)
    .filter((section) => kin.section.get(section)?.includes(test.subject) || ownOfBands(world.full, world, section).includes(test.subject));
  const some = (ask: (section: string) => boolean): boolean => own.some(ask);
  const under = (c: Condition): Condition => ({ ...c, ...(c.mode ? { mode: modeOf(c.mode) } : {}) });
  switch (test.kind) {
    case 'function': {
      const fn = kin.fn.get(test.subject);
      return fn && { id, kind: 'function', functionId: test.subject, outcome: set.tryFunction(fn.id) };
    }
    case 'reading': {
      const learned = world.learned.get(test.subject);
      const real = learned ? test.subject : kin.point.get(test.subject)?.id;
      const point = pointOf(world.model.card, test.subject);
      if (!real || !point) return undefined;
      const value = readOn(world.full, set, real, under(test.condition));
      // Under no state of its card can it be read.
      if (value === undefined) return undefined;
      const usual = expectationAt(point, test.condition) ?? {};
      const read = pointOf(world.full, real);
      // Of another unit only this is told: something, or nothing.
      const judgedAs =
        learned || read?.unit === point.unit ? judged(value, usual) : value === null || Math.abs(value) < 1e-3 ? 'dead' : 'in';
      return {
        id,
        kind: 'reading',
        point: test.subject,
        condition: test.condition,
        outcome: judgedAs,
        text: '',
        ...(learned || value === null ? {} : { doubtful: true }),
      };
    }
    case 'tap':
      return { id, kind: 'manipulation', section: test.subject, changed: some((section) => set.tap(section)), text: '' };
    case 'inspect':
      return {
        id,
        kind: 'finding',
        section: test.subject,
        severity: some((section) => set.inspect(section)) ? 'plain' : 'clean',
        previousHands: false,
        text: '',
      };
    case 'lift':
      return { id, kind: 'lift', section: test.subject, recovers: some((section) => set.lift(section)) };
    case 'unload':
      return { id, kind: 'unload', section: test.subject, recovers: some((section) => set.unload(section)) };
    case 'remedy':
      return { id, kind: 'remedy', section: test.subject, remedy: test.remedy ?? 'reflow', cured: some((section) => set.remedy(section)) };
    case 'proof': {
      const [section = ''] = test.reach.keys();
      return section === test.subject
        ? { id, kind: 'proof', section, bad: some((one) => set.proofStage(one)) }
        : { id, kind: 'proof', section, designator: test.subject, bad: set.proof(test.subject) };
    }
    case 'injection': {
      const injection = world.model.card.injections.find((each) => each.id === test.subject);
      const fn = injection && kin.fn.get(injection.responds);
      // Into that stage of the set which the signal meets first.
      const into = fn && routeSections(fn.route).find((section) => kin.section.get(section)?.includes(injection?.into ?? ''));
      return fn && into ? { id, kind: 'injection', injection: test.subject, outcome: set.injectAt(fn.id, into) } : undefined;
    }
    case 'comparison':
    case 'forcing':
      return undefined;
  }
}

/** One job to its end: a stop, or the three likeliest when nothing is left to do. */
function played(
  one: StandInCase,
  model: TraceModel,
  complaint: Evidence,
  answers: (set: StandInSet, test: Probe['test'], id: string) => Evidence | undefined,
  truth: ReadonlySet<string>,
): Ended {
  const set = new StandInSet(one.model.card, one.faults, { seed: one.seed * 7919 + 13, noise: 1, misalignedDb: one.misalignedDb });
  const evidence: Evidence[] = [complaint];
  const opened = new Set<string>();
  const cannot = new Set<string>();
  let inHand = 'none';
  let minutes = 0;
  for (let tests = 0; ; tests += 1) {
    const result = trace(model, evidence, { opened: [...opened], inHand, count: 6, explain: false });
    if (result.stop) return { right: truth.has(result.stop), tests, minutes };
    const probe = result.probes.find(({ test }) => !cannot.has(test.id));
    if (!probe || tests >= mostTests || result.settled) {
      const named =
        result.group.length && result.group.length <= 3
          ? result.group
          : [...result.sections]
              .sort((a, b) => b.chance - a.chance)
              .slice(0, 3)
              .map(({ section }) => section);
      return { right: named.some((section) => truth.has(section)), tests, minutes };
    }
    const { test } = probe;
    const said = answers(set, test, `${tests}`);
    if (!said) {
      cannot.add(test.id);
      tests -= 1;
      continue;
    }
    minutes += probe.minutes + 0.7;
    for (let step = model.card.access.find((a) => a.id === test.access); step; step = model.card.access.find((a) => a.id === step?.behind))
      opened.add(step.id);
    if (test.instrument !== 'none') inHand = test.instrument;
    evidence.push(said);
  }
}

const folder = new URL('../demo/cards/', import.meta.url);
const rows: { world: string; card: string; jobs: number; right: number; tests: number; minutes: number }[] = [];
const sums = new Map<string, { jobs: number; right: number; tests: number; minutes: number }>();
const keep = (world: string, card: string, ended: readonly Ended[]): void => {
  const total = (of: (one: Ended) => number): number => ended.reduce((sum, one) => sum + of(one), 0);
  const row = {
    jobs: ended.length,
    right: total(({ right }) => (right ? 1 : 0)),
    tests: total(({ tests }) => tests),
    minutes: total(({ minutes }) => minutes),
  };
  rows.push({ world, card, ...row });
  const before = sums.get(world) ?? { jobs: 0, right: 0, tests: 0, minutes: 0 };
  sums.set(world, {
    jobs: before.jobs + row.jobs,
    right: before.right + row.right,
    tests: before.tests + row.tests,
    minutes: before.minutes + row.minutes,
  });
};
let unmapped = 0;
let sections = 0;
for (const name of readdirSync(folder).sort()) {
  const full = readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8')));
  const [kindId, modes] = kinds[full.id] ?? ['', {}];
  const kind = setKindList.find(({ id }) => id === kindId);
  if (!kind) continue;
  const worlds = taughtBy.map((lessons) => worldOf(full, kind, modes, lessons));
  const [first] = worlds;
  if (!first) continue;
  sections += full.sections.length;
  unmapped += full.sections.filter(({ id }) => !first.kin.section.has(id)).length;
  const fullModel = traceModel(full, 25);
  const back = new Map([...first.kin.fn].map(([usual, own]) => [own.id, usual]));
  // Hard faults of sections that the kind knows, complained of by a function that the kind knows.
  const cases = casesOf(fullModel, jobs * 6, seed * 1000 + full.sections.length)
    .filter((one) => one.way === 'dead' && one.faults.every(({ section }) => first.kin.section.has(section)))
    .filter(({ complaint }) => complaint.kind === 'function' && back.has(complaint.functionId))
    .slice(0, jobs);
  keep(
    'full card',
    full.id,
    cases.map((one) =>
      played(
        one,
        fullModel,
        one.complaint,
        (set, test, id) => benchAnswer(full, set, test, id),
        new Set(one.faults.map(({ section }) => section)),
      ),
    ),
  );
  worlds.forEach((world, k) =>
    keep(
      taughtBy[k] ? `after ${taughtBy[k]} jobs` : 'starting card',
      full.id,
      cases.map((one) => {
        const complaint =
          one.complaint.kind === 'function' ? { ...one.complaint, functionId: back.get(one.complaint.functionId) ?? '' } : one.complaint;
        const truth = new Set(
          one.faults.flatMap(({ section }) => [...(world.kin.section.get(section) ?? []), ...ownOfBands(full, world, section)]),
        );
        return played(one, world.model, complaint, (set, test, id) => answerByKind(world, set, test, id), truth);
      }),
    ),
  );
}

const lines: string[] = [];
const print = (line = ''): void => void lines.push(line);
const full = sums.get('full card');
print(
  `${full?.jobs} jobs of seed ${seed}, hard faults; ${sections - unmapped} of ${sections} sections of the demo cards have kin on their kind's card`,
);
print();
print(`${'world'.padEnd(16)}${['jobs', 'right', 'tests', '× full', 'minutes', '× full'].map((t) => t.padStart(9)).join('')}`);
for (const [world, s] of sums) {
  const per = (of: number): number => of / Math.max(1, s.jobs);
  const ratio = (of: number, by: number | undefined): string => (per(of) / ((by ?? 0) / Math.max(1, full?.jobs ?? 1))).toFixed(2);
  print(
    world.padEnd(16) +
      [
        String(s.jobs),
        `${(100 * per(s.right)).toFixed(1)} %`,
        per(s.tests).toFixed(1),
        ratio(s.tests, full?.tests),
        per(s.minutes).toFixed(1),
        ratio(s.minutes, full?.minutes),
      ]
        .map((t) => t.padStart(9))
        .join(''),
  );
}
print();
print('aims: starting card ≥ 80 % right at ≤ 1.6 × the tests of the full card; after 5 jobs ≤ 1.2 ×');
print();
print(`${'card'.padEnd(22)}${[...sums.keys()].map((world) => world.padStart(15)).join('')}`);
for (const card of [...new Set(rows.map((row) => row.card))])
  print(
    card.padEnd(22) +
      [...sums.keys()]
        .map((world) => rows.find((row) => row.card === card && row.world === world))
        .map((row) =>
          (row?.jobs ? `${((100 * row.right) / row.jobs).toFixed(0)} %, ${(row.tests / row.jobs).toFixed(1)}` : '-').padStart(15),
        )
        .join(''),
  );
process.stdout.write(`${lines.join('\n')}\n`);
if (!values['no-save']) {
  const out = new URL('../docs/benchmarks/', import.meta.url);
  mkdirSync(out, { recursive: true });
  writeFileSync(new URL('any-set.txt', out), `${lines.join('\n')}\n`);
}
