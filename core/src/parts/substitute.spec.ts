import fc from 'fast-check';
import { tapeOf } from '../testing/entries';
import { paperLines, type EntryOf, type TapeBody } from '../tape';
import { compareLegs, compareRatings, noteOf, partNotes, readLegs, readRatings, usedBeforeText } from './index';

describe('legs', () => {
  for (const [text, legs] of [
    ['EBC', '1 emitter, 2 base, 3 collector'],
    ['gate, drain, source', '1 gate, 2 drain, 3 source'],
    ['1=G; 2=D; 3=S', '1 gate, 2 drain, 3 source'],
    ['1 gate, 2 drain, 3 source', '1 gate, 2 drain, 3 source'],
    ['red +13.8 V, black ground', 'red +13.8 V, black ground'],
    ['pin1: audio in', 'pin1 audio in'],
    ['', ''],
  ] as const)
    it(`"${text}" are ${legs || 'none'}`, () =>
      expect(
        readLegs(text)
          .map(({ leg, name }) => `${leg} ${name}`)
          .join(', '),
      ).toBe(legs));
  it('are the same however they are written, crossed, others, or not known of both', () => {
    const of = (a: string, b: string) => compareLegs(readLegs(a), readLegs(b));
    expect(of('GDS', '1 gate, 2 drain, 3 source').fit).toBe('same');
    expect(of('Red GROUND', 'red ground').fit).toBe('same');
    expect(of('EBC', 'ECB')).toEqual(
      jasmine.objectContaining({ fit: 'crossed', says: 'the legs are crossed: 2 is collector, not base; 3 is base, not collector' }),
    );
    expect(of('EBC', 'GDS').fit).toBe('other');
    expect(of('EBC', '').fit).toBe('unknown');
  });
  it('lie as they do whichever of the two is the original', () => {
    const names = fc
      .array(fc.constantFrom('gate', 'drain', 'source', 'emitter'), { minLength: 1, maxLength: 4 })
      .map((list) => list.join(', '));
    const law = fc.property(
      names,
      names,
      (a, b) => compareLegs(readLegs(a), readLegs(b)).fit === compareLegs(readLegs(b), readLegs(a)).fit,
    );
    expect(() => fc.assert(law)).not.toThrow();
  });
});

