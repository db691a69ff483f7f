import { guessedPart, partOf, type CardChange, type LaidCard, type Modification } from '../card';
import type { RadioSet } from './records';

/** A change made to one set, as it is typed. */
export interface ModificationTyped {
  /** What was done, in words. */
  readonly title: string;
  /** The part that is another now; empty where it is none that the card names. */
  readonly designator: string;
  /** What it is now; `removed` or `cut` where it is gone. */
  readonly value: string;
  /** Where it is, for a part that the card does not have. */
  readonly section: string;
}
export type ModificationWrong = Readonly<Partial<Record<keyof ModificationTyped, string>>>;

const gone = /^(removed|cut|out|gone|lifted)$/i;

/** The difference from the chassis that a part makes; undefined where none is named. */
function changeOf({ designator, value, section }: ModificationTyped, card: LaidCard | undefined): CardChange | undefined {
  const name = designator.trim().toUpperCase();
  if (!name || !card) return undefined;
  const part = partOf(card, name);
  if (gone.test(value.trim())) return part && { act: 'drop', list: 'parts', item: name };
  if (part) return { act: 'set', list: 'parts', item: name, fields: { value: value.trim() } };
  return { act: 'add', list: 'parts', value: { designator: name, section, kind: guessedPart(name, value), value: value.trim() } };
}

/** The set with one more modification, or why it cannot be. */
export function modified(
  set: RadioSet,
  card: LaidCard | undefined,
  typed: ModificationTyped,
  made: { readonly id: string; readonly on: string },
): { readonly set: RadioSet; readonly modification?: Modification; readonly wrong: ModificationWrong } {
  const name = typed.designator.trim().toUpperCase();
  const known = card && name ? partOf(card, name) : undefined;
  const wrong: ModificationWrong = {
    ...(typed.title.trim() ? {} : { title: 'What was done to it? Say it in a few words.' }),
    ...(name && !/^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(name) ? { designator: `"${typed.designator}" is no designator such as R12.` } : {}),
    ...(name && !typed.value.trim() ? { value: 'What is it now? Write its value, or removed.' } : {}),
    ...(name && card && !known && gone.test(typed.value.trim())
      ? { designator: `${name} is not on the card, so it cannot be taken off it.` }
      : {}),
    ...(name && card && !known && !gone.test(typed.value.trim()) && !typed.section
      ? { section: `${name} is not on the card: where is it?` }
      : {}),
  };
  if (Object.keys(wrong).length) return { set, wrong };
  const change = changeOf(typed, card);
  const modification: Modification = {
    id: made.id,
    title: typed.title.trim(),
    on: made.on,
    changes: change ? [change] : [],
    rolledBack: false,
  };
  return { set: { ...set, modifications: [...set.modifications, modification] }, modification, wrong };
}

/** The set with one modification rolled back, or put in again. */
export const rolledBack = (set: RadioSet, id: string, back: boolean): RadioSet => ({
  ...set,
  modifications: set.modifications.map((each) => (each.id === id ? { ...each, rolledBack: back } : each)),
});

/** What a modification changed, in words: `Clarifier opened: R12 is 4k7`. */
export function modificationText({ title, changes }: Modification): string {
  const said = changes.map((change) =>
    change.act === 'drop'
      ? `${change.item} removed`
      : change.act === 'set'
        ? `${change.item} is ${String(change.fields['value'] ?? 'changed')}`
        : `${String(change.value['designator'] ?? 'a part')} added, ${String(change.value['value'] ?? '')}`,
  );
  return said.length ? `${title}: ${said.join(', ')}` : title;
}

/** Whether what was done may be forbidden where the set is used; whoever uses it has to know. */
export const mayBeForbidden = (title: string): boolean =>
  /channel|band|open|unlock|clarifier|power|peak|deviation|modulation|limiter|out of band|extended|wide/i.test(title);
