import type { Card } from '../../core/src/card';
import type { Chance } from '../../core/src/chance';
import type { FaultySet } from '../../core/src/practice';
import type { Evidence } from '../../core/src/trace';

/**
 * What the owner comes with: a function that does not do what it should, tried by somebody who cannot measure; undefined where nothing
 * shows. Of a set with nothing wrong inside, any function.
 * @param wavers whether it comes and goes, so that the owner has seen it both ways.
 */
export function complaintAbout(card: Card, set: FaultySet, wavers: boolean, outside: boolean, chance: Chance): Evidence | undefined {
  const reported = (functionId: string, outcome: 'weak' | 'dead' | 'comes-and-goes'): Evidence => ({
    id: 'complaint',
    kind: 'function',
    functionId,
    outcome,
    reported: true,
  });
  if (outside) return reported(chance.oneOf(card.functions).id, chance.oneOf(['weak', 'dead', 'comes-and-goes']));
  const bad = card.functions.flatMap(({ id }): Evidence[] => {
    const shown = Array.from({ length: wavers ? 8 : 3 }, () => set.tryFunction(id));
    const [first = 'works'] = shown.filter((one) => one !== 'works');
    // What is only just weak is not brought in, and what shows nothing neither.
    if (first === 'works' || (!wavers && shown.includes('works'))) return [];
    return [{ id: 'complaint', kind: 'function', functionId: id, outcome: wavers ? 'comes-and-goes' : first, reported: true }];
  });
  return bad.length ? chance.oneOf(bad) : undefined;
}
