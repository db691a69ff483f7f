import { smallLaid } from '../testing/small-card';
import { readingBody, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import { sweptTables } from './swept';

const card = smallLaid();
const begun: TapeBody = { kind: 'sweep', of: { what: 'point', point: 'TP7' }, over: 'channel', steps: ['1', '2', '3'], condition: {} };
const read = (channel: number, value: number | null, limits: { low?: number; high?: number } = {}): TapeBody =>
  readingBody('TP7', value, 'in', { step: 0.1, condition: { channel }, ...limits });
const tables = (...bodies: readonly TapeBody[]) => sweptTables(card, tapeOf(...bodies));

describe('a sweep on the sheet', () => {
  it('has a row for each step, and what was not read says so', () => {
    const [table] = tables(begun, read(1, 2), read(3, 4));
    expect(table?.title).toBe('TP7 tuning voltage over channels');
    expect(table?.rows.map(({ step, before, after }) => `${step} ${before}|${after.text} ${after.verdict}`)).toEqual([
      'ch 1 |2.0 V in',
      'ch 2 |– not done',
      'ch 3 |4.0 V in',
    ]);
    expect(table?.apart).toBe('2.0 V to 4.0 V, 6 dB apart');
  });
  it('is left out where nothing of it was read', () => expect(tables(begun)).toEqual([]));
  it('taken twice stands once, the time before beside it', () => {
    const all = tables(begun, read(1, 2), read(2, 9), begun, read(1, 2.5), read(2, 3));
    expect(all.length).toBe(1);
    expect(all[0]?.rows[1]).toEqual(jasmine.objectContaining({ before: '9.0 V', after: jasmine.objectContaining({ text: '3.0 V' }) }));
    expect(all[0]?.apart).toBe('before 2.0 V to 9.0 V, 13 dB apart; now 2.5 V to 3.0 V, 1.6 dB apart');
  });
  it('is drawn between the least and the most, with its limits', () => {
    const { picture } = tables(begun, read(1, 2, { low: 1, high: 6 }), read(2, 4, { low: 1, high: 6 }), read(3, null))[0] ?? {};
    const places = picture?.lines.map(({ of, dots, places: own }) => [
      of,
      dots,
      ...own.map((place) => place && `${place[0]} ${place[1].toFixed(3)}`),
    ]);
    // Three steps: the third was tried, and nothing was there.
    expect(places).toEqual([
      ['limit', false, '0 0.080', '0.5 0.080', null],
      ['limit', false, '0 0.920', '0.5 0.920', null],
      ['now', true, '0 0.248', '0.5 0.584', null],
    ]);
    expect([picture?.least, picture?.most, picture?.from]).toEqual(['1 V', '6 V', '']);
    expect(tables(begun, read(1, 2))[0]?.picture).toBeUndefined();
    expect(tables(begun, read(1, null), read(2, null))[0]?.picture).toBeUndefined();
  });
  it('that shows the same at every step is drawn all the same', () => {
    const { picture } = tables(begun, read(1, 3), read(2, 3))[0] ?? {};
    expect(picture?.lines.at(-1)?.places).toEqual([[0, 0.08], [0.5, 0.08], null]);
  });
});
