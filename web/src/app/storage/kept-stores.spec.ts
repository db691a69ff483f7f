import { TestBed } from '@angular/core/testing';
import { formatVersion } from '@amber-relay/core/format';
import Dexie, { type Table } from 'dexie';
import { firstValueFrom, map } from 'rxjs';
import { shopOfOne } from '../testing/shop-of-one';
import rowsOfV1 from '../../../../core/fixtures/v1-rows.json';
import rowsOfV4 from '../../../../core/fixtures/v4-rows.json';
import { BenchDatabase, storeVersion } from './bench-database';
import { DATABASE_NAME } from './database-name';
import { JobList } from './job-list';
import { JobRepository } from './job-repository';

type Rows = Readonly<Record<string, readonly object[]>>;

/** The tables of each version as they were shipped. Never edited. */
const shipped: readonly Readonly<Record<string, string>>[] = [
  {
    settings: 'id',
    customers: 'id, name',
    sets: 'id, customerId, serial, [maker+model]',
    jobs: 'id, &number, setId, customerId',
    tape: 'id, [jobId+seq]',
    cards: 'id',
    sheets: 'id, cardId',
    attachments: 'id, jobId',
    blobs: 'id',
    stock: 'id, part',
    instruments: 'id',
  },
  { sheetFiles: 'id, cardId', sheetBlobs: 'id', sheets: 'id, cardId, fileId', places: 'id, cardId' },
  { writes: 'id' },
];

describe('a store of an earlier version', () => {
  let name: string;
  beforeEach(() => (name = `kept ${crypto.randomUUID()}`));
  afterEach(() => Dexie.delete(name));

  /** A store as the program of that version left it. */
  async function left(version: number, rows: Rows): Promise<void> {
    const old = new Dexie(name);
    for (let v = 1; v <= version; v += 1) old.version(v).stores(shipped[v - 1] ?? {});
    for (const [table, all] of Object.entries(rows))
      if (old.tables.some((t: Table) => t.name === table)) await old.table(table).bulkAdd([...all]);
    if (version >= 3) await old.table('writes').put({ id: 'last', shop: crypto.randomUUID(), n: 7, at: '2026-02-12T11:59:00.000Z' });
    old.close();
  }

  const kept: readonly (readonly [number, Rows])[] = [
    [1, rowsOfV1],
    [2, rowsOfV4],
    [3, rowsOfV4],
    [4, rowsOfV4],
    [5, rowsOfV4],
  ];
  for (const [version, rows] of kept)
    it(`opens with all that is in it: ${version}`, async () => {
      await left(version, rows);
      TestBed.overrideProvider(DATABASE_NAME, { useValue: name });
      const db = TestBed.inject(BenchDatabase);
      await db.open();
      expect(db.verno).toBe(storeVersion);
      for (const table of ['jobs', 'tape', 'customers', 'sets', 'cards', 'stock', 'instruments', 'settings'])
        expect(await db.table(table).count())
          .withContext(table)
          .toBe(rows[table]?.length ?? 0);
      expect((await db.cards.toArray()).every((card) => card.version === formatVersion)).toBeTrue();
      expect((await db.writes.get('last'))?.n).toBe(version >= 3 ? 7 : 1);
      const lines = await firstValueFrom(
        TestBed.inject(JobList)
          .lines$()
          .pipe(map((all) => all.length)),
      );
      expect(lines).toBe(4);
      // Those in hand are found by their index.
      const inHand = await db.jobs.where('summary.inHand').equals(1).count();
      expect(inHand).toBe((await db.jobs.toArray()).filter(({ summary }) => !summary.finished).length);
      expect(inHand).toBeGreaterThan(0);
      // And it is written to as any other.
      const [job] = await db.jobs.toArray();
      const entry = await TestBed.inject(JobRepository).append(job?.id ?? '', { kind: 'note', text: 'still here' }, 'Runa');
      expect((await db.tape.get(entry.id))?.seq).toBe(entry.seq);
      db.close();
    });

  it('is of the version of the format', async () => {
    const drop = await shopOfOne();
    expect(TestBed.inject(BenchDatabase).verno).toBe(formatVersion);
    await drop();
  });
});
