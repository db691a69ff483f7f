import type { CardFunction, TestLimit } from './card-schema';
import type { LaidCard } from './lay-card';
import { agrees, narrowness } from './condition';

/** Which function of a set a test measures, and how that fails where the test does. */
export interface Tested {
  readonly functionId: string;
  /** Its strength, which fails on one side of the limits; or its frequency, which fails on both. */
  readonly fails: 'low' | 'high' | 'frequency';
  /** It is done in another mode than the function is tried in: what the two do not share is not tested. */
  readonly elsewhere: boolean;
}

/** What a usual test measures: carrier, speech or reception. What is not here (a meter, a current) may have many causes. */
const measured: Readonly<Record<string, { readonly of: 'carrier' | 'speech' | 'reception'; readonly fails: Tested['fails'] }>> = {
  pwr: { of: 'carrier', fails: 'low' },
  pep: { of: 'carrier', fails: 'low' },
  gain: { of: 'carrier', fails: 'low' },
  freq: { of: 'carrier', fails: 'frequency' },
  dev: { of: 'speech', fails: 'low' },
  mod: { of: 'speech', fails: 'low' },
  sens: { of: 'reception', fails: 'high' },
  sinad: { of: 'reception', fails: 'low' },
};
const isSpeech = /modul|speech/i;
/** What is told by other things than the strength of a carrier, or of what is heard. */
const isAside =
  /modul|speech|tone|data|meter|current|alc|ptt|key|relay|time-out|channel|low power|^squelch|calibrator|clarifier|offset|hum|steady|shift|straight/i;

/** Called for what it is, beside others in the same state. */
const isPlain = /^(transmit|receive)/i;

const isOf = (fn: CardFunction, of: 'carrier' | 'speech' | 'reception'): boolean => {
  if (of === 'reception') return fn.group === 'receive' && fn.condition.keyed === false && !isAside.test(fn.name);
  const isSent = fn.group === 'transmit' && fn.condition.keyed === true;
  return isSent && (of === 'speech' ? isSpeech.test(fn.name) : !isAside.test(fn.name));
};

/** The function that a test measures, by its word and the state in which it is done; undefined where that is none, or more than one. */
export function whatItTests(card: LaidCard, { word, condition }: Pick<TestLimit, 'word' | 'condition'>): Tested | undefined {
  const how = Object.hasOwn(measured, word) ? measured[word] : undefined;
  if (!how) return undefined;
  const under = { ...condition, keyed: how.of !== 'reception' };
  const only = (fits: (fn: CardFunction) => boolean): CardFunction | undefined => {
    const [first, next] = card.functions
      .filter((fn) => isOf(fn, how.of) && fits(fn))
      .sort((a, b) => narrowness(b.condition) - narrowness(a.condition) || Number(isPlain.test(b.name)) - Number(isPlain.test(a.name)));
    // All that is sent in one state comes from one reference.
    if (!first || !next || how.fails === 'frequency' || narrowness(next.condition) < narrowness(first.condition)) return first;
    return isPlain.test(first.name) && !isPlain.test(next.name) ? first : undefined;
  };
  const exact = only((fn) => agrees(under, fn.condition));
  const near = exact ?? only((fn) => agrees({ ...under, mode: undefined }, fn.condition));
  return near && { functionId: near.id, fails: how.fails, elsewhere: !exact };
}
