import {
  agrees,
  channelHz,
  conditionText,
  expectationAt,
  partOf,
  pointOf,
  printedValue,
  sectionOf,
  type Condition,
  type LaidCard,
  type TestLimit,
} from '../card';
import { attempt, CoreError } from '../errors';
import { judgeReading, limitsText, type Limits } from '../measure';
import { convertedQuantity, parseQuantity, quantityText, writtenQuantity, type ConvertAt, type Quantity, type Unit } from '../quantity';
import { isDesignator, LineRest, ofWord, refuse, takeConditions, unitOfPart, wordsOf, type EntryContext, type Word } from '../line';
import { functionsNamed } from './functions-named';
import { deadWords, measureWords, pinNamed, stateWords } from './part-words';
import { belowThermalFloor, doubtOf } from './plausible';
import { twoPowers } from './two-powers';
import { verbs } from './verbs';
import { entryCaution, entryTitle, measureNames, readingText, type ReadingSubject, type TapeBody } from '../tape';
import { resultNames, type ReadingVerdict } from '../words';

/** A line understood: either an entry for the tape, or a new sticky condition. */
export type Understood =
  | {
      readonly entry: TapeBody;
      /** What is kept together with it, where a line names several parts. */
      readonly more?: readonly TapeBody[];
      readonly title: string;
      readonly figure?: string;
      readonly effect: string;
      /** What is asked before it is kept: it is hardly so. Given once more, it is kept. */
      readonly doubt?: string;
      readonly condition: Condition;
    }
  | { readonly entry: null; readonly title: string; readonly effect: string; readonly condition: Condition };

/** More than anything that is measured at a bench: a slip of the prefix. */
const most: Partial<Record<Unit, number>> = { V: 1e5, A: 1e4, W: 1e6, ohm: 1e13, F: 100, H: 1e5, Hz: 1e12, s: 1e7, dB: 500, dBm: 300 };
function checkSize({ value, unit }: Quantity, at: number): void {
  if (Math.abs(value) > (most[unit] ?? Infinity))
    refuse(at, `${quantityText(value, unit)} is more than anything at this bench.`, 'Look at the prefix: m is a thousandth, M a million.');
}

interface Taken {
  readonly quantity: Quantity | null;
  readonly unit: Unit;
  /** As it was typed, where that was in another unit than the place has. */
  readonly typed?: string;
}

/** Impedance in ohm across which levels are told at this bench. */
const levelOhm = 50;

/** The value at the end of a line; `dead` means that the point was measured and nothing was there. */
function takeValue(words: readonly Word[], unit: Unit | undefined, line: string, at?: ConvertAt): Taken {
  const first = words[0];
  if (!first)
    return refuse(
      line.length,
      'The value is missing.',
      unit ? `Add it, in ${unit}; or write dead.` : 'Add it, such as 6.6v; or write dead.',
    );
  if (words.length === 1 && deadWords.includes(first.text.toLowerCase())) return { quantity: null, unit: unit ?? '' };
  const text = line.slice(first.at).trimEnd();
  const [, second] = words;
  // `20r7` is a value, `20 r7` a value and something else.
  if (second && /^[a-zµΩ]{1,2}\d/i.test(second.text))
    return refuse(second.at, `"${second.text}" is not understood here.`, 'One value at a time: write the other on a line of its own.');
  const read = attempt(() => parseQuantity(text, unit === undefined ? {} : { unit }));
  const turned = !read.ok && unit !== undefined && at ? convertedQuantity(text, unit, at) : undefined;
  if (turned && unit !== undefined) {
    checkSize(turned, first.at);
    return { quantity: turned, unit, typed: text };
  }
  if (!read.ok) {
    const { code, message, remedy, position = 0 } = read.failure;
    throw new CoreError(code, 'line', message, remedy, first.at + position);
  }
  checkSize(read.value, first.at);
  return { quantity: read.value, unit: read.value.unit };
}

