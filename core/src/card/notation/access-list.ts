import type { Card, CardInput } from '../card-schema';
import { cells, figureOf } from './lines';
import { asLines, ownId } from './lists';
import type { Reading } from './reading';

type AccessInput = NonNullable<CardInput['access']>[number];

/** What has to be taken off to reach things, as cells: what, minutes, what must be off before. */
export function readAccess(text: string, { base, tell }: Reading): AccessInput[] {
  const steps: AccessInput[] = [];
  const rows = cells(text);
  for (const { cells: row, line } of rows) {
    const [remove = '', minutesText = ''] = row;
    const minutes = figureOf(minutesText, '');
    if (!remove) tell('access', line, 'What is taken off?', 'Begin the line with it, such as Bottom cover, 6 screws.');
    else if (!minutes || minutes < 0)
      tell('access', line, `"${minutesText}" is no time.`, 'The second cell gives the minutes that it takes, such as 2.');
    else {
      const known = base?.access.find((each) => each.remove === remove);
      steps.push({ id: known?.id ?? ownId(remove, [...steps, ...(base?.access ?? [])]), remove, minutes });
    }
  }
  return steps.map((step) => {
    const own = rows.find(({ cells: [remove] }) => remove === step.remove);
    const word = own?.cells[2] ?? '';
    const behind = word ? steps.find(({ id, remove }) => id === word || remove.toLowerCase() === word.toLowerCase()) : undefined;
    if (word && !behind)
      tell('access', own?.line ?? 0, `"${word}" is nothing that is taken off.`, 'The third cell names another line of this list.');
    return { ...step, ...(behind ? { behind: behind.id } : {}) };
  });
}

export const accessLines = (card: Card): string =>
  asLines(card.access.map((step) => [step.remove, String(step.minutes), card.access.find(({ id }) => id === step.behind)?.remove]));
