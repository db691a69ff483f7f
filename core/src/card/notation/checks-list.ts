import { units } from '../../quantity';
import type { Card, CardInput } from '../card-schema';
import { cells, figureOf } from './lines';
import { asLines, figureCell, ownId } from './lists';
import type { Reading } from './reading';

type CheckInput = NonNullable<CardInput['coldChecks']>[number];

/** Cold checks as cells: what is checked, what it should be, unit, low, high, section that it speaks for. */
export function readChecks(text: string, { base, named, tell }: Reading): CheckInput[] {
  const checks: CheckInput[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [name = '', expect = '', unitText = '', lowText = '', highText = '', place = ''] = row;
    const unit = units.find((u) => u !== '' && (u.toLowerCase() === unitText.toLowerCase() || (u === 'ohm' && unitText === 'Ω')));
    const section = place ? named(place) : undefined;
    const [low, high] = [lowText, highText].map((figure) => figureOf(figure, unit ?? ''));
    if (!name) tell('checks', line, 'A check needs a name.', 'Begin the line with what is checked, such as Fuse.');
    else if (!expect) tell('checks', line, `What should "${name}" be?`, 'The second cell says what is right, such as 2 A quick.');
    else if (unitText && !unit) tell('checks', line, `"${unitText}" is no unit known here.`, 'The third cell is ohm, V, A, or empty.');
    else if (low === null || high === null) tell('checks', line, 'A figure cannot be read.', 'Write it like 470, 1.2k or 2M.');
    else if (place && !section) tell('checks', line, `"${place}" is no section.`, 'The sixth cell names the section for which it speaks.');
    else {
      const known = base?.coldChecks.find((each) => each.name === name);
      checks.push({
        id: known?.id ?? ownId(name, [...checks, ...(base?.coldChecks ?? [])]),
        name,
        expect,
        ...(unit ? { unit } : {}),
        ...(low === undefined ? {} : { low }),
        ...(high === undefined ? {} : { high }),
        ...(section ? { section: section.id } : {}),
      });
    }
  }
  return checks;
}

export const checkLines = (card: Card): string =>
  asLines(
    card.coldChecks.map((c) => [
      c.name,
      c.expect,
      c.unit,
      figureCell(c.low, c.unit ?? ''),
      figureCell(c.high, c.unit ?? ''),
      card.sections.find(({ id }) => id === c.section)?.name,
    ]),
  );
