import fc from 'fast-check';
import { readLine } from '../entry';
import { sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import { tapeEntrySchema, type TapeBody } from '../tape';
import { jobArchiveSchema, type JobArchive } from './job-archive';
import { nameless, type Nameless } from './nameless';
import { formatVersion } from '../format';

const picture = '55555555-5555-4555-8555-000000000001';
const typed = (...lines: string[]): TapeBody[] =>
  lines.map((line) => {
    const { entry } = readLine(line, { condition: {}, instruments: [] });
    if (!entry) throw new Error(line);
    return entry;
  });
const customer = {
  ...sampleCustomer,
  name: 'Hesta Ferry',
  phone: '0812 55 66 77',
  email: 'hesta@quay.example',
  address: 'Quay 4, Larkholm',
  note: 'pays late',
};
const archiveOf = (bodies: readonly TapeBody[], more: Partial<JobArchive> = {}): JobArchive => ({
  job: { ...sampleJob, complaint: 'Hesta says it hums; ring 0812 55 66 77', payer: 'Larkholm Rescue', spendLimitMinor: 9000 },
  customer,
  set: { ...sampleSet, serial: 'OB7-20417', previousOwners: ['Eldin Marrow'] },
  tape: tapeOf(...bodies),
  attachments: [{ id: picture, jobId: sampleJob.id, name: 'hesta.jpg', type: 'image/jpeg', size: 3 }],
  sheetFiles: [],
  sheets: [],
  places: [],
  ...more,
});
const strip = (archive: JobArchive, more: readonly string[] = [], pictures = [picture]): Nameless => {
  let n = 0;
  const newId = (): string => `99999999-9999-4999-8999-${String((n += 1)).padStart(12, '0')}`;
  return nameless(archive, { shop: { ...sampleShop, name: 'Quoy Lane', technician: 'Runa' }, more, pictures: new Set(pictures), newId });
};
const whole = (archive: JobArchive): boolean =>
  jobArchiveSchema.safeParse({ format: 'amber-relay-job', version: formatVersion, ...archive }).success;

describe('a case without names', () => {
  const bodies: TapeBody[] = [
    ...typed(
      'note Mr Ferry of Quoy Lane says OB7-20417 was Marrow’s',
      'approved go ahead at 140 by phone',
      'paid 40 cash',
      'fit c12 220u @2.00',
    ),
    { kind: 'picture', attachment: picture, name: 'ferry-board.jpg' },
    { kind: 'shown', attachment: picture, as: 'before', caption: 'as Hesta brought it' },
    { kind: 'note', text: 'mail runa@bench.example' },
    { kind: 'strike', entry: '22222222-2222-4222-8222-000000000007', reason: 'slip' },
    { kind: 'note', text: 'call sign LQ7XX' },
  ];
  const made = strip(archiveOf(bodies), ['lq7xx']);
  const text = JSON.stringify(made.archive);
  it('holds no owner, no shop, no serial, nothing that was said or paid, and nothing that was struck', () => {
    for (const word of [
      'Hesta',
      'Ferry',
      'Marrow',
      'Larkholm',
      '0812',
      'quay',
      'Quoy',
      'Runa',
      'runa',
      'OB7',
      'LQ7XX',
      'pays late',
      '140',
      'slip',
      '9000',
    ])
      expect(text).withContext(word).not.toContain(word);
    expect(made.archive.tape.map(({ kind }) => kind)).toEqual(['note', 'fit', 'picture', 'shown', 'note']);
    expect(made.archive.tape.find(({ kind }) => kind === 'fit')).toEqual(jasmine.objectContaining({ priceMinor: 0, by: 'Bench', seq: 2 }));
  });
  it('is a job of its own that opens, with ids that are not those of the job', () => {
    expect(whole(made.archive)).toBeTrue();
    expect(text).not.toContain(sampleJob.id);
    expect(text).not.toContain(picture);
    const [first] = made.archive.attachments;
    expect(made.archive.tape.find((entry) => entry.kind === 'picture')).toEqual(
      jasmine.objectContaining({ attachment: first?.id, name: 'picture-1.jpg' }),
    );
    expect(made.archive.tape.every(({ jobId }) => jobId === made.archive.job.id)).toBeTrue();
  });
  it('tells what was taken out, and where a number still stands', () => {
    expect(made.takenOut.map(({ word }) => word)).toContain('0812 55 66 77');
    expect(made.lookAt).toEqual([]);
    expect(strip(archiveOf(typed('note ring 0733 441 982'))).lookAt).toEqual(['ring 0733 441 982']);
    // A day and a frequency are no telephone.
    expect(strip(archiveOf(typed('note on 2026-02-12 it stood at 27.185 MHz'))).lookAt).toEqual([]);
  });
  it('leaves a picture here, with what is said of it', () => {
    const without = strip(archiveOf(bodies), [], []).archive;
    expect([without.attachments.length, without.tape.filter(({ kind }) => kind === 'picture' || kind === 'shown').length]).toEqual([0, 0]);
    const step: TapeBody = { kind: 'apart', what: 'top cover', loosened: [], attachment: picture };
    expect(strip(archiveOf([step]), [], []).archive.tape[0]).not.toEqual(jasmine.objectContaining({ attachment: jasmine.anything() }));
  });
  it('is not spoilt by a name that is a word of the program', () => {
    const low: TapeBody = {
      kind: 'reading',
      subject: { what: 'part', designator: 'C12', measure: 'esr' },
      value: 0.4,
      unit: 'ohm',
      step: 0.1,
      condition: {},
      uncertainty: 0,
      verdict: 'low',
      text: 'Low said so',
    } as TapeBody;
    const { archive } = strip(
      archiveOf([low, { kind: 'function', functionId: 'rx-am', result: 'dead' }], { customer: { ...customer, name: 'Low Dead' } }),
    );
    expect(whole(archive)).toBeTrue();
    expect(archive.tape[0]).toEqual(jasmine.objectContaining({ verdict: 'low' }));
    expect(archive.tape[1]).toEqual(jasmine.objectContaining({ result: 'dead' }));
    expect(tapeEntrySchema.safeParse(archive.tape[0]).success).toBeTrue();
  });
  it('holds no part of a name, wherever it was typed', () => {
    const name = fc.constantFrom('Abernath', 'O’Skarrow', 'Ferry-Quoy', 'Łukas', 'Zellen (senior)', 'A.B+C*');
    const law = fc.property(name, fc.constantFrom(' ', ', ', '.', '\n'), (who, between) => {
      const { archive } = strip(
        archiveOf(
          [
            { kind: 'note', text: `x${between}${who}${between}y` },
            { kind: 'claim', claimant: who, text: who.toUpperCase() },
          ],
          {
            customer: { ...customer, name: who },
          },
        ),
      );
      return !JSON.stringify(archive).toLowerCase().includes(who.toLowerCase()) && whole(archive);
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
});
