import { joinCounts, type StockItem } from '../job';
import type { Order } from '../orders';
import { joinTapes, type TapeEntry } from '../tape';
import { joinWords, told, type JoinSide } from './join-job';
import { joinTable, same, type Clash, type JoinedTable, type LastJoined, type Row } from './join-records';
import type { ShopArchive } from './shop-archive';

const tables = [
  'customers',
  'sets',
  'jobs',
  'cards',
  'stock',
  'instruments',
  'suppliers',
  'orders',
  'practice',
  'lessons',
  'sheets',
  'places',
] as const;
type Table = (typeof tables)[number];
/** The records of a shop without its tapes and files, as they were when it was joined last. */
export type ShopRecords = Pick<ShopArchive, Table | 'settings'>;
/** What the other side brought last, and what became of it here. */
export interface ShopsLastJoined {
  readonly file: ShopRecords;
  readonly here: ShopRecords;
}

/** A record that both sides changed, each in its own way. */
export interface ShopQuestion {
  /** Table and id. */
  readonly of: string;
  readonly title: string;
  readonly differs: readonly { readonly field: string; readonly here: string; readonly file: string }[];
}

export interface JoinedShop {
  readonly shop: ShopArchive;
  readonly says: readonly string[];
  readonly asks: readonly ShopQuestion[];
}

/** What of a shop is kept to join it again. */
export const recordsOf = (shop: ShopRecords): ShopRecords =>
  Object.fromEntries([...tables, 'settings' as const].map((table) => [table, shop[table]])) as unknown as ShopRecords;

const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
const names: Readonly<Record<Table, readonly [one: string, many: string]>> = {
  customers: ['owner', 'owners'],
  sets: ['set', 'sets'],
  jobs: ['job', 'jobs'],
  cards: ['card', 'cards'],
  stock: ['item of stock', 'items of stock'],
  instruments: ['instrument', 'instruments'],
  suppliers: ['supplier', 'suppliers'],
  orders: ['order', 'orders'],
  practice: ['case of practice', 'cases of practice'],
  lessons: ['lesson', 'lessons'],
  sheets: ['sheet', 'sheets'],
  places: ['list of pins', 'lists of pins'],
};

/** What a record is called where one is asked about it. */
function titleOf(table: Table, row: Row): string {
  const { name, part, number, maker, model, chassis } = row;
  const own = [maker, model, name, part, chassis].filter((each) => typeof each === 'string').join(' ');
  return `${names[table][0]} ${typeof number === 'number' ? number : own}`.trim();
}

const questionWords: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  jobs: joinWords.job,
  customers: joinWords.customer,
  sets: joinWords.set,
};
const wordOf = (table: Table, field: string): string =>
  questionWords[table]?.[field] ?? field.replace(/Minor$/, '').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
const shortText = (field: string, value: unknown): string => {
  const text = typeof value === 'object' && value !== null && !Array.isArray(value) ? JSON.stringify(value) : told(field, value);
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
};

/** Of two records under one number, the one that was there first keeps it; the others get the next that are free. */
function numbered<T extends { readonly id: string; readonly number: number }>(
  rows: readonly T[],
  since: (row: T) => string,
): { readonly rows: readonly T[]; readonly renumbered: readonly { readonly row: T; readonly was: number }[] } {
  const renumbered: { row: T; was: number }[] = [];
  const taken = new Set<number>();
  const order = [...rows].sort((a, b) => since(a).localeCompare(since(b)) || a.id.localeCompare(b.id));
  let next = Math.max(0, ...rows.map(({ number }) => number));
  const given = new Map<string, T>();
  for (const row of order) {
    if (!taken.has(row.number)) {
      taken.add(row.number);
      given.set(row.id, row);
      continue;
    }
    const moved = { ...row, number: (next += 1) };
    taken.add(next);
    given.set(row.id, moved);
    renumbered.push({ row: moved, was: row.number });
  }
  return { rows: rows.map((row) => given.get(row.id) ?? row), renumbered };
}

const unionById = <T extends { readonly id: string }>(here: readonly T[], file: readonly T[]): T[] => {
  const known = new Set(here.map(({ id }) => id));
  return [...here, ...file.filter(({ id }) => !known.has(id))];
};

/**
 * Joins the shop of another bench with the one here. Tapes are joined by entry, counts of stock are added up, events of orders come together;
 * of every other record each field comes from the side that changed it, and where both did, it is asked which holds. Nothing that one side
 * holds is lost: what one took away comes back where the other had changed it.
 *
 * @param last what was joined last with that bench; without it every difference is asked about
 * @param answers which side holds, by the `of` of a question; what is here where nothing is said
 * @throws CoreError where an entry of one id says different things
 */