describe('ratings', () => {
  const compare = (a: string, b: string, turned = {}) => compareRatings(readRatings(a).ratings, readRatings(b).ratings, turned);
  it('are read by their letters or their words, with the way in which they may differ', () => {
    expect(readRatings('vceo 40V, RDS(on) 0,54 ohm\nhfe: 100-300; type NPN, max reverse voltage 50 V').ratings).toEqual([
      { name: 'collector to emitter voltage', typed: '40V', value: 40, better: 'more' },
      { name: 'on-resistance', typed: '0,54 ohm', value: 0.54, better: 'less' },
      { name: 'current gain', typed: '100-300', value: 100, better: 'more' },
      { name: 'type', typed: 'NPN', better: 'same' },
      { name: 'max reverse voltage', typed: '50 V', value: 50, better: 'more' },
    ]);
  });
  it('that cannot be read are told, and none is dropped', () => {
    expect(readRatings('fast, vceo 40V')).toEqual(jasmine.objectContaining({ unread: ['fast'] }));
    const word = fc.stringMatching(/^[a-z]{1,8}$/);
    const piece = fc.oneof(
      word,
      fc.tuple(word, fc.integer({ min: 0, max: 999 })).map(([name, figure]) => `${name} ${figure}`),
    );
    const law = fc.property(fc.array(piece, { maxLength: 6 }), (pieces) => {
      const { ratings, unread } = readRatings(pieces.join(', '));
      return ratings.length + unread.length === pieces.length;
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
  it('need no formula words: lower on-resistance will do, a lower voltage will not', () => {
    const { rows, verdict } = compare('vds 60V, on-resistance 0.5 ohm, qg 35nC', 'vds 40V, on-resistance 0.3 ohm, qg 12nC');
    expect(rows.map(({ ok }) => ok)).toEqual([false, true, true]);
    expect(verdict).toBe('no');
    expect(compare('vds 60V', 'vds 60V').verdict).toBe('same');
    expect(compare('vds 60V', 'vds 100V').verdict).toBe('better');
    expect(compare('vds 60V, id 2A', 'vds 100V').verdict).toBe('check');
    expect(compare('', 'vds 100V').verdict).toBe('check');
  });
  it('are held the other way round where somebody says so, but words can only be the same', () => {
    expect(compare('hfe 100', 'hfe 80').verdict).toBe('no');
    expect(compare('hfe 100', 'hfe 80', { 'current gain': 'less' }).verdict).toBe('better');
    expect(compare('type NPN', 'type pnp', { type: 'more' }).verdict).toBe('no');
    // A figure is not held against a word.
    expect(compare('package TO-92', 'package 92').rows[0]?.ok).toBeNull();
  });
});

describe('what is known of a part', () => {
  const entry = tapeOf({
    kind: 'substitute',
    original: 'SR-2201',
    candidate: 'SR-4401',
    verdict: 'better',
    rows: [{ name: 'collector current', original: '200 mA', candidate: '600 mA', better: 'more', ok: true }],
    legs: { original: 'EBC', candidate: 'CBE', fit: 'crossed', says: 'the legs are crossed' },
  })[0] as EntryOf<'substitute'>;
  const item = { id: 'x', part: 'sr-2201', kind: '', quantity: 0, priceMinor: 0, drawer: '', supplier: '', legs: 'BCE' };
  const notes = partNotes({
    stock: [item],
    cards: [
      {
        chassis: 'OB-7',
        parts: [{ designator: 'IC2', kind: 'ic', section: 'pll', value: 'SR-4401', pins: [{ pin: '1', name: 'in' }] }] as never,
      },
    ],
    kept: [{ entry, job: 412 }],
  });
  it('is what the drawers say, then the jobs, then the cards, and who says so', () => {
    expect(noteOf(notes, 'SR-2201')).toEqual({
      part: 'sr-2201',
      legs: 'BCE',
      ratings: 'collector current 200 mA',
      from: ['the drawers', 'job 412'],
      stock: 'x',
    });
    expect(noteOf(notes, 'SR-4401')?.legs).toBe('CBE');
    expect(noteOf(notes, 'SR-4401')?.from).toEqual(['job 412', 'the card of OB-7']);
    expect(noteOf(notes, '')).toBeUndefined();
  });
  it('leaves out what a card only describes', () => {
    const parts = [{ value: '8 V receive switch', pins: [{ pin: 'E', name: 'emitter' }] }] as never;
    expect(partNotes({ stock: [], cards: [{ chassis: 'OB-7', parts }], kept: [] })).toEqual([]);
  });
  it('reads back from a comparison as the ratings that were typed', () => {
    const read = readRatings(noteOf(notes, 'SR-2201')?.ratings ?? '').ratings;
    expect(read).toEqual([{ name: 'collector current', typed: '200 mA', value: 0.2, better: 'more' }]);
  });
  it('tells who used one for the other, and how it went', () => {
    expect(usedBeforeText([])).toBe('');
    const used = (job: number, went: 'held' | 'came-back' | 'in-hand') => ({ job, designator: 'Q7', on: '2026-02-12', went });
    expect(usedBeforeText([used(401, 'held'), used(402, 'held'), used(409, 'came-back'), used(411, 'in-hand')])).toBe(
      'used before: held on job 401, 402; came back after job 409; is in on job 411, still here',
    );
  });
  it('goes onto the sheet with its legs and history, unless it falls short', () => {
    const lines = (body: TapeBody): string[] => paperLines(body, undefined).map(({ text }) => text);
    expect(lines({ ...entry, designator: 'Q7', before: 'used before: held on job 401' })).toEqual([
      'Q7: substitute SR-4401 for SR-2201: at least as good in its one rating, collector current; the legs are crossed; used before: held on job 401',
    ]);
    expect(lines({ ...entry, verdict: 'no' })).toEqual([]);
  });
});
