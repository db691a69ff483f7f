import { conditionText, expectationAt, partOf, pointOf, sectionOf, type Condition, type LaidCard } from '../card';
import { CoreError } from '../errors/core-error';
import { instrumentFor, readingUncertainty, verdict, type Instrument } from '../measure';
import { parseQuantity, type Quantity, type Unit } from '../quantity';
import { readingText } from './evidence';
import { type ReadingSubject, type TapeBody } from './tape-entry';
import { functionResults, waitReasons, type FunctionResult, type ReadingVerdict } from './vocabulary';
import { limitsText } from './report';
import { resultNames } from './words';

/** What the entry line knows when it reads a line. */
export interface EntryContext {
  readonly card?: LaidCard;
  /** The sticky condition: mode, band, channel, keyed. */
  readonly condition: Condition;
  readonly instruments: readonly Instrument[];
}

/** A line understood: either an entry for the tape, or a new sticky condition. */
export type Understood =
  | { readonly entry: TapeBody; readonly title: string; readonly figure?: string; readonly effect: string; readonly condition: Condition }
  | { readonly entry: null; readonly title: string; readonly effect: string; readonly condition: Condition };

interface Word {
  readonly text: string;
  readonly at: number;
}

const wordsOf = (line: string): Word[] => [...line.matchAll(/\S+/g)].map((m) => ({ text: m[0], at: m.index }));

const refuse = (at: number, message: string, remedy: string): never => {
  throw new CoreError('unknown-name', 'line', message, remedy, at);
};

const isDesignator = (text: string): boolean => /^[a-z]{1,4}\d{1,4}[a-z]?$/i.test(text);

/** One word of condition laid over what holds already, or undefined when the word is none. */
function conditionWord(word: string, so: Condition, card: LaidCard | undefined): Condition | undefined {
  const lower = word.toLowerCase();
  const channel = /^ch(\d{1,3})$/.exec(lower);
  if (channel) return { ...so, channel: Number(channel[1]) };
  if (['keyed', 'tx', 'transmit'].includes(lower)) return { ...so, keyed: true };
  if (['unkeyed', 'rx', 'receive'].includes(lower)) return { ...so, keyed: false };
  const mode = card?.modes.find((m) => m.toLowerCase() === lower);
  if (mode) return { ...so, mode };
  const band = card?.bands.find((b) => b.toLowerCase().replace(/\s/g, '') === lower);
  return band ? { ...so, band } : undefined;
}

function checkChannel(card: LaidCard | undefined, condition: Condition, at: number): void {
  const { channels } = card ?? {};
  if (channels && condition.channel !== undefined && (condition.channel < channels.from || condition.channel > channels.to))
    refuse(at, `There is no channel ${condition.channel}.`, `This set has channels ${channels.from} to ${channels.to}.`);
}

/** The condition words at the front of `words`, laid over the sticky one; what is left follows them. */
function takeConditions(words: readonly Word[], context: EntryContext): { condition: Condition; rest: readonly Word[] } {
  let { condition } = context;
  let taken = 0;
  for (const word of words) {
    const next = conditionWord(word.text, condition, context.card);
    if (!next) break;
    checkChannel(context.card, next, word.at);
    condition = next;
    taken += 1;
  }
  return { condition, rest: words.slice(taken) };
}

const deadWords = ['dead', 'none', 'nothing'];

interface Taken {
  readonly quantity: Quantity | null;
  readonly unit: Unit;
}

/** The value at the end of a line; `dead` means that the point was measured and nothing was there. */
function takeValue(words: readonly Word[], unit: Unit | undefined, line: string): Taken {
  const first = words[0];
  if (!first)
    return refuse(
      line.length,
      'The value is missing.',
      unit ? `Add it, in ${unit}; or write dead.` : 'Add it, such as 6.6v; or write dead.',
    );
  if (words.length === 1 && deadWords.includes(first.text.toLowerCase())) return { quantity: null, unit: unit ?? '' };
  const text = line.slice(first.at).trimEnd();
  try {
    const quantity = parseQuantity(text, unit === undefined ? {} : { unit });
    return { quantity, unit: quantity.unit };
  } catch (error) {
    if (error instanceof CoreError) throw new CoreError(error.code, 'line', error.message, error.remedy, first.at + (error.position ?? 0));
    throw error;
  }
}

