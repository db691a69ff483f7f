import { guessedKind } from '../card';
import { designatorsIn, prefixesFor } from '../sheets';
import type { Found } from './found';
import type { PageLine } from './page-lines';

type FoundSection = Extract<Found, { kind: 'section' }>;

const prefixes = prefixesFor([]);
/** Longer text in a block diagram is a remark. */
const longest = 34;

const isName = (text: string): boolean =>
  /[A-Za-z]{2}/.test(text) &&
  text.length <= longest &&
  !/^[+-]|[;:]$|\d\s*(?:[kM]?Hz|dBm?)\b|^[\d.,\s]+V\b(?!\s)/.test(text) &&
  text.split(' ').length <= 5 &&
  text.split(/[\s,]+/).every((word) => designatorsIn(word, prefixes).length === 0);

/** Names of stages on a page with a block diagram: text of one line or of two that stand close, one below the other, that names a stage. */
export function sectionsOf(lines: readonly PageLine[], heading: string): FoundSection[] {
  const labels: { text: string; x: number; w: number; base: number; tall: number }[] = [];
  for (const { cells, base, tall } of lines)
    for (const { text, x, w } of cells) {
      if (!isName(text)) continue;
      const above = labels.find(
        (label) => base - label.base > 0 && base - label.base < 2.1 * tall && Math.abs(label.x + label.w / 2 - x - w / 2) < tall,
      );
      if (above) Object.assign(above, { text: `${above.text} ${text}`, x: Math.min(above.x, x), w: Math.max(above.w, w), base });
      else labels.push({ text, x, w, base, tall });
    }
  return labels
    .filter(({ text }) => isName(text) && (guessedKind(text) !== 'amplifier' || /amp|buffer|driver/i.test(text)))
    .map(({ text, base, tall }) => ({ kind: 'section', name: text, base, tall, said: text, heading }));
}
