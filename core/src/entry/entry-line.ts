import { conditionText, expectationAt, pointOf, sectionOf, type LaidCard, type TestPoint } from '../card';
import { dayOf, dayOfWord, isDesignator, LineRest, refuse, takeConditions, wordsOf, type EntryContext, type Word } from '../line';
import { namedAtEnd, takenInHand, type NamedAtEnd } from './by-instrument';
import { functionsNamed } from './functions-named';
import { partLine } from './part-line';
import { levelOhm, takeValue } from './take-value';
import { channelLimits, testLine, testReading } from './test-line';
import { reading, type Understood } from './understood';
import { usualLine } from './usual-line';
import { verbOf } from './verbs';
import { attempt } from '../errors';
import { unitSign } from '../quantity';
import { entryCaution, entryTitle, type TapeBody } from '../tape';
import { resultNames } from '../words';

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
  const told = toldAfterwards(words, line, context);
  if (told) return told;
  const taken = takenInHand(words, line, context);
  if (taken) return taken;
  const { card } = context;
  const verb = verbOf(first.text);
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
  const named = namedAtEnd(words, line, context, (before) => {
    const alone = attempt(() => readLine(before, context));
    return alone.ok && alone.value.entry?.kind === 'reading';
  });
  if (named) return readBy(named, context);
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
      expectation ? {} : onlyFor(point),
    );
  }

  const test = testLine(words, line, context);
  if (test) return test;

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

  if (isDesignator(first.text)) return partLine(words, line, context);
  const usual = usualLine(words, line, context);
  if (usual) return usual;
  return refuse(
    first.at,
    `"${first.text}" is not understood.`,
    'Begin with a test point, a part, a test, a channel, or note, found, fit, start, stop, break.',
  );
}

/** Of a point of which the card says what stands there, but not in this state of the set: for which it does, since no verdict is given. */
function onlyFor({ expect }: TestPoint): { readonly says?: string } {
  const states = [...new Set(expect.map(({ condition }) => conditionText(condition)).filter(Boolean))];
  const more = states.length > 3 ? ` and ${states.length - 3} more` : '';
  return states.length
    ? { says: `The card says what stands here only for ${states.slice(0, 3).join('; ')}${more}; Trace takes nothing from it.` }
    : {};
}

/** Whether a section carries audio, whose levels are not told across the impedance of radio frequency. */
const isAudio = (card: LaidCard | undefined, section: string): boolean => (card && sectionOf(card, section)?.kind) === 'audio';

/** A reading that says by which instrument it was made. */
function readBy({ line, by, at }: NamedAtEnd, context: EntryContext): Understood {
  const read = readLine(line, { ...context, by });
  // A state that is said with an instrument takes it in hand as well; nothing else is done by one.
  if (!read.entry) return { ...read, title: `${read.title}; in hand: ${by.name}`, inHand: by };
  if (read.entry.kind !== 'reading')
    return refuse(at, 'Only a reading is made by an instrument.', 'Leave that away, or write it as a line of its own: note …');
  if (read.entry?.kind === 'reading' && read.entry.unit !== '' && !by.measures.includes(read.entry.unit))
    return refuse(
      at,
      `${by.name} does not read ${unitSign(read.entry.unit)}.`,
      'Name the one that did, or change what it reads in Instruments.',
    );
  return read;
}

/** A line with a day before it, `yesterday tp7 3.1v`: what was done on that day and is told now. */
function toldAfterwards([first, second]: readonly Word[], line: string, context: EntryContext): Understood | undefined {
  const now = context.now ?? new Date();
  const day = first && dayOfWord(first.text, now);
  if (!day) return undefined;
  if (!second) return refuse(line.length, 'What was done on that day?', `Write it like: ${first.text} tp7 3.1v`);
  if (day > dayOf(now)) return refuse(first.at, `${day} is still to come.`, 'Write a day up to today.');
  // The places of its words stay those of the whole line.
  const read = readLine(' '.repeat(second.at) + line.slice(second.at), context);
  const { entry } = read;
  if (!entry) return refuse(second.at, 'A state holds for what follows, not for a day.', `Write it with its value: ${first.text} tp7 3.1v`);
  if (day === dayOf(now)) return read;
  if (entry.done) return refuse(second.at, 'Twice a day: which one?', 'Write one of them.');
  // The clock of the work has a day of its own.
  if (entry.kind === 'labour' && entry.act === 'worked' && !entry.day) {
    const worked = { ...entry, day };
    return { ...read, entry: worked, title: entryTitle(worked, context.card) };
  }
  if (entry.kind === 'labour' && entry.act !== 'break')
    return refuse(first.at, 'Where does the day belong?', `Write it behind: ${second.text} ${first.text} …`);
  const on = <T extends TapeBody>(body: T): T => ({ ...body, done: day });
  return { ...read, entry: on(entry), ...(read.more ? { more: read.more.map(on) } : {}), title: `${read.title}, on ${day}` };
}

/** The parts of the further entries of a line. */
const moreText = (more: readonly TapeBody[]): string =>
  `Kept together: also ${more.map((entry) => ('designator' in entry ? entry.designator : '')).join(', ')}.`;

const limitWord = (card: LaidCard | undefined, text: string): boolean => card?.limits.some((l) => l.word === text.toLowerCase()) ?? false;
