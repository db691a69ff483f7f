import * as z from 'zod';
import { allKinds } from './all-kinds';
import { entryBase, type EntryBase, type EntryBody, type EntryKind } from './entry-kind';

type BodyOf<Kind> = Kind extends EntryKind<infer K, infer F> ? EntryBody<K, F> : never;
/** What an entry says, before it is given its number, time and hand; and the day on which it was done, where it is told afterwards. */
export type TapeBody = BodyOf<(typeof allKinds)[number]> & Pick<EntryBase, 'done'>;
export type TapeEntry = EntryBase & TapeBody;
export type EntryOf<K extends TapeBody['kind']> = Extract<TapeEntry, { kind: K }>;

const members = allKinds.map(({ kind, fields }) => z.object({ ...entryBase, kind: z.literal(kind), ...fields }));
/** One line of the tape. It is never changed once made: a slip is struck by a later `strike`. */
export const tapeEntrySchema = z.discriminatedUnion(
  'kind',
  members as unknown as [(typeof members)[0], ...typeof members],
) as unknown as z.ZodType<TapeEntry>;

/** A kind by whose functions any entry of that kind may be read. */
type KindOfAny = EntryKind<TapeBody['kind'], z.ZodRawShape, never>;
const byName = new Map<string, KindOfAny>(allKinds.map((kind) => [kind.kind, kind as unknown as KindOfAny]));

/** The declaration of an entry's kind. */
export function kindOf(entry: Pick<TapeBody, 'kind'>): KindOfAny {
  const kind = byName.get(entry.kind);
  if (!kind) throw new Error(`"${entry.kind}" is no kind of entry.`);
  return kind;
}
