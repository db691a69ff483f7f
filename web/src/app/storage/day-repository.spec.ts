import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { DayRepository } from './day-repository';
import { JobList } from './job-list';
import { JobRepository } from './job-repository';
import { ShopChanges } from './shop-changes';
import { ShopRepository } from './shop-repository';
import { newShopSettings } from './new-shop-settings';

describe('DayRepository', () => {
  let clear: () => Promise<void>;
  beforeEach(async () => (clear = await shopOfOne()));
  afterEach(() => clear());
  const days = (): DayRepository => TestBed.inject(DayRepository);
  const jobs = (): JobRepository => TestBed.inject(JobRepository);
  const settings = () => firstValueFrom(TestBed.inject(ShopRepository).settings$);
  const now = new Date('2026-02-12T09:00:00.000Z');

  it('keeps one wish a job, gives back what was wished before, and leaves the rest of the shop', async () => {
    await TestBed.inject(ShopChanges).saveSettings({ ...newShopSettings, name: 'Quoy Lane' });
    const { id } = await jobs().bookIn(bookingOf(), 'Runa');
    expect(await days().wish(id, { before: 'all' }, now)).toBeUndefined();
    expect(await days().wish(id, { notBefore: '2026-02-16', minutes: 90, workedThen: 0 }, now)).toEqual(
      jasmine.objectContaining({ before: 'all' }),
    );
    expect(await settings()).toEqual(
      jasmine.objectContaining({
        name: 'Quoy Lane',
        wishes: [{ jobId: id, at: now.toISOString(), notBefore: '2026-02-16', minutes: 90, workedThen: 0 }],
      }),
    );
    await days().wish(id, undefined, now);
    expect((await settings()).wishes).toEqual([]);
  });
  it('forgets wishes of jobs that were handed back', async () => {
    const [a, b] = [await jobs().bookIn(bookingOf('a'), 'Runa'), await jobs().bookIn(bookingOf('b'), 'Runa')];
    await days().wish(a.id, { before: 'all' }, now);
    await jobs().append(a.id, { kind: 'handed-back', totalMinor: 4210 }, 'Runa');
    await days().wish(b.id, { before: 'all' }, now);
    expect((await settings()).wishes?.map(({ jobId }) => jobId)).toEqual([b.id]);
  });
  it('refuses hours that end before they begin, and keeps those that do not', async () => {
    const week = (to: number) => [0, 1, 2, 3, 4, 5, 6].map((): [number, number][] => [[540, to]]);
    await expectAsync(days().savePeople([{ name: 'Sten', hours: { week: week(500), off: [] } }])).toBeRejected();
    expect((await settings()).people).toBeUndefined();
    await days().savePeople([{ name: 'Sten', hours: { week: week(1020), off: ['2026-12-24'] } }]);
    expect((await settings()).people?.[0]?.hours.week[1]).toEqual([[540, 1020]]);
  });
  it('promises another day, and the tape says what was promised before', async () => {
    const booking = bookingOf();
    const { id } = await jobs().bookIn({ ...booking, job: { ...booking.job, promisedOn: '2026-02-13' } }, 'Runa');
    const [line] = await firstValueFrom(TestBed.inject(JobList).lines$());
    if (!line) throw new Error('There is no job.');
    await days().promise(line, '2026-02-17', 'Runa');
    expect((await jobs().file(id))?.row.promisedOn).toBe('2026-02-17');
    expect((await jobs().tape(id)).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'correction', what: 'promised for', was: '2026-02-13', now: '2026-02-17' }),
    );
  });
});
