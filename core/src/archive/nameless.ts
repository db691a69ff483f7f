import type { JobArchive } from './job-archive';
import type { ShopSettings } from '../job';
import { standing, tapeEntrySchema, type TapeEntry } from '../tape';

/** What stands in the place of a name or number. */
const gap = '[…]';

export interface Nameless {
  readonly archive: JobArchive;
  /** The words that were taken out, each with how often. */
  readonly takenOut: readonly { readonly word: string; readonly times: number }[];
  /** Texts in which a name may still stand: a long number, or an address of mail that was shortened. To be looked at by hand. */
  readonly lookAt: readonly string[];
}

/** Kinds that are between the shop and the owner: they go with the names. */
const private_: ReadonlySet<TapeEntry['kind']> = new Set(['talk', 'paid', 'charge', 'quote', 'signed', 'handed-back', 'correction']);
/** Fields that hold what the program or the card gave: ids, times, places of the card, words of a list. */
const programs: ReadonlySet<string> = new Set([
  ...[
    'id',
    'jobId',
    'setId',
    'customerId',
    'cardId',
    'modelId',
    'at',
    'by',
    'promisedOn',
    'kind',
    'attachment',
    'entry',
    'of',
    'problem',
    'bookedInAt',
  ],
  ...[
    'done',
    'when',
    'day',
    'on',
    'until',
    'unit',
    'section',
    'sections',
    'point',
    'functionId',
    'subject',
    'condition',
    'check',
    'result',
  ],
]);
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const mail = /[\p{L}\d._%+-]+@[\p{L}\d.-]+\.\p{L}{2,}/giu;
/** So many digits in a row, with what people write between them: a telephone, or a number of a licence. */
const longNumber = /(?:\+|\b)\d(?:[\s/()-]?\d){6,}\b/;

const isoDay = /\b\d{4}-\d{2}-\d{2}\b/g;

/** Names and numbers by which somebody can be found, the longest first; a name also by its parts. */
function wordsOf(archive: JobArchive, shop: ShopSettings | undefined, more: readonly string[]): readonly string[] {
  const { customer, job, set, tape } = archive;
  const people = [
    customer.name,
    job.payer,
    ...set.previousOwners,
    ...(shop ? [shop.name, shop.technician] : []),
    ...tape.map(({ by }) => by),
  ];
  const parts = people.flatMap((name) => [name, ...name.split(/[\s,.;&]+/).filter((part) => part.length > 2)]);
  const others = [
    customer.phone,
    customer.email,
    ...customer.address.split(/[\n,;]/),
    set.serial,
    ...(shop?.address ?? '').split(/[\n,;]/),
  ];
  const usual = new Set(['bench', 'my workshop', 'workshop', 'the', 'and']);
  return [
    ...new Set(
      [...parts, ...others, ...more].map((word) => word.trim()).filter((word) => word.length > 2 && !usual.has(word.toLowerCase())),
    ),
  ].sort((a, b) => b.length - a.length);
}

