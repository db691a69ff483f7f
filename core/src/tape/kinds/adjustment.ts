import * as z from 'zod';
import { sectionName, type LaidCard } from '../../card';
import { attempt } from '../../errors';
import { isDesignator, refuse, takeDesignator, takeSection, type EntryContext, type LineRest } from '../../line';
import { parseQuantity, quantityText, units, writtenQuantity } from '../../quantity';
import { adjustingNames, adjustings, type Adjusting } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';
import { eachOf } from './answers';

const figure = z.object({ value: z.number(), step: z.number().min(0) });
const fields = {
  how: z.enum(adjustings).meta({ title: 'What was done to it' }),
  adjuster: z.string().meta({ title: 'What was turned: a part, or the adjusters of a section' }),
  section: z.string().optional().meta({ title: 'Section' }),
  step: z.string().optional().meta({ title: 'Step of the card’s alignment, where it was named by it' }),
  unit: z.enum(units).optional().meta({ title: 'SI base unit of the figures' }),
  before: figure.optional().meta({ title: 'What was read before' }),
  after: figure.optional().meta({ title: 'What was read after' }),
  none: z.boolean().optional().meta({ title: 'True where no peak or dip was found' }),
  text: z.string().optional().meta({ title: 'Read where, and what else, in words' }),
};
type Body = EntryBody<'adjustment', typeof fields>;

const example = 'adj vr3 3.6V > 2.0V at tp7';
const arrow = /\s*(?:->|→|>)\s*/;
const nothing = /^(none|no (peak|dip))$/i;

/** `3.6V > 2.0V at tp7`, `none`, or the figure after it alone. */
function takeFigures(rest: LineRest, how: Adjusting): Pick<Body, 'unit' | 'before' | 'after' | 'none' | 'text'> {
  const { at } = rest;
  const typed = rest.takeText();
  if (!typed) return {};
  if (/^at\s+\S/i.test(typed)) return { text: typed };
  if (how === 'seal') return refuse(at, 'A seal has no figure.', 'Turn it first, and seal it then: seal l4');
  if (nothing.test(typed)) {
    if (how !== 'peak' && how !== 'dip') refuse(at, `What has no ${how}?`, 'Only a peak or a dip may not be found: peak l7 none');
    return { none: true };
  }
  const [figures = '', ...behind] = typed.split(/\s+(?=at\s)/i);
  const read = figures.split(arrow).map((part) => {
    const got = attempt(() => parseQuantity(part));
    return got.ok ? got.value : refuse(at + Math.max(0, typed.indexOf(part)), `"${part}" is not a figure.`, `Write it like: ${example}`);
  });
  const [first, second] = read;
  if (!first || read.length > 2) return refuse(at, 'Before and after are two figures.', `Write it like: ${example}`);
  const unit = second?.unit || first.unit;
  if (second && first.unit && second.unit && first.unit !== second.unit)
    refuse(at, `Before is in ${first.unit}, after in ${second.unit}.`, 'Write both in one unit.');
  const plain = ({ value, step }: typeof first): z.infer<typeof figure> => ({ value, step });
  return {
    unit,
    ...(second ? { before: plain(first), after: plain(second) } : { after: plain(first) }),
    ...(behind.length ? { text: behind.join(' ') } : {}),
  };
}

/** A step of the card's alignment by its whole name: where no designator is known, as on a card that only begins, one says what is done. */
function takeStep(rest: LineRest, { card }: EntryContext): LaidCard['alignment'][number] | undefined {
  for (let words = Math.min(6, rest.left.length); words > 0; words -= 1) {
    const said = rest.left
      .slice(0, words)
      .map(({ text }) => text.toLowerCase())
      .join(' ');
    const step = card?.alignment.find(({ name }) => name.toLowerCase() === said);
    if (!step) continue;
    rest.skip(words);
    return step;
  }
  return undefined;
}

