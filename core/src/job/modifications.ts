import { guessedPart, optionCalled, partOf, type CardChange, type LaidCard, type Modification } from '../card';
import { dayOf } from '../line';
import { isGone, ofKind, standing, type EntryOf, type TapeEntry } from '../tape';
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

/** The differences from the chassis that a part makes, or what the card says of something that may be fitted; none where neither is named. */
function changesOf({ title, designator, value, section }: ModificationTyped, card: LaidCard | undefined): readonly CardChange[] {
  const name = designator.trim().toUpperCase();
  if (!card) return [];
  if (!name) return optionCalled(card, title)?.changes ?? [];
  const part = partOf(card, name);
  if (isGone(value)) return part ? [{ act: 'drop', list: 'parts', item: name }] : [];
  if (part) return [{ act: 'set', list: 'parts', item: name, fields: { value: value.trim() } }];
  return [{ act: 'add', list: 'parts', value: { designator: name, section, kind: guessedPart(name, value), value: value.trim() } }];
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
    ...(name && card && !known && isGone(typed.value) ? { designator: `${name} is not on the card, so it cannot be taken off it.` } : {}),
    ...(name && card && !known && !isGone(typed.value) && !typed.section ? { section: `${name} is not on the card: where is it?` } : {}),
  };
  if (Object.keys(wrong).length) return { set, wrong };
  const changes = changesOf(typed, card);
  const modification: Modification = {
    id: made.id,
    // Without a card nothing can be laid over it: then the words say all of it.
    title: name && !changes.length ? `${typed.title.trim()}: ${name} is ${typed.value.trim()}` : typed.title.trim(),
    on: made.on,
    changes: [...changes],
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
        ? `${change.item} is ${String(change.fields['value'] ?? change.fields['expect'] ?? 'otherwise')}`
        : `${String(change.value['designator'] ?? 'a part')} added${change.value['value'] ? `, ${String(change.value['value'])}` : ''}`,
  );
  return said.length ? `${title}: ${said.join(', ')}` : title;
}

/** What stands in an entry, as it would be typed into the form. */
export const modificationTyped = ({
  title,
  designator = '',
  value = '',
  section = '',
}: Omit<EntryOf<'modification'>, keyof TapeEntry>): ModificationTyped => ({
  title,
  designator,
  value,
  section,
});

/**
 * The set as its job goes on from one state of the tape to the next: with what was newly modified, and without what is struck now or
 * again with what is brought back.
 */
export function setAfter(set: RadioSet, card: LaidCard | undefined, before: readonly TapeEntry[], after: readonly TapeEntry[]): RadioSet {
  const [then, now] = [before, after].map((tape) => new Map(ofKind(standing(tape), 'modification').map((entry) => [entry.id, entry]))) as [
    Map<string, EntryOf<'modification'>>,
    Map<string, EntryOf<'modification'>>,
  ];
  let changed = set;
  for (const [id] of then) if (!now.has(id)) changed = rolledBack(changed, id, true);
  for (const [id, entry] of now) {
    if (then.has(id)) continue;
    const has = changed.modifications.some((each) => each.id === id);
    if (has) {
      changed = rolledBack(changed, id, false);
      continue;
    }
    const [typed, made] = [modificationTyped(entry), { id, on: entry.done ?? dayOf(new Date(entry.at)) }];
    const laid = modified(changed, card, typed, made);
    // What cannot be laid over the card as it is now is still said of the set.
    changed = laid.modification
      ? laid.set
      : modified(changed, undefined, { ...typed, title: `${typed.title}: ${typed.designator} is ${typed.value}`, designator: '' }, made)
          .set;
  }
  return changed;
}
