import { agrees, channelHz, conditionText, otherFigure, narrowness, type Condition, type LaidCard, type TestLimit } from '../card';
import { refuse, takeConditions, type EntryContext, type Word } from '../line';
import { limitsText, type Limits } from '../measure';
import { writtenQuantity } from '../quantity';
import { entryTitle } from '../tape';
import { levelOhm, takeValue, type Taken } from './take-value';
import { twoPowers } from './two-powers';
import { reading, type Understood } from './understood';

/** What a line said itself, apart from what stayed from the lines before. */
type Said = Condition;
const saidKeys = ['mode', 'band', 'channel'] as const;

/** In which of the things that a line said itself it differs from a test of the card. */
const differs = (limit: TestLimit, said: Said): (typeof saidKeys)[number][] =>
  saidKeys.filter((key) => said[key] !== undefined && limit.condition[key] !== undefined && said[key] !== limit.condition[key]);

/** How well a test of the card fits the state of the set: the less, the better. */
function distance(limit: TestLimit, condition: Condition, said: Said): readonly number[] {
  const wrong = (key: keyof Condition): boolean => limit.condition[key] !== undefined && limit.condition[key] !== condition[key];
  return [
    differs(limit, said).length,
    otherFigure(limit.condition, condition, limit.unit, true) ? 1 : 0,
    wrong('power') && (limit.condition.power ?? 'high') !== (condition.power ?? 'high') ? 1 : 0,
    condition.mode !== undefined && wrong('mode') ? 1 : 0,
    wrong('mode') || wrong('band') ? 1 : 0,
    limit.condition.keyed !== undefined && limit.condition.keyed !== (condition.keyed ?? false) ? 1 : 0,
    wrong('channel') ? 1 : 0,
    -narrowness(limit.condition),
  ];
}
const less = (a: readonly number[], b: readonly number[]): number => {
  const at = a.findIndex((each, i) => each !== b[i]);
  return at < 0 ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
};

/**
 * Refuses where the tests of a word are told apart by a band or mode that nobody has said: a figure of one band is never put down to
 * another.
 * @throws CoreError `unknown-name` with what to add
 */
function askWhich(limits: readonly TestLimit[], condition: Condition, first: Word): void {
  for (const key of ['band', 'mode'] as const) {
    if (condition[key] !== undefined) continue;
    const named = [...new Set(limits.flatMap((limit) => limit.condition[key] ?? []))];
    if (named.length > 1 && limits.every((limit) => limit.condition[key] !== undefined))
      refuse(
        first.at + first.text.length,
        `In which ${key}?`,
        `Write it like: ${first.text} ${named[0]?.toLowerCase().replace(/\s/g, '')} …; the card has ${named.join(', ')}.`,
      );
  }
}

/**
 * A line that begins with the word of a test, or gives two powers for a gain or an SWR; undefined where it does neither.
 * @throws CoreError `unknown-name` where the card has the test only for a state in which this one cannot be
 */
export function testLine(words: readonly Word[], line: string, context: EntryContext): Understood | undefined {
  const [first] = words;
  const { card } = context;
  const limits = card?.limits.filter((l) => l.word === first?.text.toLowerCase()) ?? [];
  const pair = twoPowers(words);
  if (first && pair && limits.some((l) => l.unit === pair.quantity.unit)) askWhich(limits, context.condition, first);
  if (pair) {
    const test = limits.find(
      (l) => l.unit === pair.quantity.unit && agrees(l.condition, { ...context.condition, keyed: l.condition.keyed }),
    );
    if (!test) return { entry: pair.entry, title: entryTitle(pair.entry, card), effect: '', condition: context.condition };
    const under = { ...context.condition, ...test.condition };
    const typed = line.slice(words[1]?.at ?? 0).trim();
    const taken = { quantity: pair.quantity, unit: test.unit, typed };
    return reading(context, { what: 'limit', limit: test.id }, test.name, taken, under, test, { word: test.word });
  }
  if (!first || !limits.length) return undefined;
  const { condition, said: own, rest } = takeConditions(words.slice(1), context);
  // A band that stays from the lines before is as good as said: a figure of it is of no other.
  const said: Said = { ...own, ...(condition.band === undefined ? {} : { band: condition.band }) };
  askWhich(limits, condition, first);
  const [limit] = [...limits].sort((a, b) => less(distance(a, condition, said), distance(b, condition, said)));
  // Transmitted power is not to be had in receive.
  const cannot = limit && said.keyed !== undefined && limit.condition.keyed !== undefined && said.keyed !== limit.condition.keyed;
  // A mode that stays from the line before is as good as said.
  const other = limit?.condition.mode !== undefined && condition.mode !== undefined && limit.condition.mode !== condition.mode;
  if (!limit || cannot || (other && said.mode === undefined))
    return refuse(
      first.at,
      `The card has no ${first.text} for ${conditionText(condition)}.`,
      `It has: ${limits.map((l) => conditionText(l.condition)).join('; ')}.`,
    );
  return testReading(context, limit, condition, rest, line, said);
}

