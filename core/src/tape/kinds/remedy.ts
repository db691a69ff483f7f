import * as z from 'zod';
import { sectionName, type LaidCard } from '../../card';
import { isDesignator, LineRest, refuse, takeDesignators, takeSection, wordsOf, type EntryContext } from '../../line';
import { mendCautions, mendNames, mends, mendText, remedies, type Mend } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';
import { answerWord, eachOf, placeRef, type Answers } from './answers';

const cures: Answers = { yes: ['cured', 'works', 'yes'], no: ['same', 'no'], asks: 'Is the trouble gone?' };

const fields = {
  remedy: z.enum(mends).meta({ title: 'What was done' }),
  section: z.string().optional().meta({ title: 'Section' }),
  designator: z.string().optional().meta({ title: 'Part at which it was done' }),
  text: z.string().optional().meta({ title: 'To what of it, in words' }),
  cured: z.boolean().optional().meta({ title: 'Whether the trouble is gone; absent until it has been tried' }),
};
type Body = EntryBody<'remedy', typeof fields>;

/** Words of which the last may say whether the trouble is gone. */
function takeAnswered(rest: LineRest): Pick<Body, 'text' | 'cured'> {
  const said = rest.left.at(-1)?.text.toLowerCase() ?? '';
  const cured = cures.yes.includes(said) ? true : cures.no.includes(said) ? false : undefined;
  const all = rest.takeText();
  const text = (cured === undefined ? all : all.slice(0, -said.length)).trim();
  return { ...(text ? { text } : {}), ...(cured === undefined ? {} : { cured }) };
}

function takeMends(remedy: Mend, rest: LineRest, context: EntryContext): readonly Body[] {
  const example = `${remedy} k1 contacts, or ${remedy} k1 cured`;
  if (rest.next && isDesignator(rest.next.text.replace(/[,;]$/, ''))) {
    const parts = takeDesignators(rest, context, example);
    const more = takeAnswered(rest);
    return parts.map(({ designator, part }) => ({
      kind: 'remedy',
      remedy,
      designator,
      ...(part ? { section: part.section } : {}),
      ...more,
    }));
  }
  const section = takeSection(rest, context);
  const more = takeAnswered(rest);
  if (section === undefined && more.text === undefined) return refuse(rest.at, 'What was it done to?', `Write it like: ${example}`);
  return [{ kind: 'remedy', remedy, ...(section === undefined ? {} : { section }), ...more }];
}

/** What was done to what: `K1 contacts cleaned`, with the part only where it does not stand before it. */
const doneText = (entry: Body, card: LaidCard | undefined, withPart: boolean): string => {
  const place = entry.designator ? (withPart ? entry.designator : '') : entry.section === undefined ? '' : sectionName(card, entry.section);
  return [place, entry.text, mendText(entry.remedy, entry.cured)].filter(Boolean).join(' ');
};

const alike = (a: Body, b: Body | undefined): boolean =>
  b !== undefined && (Object.keys(fields) as (keyof typeof fields)[]).every((field) => a[field] === b[field]);

export const remedy = defineKind('remedy', {
  title: 'Repair without a part',
  about: 'Something cleaned, reflowed, reseated, tightened, straightened or undone, and whether the trouble is gone, where that is known.',
  fields,
  words: (entry, card) => ({ ...placeRef(entry), what: doneText(entry, card, false) }),
  caution: (entry) => mendCautions[entry.remedy] ?? '',
  evidence: (entry) => {
    const test = remedies.find((known) => known === entry.remedy);
    return test && entry.section !== undefined && entry.cured !== undefined
      ? { kind: 'remedy', section: entry.section, remedy: test, cured: entry.cured }
      : { kind: 'mended', text: [entry.designator, entry.text, mendNames[entry.remedy]].filter(Boolean).join(' ') };
  },
  paper: { lines: (entry, card) => [{ place: 'done', text: doneText(entry, card, true) }] },
  line: {
    verbs: eachOf<Mend, Body>(mends, (act) => (rest, context) => takeMends(act, rest, context)),
    // Of a text only what reads back as the same: it may begin like a section, or end like an answer.
    write: (entry, card) => {
      const place = (entry.designator ?? entry.section ?? '').toLowerCase();
      const answer = entry.cured === undefined ? '' : answerWord(entry.cured, cures);
      const line = [entry.remedy, place, entry.text, answer].filter(Boolean).join(' ');
      try {
        const context = { ...(card ? { card } : {}), condition: {}, instruments: [], onSheets: () => true };
        const read = takeMends(entry.remedy, new LineRest(line, wordsOf(line).slice(1)), context);
        return read.length === 1 && alike(entry, read[0]) ? line : undefined;
      } catch {
        return undefined;
      }
    },
  },
  examples: [
    { kind: 'remedy', remedy: 'reflow', section: 'vco', designator: 'C31', cured: true },
    { kind: 'remedy', remedy: 'clean', section: 'audio', cured: false },
    { kind: 'remedy', remedy: 'clean', text: 'contacts of the channel switch' },
  ],
});
