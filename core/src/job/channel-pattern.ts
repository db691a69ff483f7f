import { whatItTests, type LaidCard } from '../card';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';
import type { Evidence } from '../trace/evidence';

/** From so many channels on, all of them right says that every channel is. */
const enoughRight = 5;

const listed = (channels: readonly number[]): string =>
  channels.length <= 3 ? channels.join(', ') : `${channels.slice(0, 2).join(', ')} and ${channels.length - 2} more`;

/** The function by which one tries whether every channel is sent alike. */
const allSent = (card: LaidCard) =>
  card.functions.find(({ name, condition }) => /\bchannels\b/i.test(name) && condition.keyed !== false && !/change|heard/i.test(name));

/**
 * What the frequencies of several channels tell together; nothing while only one has been read. Some off and others right is the selector,
 * its lines or a crystal, by the function that tries all channels; all of them off is what they share.
 * @returns the evidence, under the id of the last of these readings
 */
export function channelPattern(card: LaidCard, stood: readonly TapeEntry[]): Evidence | undefined {
  const latest = new Map<number, EntryOf<'reading'>>();
  for (const entry of ofKind(stood, 'reading'))
    if (entry.subject.what === 'channel' && (entry.verdict === 'in' || entry.verdict === 'low' || entry.verdict === 'high'))
      latest.set(entry.subject.channel, entry);
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
