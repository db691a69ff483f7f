import { sectionKinds, type Card, type CardInput } from '../card-schema';
import { guessedKind, needBy, slug } from './guesses';
import { shortNames } from './short-names';
import { conditionOf, lined, list, names } from './lines';
import type { Reading, SectionDraft } from './reading';

type SectionInput = CardInput['sections'][number];
type Need = NonNullable<SectionInput['needs']>[number];
const neededBy = ['supply', 'injection', 'bias', 'switching', 'control'] as const;

/** `Key line (switching, keyed)`: what is needed, what for, and when; told where the words in brackets say neither. */
function readNeed(
  word: string,
  draft: SectionDraft,
  nth: (id: string) => number,
  { named, modes, bands, tell }: Reading,
): Need | undefined {
  const [, name = word, inside = ''] = named(word) ? [] : (/^(.*?)\s*\(([^()]*)\)$/.exec(word) ?? []);
  const source = named(name);
  if (!source) {
    tell('sections', draft.line, `"${name}" is no section of this list.`, 'Use the name as it stands on its own line.');
    return undefined;
  }
  const words = list(inside);
  const said = neededBy.find((by) => words.some((each) => each.toLowerCase() === by));
  const when = conditionOf(
    words.filter((each) => each.toLowerCase() !== said),
    modes,
    bands,
  );
  if (typeof when === 'string') {
    tell(
      'sections',
      draft.line,
      `"${when}" says neither what ${source.name} is needed for nor when.`,
      `Write ${neededBy.join(', ')}, keyed, receive, or a mode or band of this card.`,
    );
    return undefined;
  }
  const before = draft.known?.needs.filter((need) => need.section === source.id)[nth(source.id)];
  return { section: source.id, by: said ?? before?.by ?? needBy(source.kind), ...(Object.keys(when).length ? { when } : {}) };
}

/** `RF amplifier, amplifier < 8 V regulator, AGC (control) ! goes weak`: what each line says, before the names are looked up. */
export function sectionDrafts(text: string, base: Card | undefined): SectionDraft[] {
  return lined(text).map(({ text: said, line }) => {
    const [before = '', watch] = said.split('!').map((part) => part.trim());
    const [face = '', needs = ''] = before.split('<').map((part) => part.trim());
    const comma = face.lastIndexOf(',');
    const word = comma > 0 ? face.slice(comma + 1).trim() : '';
    const kind = sectionKinds.find((k) => k === word.toLowerCase().replace(/\s/g, '-'));
    const name = kind ? face.slice(0, comma).trim() : face;
    const known = base?.sections.find((s) => s.name.toLowerCase() === name.toLowerCase());
    return { line, name, kind: kind ?? known?.kind ?? guessedKind(name), needs: names(needs), watch, known, id: known?.id ?? slug(name) };
  });
}

/** The sections, each need looked up among them. */
export function readSections(reading: Reading): SectionInput[] {
  const { drafts, tell } = reading;
  const sections: SectionInput[] = [];
  const short = shortNames(drafts.map(({ name }) => name));
  const shorts = new Map(drafts.map((draft, i) => [draft, short[i]] as const));
  for (const draft of drafts) {
    if (!draft.id) {
      tell('sections', draft.line, 'A section needs a name.', 'Write it like: RF amplifier < 8 V regulator');
      continue;
    }
    if (sections.some((s) => s.id === draft.id)) {
      tell('sections', draft.line, `"${draft.name}" is there twice.`, 'Give the second one another name.');
      continue;
    }
    const used = new Map<string, number>();
    // One section may be needed twice, each time under another condition.
    const nth = (id: string): number => {
      used.set(id, (used.get(id) ?? -1) + 1);
      return used.get(id) ?? 0;
    };
    const needs = draft.needs.flatMap((word) => readNeed(word, draft, nth, reading) ?? []);
    const { known } = draft;
    sections.push({
      ...(known?.board === undefined ? {} : { board: known.board }),
      ...(known?.side === undefined ? {} : { side: known.side }),
      id: draft.id,
      name: draft.name,
      short: known?.short ?? shorts.get(draft) ?? draft.name,
      kind: draft.kind,
      needs,
      ...(draft.watch ? { watch: draft.watch } : {}),
    });
  }
  if (sections.length === 0)
    tell('sections', 0, 'There are no sections yet.', 'Write the blocks in the order in which the signal meets them, one a line.');
  return sections;
}
