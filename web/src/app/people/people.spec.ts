import type { StockItem } from '@amber-relay/core/job';
import type { JobLine } from '../storage/job-list';
import { isMeant, ownersOf, suppliersOf } from './people';

const line = (number: number, setId: string, customerId: string, finished = false): JobLine =>
  ({
    row: {
      id: `job ${number}`,
      number,
      setId,
      customerId,
      complaint: `complaint ${number}`,
      bookedInAt: '2026-02-12T09:00:00.000Z',
      summary: { finished, stage: 'trace' },
    },
    set: { id: setId, maker: 'Larkholm', model: setId, serial: `no ${setId}`, cardId: 'larkholm' },
    customer: {
      id: customerId,
      name: customerId === 'a' ? 'Hesta ferry' : 'Arne of the quay',
      phone: '12 34',
      email: '',
      address: '',
      note: '',
    },
  }) as unknown as JobLine;

describe('the owners', () => {
  const owners = ownersOf([line(3, 'Two', 'a'), line(1, 'Two', 'a', true), line(2, 'Six', 'a'), line(4, 'Nine', 'b')]);
  it('stand by name, each with the sets and their jobs, the newest first', () => {
    expect(owners.map(({ name }) => name)).toEqual(['Arne of the quay', 'Hesta ferry']);
    const [, ferry] = owners;
    expect(ferry?.sets.map(({ name, jobs }) => [name, jobs.map(({ number }) => number)])).toEqual([
      ['Larkholm Six', [2]],
      ['Larkholm Two', [3, 1]],
    ]);
    expect([ferry?.jobs, ferry?.inHand]).toEqual([3, 2]);
    expect(ferry?.contact).toEqual([['Telephone', '12 34']]);
  });
  it('are found by name, telephone, set, serial or job', () => {
    const found = (words: string): string[] => owners.filter((owner) => isMeant(owner, words.toLowerCase().split(' '))).map(({ id }) => id);
    expect([found('ferry'), found('six'), found('nine arne'), found('12'), found('nobody')]).toEqual([['a'], ['a'], ['b'], ['b', 'a'], []]);
  });
  it('leave out a job whose owner is not known', () => {
    expect(ownersOf([{ ...line(5, 'Two', 'a'), customer: undefined }])).toEqual([]);
  });
});

describe('the suppliers', () => {
  it('stand by name with what came from them; parts of nobody are left out', () => {
    const item = (part: string, supplier: string): StockItem => ({ id: part, part, supplier }) as StockItem;
    const suppliers = suppliersOf([item('C1', 'Zell'), item('C2', ''), item('R1', 'Arbo'), item('R2', 'Zell ')]);
    expect(suppliers.map(({ name, items }) => [name, items.length])).toEqual([
      ['Arbo', 1],
      ['Zell', 2],
    ]);
    expect(isMeant(suppliers[1]!, ['c1'])).toBeTrue();
  });
});
