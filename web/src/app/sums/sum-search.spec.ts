import { allSums } from '@amber-relay/core/sums';
import { findSums } from './sum-search';

describe('findSums', () => {
  for (const sum of allSums) {
    it(`finds ${sum.id} first by its title`, () => expect(findSums(sum.title)[0]?.id).toBe(sum.id));
    it(`finds ${sum.id} by each of its keywords`, () => {
      for (const word of sum.keywords) expect(findSums(word)).withContext(word).toContain(sum);
    });
  }
  for (const [words, id] of [
    ['pad', 'pad'],
    ['attenuator', 'pad'],
    ['how long to soak', 'soak-plan'],
    ['atenuator', 'pad'],
    ['cheapest order', 'order-compare'],
    ['is my counter good enough', 'frequency-check'],
  ] as const)
    it(`answers "${words}" with ${id}`, () => expect(findSums(words)[0]?.id).toBe(id));
  it('answers microvolts with the levels and the sensitivity', () =>
    expect(findSums('microvolts').map(({ id }) => id)).toEqual(jasmine.arrayContaining(['level-convert', 'sensitivity'])));
  it('finds nothing for nonsense', () => expect(findSums('qqqqq')).toEqual([]));
});