function reading(
  context: EntryContext,
  subject: ReadingSubject,
  title: string,
  { quantity, unit, typed }: Taken,
  condition: Condition,
  { low, high }: Limits = {},
  test: { readonly word?: string; readonly nominalHz?: number | undefined; readonly says?: string } = {},
): Understood {
  const { says, ...named } = test;
  const value = quantity?.value ?? null;
  const step = quantity?.step ?? 0;
  const made = value === null ? undefined : judgeReading({ value, unit, step, ...named }, { low, high }, context.instruments, context.now);
  const { instrument, uncertainty = 0 } = made ?? {};
  const leaks = value !== null && isSensitivity(named.word) ? belowThermalFloor(value, unit, condition.mode) : undefined;
  const judged: ReadingVerdict = leaks ? 'cant-tell' : made ? (made.verdict ?? 'no-limit') : 'dead';
  const wouldTell = leaks ?? made?.wouldTell;
  const doubt = leaks ?? (value === null ? undefined : doubtOf({ subject, value, unit, condition }, { low, high }, context.card));
  const entry: TapeBody = {
    kind: 'reading',
    subject,
    value,
    unit,
    step,
    ...(typed ? { typed } : {}),
    condition,
    uncertainty,
    verdict: judged,
    ...(instrument ? { instrument: instrument.id } : {}),
    ...(low === undefined ? {} : { low }),
    ...(high === undefined ? {} : { high }),
    ...(wouldTell ? { wouldTell } : {}),
  };
  const should =
    says ??
    (low === undefined && high === undefined ? 'No limit on the card for this condition.' : `Should be ${limitsText(low, high, unit)}.`);
  const unsure =
    wouldTell && !leaks && value !== null
      ? ` ${instrument?.name ?? 'This reading'} spans ${limitsText(value - uncertainty, value + uncertainty, unit)}: it can't tell. ${wouldTell}`
      : '';
  const under = conditionText(condition);
  return {
    entry,
    title: under ? `${title}, ${under}` : title,
    figure: readingText(entry),
    effect: `${typed ? `${typed}${isAcross(unit) ? `, across ${levelOhm} Ω` : ''}. ` : ''}${should}${unsure}`,
    ...(doubt ? { doubt } : {}),
    condition,
  };
}

/** Whether a figure in this unit may have been turned by an impedance. */
const isAcross = (unit: Unit): boolean => unit === 'V' || unit === 'W' || unit === 'dBm';
/** Whether the word of a test asks for a sensitivity. */
const isSensitivity = (word: string | undefined): boolean => word?.startsWith('sens') ?? false;

/**
 * Reads one line of the tape: a test point, limit word, channel or designator with a value (`tp7 ch19 1.98v`,
 * `pwr fm 3.9w`, `q3 c 13.2`, `ch19 27.18512M`), a function with its result (`receive am dead`), a verb with the rest
 * (`note …`, `found …`, `fit c12 220u 25v`, `break 20 min`), or condition words alone (`ch19 am keyed`).
 *
 * @throws CoreError `unknown-name` or `unreadable`, with the `position` in the line of what was not understood.
 * @example
 * readLine('receive am dead', context).entry //~> { kind: 'function', functionId: 'receive-am', result: 'dead' }
 * readLine('tp7 ch1 1.98v', context).effect //~> 'Should be 1.8–2.2 V.'
 * readLine('ch1 fm keyed', context).condition //~> { channel: 1, mode: 'FM', keyed: true }
 */
