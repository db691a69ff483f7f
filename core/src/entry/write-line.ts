import { partOf, pointOf, type Card, type Condition, type LaidCard } from '../card';
import { conditionWords } from '../line';
import { kindOf, type TapeBody } from '../tape';
import type { BenchTest } from '../trace';

/** The grammar, written: whatever puts a line before somebody takes it from here, so that `readLine` reads it as it was meant. */

/**
 * The line that reads back to an entry; undefined where the entry is not typed, or holds more than a line can say.
 * @example
 * writeLine({ kind: 'labour', act: 'break', minutes: 20 }, undefined) //~> 'break 20 min'
 */
export function writeLine(entry: TapeBody, card: LaidCard | undefined): string | undefined {
  const { line } = kindOf(entry);
  const written = 'write' in line ? line.write(entry as never, card) : undefined;
  return written !== undefined && entry.done ? `${entry.done} ${written}` : written;
}

const begun = (...words: readonly string[]): string => `${words.filter(Boolean).join(' ')} `;

/** The start of a reading at a point, or of a test by its word, under a condition: `tp7 ch19 receive `. */
export const readingStart = (name: string, condition: Condition): string => begun(name.toLowerCase(), conditionWords(condition));

/** The start of a reading at a point or part; at a part whose pins the card names, at the pin, or at its first one. */
export function measureStart(card: Card, name: string, pin?: string): string {
  if (pointOf(card, name)) return begun(name.toLowerCase());
  const own = ['C', 'R', 'L'].includes(name.charAt(0)) ? undefined : partOf(card, name)?.pins?.[0]?.pin;
  return begun(name.toLowerCase(), (pin ?? own ?? '').toLowerCase());
}

/** The start of the line that answers a probe; undefined for what is answered elsewhere, such as a look or an injection. */
export function probeStart(test: BenchTest, card: LaidCard): string | undefined {
  switch (test.kind) {
    case 'reading':
      return test.point && readingStart(test.point.id, test.condition);
    case 'function':
      return begun(card.functions.find(({ id }) => id === test.subject)?.name.toLowerCase() ?? test.subject);
    case 'tap':
      return begun('tap', test.subject);
    case 'comparison':
      return begun('compare', test.subject.toLowerCase());
    case 'lift':
    case 'unload':
      return begun(test.kind, test.subject);
    case 'remedy':
      return begun(test.remedy ?? 'reflow', test.subject);
    case 'proof':
      return begun('proof', test.subject.toLowerCase());
    case 'inspect':
    case 'injection':
    case 'forcing':
      return undefined;
  }
}
