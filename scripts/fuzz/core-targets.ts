import { strToU8, zipSync } from 'fflate';
import {
  inMemory,
  joinJob,
  openArchive,
  packCards,
  packJob,
  packShop,
  collected,
  noSheets,
  readingsCsv,
  type JobArchiveWithFiles,
} from '../../core/src/archive';
import { readCardText, readCard, layCard } from '../../core/src/card';
import { copyLine, readCopyLines, replay, type CopyLine } from '../../core/src/copy';
import { summarise } from '../../core/src/job';
import { standing } from '../../core/src/tape';
import { checkDrawingSize, placesCsv, placesJson, readPlacesJson, typeByContent } from '../../core/src/sheets';
import {
  decodeFrames,
  iqOf,
  readSpectrumCsv,
  readWavHeader,
  sinadOf,
  wavHeaderBytes,
  writeWav,
  type Recording,
} from '../../core/src/signal';
import { demoShop } from '../../demo/src/demo-shop';
import { mutateBytes, mutateData, type Dice } from './mutants';
import { sealed } from './sealed';

/** Something that takes files, and one file that it takes. A mutant is made of it, and taken. */
export interface Target {
  readonly name: string;
  readonly mutant: (dice: Dice) => Promise<Uint8Array>;
  readonly take: (bytes: Uint8Array) => Promise<unknown>;
}

const at = '2026-02-12T12:00:00.000Z';
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const shop = demoShop(new Date(at));
/** The demo shop holds what is asked for here, or all of this is of no use. */
function found<T>(one: T | undefined): T {
  if (one === undefined) throw new Error('The demo shop has changed: it lacks what the mutants are made of.');
  return one;
}
const job = found(shop.jobs[0]);
const set = found(shop.sets.find(({ id }) => id === job.setId));
const card = found(shop.cards.find(({ id }) => id === set.cardId));
const picture = { id: '55555555-5555-4555-8555-555555555555', jobId: job.id, name: 'board.png', type: 'image/png', size: 4 };
const jobFile: JobArchiveWithFiles = {
  job,
  set,
  customer: found(shop.customers.find(({ id }) => id === job.customerId)),
  card,
  tape: shop.tape.filter(({ jobId }) => jobId === job.id),
  attachments: [picture],
  blobs: { [picture.id]: new Uint8Array([137, 80, 78, 71]) },
  ...noSheets,
};
const smallShop = { ...shop, jobs: [job], sets: [set], cards: [card], customers: [jobFile.customer], tape: jobFile.tape };
/** A job of the demo shop, packed. */
export const packedJob = await collected((write) => packJob(jobFile, at, write));
const packedShop = await collected((write) => packShop(smallShop, at, write));
const packedCards = await collected((write) => packCards({ cards: [card], ...noSheets }, at, write));

const json = (data: unknown): Uint8Array => strToU8(JSON.stringify(data) ?? 'null');

/** What becomes of an opened archive: a job is joined with what stood before, summarised and written as CSV; a shop is summarised. */
async function takeArchive(bytes: Uint8Array): Promise<void> {
  const opened = await openArchive(inMemory(bytes));
  if (opened.kind === 'job') {
    const { archive } = opened;
    const here = { job, customer: jobFile.customer, set, tape: archive.job.id === job.id ? jobFile.tape : [], attachments: [] };
    const joined = joinJob(here, archive);
    if (archive.job.id === job.id && jobFile.tape.some((entry) => !joined.tape.some(({ id }) => id === entry.id)))
      throw new Error('an entry was lost');
    const laid = archive.card && archive.set.modelId ? layCard(archive.card, archive.set.modelId, archive.set.modifications) : undefined;
    summarise(archive.job, joined.tape, laid);
    readingsCsv(joined.tape);
  }
  if (opened.kind === 'shop')
    for (const one of opened.archive.jobs)
      summarise(one, standing(opened.archive.tape.filter((entry) => entry.jobId === one.id)), undefined);
}

