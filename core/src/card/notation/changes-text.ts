import { quantityText, type Unit } from '../../quantity';
import type { Card, CardChange, CardInput, ListName } from '../card-schema';
import { guessedPart } from './guesses';
import { figureOf } from './lines';

/** The lists in which a model or a set may differ from its chassis, in the order in which a name is looked for, and what one item of them is called. */
const lists = {
  parts: { word: 'part', name: 'designator' },
  functions: { word: 'function', name: 'name' },
  sections: { word: 'section', name: 'name' },
  testPoints: { word: 'point', name: 'id' },
  limits: { word: 'test', name: 'name' },
  coldChecks: { word: 'check', name: 'name' },
  injections: { word: 'injection', name: 'name' },
  forcings: { word: 'forcing', name: 'name' },
  alignment: { word: 'step', name: 'name' },
  access: { word: 'access', name: 'remove' },
} as const satisfies Partial<Record<ListName, { readonly word: string; readonly name: string }>>;
type DifferingList = keyof typeof lists;
const listNames = Object.keys(lists) as DifferingList[];

/** What the lists of a card hold, as far as they can be read. */
export type Lists = Pick<Card | CardInput, DifferingList>;
type Item = Readonly<Record<string, unknown>>;
interface Named {
  readonly list: DifferingList;
  readonly name: string;
  readonly key: string;
  readonly item: Item;
}

const keyOf = (list: DifferingList): string => (list === 'parts' ? 'designator' : 'id');
const itemsOf = (held: Lists, list: DifferingList): readonly Named[] =>
  ((held[list] ?? []) as readonly Item[]).map((item) => ({
    list,
    name: String(item[lists[list].name]),
    key: String(item[keyOf(list)]),
    item,
  }));
const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
const called = (held: Lists, name: string): readonly Named[] =>
  listNames.flatMap((list) => itemsOf(held, list).filter((one) => same(one.name, name)));

/** The name of an item as it is found again: with the word of its list where another list has one of that name. */
function nameOf(held: Lists, list: string, key: string): string {
  const own = listNames.find((each) => each === list);
  const found = own && itemsOf(held, own).find((one) => one.key === key);
  if (!found) return key;
  return called(held, found.name).length > 1 ? `${lists[found.list].word} ${found.name}` : found.name;
}

const only = (fields: Item, ...names: readonly string[]): boolean => Object.keys(fields).every((name) => names.includes(name));
const bounds = ({ low, high }: Item, unit: Unit): string => {
  const figure = (value: unknown): string => quantityText(value as number, unit, { digits: 9 }).replace('−', '-');
  if (low === undefined) return high === undefined ? '' : `up to ${figure(high)}`;
  return high === undefined ? `from ${figure(low)}` : `${figure(low)} to ${figure(high)}`;
};

/** What a changed item is now, where it can be typed. */
function becomes(held: Lists, { list, item, fields }: CardChange & { act: 'set' }): string | undefined {
  const [value, expect] = [fields['value'], fields['expect']];
  if (list === 'parts' && only(fields, 'value') && typeof value === 'string') return value;
  if (list === 'coldChecks' && only(fields, 'expect') && typeof expect === 'string') return expect;
  const test = list === 'limits' && held.limits?.find(({ id }) => id === item);
  return test && only(fields, 'low', 'high') ? bounds(fields, test.unit) || undefined : undefined;
}

/**
 * One difference from the chassis as one types it: `F1 = 3 A quick`, `no Hailer`, `+ C99, VCO, 100n`. What cannot be typed is named,
 * and read back as what it was.
 */
export function changeText(held: Lists, change: CardChange): string {
  const plain = (text: string): string => text.replace(/[;\t|]/g, ',');
  if (change.act === 'drop') return plain(`no ${nameOf(held, change.list, change.item)}`);
  if (change.act === 'set') {
    const name = nameOf(held, change.list, change.item);
    const now = becomes(held, change);
    return plain(now === undefined ? `${name} otherwise: ${Object.keys(change.fields).join(', ')}` : `${name} = ${now}`);
  }
  const { designator, section, value } = change.value;
  const place = held.sections.find(({ id }) => id === section)?.name;
  if (change.list === 'parts' && place !== undefined) return plain(`+ ${String(designator)}, ${place}, ${String(value)}`);
  return plain(`+ ${change.list} ${String(change.value['name'] ?? change.value['id'] ?? designator)}`);
}
export const changesText = (held: Lists, changes: readonly CardChange[]): string =>
  changes.map((change) => changeText(held, change)).join('; ');

/** A difference that was read, or why it was not. */
type ReadChange = CardChange | { readonly wrong: string; readonly mend: string };
const wrong = (message: string, mend: string): ReadChange => ({ wrong: message, mend });
const example = 'Write it like F1 = 3 A quick, no hailer, or + C99, VCO, 100n.';

