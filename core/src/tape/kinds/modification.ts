import * as z from 'zod';
import { partOf, sectionName, type LaidCard } from '../../card';
import { isDesignator, refuse, takeSection, type EntryContext, type LineRest } from '../../line';
import { defineKind } from '../entry-kind';

/** What a part that is no longer there is said to be. */
const gone = /^(?:removed|cut|out|gone|lifted)$/i;
export const isGone = (value: string): boolean => gone.test(value.trim());

/** Whether what was done may be forbidden where the set is used; whoever uses it has to know. */
export const mayBeForbidden = (title: string): boolean =>
  /channel|band|open|unlock|clarifier|power|peak|deviation|modulation|limiter|out of band|extended|wide/i.test(title);

interface Body {
  readonly kind: 'modification';
  readonly title: string;
  readonly designator?: string | undefined;
  readonly value?: string | undefined;
  readonly section?: string | undefined;
}

const example = 'modified r12 4k7 clarifier opened';
/** A word that goes on a value: `22 µF 25 V`. */
const goesOn = /^(?:[\d.,]+\S*|[pnuµμmkM]?(?:F|H|Ω|V|W|A|Hz|ohms?))$/;
const places = ['in', 'at'] as const;

/** What a part is now: a value, or that it is gone. */
function takeValue(rest: LineRest): string {
  const first = rest.take()?.text ?? '';
  const more: string[] = [];
  while (!isGone(first) && rest.next && goesOn.test(rest.next.text)) more.push(rest.take()?.text ?? '');
  return [first, ...more].join(' ');
}

/** Where a part is that the card does not have: behind `in`, by the name of the section. */
function takeWhere(rest: LineRest, context: EntryContext): string | undefined {
  if (!places.some((word) => word === rest.next?.text.toLowerCase())) return undefined;
  const word = rest.take();
  const section = takeSection(rest, context);
  return section ?? refuse(rest.at, `${word?.text ?? 'In'} which section?`, 'Name a section of the card, such as: in vco');
}

/** What is said of a change when nobody said more. */
const plainTitle = (value: string): string => (isGone(value) ? 'part taken out' : 'part changed');

function takeModification(rest: LineRest, context: EntryContext): Body {
  const { next, at } = rest;
  if (!next) return refuse(at, 'What was changed in this set?', `Write it like: ${example}`);
  if (!isDesignator(next.text)) return { kind: 'modification', title: rest.takeText() };
  const designator = next.text.toUpperCase();
  rest.take();
  if (!rest.next) return refuse(rest.at, `What is ${designator} now?`, `Write it like: ${example}; or removed.`);
  const value = takeValue(rest);
  const { card } = context;
  const known = card && partOf(card, designator);
  const section = takeWhere(rest, context);
  if (card && !known && isGone(value))
    return refuse(next.at, `${designator} is not on the card, so it cannot be taken off it.`, 'Write what was done in words alone.');
  if (card && !known && section === undefined)
    return refuse(
      rest.at,
      `${designator} is not on the card: where is it?`,
      `Write it like: modified ${next.text} ${value} in ${card.sections[0]?.id ?? 'vco'}`,
    );
  return {
    kind: 'modification',
    title: rest.takeText() || plainTitle(value),
    designator,
    value,
    ...(section ? { section } : {}),
  };
}

/** What was changed, in words: `clarifier opened: R12 is 4k7`. */
function said({ title, designator, value = '', section }: Body, card: LaidCard | undefined): string {
  if (designator === undefined) return title;
  const what = isGone(value) ? `${designator} ${value}` : `${designator} is ${value}`;
  return `${title}: ${what}${section === undefined ? '' : `, in the ${sectionName(card, section)}`}`;
}

export const modification = defineKind('modification', {
  title: 'Modification',
  about: 'What somebody changed in this one set, over its card: a part, a link, a crystal, a band, a socket.',
  fields: {
    title: z.string().min(1).meta({ title: 'What was changed' }),
    designator: z.string().optional().meta({ title: 'Part' }),
    value: z.string().optional().meta({ title: 'What it is now' }),
    section: z.string().optional().meta({ title: 'Section of a part that the card does not have' }),
  },
  words: (entry, card) => ({ what: `Modified: ${said(entry, card)}` }),
  caution: ({ title }) =>
    mayBeForbidden(title) ? 'This may be forbidden where the set is used: check your local rules and licence, and tell the owner.' : '',
  paper: { counted: 'Modified: what has been changed in this set and not rolled back' },
  line: {
    verbs: { modified: takeModification },
    write: ({ title, designator, value, section }) => {
      if (designator === undefined) return isDesignator(title.split(' ')[0] ?? '') ? undefined : `modified ${title}`;
      const [first = ''] = title.split(' ');
      // Only what reads back as the same.
      if (!value || value.includes(' ') || goesOn.test(first) || places.some((word) => word === first.toLowerCase())) return undefined;
      const more = title === plainTitle(value) ? '' : title;
      return ['modified', designator.toLowerCase(), value, section && `in ${section}`, more].filter(Boolean).join(' ');
    },
  },
  examples: [
    { kind: 'modification', title: 'clarifier opened', designator: 'C31', value: '33p' },
    { kind: 'modification', title: 'part changed', designator: 'C12', value: '470µ' },
    { kind: 'modification', title: 'part taken out', designator: 'IC3', value: 'removed' },
    { kind: 'modification', title: 'squeal tamed', designator: 'C99', value: '100n', section: 'vco' },
    { kind: 'modification', title: 'microphone socket wired for another maker' },
  ],
});