/** A job without anybody's name: the set, its card, the tape and the pictures, to be shown to others. */
export function nameless(
  archive: JobArchive,
  options: {
    readonly shop?: ShopSettings;
    /** What else is to be taken out. */
    readonly more?: readonly string[];
    /** The pictures that go along, by their ids. */
    readonly pictures: ReadonlySet<string>;
    readonly newId: () => string;
  },
): Nameless {
  const words = wordsOf(archive, options.shop, options.more ?? []);
  const times = new Map<string, number>();
  const lookAt = new Set<string>();
  const note = (word: string): string => {
    times.set(word, (times.get(word) ?? 0) + 1);
    return gap;
  };
  const patterns = words.map((word) => ({ word, pattern: new RegExp(`(?<![\\p{L}\\d])${escaped(word)}(?![\\p{L}\\d])`, 'giu') }));
  const clean = (text: string): string => {
    const without = patterns
      .reduce((now, { word, pattern }) => now.replace(pattern, () => note(word)), text)
      .replace(mail, (found) => note(found));
    if (longNumber.test(without.replace(isoDay, ''))) lookAt.add(without);
    return without;
  };
  /** Every text within, but for what the program itself gave. */
  const through = (value: unknown, key = ''): unknown => {
    if (programs.has(key)) return value;
    if (typeof value === 'string') return clean(value);
    if (Array.isArray(value)) return value.map((each) => through(each, key));
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, through(each, name)]));
    return value;
  };

  // What is struck was not to be said, and goes with what struck it.
  const stood = standing(archive.tape).filter(({ kind }) => !private_.has(kind));
  const pictures = archive.attachments.filter(({ id }) => options.pictures.has(id));
  const here = new Set(pictures.map(({ id }) => id));
  const tape = stood
    .filter((entry) => (entry.kind !== 'picture' && entry.kind !== 'shown') || here.has(entry.attachment))
    .map((entry, k) => {
      const bare = { ...withoutMoney(listsKept(entry, through(entry) as TapeEntry)), seq: k + 1, by: 'Bench' };
      if (!('attachment' in bare)) return bare;
      if (bare.kind === 'picture') return { ...bare, name: pictureName(here, bare.attachment) };
      if (bare.kind === 'shown') return bare;
      const { attachment, ...without } = bare;
      return attachment !== undefined && here.has(attachment) ? bare : without;
    });
  const { customer, job, set } = archive;
  const { spendLimitMinor: _limit, promisedOn: _promised, currency: _currency, ...booked } = through(job) as typeof job;
  const { visits: _visits, ...bareSet } = through(set) as typeof set;
  const made: JobArchive = {
    ...archive,
    job: { ...booked, payer: '' },
    customer: { id: customer.id, name: 'No name', phone: '', email: '', address: '', note: '' },
    set: { ...bareSet, maker: set.maker, model: set.model, serial: '', previousOwners: [] },
    tape: tape as JobArchive['tape'],
    attachments: pictures.map((picture) => ({ ...picture, name: pictureName(here, picture.id) })),
    sheetFiles: [],
    sheets: [],
    places: [],
  };
  return {
    archive: withNewIds(made, options.newId),
    takenOut: [...times].map(([word, count]) => ({ word, times: count })).sort((a, b) => b.times - a.times),
    lookAt: [...lookAt],
  };
}

/** What a part cost and where it lay is the shop's own. */
const withoutMoney = (entry: TapeEntry): TapeEntry => (entry.kind === 'fit' ? { ...entry, priceMinor: 0, source: '' } : entry);

/** An entry as it was made plain, but for words of a list that a name happened to be: those stay. */
function listsKept(entry: TapeEntry, plain: TapeEntry): TapeEntry {
  const read = tapeEntrySchema.safeParse(plain);
  if (read.success) return plain;
  const again = structuredClone(plain) as object;
  for (const { path } of read.error.issues) {
    let [to, from]: [unknown, unknown] = [again, entry];
    path.forEach((step, k) => {
      const at = step as keyof object;
      if (k === path.length - 1) (to as Record<PropertyKey, unknown>)[step] = (from as Record<PropertyKey, unknown>)[step];
      else [to, from] = [(to as object)[at], (from as object)[at]];
    });
  }
  return again as TapeEntry;
}

const pictureName = (here: ReadonlySet<string>, id: string): string => `picture-${[...here].indexOf(id) + 1}.jpg`;

/** The same with ids of its own: taken in again, it is a job by itself and never the one that it was made from. */
function withNewIds(archive: JobArchive, newId: () => string): JobArchive {
  const old = [
    archive.job.id,
    archive.set.id,
    archive.customer.id,
    ...archive.tape.map(({ id }) => id),
    ...archive.attachments.map(({ id }) => id),
  ];
  const renamed = new Map(old.map((id) => [id, newId()]));
  const text = JSON.stringify(archive).replace(/[\da-f]{8}-(?:[\da-f]{4}-){3}[\da-f]{12}/gi, (id) => renamed.get(id) ?? id);
  return JSON.parse(text) as JobArchive;
}
