import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { cardFromKind, readCard, setKindList, usualBands, usualModes, type Card } from '../../core/src/card';
import { generateCard, StandInSet } from '../../core/src/standin';
import { trace, traceModel, type Evidence, type TraceModel, type TraceOptions, type TraceResult } from '../../core/src/trace';
import { casesOf } from '../trace-bench/cases';
import { benchAnswer } from '../../core/src/practice';

/** Figures to six digits, so that the last bits of a machine do not count. */
const figure = (value: number): string => String(Number(value.toPrecision(6)));

/** All that Trace says at one step. */
function whole({ sections, outside, misaligned, two, probes, stop, settled, group, doubt, answered }: TraceResult): string[] {
  const strongest = [...sections].sort((a, b) => b.chance - a.chance).slice(0, 2);
  return [
    sections.map(({ section, chance }) => `${section} ${figure(chance)}`).join(', '),
    `outside ${figure(outside)}, misaligned ${figure(misaligned)}, two ${figure(two.chance)}: ${two.pairs
      .map((pair) => `${pair.sections.join(' with ')} ${figure(pair.chance)}`)
      .join(', ')}`,
    ...strongest.map(
      ({ section, word, reasons, parts }) =>
        `${section} ${word}: ${reasons.map((reason) => `${reason.text} ×${figure(reason.factor)}`).join('; ')}; ${parts
          .slice(0, 3)
          .map(({ designator, share }) => `${designator} ${figure(share)}`)
          .join(', ')}`,
    ),
    ...probes.map(
      ({ test, bits, minutes, outcomes, splits, open, cannot }) =>
        `${test.id}: ${figure(bits)} bits, ${figure(minutes)} min, ${splits.on} of ${splits.of}, ${outcomes
          .map((one) => `${one.outcome} ${figure(one.chance)} ${one.section} ${figure(one.then)}`)
          .join(', ')}${open.length ? `, behind ${open.join(', ')}` : ''}${cannot ? `, cannot: ${cannot}` : ''}`,
    ),
    `stop ${stop}, settled ${settled}, group ${group.join(', ')}, doubt ${doubt ? `${doubt.evidence} ${doubt.twoFaults}` : null}, answered ${answered.length}`,
  ];
}

/** What Trace says at one step, in short, and a mark that changes with any of the rest. */
function said(result: TraceResult): string[] {
  const first = [...result.sections].sort((a, b) => b.chance - a.chance).slice(0, 3);
  return [
    [
      ...first.map(({ section, chance }) => `${section} ${figure(chance)}`),
      `outside ${figure(result.outside)}`,
      `two ${figure(result.two.chance)}`,
    ].join(', '),
    ...result.probes.slice(0, 2).map(({ test, bits, minutes }) => `${test.id}: ${figure(bits)} bits, ${figure(minutes)} min`),
    `and all the rest: ${createHash('sha256').update(whole(result).join('\n')).digest('hex').slice(0, 12)}`,
  ];
}

/** Ways to ask, taken in turn. */
const asked = (model: TraceModel): readonly TraceOptions[] => [
  {},
  { measures: ['V', 'Hz'], healthySet: true },
  { history: { [model.sections[1] ?? '']: 3, [model.sections[4] ?? '']: 1 }, lookAhead: 0 },
  { order: 'halves' },
  { order: 'antenna', inHand: 'meter' },
];

/** Jobs played on a card by the first probe of each step, and what Trace says all the way. */
function played(card: Card, jobs: number, seed: number): Record<string, readonly string[]> {
  const model = traceModel(card, 25);
  const options = asked(model);
  return Object.fromEntries(
    casesOf(model, jobs, seed).map((one, at) => {
      const set = new StandInSet(card, one.faults, { seed: one.seed, noise: 1, misalignedDb: one.misalignedDb });
      const evidence: Evidence[] = [one.complaint];
      const lines: string[] = [];
      for (let step = 0; step < 6; step += 1) {
        const result = trace(model, evidence, { count: 3, ...options[at % options.length] });
        lines.push(`after ${evidence.length}`, ...said(result));
        const test = result.probes.find(({ cannot }) => !cannot)?.test;
        if (!test || result.stop || result.settled) break;
        evidence.push({ ...benchAnswer(card, set, test, `${step}`), ...(step === 3 ? { doubtful: true } : {}) });
      }
      return [`${card.chassis}, ${one.way}, ${one.faults.map(({ section }) => section).join(' and ')}, ${at}`, lines];
    }),
  );
}

