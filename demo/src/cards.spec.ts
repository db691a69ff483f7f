import { checkCard } from '@amber-relay/core/card';
import { demoCards } from './demo-cards';

describe('the demo cards', () => {
  const cards = demoCards();
  it('are one of each kind of set', () => expect(new Set(cards.map((card) => card.kind)).size).toBe(8));
  for (const card of cards) {
    it(`${card.chassis}: adds up`, () => expect(checkCard(card).filter((flaw) => flaw.weight === 'wrong')).toEqual([]));
    it(`${card.chassis}: is of the size of a real set`, () => {
      expect(card.sections.length).toBeGreaterThanOrEqual(25);
      expect(card.sections.length).toBeLessThanOrEqual(60);
      expect(card.testPoints.length).toBeGreaterThanOrEqual(20);
      expect(card.testPoints.length).toBeLessThanOrEqual(50);
      expect(card.sections.some((s) => s.watch)).toBeTrue();
      expect(card.access.length).toBeGreaterThan(0);
    });
  }
});
