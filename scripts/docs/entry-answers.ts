import { readdirSync, readFileSync } from 'node:fs';
import { layCard, readCard, type LaidCard } from '../../core/src/card';
import { completions, measureStart, probeStart, readLine, valueWanted } from '../../core/src/entry';
import { attempt } from '../../core/src/errors';
import type { EntryContext } from '../../core/src/line';
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

/** What the entry line understands, says beforehand and offers, on three cards of the demo: a change of any of it is seen. */
export function entryAnswers(): Readonly<Record<string, readonly string[]>> {
  const folder = new URL('../../demo/cards/', import.meta.url);
  const instruments = instrumentKinds.map(({ id, name, instrument }) => ({ id, name, ...instrument }));
  return Object.fromEntries(
    readdirSync(folder)
      .sort()
      .filter((_, k) => k === 1 || k === 4 || k === 5)
      .map((name) => {
        const card = readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8')));
        const laid = layCard(card, card.models[0]?.id ?? '');
        const context: EntryContext = {
          card: laid,
          condition: { ...(card.channels ? { channel: card.channels.usual } : {}), ...(card.modes[0] ? { mode: card.modes[0] } : {}) },
          instruments,
          now: new Date('2026-11-27T14:02:00Z'),
        };
        const lines = linesFor(laid);
        const { probes } = trace(traceModel(laid), [], { count: 6, explain: false });
        return [
          card.id,
          [
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
            ...card.parts.slice(0, 12).map(({ designator }) => `${designator} begins ${measureStart(card, designator)}`),
            ...probes.map(({ test }) => `${test.id} begins ${probeStart(test, laid) ?? 'nothing'}`),
          ],
        ];
      }),
  );
}
