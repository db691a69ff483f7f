import type { Customer, Job, RadioSet, ShopSettings } from '../job';
import type { ReadingVerdict } from '../words';
import type { TapeBody, TapeEntry } from '../tape';

const jobId = '11111111-1111-4111-8111-111111111111';
const idOf = (n: number): string => `22222222-2222-4222-8222-${String(n).padStart(12, '0')}`;

/** A tape for specs: entries one minute apart from 9:00, numbered from 1. */
export const tapeOf = (...bodies: readonly TapeBody[]): TapeEntry[] =>
  bodies.map((body, i) => ({
    ...body,
    id: idOf(i + 1),
    jobId,
    seq: i + 1,
    at: new Date(Date.UTC(2026, 1, 12, 9, i)).toISOString(),
    by: 'Runa',
  }));

/** Id of the n-th entry of such a tape, counted from 1. */
export const entryId = idOf;

export const sampleShop: ShopSettings = {
  id: 'shop',
  name: 'My workshop',
  address: '',
  technician: 'Bench',
  currency: '',
  ratePerHourMinor: 0,
  taxPercent: 0,
  nextJobNumber: 1,
};

export const sampleJob: Job = {
  id: jobId,
  number: 417,
  setId: '33333333-3333-4333-8333-333333333333',
  customerId: '44444444-4444-4444-8444-444444444444',
  bookedInAt: '2026-02-12T08:50:00.000Z',
  promisedOn: '2026-02-13',
  payer: '',
  complaint: 'Receives nothing on any channel, transmits',
  symptoms: [],
  accessories: ['microphone'],
  cosmetic: '',
};

export const sampleCustomer: Customer = { id: sampleJob.customerId, name: 'Marrow', phone: '', email: '', address: '', note: '' };
export const sampleSet: RadioSet = {
  id: sampleJob.setId,
  customerId: sampleJob.customerId,
  maker: 'Oxbrae',
  model: 'Wren',
  serial: '1',
  previousOwners: [],
  modifications: [],
};

/** A reading as the entry line would make it. */
export const readingBody = (
  point: string,
  value: number | null,
  verdict: ReadingVerdict,
  more: Partial<Extract<TapeBody, { kind: 'reading' }>> = {},
): TapeBody => ({
  kind: 'reading',
  subject: { what: 'point', point },
  value,
  unit: 'V',
  step: 0.01,
  condition: {},
  uncertainty: 0.01,
  verdict,
  ...more,
});

export const fitBody = (designator: string, section: string, priceMinor = 0): TapeBody => ({
  kind: 'fit',
  designator,
  section,
  oldPart: 'old',
  newPart: 'new',
  why: 'bad',
  proof: 'measured',
  priceMinor,
  quantity: 1,
  source: 'stock',
});
