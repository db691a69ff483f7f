import kept from '../testing/sum-answers.json';
import { sumAnswers } from '../testing/sum-answers';

/** Where a change is meant, `npm run docs` writes the answers anew, and the change stands in the commit for all to see. */
describe('the answer to the example of a sum', () => {
  const now = sumAnswers();
  const before = kept as Readonly<Record<string, unknown>>;
  it('is kept for each sum', () => expect(Object.keys(now).sort()).toEqual(Object.keys(before).sort()));
  for (const id of Object.keys(before))
    it(`of ${id} is what it was, with its working and what is drawn`, () =>
      expect(JSON.parse(JSON.stringify(now[id]))).toEqual(before[id]));
});