const { blobs: _b, sheetBlobs: _s, ...jobRecord } = jobFile;
const { blobs: _b2, sheetBlobs: _s2, tape: shopTape, ...shopRecord } = smallShop;
const sheet = {
  id: '66666666-6666-4666-8666-666666666666',
  cardId: card.id,
  fileId: '77777777-7777-4777-8777-777777777777',
  page: 1,
  order: 1,
  title: '=IF board',
  kind: 'schematic',
  width: 800,
  height: 600,
  turn: 0,
  mirrored: false,
  read: 'done',
  words: 2,
} as const;
const places = placesJson(
  card.id,
  [sheet],
  [{ id: sheet.id, cardId: card.id, found: [{ name: 'Q7', x: 1, y: 2, w: 3, h: 4, volts: [8.2] }], pinned: [] }],
);
const tone = Float32Array.from({ length: 6000 }, (_, i) => 0.5 * Math.sin((2 * Math.PI * 1000 * i) / 8000));
const wav = writeWav([tone, tone], 8000);
const spectrum = ['Frequency (MHz);Level (dBm)', ...Array.from({ length: 60 }, (_, i) => `${27 + i / 100},${-90 + (i % 7)}`)].join('\n');
const copy: CopyLine[] = [
  { is: 'write', n: 1, at, changes: [{ table: 'jobs', act: 'put', rows: [{ id: job.id, number: 1 }] }] },
  { is: 'write', n: 2, at, changes: [{ table: 'tape', act: 'add', rows: jobFile.tape.slice(0, 4) }] },
];
const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">${'<g><text x="1" y="9">R1</text></g>'.repeat(40)}</svg>`;

const bytesOf = (name: string, bytes: Uint8Array, take: Target['take']): Target => ({
  name: `${name}, bytes`,
  mutant: (dice) => Promise.resolve(mutateBytes(bytes, dice)),
  take,
});
const fieldsOf = (name: string, data: unknown, write: (mutant: unknown, dice: Dice) => Uint8Array, take: Target['take']): Target => ({
  name: `${name}, fields`,
  mutant: (dice) => Promise.resolve(write(mutateData(data, dice), dice)),
  take,
});

async function takeWav(bytes: Uint8Array): Promise<void> {
  const format = readWavHeader(bytes.subarray(0, wavHeaderBytes), bytes.length);
  const recording: Recording = {
    sampleRateHz: format.sampleRateHz,
    frames: format.frames,
    async *pieces() {
      yield decodeFrames(bytes.subarray(format.dataAt, format.dataAt + format.dataBytes), format);
    },
  };
  await sinadOf(recording);
  await iqOf(recording);
}

const writeJob = (data: unknown): Uint8Array =>
  sealed('amber-relay-job', 4, { 'job.json': json(data), [`files/${picture.id}.png`]: new Uint8Array([1, 2, 3, 4]) });
const jobData = { format: 'amber-relay-job', version: 4, ...jobRecord };

/** All that the core takes from files. */
export const coreTargets: readonly Target[] = [
  bytesOf('a job', packedJob, takeArchive),
  bytesOf('a shop', packedShop, takeArchive),
  bytesOf('cards', packedCards, takeArchive),
  fieldsOf('a job', jobData, writeJob, takeArchive),
  fieldsOf(
    'a shop',
    { shop: { format: 'amber-relay-shop', version: 4, ...shopRecord }, tape: shopTape },
    (data) => {
      const { shop: record, tape } = (data ?? {}) as { shop?: unknown; tape?: unknown };
      const lines = Array.isArray(tape) ? tape.map((entry) => JSON.stringify(entry)).join('\n') : String(JSON.stringify(tape));
      return sealed('amber-relay-shop', 4, { 'shop.json': json(record), 'tape.ndjson': strToU8(lines) });
    },
    takeArchive,
  ),
  fieldsOf(
    'a manifest',
    { format: 'amber-relay-job', version: 4 },
    (data) => zipSync({ 'manifest.json': json(data), 'job.json': json(jobRecord) }, { level: 0 }),
    takeArchive,
  ),
  fieldsOf('a card', card, json, (bytes) => Promise.resolve(readCard(readCardText(text(bytes))))),
  bytesOf('a card', json(card), (bytes) => Promise.resolve(readCardText(text(bytes)))),
  bytesOf('places', strToU8(places), (bytes) => Promise.resolve(readPlacesJson(text(bytes)))),
  fieldsOf('places', JSON.parse(places), json, (bytes) => {
    const file = readPlacesJson(text(bytes));
    return Promise.resolve(placesCsv(file.sheets as never, file.sheets as never));
  }),
  bytesOf('a recording', wav, takeWav),
  bytesOf('the head of a recording', wav.subarray(0, 300), takeWav),
  bytesOf('a spectrum', strToU8(spectrum), (bytes) => Promise.resolve(readSpectrumCsv(text(bytes)))),
  bytesOf('the second copy', strToU8(copy.map(copyLine).join('')), (bytes) =>
    Promise.resolve(replay([], readCopyLines(text(bytes)).lines)),
  ),
  bytesOf('a drawing', strToU8(svg), (bytes) => Promise.resolve([typeByContent(bytes), checkDrawingSize('x.svg', text(bytes))])),
];
