import type { Condition, LaidCard } from '../card';
import { refuse, type EntryContext, type Word } from './line-words';

/** One word of condition laid over what holds already, or undefined when the word is none. */
export function conditionWord(word: string, so: Condition, card: LaidCard | undefined): Condition | undefined {
  const lower = word.toLowerCase();
  const channel = /^ch(\d{1,3})$/.exec(lower);
  if (channel) return { ...so, channel: Number(channel[1]) };
  if (['keyed', 'tx', 'transmit'].includes(lower)) return { ...so, keyed: true };
  if (['unkeyed', 'rx', 'receive'].includes(lower)) return { ...so, keyed: false };
  const mode = card?.modes.find((m) => m.toLowerCase() === lower);
  if (mode) return { ...so, mode };
  const band = card?.bands.find((b) => b.toLowerCase().replace(/\s/g, '') === lower);
  return band ? { ...so, band } : undefined;
}

/** `at 12V`, `at 12 V` or `at 12.0v` at the front of words: the supply at which the set stands, and how many words say so. */
function supplyAt([at, figure, unit]: readonly Word[]): { readonly volts: number; readonly words: number } | undefined {
  if (at?.text.toLowerCase() !== 'at' || !figure) return undefined;
  const close = /^(\d{1,3}(?:[.,]\d{1,3})?)v$/i.exec(figure.text)?.[1];
  const apart = /^v$/i.test(unit?.text ?? '') ? /^\d{1,3}(?:[.,]\d{1,3})?$/.exec(figure.text)?.[0] : undefined;
  const said = close ?? apart;
  return said === undefined ? undefined : { volts: Number(said.replace(',', '.')), words: close === undefined ? 3 : 2 };
}

function checkChannel(card: LaidCard | undefined, condition: Condition, at: number): void {
  const { channels } = card ?? {};
  if (channels && condition.channel !== undefined && (condition.channel < channels.from || condition.channel > channels.to))
    refuse(at, `There is no channel ${condition.channel}.`, `This set has channels ${channels.from} to ${channels.to}.`);
}

/** The condition words at the front of `words`, laid over the sticky one; what is left follows them. */
export function takeConditions(words: readonly Word[], context: EntryContext): { condition: Condition; rest: readonly Word[] } {
  let { condition } = context;
  let taken = 0;
  const said = new Map<keyof Condition, unknown>();
  for (let word = words[0]; word; word = words[taken]) {
    const supply = supplyAt(words.slice(taken));
    if (supply) {
      if (said.has('supplyV')) refuse(word.at, 'Twice a supply: which one?', 'Write one of them.');
      said.set('supplyV', supply.volts);
      condition = { ...condition, supplyV: supply.volts };
      taken += supply.words;
      continue;
    }
    // A band may be written in two words, `20 m`, and so may a channel.
    const both = word.text + (words[taken + 1]?.text ?? '');
    const next = conditionWord(word.text, condition, context.card);
    const ofTwo = next || taken + 1 >= words.length ? undefined : conditionWord(both, condition, context.card);
    if (!next && !ofTwo) break;
    const after = next ?? ofTwo ?? condition;
    for (const key of ['channel', 'band', 'mode', 'keyed'] as const)
      if (conditionWord(next ? word.text : both, {}, context.card)?.[key] !== undefined) {
        if (said.has(key) && said.get(key) !== after[key])
          refuse(word.at, `Twice a ${key === 'keyed' ? 'state' : key}: which one?`, 'Write one of them.');
        said.set(key, after[key]);
      }
    condition = after;
    checkChannel(context.card, condition, word.at);
    taken += next ? 1 : 2;
  }
  return { condition, rest: words.slice(taken) };
}

/** A condition in the words that `takeConditions` reads: `ch19 am keyed at 12V`. Empty where it names nothing that a line can say. */
export const conditionWords = (condition: Condition): string =>
  [
    condition.channel === undefined ? '' : `ch${condition.channel}`,
    condition.band?.toLowerCase().replace(/\s/g, '') ?? '',
    condition.mode?.toLowerCase() ?? '',
    condition.keyed === undefined ? '' : condition.keyed ? 'keyed' : 'receive',
    condition.supplyV === undefined ? '' : `at ${condition.supplyV}V`,
  ]
    .filter(Boolean)
    .join(' ');
