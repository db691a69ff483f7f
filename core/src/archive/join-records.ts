/** A record that has an id, as fields. */
export type Row = Readonly<Record<string, unknown>> & { readonly id: string };

/** What both sides held when they were joined last: what the other brought, and what came of it here. */
export interface LastJoined {
  readonly file: ReadonlyMap<string, Row>;
  readonly here: ReadonlyMap<string, Row>;
}

/** A field that both changed since then, each in its own way. */
export interface Clash {
  readonly field: string;
  readonly here: unknown;
  readonly file: unknown;
}

/** The fields of a record in one order, whoever wrote them. */
const ordered = (_: string, value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
export const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a, ordered) === JSON.stringify(b, ordered);

/**
 * Joins two states of one record, field by field: what only one side changed since they were joined last comes from that side. What both changed,
 * what differs where they never were joined, and what each decided in its own way is a clash, and the side that holds then is asked for.
 * @param skip fields that are joined in a way of their own
 */
function joinRecord<T extends Row>(
  here: T,
  file: T,
  last: LastJoined | undefined,
  skip: readonly string[],
  holds: 'here' | 'file',
): { readonly row: T; readonly clashes: readonly Clash[] } {
  const [lastFile, lastHere] = [last?.file.get(here.id), last?.here.get(here.id)];
  const clashes: Clash[] = [];
  const row = new Map<string, unknown>(Object.entries(here));
  for (const field of new Set([...Object.keys(here), ...Object.keys(file)])) {
    if (field === 'id' || skip.includes(field) || same(here[field], file[field])) continue;
    const known = lastFile !== undefined && lastHere !== undefined;
    const theirs = !known || !same(file[field], lastFile[field]);
    const ours = !known || !same(here[field], lastHere[field]);
    const clash = theirs === ours;
    if (clash) clashes.push({ field, here: here[field], file: file[field] });
    if (clash ? holds === 'file' : theirs) {
      if (file[field] === undefined) row.delete(field);
      else row.set(field, file[field]);
    }
  }
  const changed = row.size !== Object.keys(here).length || [...row].some(([field, value]) => value !== here[field]);
  return { row: changed ? (Object.fromEntries(row) as T) : here, clashes };
}

/** The records of one table, joined. */
export interface JoinedTable<T> {
  readonly rows: readonly T[];
  readonly added: readonly T[];
  /** Those that came from the file into one that was here. */
  readonly changed: readonly T[];
  /** Those that were taken away over there, and that nobody changed here. */
  readonly dropped: readonly T[];
  readonly clashes: readonly { readonly here: T; readonly file: T; readonly fields: readonly Clash[] }[];
}

/**
 * Joins two tables by id. A record that one side took away stays away, unless the other changed it meanwhile.
 * @param more joins the fields that are skipped; it gets the record as far as it is joined
 */
export function joinTable<T extends Row>(
  here: readonly T[],
  file: readonly T[],
  last: LastJoined | undefined,
  {
    skip = [],
    holds = () => 'here',
    more = (row) => row,
    keeps = () => false,
  }: {
    readonly skip?: readonly string[];
    readonly holds?: (id: string) => 'here' | 'file';
    readonly more?: (row: T, here: T, file: T) => T;
    /** Records that others refer to are not taken away. */
    readonly keeps?: (row: T) => boolean;
  } = {},
): JoinedTable<T> {
  const [ofHere, ofFile] = [new Map(here.map((row) => [row.id, row])), new Map(file.map((row) => [row.id, row]))];
  const out = { rows: [] as T[], added: [] as T[], changed: [] as T[], dropped: [] as T[] };
  const clashes: { here: T; file: T; fields: readonly Clash[] }[] = [];
  for (const row of here) {
    const theirs = ofFile.get(row.id);
    if (theirs === undefined) {
      const gone = last?.file.has(row.id) === true && same(row, last.here.get(row.id)) && !keeps(row);
      out[gone ? 'dropped' : 'rows'].push(row);
      continue;
    }
    const joined = joinRecord(row, theirs, last, skip, holds(row.id));
    const whole = more(joined.row, row, theirs);
    if (joined.clashes.length) clashes.push({ here: row, file: theirs, fields: joined.clashes });
    if (whole !== row) out.changed.push(whole);
    out.rows.push(whole);
  }
  for (const row of file) {
    if (ofHere.has(row.id)) continue;
    const taken = last?.here.has(row.id) === true && same(row, last.file.get(row.id));
    if (taken) continue;
    out.rows.push(row);
    out.added.push(row);
  }
  return { ...out, clashes };
}
