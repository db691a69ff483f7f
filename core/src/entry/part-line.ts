import { partOf, printedValue, sectionOf, type LaidCard } from '../card';
import { ofWord, refuse, takeConditions, unitOfPart, type EntryContext, type Word } from '../line';
import { entryTitle, measureNames, type TapeBody } from '../tape';
import { measureWords, pinNamed, provenWords, stateWords } from './part-words';
import { isOver, takeOver, takeValue } from './take-value';
import { reading, type Understood } from './understood';

/** A line that begins with a part: how it was found, or what was measured of it, or at one of its pins. */
export function partLine(words: readonly Word[], line: string, context: EntryContext): Understood {
  const [first] = words;
  const { card } = context;
  if (!first) return refuse(0, 'Which part?', 'Write it like: q3 c 13.2');
  const designator = first.text.toUpperCase();
  const part = card && partOf(card, designator);
  // A card grows by what is measured, one that only begins and one that is yet to come: a point that it does not have is one all the same.
  if ((!card || card.begunFrom) && isPointName.test(designator)) return newPoint(designator, words.slice(1), line, context);
  if (card && !part && !card.begunFrom && !context.onSheets?.(designator)) {
    const kind = /^TP/i.test(first.text) ? 'test point' : 'part';
    return refuse(first.at, `There is no ${kind} ${designator} on this card.`, suggestion(card, designator));
  }
  const proven = provenLine(designator, words, line, context);
  if (proven) return proven;
  const measure = ofWord(measureWords, words[1]?.text.toLowerCase() ?? '');
  const pin = measure ? undefined : pinNamed(words, part, card);
  const { condition, rest } = takeConditions(words.slice(pin || measure ? 2 : 1), context);
  const taken = isOver(rest) && !measure ? takeOver(rest, line) : takeValue(rest, pin ? 'V' : measure?.unit, line);
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
  if (printed?.unit !== unit)
    return reading(context, subject, title, { ...taken, unit }, condition, {}, taken.over ? { says: overSays(designator, pin, rest) } : {});
  return reading(context, subject, title, { ...taken, unit }, condition, printed, {
    says: `Printed ${printed.says}. In circuit, what lies across it is read with it.`,
  });
}

/** What conducts by itself when it is well: where no range of the meter shows it, it is open. */
const conducts = /^(?:R|RV|VR|L|F|FU|FS|FB)\d/;

/** What it means that a meter shows no resistance at all, where that alone says nothing. */
const overSays = (designator: string, pin: string | undefined, [said]: readonly Word[]): string =>
  [
    said?.text.startsWith('>') ? '' : 'OL is taken as over 10 MΩ; where the range ended lower write its end, like >2M.',
    pin || conducts.test(designator)
      ? ''
      : `So a capacitor reads when it is well, and a junction one way round; if it is open: ${designator.toLowerCase()} open.`,
  ]
    .filter(Boolean)
    .join(' ') || 'More than the meter shows.';

/** How a part was found when it was measured: open, shorted or leaky, good or bad, with what was read before or behind it. */
function provenLine(designator: string, words: readonly Word[], line: string, { card, condition }: EntryContext): Understood | undefined {
  const [, second, ...more] = words;
  if (!second) return undefined;
  const [before, last] = [second, more.at(-1) ?? second].map(({ text }) => text.toLowerCase()) as [string, string];
  const text = line.slice(second.at).trim();
  // Behind its own figure, but not behind that of a pin: one voltage that is right proves no part.
  const isBehind = more.length === 1 && /^[\d.]/.test(before);
  const said = ofWord(provenWords, before) ? before : isBehind ? last : '';
  const result = ofWord(provenWords, said);
  if (result) {
    const read = (said === before ? text.slice(said.length) : text.slice(0, -said.length)).trim();
    const entry: TapeBody = { kind: 'proof', designator, result, ...(read ? { text: read } : {}) };
    return { entry, title: entryTitle(entry, card), effect: '', condition };
  }
  const isOpen = last === 'ol' && (more.length ? ofWord(measureWords, before) !== undefined : conducts.test(designator));
  if (!stateWords.includes(last) && !isOpen) return undefined;
  // How a part is found without a figure: that is a proof of it.
  const entry: TapeBody = { kind: 'proof', designator, result: 'bad', text };
  return { entry, title: entryTitle(entry, card), effect: 'A part that measures so is bad.', condition };
}

/** How test points are called on boards. */
const isPointName = /^TP\d/;

function newPoint(point: string, words: readonly Word[], line: string, context: EntryContext): Understood {
  const { condition, rest } = takeConditions(words, context);
  const taken = takeValue(rest, undefined, line);
  // Where nothing is known of a point, a bare figure is volts on a card that begins, but `28.1M` is hardly megavolts.
  if (taken.quantity && !taken.unit && (!context.card || !/^[-+−]?[\d.,]+$/.test(line.slice(rest[0]?.at).trim())))
    return refuse(
      rest[0]?.at ?? line.length,
      'The unit is missing.',
      `Write it like: ${point.toLowerCase()} 13.2v, or ${point.toLowerCase()} 10.24MHz`,
    );
  const unit = taken.unit || 'V';
  return reading(
    context,
    { what: 'point', point },
    context.card ? `${point}, new on the card` : point,
    { ...taken, unit },
    condition,
    {},
    {
      says: context.card
        ? 'It is kept; on the tape, say at which rail or stage it is.'
        : 'There is no card yet: it is kept without a limit.',
    },
  );
}

/** Names nearest to what was typed, for a message that helps. */
function suggestion(card: LaidCard, wrong: string): string {
  const letters = /^[A-Z]+/.exec(wrong)?.[0] ?? '';
  const alike = [...card.testPoints.map((p) => p.id), ...card.parts.map((p) => p.designator)].filter(
    (name) => /^[A-Z]+/.exec(name)?.[0] === letters,
  );
  if (!alike.length) return 'The card names no such kind of part; put it on the tape as a note.';
  return `The card has ${alike.slice(0, 6).join(', ')}${alike.length > 6 ? ' and more' : ''}.`;
}