export function readLine(line: string, context: EntryContext): Understood {
  const words = wordsOf(line);
  const first = words[0];
  if (!first) return refuse(0, 'Nothing was written.', 'Try tp7 1.98v, ch19 27.18512M or note …');
  const { card } = context;
  const verb = ofWord(verbs, first.text.toLowerCase());
  if (verb) {
    const rest = new LineRest(line, words.slice(1));
    const read = verb(rest, context);
    const [entry, ...more] = Array.isArray(read) ? (read as readonly TapeBody[]) : [read as TapeBody];
    if (rest.next)
      refuse(rest.next.at, `"${rest.next.text}" is not understood here.`, 'Leave it away, or write it as a line of its own: note …');
    if (!entry) return refuse(first.at, 'Nothing was read.', 'Write it another way.');
    const title = entryTitle(entry, card);
    const caution = entryCaution(entry);
    if (!more.length) return { entry, title, effect: caution, condition: context.condition };
    const effect = [moreText(more), caution].filter(Boolean).join(' ');
    return { entry, more, title: `${title}, and ${more.length} more`, effect, condition: context.condition };
  }
  const { functions = [], result } = functionsNamed(words, card) ?? {};
  const [fn, other] = functions;
  if (fn && !other && result)
    return {
      entry: { kind: 'function', functionId: fn.id, result },
      title: `${fn.name}: ${resultNames[result]}`,
      effect: '',
      condition: context.condition,
    };

  const point = card && pointOf(card, first.text);
  if (point) {
    const { condition, rest } = takeConditions(words.slice(1), context);
    const expectation = expectationAt(point, condition);
    return reading(
      context,
      { what: 'point', point: point.id },
      `${point.id} ${point.name}`,
      takeValue(rest, point.unit, line, isAudio(card, point.section) ? undefined : { ohm: levelOhm }),
      condition,
      expectation,
    );
  }

  const limits = card?.limits.filter((l) => l.word === first.text.toLowerCase()) ?? [];
  const pair = twoPowers(words);
  if (pair) {
    const test = limits.find(
      (l) => l.unit === pair.quantity.unit && agrees(l.condition, { ...context.condition, keyed: l.condition.keyed }),
    );
    if (!test) return { entry: pair.entry, title: entryTitle(pair.entry, card), effect: '', condition: context.condition };
    const under = { ...context.condition, ...test.condition };
    const typed = line.slice(words[1]?.at ?? 0).trim();
    return reading(
      context,
      { what: 'limit', limit: test.id },
      test.name,
      { quantity: pair.quantity, unit: test.unit, typed },
      under,
      test,
      {
        word: test.word,
      },
    );
  }
  if (limits.length) {
    const { condition, rest } = takeConditions(words.slice(1), context);
    const limit =
      limits.find((l) => Object.entries(l.condition).every(([key, value]) => condition[key as keyof Condition] === value)) ??
      limits.find((l) =>
        Object.entries(l.condition).every(
          ([key, value]) => key === 'channel' || key === 'keyed' || condition[key as keyof Condition] === value,
        ),
      ) ??
      limits.find((l) => l.condition.mode === undefined || condition.mode === undefined || l.condition.mode === condition.mode);
    if (!limit)
      return refuse(
        first.at,
        `The card has no ${first.text} for ${conditionText(condition)}.`,
        `It has: ${limits.map((l) => conditionText(l.condition)).join('; ')}.`,
      );
    return testReading(context, limit, condition, rest, line);
  }

  // Only now: a limit word may well begin the names of several functions.
  if (other)
    return refuse(
      first.at,
      `More than one function is called so: ${functions.map((f) => f.name).join('; ')}.`,
      'Write one word more of its name.',
    );

  const conditions = takeConditions(words, context);
  if (conditions.rest.length === 0)
    return {
      entry: null,
      title: `Now: ${conditionText(conditions.condition) || 'no condition'}`,
      effect: 'Holds for the entries that follow.',
      condition: conditions.condition,
    };
  if (conditions.rest.length < words.length && conditions.condition.channel !== undefined) {
    const { condition, rest } = conditions;
    const channel = condition.channel ?? 0;
    const asName = rest[0] && (pointOf(card ?? ({ testPoints: [] } as unknown as LaidCard), rest[0].text) || limitWord(card, rest[0].text));
    // The frequency of a channel is its frequency test, where the card has one.
    const test = card?.limits.find(
      (each) =>
        each.from === 'channel' &&
        each.condition.channel === channel &&
        (each.condition.mode === undefined || condition.mode === undefined || each.condition.mode === condition.mode),
    );
    if (!asName && test) return testReading(context, test, condition, rest, line);
    if (!asName)
      return reading(
        context,
        { what: 'channel', channel },
        'Frequency',
        takeValue(rest, 'Hz', line),
        condition,
        card && channelLimits(card, condition),
      );
  }
  if (conditions.rest.length < words.length && conditions.rest[0])
    // The places of its words stay those of the whole line.
    return readLine(' '.repeat(conditions.rest[0].at) + line.slice(conditions.rest[0].at), { ...context, condition: conditions.condition });

  if (isDesignator(first.text)) {
    const designator = first.text.toUpperCase();
    const part = card && partOf(card, designator);
    if (card && !part && !context.onSheets?.(designator)) {
      const kind = /^TP/i.test(first.text) ? 'test point' : 'part';
      return refuse(first.at, `There is no ${kind} ${designator} on this card.`, suggestion(card, designator));
    }
    const state = stateWords.find((known) => known === words.at(-1)?.text.toLowerCase());
    if (state) {
      // How a part is found without a figure: that is a proof of it.
      const entry: TapeBody = { kind: 'proof', designator, result: 'bad', text: line.slice(words[1]?.at ?? 0).trim() };
      return { entry, title: entryTitle(entry, card), effect: 'A part that measures so is bad.', condition: context.condition };
    }
    const measure = ofWord(measureWords, words[1]?.text.toLowerCase() ?? '');
    const pin = measure ? undefined : pinNamed(words, part, card);
    const { condition, rest } = takeConditions(words.slice(pin || measure ? 2 : 1), context);
    const taken = takeValue(rest, pin ? 'V' : measure?.unit, line);
    const unit = measure ? measure.unit : taken.unit || unitOfPart(designator);
    // Nobody writes a capacitor in farads: the size was left away.
    if (taken.quantity && /^[\d.,]+$/.test(rest[0]?.text ?? '') && rest.length === 1 && !measure && (unit === 'F' || unit === 'H'))
      return refuse(
        rest[0]?.at ?? line.length,
        'Of which size?',
        unit === 'F'
          ? `Write ${taken.quantity.value}p, ${taken.quantity.value}n or ${taken.quantity.value}u.`
          : `Write ${taken.quantity.value}uH or ${taken.quantity.value}mH.`,
      );
    if (unit === undefined || (unit === '' && !measure))
      return refuse(rest[0]?.at ?? line.length, 'The unit is missing.', `Write it like: ${first.text} c 13.2 or ${first.text} 13.2v`);
    const section = part && card ? sectionOf(card, part.section)?.name : undefined;
    const of = pin ? ` pin ${pin}` : measure ? ` ${measureNames[measure.of]}` : '';
    const title = `${designator}${of}${section ? `, ${section}` : ''}`;
    const subject = { what: 'part' as const, designator, ...(pin ? { pin } : {}), ...(measure ? { measure: measure.of } : {}) };
    const printed = part && !pin && !measure ? printedValue(part) : undefined;
    if (printed?.unit !== unit) return reading(context, subject, title, { ...taken, unit }, condition);
    return reading(context, subject, title, { ...taken, unit }, condition, printed, {
      says: `Printed ${printed.says}. In circuit, what lies across it is read with it.`,
    });
  }
  return refuse(
    first.at,
    `"${first.text}" is not understood.`,
    'Begin with a test point, a part, a test, a channel, or note, found, fit, start, stop, break.',
  );
}

