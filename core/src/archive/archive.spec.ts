import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readCard } from '../card';
import { CoreError } from '../errors/core-error';
import { formatVersion } from '../format';
import type { Customer, RadioSet } from '../job';
import { entryId, readingBody, sampleJob, tapeOf, sampleShop } from '../testing/entries';
import { smallCard } from '../testing/small-card';
import { bytesOf, collected, inMemory, type Bytes } from './bytes';
import { packCards, unpackCards, type CardArchive } from './card-archive';
import { packJob, unpackJob, type JobArchiveWithFiles } from './job-archive';
import { openArchive } from './open-archive';
import { readingsCsv } from './readings-csv';
import { seal, unseal } from './sealed-zip';
import { noSheets, type SheetsWithFiles } from './sheets-part';
import { packShop, unpackShop, type ShopArchive } from './shop-archive';

const at = '2026-02-12T12:00:00.000Z';
const customer: Customer = { id: sampleJob.customerId, name: 'Eldin Marrow', phone: '', email: '', address: '', note: '' };
const set: RadioSet = {
  id: sampleJob.setId,
  customerId: customer.id,
  maker: 'Oxbrae',
  model: 'Wren',
  serial: 'OB7-1',
  cardId: 'small-one',
  modelId: 'plain',
  previousOwners: [],
  modifications: [],
};
const picture = { id: '55555555-5555-4555-8555-555555555555', jobId: sampleJob.id, name: 'board.png', type: 'image/png', size: 4 };
const archive = (): JobArchiveWithFiles => ({
  job: sampleJob,
  customer,
  set,
  card: readCard(structuredClone(smallCard)),
  tape: tapeOf(
    readingBody('TP7', 3.1, 'in'),
    readingBody('TP5', null, 'dead', { unit: 'dBm' }),
    { kind: 'note', text: '=1+1' },
    { kind: 'strike', entry: entryId(1), reason: 'slip' },
  ),
  attachments: [picture],
  blobs: { [picture.id]: new Uint8Array([137, 80, 78, 71]) },
  ...noSheets,
});
const failsWith = async (code: CoreError['code'], path: RegExp, act: () => unknown): Promise<void> => {
  const error = await Promise.resolve()
    .then(act)
    .then(
      () => undefined,
      (e: unknown) => e,
    );
  expect(error instanceof CoreError && error.code === code && path.test(error.path) && error.remedy.length > 10)
    .withContext(`${code} ${path}, but was ${error instanceof CoreError ? `${error.code} ${error.path}: ${error.message}` : String(error)}`)
    .toBeTrue();
};
const packedJob = (of = archive()): Promise<Uint8Array> => collected((write) => packJob(of, at, write));
const packedShop = (of: ShopArchive): Promise<Uint8Array> => collected((write) => packShop(of, at, write));
const packedCards = (of: CardArchive): Promise<Uint8Array> => collected((write) => packCards(of, at, write));
const sealed = (format: string, files: Record<string, Uint8Array>): Promise<Uint8Array> =>
  collected((write) => seal(format, 1, at, files, write));
/** The same zip with files changed, under a manifest that still says what it was. */
const tampered = (zip: Uint8Array, change: (files: Record<string, Uint8Array>) => void): Bytes => {
  const files = unzipSync(zip);
  change(files);
  return inMemory(zipSync(files));
};

