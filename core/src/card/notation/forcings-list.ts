import { units } from '../../quantity';
import type { Card, CardInput } from '../card-schema';
import { cells, figureOf, names } from './lines';
import { asLines, figureCell, ownId } from './lists';
import type { Reading } from './reading';

type ForcingInput = NonNullable<CardInput['forcings']>[number];

/** Control lines that may be held from outside, as cells: name, section it leaves, value, limit, unit, function that responds, sections that no longer matter, minutes. */
export function readForcings(text: string, { base, named, tell }: Reading, functions: NonNullable<CardInput['functions']>): ForcingInput[] {
  const forcings: ForcingInput[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [name = '', place = '', valueText = '', limitText = '', unitText = '', functionName = '', cutText = '', minutesText = ''] = row;
    const from = named(place);
    const unit = units.find((u) => u !== '' && u.toLowerCase() === unitText.toLowerCase());
    const responds = functions.find((fn) => fn.name.toLowerCase() === functionName.toLowerCase());
    const [value, limit, minutes] = [figureOf(valueText, unit ?? ''), figureOf(limitText, unit ?? ''), figureOf(minutesText, '')];
    const cut = names(cutText).map((word) => ({ word, section: named(word) }));
    const unknown = cut.find(({ section }) => !section);
    if (!name) tell('forcings', line, 'A forcing needs a name.', 'Begin the line with it, such as Hold the AGC line.');
    else if (!from) tell('forcings', line, `"${place}" is no section.`, 'The second cell names the section that the line leaves.');
    else if (!unit) tell('forcings', line, `"${unitText}" is no unit known here.`, 'The fifth cell is V or A.');
    else if (typeof value !== 'number' || typeof limit !== 'number')
      tell(
        'forcings',
        line,
        'A figure cannot be read.',
        'The third cell is the value, the fourth the most that may ever be put there, like 4.1 and 6.',
      );
    else if (!responds) tell('forcings', line, `"${functionName}" is no function.`, 'The sixth cell names the function that must respond.');
    else if (unknown)
      tell('forcings', line, `"${unknown.word}" is no section.`, 'The seventh cell names sections, with semicolons between.');
    else if (minutes === null || (minutes !== undefined && minutes <= 0))
      tell('forcings', line, `"${minutesText}" is no time.`, 'Give the minutes that it takes, such as 5.');
    else {
      const known = base?.forcings.find((each) => each.name === name);
      forcings.push({
        id: known?.id ?? ownId(name, [...forcings, ...(base?.forcings ?? [])]),
        name,
        line: from.id,
        value,
        limit,
        unit,
        responds: responds.id,
        cuts: cut.flatMap(({ section }) => section?.id ?? []),
        minutes: minutes ?? known?.minutes ?? 5,
      });
    }
  }
  return forcings;
}

export function forcingLines(card: Card): string {
  const name = (id: string): string => card.sections.find((s) => s.id === id)?.name ?? id;
  return asLines(
    card.forcings.map((f) => [
      f.name,
      name(f.line),
      figureCell(f.value, f.unit),
      figureCell(f.limit, f.unit),
      f.unit,
      card.functions.find(({ id }) => id === f.responds)?.name ?? f.responds,
      f.cuts.map(name).join('; ') + (f.cuts.length === 1 ? ';' : ''),
      String(f.minutes),
    ]),
  );
}
