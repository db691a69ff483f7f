import { sampleCustomer, sampleJob, sampleSet } from '../testing/entries';
import { bookedTexts, corrected, type BookedTexts } from './corrections';

const booked = { job: sampleJob, set: sampleSet, customer: sampleCustomer };
const with_ = (change: Partial<BookedTexts>): ReturnType<typeof corrected> => corrected(booked, { ...bookedTexts(booked), ...change });

describe('a correction of what was booked in', () => {
  it('changes nothing, and says nothing, where nothing is another', () => {
    const same = with_({});
    expect(same.entries).toEqual([]);
    expect(bookedTexts(same)).toEqual(bookedTexts(booked));
  });
  it('puts each field in its place, and each change on the tape', () => {
    const texts: BookedTexts = {
      complaint: 'Hums',
      maker: 'Zellen',
      model: 'Skua',
      serial: 'X1',
      madeIn: '1991',
      previousOwners: 'Ansa, Bern',
      owner: 'Tam',
      phone: '1',
      email: 'a@b',
      address: 'Quay',
      promisedOn: '2026-12-04',
      limit: '45.50',
      payer: 'Bern',
      accessories: 'mike, lead',
      cosmetic: 'bent',
    };
    const made = with_(texts);
    expect(made.wrong).toEqual({});
    expect(bookedTexts(made)).toEqual(texts);
    expect(made.job.spendLimitMinor).toBe(4550);
    expect(made.entries.length).toBe(Object.keys(texts).length);
    expect(made.entries).toContain({ kind: 'correction', what: 'serial', was: sampleSet.serial, now: 'X1' });
    // What is no field of the form stays.
    expect([made.job.id, made.job.number, made.set.cardId, made.customer.id]).toEqual([
      sampleJob.id,
      sampleJob.number,
      sampleSet.cardId,
      sampleCustomer.id,
    ]);
  });
  it('takes away what may be empty', () => {
    const full = with_({ madeIn: '1991', promisedOn: '2026-12-04', limit: '45' });
    const bare = corrected(full, { ...bookedTexts(full), madeIn: '', promisedOn: '', limit: '' });
    expect([bare.set.madeIn, bare.job.promisedOn, bare.job.spendLimitMinor]).toEqual([undefined, undefined, undefined]);
    expect(bare.entries.length).toBe(3);
  });
  it('refuses what cannot be, by its field, and changes nothing', () => {
    for (const [field, text] of [
      ['complaint', ' '],
      ['maker', ''],
      ['model', ''],
      ['owner', ''],
      ['madeIn', '91'],
      ['limit', 'dear'],
      ['promisedOn', '2026-02-30'],
      ['promisedOn', 'soon'],
    ] as const) {
      const made = with_({ [field]: text, serial: 'other' });
      expect(Object.keys(made.wrong)).withContext(text).toEqual([field]);
      expect(made.entries).toEqual([]);
      expect(made.set).toBe(sampleSet);
    }
  });
});