describe('the job archive', () => {
  let zip: Uint8Array;
  beforeAll(async () => (zip = await packedJob()));

  it('comes back the same to the field', async () => expect(await unpackJob(inMemory(zip))).toEqual(archive()));

  it('holds readings as CSV, without those struck', () => {
    const files = unzipSync(zip);
    const csv = strFromU8(files['readings.csv'] ?? new Uint8Array()).split('\r\n');
    expect(csv.length).toBe(2);
    expect(csv[1]).toContain('TP5');
    expect(csv[1]).toContain('dead');
  });

  it('is refused when it is cut short, wherever', async () => {
    for (let length = 0; length < zip.length; length += 97)
      await failsWith('broken-archive', /the file|manifest|json/, () => unpackJob(inMemory(zip.slice(0, length))));
    await failsWith('broken-archive', /the file/, () => unpackJob(inMemory(zip.slice(0, -1))));
  });
  it('is refused, or comes back the same, when any one byte of it is altered', async () => {
    const whole = JSON.stringify(await unpackJob(inMemory(zip)));
    await fc.assert(
      fc.asyncProperty(fc.nat(zip.length - 1), fc.integer({ min: 1, max: 255 }), async (place, by) => {
        const altered = zip.slice();
        altered[place] = (altered[place] ?? 0) ^ by;
        try {
          return JSON.stringify(await unpackJob(inMemory(altered))) === whole;
        } catch (error) {
          return error instanceof CoreError;
        }
      }),
      { numRuns: 300 },
    );
    expect().nothing();
  });
  it('is refused when it is no zip', () =>
    failsWith('broken-archive', /the file/, () => unpackJob(inMemory(strToU8('hello, this is no archive at all')))));
  it('is refused when a file in it was altered, by the name of the file', () =>
    failsWith('broken-archive', /^job\.json$/, () =>
      unpackJob(tampered(zip, (f) => (f['job.json'] = strToU8(strFromU8(f['job.json'] ?? new Uint8Array()).replace('3.1', '9.9'))))),
    ));
  it('is refused when a file was added or taken out', async () => {
    await failsWith('broken-archive', /extra\.txt/, () => unpackJob(tampered(zip, (f) => (f['extra.txt'] = strToU8('x')))));
    await failsWith('broken-archive', /readings\.csv/, () => unpackJob(tampered(zip, (f) => delete f['readings.csv'])));
    await failsWith('broken-archive', /manifest/, () => unpackJob(tampered(zip, (f) => delete f['manifest.json'])));
  });
  it('is refused when a name leads out of it', () =>
    failsWith('broken-archive', /\.\.\/evil/, () => unseal(inMemory(zipSync({ '../evil.txt': strToU8('x') })))));
  it('is refused when it would unfold out of all proportion, also where it lies of its size', async () => {
    const bomb = zipSync({ 'job.json': new Uint8Array(40_000_000) });
    expect(bomb.length).toBeLessThan(60_000);
    await failsWith('too-large', /job\.json/, () => unpackJob(inMemory(bomb)));
    // The size in the directory said to be ten bytes: no more than that is unfolded, and the seal does not fit.
    const lying = await tampered(await sealed('amber-relay-job', { 'job.json': new Uint8Array(3_000_000) }), () => undefined).arrayBuffer();
    const view = new DataView(lying);
    for (let i = 0; i < lying.byteLength - 4; i++)
      if (view.getUint32(i, true) === 0x02014b50 && view.getUint32(i + 24, true) === 3_000_000) view.setUint32(i + 24, 10, true);
    await failsWith('broken-archive', /job\.json|the file/, () => unpackJob(inMemory(new Uint8Array(lying))));
  });

  /** A properly sealed archive around a changed record: what a faulty or hostile program might write. */
  const resealed = async (change: (record: Record<string, unknown>) => void): Promise<Bytes> => {
    const record = JSON.parse(strFromU8(unzipSync(zip)['job.json'] ?? new Uint8Array())) as Record<string, unknown>;
    change(record);
    return inMemory(await sealed('amber-relay-job', { 'job.json': strToU8(JSON.stringify(record)) }));
  };
  const refused = (code: CoreError['code'], path: RegExp, change: (record: Record<string, unknown>) => void): Promise<void> =>
    failsWith(code, path, async () => unpackJob(await resealed(change)));
  it('is refused when it is of a later version', () => refused('newer-version', /version/, (r) => (r['version'] = formatVersion + 1)));
  it('is refused with the field when a value is not as it should be', () =>
    refused('broken-archive', /job\.json: tape\.0\.at/, (r) => ((r['tape'] as { at: string }[])[0]!.at = '2026-02-31T09:00:00.000Z')));
  it('is refused when an entry belongs to another job', () =>
    refused('broken-archive', /tape\.1\.jobId/, (r) => ((r['tape'] as { jobId: string }[])[1]!.jobId = customer.id)));
  it('is refused when a picture is missing', () => refused('broken-archive', /files\/5555/, () => undefined));
  it('is told from a shop archive', () => failsWith('broken-archive', /format/, () => unpackShop(inMemory(zip))));
});

