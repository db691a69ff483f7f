import { smallLaid } from '../testing/small-card';
import type { Card } from '../card';
import { sameValue, sistersOf } from './sister-circuits';

const small = smallLaid();
const part = (designator: string, kind: Card['parts'][number]['kind'], value: string): Card['parts'][number] =>
  ({ ...small.parts[0], designator, kind, value }) as Card['parts'][number];
const card = (id: string, kind: Card['kind'], ...parts: Card['parts']): Card => ({ ...small, id, chassis: id, kind, parts }) as Card;

describe('Sister circuits', () => {
  const own = card('own', 'cb-pll', part('Q7', 'transistor', 'SR-2201'), part('IC2', 'ic', 'SR-4401'), part('R1', 'resistor', '10 kΩ'));
  const others = [
    card('other kind', 'repeater', part('R9', 'resistor', '10k')),
    card('two alike', 'repeater', part('Q3', 'transistor', 'sr-2201'), part('Q4', 'transistor', 'SR-2201'), part('IC9', 'ic', 'SR-4401')),
    card('same kind', 'cb-pll'),
    own,
  ];
  it('are those with most telling parts alike, then those of the same kind of set', () => {
    expect(sistersOf(own, others).map(({ card: { id }, alike }) => [id, alike])).toEqual([
      ['two alike', ['SR-2201', 'SR-4401']],
      ['same kind', []],
      ['other kind', []],
    ]);
  });
  it('have a part of the same value, however it is written', () => {
    expect(sameValue(own, 'Q7', others[1]!)).toEqual(['Q3', 'Q4']);
    expect(sameValue(own, 'R1', others[0]!)).toEqual(['R9']);
    expect(sameValue(own, 'C1', others[1]!)).toEqual([]);
  });
});
