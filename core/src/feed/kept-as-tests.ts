import { agrees, conditionText, type Condition, type TestLimit } from '../card';
import { readingStart, readLine } from '../entry';
import { attempt } from '../errors';
import type { EntryContext } from '../line';
import { figureWords, type RecordedFigure, type TapeBody } from '../tape';
import type { RecordedWhat } from '../words';

/** By which tests of a card a figure can be told. */
const testWords: Readonly<Partial<Record<RecordedWhat, RegExp>>> = {
  deviation: /^dev/,
  depth: /^(mod|depth)/,
  distortion: /^(thd|dist)/,
  'sub-deviation': /^(tone|sub|ctone)/,
  bandwidth: /^(bw|occ|width)/,
  'spill-below': /^(spill|acp|next|neigh)/,
  'spill-above': /^(spill|acp|next|neigh)/,
  'third-order': /^imd/,
  'turn-on': /^drift/,
  sinad: /^sinad/,
  sn: /^(sn|s-n)$/,
  hum: /^hum/,
  tail: /^tail/,
};

/** A test of how far a carrier lies from where it should: from its channel, or by limits on both sides of nought. */
const isOffset = ({ from, word, low = 0 }: TestLimit): boolean => from === 'channel' || (/^(freq|err|off)/.test(word) && low < 0);
const isOf = ({ what, unit }: RecordedFigure, limit: TestLimit): boolean =>
  limit.unit === unit && (what === 'carrier' ? isOffset(limit) : (testWords[what]?.test(limit.word) ?? false));

/** A figure of a recording as a reading of a test of the card. */
export interface KeptAsTest {
  readonly limit: TestLimit;
  readonly figure: RecordedFigure;
  readonly body: Extract<TapeBody, { kind: 'reading' }>;
  /** What the test asks for that the set was not said to stand in: `generator 1 mV`; empty where all of it holds. */
  readonly asks: string;
}

/** How far off a carrier lies says nothing of how well its frequency is known. */
const ofReading = /, [\d.]+% of the reading/;

/** The step to which a figure is worth writing: a tenth of its ±. */
const stepOf = ({ plusMinus }: RecordedFigure): number => 10 ** Math.floor(Math.log10(Math.max(plusMinus, 1e-9)) - 0.5);

/**
 * The readings that figures of a recording make of a card's tests, judged with their own ±. A test whose condition contradicts the state of the
 * set is left out; of two figures for one test the worse counts.
 *
 * @param by by what it was measured, as it stands on the reading
 * @param condition state of the set while it was recorded
 */
export function keptAsTests(
  figures: readonly RecordedFigure[],
  by: string,
  condition: Condition,
  context: EntryContext,
): readonly KeptAsTest[] {
  return (context.card?.limits ?? []).flatMap((limit): KeptAsTest[] => {
    if (!agrees(limit.condition, condition)) return [];
    const able = figures.filter((figure) => isOf(figure, limit));
    const [worst] = [...able].sort((a, b) => (limit.low === undefined ? b.value - a.value : a.value - b.value));
    if (!worst) return [];
    const under = { ...condition, ...limit.condition };
    const own = {
      id: 'recording',
      name: by,
      measures: [limit.unit],
      byUnit: { [limit.unit]: { counts: 1, resolution: worst.plusMinus } },
    };
    const line = `${readingStart(limit.word, under)}${figureWords({ value: worst.value, step: stepOf(worst) }, limit.unit)}`;
    // It was read from the recording, whatever instrument is in hand.
    const { inHand: _, ...bench } = context;
    const read = attempt(() => readLine(line, { ...bench, condition: under, instruments: [own] }));
    const entry = read.ok ? read.value.entry : null;
    if (entry?.kind !== 'reading' || entry.subject.what !== 'limit' || entry.subject.limit !== limit.id) return [];
    return [
      {
        limit,
        figure: worst,
        body: { ...entry, instrument: by, ...(entry.wouldTell ? { wouldTell: entry.wouldTell.replace(ofReading, '') } : {}) },
        asks: lacking(limit.condition, condition),
      },
    ];
  });
}

/** What a test asks for that nobody said. */
function lacking(asked: Condition, said: Condition): string {
  const missing = Object.fromEntries(Object.entries(asked).filter(([key]) => said[key as keyof Condition] === undefined));
  return conditionText(missing);
}
