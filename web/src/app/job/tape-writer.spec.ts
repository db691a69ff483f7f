import { TestBed } from '@angular/core/testing';
import { MatSnackBar } from '@angular/material/snack-bar';
import { CoreError } from '@amber-relay/core/errors';
import { Subject } from 'rxjs';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { benchProviders } from './bench-providers';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';
import { until } from '../testing/still';

describe('TapeWriter', () => {
  let drop: () => Promise<void>;
  let writer: TapeWriter;
  let jobs: JobRepository;
  let jobId: string;
  let undo: Subject<void>;
  let said: string[];
  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: benchProviders });
    drop = await shopOfOne();
    jobs = TestBed.inject(JobRepository);
    jobId = (await jobs.bookIn(bookingOf(), 'Runa')).id;
    [undo, said] = [new Subject(), []];
    spyOn(TestBed.inject(MatSnackBar), 'open').and.callFake((text) => {
      said.push(text);
      return { onAction: () => undo } as never;
    });
    TestBed.inject(JobOnBench).jobId.set(jobId);
    writer = TestBed.inject(TapeWriter);
  });
  afterEach(() => drop());

  it('keeps several entries in order, or none of them', async () => {
    const kept = await writer.keepAll([
      { kind: 'note', text: 'a' },
      { kind: 'note', text: 'b' },
    ]);
    expect(kept?.map((entry) => entry.kind === 'note' && entry.text)).toEqual(['a', 'b']);
    const refused = await writer.keepAll([
      { kind: 'note', text: 'c' },
      { kind: 'labour', act: 'break', minutes: -4 },
    ]);
    expect(refused).toBeUndefined();
    expect((await jobs.tape(jobId)).length).toBe(3);
    expect(said.length).toBe(1);
  });

  it('tells when all that was entered is on the disk', async () => {
    void writer.keep({ kind: 'note', text: 'a' });
    void writer.keep({ kind: 'note', text: 'b' });
    await writer.settled();
    const notes = (await jobs.tape(jobId)).flatMap((entry) => (entry.kind === 'note' ? [entry.text] : []));
    expect(notes).toEqual(['a', 'b']);
  });

  it('says once that a write was refused, and nothing where that was told already', async () => {
    const append = spyOn(jobs, 'appendAll').and.rejectWith(new CoreError('not-kept', 'the entry', 'It was not kept.', 'Try again.'));
    expect(await writer.keep({ kind: 'note', text: 'a' })).toBeUndefined();
    expect(said).toEqual([]);
    append.and.rejectWith(new Error('no'));
    expect(await writer.keep({ kind: 'note', text: 'a' })).toBeUndefined();
    expect(said.length).toBe(1);
  });

  it('strikes with a reason, and brings back by Undo', async () => {
    const entry = await writer.keep({ kind: 'note', text: 'a' });
    expect(await writer.strike(entry!, 'wrong set')).toBeTrue();
    expect(said).toEqual(['Struck: wrong set']);
    undo.next();
    await until(async () => (await jobs.tape(jobId)).length === 4);
    expect((await jobs.tape(jobId)).map((e) => e.kind).slice(1)).toEqual(['note', 'strike', 'strike']);
  });
});
