import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { cardFromKind, layCard, readCard, setKindList, usualBands, usualModes, type LaidCard } from '../../core/src/card';
import { completions, measureStart, probeStart, readLine, valueWanted } from '../../core/src/entry';
import { attempt } from '../../core/src/errors';
import { conditionWords, type EntryContext } from '../../core/src/line';
import { instrumentKinds } from '../../core/src/measure';
import { trace, traceModel } from '../../core/src/trace';

/** Lines as benches write them, with the names of the card put in. */
function linesFor(card: LaidCard): string[] {
  const points = card.testPoints.filter((_, k) => k % 4 === 0).map(({ id, unit }) => [id.toLowerCase(), unit] as const);
  const words = [...new Set(card.limits.map(({ word }) => word))];
  const parts = card.parts.filter((_, k) => k % 6 === 0).map(({ designator }) => designator.toLowerCase());
  const fns = card.functions.filter((_, k) => k % 3 === 0).map(({ name }) => name.toLowerCase());
  return [
    ...points.flatMap(([id, unit]) => [
      `${id} 0.001`,
      `${id} 3.1`,
      `${id} -42`,
      `${id} 5000`,
      `${id} dead`,
      `${id}`,
      `${id} keyed 3.1${unit === 'V' ? 'V' : ''}`,
      `${id} 0 dBm`,
      `${id} 30mV`,
      `${id} 28.1M`,
      `${id} hot low power 7.9`,
    ]),
    ...words.flatMap((word) => [
      `${word} 0.001`,
      `${word} 3.9`,
      `${word} 44W`,
      `${word} 0.02uV`,
      `${word} -500`,
      `${word} ch40 3.9`,
      `${word} at 12V 3.1`,
      `${word} low power 1`,
      `${word} att in 2u`,
      `${word} dead`,
      `${word}`,
    ]),
    ...parts.flatMap((name) => [
      name,
      `${name} 100`,
      `${name} 4.7k`,
      `${name} 1uF`,
      `${name} c 13.2`,
      `${name} esr 0.4`,
      `${name} open`,
      `${name} hfe 120`,
      `proof ${name} bad 30.9p`,
      `fit ${name} new one @1.20 x2`,
      `found ${name} cracked`,
      `tap ${name} changed`,
      `clean ${name} cured`,
    ]),
    ...fns.flatMap((name) => [`${name} dead`, `${name} comes and goes`, `${name}`]),
    ...[
      'ch19 27.18512M',
      'ch41',
      'keyed',
      'at 13.8V',
      'gain 4w 100w',
      'swr 100w 4w',
      'swr 4w 100w',
      'yesterday note hum',
      'note hum',
      'nonsense',
    ],
  ];
}

function said(line: string, context: EntryContext): string {
  const read = attempt(() => readLine(line, context));
  if (!read.ok) return `${line} ✗ ${read.failure.position}: ${read.failure.message} ${read.failure.remedy}`;
  const { value } = read;
  const { entry } = value;
  if (!entry) return `${line} = ${value.title}`;
  const judged =
    entry.kind === 'reading'
      ? ` [${entry.verdict} ±${Number(entry.uncertainty.toPrecision(6))} ${entry.instrument ?? ''} ${entry.unit}]`
      : '';
  return `${line} → ${value.title} | ${value.figure ?? ''}${judged} | ${value.effect}${value.doubt ? ` | asks: ${value.doubt}` : ''}`;
}

/** Lines that go further: every test in other states than its own, parts by every pin, functions by half their names, verbs told as done. */
function moreLinesFor(card: LaidCard): string[] {
  const spread = <T>(all: readonly T[], most: number): readonly T[] =>
    all.filter((_, k) => k % Math.max(1, Math.ceil(all.length / most)) === 0);
  const modes = card.modes.slice(0, 3).map((mode) => mode.toLowerCase());
  const bands = card.bands.slice(0, 2).map((band) => band.toLowerCase().replace(/\s/g, ''));
  const sections = spread(card.sections, 6).map(({ id }) => id);
  const parts = spread(card.parts, 12);
  return [
    ...card.limits.flatMap(({ word, low, high, unit }) => {
      const middle = low !== undefined && high !== undefined ? (low + high) / 2 : (low ?? high ?? 1);
      return [
        ...modes.map((mode) => `${word} ${mode} ${middle}`),
        ...bands.map((band) => `${word} ${band} ${middle}`),
        `${word} keyed ${middle} ${unit}`,
        `${word} receive ${middle} ${unit}`,
        `${word} ch1 ${middle}`,
        `${word} high power ${middle}`,
        `${word} gen -73dBm ${middle}`,
        `${word} preamp in att out ${middle}`,
        `${word} ${middle * 1000}`,
        `${word} ${middle} extra`,
        `${word} ${modes[0] ?? ''} ${modes[1] ?? ''} 1`,
      ];
    }),
    ...spread(card.testPoints, 8).flatMap(({ id, expect }) => [
      ...expect.slice(0, 2).map(({ nominal = 1, condition }) => `${id.toLowerCase()} ${conditionWords(condition)} ${nominal}`),
      `${id.toLowerCase()} gen -60 dBm 1mV`,
      `${id.toLowerCase()} at 12 v dead`,
      `inject ${sections[0]} 455k -60dBm works`,
    ]),
    ...parts.flatMap(({ designator, pins = [] }) => [
      ...pins
        .slice(0, 2)
        .flatMap(({ pin, name }) => [`${designator.toLowerCase()} ${pin} 5.1`, `${designator.toLowerCase()} ${name} dead`]),
      ...['2.2k', '10u', '100 mH', '0.7', 'short', 'vf 0.6', 'warm', '1 keyed 3v', '2 12.5v'].map(
        (more) => `${designator.toLowerCase()} ${more}`,
      ),
      `fitted ${designator.toLowerCase()} 220u 25v`,
      `modified ${designator.toLowerCase()} 47u louder`,
      `peaked ${designator.toLowerCase()} -60dBm > -52dBm`,
      `sweep ${designator.toLowerCase()} closings 4`,
    ]),
    ...spread(card.functions, 6).flatMap(({ name }) => {
      const words = name.toLowerCase().split(/[\s,]+/);
      return [`${words[0]} works`, `${words.slice(0, 2).join(' ')} weak`, `${words.at(-1)} distorted`, `${name.toLowerCase()} not tried`];
    }),
    ...sections.flatMap((section) => [
      `tapped ${section} steady`,
      `lift ${section} recovers`,
      `proof ${section} good`,
      `found ${section} dirty`,
      `cleaned ${section}`,
      `heat ${section} changes`,
    ]),
    ...[
      'zz9 3v',
      'q99 c 3v',
      'c999 10u',
      'ch0 keyed',
      'ch1 27M',
      'sweep pwr modes',
      'sweep frequency channels',
      '',
      '   ',
      'worked 2h10',
      'wait part it until 12-04',
    ],
  ];
}

