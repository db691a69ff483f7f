import { TestBed } from '@angular/core/testing';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { benchProviders } from './bench-providers';
import { JobOnBench } from './job-on-bench';
import { LineOffer } from './line-offer';
import { until } from '../testing/still';

describe('LineOffer', () => {
  let drop: () => Promise<void>;
  let line: LineOffer;
  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: benchProviders });
    drop = await shopOfOne();
    const { id } = await TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa');
    const job = TestBed.inject(JobOnBench);
    line = TestBed.inject(LineOffer);
    job.jobId.set(id);
    await until(() => job.card());
  });
  afterEach(() => drop());

  it('begins with the condition in which such a set comes onto the bench', () =>
    expect(line.condition()).toEqual({ keyed: false, mode: 'AM', channel: 19 }));

  it('reads lines with the condition that holds', () => {
    line.setCondition({ keyed: true, mode: 'AM' });
    const read = line.understand('tp7 3.1v');
    expect(read.ok && read.value.condition).toEqual({ keyed: true, mode: 'AM' });
    expect(line.understand('tp99 3.1v').ok).toBeFalse();
  });

  it('makes each offer new, also of the same line', () => {
    line.offer('tp7 ');
    const first = line.offered();
    line.offer('tp7 ');
    expect(line.offered()).not.toBe(first);
    expect(line.offered()?.line).toBe('tp7 ');
  });
});
