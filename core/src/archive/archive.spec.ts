import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readCard } from '../card';
import { CoreError } from '../errors/core-error';
import { newShopSettings, type Customer, type RadioSet } from '../job';
import { entryId, readingBody, sampleJob, tapeOf } from '../testing/entries';
import { smallCard } from '../testing/small-card';
import { packCards, unpackCards, type CardArchive } from './card-archive';
import { packJob, unpackJob, type JobArchiveWithFiles } from './job-archive';
import { migrate } from './migrate';
import { readingsCsv } from './readings-csv';
import { seal, unseal } from './sealed-zip';
import { noSheets } from './sheets-part';
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
const failsWith = (code: CoreError['code'], path: RegExp, act: () => unknown): void =>
  expect(act).toThrowMatching((e) => e instanceof CoreError && e.code === code && path.test(e.path) && e.remedy.length > 10);
/** The same zip with files changed, under a manifest that still says what it was. */
const tampered = (zip: Uint8Array, change: (files: Record<string, Uint8Array>) => void): Uint8Array => {
  const files = unzipSync(zip);
  change(files);
  return zipSync(files);
};

describe('the job archive', () => {
  it('comes back the same to the field', () => expect(unpackJob(packJob(archive(), at))).toEqual(archive()));

  it('holds readings as CSV, without those struck', () => {
    const files = unzipSync(packJob(archive(), at));
    const csv = strFromU8(files['readings.csv'] ?? new Uint8Array()).split('\r\n');
    expect(csv.length).toBe(2);
    expect(csv[1]).toContain('TP5');
    expect(csv[1]).toContain('dead');
  });

  const zip = packJob(archive(), at);
  it('is refused when it is cut short', () => {
    for (const share of [0.1, 0.5, 0.9, 0.999])
      failsWith('broken-archive', /the file|manifest|json/, () => unpackJob(zip.slice(0, Math.floor(zip.length * share))));
  });
  it('is refused when it is no zip', () =>
    failsWith('broken-archive', /the file/, () => unpackJob(strToU8('hello, this is no archive at all'))));
  it('is refused when a file in it was altered, by the name of the file', () =>
    failsWith('broken-archive', /^job\.json$/, () =>
      unpackJob(tampered(zip, (f) => (f['job.json'] = strToU8(strFromU8(f['job.json'] ?? new Uint8Array()).replace('3.1', '9.9'))))),
    ));
  it('is refused when a file was added or taken out', () => {
    failsWith('broken-archive', /extra\.txt/, () => unpackJob(tampered(zip, (f) => (f['extra.txt'] = strToU8('x')))));
    failsWith('broken-archive', /readings\.csv/, () => unpackJob(tampered(zip, (f) => delete f['readings.csv'])));
    failsWith('broken-archive', /manifest/, () => unpackJob(tampered(zip, (f) => delete f['manifest.json'])));
  });
  it('is refused when a name leads out of it', () =>
    failsWith('broken-archive', /\.\.\/evil/, () => unseal(zipSync({ '../evil.txt': strToU8('x') }))));
  it('is refused when it would unfold out of all proportion', () => {
    const bomb = zipSync({ 'job.json': new Uint8Array(40_000_000) });
    expect(bomb.length).toBeLessThan(60_000);
    failsWith('too-large', /job\.json/, () => unpackJob(bomb));
  });

  /** A properly sealed archive around a changed record: what a faulty or hostile program might write. */
  const resealed = (change: (record: Record<string, unknown>) => void): Uint8Array => {
    const record = JSON.parse(strFromU8(unzipSync(zip)['job.json'] ?? new Uint8Array())) as Record<string, unknown>;
    change(record);
    return seal('amber-relay-job', 1, at, { 'job.json': strToU8(JSON.stringify(record)) });
  };
  it('is refused when it is of a later version', () =>
    failsWith('newer-version', /version/, () => unpackJob(resealed((r) => (r['version'] = 7)))));
  it('is refused with the field when a value is not as it should be', () =>
    failsWith('broken-archive', /job\.json: tape\.0\.at/, () =>
      unpackJob(resealed((r) => ((r['tape'] as { at: string }[])[0]!.at = '2026-02-31T09:00:00.000Z'))),
    ));
  it('is refused when an entry belongs to another job', () =>
    failsWith('broken-archive', /tape\.1\.jobId/, () =>
      unpackJob(resealed((r) => ((r['tape'] as { jobId: string }[])[1]!.jobId = customer.id))),
    ));
  it('is refused when a picture is missing', () => failsWith('broken-archive', /files\/5555/, () => unpackJob(resealed(() => undefined))));
  it('is told from a shop archive', () => failsWith('broken-archive', /format/, () => unpackShop(zip)));
});