/** Whether a section carries audio, whose levels are not told across the impedance of radio frequency. */
const isAudio = (card: LaidCard | undefined, section: string): boolean => (card && sectionOf(card, section)?.kind) === 'audio';

/**
 * The limits of a test under the supply at which it is done: power goes with the square of the voltage, P = U²/R, so that 44 W at 12.0 V
 * of a set that owes 50 W at 13.8 V are judged against 37.8 W.
 */
function limitsAt(limit: TestLimit, { supplyV }: Condition, card: LaidCard | undefined): Limits & { readonly scaled?: string } {
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
    scaled: `Of ${card.supply.nominalV} V, at ${supplyV} V: should be ${limitsText(least?.value, most?.value, unit)}.`,
  };
}

/** A reading of a test of the card; of a frequency test the whole frequency may be typed, or its error. */
function testReading(context: EntryContext, limit: TestLimit, condition: Condition, rest: readonly Word[], line: string): Understood {
  const { card } = context;
  const under = { ...condition, ...limit.condition };
  const nominalHz = limit.from === 'channel' && card ? channelHz(card, under.channel) : undefined;
  const audio = limit.word.startsWith('audio') || limit.word.startsWith('af');
  const taken = takeValue(rest, limit.unit, line, audio ? undefined : { ohm: levelOhm, nominalHz });
  const limits = limitsAt(limit, under, card);
  return reading(
    context,
    { what: 'limit', limit: limit.id },
    limit.name,
    nominalHz === undefined ? taken : fromNominal(taken, nominalHz),
    under,
    limits,
    { word: limit.word, nominalHz, ...(limits.scaled ? { says: limits.scaled } : {}) },
  );
}

/** The parts of the further entries of a line. */
const moreText = (more: readonly TapeBody[]): string =>
  `Kept together: also ${more.map((entry) => ('designator' in entry ? entry.designator : '')).join(', ')}.`;

/** A whole frequency typed where its error belongs, as that error. */
function fromNominal({ quantity, unit, typed }: Taken, nominalHz: number): Taken {
  if (quantity === null || quantity.value <= nominalHz / 2) return { quantity, unit, ...(typed ? { typed } : {}) };
  const error = Number((quantity.value - nominalHz).toFixed(6));
  return { quantity: { ...quantity, value: error }, unit, typed: writtenQuantity(quantity.value, 'Hz', quantity.step) };
}

/** Where the frequency of a channel has to lie, from the limit its error has on the card. */
function channelLimits(card: LaidCard, condition: Condition): Limits {
  const hz = channelHz(card, condition.channel);
  const limit = card.limits.find(
    (each) =>
      each.from === 'channel' &&
      Object.entries(each.condition).every(
        ([key, value]) => key === 'channel' || key === 'keyed' || condition[key as keyof Condition] === value,
      ),
  );
  if (hz === undefined || !limit) return {};
  return { low: limit.low === undefined ? undefined : hz + limit.low, high: limit.high === undefined ? undefined : hz + limit.high };
}

const limitWord = (card: LaidCard | undefined, text: string): boolean => card?.limits.some((l) => l.word === text.toLowerCase()) ?? false;

/** Names nearest to what was typed, for a message that helps. */
function suggestion(card: LaidCard, wrong: string): string {
  const letters = /^[A-Z]+/.exec(wrong)?.[0] ?? '';
  const alike = [...card.testPoints.map((p) => p.id), ...card.parts.map((p) => p.designator)].filter(
    (name) => /^[A-Z]+/.exec(name)?.[0] === letters,
  );
  if (!alike.length) return 'The card names no such kind of part; put it on the tape as a note.';
  return `The card has ${alike.slice(0, 6).join(', ')}${alike.length > 6 ? ' and more' : ''}.`;
}