/** Evidence of every kind, one after the other, on one card. */
function everyKind(card: Card): Record<string, readonly string[]> {
  const model = traceModel(card, 25);
  const [section = '', other = '', third = ''] = [3, 5, 7].map((k) => model.sections[k] ?? '');
  const part = card.parts.find((each) => each.section === section) ?? card.parts[0];
  const point = card.testPoints.find(({ expect }) => expect.length > 0);
  const [one, two] = card.functions;
  const all: readonly Evidence[] = [
    { id: 'a', kind: 'function', functionId: one?.id ?? '', outcome: 'dead', reported: true },
    { id: 'b', kind: 'function', functionId: one?.id ?? '', outcome: 'comes-and-goes' },
    { id: 'c', kind: 'function', functionId: two?.id ?? '', outcome: 'works' },
    { id: 'd', kind: 'reading', point: point?.id ?? '', condition: point?.expect[0]?.condition ?? {}, outcome: 'low', text: '1 V' },
    {
      id: 'e',
      kind: 'finding',
      section,
      severity: 'slight',
      previousHands: true,
      ...(part ? { designator: part.designator } : {}),
      text: 'dull',
    },
    { id: 'f', kind: 'finding', section: other, severity: 'clean', previousHands: false, text: 'clean' },
    { id: 'g', kind: 'finding', section: third, severity: 'bad', previousHands: false, twiddled: true, text: 'cores turned' },
    { id: 'h', kind: 'manipulation', section: other, changed: true, text: 'tapped' },
    { id: 'i', kind: 'manipulation', section, changed: false, text: 'tapped' },
    { id: 'j', kind: 'comparison', point: point?.id ?? '', outcome: 'low', text: '1 V' },
    { id: 'k', kind: 'lift', section: third, recovers: false },
    { id: 'l', kind: 'remedy', section: other, remedy: 'reflow', cured: false },
    { id: 'm', kind: 'proof', section, designator: part?.designator ?? '', bad: true },
    { id: 'n', kind: 'fit', section, designator: part?.designator ?? '' },
    { id: 'o', kind: 'function', functionId: one?.id ?? '', outcome: 'dead' },
    { id: 'p', kind: 'mended', text: 'lead made anew' },
    { id: 'q', kind: 'function', functionId: one?.id ?? '', outcome: 'weak', doubtful: true },
  ];
  const lines = all.map((_, k) => said(trace(model, all.slice(0, k + 1), { count: 2, cold: k > 12 })));
  return { [`${card.chassis}, every kind of evidence`]: lines.flatMap((each, k) => [`after ${k + 1}`, ...each]) };
}

