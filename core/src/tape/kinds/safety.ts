import * as z from 'zod';
import { checkName, deadBelowV, dischargePlaces, type LaidCard } from '../../card';
import { need, refuse, type EntryContext, type LineRest } from '../../line';
import { parseQuantity, quantityText, units } from '../../quantity';
import { defineKind } from '../entry-kind';

/** The places at which high voltage is proven gone, by the id under which it is answered. */
const goneAt = (card: LaidCard | undefined): readonly { readonly id: string; readonly place: string; readonly below: number }[] =>
  (card?.hazards ?? []).flatMap((hazard) =>
    dischargePlaces(hazard).map((place, k) => ({
      id: `hazard-${hazard.kind}${k ? `-${k + 1}` : ''}`,
      place,
      below: hazard.belowV ?? deadBelowV,
    })),
  );

/** `gone c1 4v`: the proof that the high voltage of a place is gone. It is no reading, and is not judged as the working voltage. */
function takeGone(rest: LineRest, { card }: EntryContext) {
  const example = 'gone c1 4v';
  const places = goneAt(card);
  if (!places.length) return refuse(rest.at, 'This card names no place with high voltage.', 'Put what was measured on the tape as a note.');
  const { at } = rest;
  const typed = need(rest, 'The place and what is left there', `Write it like: ${example}`);
  const split = /^(?:(.*?)\s+)?(-?[\d.,]+\s*[mkuµ]?v?)$/i.exec(typed);
  const [, said = '', figure = ''] = split ?? refuse(at, 'How much is left there?', `Write it like: ${example}`);
  const fits = places.filter(({ place }) => place.toLowerCase().includes(said.toLowerCase()));
  const [one, other] = said ? fits : places;
  if (!one || other)
    return refuse(
      at,
      one ? 'At which place?' : `"${said}" is no place where it is proven gone.`,
      `It is: ${places.map(({ place }) => place).join('; ')}.`,
    );
  const { value } = parseQuantity(figure, { unit: 'V' });
  if (Math.abs(value) >= one.below)
    return refuse(at, `${quantityText(value, 'V')} is still there.`, 'Discharge through a resistor, keep clear, and measure again.');
  return { kind: 'safety' as const, check: one.id, result: 'right' as const, value, unit: 'V' as const };
}

export const safety = defineKind('safety', {
  title: 'Safety check',
  about: 'The answer to a cold check or to the caution for a hazard, which is checked as `hazard-<kind>`.',
  fields: {
    check: z.string().meta({ title: 'Check of the card' }),
    result: z.enum(['right', 'wrong', 'not-needed', 'accepted']).meta({ title: 'How it was found' }),
    value: z.number().optional().meta({ title: 'What was measured, in the unit' }),
    unit: z.enum(units).optional().meta({ title: 'SI base unit' }),
    text: z.string().optional().meta({ title: 'In words' }),
  },
  words: (entry, card) => {
    const value = entry.value === undefined ? '' : `, ${quantityText(entry.value, entry.unit ?? '')}`;
    const isCaution = entry.check.startsWith('hazard-') && entry.value === undefined;
    const result = {
      right: isCaution ? 'read, and kept to' : 'right',
      wrong: 'wrong',
      'not-needed': 'not needed',
      accepted: 'wrong, gone on with',
    }[entry.result];
    return { what: `${checkName(card, entry.check)}: ${result}${value}${entry.text ? `, ${entry.text}` : ''}` };
  },
  evidence: (entry, card) => {
    const check = card.coldChecks.find(({ id }) => id === entry.check);
    if (check?.section === undefined || (entry.result !== 'wrong' && entry.result !== 'accepted')) return undefined;
    const value = entry.value === undefined ? '' : `, ${quantityText(entry.value, entry.unit ?? '')}`;
    return { kind: 'finding', section: check.section, severity: 'bad', previousHands: false, text: `${check.name}: wrong${value}` };
  },
  paper: { none: 'it protects who works on the set; the sheet carries the cautions of the card' },
  line: {
    verbs: { gone: (rest, context) => takeGone(rest, context) },
    write: (entry, card) => {
      const places = goneAt(card);
      const place = places.find(({ id }) => id === entry.check);
      return entry.result === 'right' && place && entry.value !== undefined && entry.unit === 'V' && entry.text === undefined
        ? `gone ${places.length > 1 ? `${place.place.toLowerCase()} ` : ''}${entry.value} V`
        : undefined;
    },
  },
  examples: [
    { kind: 'safety', check: 'fuse', result: 'right' },
    { kind: 'safety', check: 'hazard-high-voltage', result: 'right', value: 4, unit: 'V' },
  ],
});