function judge(value: number | null, uncertainty: number, low: number | undefined, high: number | undefined): ReadingVerdict {
  if (value === null) return 'dead';
  return low === undefined && high === undefined ? 'no-limit' : verdict(value, uncertainty, { low, high }).verdict;
}

function reading(
  context: EntryContext,
  subject: ReadingSubject,
  title: string,
  { quantity, unit }: Taken,
  condition: Condition,
  limits: { low?: number | undefined; high?: number | undefined; note?: string | undefined } | undefined,
): Understood {
  const instrument = instrumentFor(context.instruments, unit);
  const value = quantity?.value ?? null;
  const step = quantity?.step ?? 0;
  const uncertainty = value === null ? 0 : readingUncertainty(value, step, instrument);
  const { low, high } = limits ?? {};
  const judged = judge(value, uncertainty, low, high);
  const entry: TapeBody = {
    kind: 'reading',
    subject,
    value,
    unit,
    step,
    condition,
    uncertainty,
    verdict: judged,
    ...(instrument ? { instrument: instrument.id } : {}),
    ...(low === undefined ? {} : { low }),
    ...(high === undefined ? {} : { high }),
  };
  const should =
    low === undefined && high === undefined ? 'No limit on the card for this condition.' : `Should be ${limitsText(low, high, unit)}.`;
  const unsure =
    judged === 'cant-tell' && value !== null
      ? ` ${instrument?.name ?? 'This reading'} spans ${limitsText(value - uncertainty, value + uncertainty, unit)}: it can't tell.`
      : '';
  const under = conditionText(condition);
  return { entry, title: under ? `${title}, ${under}` : title, figure: readingText(entry), effect: should + unsure, condition };
}

const resultWords: Readonly<Record<string, FunctionResult>> = {
  works: 'works',
  ok: 'works',
  weak: 'weak',
  dead: 'dead',
  distorted: 'distorted',
  off: 'wrong-frequency',
  wrong: 'wrong-frequency',
  intermittent: 'comes-and-goes',
  comes: 'comes-and-goes',
  stuck: 'stuck-on',
  untried: 'not-tried',
};

/** `receive am dead`: words that name exactly one function of the card, then a result. */
function functionEntry(words: readonly Word[], card: LaidCard | undefined): TapeBody | undefined {
  const result = resultWords[words.at(-1)?.text.toLowerCase() ?? ''];
  if (!card || !result || words.length < 2) return undefined;
  const named = words.slice(0, -1).map((w) => w.text.toLowerCase().replace(/^rx$/, 'receive').replace(/^tx$/, 'transmit'));
  const hits = card.functions.filter((fn) => {
    const name = fn.name.toLowerCase().split(/[\s,]+/);
    return named.every((word) => name.some((part) => part.startsWith(word)));
  });
  const exact = hits.filter((fn) => fn.name.toLowerCase().split(/[\s,]+/).length === named.length);
  const fn = hits.length === 1 ? hits[0] : exact.length === 1 ? exact[0] : undefined;
  return fn && { kind: 'function', functionId: fn.id, result };
}

/** Unit one most often means for a bare number on a part, by its kind letter. */
const unitOfPart = (designator: string): Unit | undefined => {
  const letter = designator.charAt(0).toUpperCase();
  return letter === 'C' ? 'F' : letter === 'R' ? 'ohm' : letter === 'L' ? 'H' : undefined;
};

type Verb = (rest: string, words: readonly Word[], context: EntryContext, at: number) => TapeBody;
const need = (rest: string, at: number, what: string, example: string): string =>
  rest === '' ? refuse(at, `${what} is missing.`, `Write it like: ${example}`) : rest;

function placeOf(word: Word | undefined, context: EntryContext, at: number): { section: string; designator?: string } {
  if (!word) return refuse(at, 'Where?', 'Name a part such as C31, or a section.');
  const part = context.card && partOf(context.card, word.text);
  if (part) return { section: part.section, designator: part.designator };
  const section = context.card?.sections.find((s) => s.id === word.text.toLowerCase() || s.short.toLowerCase() === word.text.toLowerCase());
  return section
    ? { section: section.id }
    : refuse(word.at, `"${word.text}" is no part or section of this card.`, 'Name a part such as C31, or a section such as vco.');
}

