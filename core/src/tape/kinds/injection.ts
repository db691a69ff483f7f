import * as z from 'zod';
import { functionName, injectionName, ownId, sectionName, type LaidCard } from '../../card';
import { refuse, takeResult, takeSection, type EntryContext, type LineRest } from '../../line';
import { attempt } from '../../errors';
import { parseQuantity, quantityText } from '../../quantity';
import { functionResults, resultNames } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';
import { foundByIt } from './answers';

const fields = {
  injection: z.string().meta({ title: 'Injection of the card, or the name that it gets there' }),
  result: z.enum(functionResults).meta({ title: 'How the function did' }),
  into: z.string().optional().meta({ title: 'Section at whose input it went in, where the card had no such injection' }),
  hz: z.number().positive().optional().meta({ title: 'Its frequency, Hz' }),
  dBm: z.number().optional().meta({ title: 'Its level, dBm' }),
  responds: z.string().optional().meta({ title: 'Function that had to respond' }),
};
type Body = EntryBody<'injection', typeof fields>;
type Injection = LaidCard['injections'][number];

const example = 'inject if 455k -60dBm works';
const hzText = (hz: number): string => quantityText(hz, 'Hz', { digits: 12 });
const levelText = (dBm: number): string => quantityText(dBm, 'dBm', { digits: 6 }).replace('−', '-');
/** A generator is set by hand: so near is the same. A level that is another by more says something else, and is kept as it was typed. */
const nearHz = (a: number, b: number): boolean => Math.abs(a - b) <= 0.01 * b;
const nearDb = (a: number, b: number): boolean => Math.abs(a - b) <= 1;

/** `455k -60dBm` or `1k 10mV`: what the generator is set to, as far as it is said. Volts are across 50 ohms. */
function takeSignal(rest: LineRest): { readonly hz?: number; readonly dBm?: number } {
  let [hz, dBm]: [number | undefined, number | undefined] = [undefined, undefined];
  while (rest.next) {
    // A figure and its unit may be two words.
    const read = [2, 1].flatMap((words) => {
      const text = rest.left.slice(0, words);
      const got = text.length === words ? attempt(() => parseQuantity(text.map((word) => word.text).join(' '))) : undefined;
      return got?.ok ? [{ words, ...got.value }] : [];
    })[0];
    if (!read) break;
    const { value, unit, words } = read;
    if ((unit === 'Hz' || unit === '') && value > 0 && hz === undefined) hz = value;
    else if (unit === 'dBm' && dBm === undefined) dBm = value;
    else if (unit === 'V' && value > 0 && dBm === undefined) dBm = Math.round(100 * (10 * Math.log10(value ** 2 / 50) + 30)) / 100;
    else return refuse(rest.at, 'A signal has one frequency and one level, in dBm or volts.', `Write it like: ${example}`);
    rest.skip(words);
  }
  return { ...(hz === undefined ? {} : { hz }), ...(dBm === undefined ? {} : { dBm }) };
}

/** The function by whose response one hears it: one that passes the section, of the mode and band that are set before any other. */
function heardBy(card: LaidCard, section: string, { condition }: EntryContext): string | undefined {
  const passes = card.functions.filter(({ group, route }) => group !== 'control' && JSON.stringify(route).includes(`"${section}"`));
  const fits = ({ condition: own }: LaidCard['functions'][number]): boolean =>
    (own.mode === undefined || condition.mode === undefined || own.mode === condition.mode) &&
    (own.band === undefined || condition.band === undefined || own.band === condition.band);
  return (passes.find((fn) => fits(fn) && (fn.condition.keyed ?? false) === (condition.keyed ?? false)) ?? passes.find(fits) ?? passes[0])
    ?.id;
}

/** Injections of the card that what was said could be. */
const couldBe = (card: LaidCard, section: string, { hz, dBm }: { readonly hz?: number; readonly dBm?: number }): readonly Injection[] =>
  card.injections.filter(
    (each) => each.into === section && (hz === undefined || nearHz(hz, each.hz)) && (dBm === undefined || nearDb(dBm, each.dBm)),
  );

