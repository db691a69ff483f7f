import { whatItTests, type LaidCard } from '../card';
import { doubtedEntries, type EntryOf, type TapeEntry } from '../tape';
import type { Evidence } from '../trace/evidence';

/** From so many channels on, all of them right says that every channel is. */
const enoughRight = 5;

const listed = (channels: readonly number[]): string =>
  channels.length <= 3 ? channels.join(', ') : `${channels.slice(0, 2).join(', ')} and ${channels.length - 2} more`;

/** After these it is another set that is read. */
const repairs: ReadonlySet<TapeEntry['kind']> = new Set(['fit', 'remedy', 'adjustment', 'modification']);

/** The function by which one tries whether every channel is sent alike. */
const allSent = (card: LaidCard) =>
  card.functions.find(({ name, condition }) => /\bchannels\b/i.test(name) && condition.keyed !== false && !/change|heard/i.test(name));

/**
 * What the frequencies of several channels tell together; nothing while only one has been read. Some off and others right is the selector,
 * its lines or a crystal, by the function that tries all channels; all of them off is what they share.
 * @returns the evidence, under the id of the last of these readings
 */
export function channelPattern(card: LaidCard, stood: readonly TapeEntry[]): Evidence | undefined {
  let latest = new Map<number, EntryOf<'reading'>>();
  const doubted = doubtedEntries(stood);
  let mended = false;
  for (const entry of stood) {
    mended ||= repairs.has(entry.kind);
    if (entry.kind !== 'reading' || entry.subject.what !== 'channel' || doubted.has(entry.id)) continue;
    if (entry.verdict !== 'in' && entry.verdict !== 'low' && entry.verdict !== 'high') continue;
    // What was read before something was done to the set is not of the set that is read now.
    if (mended) latest = new Map();
    mended = false;
    latest.set(entry.subject.channel, entry);
  }
  const read = [...latest].sort(([, a], [, b]) => a.seq - b.seq);
  const last = read.at(-1)?.[1];
  if (!last || read.length < 2) return undefined;
  const off = read.flatMap(([channel, { verdict }]) => (verdict === 'in' ? [] : [channel]));
  const right = read.length - off.length;
  const said = (functionId: string | undefined, outcome: 'works' | 'wrong-frequency', by: string): Evidence | undefined =>
    functionId === undefined ? undefined : { id: last.id, kind: 'function', functionId, outcome, by };
  if (off.length === 0) return right < enoughRight ? undefined : said(allSent(card)?.id, 'works', `${right} channels`);
  if (right === 0) {
    const carrier = whatItTests(card, { word: 'freq', condition: { ...last.condition, channel: undefined, keyed: true } });
    return said(carrier?.functionId, 'wrong-frequency', `channels ${listed(off)}, all of them off`);
  }
  return said(allSent(card)?.id, 'wrong-frequency', `channels ${listed(off)}, while ${right} others are right`);
}