const manipulate =
  (act: 'tap' | 'press' | 'heat' | 'cool'): Verb =>
  (_rest, words, context, at) => {
    const place = placeOf(words[0], context, at);
    const said = words[1]?.text.toLowerCase();
    const changed = said === 'changed' || said === 'changes' || said === 'yes';
    if (!said || !(changed || ['steady', 'no', 'same'].includes(said)))
      return refuse(at, 'Did the symptom change?', `End with changed or steady: ${act} l4 changed`);
    return { kind: 'manipulation', act, changed, ...place };
  };

const verbs: Readonly<Record<string, Verb>> = {
  note: (rest, _w, _c, at) => ({ kind: 'note', text: need(rest, at, 'The note', 'note socket corroded') }),
  claim: (rest, _w, _c, at) => ({
    kind: 'claim',
    claimant: 'earlier repairer',
    text: need(rest, at, 'The claim', 'claim PLL chip was changed'),
  }),
  found: (rest, words, context, at) => {
    const text = need(rest, at, 'What was found', 'found c31 leaking');
    const first = words[0]?.text ?? '';
    const part = context.card && partOf(context.card, first);
    const lower = rest.toLowerCase();
    const finding = lower.includes('leak')
      ? 'leaking-capacitor'
      : lower.includes('burn')
        ? 'burnt-part'
        : lower.includes('joint')
          ? 'bad-joint'
          : lower.includes('crack') || lower.includes('chip')
            ? 'cracked-part'
            : lower.includes('corro')
              ? 'corrosion'
              : 'other';
    return {
      kind: 'finding',
      finding,
      text: part ? rest.slice(first.length).trim() || 'found at fault' : text,
      severity: 'plain',
      previousHands: /previous hands|re-?soldered|twiddled/.test(lower),
      ...(part ? { designator: part.designator, section: part.section } : {}),
    };
  },
  fit: (rest, words, context, at) => {
    const first = words[0];
    if (!first || !isDesignator(first.text)) return refuse(first?.at ?? at, 'Which part?', 'Write it like: fit c12 220u 25v');
    const part = context.card && partOf(context.card, first.text);
    if (context.card && !part)
      return refuse(
        first.at,
        `${first.text.toUpperCase()} is not on this card.`,
        'Check the designator; a part without one goes on as a note.',
      );
    const newPart = need(rest.slice(first.text.length).trim(), at, 'The new part', 'fit c12 220u 25v');
    return {
      kind: 'fit',
      designator: first.text.toUpperCase(),
      oldPart: part?.value ?? '',
      newPart,
      why: '',
      proof: '',
      priceMinor: 0,
      quantity: 1,
      source: '',
      ...(part ? { section: part.section } : {}),
    };
  },
  proof: (rest, words, context, at) => {
    const first = words[0];
    const result = words[1]?.text.toLowerCase();
    if (!first || !isDesignator(first.text)) return refuse(first?.at ?? at, 'Which part?', 'Write it like: proof c31 bad 30.9p');
    if (context.card && !partOf(context.card, first.text))
      return refuse(first.at, `${first.text.toUpperCase()} is not on this card.`, 'Check the designator.');
    if (result !== 'good' && result !== 'bad') return refuse(words[1]?.at ?? at, 'Good or bad?', 'Write it like: proof c31 bad 30.9p');
    const text = words
      .slice(2)
      .map((w) => w.text)
      .join(' ');
    return { kind: 'proof', designator: first.text.toUpperCase(), result, ...(text ? { text } : {}) };
  },
  left: (rest, _w, _c, at) => ({ kind: 'remark', about: 'left-alone', text: need(rest, at, 'What was left alone', 'left scratched case') }),
  watch: (rest, _w, _c, at) => ({ kind: 'remark', about: 'watch-for', text: need(rest, at, 'What to watch', 'watch relay was cleaned') }),
  done: (rest, _w, _c, at) => ({ kind: 'remark', about: 'done', text: need(rest, at, 'What was done', 'done contacts cleaned') }),
  wait: (rest, words, _c, at) => {
    const reason = waitReasons.find((r) => r === words[0]?.text.toLowerCase());
    if (!reason)
      return refuse(words[0]?.at ?? at, 'Wait for what?', `Write it like: wait part FL2 ordered. It knows ${waitReasons.join(', ')}.`);
    return { kind: 'wait', reason, text: rest.slice(reason.length).trim() };
  },
  start: () => ({ kind: 'labour', act: 'start' }),
  stop: () => ({ kind: 'labour', act: 'stop' }),
  break: (rest, _w, _c, at) => {
    const match = /^(\d{1,3})\s*(?:min|m)?$/i.exec(rest);
    return match
      ? { kind: 'labour', act: 'break', minutes: Number(match[1]) }
      : refuse(at, 'How long was the break?', 'Write it like: break 20 min');
  },
  tap: manipulate('tap'),
  press: manipulate('press'),
  heat: manipulate('heat'),
  cool: manipulate('cool'),
};

