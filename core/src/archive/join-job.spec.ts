import { sampleCustomer, sampleJob, sampleSet, tapeOf } from '../testing/entries';
import type { Job } from '../job';
import { joinJob, type JobHere } from './join-job';

const [customer, set] = [sampleCustomer, sampleSet];
const tape = tapeOf({ kind: 'note', text: 'one' });
const here: JobHere = { job: sampleJob, customer, set, tape, attachments: [] };
const file = { job: sampleJob, customer, set, tape, attachments: [] };

describe('a job that comes in from a file', () => {
  it('asks nothing where all is the same, or nothing is here', () => {
    expect(joinJob(here, file).asks).toEqual([]);
    const nothing: JobHere = { job: undefined, customer: undefined, set: undefined, tape: [], attachments: [] };
    expect(joinJob(nothing, file)).toEqual(jasmine.objectContaining({ asks: [], entriesIn: 1, entriesKept: 0 }));
  });
  it('asks of each record that differs, field by field, in words', () => {
    const theirs: Job = { ...sampleJob, complaint: 'hums', spendLimitMinor: 1250, accessories: [], payer: 'the club' };
    expect(
      joinJob(here, {
        ...file,
        job: theirs,
        customer: { ...customer, phone: '0171' },
        set: {
          ...set,
          modifications: [{ id: 'm', title: 'extra channels', rolledBack: true } as never],
          previousOwners: ['Eldin' as never],
        },
      }).asks,
    ).toEqual([
      {
        of: 'job',
        title: 'What was booked in',
        differs: [
          { field: 'complaint', here: sampleJob.complaint, file: 'hums' },
          { field: 'spending limit', here: 'nothing', file: '12.50' },
          { field: 'who pays', here: 'nothing', file: 'the club' },
          { field: 'came with it', here: 'microphone', file: 'nothing' },
        ],
      },
      { of: 'customer', title: 'The owner', differs: [{ field: 'telephone', here: 'nothing', file: '0171' }] },
      {
        of: 'set',
        title: 'The set',
        differs: [
          { field: 'owned before by', here: 'nothing', file: 'Eldin' },
          { field: 'modifications', here: 'nothing', file: 'extra channels (rolled back)' },
        ],
      },
    ]);
  });
  it('says nothing of what is only numbered otherwise', () =>
    expect(joinJob(here, { ...file, job: { ...sampleJob, number: 99 } }).asks).toEqual([]));
  it('brings the pictures that are not here', () => {
    const picture = (id: string) => ({ id, jobId: sampleJob.id, name: 'a.png', type: 'image/png', size: 1 }) as never;
    expect(joinJob({ ...here, attachments: [picture('a')] }, { ...file, attachments: [picture('a'), picture('b')] }).picturesIn).toEqual([
      picture('b'),
    ]);
  });
});