/**
 * The limits of a test under the supply at which it is done: power goes with the square of the voltage, P = U²/R, so that 44 W at 12.0 V
 * of a set that owes 50 W at 13.8 V are judged against 37.8 W.
 */
function limitsAt(
  limit: TestLimit,
  { supplyV }: Condition,
  card: LaidCard | undefined,
): Limits & { readonly scaled?: string; readonly typical?: true | undefined } {
  const { unit, low, high } = limit;
  if (unit !== 'W' || supplyV === undefined || limit.condition.supplyV !== undefined || card?.supply.kind !== 'dc') return limit;
  const share = (supplyV / card.supply.nominalV) ** 2;
  if (Math.abs(share - 1) < 0.005) return limit;
  const scaled = (of: number | undefined): { readonly value: number } | undefined =>
    of === undefined ? undefined : { value: Number((of * share).toPrecision(3)) };
  const [least, most] = [scaled(low), scaled(high)];
  return {
    ...(least ? { low: least.value } : {}),
    ...(most ? { high: most.value } : {}),
    typical: limit.typical,
    scaled: `Of ${card.supply.nominalV} V, at ${supplyV} V: should be ${limitsText(least?.value, most?.value, unit)}.`,
  };
}

const isSpeech = (mode: string | undefined): boolean => /^(ssb|usb|lsb)$/i.test(mode ?? '');
const averageOfSpeech =
  'An average-reading wattmeter shows less than the peak envelope. Take a peak-reading one, or two tones: of these PEP is twice the average.';

/** A reading of a test of the card; of a frequency test the whole frequency may be typed, or its error. */
export function testReading(
  context: EntryContext,
  limit: TestLimit,
  condition: Condition,
  rest: readonly Word[],
  line: string,
  said: Said = {},
): Understood {
  const { card } = context;
  const differing = differs(limit, said);
  const under = { ...condition, ...limit.condition, ...Object.fromEntries(differing.map((key) => [key, said[key]])) };
  const nominalHz = limit.from === 'channel' && card ? channelHz(card, under.channel) : undefined;
  const audio = limit.word.startsWith('audio') || limit.word.startsWith('af');
  const taken = takeValue(rest, limit.unit, line, audio ? undefined : { ohm: levelOhm, nominalHz });
  // What a line says of another channel is held against the same limits, as long as it is no channel's own frequency.
  const elsewhere = differing.some((key) => key !== 'channel')
    ? `The card states this test for ${conditionText(limit.condition)} only.`
    : undefined;
  const other = elsewhere ?? otherFigure(limit.condition, under, limit.unit, true);
  const limits = other === undefined ? limitsAt(limit, under, card) : { scaled: other };
  const cannot = limit.unit === 'W' && under.meter === 'average' && isSpeech(under.mode) ? averageOfSpeech : undefined;
  return reading(
    context,
    { what: 'limit', limit: limit.id },
    limit.name,
    nominalHz === undefined ? taken : fromNominal(taken, nominalHz),
    under,
    limits,
    { word: limit.word, nominalHz, ...(limits.scaled ? { says: limits.scaled } : {}), ...(cannot ? { cannot } : {}) },
  );
}

/** A whole frequency typed where its error belongs, as that error. */
function fromNominal({ quantity, unit, typed }: Taken, nominalHz: number): Taken {
  if (quantity === null || quantity.value <= nominalHz / 2) return { quantity, unit, ...(typed ? { typed } : {}) };
  const error = Number((quantity.value - nominalHz).toFixed(6));
  return { quantity: { ...quantity, value: error }, unit, typed: writtenQuantity(quantity.value, 'Hz', quantity.step) };
}

/** Where the frequency of a channel has to lie, from the limit its error has on the card. */
export function channelLimits(card: LaidCard, condition: Condition): Limits & { readonly typical?: true | undefined } {
  const hz = channelHz(card, condition.channel);
  const limit = card.limits.find(
    (each) =>
      each.from === 'channel' &&
      Object.entries(each.condition).every(
        ([key, value]) => key === 'channel' || key === 'keyed' || condition[key as keyof Condition] === value,
      ),
  );
  if (hz === undefined || !limit) return {};
  const from = (bound: number | undefined): number | undefined => (bound === undefined ? undefined : hz + bound);
  return { low: from(limit.low), high: from(limit.high), typical: limit.typical };
}
