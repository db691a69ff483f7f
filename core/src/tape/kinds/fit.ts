import * as z from 'zod';
import { partOf } from '../../card';
import { fromStock, isDesignator, need, refuse, takeDesignators } from '../../line';
import { largestQuantity, minorSchema, moneyText, parseMoney } from '../../money';
import { defineKind, type EntryBody, type ReadVerb } from '../entry-kind';

const example = 'fit c12 220u 25v @0.40 x2';
/** What is done to a part without changing it. */
const workWords = /^(re-?soldered|re-?flowed|cleaned|re-?seated|adjusted|tightened|straightened|tried)(\s|$)/i;
const priceWord = /^@(\S*)$/;
const countWord = /^[x×](\d{1,4})$/i;
/** A figure with two decimals at the end of a line may be a price or belong to the name. */
const maybePrice = /\s(\d+[.,]\d{2})$/;

/**
 * The part, its price each and how many, out of `220u 25v @0.40 x2`.
 * @throws CoreError `unknown-name` for a price that is none, a number that is none, or a bare figure that may be a price
 */
function priced(typed: string, at: number): { readonly text: string; readonly priceMinor: number; readonly quantity: number } {
  let [priceMinor, quantity] = [0, 1];
  const kept: string[] = [];
  for (const word of typed.split(/\s+/)) {
    const price = priceWord.exec(word)?.[1];
    const count = countWord.exec(word)?.[1];
    if (price !== undefined) priceMinor = parseMoney(price) ?? refuse(at, `"${price}" is not a price.`, 'Write it like @0.40, each.');
    else if (count !== undefined && kept.length) quantity = Number(count);
    else kept.push(word);
  }
  const text = kept.join(' ');
  const bare = maybePrice.exec(text)?.[1];
  if (bare !== undefined && priceMinor === 0)
    refuse(at + typed.indexOf(bare), `Is ${bare} the price?`, `Write @${bare}, each; a part that is called so is put in by Parts.`);
  if (quantity < 1 || quantity > largestQuantity) refuse(at, 'How many were fitted?', `A number from 1 to ${largestQuantity}, such as x2.`);
  return { text: text || refuse(at, 'The new part is missing.', `Write it like: ${example}`), priceMinor, quantity };
}
/** Whether a part's name comes back from a line as it is. */
const isPlain = (name: string): boolean =>
  name.trim() === name &&
  !/\s{2}/.test(name) &&
  !workWords.test(name) &&
  !/(^|\s)(anyway|from)(\s|$)/i.test(name) &&
  !maybePrice.test(name) &&
  name.split(' ').every((word, k) => !priceWord.test(word) && !(k > 0 && countWord.test(word)) && !(k === 0 && isListed(word)));
/** Whether a source comes back from a line as it is. */
const isSource = (source: string): boolean => source === '' || (isPlain(source) && !/^(anyway|from)$/i.test(source));
/** A first word that would be taken for one more designator. */
const isListed = (word: string): boolean => isDesignator(word) || /^[a-z]{1,4}\d{1,4}[-–.]/i.test(word);

const fields = {
  designator: z.string().meta({ title: 'Part' }),
  section: z.string().optional().meta({ title: 'Section' }),
  oldPart: z.string().meta({ title: 'What was in' }),
  newPart: z.string().meta({ title: 'What was fitted' }),
  why: z.string().meta({ title: 'Why' }),
  proof: z.string().meta({ title: 'How the old one was proved bad' }),
  priceMinor: minorSchema.meta({ title: 'Price each, in minor units' }),
  quantity: z.number().int().min(1).max(largestQuantity).meta({ title: 'How many' }),
  source: z.string().meta({ title: 'Where it came from' }),
  stock: z.string().optional().meta({ title: 'The item of stock from which it was taken' }),
};
type Body = EntryBody<'fit', typeof fields>;

const read: ReadVerb<Body> = (rest, context) => {
  const parts = takeDesignators(rest, context, example);
  const { at } = rest;
  const [said = '', why = ''] = need(rest, 'The new part', example).split(/\s+anyway\s+/i);
  const { text, priceMinor, quantity } = priced(said, at);
  for (const { designator } of parts) {
    const against = why ? undefined : context.against?.(designator);
    if (against) return refuse(at, against, 'Mend that first; or end the line with: anyway, and why.');
  }
  if (workWords.test(text))
    return refuse(at, `"${text}" is work, not a part.`, `Write it like: done ${parts.map((p) => p.designator).join(', ')} ${text}`);
  const { name, source, item } = fromStock(text, at, context);
  return parts.map(({ designator, part }) => ({
    kind: 'fit',
    designator,
    oldPart: part?.value ?? '',
    newPart: name,
    why,
    proof: '',
    priceMinor: priceMinor || (item?.priceMinor ?? 0),
    quantity,
    source,
    ...(item ? { stock: item.id } : {}),
    ...(part ? { section: part.section } : {}),
  }));
};

export const fit = defineKind('fit', {
  title: 'Part fitted',
  about: 'A part replaced by another, with the reason, the proof and the price.',
  fields,
  words: (entry) => ({ ref: entry.designator, what: `fitted: ${entry.newPart}${entry.source ? `, from ${entry.source}` : ''}` }),
  evidence: (entry, card) => {
    const section = entry.section ?? partOf(card, entry.designator)?.section;
    return section === undefined ? undefined : { kind: 'fit', section, designator: entry.designator };
  },
  silent: () => 'not weighed: at no section of the card',
  // The table of parts and the price are made from the same entries.
  paper: {
    lines: (entry) => [
      {
        place: 'done',
        text: entry.oldPart
          ? `${entry.designator} replaced: ${entry.oldPart} by ${entry.newPart}`
          : `${entry.designator}: ${entry.newPart} fitted`,
      },
    ],
  },
  line: {
    verbs: {
      fit: read,
      replace: read,
      renew: read,
    },
    // Reason and proof stand in the form alone, and what is in stock is not known here.
    write: (entry, card) => {
      const part = card && partOf(card, entry.designator);
      const asTyped = !entry.why && !entry.proof && !entry.stock && isPlain(entry.newPart) && isSource(entry.source);
      const asOnCard = entry.oldPart === (part?.value ?? '') && entry.section === part?.section;
      const price = entry.priceMinor ? `@${moneyText(entry.priceMinor)}` : '';
      const count = entry.quantity === 1 ? '' : `x${entry.quantity}`;
      return asTyped && asOnCard
        ? ['fit', entry.designator.toLowerCase(), entry.newPart, entry.source && `from ${entry.source}`, price, count]
            .filter(Boolean)
            .join(' ')
        : undefined;
    },
  },
  examples: [
    {
      kind: 'fit',
      designator: 'C12',
      section: 'audio',
      oldPart: '220 µF 25 V',
      newPart: '220u 35v',
      why: '',
      proof: '',
      priceMinor: 0,
      quantity: 1,
      source: '',
    },
    {
      kind: 'fit',
      designator: 'C31',
      section: 'vco',
      oldPart: '22 pF',
      newPart: '22 pF NP0',
      why: 'drifts with warmth',
      proof: '30.9 pF out of circuit',
      priceMinor: 40,
      quantity: 1,
      source: 'stock',
    },
  ],
});
