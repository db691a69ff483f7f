import { parseMoney } from '../money';
import type { TapeBody } from '../tape';
import { customerSchema, jobSchema, radioSetSchema, type Customer, type Job, type RadioSet } from './records';

/** What was booked in, in the order in which it is corrected, by what people call it. */
export const bookedNames = {
  complaint: 'complaint',
  maker: 'maker',
  model: 'model',
  serial: 'serial',
  madeIn: 'year',
  previousOwners: 'owned before by',
  owner: 'owner',
  phone: 'telephone',
  email: 'mail',
  address: 'address',
  promisedOn: 'promised for',
  limit: 'spending limit',
  payer: 'who pays',
  accessories: 'came with it',
  cosmetic: 'outside',
} as const;
export type BookedField = keyof typeof bookedNames;
export type BookedTexts = Readonly<Record<BookedField, string>>;

export interface Booked {
  readonly job: Job;
  readonly set: RadioSet;
  readonly customer: Customer;
}

/** What was booked in, as it is typed. */
export const bookedTexts = ({ job, set, customer }: Booked): BookedTexts => ({
  complaint: job.complaint,
  maker: set.maker,
  model: set.model,
  serial: set.serial,
  madeIn: set.madeIn === undefined ? '' : String(set.madeIn),
  previousOwners: set.previousOwners.join(', '),
  owner: customer.name,
  phone: customer.phone,
  email: customer.email,
  address: customer.address,
  promisedOn: job.promisedOn ?? '',
  limit: job.spendLimitMinor === undefined ? '' : (job.spendLimitMinor / 100).toFixed(2),
  payer: job.payer,
  accessories: job.accessories.join(', '),
  cosmetic: job.cosmetic,
});

export interface Corrected extends Booked {
  /** One entry for each field that is another now. */
  readonly entries: readonly TapeBody[];
  /** Why a field is refused, by its name; nothing is corrected then. */
  readonly wrong: Readonly<Partial<Record<BookedField, string>>>;
}

const list = (text: string): string[] =>
  text
    .split(/[,;\n]/)
    .map((word) => word.trim())
    .filter(Boolean);

/** What was booked in with what was typed put in its place, and what the tape says of it. */
export function corrected(booked: Booked, typed: BookedTexts): Corrected {
  const was = bookedTexts(booked);
  const now = Object.fromEntries(Object.entries(typed).map(([field, text]) => [field, text.trim()])) as Record<BookedField, string>;
  const changed = (Object.keys(bookedNames) as BookedField[]).filter((field) => was[field] !== now[field]);
  const limit = now.limit ? parseMoney(now.limit) : undefined;
  const isDay =
    /^\d{4}-\d{2}-\d{2}$/.test(now.promisedOn) && new Date(`${now.promisedOn}T12:00:00Z`).toISOString().startsWith(now.promisedOn);
  const wrong: Corrected['wrong'] = {
    ...(now.complaint ? {} : { complaint: "Write the complaint in the owner's words." }),
    ...(now.maker ? {} : { maker: 'Who made it?' }),
    ...(now.model ? {} : { model: 'Which model is it?' }),
    ...(now.owner ? {} : { owner: 'A customer needs a name.' }),
    ...(now.madeIn && !(/^\d{4}$/.test(now.madeIn) && Number(now.madeIn) >= 1930 && Number(now.madeIn) <= 2100)
      ? { madeIn: 'Give a year from 1930.' }
      : {}),
    ...(now.limit && limit === undefined ? { limit: `"${now.limit}" is not an amount. Write it like 45 or 45.50.` } : {}),
    ...(now.promisedOn && !isDay ? { promisedOn: 'Write the day like 2026-02-13.' } : {}),
  };
  if (Object.keys(wrong).length) return { ...booked, entries: [], wrong };
  const { madeIn: _year, ...set } = booked.set;
  const { promisedOn: _day, spendLimitMinor: _limit, ...job } = booked.job;
  return {
    job: jobSchema.parse({
      ...job,
      complaint: now.complaint,
      payer: now.payer,
      cosmetic: now.cosmetic,
      accessories: list(now.accessories),
      ...(now.promisedOn ? { promisedOn: now.promisedOn } : {}),
      ...(limit === undefined ? {} : { spendLimitMinor: limit }),
    }),
    set: radioSetSchema.parse({
      ...set,
      maker: now.maker,
      model: now.model,
      serial: now.serial,
      previousOwners: list(now.previousOwners),
      ...(now.madeIn ? { madeIn: Number(now.madeIn) } : {}),
    }),
    customer: customerSchema.parse({ ...booked.customer, name: now.owner, phone: now.phone, email: now.email, address: now.address }),
    entries: changed.map((field) => ({ kind: 'correction', what: bookedNames[field], was: was[field], now: now[field] })),
    wrong,
  };
}
