import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Notices } from '../ui/notices';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { BenchDatabase } from './bench-database';
import type { CopyOffer } from './copy/copy.worker';
import { SecondCopy } from './copy/second-copy';
import { JobRepository } from './job-repository';
import { ShopChanges } from './shop-changes';
import { reserve, StoreKeeper } from './store-keeper';
import { until } from '../testing/still';

/** A second copy that says what it is told to. */
class SaidCopy {
  left = Number.MAX_SAFE_INTEGER;
  offered: CopyOffer[] = [];
  found: unknown = undefined;
  readonly at = signal('');
  readonly folder = signal(null);
  readonly appended: number[] = [];
  snapshots = 0;
  begin = (): Promise<void> => Promise.resolve();
  mayBeThere = (): Promise<boolean> => Promise.resolve(this.offered.length > 0);
  offers = (): Promise<CopyOffer[]> => Promise.resolve(this.offered);
  room = (bytes: number): Promise<number> => Promise.resolve(Math.min(bytes, this.left));
  isLong = (): boolean => false;
  append = ({ n }: { n: number }): Promise<void> => Promise.resolve(void this.appended.push(n));
  snapshot = (): Promise<void> => Promise.resolve(void (this.snapshots += 1));
  compare = (): Promise<unknown> => Promise.resolve(this.found);
}

describe('StoreKeeper', () => {
  let keeper: StoreKeeper;
  let copy: SaidCopy;
  let db: BenchDatabase;
  let clear: () => Promise<void>;
  beforeEach(async () => {
    copy = new SaidCopy();
    TestBed.overrideProvider(SecondCopy, { useValue: copy });
    clear = await shopOfOne();
    db = TestBed.inject(BenchDatabase);
    keeper = TestBed.inject(StoreKeeper);
  });
  afterEach(async () => {
    keeper.startEmpty = () => undefined;
    db.close();
    await clear();
    localStorage.removeItem(`amber-relay-kept ${db.name}`);
  });
  const book = async (): Promise<unknown> => TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa');
  const picture = { name: 'a.png', type: 'image/png', bytes: new Uint8Array(1000) };

  it('hands each write on to the second copy, and remembers that a shop was kept', async () => {
    keeper.start();
    await book();
    expect(copy.appended).toEqual([1]);
    expect(localStorage.getItem(`amber-relay-kept ${db.name}`)).toBe((await db.writes.get('last'))!.shop);
  });

  it('takes no pictures when the disk is nearly full, goes on with entries, and writes nothing when it is full', async () => {
    keeper.start();
    copy.left = reserve.last + 100;
    await expectAsync(TestBed.inject(JobRepository).bookIn({ ...bookingOf(), photos: [picture] }, 'Runa')).toBeRejectedWith(
      jasmine.objectContaining({ code: 'no-room', message: 'Not kept: the disk is nearly full.' }),
    );
    expect(keeper.room()).toBe('low');
    await book();
    copy.left = reserve.last - 1;
    await expectAsync(book()).toBeRejectedWith(jasmine.objectContaining({ message: 'Not kept: the disk is full.' }));
    expect(keeper.room()).toBe('full');
    expect(await db.jobs.count()).toBe(1);
    const told = TestBed.inject(Notices).all();
    expect(told.length).toBe(1);
    expect(told[0]?.text).toBe('Not kept: the disk is full. What was kept before is safe. Make room on the disk, then enter it once more.');
    copy.left = Number.MAX_SAFE_INTEGER;
    told[0]?.act?.run();
    await until(() => keeper.room() === 'fine');
    expect(
      TestBed.inject(Notices)
        .all()
        .some(({ name }) => name === 'room'),
    ).toBeFalse();
  });

  it('never takes a store that is gone for an empty shop', async () => {
    await book();
    await db.delete({ disableAutoOpen: false });
    localStorage.setItem(`amber-relay-kept ${db.name}`, 'shop');
    copy.offered = [{ shop: 'shop', n: 4, at: '2026-11-27T14:02:00.000Z', jobs: 3, entries: 9, lost: 0 }];
    keeper.start();
    await until(() => keeper.trouble()?.kind === 'gone');
    expect(keeper.trouble()?.offers[0]?.jobs).toBe(3);
    let read = false;
    const counting = db.jobs.count().then(() => (read = true));
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(read).toBeFalse();
    await expectAsync(TestBed.inject(ShopChanges).noteArchived(new Date())).toBeRejectedWith(
      jasmine.objectContaining({ code: 'not-kept' }),
    );
    keeper.startEmpty();
    await counting;
    expect(keeper.trouble()).toBeNull();
    await book();
  });

  it('says that it is gone when it is deleted under one’s hands, and makes no new one of it', async () => {
    keeper.start();
    await book();
    await new Promise((resolve, reject) => {
      const request = indexedDB.deleteDatabase(db.name);
      request.onsuccess = resolve;
      request.onerror = reject;
    });
    await until(() => keeper.trouble()?.kind === 'gone');
    await expectAsync(book()).toBeRejected();
    expect((await indexedDB.databases()).some(({ name }) => name === db.name)).toBeFalse();
  });

  it('says that another tab has a newer version, or that the store is of one', async () => {
    keeper.start();
    await book();
    await new Promise<void>((resolve, reject) => {
      const request = indexedDB.open(db.name, 990);
      request.onsuccess = () => {
        request.result.close();
        resolve();
      };
      request.onerror = () => reject(new Error('it did not open'));
    });
    await until(() => keeper.trouble()?.kind === 'newer-tab');
  });

  it('offers the copy when it holds more than the store, as after a crash', async () => {
    await book();
    copy.found = { copy: { n: 9, at: '', missing: 0, logBytes: 0 }, storeN: 1, more: true };
    copy.offered = [{ shop: 'shop', n: 9, at: '2026-11-27T14:02:00.000Z', jobs: 3, entries: 12, lost: 0 }];
    keeper.start();
    await until(() => keeper.trouble()?.kind === 'behind');
    await keeper.goOnAsItIs();
    expect([keeper.trouble(), copy.snapshots]).toEqual([null, 1]);
  });
});
