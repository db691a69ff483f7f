import { conditionText, type LaidCard } from '../card';
import { limitsText } from '../measure';
import { comparison } from './comparison';
import { ofKind, paperLines, readingText, standing, type EntryOf, type PaperLine, type TapeEntry } from '../tape';
import { problems } from './job-state';
import { moneyText } from '../money';
import { jobPrice, type JobPrice } from './price';
import type { Customer, Job, RadioSet, ShopSettings } from './records';
import { verdictNames } from '../words';

/** A cell of the before/after table, ready to be read. */
export interface ReportCell {
  readonly text: string;
  readonly verdict: string;
}
/** The hand-back sheet: what the owner and the next repairer need to know, in words. */
export interface Report {
  readonly shop: ShopSettings;
  readonly job: Job;
  readonly customer: Customer;
  readonly set: RadioSet;
  readonly complaint: string;
  readonly found: readonly string[];
  readonly done: readonly string[];
  readonly parts: readonly {
    readonly what: string;
    readonly old: string;
    readonly fitted: string;
    readonly why: string;
    readonly price: string;
  }[];
  readonly tests: readonly {
    readonly name: string;
    readonly condition: string;
    readonly limits: string;
    readonly before: ReportCell;
    readonly after: ReportCell;
  }[];
  readonly leftAlone: readonly string[];
  readonly watchFor: readonly string[];
  readonly price: JobPrice;
  readonly priceLines: readonly { readonly what: string; readonly amount: string }[];
  readonly cautions: readonly string[];
}

const cell = (reading: EntryOf<'reading'> | undefined): ReportCell =>
  reading ? { text: readingText(reading), verdict: verdictNames[reading.verdict] } : { text: '–', verdict: 'not done' };

/**
 * The price line by line. The rate of an hour is in the shop's currency; where the job's money was written in another, as after
 * it came from another shop, the two stand side by side and are not added.
 */
function priceLinesOf(price: JobPrice, shop: ShopSettings, currency: string): Report['priceLines'] {
  const labour = moneyText(price.labourMinor, shop.currency);
  const parts = moneyText(price.partsMinor, currency);
  const lines = [
    { what: `Labour, ${price.labourMinutes} min`, amount: labour },
    { what: 'Parts', amount: parts },
  ];
  if (currency !== shop.currency && price.labourMinor > 0 && price.partsMinor > 0)
    return [...lines, { what: 'Total, in two currencies, before tax', amount: `${labour} and ${parts}` }];
  // Only one of the two is there, and so is its currency.
  const own = price.labourMinor > 0 ? shop.currency : currency;
  return [
    ...lines,
    { what: `Tax, ${shop.taxPercent}%`, amount: moneyText(price.taxMinor, own) },
    { what: 'Total', amount: moneyText(price.totalMinor, own) },
  ];
}

/** Builds the sheet from what stands on the tape; a claim stays a claim, and nothing struck is in it. */
export function buildReport(input: {
  readonly shop: ShopSettings;
  readonly job: Job;
  readonly customer: Customer;
  readonly set: RadioSet;
  readonly card?: LaidCard;
  readonly tape: readonly TapeEntry[];
  readonly nowMs: number;
}): Report {
  const { shop, job, card } = input;
  const stood = standing(input.tape);
  const price = jobPrice(stood, shop, input.nowMs);
  const fits = ofKind(stood, 'fit');
  const currency = job.currency ?? shop.currency;
  const list = problems(stood);
  const lines = stood.flatMap((entry) => paperLines(entry, card));
  const linesAt = (place: PaperLine['place']): string[] => lines.filter((line) => line.place === place).map(({ text }) => text);
  return {
    shop,
    job,
    customer: input.customer,
    set: input.set,
    complaint: job.complaint,
    found: [
      ...list.filter((p) => p.state !== 'open').map((p) => `${p.title}: ${p.state === 'left-alone' ? 'left alone by agreement' : p.state}`),
      ...linesAt('found'),
    ],
    done: linesAt('done'),
    parts: fits.map((f) => ({
      what: f.designator,
      old: f.oldPart,
      fitted: f.quantity > 1 ? `${f.quantity} × ${f.newPart}` : f.newPart,
      why: [f.why, f.proof].filter(Boolean).join('; '),
      price: moneyText(f.priceMinor * f.quantity, currency),
    })),
    tests: card
      ? comparison(card, stood).map(({ limit, before, after }) => ({
          name: limit.name,
          condition: conditionText(limit.condition),
          limits: limitsText(limit.low, limit.high, limit.unit),
          before: cell(before),
          after: cell(after),
        }))
      : [],
    leftAlone: [
      ...list
        .filter((p) => p.state === 'left-alone' || p.state === 'open')
        .map((p) => `${p.title}${p.state === 'open' ? ' (still open)' : ''}`),
      ...linesAt('left-alone'),
    ],
    watchFor: linesAt('watch-for'),
    price,
    priceLines: priceLinesOf(price, shop, currency),
    cautions: [
      ...new Set(card?.hazards.map((h) => h.text) ?? []),
      'Transmit only where, and with what, your local rules and licence allow.',
      'Leave work inside the set to people qualified for it.',
    ],
  };
}
