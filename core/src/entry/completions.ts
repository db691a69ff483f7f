import { sectionOf, settings } from '../card';
import { resultWords, type EntryContext } from '../line';
import { verbKinds } from './verbs';

export interface Completion {
  /** The whole line once it is taken. */
  readonly line: string;
  readonly says: string;
}

/** What the word being typed may become: points, tests, parts, functions and verbs, in that order. */
export function completions(line: string, context: EntryContext, most = 6): Completion[] {
  const at = /\S*$/.exec(line)?.index ?? line.length;
  const typed = line.slice(at).toLowerCase();
  const before = line.slice(0, at);
  const { card } = context;
  if (typed === '') return [];
  const isFirst = before.trim() === '';
  const all: Completion[] = [];
  const offer = (word: string, says: string): void => {
    if (word.toLowerCase().startsWith(typed) && word.toLowerCase() !== typed) all.push({ line: `${before}${word} `, says });
  };
  if (isFirst) {
    card?.testPoints.forEach((p) => offer(p.id.toLowerCase(), p.name));
    const said = new Set<string>();
    card?.limits.forEach((l) => {
      if (!said.has(l.word)) offer(l.word, l.name);
      said.add(l.word);
    });
    card?.functions.forEach((f) => offer(f.name.toLowerCase(), 'function'));
    Object.entries(verbKinds).forEach(([verb, kind]) => offer(verb, kind));
  } else {
    card?.modes.forEach((m) => offer(m.toLowerCase(), 'mode'));
    card?.bands.forEach((b) => offer(b.toLowerCase().replace(/\s/g, ''), 'band'));
    offer('keyed', 'transmitting');
    offer('receive', 'not keyed');
    settings.forEach(({ words: [said] }) => offer(said, 'state of the set'));
    offer('gen', 'level of the generator');
    offer('element', 'full scale of the wattmeter');
    Object.keys(resultWords).forEach((word) => offer(word, 'result'));
  }
  card?.parts.forEach((p) => offer(p.designator.toLowerCase(), `${p.value}, ${sectionOf(card, p.section)?.name ?? ''}`));
  return all.slice(0, most);
}
