import { settingSaid, settingTexts, type Condition, type LaidCard, type Setting } from '../card';
import { attempt } from '../errors';
import { parseQuantity, writtenQuantity, type Unit } from '../quantity';
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

/** A band or mode that no card names, as one writes it; undefined for any other word. */
export function stateOfAnySet(word: string): Pick<Condition, 'band' | 'mode'> | undefined {
  const [, figure, unit] = /^(\d{1,4}(?:\.\d+)?)\s*(m|cm)$/i.exec(word) ?? [];
  if (figure && unit) return { band: `${figure} ${unit.toLowerCase()}` };
  return /^(am|n?fm|usb|lsb|ssb|cw|rtty)$/i.test(word) ? { mode: word.toUpperCase() } : undefined;
}

/** A state that several words say, and how many of them. */
interface Said {
  readonly state: Condition;
  readonly words: number;
}

/** A figure with its unit at the front of words, close together or apart: `12V`, `-73 dBm`. */
function figureIn([figure, unit]: readonly Word[], units: readonly Unit[]): { readonly text: string; readonly words: number } | undefined {
  for (const [text, words] of [
    [figure?.text, 1],
    [figure && unit && `${figure.text} ${unit.text}`, 2],
  ] as const) {
    const read = text === undefined ? undefined : attempt(() => parseQuantity(text));
    if (text !== undefined && read?.ok && units.includes(read.value.unit))
      return { text: writtenQuantity(read.value.value, read.value.unit, read.value.step), words };
  }
  return undefined;
}

/** `at 12V`: the supply; `gen 1mV`: the generator; `element 100W`: what the wattmeter stands on. */
function figureSaid(words: readonly Word[]): Said | undefined {
  const name = words[0]?.text.toLowerCase();
  const rest = words.slice(1);
  if (name === 'at') {
    const close = /^(\d{1,3}(?:[.,]\d{1,3})?)v$/i.exec(rest[0]?.text ?? '')?.[1];
    const apart = /^v$/i.test(rest[1]?.text ?? '') ? /^\d{1,3}(?:[.,]\d{1,3})?$/.exec(rest[0]?.text ?? '')?.[0] : undefined;
    const said = close ?? apart;
    return said === undefined ? undefined : { state: { supplyV: Number(said.replace(',', '.')) }, words: close === undefined ? 3 : 2 };
  }
  if (name === 'gen' || name === 'generator') {
    if (rest[0]?.text.toLowerCase() === 'off') return { state: { generator: undefined }, words: 2 };
    const level = figureIn(rest, ['V', 'dBm']);
    return level && { state: { generator: level.text }, words: 1 + level.words };
  }
  if (name !== 'element') return undefined;
  const scale = figureIn(rest, ['W']);
  const watts = scale && attempt(() => parseQuantity(scale.text).value);
  return scale && watts?.ok && watts.value > 0 ? { state: { elementW: watts.value }, words: 1 + scale.words } : undefined;
}

/** A state that one or two words at the front say, the longer saying first: `low power`, `hot`. */
function settingIn([first, second]: readonly Word[]): Said | undefined {
  const two = first && second && settingSaid(`${first.text} ${second.text}`);
  if (two) return { state: stateOf(two), words: 2 };
  const one = first && settingSaid(first.text);
  return one && { state: stateOf(one), words: 1 };
}
/** What is measured after unkeying is measured in receive. */
const stateOf = ({ state }: Setting): Condition => (state.after === undefined ? state : { ...state, keyed: false });

function checkChannel(card: LaidCard | undefined, condition: Condition, at: number): void {
  const { channels } = card ?? {};
  if (channels && condition.channel !== undefined && (condition.channel < channels.from || condition.channel > channels.to))
    refuse(at, `There is no channel ${condition.channel}.`, `This set has channels ${channels.from} to ${channels.to}.`);
}

/** `state` laid over `condition`; what it leaves open is open. */
const laidOver = (condition: Condition, state: Condition): Condition =>
  Object.fromEntries(Object.entries({ ...condition, ...state }).filter(([, value]) => value !== undefined));

/** What may be said once in a line, by name. */
const twice: Partial<Record<keyof Condition, string>> = {
  channel: 'a channel',
  band: 'a band',
  mode: 'a mode',
  supplyV: 'a supply',
  generator: 'a generator level',
};

/** The condition words at the front of `words`, laid over the sticky one; what they said by themselves; what is left follows them. */
export function takeConditions(
  words: readonly Word[],
  context: EntryContext,
): { condition: Condition; said: Condition; rest: readonly Word[] } {
  let { condition } = context;
  let taken = 0;
  const said = new Map<keyof Condition, unknown>();
  for (let word = words[0]; word; word = words[taken]) {
    const left = words.slice(taken);
    const more = figureSaid(left) ?? settingIn(left);
    if (more) {
      for (const key of Object.keys(more.state) as (keyof Condition)[]) {
        if (said.has(key) && said.get(key) !== more.state[key])
          refuse(word.at, `Twice ${twice[key] ?? 'a state'}: which one?`, 'Write one of them.');
        said.set(key, more.state[key]);
      }
      condition = laidOver(condition, more.state);
      taken += more.words;
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
          refuse(word.at, `Twice ${twice[key] ?? 'a state'}: which one?`, 'Write one of them.');
        said.set(key, after[key]);
      }
    // Keyed anew, nothing is just after unkeying.
    condition = after.keyed ? laidOver(after, { after: undefined }) : after;
    checkChannel(context.card, condition, word.at);
    taken += next ? 1 : 2;
  }
  return { condition, said: Object.fromEntries(said), rest: words.slice(taken) };
}

/** As `takeConditions`; where there is no card, bands and modes too, as they are written. The last `leave` words are not looked at for those. */
export function takeConditionsOfAny(words: readonly Word[], context: EntryContext, leave = 0): ReturnType<typeof takeConditions> {
  let [taken, said] = [takeConditions(words, context), {} as Condition];
  for (;;) {
    said = { ...said, ...taken.said };
    const [next] = taken.rest;
    const own = next && !context.card && taken.rest.length > leave ? stateOfAnySet(next.text) : undefined;
    if (!own) return { ...taken, said };
    said = { ...said, ...own };
    taken = takeConditions(taken.rest.slice(1), { ...context, condition: { ...taken.condition, ...own } });
  }
}

/** A condition in the words that `takeConditions` reads: `ch19 am keyed at 12V`. Empty where it names nothing that a line can say. */
export const conditionWords = (condition: Condition): string =>
  [
    condition.channel === undefined ? '' : `ch${condition.channel}`,
    condition.band?.toLowerCase().replace(/\s/g, '') ?? '',
    condition.mode?.toLowerCase() ?? '',
    condition.keyed === undefined ? '' : condition.keyed ? 'keyed' : 'receive',
    condition.supplyV === undefined ? '' : `at ${condition.supplyV}V`,
    ...settingTexts(condition),
    condition.elementW === undefined ? '' : `element ${condition.elementW}W`,
    condition.generator === undefined ? '' : `gen ${condition.generator}`,
  ]
    .filter(Boolean)
    .join(' ');
