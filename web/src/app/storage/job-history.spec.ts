import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { JobHistory } from './job-history';
import { JobRepository } from './job-repository';

describe('JobHistory', () => {
  let jobs: JobRepository;
  let history: JobHistory;
  let clear: () => Promise<void>;
  beforeEach(async () => {
    clear = await shopOfOne();
    jobs = TestBed.inject(JobRepository);
    history = TestBed.inject(JobHistory);
  });
  afterEach(() => clear());

  it('counts confirmed repairs of the chassis, by section, of other finished jobs', async () => {
    const first = await jobs.bookIn(bookingOf('a'), 'Runa');
    const second = await jobs.bookIn(bookingOf('b'), 'Runa');
    await jobs.append(
      first.id,
      {
        kind: 'fit',
        designator: 'C12',
        section: 'audio',
        oldPart: '',
        newPart: 'x',
        why: '',
        proof: '',
        priceMinor: 0,
        quantity: 1,
        source: '',
      },
      'Runa',
    );
    expect(await firstValueFrom(history.history$('pocket', second.id))).toEqual({});
    await jobs.append(first.id, { kind: 'handed-back', totalMinor: 0 }, 'Runa');
    expect(await firstValueFrom(history.history$('pocket', second.id))).toEqual({ audio: 1 });
    expect(await firstValueFrom(history.history$('pocket', first.id))).toEqual({});
  });
});