function verbTitle(entry: TapeBody): string {
  switch (entry.kind) {
    case 'labour':
      return entry.act === 'break' ? `Break of ${entry.minutes ?? 0} min` : entry.act === 'start' ? 'Labour starts' : 'Labour stops';
    case 'fit':
      return `Fit ${entry.designator}: ${entry.newPart}`;
    case 'finding':
      return `Found: ${[entry.designator, entry.text].filter(Boolean).join(' ')}`;
    case 'proof':
      return `${entry.designator} measured ${entry.result} out of circuit`;
    case 'manipulation':
      return `${entry.act} at ${entry.designator ?? entry.section}: ${entry.changed ? 'symptom changed' : 'steady'}`;
    case 'remark':
      return { done: 'Done', 'left-alone': 'Left alone', 'watch-for': 'Watch for' }[entry.about] + `: ${entry.text}`;
    case 'wait':
      return entry.reason === 'nothing' ? 'Waits for nothing' : `Waits for ${entry.reason}: ${entry.text}`;
    case 'claim':
      return `Claim: ${entry.text}`;
    default:
      return 'text' in entry && entry.text ? `Note: ${entry.text}` : entry.kind;
  }
}

/**
 * Reads one line of the tape: a test point, limit word, channel or designator with a value (`tp7 ch19 1.98v`,
 * `pwr fm 3.9w`, `q3 c 13.2`, `ch19 27.18512M`), a function with its result (`receive am dead`), a verb with the rest
 * (`note …`, `found …`, `fit c12 220u 25v`, `break 20 min`), or condition words alone (`ch19 am keyed`).
 *
 * @throws CoreError `unknown-name` or `unreadable`, with the `position` in the line of what was not understood.
 */
