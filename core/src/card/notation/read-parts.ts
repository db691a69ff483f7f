import { partKinds, type CardInput } from '../card-schema';
import { guessedPart } from './guesses';
import { cells } from './lines';
import type { Reading } from './reading';

type PartInput = NonNullable<CardInput['parts']>[number];

/** Parts as cells: designator, section, value, kind. */
export function readParts(text: string, { base, named, tell }: Reading): PartInput[] {
  const parts = new Map<string, PartInput>();
  for (const { cells: row, line } of cells(text)) {
    const [rawDesignator = '', place = '', value = '', kindText = ''] = row;
    if (/^(?:part|designator)$/i.test(rawDesignator)) continue;
    const designator = rawDesignator.toUpperCase();
    const section = named(place);
    if (!/^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(designator))
      tell('parts', line, `"${rawDesignator}" is no designator.`, 'Begin the line with one such as C31.');
    else if (!section) tell('parts', line, `"${place}" is no section.`, 'The second cell names the section the part belongs to.');
    else if (parts.has(designator)) tell('parts', line, `${designator} is there twice.`, 'Leave one of the two.');
    else {
      const known = base?.parts.find((p) => p.designator === designator);
      const kind = partKinds.find((k) => k === kindText.toLowerCase().replace(/\s/g, '-'));
      parts.set(designator, {
        ...(known ?? {}),
        designator,
        section: section.id,
        kind: kind ?? known?.kind ?? guessedPart(designator, value),
        value: value || known?.value || '',
      });
    }
  }
  return [...parts.values()];
}