describe('the shop archive', () => {
  const order: ShopArchive['orders'][number] = {
    id: customer.id,
    number: 1,
    supplier: 'Northwick',
    at: '2026-03-02T09:00:00.000Z',
    by: 'Runa',
    postageMinor: 450,
    note: '',
    lines: [{ id: '1', part: '220u 25v', count: 5, costMinor: 20, stock: 'a', for: [{ jobId: customer.id, designators: ['C12'] }] }],
    events: [{ kind: 'came', id: customer.id, at: '2026-03-06T09:00:00.000Z', by: 'Runa', line: '1', count: 5, odd: 1, note: '' }],
  };
  const shop = (): ShopArchive => {
    const { job, tape, attachments, blobs } = archive();
    return {
      settings: sampleShop,
      customers: [customer],
      sets: [set],
      jobs: [job],
      cards: [readCard(structuredClone(smallCard))],
      stock: [],
      instruments: [{ id: 'meter', name: 'Meter', measures: ['V'], link: { host: 'meter.local', port: 5025 } }],
      suppliers: [{ id: customer.id, name: 'Northwick', postageMinor: 450, leadDays: 4, note: '' }],
      orders: [order],
      practice: [],
      lessons: [],
      attachments,
      tape,
      blobs,
      ...noSheets,
    };
  };
  it('comes back the same to the field', async () => expect(await unpackShop(inMemory(await packedShop(shop())))).toEqual(shop()));
  it('is refused when two orders have one number', async () => {
    const twice = { ...shop(), orders: [order, { ...order, id: set.id }] };
    await failsWith('broken-archive', /shop\.json: orders/, async () => unpackShop(inMemory(await packedShop(twice))));
  });
  it('names the line of the tape that is wrong', async () => {
    const files = unzipSync(await packedShop(shop()));
    const lines = strFromU8(files['tape.ndjson'] ?? new Uint8Array()).split('\n');
    lines[2] = '{"kind":"note"';
    const zip = await sealed('amber-relay-shop', {
      'shop.json': files['shop.json'] ?? new Uint8Array(),
      'tape.ndjson': strToU8(lines.join('\n')),
    });
    await failsWith('broken-archive', /tape\.ndjson line 3/, () => unpackShop(inMemory(zip)));
  });
  it('is opened for what it is, as are a job and cards, and nothing else', async () => {
    expect((await openArchive(inMemory(await packedShop(shop())))).kind).toBe('shop');
    expect((await openArchive(inMemory(await packedJob()))).kind).toBe('job');
    await failsWith('broken-archive', /manifest\.json: format/, async () =>
      openArchive(inMemory(await sealed('other', { 'a.txt': strToU8('a') }))),
    );
  });
});

describe('readingsCsv', () => {
  it('quotes what a spreadsheet would take for a formula', () => {
    const csv = readingsCsv(tapeOf(readingBody('=cmd()', 1, 'in')));
    expect(csv).toContain("'=cmd()");
  });
});

