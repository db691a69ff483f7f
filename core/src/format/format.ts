import { CoreError } from '../errors/core-error';

/** What a file or the database holds, by the table in which it stands. */
export const recordKinds = [
  ...([
    'settings',
    'customers',
    'sets',
    'jobs',
    'tape',
    'cards',
    'stock',
    'instruments',
    'suppliers',
    'orders',
    'practice',
    'lessons',
  ] as const),
  ...(['attachments', 'sheetFiles', 'sheets', 'places'] as const),
] as const;
export type RecordKind = (typeof recordKinds)[number];
export type RawRecord = Readonly<Record<string, unknown>>;

/** What changed from one version to the next, in words, and how a record of the earlier one is brought up. What is not named stays as it is. */
export interface Step {
  readonly what: string;
  readonly up?: Partial<Readonly<Record<RecordKind, (record: RawRecord) => RawRecord>>>;
}

export const isRecord = (data: unknown): data is RawRecord => typeof data === 'object' && data !== null && !Array.isArray(data);

/** Items of a list of a card whose name stands there twice, under names of their own: the first keeps its, for entries refer to it. */
function namedApart(card: RawRecord, list: string): RawRecord {
  const items: unknown = card[list];
  if (!Array.isArray(items)) return {};
  const taken = new Set(items.map((item: unknown) => (isRecord(item) ? item['id'] : undefined)));
  const seen = new Set<unknown>();
  const apart = items.map((item: unknown) => {
    if (!isRecord(item) || typeof item['id'] !== 'string') return item;
    const { id } = item;
    if (!seen.has(id)) {
      seen.add(id);
      return item;
    }
    let k = 2;
    while (taken.has(`${id}-${k}`)) k += 1;
    taken.add(`${id}-${k}`);
    return { ...item, id: `${id}-${k}` };
  });
  return { [list]: apart };
}

/**
 * The way up, from version 1: `steps[0]` leads to version 2. Shipped steps are never edited. Files of each version are kept in
 * `core/fixtures`, and a spec opens them, for ever.
 */
export const steps: readonly Step[] = [
  { what: 'Sums came onto the tape.' },
  { what: 'Trial repairs, lifted feeds, injections, forcings, comparisons and doubts came onto the tape.' },
  { what: 'Sheets came to the cards, into archives of jobs and shops, and into archives of their own.' },
  {
    what: 'Repairs without a part, adjustments, causes and lines of work came onto the tape, labour told afterwards, and measures of a part; a cold check may name its section.',
  },
  {
    what: 'Orders and suppliers came to the shop, and to an item of stock its cost, minimum, lot, successor, origin and offers.',
    up: {
      jobs: (job) =>
        isRecord(job['summary']) && job['summary']['finished'] === false ? { ...job, summary: { ...job['summary'], inHand: 1 } } : job,
    },
  },
  { what: 'The hours of those who work at the bench and the wishes of its plan came to the shop.' },
  {
    what: 'Quotes came onto the tape, and to an item of stock what each piece measured and what it is made of; injections and loops of a card have names of their own.',
    up: { cards: (card) => ({ ...card, ...namedApart(card, 'injections'), ...namedApart(card, 'loops') }) },
  },
  { what: 'Supplies of which all that hangs on them was lifted came onto the tape.' },
  { what: 'Cases that were practised on and lessons came to the shop.' },
  { what: 'What explains the volts of a stage came onto the tape, and to a sheet what was settled of its lines.' },
];

/** The one version of all that is written: archives, card files, lists of places, the second copy and the database. */
export const formatVersion = 1 + steps.length;

const broken = (path: string, message: string): CoreError =>
  new CoreError('broken-archive', path, message, 'Choose a file that this program exported; nothing was changed.');

/**
 * The version that data says it is of.
 * @throws CoreError `newer-version` for that of a later program, `broken-archive` when it says none
 */
export function versionOf(data: unknown, path: string): number {
  if (!isRecord(data)) throw broken(path, 'It does not hold a record.');
  const { version } = data;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw broken(`${path}: version`, 'It does not say its version.');
  if (version > formatVersion)
    throw new CoreError(
      'newer-version',
      `${path}: version`,
      `It is of version ${version}; this program reads up to ${formatVersion}.`,
      'Update the program, then read it again; nothing was changed.',
    );
  return version;
}

/**
 * One record brought up from a version to this one, step by step. What is no record is left as it is, for its schema to refuse. A card
 * says its own version, which may be below that of the file in which it stands.
 */
export function upRecord(kind: RecordKind, record: unknown, from: number, way: readonly Step[] = steps): unknown {
  if (!isRecord(record)) return record;
  const own = kind === 'cards' && typeof record['version'] === 'number' ? record['version'] : from;
  let now: RawRecord = record;
  for (const step of way.slice(Math.max(0, own - 1))) now = step.up?.[kind]?.(now) ?? now;
  // A lesson brings its card along.
  if (kind === 'lessons' && isRecord(now['card'])) now = { ...now, card: upRecord('cards', now['card'], from, way) };
  return kind === 'cards' && 'version' in now ? { ...now, version: Math.max(own, 1 + way.length) } : now;
}

/**
 * The document of an archive brought up: its version is read, and each record or list of records in it goes the way of its kind.
 * @param holds which kind of record each field holds, alone or as a list
 * @throws CoreError as `versionOf`
 */
export function upDocument(
  data: unknown,
  path: string,
  holds: Readonly<Record<string, RecordKind>>,
): { readonly document: RawRecord; readonly from: number } {
  const from = versionOf(data, path);
  const document = Object.fromEntries(
    Object.entries(data as RawRecord).map(([field, value]) => {
      const kind = Object.hasOwn(holds, field) ? holds[field] : undefined;
      if (!kind) return [field, value];
      return [field, Array.isArray(value) ? value.map((item: unknown) => upRecord(kind, item, from)) : upRecord(kind, value, from)];
    }),
  );
  return { document: { ...document, version: formatVersion }, from };
}
