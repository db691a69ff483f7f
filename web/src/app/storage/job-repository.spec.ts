import { TestBed } from '@angular/core/testing';
import { readCard } from '@amber-relay/core/card';
import { standing, type TapeEntry } from '@amber-relay/core/tape';
import { filter, firstValueFrom, shareReplay } from 'rxjs';
import { bookingOf, pocketCard, shopOfOne } from '../testing/shop-of-one';
import { BenchDatabase, type Committed } from './bench-database';
import { JobRepository, type JobFile } from './job-repository';
import { ShopChanges } from './shop-changes';
import { noRoom, WriteGate } from './write-gate';
import { until } from '../testing/still';

describe('JobRepository', () => {
  let jobs: JobRepository;
  let db: BenchDatabase;
  let clear: () => Promise<void>;
  beforeEach(async () => {
    clear = await shopOfOne();
    jobs = TestBed.inject(JobRepository);
    db = TestBed.inject(BenchDatabase);
  });
  afterEach(() => clear());

  it('books in owner, set, job, first entries and photos at once', async () => {
    const row = await jobs.bookIn(
      { ...bookingOf(), photos: [{ name: 'a.png', type: 'image/png', bytes: new Uint8Array([1, 2, 3]) }] },
      'Runa',
    );
    expect(row.number).toBe(1);
    expect((await jobs.tape(row.id)).map((e) => e.kind)).toEqual(['problem', 'picture']);
    expect((await firstValueFrom(jobs.pictures$(row.id)))[0]?.bytes).toEqual(new Uint8Array([1, 2, 3]));
    expect((await jobs.file(row.id))?.card?.chassis).toBe('Pocket');
  });

  it('writes nothing at all when one thing is wrong', async () => {
    const booking = bookingOf();
    await expectAsync(jobs.bookIn({ ...booking, job: { ...booking.job, complaint: '  ' } }, 'Runa')).toBeRejected();
    expect(await Promise.all([db.jobs.count(), db.customers.count(), db.sets.count(), db.tape.count(), db.settings.count()])).toEqual([
      0, 0, 0, 0, 0,
    ]);
  });

  it('gives every job the next number', async () => {
    const numbers = [];
    for (const serial of ['a', 'b', 'c']) numbers.push((await jobs.bookIn(bookingOf(serial), 'Runa')).number);
    expect(numbers).toEqual([1, 2, 3]);
  });

  it('numbers entries in order, even when many are written at once', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    await Promise.all(Array.from({ length: 20 }, (_, i) => jobs.append(id, { kind: 'note', text: `n${i}` }, 'Runa')));
    expect((await jobs.tape(id)).map((e) => e.seq)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
  });

  it('keeps the summary that lists show in step with the tape', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    await jobs.append(id, { kind: 'wait', reason: 'part', text: 'C12' }, 'Runa');
    expect((await db.jobs.get(id))?.summary).toEqual(jasmine.objectContaining({ waits: 'part', waitText: 'C12', entries: 2 }));
    await jobs.append(id, { kind: 'handed-back', totalMinor: 0 }, 'Runa');
    expect((await db.jobs.get(id))?.summary.finished).toBeTrue();
  });

  it('refuses an entry that is not as it should be, and leaves the tape as it was', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    await expectAsync(jobs.append(id, { kind: 'labour', act: 'break', minutes: -5 }, 'Runa')).toBeRejected();
    expect((await jobs.tape(id)).length).toBe(1);
  });

  it('tells who listens of each new entry', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const tape$ = jobs.tape$(id).pipe(shareReplay(1));
    expect((await firstValueFrom(tape$)).length).toBe(1);
    const second = firstValueFrom(tape$.pipe(filter((tape) => tape.length > 1)));
    await jobs.append(id, { kind: 'note', text: 'hello' }, 'Runa');
    expect((await second).at(-1)).toEqual(jasmine.objectContaining({ kind: 'note', text: 'hello' }));
  });

  it('gives each new entry without reading the card again, and a card that was changed at once', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const seen: (JobFile | null)[] = [];
    const watching = jobs.file$(id).subscribe((file) => seen.push(file));
    await until(() => seen.length > 0);
    const first = seen.at(-1)?.card;
    const reads = spyOn(db.cards, 'get').and.callThrough();
    await jobs.append(id, { kind: 'note', text: 'one more' }, 'Runa');
    await until(() => seen.at(-1)?.row.summary.entries === 2);
    expect(reads).not.toHaveBeenCalled();
    expect(seen.at(-1)?.card).toBe(first);
    await TestBed.inject(ShopChanges).saveCard(readCard({ ...pocketCard, chassis: 'Pocket, second issue' }));
    await until(() => seen.at(-1)?.card?.chassis === 'Pocket, second issue');
    watching.unsubscribe();
  });

  it('modifies the set with the entry that says so, and no longer when that is struck', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const stands = async (): Promise<unknown> =>
      (await jobs.file(id))?.set.modifications.map(({ title, rolledBack }) => [title, rolledBack]);
    const entry = await jobs.append(id, { kind: 'modification', title: 'socket wired otherwise' }, 'Runa');
    await jobs.append(id, { kind: 'note', text: 'more' }, 'Runa');
    expect(await stands()).toEqual([['socket wired otherwise', false]]);
    await jobs.append(id, { kind: 'strike', entry: entry.id, reason: 'undone' }, 'Runa');
    expect(await stands()).toEqual([['socket wired otherwise', true]]);
    await jobs.bringBack(id, entry.id, 'Runa');
    expect(await stands()).toEqual([['socket wired otherwise', false]]);
  });

  it('tells of a job that does not exist as of nothing', async () => {
    expect(await firstValueFrom(jobs.file$('none'))).toBeNull();
  });

  it('takes a finding with its picture in one act, or nothing of it', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const photo = { name: 'a.png', type: 'image/png', bytes: new Uint8Array([1, 2]) };
    const finding = { kind: 'finding', finding: 'other', text: 'burnt', severity: 'bad', previousHands: false } as const;
    await jobs.addPhoto(id, photo, 'Runa', {}, [finding]);
    expect((await jobs.tape(id)).map(({ kind }) => kind)).toEqual(['problem', 'finding', 'picture']);
    spyOn(db.jobs, 'put').and.rejectWith(new Error('it was cut off'));
    await expectAsync(jobs.addPhoto(id, photo, 'Runa', {}, [finding])).toBeRejected();
    expect([await db.attachments.count(), await db.blobs.count(), (await jobs.tape(id)).length]).toEqual([1, 1, 3]);
  });

  it('strikes an entry once, and brings one that two benches struck back in one act', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const entry = await jobs.append(id, { kind: 'note', text: 'hum' }, 'Runa');
    const strike = { kind: 'strike', entry: entry.id, reason: 'slip' } as const;
    await jobs.append(id, strike, 'Runa');
    await expectAsync(jobs.append(id, strike, 'Runa')).toBeRejectedWith(jasmine.objectContaining({ message: 'It is struck already.' }));
    // As it comes when the tapes of two benches are joined.
    await db.tape.add({ ...strike, id: crypto.randomUUID(), jobId: id, seq: 9, at: new Date().toISOString(), by: 'Odd' });
    await jobs.bringBack(id, entry.id, 'Runa');
    expect(standing(await jobs.tape(id)).map(({ kind }) => kind)).toEqual(['problem', 'note']);
  });

  it('reads only what came since, and all of it anew when anything else changed', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    for (const text of ['a', 'b', 'c']) await jobs.append(id, { kind: 'note', text }, 'Runa');
    const all = async (): Promise<TapeEntry[]> => (await db.tape.toArray()).sort((x, y) => x.seq - y.seq);
    expect(await jobs.tape(id)).toEqual(await all());
    // Another bench's entry joined in the middle: the same last place, one more entry.
    const [first, second, ...rest] = await all();
    await db.tape.bulkPut([second!, ...rest].map((entry) => ({ ...entry, seq: entry.seq + 1 })));
    await db.tape.add({ ...first!, id: crypto.randomUUID(), seq: 2 });
    expect(await jobs.tape(id)).toEqual(await all());
    await db.tape.delete(first!.id);
    expect(await jobs.tape(id)).toEqual(await all());
  });

  it('counts every act that is kept, and hands on what it changed', async () => {
    const seen: Committed[] = [];
    TestBed.inject(WriteGate).committed.subscribe((write) => seen.push(write));
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    await jobs.append(id, { kind: 'note', text: 'x' }, 'Runa');
    expect(seen.map(({ mark }) => mark.n)).toEqual([1, 2]);
    expect(seen[0]!.mark.shop).toBe(seen[1]!.mark.shop);
    expect(seen[1]!.changes.map(({ table, act }) => `${act} ${table}`)).toEqual(['add tape', 'put jobs']);
    await expectAsync(jobs.append(id, { kind: 'labour', act: 'break', minutes: -5 }, 'Runa')).toBeRejected();
    expect(seen.length).toBe(2);
  });

  it('refuses a write before the store is touched when there is no room for it, and tells of it once', async () => {
    const gate = TestBed.inject(WriteGate);
    const told: string[] = [];
    gate.refused.subscribe(({ message }) => told.push(message));
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    gate.admit = () => Promise.reject(noRoom());
    await expectAsync(jobs.append(id, { kind: 'note', text: 'x' }, 'Runa')).toBeRejectedWith(jasmine.objectContaining({ code: 'no-room' }));
    expect(told).toEqual(['Not kept: the disk is full.']);
    expect((await jobs.tape(id)).length).toBe(1);
  });
});