function takeAdjustment(how: Adjusting, rest: LineRest, context: EntryContext): Body {
  if (!rest.next) return refuse(rest.at, 'What was turned?', `Write it like: ${example}`);
  if (isDesignator(rest.next.text)) {
    const { designator, part } = takeDesignator(rest, context, example);
    return { kind: 'adjustment', how, adjuster: designator, ...(part ? { section: part.section } : {}), ...takeFigures(rest, how) };
  }
  const step = takeStep(rest, context);
  if (step) {
    const { id, name, adjust } = step;
    return { kind: 'adjustment', how, adjuster: adjust.join(', ') || name, step: id, ...takeFigures(rest, how) };
  }
  const section = takeSection(rest, context);
  if (section === undefined)
    return refuse(rest.at, `"${rest.next.text}" is no adjuster, section or step of this card.`, `Write it like: ${example}`);
  return { kind: 'adjustment', how, adjuster: sectionName(context.card, section), section, ...takeFigures(rest, how) };
}

/** `set, 3.6 V before, 2.0 V after, at tp7`. */
function adjustedText(entry: Body): string {
  const shown = (of: z.infer<typeof figure>): string => quantityText(of.value, entry.unit ?? '', { step: of.step });
  return [
    entry.none ? '' : adjustingNames[entry.how],
    entry.before ? `${shown(entry.before)} before` : '',
    entry.after ? `${shown(entry.after)} after` : '',
    entry.none ? `no ${entry.how} found` : '',
    entry.text,
  ]
    .filter(Boolean)
    .join(', ');
}

export const adjustment = defineKind('adjustment', {
  title: 'Adjustment',
  about: 'An adjuster turned: to a figure, to a peak or a dip, with what was read before and after.',
  fields,
  words: (entry) => ({ ref: entry.adjuster, what: adjustedText(entry) }),
  // A seal changes nothing that could be heard.
  evidence: (entry) => (entry.how === 'seal' ? undefined : { kind: 'mended', text: `${entry.adjuster} ${adjustingNames[entry.how]}` }),
  paper: { lines: (entry) => [{ place: 'done', text: `${entry.adjuster} ${adjustedText(entry)}` }] },
  line: {
    verbs: {
      ...eachOf<Adjusting, Body>(adjustings, (how) => (rest, context) => takeAdjustment(how, rest, context)),
      adj: (rest, context) => takeAdjustment('adjust', rest, context),
    },
    write: (entry, card) => {
      const typed = (of: z.infer<typeof figure> | undefined): string => (of ? writtenQuantity(of.value, entry.unit ?? '', of.step) : '');
      const figures = [typed(entry.before), typed(entry.after)].filter(Boolean).join(' > ');
      if ((entry.before && !entry.after) || (entry.text !== undefined && !/^at \S/.test(entry.text))) return undefined;
      const named = card?.alignment.find(({ id }) => id === entry.step);
      if (entry.step !== undefined && !named) return undefined;
      const where = named?.name ?? (isDesignator(entry.adjuster) ? entry.adjuster : (entry.section ?? entry.adjuster));
      // A step that is called as a section is comes first.
      if (!named && card?.alignment.some(({ name }) => name.toLowerCase() === where.toLowerCase())) return undefined;
      return [entry.how, where.toLowerCase(), figures, entry.none ? 'none' : '', entry.text].filter(Boolean).join(' ');
    },
  },
  examples: [
    {
      kind: 'adjustment',
      how: 'set',
      adjuster: 'C31',
      section: 'vco',
      unit: 'V',
      before: { value: 3.6, step: 0.1 },
      after: { value: 2, step: 0.1 },
      text: 'at tp7',
    },
    { kind: 'adjustment', how: 'peak', adjuster: 'C31', section: 'vco', none: true },
    { kind: 'adjustment', how: 'seal', adjuster: 'C31', section: 'vco' },
    { kind: 'adjustment', how: 'peak', adjuster: 'C31', section: 'vco', text: 'at tp7' },
  ],
});