/** The one item that a name means. */
function meant(held: Lists, name: string): Named | { readonly wrong: string; readonly mend: string } {
  const [word = '', ...rest] = name.split(/\s+/);
  const list = listNames.find((each) => same(lists[each].word, word));
  const own = list && rest.length ? itemsOf(held, list).filter((one) => same(one.name, rest.join(' '))) : [];
  const found = own.length ? own : called(held, name);
  const [first, second] = found;
  if (!first) return { wrong: `Nothing on this card is called "${name}".`, mend: example };
  if (second)
    return {
      wrong: `"${name}" is a ${lists[first.list].word} and a ${lists[second.list].word}.`,
      mend: `Say which: ${lists[first.list].word} ${name}, or ${lists[second.list].word} ${name}.`,
    };
  return first;
}

function readSet(held: Lists, name: string, now: string): ReadChange {
  const found = meant(held, name);
  if ('wrong' in found) return found;
  const { list, key: item } = found;
  if (list === 'parts') return { act: 'set', list, item, fields: { value: now } };
  if (list === 'coldChecks') return { act: 'set', list, item, fields: { expect: now } };
  if (list !== 'limits')
    return wrong(`What is otherwise of ${found.name} cannot be written here.`, 'Parts, checks and the limits of tests can.');
  const unit = held.limits?.find(({ id }) => id === item)?.unit ?? '';
  const [, lowText, highText] = /^(?:from\s+(.+)|(?:.+?\s+to\s+|up to\s+)(.+))$/i.exec(now) ?? [];
  const between = /^(.+?)\s+to\s+/i.exec(now)?.[1];
  const low = figureOf(lowText ?? (between && !/^up$/i.test(between) ? between : ''), unit);
  const high = figureOf(highText ?? '', unit);
  if (low === null || high === null || (low === undefined && high === undefined))
    return wrong(`"${now}" are no limits.`, `Write them like 3.4 to 4, from 3 or up to 4${unit ? `, in ${unit}` : ''}.`);
  return { act: 'set', list, item, fields: { ...(low === undefined ? {} : { low }), ...(high === undefined ? {} : { high }) } };
}

function readAdded(held: Lists, text: string): ReadChange {
  const [, rawName = '', rest = ''] = /^([^,\s]+)\s*,\s*(.*)$/.exec(text) ?? [];
  const designator = rawName.toUpperCase();
  if (!/^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(designator))
    return wrong(`"${text}" is no part that could be added.`, 'Write it like + C99, VCO, 100n: designator, section, value.');
  // The name of a section may hold commas.
  const [place] = held.sections
    .flatMap(({ id, name, short }) => [name, short].map((said) => ({ id, said })))
    .filter(({ said }) => same(rest, said) || rest.toLowerCase().startsWith(`${said.toLowerCase()},`))
    .sort((a, b) => b.said.length - a.said.length);
  if (!place)
    return wrong(
      `Where is ${designator}?`,
      `Name a section of this card behind it, such as + ${designator}, ${held.sections[0]?.name ?? 'VCO'}, 100n.`,
    );
  const value = rest
    .slice(place.said.length)
    .replace(/^\s*,\s*/, '')
    .trim();
  if (held.parts?.some((part) => part.designator === designator))
    return wrong(`${designator} is on the card already.`, `Write ${designator} = ${value || '100n'} for another value.`);
  return { act: 'add', list: 'parts', value: { designator, section: place.id, kind: guessedPart(designator, value), value } };
}

/**
 * Differences from the chassis as they are typed, with semicolons between.
 * @param held what the lists of the card hold
 * @param known differences that stand on the card, each with how it was written
 */
export function readChanges(
  held: Lists,
  text: string,
  known: readonly (readonly [written: string, change: CardChange])[],
): { readonly changes: readonly CardChange[]; readonly wrong?: string; readonly mend?: string } {
  const changes: CardChange[] = [];
  for (const one of text.split(';').map((each) => each.trim())) {
    if (!one) continue;
    const before = known.find(([written]) => same(written, one))?.[1];
    const [, gone] = /^(?:no|without)\s+(.+)$/i.exec(one) ?? [];
    const [, added] = /^\+\s*(.+)$/.exec(one) ?? [];
    const at = one.indexOf('=');
    let read: ReadChange;
    if (before) read = before;
    else if (added !== undefined) read = readAdded(held, added);
    else if (gone !== undefined) {
      const found = meant(held, gone);
      read = 'wrong' in found ? found : { act: 'drop', list: found.list, item: found.key };
    } else if (at > 0 && one.slice(at + 1).trim()) read = readSet(held, one.slice(0, at).trim(), one.slice(at + 1).trim());
    else read = wrong(`"${one}" says nothing that could differ.`, example);
    if ('wrong' in read) return { changes, ...read };
    changes.push(read);
  }
  return { changes };
}
