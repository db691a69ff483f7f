import { cardMark, caseWays, readCode } from './case-code';
import { anyCase, caseFrom, hideCase } from './hidden-case';
import { setOf } from './killing-set';
import { cardFromKind, setKindList } from '../card';
import { PracticeBench } from './practice-bench';
import { playable, practiceCards } from './practice-card';

const cards = practiceCards();

describe('a hidden case', () => {
  it('is the same wherever its code is written', () => {
    for (const [n, card] of cards.entries()) {
      const one = anyCase(card, 900 + n);
      // Cards as another shop has them: read from a file.
      const there = caseFrom(readCode(one.code), JSON.parse(JSON.stringify(cards)) as typeof cards);
      expect(there).toEqual(one);
    }
  });
  it('is refused with the way out where its card is not there, or is another now', () => {
    const one = anyCase(cards[0]!, 3);
    expect(() => caseFrom(readCode(one.code), cards.slice(1))).toThrowMatching(
      (e: { code: string; remedy: string }) => e.code === 'unknown-name' && e.remedy.includes('Archive'),
    );
  });
  for (const way of caseWays)
    it(`of the sort “${way}” shows what its owner tells`, () => {
      const found = cards.flatMap((card) => {
        try {
          return [hideCase(card, way, 5)];
        } catch {
          return [];
        }
      });
      expect(found.length).toBeGreaterThan(8);
      for (const one of found) {
        const nothing = way === 'outside' || way === 'healthy';
        expect(one.faults.length === 0).toBe(nothing || way === 'turned');
        if (nothing) continue;
        const always = { ...one, faults: one.faults.map(({ warmS: _, ...fault }) => ({ ...fault, rate: 1 })) };
        expect(`${one.code} ${setOf(always, { noise: 0 }).tryFunction(one.complaint.functionId)}`).not.toContain('works');
      }
    });
  it('of a fault behind another shows the second only when the first is gone', () => {
    const one = hideCase(cards[0]!, 'second', 11);
    const set = setOf(one, { noise: 0 });
    const { functionId } = one.complaint;
    expect(set.tryFunction(functionId)).toBe('dead');
    set.repair(one.faults[0]!.section);
    expect(set.tryFunction(functionId)).not.toBe('works');
    set.repair(one.faults[1]!.section);
    expect(set.tryFunction(functionId)).toBe('works');
  });
  it('that comes with warmth is not there when the set is cold', () => {
    const one = hideCase(cards[1]!, 'with-warmth', 2);
    let seconds = 0;
    const set = setOf(one, { noise: 0, seconds: () => seconds });
    expect(set.tryFunction(one.complaint.functionId)).toBe('works');
    seconds = 45 * 60;
    expect(set.tryFunction(one.complaint.functionId)).not.toBe('works');
  });
  it('cannot be had of a card that knows nothing to turn', () => {
    const bare = { ...cards[0]!, parts: [] };
    expect(() => hideCase(bare, 'turned', 1)).toThrowMatching((e: { code: string }) => e.code === 'out-of-range');
  });
});

describe('a card that only begins', () => {
  const begun = cardFromKind(setKindList[0]!, { maker: 'Zellen', model: 'Skiff', modes: ['AM', 'FM'], bands: [], year: 1984 });
  it('is made whole, the same each time, so that what is hidden in it can be renewed', () => {
    const whole = playable(begun);
    expect(playable(begun)).toEqual(whole);
    expect(whole.sections.every(({ id }) => whole.parts.some(({ section }) => section === id))).toBeTrue();
    const one = anyCase(whole, 12, 'one');
    const bench = new PracticeBench(one);
    bench.ask({ what: 'check', check: 'cold' });
    bench.ask({ what: 'fit', designator: one.faults[0]?.part ?? '' });
    expect(bench.isCured).toBeTrue();
  });
  it('is another than the made-up set of its kind, so that its cases are its own', () => {
    const codes = [playable(begun), ...cards].map(cardMark);
    expect(new Set(codes).size).toBe(codes.length);
  });
  it('is left as it is where it names its parts', () => expect(playable(cards[3]!)).toBe(cards[3]!));
});
