import type { Card } from '../card';

/** Words that mean the same stage, as manuals and cards write them. */
const same: readonly (readonly [RegExp, string])[] = [
  [/^(?:amp|amps|amplifiers|amplification)$/, 'amplifier'],
  [/^(?:osc|oscillators)$/, 'oscillator'],
  [/^(?:mic|mike)$/, 'microphone'],
  [/^(?:discriminator|discrim|demodulator|det)$/, 'detector'],
  [/^(?:pll|synthesiser|synthesizer|synth|tuning)$/, 'loop'],
  [/^(?:regulated|stabilised|stabilized|stabiliser|avr|rail|reg)$/, 'regulator'],
  [/^(?:audio|lf)$/, 'af'],
  [/^(?:final|finals|pa|output)$/, 'power'],
  [/^(?:tx|transmitter|transmitting)$/, 'transmit'],
  [/^(?:rx|receiver|receiving)$/, 'receive'],
  [/^(?:mix|mixers|converter)$/, 'mixer'],
  [/^(?:ref|tcxo)$/, 'reference'],
  [/^(?:ant|aerial)$/, 'antenna'],
  [/^(?:avc)$/, 'agc'],
  [/^(?:mute|muting)$/, 'squelch'],
  [/^(?:synthesised)$/, 'synthesis'],
];
/** Words that many stages have, and that alone say little. */
const weak = new Set([
  'amplifier',
  'filter',
  'voltage',
  'line',
  'of',
  'the',
  'at',
  'on',
  'and',
  'to',
  'after',
  'base',
  'channel',
  'stage',
  'transmit',
  'receive',
]);

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/(\d(?:st|nd|rd|th))/g, ' $1 ')
    .split(/[^a-z0-9]+/)
    .filter((word) => word.length > 1)
    .map((word) => same.find(([pattern]) => pattern.test(word))?.[1] ?? word.replace(/(?<=[a-z]{3})s$/, ''));

/**
 * The section of a card that a text speaks of, by the words that both have; rare ones count for more. Undefined where none or several fit.
 */
export function sectionFor(card: Pick<Card, 'sections'>, text: string): string | undefined {
  const said = new Set(wordsOf(text));
  const named = card.sections.map(({ id, name }) => ({ id, words: new Set(wordsOf(name)) }));
  const has = (word: string): number => named.filter(({ words }) => words.has(word)).length;
  const scored = named
    .map(({ id, words }) => {
      const shared = [...words].filter((word) => said.has(word));
      const weight = (word: string): number => (weak.has(word) ? 0.3 : 1) / has(word);
      return {
        id,
        sure: shared.some((word) => !weak.has(word)),
        score: shared.reduce((sum, word) => sum + weight(word), 0) - 0.05 * (words.size - shared.length),
      };
    })
    .filter(({ sure }) => sure)
    .sort((a, b) => b.score - a.score);
  const [best, second] = scored;
  return best && best.score > 0.2 && (!second || best.score > second.score + 0.05) ? best.id : undefined;
}

/** The section that a heading names outright, in whatever words: a heading of a whole half of the set names none. */
export function sectionCalled(card: Pick<Card, 'sections'>, heading: string): string | undefined {
  const key = (text: string): string => [...new Set(wordsOf(text))].sort().join(' ');
  const [first, second] = card.sections.filter(({ name }) => key(name) === key(heading));
  return second ? undefined : first?.id;
}
