import type { Card, CardInput } from '../card-schema';
import { conditionText } from '../condition';
import { cells, conditionOf, figureOf, list } from './lines';
import { asLines, figureCell, stillTypical } from './lists';
import type { Reading } from './reading';

type LevelInput = NonNullable<CardInput['levels']>[number];

/** Levels along the way as cells: section after which it stands, condition, dBm. */
export function readLevels(text: string, { modes, bands, base, named, tell }: Reading): LevelInput[] {
  const levels: LevelInput[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [place = '', conditionCell = '', dBmText = ''] = row;
    const section = named(place);
    const condition = conditionOf(list(conditionCell), modes, bands);
    const dBm = figureOf(dBmText, 'dBm');
    if (!section) tell('levels', line, `"${place}" is no section.`, 'Begin the line with the section after which the level stands.');
    else if (typeof condition === 'string')
      tell('levels', line, `"${condition}" is no condition.`, 'Write keyed, receive, a mode, a band or ch 19, with commas between.');
    else if (typeof dBm !== 'number') tell('levels', line, `"${dBmText}" is no level.`, 'The third cell is in dBm, like -33.');
    else {
      const level = { after: section.id, condition, dBm };
      levels.push({ ...level, ...stillTypical(base?.levels, level) });
    }
  }
  return levels;
}

export const levelLines = (card: Card): string =>
  asLines(
    card.levels.map((level) => [
      card.sections.find(({ id }) => id === level.after)?.name,
      conditionText(level.condition),
      figureCell(level.dBm, 'dBm'),
    ]),
  );