export function joinShops(
  here: ShopArchive,
  file: ShopArchive,
  last: ShopsLastJoined | undefined,
  answers: Readonly<Record<string, JoinSide>> = {},
): JoinedShop {
  const says: string[] = [];
  const asks: ShopQuestion[] = [];
  const lastOf = (table: Table): LastJoined | undefined =>
    last && { file: byId(last.file[table] as readonly Row[]), here: byId(last.here[table] as readonly Row[]) };
  const join = <T extends { readonly id: string }>(table: Table, more: JoinMore<T> = {}): JoinedTable<T> => {
    const joined = joinTable(
      here[table] as unknown as readonly (T & Row)[],
      file[table] as unknown as readonly (T & Row)[],
      lastOf(table),
      {
        ...(more as JoinMore<T & Row>),
        holds: (id) => answers[`${table} ${id}`] ?? 'here',
      },
    );
    asks.push(...joined.clashes.map((clash) => questionOf(table, clash)));
    const [one, many] = names[table];
    if (joined.added.length) says.push(`${counted(joined.added.length, one, many)} ${joined.added.length === 1 ? 'comes' : 'come'} in.`);
    if (joined.dropped.length)
      says.push(
        `${counted(joined.dropped.length, one, many)} taken away over there ${joined.dropped.length === 1 ? 'goes' : 'go'} here too.`,
      );
    return joined;
  };

  const jobs = join<ShopArchive['jobs'][number]>('jobs', { skip: ['number'], more: laterNumber, keeps: () => true });
  const jobNumbers = numbered(jobs.rows, ({ bookedInAt }) => bookedInAt);
  for (const { row, was } of jobNumbers.renumbered)
    says.push(`Two jobs had the number ${was}: the later one is ${row.number} now; write it on its tag.`);
  const sets = join<ShopArchive['sets'][number]>('sets', { keeps: ({ id }) => jobs.rows.some(({ setId }) => setId === id) });
  const owners = new Set([...jobs.rows, ...sets.rows].map(({ customerId }) => customerId));
  const customers = join<ShopArchive['customers'][number]>('customers', { keeps: ({ id }) => owners.has(id) });
  const cards = join<ShopArchive['cards'][number]>('cards', { keeps: () => true });
  const stock = join<StockItem>('stock', { skip: ['quantity', 'moved'], more: addedUp });
  says.push(...stockSays(here.stock, file.stock, stock));
  const orders = join<Order>('orders', {
    skip: ['events', 'number'],
    more: (row, ours, theirs) => laterNumber(withEvents(row, ours, theirs), ours, theirs),
    keeps: () => true,
  });
  const orderNumbers = numbered(orders.rows, ({ at }) => at);
  for (const { row, was } of orderNumbers.renumbered) says.push(`Two orders had the number ${was}: the later one is ${row.number} now.`);
  const tape = tapesJoined(here, file, says);

  const shop: ShopArchive = {
    settings: settingsJoined(here, file, last, jobNumbers.rows),
    customers: [...customers.rows],
    sets: [...sets.rows],
    jobs: [...jobNumbers.rows],
    cards: [...cards.rows],
    stock: [...stock.rows],
    instruments: [...join<ShopArchive['instruments'][number]>('instruments').rows],
    suppliers: [...join<ShopArchive['suppliers'][number]>('suppliers').rows],
    orders: [...orderNumbers.rows],
    practice: [...join<ShopArchive['practice'][number]>('practice', { keeps: () => true }).rows],
    lessons: [...join<ShopArchive['lessons'][number]>('lessons', { keeps: () => true }).rows],
    sheets: [...join<ShopArchive['sheets'][number]>('sheets', { keeps: () => true }).rows],
    places: [...join<ShopArchive['places'][number]>('places', { keeps: () => true }).rows],
    attachments: unionById(here.attachments, file.attachments),
    sheetFiles: unionById(here.sheetFiles, file.sheetFiles),
    blobs: { ...file.blobs, ...here.blobs },
    sheetBlobs: { ...file.sheetBlobs, ...here.sheetBlobs },
    tape,
  };
  if (shop.attachments.length > here.attachments.length)
    says.push(`${counted(shop.attachments.length - here.attachments.length, 'picture')} come in.`);
  if (says.length === 0) says.push('Nothing in it is new here.');
  if (file.bench !== undefined && file.bench === here.bench)
    says.push('It was made at this bench: what was changed here since is asked about.');
  else if (!last && here.jobs.length) says.push('It was never joined with this bench before: where the two differ you are asked.');
  return { shop, says, asks };
}

interface JoinMore<T> {
  readonly skip?: readonly string[];
  readonly more?: (row: T, here: T, file: T) => T;
  readonly keeps?: (row: T) => boolean;
}

const byId = (rows: readonly Row[]): ReadonlyMap<string, Row> => new Map(rows.map((row) => [row.id, row]));