describe('the archive of cards', () => {
  const fileId = '66666666-6666-4666-8666-666666666666';
  const sheetId = '77777777-7777-4777-8777-777777777777';
  const cards = (): CardArchive => ({
    cards: [readCard(structuredClone(smallCard))],
    sheetFiles: [{ id: fileId, cardId: 'small-one', name: 'manual.pdf', type: 'pdf', size: 5 }],
    sheets: [
      {
        id: sheetId,
        cardId: 'small-one',
        fileId,
        page: 1,
        order: 1,
        title: 'Schematic',
        kind: 'schematic',
        width: 1190,
        height: 842,
        turn: 0,
        mirrored: false,
        read: 'done',
        words: 3,
      },
    ],
    places: [{ id: sheetId, cardId: 'small-one', found: [{ name: 'Q7', x: 1, y: 2, w: 3, h: 4 }], pinned: [] }],
    sheetBlobs: { [fileId]: inMemory(strToU8('%PDF-')) },
  });
  /** An archive with its files read, so that it can be compared. */
  const read = async <T extends SheetsWithFiles>(of: T): Promise<unknown> => ({
    ...of,
    sheetBlobs: Object.fromEntries(
      await Promise.all(Object.entries(of.sheetBlobs).map(async ([id, bytes]) => [id, await bytesOf(bytes)] as const)),
    ),
  });
  it('comes back the same, sheets, pins and files', async () =>
    expect(await read(await unpackCards(inMemory(await packedCards(cards()))))).toEqual(await read(cards())));
  it('takes its sheets along in the archive of a job and of a shop', async () => {
    const { cards: _, ...part } = cards();
    const back = await unpackJob(inMemory(await packedJob({ ...archive(), ...part })));
    expect(back.places).toEqual(part.places);
    expect(strFromU8(await bytesOf(back.sheetBlobs[fileId]!))).toBe('%PDF-');
  });
  it('is refused when a sheet belongs to no file, or a file is missing', async () => {
    const refuses = (path: RegExp, change: Partial<CardArchive>): Promise<void> =>
      failsWith('broken-archive', path, async () => unpackCards(inMemory(await packedCards({ ...cards(), ...change }))));
    await refuses(/sheets\/6666/, { sheetBlobs: {} });
    await refuses(/cards\.json: sheets\.0/, { sheetFiles: [], sheetBlobs: {} });
    await refuses(/cards\.json: places\.0/, { sheets: [] });
  });

  it('is written and read with no more than a few pieces of a large file in memory, which stays part of the zip', async () => {
    const size = 40_000_000;
    let held = 0;
    let most = 0;
    /** A file of its own making, of which one piece is there when it is asked for. */
    const made = (begin: number, end: number): Bytes => ({
      size: end - begin,
      slice: (from, to) => made(begin + from, begin + to),
      arrayBuffer: () => {
        most = Math.max(most, end - begin);
        return Promise.resolve(Uint8Array.from({ length: end - begin }, (_, i) => ((begin + i) * 31) % 251).buffer);
      },
    });
    const parts: Uint8Array[] = [];
    await packCards(
      { ...cards(), sheetFiles: [{ ...cards().sheetFiles[0]!, size }], sheetBlobs: { [fileId]: made(0, size) } },
      at,
      (part) => {
        held = Math.max(held, part.length);
        parts.push(part.slice());
      },
    );
    expect(most).toBeLessThan(5_000_000);
    expect(held).toBeLessThan(5_000_000);
    const zip = await collected((write) => Promise.resolve(parts.forEach(write)));
    let read = 0;
    /** The zip, counting the most that is asked for at once. */
    const counted = (bytes: Uint8Array): Bytes => ({
      size: bytes.length,
      slice: (from, to) => counted(bytes.subarray(from, to)),
      arrayBuffer: () => {
        read = Math.max(read, bytes.length);
        return Promise.resolve(bytes.slice().buffer);
      },
    });
    const back = await unpackCards(counted(zip));
    expect(read).toBeLessThan(5_000_000);
    expect(back.sheetBlobs[fileId]?.size).toBe(size);
    const part = await bytesOf(back.sheetBlobs[fileId]!.slice(20_000_000, 20_000_004));
    expect([...part]).toEqual([0, 1, 2, 3].map((i) => ((20_000_000 + i) * 31) % 251));
  });

  it('is not begun where one zip cannot hold it', async () => {
    const huge: Bytes = { size: 3.999e9, slice: () => huge, arrayBuffer: () => Promise.reject(new Error('never read')) };
    let written = 0;
    await failsWith('too-large', /the file/, () =>
      packCards({ ...cards(), sheetBlobs: { [fileId]: huge } }, at, (part) => (written += part.length)),
    );
    expect(written).toBe(0);
  });
});