/** So many answers stand under one mark. */
const together = 6;
/** Answers that are only held, not read: the first line of some, and the mark of them all. */
const marked = (answers: readonly string[]): string[] =>
  Array.from({ length: Math.ceil(answers.length / together) }, (_, k) => {
    const some = answers.slice(k * together, (k + 1) * together);
    return `${some[0]?.slice(0, 28) ?? ''}: ${createHash('sha256').update(some.join('\n')).digest('hex').slice(0, 10)}`;
  });

/** What the entry line understands, says beforehand and offers on a card, as one reads it. */
function answersOn(laid: LaidCard | undefined, lines: readonly string[]): string[] {
  const { channels, modes = [] } = laid ?? {};
  const context: EntryContext = {
    ...(laid ? { card: laid } : {}),
    condition: { ...(channels ? { channel: channels.usual } : {}), ...(modes[0] ? { mode: modes[0] } : {}) },
    instruments: instrumentKinds.map(({ id, name, instrument }) => ({ id, name, ...instrument })),
    now: new Date('2026-11-27T14:02:00Z'),
  };
  return [
    ...lines.map((line) => said(line, context)),
    ...lines.flatMap((line) => {
      const wanted = valueWanted(line, context);
      return wanted
        ? [
            `${line} wants ${wanted.unit}${wanted.ac ? ' ac' : ''} ${wanted.most ?? ''} ${wanted.word ?? ''} ${wanted.nominalHz ?? ''} ${wanted.caution}`,
          ]
        : [];
    }),
    ...['t', 'p', 'tp1', 'rec', 'fi', 'tp7 k', 'tp7 l', 'fit c'].map(
      (typed) =>
        `${typed} offers ${completions(typed, context)
          .map(({ line, says }) => `${line}(${says})`)
          .join(' ')}`,
    ),
  ];
}

/** How one begins to answer what Trace asks for, and to measure parts. */
function beginningsOn(laid: LaidCard, parts: LaidCard['parts']): string[] {
  const { probes } = trace(traceModel(laid), [], { count: 6, explain: false });
  return [
    ...parts.map(({ designator }) => `${designator} begins ${measureStart(laid, designator)}`),
    ...probes.map(({ test }) => `${test.id} begins ${probeStart(test, laid) ?? 'nothing'}`),
  ];
}

/** What the entry line makes of many lines on every card of the demo and on cards that only begin: a change of any of it is seen. */
export function entryAnswers(): Readonly<Record<string, readonly string[]>> {
  const folder = new URL('../../demo/cards/', import.meta.url);
  const cards = readdirSync(folder)
    .sort()
    .map((name) => readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))))
    .map((card) => layCard(card, card.models[0]?.id ?? ''));
  const begun = setKindList
    .filter((_, k) => k % 4 === 0)
    .map((kind) => {
      const card = cardFromKind(kind, { maker: 'Larkholm', model: 'Seven', modes: usualModes(kind), bands: usualBands(kind), year: 1990 });
      return [kind.id, layCard(card, card.models[0]?.id ?? '')] as const;
    });
  const readable = cards.filter((_, k) => k === 1 || k === 4 || k === 5);
  const more = (laid: LaidCard): string[] =>
    marked([...answersOn(laid, [...linesFor(laid), ...moreLinesFor(laid)]), ...beginningsOn(laid, laid.parts)]);
  const [first] = cards;
  return {
    ...Object.fromEntries(
      readable.map((laid) => [laid.id, [...answersOn(laid, linesFor(laid)), ...beginningsOn(laid, laid.parts.slice(0, 12))]]),
    ),
    ...Object.fromEntries(cards.map((laid) => [`more of ${laid.id}`, more(laid)])),
    ...Object.fromEntries(begun.map(([id, laid]) => [`begun ${id}`, more(laid)])),
    ...(first ? { 'without a card': marked(answersOn(undefined, [...linesFor(first), ...moreLinesFor(first)])) } : {}),
  };
}
