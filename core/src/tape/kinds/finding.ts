import * as z from 'zod';
import { partOf, sectionName } from '../../card';
import { namesParts, refuse, takeDesignators, takeSection } from '../../line';
import { findingKinds, findingNames, severities, type FindingKind } from '../../words';
import { defineKind } from '../entry-kind';

/** The part and what was seen at it, in one line. */
export const findingText = (entry: {
  readonly designator?: string | undefined;
  readonly text: string;
  readonly finding: FindingKind;
}): string => [entry.designator, entry.text || findingNames[entry.finding]].filter(Boolean).join(' ');

/** What the words of a finding call it; the first that fits. */
const calls: readonly (readonly [RegExp, FindingKind])[] = [
  [/twiddled|\b(cores?|cans?|trimmers?) (was |were )?turned|turned (cores?|trimmers?)/, 'twiddled'],
  [/leak/, 'leaking-capacitor'],
  [/burn/, 'burnt-part'],
  [/joint/, 'bad-joint'],
  [/crack|chip/, 'cracked-part'],
  [/corro/, 'corrosion'],
  [/(^|\s)(looks )?clean$/, 'clean'],
];

const kindCalled = (words: string): FindingKind => calls.find(([said]) => said.test(words))?.[1] ?? 'other';
/** What accuses nobody. */
const neutralWords = /date code|dated|\bmade in\b|sticker|label|cosmetic|scratch|dust|scuff|yellowed|serial/;
const severityOf = (words: string): 'plain' | 'neutral' => (neutralWords.test(words) ? 'neutral' : 'plain');
const handsIn = (words: string): boolean =>
  /previous hands|re-?soldered|twiddled|\b(cores?|trimmers?) (was |were )?turned|turned (cores?|trimmers?)/.test(words);

export const finding = defineKind('finding', {
  title: 'Finding',
  about: 'What was seen, smelt or felt on looking, at a part, in a section, or anywhere.',
  fields: {
    finding: z.enum(findingKinds).meta({ title: 'Kind of finding' }),
    text: z.string().meta({ title: 'In words' }),
    section: z.string().optional().meta({ title: 'Section' }),
    designator: z.string().optional().meta({ title: 'Part' }),
    severity: z.enum(severities).meta({ title: 'How bad it looks' }),
    previousHands: z.boolean().meta({ title: 'Left by an earlier repairer' }),
  },
  words: (entry, card) => {
    const place = entry.designator || entry.section === undefined ? '' : `, ${sectionName(card, entry.section)}`;
    return {
      ...(entry.designator ? { ref: entry.designator } : {}),
      what: `${entry.text || findingNames[entry.finding]}${place}${entry.previousHands ? ': previous hands' : ''}`,
    };
  },
  evidence: (entry, card) => {
    const section = entry.section ?? (entry.designator ? partOf(card, entry.designator)?.section : undefined);
    if (section === undefined || entry.severity === 'neutral') return undefined;
    return {
      kind: 'finding',
      section,
      ...(entry.designator ? { designator: entry.designator } : {}),
      severity: entry.finding === 'clean' ? 'clean' : entry.severity,
      previousHands: entry.previousHands,
      ...(entry.finding === 'twiddled' || entry.finding === 'broken-core' ? { twiddled: true } : {}),
      text: findingText(entry),
    };
  },
  silent: (entry) =>
    entry.severity === 'neutral' ? 'not weighed: neither for nor against a fault' : 'not weighed: at no section of the card',
  paper: {
    lines: (entry) =>
      entry.finding === 'clean' ? [] : [{ place: 'found', text: `${findingText(entry)}${entry.previousHands ? ' (earlier work)' : ''}` }],
  },
  line: {
    verbs: {
      found: (rest, context) => {
        const typed = rest.text;
        if (!rest.next) return refuse(rest.at, 'What was found is missing.', 'Write it like: found c31 leaking');
        const lower = typed.toLowerCase();
        const found = {
          kind: 'finding' as const,
          finding: kindCalled(lower),
          severity: severityOf(lower),
          previousHands: handsIn(lower),
        };
        // Free words may begin with anything; a name that the set does not have stays a word.
        if (!namesParts(rest, context)) {
          const section = takeSection(rest, context);
          const text = rest.takeText();
          return section === undefined ? { ...found, text } : { ...found, text: text || 'found at fault', section };
        }
        const parts = takeDesignators(rest, context, 'found c31 leaking');
        const text = rest.takeText() || 'found at fault';
        return parts.map(({ designator, part }) => ({ ...found, text, designator, ...(part ? { section: part.section } : {}) }));
      },
    },
    // The line names no section, no kind and no degree of its own: it says them by its words, or not at all.
    write: (entry) => {
      const place = entry.designator?.toLowerCase() ?? entry.section;
      const line = `found ${[place, entry.text].filter(Boolean).join(' ')}`;
      const says = kindCalled(line.slice(6).toLowerCase());
      const hands = handsIn(line.toLowerCase());
      const whole =
        entry.text !== '' && says === entry.finding && hands === entry.previousHands && entry.severity === severityOf(line.toLowerCase());
      return whole ? line : undefined;
    },
  },
  examples: [
    {
      kind: 'finding',
      finding: 'leaking-capacitor',
      text: 'leaking',
      severity: 'plain',
      previousHands: false,
      designator: 'C31',
      section: 'vco',
    },
    { kind: 'finding', finding: 'other', text: 'smells of smoke', severity: 'plain', previousHands: false },
  ],
});
