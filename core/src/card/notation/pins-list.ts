import type { Card, CardInput } from '../card-schema';
import { cells } from './lines';
import { asLines } from './lists';
import type { Reading } from './reading';

type PartInput = NonNullable<CardInput['parts']>[number];

/** Parts with the pins that the lines name, as cells: part, pin, what it is. */
export function withPins(text: string, parts: readonly PartInput[], { tell }: Reading): PartInput[] {
  const pins = new Map<string, { pin: string; name: string }[]>();
  for (const { cells: row, line } of cells(text)) {
    const [rawPart = '', pin = '', name = ''] = row;
    const designator = rawPart.toUpperCase();
    if (!parts.some((part) => part.designator === designator))
      tell('pins', line, `"${rawPart}" is no part of this card.`, 'Begin the line with one, such as IC1.');
    else if (!pin || !name) tell('pins', line, `Which pin of ${designator}, and what is it?`, 'Write it like IC1 | 3 | output.');
    else if (pins.get(designator)?.some((each) => each.pin === pin))
      tell('pins', line, `Pin ${pin} of ${designator} is there twice.`, 'Leave one of the two.');
    else pins.set(designator, [...(pins.get(designator) ?? []), { pin, name }]);
  }
  return parts.map(({ pins: _before, ...part }) => {
    const own = pins.get(part.designator);
    return own ? { ...part, pins: own } : part;
  });
}

export const pinLines = (card: Card): string =>
  asLines(card.parts.flatMap(({ designator, pins = [] }) => pins.map(({ pin, name }) => [designator, pin, name])));