describe('the shop archive', () => {
  const shop = (): ShopArchive => {
    const { job, tape, attachments, blobs } = archive();
    return {
      settings: newShopSettings,
      customers: [customer],
      sets: [set],
      jobs: [job],
      cards: [readCard(structuredClone(smallCard))],
      stock: [],
      instruments: [],
      attachments,
      tape,
      blobs,
      ...noSheets,
    };
  };
  it('comes back the same to the field', () => expect(unpackShop(packShop(shop(), at))).toEqual(shop()));
  it('names the line of the tape that is wrong', () => {
    const files = unzipSync(packShop(shop(), at));
    const lines = strFromU8(files['tape.ndjson'] ?? new Uint8Array()).split('\n');
    lines[2] = '{"kind":"note"';
    const zip = seal('amber-relay-shop', 1, at, {
      'shop.json': files['shop.json'] ?? new Uint8Array(),
      'tape.ndjson': strToU8(lines.join('\n')),
    });
    failsWith('broken-archive', /tape\.ndjson line 3/, () => unpackShop(zip));
  });
});

describe('readingsCsv', () => {
  it('quotes what a spreadsheet would take for a formula', () => {
    const csv = readingsCsv(tapeOf(readingBody('=cmd()', 1, 'in')));
    expect(csv).toContain("'=cmd()");
  });
});

describe('migrate', () => {
  const steps = {
    1: (d: Record<string, unknown>) => ({ ...d, watts: Number(d['power']) }),
    2: (d: Record<string, unknown>) => ({ ...d, milliwatts: Number(d['watts']) * 1000 }),
  };
  it('walks up one version after the other', () =>
    expect(migrate({ version: 1, power: 4 }, 3, steps, 'x')).toEqual({ version: 3, power: 4, watts: 4, milliwatts: 4000 }));
  it('refuses a version without a way up, and a record without a version', () => {
    failsWith('broken-archive', /x: version/, () => migrate({ version: 1 }, 3, {}, 'x'));
    failsWith('broken-archive', /x: version/, () => migrate({}, 3, steps, 'x'));
    failsWith('broken-archive', /^x$/, () => migrate([], 3, steps, 'x'));
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
    sheetBlobs: { [fileId]: strToU8('%PDF-') },
  });
  it('comes back the same, sheets, pins and files', () => expect(unpackCards(packCards(cards(), at))).toEqual(cards()));
  it('takes its sheets along in the archive of a job and of a shop', () => {
    const { cards: _, ...part } = cards();
    const back = unpackJob(packJob({ ...archive(), ...part }, at));
    expect(back.places).toEqual(part.places);
    expect(back.sheetBlobs[fileId]).toEqual(part.sheetBlobs[fileId]!);
  });
  it('is refused when a sheet belongs to no file, or a file is missing', () => {
    failsWith('broken-archive', /sheets\/6666/, () => unpackCards(packCards({ ...cards(), sheetBlobs: {} }, at)));
    failsWith('broken-archive', /cards\.json: sheets\.0/, () => unpackCards(packCards({ ...cards(), sheetFiles: [], sheetBlobs: {} }, at)));
    failsWith('broken-archive', /cards\.json: places\.0/, () => unpackCards(packCards({ ...cards(), sheets: [] }, at)));
  });
});
