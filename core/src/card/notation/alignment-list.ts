import type { Card, CardInput } from '../card-schema';
import { cells, list } from './lines';
import { asLines, ownId } from './lists';
import type { Reading } from './reading';

type StepInput = NonNullable<CardInput['alignment']>[number];

/** Steps of alignment as cells, in their order: name, what is turned, where it is read, what is wanted, steps that come before. */
export function readAlignment(text: string, { base, tell }: Reading): StepInput[] {
  const steps: StepInput[] = [];
  const rows = cells(text);
  for (const { cells: row, line } of rows) {
    const [name = '', adjust = '', at = '', expect = ''] = row;
    if (!name) tell('alignment', line, 'A step needs a name.', 'Begin the line with it, such as Receiver IF.');
    else if (!expect) tell('alignment', line, `What is wanted of "${name}"?`, 'The fourth cell says it, such as peak, or 3.1 V.');
    else {
      const known = base?.alignment.find((each) => each.name === name);
      steps.push({
        id: known?.id ?? ownId(name, [...steps, ...(base?.alignment ?? [])]),
        name,
        adjust: list(adjust),
        ...(at ? { at } : {}),
        expect,
        after: [],
      });
    }
  }
  // A step may come after one that stands further down.
  return steps.map((step) => {
    const own = rows.find(({ cells: [name] }) => name === step.name);
    const after = (own?.cells[4] ?? '')
      .split(';')
      .map((word) => word.trim())
      .filter(Boolean)
      .flatMap((word) => {
        const before = steps.find(({ id, name }) => id === word || name.toLowerCase() === word.toLowerCase());
        if (!before)
          tell(
            'alignment',
            own?.line ?? 0,
            `"${word}" is no step of this list.`,
            'The fifth cell names earlier steps, with semicolons between.',
          );
        return before ? [before.id] : [];
      });
    return { ...step, after };
  });
}

export const alignmentLines = (card: Card): string =>
  asLines(
    card.alignment.map((step) => [
      step.name,
      step.adjust.join(', '),
      step.at,
      step.expect,
      step.after.map((id) => card.alignment.find((each) => each.id === id)?.name ?? id).join('; '),
    ]),
  );
