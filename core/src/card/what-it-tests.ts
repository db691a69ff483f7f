import type { Card, CardFunction, TestLimit } from './card-schema';
import { agrees, narrowness } from './condition';

/** Which function of a set a test measures, and how that fails where the test does. */
export interface Tested {
  readonly functionId: string;
  /** Its strength, which fails on one side of the limits; or its frequency, which fails on both. */
  readonly fails: 'low' | 'high' | 'frequency';
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

/**
 * The function that a test measures, by its word and the state in which it is done; undefined where that is none, or more than one. In
 * another mode it is another function: a carrier in CW clears nothing of speech in SSB.
 */
export function whatItTests(card: Card, { word, condition }: Pick<TestLimit, 'word' | 'condition'>): Tested | undefined {
  const how = Object.hasOwn(measured, word) ? measured[word] : undefined;
  if (!how) return undefined;
  const under = { ...condition, keyed: how.of !== 'reception' };
  const [first, next] = card.functions
    .filter((fn) => isOf(fn, how.of) && agrees(under, fn.condition))
    .sort((a, b) => narrowness(b.condition) - narrowness(a.condition) || Number(isPlain.test(b.name)) - Number(isPlain.test(a.name)));
  if (!first) return undefined;
  // All that is sent in one state comes from one reference.
  const isOne =
    !next ||
    how.fails === 'frequency' ||
    narrowness(next.condition) < narrowness(first.condition) ||
    (isPlain.test(first.name) && !isPlain.test(next.name));
  return isOne ? { functionId: first.id, fails: how.fails } : undefined;
}