function questionOf(table: Table, { here, fields }: { readonly here: unknown; readonly fields: readonly Clash[] }): ShopQuestion {
  const row = here as Row;
  return {
    of: `${table} ${row.id}`,
    title: titleOf(table, row),
    differs: fields.map(({ field, here: ours, file }) => ({
      field: wordOf(table, field),
      here: shortText(field, ours),
      file: shortText(field, file),
    })),
  };
}

/** One that had to take another number keeps that: numbers are given anew upwards only. */
const laterNumber = <T extends { readonly number: number }>(row: T, here: T, file: T): T =>
  file.number > here.number ? { ...row, number: file.number } : row;

/** The count of an item is what both benches make it together. */
function addedUp(row: StockItem, here: StockItem, file: StockItem): StockItem {
  const { quantity, moved } = joinCounts(here, file);
  return same(moved, here.moved) && quantity === here.quantity ? row : { ...row, quantity, moved };
}

function stockSays(here: readonly StockItem[], file: readonly StockItem[], joined: JoinedTable<StockItem>): readonly string[] {
  const theirs = new Map(file.map((item) => [item.id, item]));
  return here.flatMap((item) => {
    const other = theirs.get(item.id);
    if (!other || !joined.rows.some(({ id }) => id === item.id)) return [];
    const { quantity, short, apart } = joinCounts(item, other);
    if (short) return [`${item.part}: together the benches took ${short} more than there were. Count what is there.`];
    if (apart)
      return [`${item.part}: the two did not begin from the same count; ${quantity} is the most there can be. Count what is there.`];
    return quantity === item.quantity
      ? []
      : [`${item.part}: ${item.quantity} here and ${other.quantity} there are ${quantity} together, by what each took and put in.`];
  });
}

function withEvents(row: Order, here: Order, file: Order): Order {
  const events = unionById(here.events, file.events).sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  return events.length === here.events.length ? row : { ...row, events };
}

function tapesJoined(here: ShopArchive, file: ShopArchive, says: string[]): readonly TapeEntry[] {
  const ofJob = (tape: readonly TapeEntry[]): ReadonlyMap<string, readonly TapeEntry[]> => {
    const lists = new Map<string, TapeEntry[]>();
    for (const entry of tape) {
      const list = lists.get(entry.jobId);
      if (list) list.push(entry);
      else lists.set(entry.jobId, [entry]);
    }
    return lists;
  };
  const [ours, theirs] = [ofJob(here.tape), ofJob(file.tape)];
  const [known, tape] = [new Set(here.jobs.map(({ id }) => id)), [] as TapeEntry[]];
  let [goOn, entries, stay] = [0, 0, 0];
  for (const id of new Set([...ours.keys(), ...theirs.keys()])) {
    const joined = joinTapes(ours.get(id) ?? [], theirs.get(id) ?? []);
    if (known.has(id) && joined.onlyThere) [goOn, entries] = [goOn + 1, entries + joined.onlyThere];
    if (theirs.has(id)) stay += joined.onlyHere;
    tape.push(...(joined.onlyThere ? joined.tape : (ours.get(id) ?? [])));
  }
  if (goOn) says.push(`${counted(goOn, 'job goes', 'jobs go')} on by ${counted(entries, 'entry', 'entries')} of the file.`);
  if (stay) says.push(`${counted(stay, 'entry', 'entries')} that the file does not have stay.`);
  return tape;
}

/** The particulars: those of here, with what was changed over there since; wishes of both, the later of two on one job. */
function settingsJoined(
  here: ShopArchive,
  file: ShopArchive,
  last: ShopsLastJoined | undefined,
  jobs: readonly { readonly number: number }[],
): ShopArchive['settings'] {
  const settings: Record<string, unknown> = { ...here.settings };
  const own = ['wishes', 'nextJobNumber', 'lastArchiveAt', 'id'];
  const [ours, theirs] = [here.settings, file.settings] as unknown as Record<string, unknown>[];
  if (last)
    for (const field of new Set(Object.keys(theirs ?? {})))
      if (
        !own.includes(field) &&
        !same(theirs?.[field], (last.file.settings as Record<string, unknown>)[field]) &&
        same(ours?.[field], (last.here.settings as Record<string, unknown>)[field])
      )
        settings[field] = theirs?.[field];
  const wishes = new Map((here.settings.wishes ?? []).map((wish) => [wish.jobId, wish]));
  for (const wish of file.settings.wishes ?? []) if (wish.at > (wishes.get(wish.jobId)?.at ?? '')) wishes.set(wish.jobId, wish);
  return {
    ...(settings as ShopArchive['settings']),
    ...(wishes.size ? { wishes: [...wishes.values()] } : {}),
    nextJobNumber: Math.max(here.settings.nextJobNumber, file.settings.nextJobNumber, ...jobs.map(({ number }) => number + 1)),
  };
}
