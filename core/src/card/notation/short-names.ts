import { shortName } from './guesses';

/** So many letters fit into a box of the diagram. */
const most = 15;
const fewestLetters = 3;

/** Words pressed into so many letters: the longest give way first, then those in the middle. */
function pressed(words: readonly string[], room: number): string {
  let each = words.map((word) => ({ word, letters: word.length }));
  const text = (): string => each.map(({ word, letters }) => (letters < word.length ? `${word.slice(0, letters)}.` : word)).join(' ');
  while (text().length > room) {
    const longest = each.reduce((a, b) => (b.letters > a.letters ? b : a));
    if (longest.letters > fewestLetters) each = each.map((one) => (one === longest ? { ...one, letters: one.letters - 1 } : one));
    else if (each.length > 1) each = each.filter((_, i) => i !== Math.min(1, each.length - 1));
    else break;
  }
  return text().slice(0, room).trim();
}

/** Those of the words that not all of the names have, from the first that differs on. */
function ending(words: readonly string[], others: readonly (readonly string[])[]): readonly string[] {
  const from = words.findIndex((word, i) => others.some((other) => other[i] !== word));
  return from < 0 ? [] : words.slice(from);
}

/**
 * Names as they fit into the boxes of the diagram, no two alike: where cutting would make two the same, what they differ by is kept and
 * what they share is pressed together; what is still the same is numbered.
 * @example
 * shortNames(['Antenna switch 2 m', 'Antenna switch 70 cm']) //~> ['Ante. swit. 2 m', 'Ant. swi. 70 cm']
 * shortNames(['Driver', 'Power amplifier']) //~> ['Driver', 'Power amplifier']
 */
export function shortNames(names: readonly string[]): string[] {
  const plain = names.map(shortName);
  const words = names.map((name) => name.split(' '));
  const apart = names.map((_, i) => {
    const twins = names.flatMap((_other, k) => (plain[k]?.toLowerCase() === plain[i]?.toLowerCase() ? [k] : []));
    const own = words[i] ?? [];
    const tail =
      twins.length > 1
        ? ending(
            own,
            twins.map((k) => words[k] ?? []),
          )
        : [];
    if (tail.length === 0 || tail.length === own.length) return plain[i] ?? '';
    const end = tail.join(' ').slice(0, most - fewestLetters - 2);
    return `${pressed(own.slice(0, own.length - tail.length), most - end.length - 1)} ${end}`;
  });
  return apart.map((name, i) => {
    const before = apart.slice(0, i).filter((other) => other.toLowerCase() === name.toLowerCase()).length;
    return before ? `${name.slice(0, most - 2).trim()} ${before + 1}` : name;
  });
}
