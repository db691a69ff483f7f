import { smallCard } from '../testing/small-card';
import { readCard } from './read-card';
import { withAccess } from './with-access';

describe('withAccess', () => {
  const card = readCard(structuredClone(smallCard));
  const known = card.access.length;
  it('adds a step behind the one that was off before', () => {
    const one = withAccess(card, { remove: 'Lid plate', minutes: 2.4 });
    const two = withAccess(one, { remove: 'Shield of the loop', minutes: 0.2, after: 'lid plate' });
    expect(two.access.slice(known)).toEqual([
      { id: 'lid-plate', remove: 'Lid plate', minutes: 2 },
      { id: 'shield-of-the-loop', remove: 'Shield of the loop', minutes: 1, behind: 'lid-plate' },
    ]);
    expect(readCard(structuredClone(two)).access).toEqual(two.access);
  });
  it('adds none that it knows, and gives each an id of its own', () => {
    const one = withAccess(card, { remove: 'top cover!', minutes: 1 });
    expect(withAccess(one, { remove: ' TOP cover! ', minutes: 5 })).toBe(one);
    expect(
      withAccess(one, { remove: 'top-cover', minutes: 1 })
        .access.slice(known)
        .map(({ id }) => id),
    ).toEqual(['top-cover', 'top-cover-2']);
  });
});