function takeInjection(rest: LineRest, context: EntryContext): Body {
  const { card } = context;
  if (!rest.next) return refuse(rest.at, 'Into which section does the signal go?', `Write it like: ${example}`);
  if (!card)
    return refuse(rest.at, 'Without a card nothing is known of its sections.', 'Say of what kind the set is, or write it as a note.');
  const { at } = rest;
  const section = takeSection(rest, context);
  if (section === undefined) return refuse(at, `"${rest.next.text}" is no section of this card.`, `Write it like: ${example}`);
  const signal = takeSignal(rest);
  const result = takeResult(rest);
  if (result === undefined) return refuse(rest.at, 'What came of it?', 'End with works, weak, dead, distorted, …');
  const known = couldBe(card, section, signal);
  const fitting = known.length > 1 ? known.filter(({ responds }) => responds === heardBy(card, section, context)) : known;
  const [found, other] = fitting.length ? fitting : known;
  if (found && other)
    return refuse(
      at,
      `The card has more than one injection there: ${known.map(({ name, hz }) => `${name}, ${hzText(hz)}`).join('; ')}.`,
      'Say its frequency and level, or set the mode first.',
    );
  if (found) return { kind: 'injection', injection: found.id, result };
  const { hz, dBm } = signal;
  if (hz === undefined || dBm === undefined)
    return refuse(rest.at, 'The card has no injection there: at what frequency, and how strong?', `Write it like: ${example}`);
  const responds = heardBy(card, section, context);
  if (responds === undefined)
    return refuse(
      at,
      `No function of this card passes the ${sectionName(card, section)}.`,
      'Put it into the route of one, or write a note.',
    );
  const injection = ownId(`${hzText(hz)} into ${sectionName(card, section)}`, card.injections);
  return { kind: 'injection', injection, result, into: section, hz, dBm, responds };
}

/** The start of the line that answers an injection of the card: `inject if-amp 455 kHz -60 dBm `; undefined where another could be meant by it. */
function injectionStart(card: LaidCard, id: string): string | undefined {
  const known = card.injections.find((each) => each.id === id);
  return known && couldBe(card, known.into, known).length === 1
    ? `inject ${known.into} ${hzText(known.hz)} ${levelText(known.dBm)} `
    : undefined;
}

/** `455 kHz, −60 dBm into the IF amplifier`. */
const signalText = (entry: Body, card: LaidCard | undefined): string =>
  entry.into === undefined || entry.hz === undefined || card?.injections.some(({ id }) => id === entry.injection)
    ? injectionName(card, entry.injection)
    : `${hzText(entry.hz)}${entry.dBm === undefined ? '' : `, ${levelText(entry.dBm)}`} into the ${sectionName(card, entry.into)}, for ${functionName(card, entry.responds ?? '')}`;

export const injection = defineKind('injection', {
  title: 'Injection',
  about: 'A signal put in at a section, and how the function that must respond then did.',
  fields,
  words: (entry, card) => ({ what: `${signalText(entry, card)}: ${resultNames[entry.result]}` }),
  evidence: (entry) =>
    entry.result === 'not-tried' ? undefined : { kind: 'injection', injection: entry.injection, outcome: entry.result },
  paper: { none: foundByIt },
  line: {
    verbs: { inject: takeInjection },
    write: ({ injection: id, into, hz, dBm, result }, card) => {
      if (!card) return undefined;
      const known = into === undefined ? injectionStart(card, id) : undefined;
      if (known !== undefined) return known + resultNames[result];
      // Only what reads back as the same: an injection of the card could be meant by it.
      if (into === undefined || hz === undefined || dBm === undefined || couldBe(card, into, { hz, dBm }).length) return undefined;
      return `inject ${into} ${hzText(hz)} ${levelText(dBm)} ${resultNames[result]}`;
    },
  },
  examples: [
    { kind: 'injection', injection: 'if-in', result: 'works' },
    { kind: 'injection', injection: '1-khz-into-audio', result: 'weak', into: 'audio', hz: 1000, dBm: -30, responds: 'receive-am' },
  ],
});
