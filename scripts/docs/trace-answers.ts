import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { readCard, type Card } from '../../core/src/card';
import { generateCard, StandInSet } from '../../core/src/standin';
import { trace, traceModel, type Evidence, type TraceModel, type TraceOptions, type TraceResult } from '../../core/src/trace';
import { casesOf } from '../trace-bench/cases';
import { answer } from '../trace-bench/play-job';

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
        evidence.push({ ...answer(card, set, test, `${step}`), ...(step === 3 ? { doubtful: true } : {}) });
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

/** What Trace says of jobs on four cards: a change of any of its figures is seen, and stands in the commit. */
export function traceAnswers(): Readonly<Record<string, readonly string[]>> {
  const folder = new URL('../../demo/cards/', import.meta.url);
  const [first, second] = readdirSync(folder)
    .sort()
    .filter((_, k) => k === 0 || k === 4)
    .map((name) => readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))));
  const made = [generateCard(14, 41), generateCard(24, 43)];
  const cards = [first, second, ...made].flatMap((card) => (card ? [card] : []));
  return Object.assign({}, ...cards.map((card, k) => ({ ...played(card, 5, 60 + k), ...(k < 3 ? everyKind(card) : {}) }))) as Readonly<
    Record<string, readonly string[]>
  >;
}