/** What comes back again and again, what is tried and taken up again, and stages proven as a whole. */
function again(card: Card): Record<string, readonly string[]> {
  const model = traceModel(card, 40);
  const [one, two] = card.functions.filter(({ group }) => group !== 'control').map(({ id }) => id);
  const [section = '', other = ''] = [2, 6].map((k) => model.sections[k] ?? '');
  const rail = card.testPoints.find(({ unit, expect }) => unit === 'V' && expect.length > 0);
  const [injection, forcing] = [card.injections[0], card.forcings[0]];
  const all: readonly Evidence[] = [
    { id: 'a', kind: 'function', functionId: one ?? '', outcome: 'comes-and-goes', reported: true },
    { id: 'b', kind: 'function', functionId: one ?? '', outcome: 'works' },
    { id: 'c', kind: 'function', functionId: one ?? '', outcome: 'dead' },
    { id: 'd', kind: 'function', functionId: one ?? '', outcome: 'dead' },
    { id: 'e', kind: 'function', functionId: one ?? '', outcome: 'works', doubtful: true },
    { id: 'f', kind: 'reading', point: rail?.id ?? '', condition: rail?.expect[0]?.condition ?? {}, outcome: 'low', text: '6.1 V' },
    { id: 'g', kind: 'reading', point: rail?.id ?? '', condition: rail?.expect[0]?.condition ?? {}, outcome: 'low', text: '6.2 V' },
    { id: 'h', kind: 'lift', section, recovers: true },
    { id: 'i', kind: 'injection', injection: injection?.id ?? '', outcome: 'works' },
    { id: 'j', kind: 'forcing', forcing: forcing?.id ?? '', outcome: 'dead' },
    { id: 'k', kind: 'proof', section: other, bad: false },
    { id: 'l', kind: 'finding', section: other, severity: 'plain', previousHands: true, text: 'resoldered' },
    { id: 'm', kind: 'function', functionId: two ?? '', outcome: 'wrong-frequency' },
    { id: 'n', kind: 'comparison', point: rail?.id ?? '', outcome: 'dead', text: '0 V' },
    { id: 'o', kind: 'proof', section, bad: true },
    { id: 'p', kind: 'remedy', section, remedy: 'reseat', cured: true },
    { id: 'q', kind: 'function', functionId: one ?? '', outcome: 'works' },
    { id: 'r', kind: 'function', functionId: one ?? '', outcome: 'comes-and-goes' },
    { id: 's', kind: 'proof', section, bad: false },
  ];
  const ways: readonly TraceOptions[] = [
    { healthySet: true, count: 8 },
    { opened: card.access.map(({ id }) => id), inHand: 'V', count: 8 },
    { order: 'speaker', count: 6, measures: ['W'] },
  ];
  const lines = all.flatMap((_, k) => [`after ${k + 1}`, ...said(trace(model, all.slice(0, k + 1), ways[k % ways.length]))]);
  return { [`${card.chassis}, again and again`]: lines };
}

/** How every hypothesis stands before anything is known, and how every test looks under each: a mark for each kind of test. */
function tables(card: Card): Record<string, readonly string[]> {
  const model = traceModel(card, 30);
  const row = (values: Iterable<number>): string => Array.from(values, figure).join(' ');
  const mark = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 12);
  const kinds = [...new Set(model.tests.map(({ kind }) => kind))];
  return {
    [`${card.chassis}, tables`]: [
      `before: ${mark(row(model.logPrior))}`,
      `reported: ${mark(card.functions.map(({ id }) => (model.reported(id) ?? []).map(row).join('; ')).join('\n'))}`,
      ...kinds.map((kind) => {
        const tests = model.tests.filter((test) => test.kind === kind);
        const texts = tests.map(({ id, title, outcomes, minutes, instrument, hazard, access, reach, rows, sound }) =>
          [
            id,
            title,
            outcomes.join(' '),
            minutes,
            instrument,
            hazard,
            access,
            [...reach].flat().join(' '),
            row(sound),
            ...rows.map(row),
          ].join('; '),
        );
        return `${kind}: ${tests.length} tests, ${mark(texts.join('\n'))}`;
      }),
    ],
  };
}

/** What a kind gives for a set that nobody has a card for. */
function begun(id: string): Card {
  const kind = setKindList.find((each) => each.id === id);
  if (!kind) throw new Error(`There is no kind ${id}.`);
  return cardFromKind(kind, { maker: 'Larkholm', model: kind.id, modes: usualModes(kind), bands: usualBands(kind), year: 1986 });
}

/** What Trace says of jobs on cards of many kinds: a change of any of its figures is seen, and stands in the commit. */
export function traceAnswers(): Readonly<Record<string, readonly string[]>> {
  const folder = new URL('../../demo/cards/', import.meta.url);
  const [first, second] = readdirSync(folder)
    .sort()
    .filter((_, k) => k === 0 || k === 4)
    .map((name) => readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))));
  const made = [generateCard(14, 41), generateCard(24, 43)];
  const begin = ['cb-am-fm', 'hf-synthesised', 'amp-valve'].map(begun);
  const cards = [first, second, ...made, ...begin].flatMap((card) => (card ? [card] : []));
  return Object.assign(
    {},
    ...cards.map((card, k) => ({
      ...played(card, k < 4 ? 5 : 3, 60 + k),
      ...(k === 3 ? {} : everyKind(card)),
      ...again(card),
      ...tables(card),
    })),
  ) as Readonly<Record<string, readonly string[]>>;
}
