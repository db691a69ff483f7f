import { partOf, printedValue, sectionOf, type LaidCard } from '../card';
import { ofWord, refuse, takeConditions, unitOfPart, type EntryContext, type Word } from '../line';
import { entryTitle, measureNames, type TapeBody } from '../tape';
import { measureWords, pinNamed, stateWords } from './part-words';
import { takeValue } from './take-value';
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
