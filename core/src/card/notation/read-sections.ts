import { sectionKinds, type Card, type CardInput } from '../card-schema';
import { guessedKind, needBy, slug } from './guesses';
import { shortNames } from './short-names';
import { lined, names } from './lines';
import type { Reading, SectionDraft } from './reading';

type SectionInput = CardInput['sections'][number];
type Need = NonNullable<SectionInput['needs']>[number];

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
export function readSections({ drafts, named, tell }: Reading): SectionInput[] {
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
    const needs = draft.needs.flatMap((word): Need[] => {
      const [, name = word, said] = /^(.*?)\s*\((\w+)\)$/.exec(word) ?? [];
      const source = named(name);
      if (!source) {
        tell('sections', draft.line, `"${name}" is no section of this list.`, 'Use the name as it stands on its own line.');
        return [];
      }
      // One section may be needed twice, each time under another condition.
      const nth = used.get(source.id) ?? 0;
      used.set(source.id, nth + 1);
      const before = draft.known?.needs.filter((n) => n.section === source.id)[nth];
      const by = (['supply', 'injection', 'bias', 'switching', 'control'] as const).find((b) => b === said?.toLowerCase());
      return [{ section: source.id, by: by ?? before?.by ?? needBy(source.kind), ...(before?.when ? { when: before.when } : {}) }];
    });
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