export function readLine(line: string, context: EntryContext): Understood {
  const words = wordsOf(line);
  const first = words[0];
  if (!first) return refuse(0, 'Nothing was written.', 'Try tp7 1.98v, ch19 27.18512M or note …');
  const { card } = context;
  const verb = verbs[first.text.toLowerCase()];
  if (verb) {
    const entry = verb(line.slice(first.at + first.text.length).trim(), words.slice(1), context, line.length);
    return { entry, title: verbTitle(entry), effect: '', condition: context.condition };
  }
  const asFunction = functionEntry(words, card);
  if (asFunction?.kind === 'function') {
    const name = card?.functions.find((f) => f.id === asFunction.functionId)?.name ?? asFunction.functionId;
    return { entry: asFunction, title: `${name}: ${resultNames[asFunction.result]}`, effect: '', condition: context.condition };
  }

  const point = card && pointOf(card, first.text);
  if (point) {
    const { condition, rest } = takeConditions(words.slice(1), context);
    const expectation = expectationAt(point, condition);
    return reading(
      context,
      { what: 'point', point: point.id },
      `${point.id} ${point.name}`,
      takeValue(rest, point.unit, line),
      condition,
      expectation,
    );
  }

  const limits = card?.limits.filter((l) => l.word === first.text.toLowerCase()) ?? [];
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
    return reading(
      context,
      { what: 'limit', limit: limit.id },
      limit.name,
      takeValue(rest, limit.unit, line),
      { ...condition, ...limit.condition },
      limit,
    );
  }

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
    if (!asName) return reading(context, { what: 'channel', channel }, 'Frequency', takeValue(rest, 'Hz', line), condition, undefined);
  }
  if (conditions.rest.length < words.length && conditions.rest[0])
    return readLine(line.slice(conditions.rest[0].at), { ...context, condition: conditions.condition });

  if (isDesignator(first.text)) {
    const designator = first.text.toUpperCase();
    const part = card && partOf(card, designator);
    if (card && !part) {
      const kind = /^TP/i.test(first.text) ? 'test point' : 'part';
      return refuse(first.at, `There is no ${kind} ${designator} on this card.`, suggestion(card, designator));
    }
    const pinned =
      words.length > 2 &&
      /^[a-z0-9]{1,4}$/i.test(words[1]?.text ?? '') &&
      !conditionWord(words[1]?.text ?? '', {}, card) &&
      !/^\d+[a-zµΩ]*\d*$/i.test(words[1]?.text ?? '');
    const numberedPin = words.length > 2 && /^\d{1,3}$/.test(words[1]?.text ?? '') && /^[\d+\-−.,]/.test(words[2]?.text ?? '');
    const pin = pinned || numberedPin ? words[1]?.text : undefined;
    const { condition, rest } = takeConditions(words.slice(pin ? 2 : 1), context);
    const taken = takeValue(rest, pin ? 'V' : undefined, line);
    const unit = taken.unit || unitOfPart(designator);
    if (!unit)
      return refuse(rest[0]?.at ?? line.length, 'The unit is missing.', `Write it like: ${first.text} c 13.2 or ${first.text} 13.2v`);
    const section = part && card ? sectionOf(card, part.section)?.name : undefined;
    const title = `${designator}${pin ? ` pin ${pin}` : ''}${section ? `, ${section}` : ''}`;
    return reading(context, { what: 'part', designator, ...(pin ? { pin } : {}) }, title, { ...taken, unit }, condition, undefined);
  }
  return refuse(
    first.at,
    `"${first.text}" is not understood.`,
    'Begin with a test point, a part, a test, a channel, or note, found, fit, start, stop, break.',
  );
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

export interface Completion {
  /** The whole line once it is taken. */
  readonly line: string;
  readonly says: string;
}

/** What the word being typed may become: points, tests, parts, functions and verbs, in that order. */
export function completions(line: string, context: EntryContext, most = 6): Completion[] {
  const at = /\S*$/.exec(line)?.index ?? line.length;
  const typed = line.slice(at).toLowerCase();
  const before = line.slice(0, at);
  const { card } = context;
  if (typed === '') return [];
  const isFirst = before.trim() === '';
  const all: Completion[] = [];
  const offer = (word: string, says: string): void => {
    if (word.toLowerCase().startsWith(typed) && word.toLowerCase() !== typed) all.push({ line: `${before}${word} `, says });
  };
  if (isFirst) {
    card?.testPoints.forEach((p) => offer(p.id.toLowerCase(), p.name));
    const said = new Set<string>();
    card?.limits.forEach((l) => {
      if (!said.has(l.word)) offer(l.word, l.name);
      said.add(l.word);
    });
    card?.functions.forEach((f) => offer(f.name.toLowerCase(), 'function'));
    Object.keys(verbs).forEach((verb) => offer(verb, 'entry'));
  } else {
    card?.modes.forEach((m) => offer(m.toLowerCase(), 'mode'));
    card?.bands.forEach((b) => offer(b.toLowerCase().replace(/\s/g, ''), 'band'));
    offer('keyed', 'transmitting');
    offer('receive', 'not keyed');
    if (functionResults.length) Object.keys(resultWords).forEach((word) => offer(word, 'result'));
  }
  card?.parts.forEach((p) => offer(p.designator.toLowerCase(), `${p.value}, ${sectionOf(card, p.section)?.name ?? ''}`));
  return all.slice(0, most);
}
