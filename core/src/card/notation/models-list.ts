import type { Card, CardChange, CardInput } from '../card-schema';
import { changeText, changesText, readChanges, type Lists } from './changes-text';
import { cells } from './lines';
import { asLines, ownId } from './lists';
import type { Reading } from './reading';

type ModelInput = CardInput['models'][number];
type OptionInput = NonNullable<CardInput['options']>[number];

const written = (base: Card | undefined, changes: readonly CardChange[]): [string, CardChange][] =>
  base ? changes.map((change) => [changeText(base, change), change]) : [];

/** Cells of a line of which all from one on may be differences, where semicolons part the cells. */
const joined = (row: readonly string[], from: number, text: string): readonly string[] =>
  /[\t|]/.test(text) ? row : [...row.slice(0, from), row.slice(from).join('; ')];

/** Other models of this chassis, as cells: maker, name, how it differs, note. The one that the card is named for stands in its head. */
export function readModels(text: string, { base, tell }: Reading, held: Lists, first: ModelInput): ModelInput[] {
  const before = base?.models.slice(1) ?? [];
  const rows = cells(text).map(({ cells: row, line }) => ({ cells: joined(row, 2, text), line }));
  const isOf =
    ([maker = '', name = '']: readonly string[]) =>
    (model: { readonly maker: string; readonly name: string }): boolean =>
      model.maker.toLowerCase() === maker.toLowerCase() && model.name.toLowerCase() === name.toLowerCase();
  // Sets say by its id which model they are: one that is only called otherwise now keeps it.
  const renamed = rows.length === before.length ? before : [];
  const exact = rows.map(({ cells: row }) => before.find(isOf(row)));
  const models: ModelInput[] = [];
  rows.forEach(({ cells: row, line }, at) => {
    const [maker = '', name = '', differs = '', note = ''] = row;
    const own = exact[at] ?? (renamed[at] && !exact.includes(renamed[at]) ? renamed[at] : undefined);
    const read = readChanges(held, differs, written(base, own?.differs ?? []));
    if (!maker || !name)
      tell('models', line, 'A model has a maker and a name.', 'Write it like Skarrow Marine | Teal 40 | no hailer; F1 = 3 A quick');
    else if ([first, ...models].some(isOf(row))) tell('models', line, `${maker} ${name} is there twice.`, 'Leave one of the two.');
    else if (read.wrong !== undefined) tell('models', line, read.wrong, read.mend ?? '');
    else
      models.push({
        id: own?.id ?? ownId(name, [first, ...models, ...before]),
        maker,
        name,
        differs: [...read.changes],
        ...(note ? { note } : {}),
      });
  });
  return models;
}
export const modelLines = (card: Card): string =>
  asLines(card.models.slice(1).map(({ maker, name, differs, note }) => [maker, name, changesText(card, differs), note]));

/** What may be fitted to a set of this chassis, as cells: name, what is otherwise then. */
export function readOptions(text: string, { base, tell }: Reading, held: Lists): OptionInput[] {
  const options: OptionInput[] = [];
  for (const { cells: all, line } of cells(text)) {
    const [name = '', changes = ''] = joined(all, 1, text);
    const own = base?.options.find((each) => each.name.toLowerCase() === name.toLowerCase());
    const read = readChanges(held, changes, written(base, own?.changes ?? []));
    if (!name) tell('options', line, 'An option has a name.', 'Write it like Narrow filter | X3 = 500 Hz; + X4, IF amplifier, 500 Hz');
    else if (options.some((each) => each.name.toLowerCase() === name.toLowerCase()))
      tell('options', line, `${name} is there twice.`, 'Leave one of the two.');
    else if (read.wrong !== undefined) tell('options', line, read.wrong, read.mend ?? '');
    else options.push({ id: own?.id ?? ownId(name, [...options, ...(base?.options ?? [])]), name, changes: [...read.changes] });
  }
  return options;
}
export const optionLines = (card: Card): string => asLines(card.options.map(({ name, changes }) => [name, changesText(card, changes)]));
