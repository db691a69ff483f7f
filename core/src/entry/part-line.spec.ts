import type { Card, LaidCard } from '../card';
import { attempt } from '../errors';
import { wordsOf, type EntryContext } from '../line';
import { smallLaid } from '../testing/small-card';
import { partLine } from './part-line';
import { pinNamed } from './part-words';
import { measureStart } from './write-line';

const small = smallLaid();
const contextOf = (card: LaidCard): EntryContext => ({ card, condition: {}, instruments: [] });
const resistors = (count: number): LaidCard => ({
  ...small,
  parts: Array.from({ length: count }, (_, k) => ({ ...small.parts[0]!, designator: `R${k + 1}`, kind: 'resistor' as const })),
});
const refused = (line: string, card = small): string => {
  const got = attempt(() => partLine(wordsOf(line), line, contextOf(card)));
  return got.ok ? `taken: ${got.value.title}` : `${got.failure.position}: ${got.failure.message} ${got.failure.remedy}`;
};

describe('a line of a part', () => {
  it('that the card does not have names those that are called alike, six at most', () => {
    const six = 'The card has R1, R2, R3, R4, R5, R6';
    expect(refused('r99 open', resistors(6))).toBe(`0: There is no part R99 on this card. ${six}.`);
    expect(refused('r99 open', resistors(7))).toBe(`0: There is no part R99 on this card. ${six} and more.`);
    expect(refused('tp99 3V')).toBe('0: There is no test point TP99 on this card. The card has TP2, TP5, TP6, TP7, TP8.');
    expect(refused('rv1 open', resistors(7))).toContain('names no such kind of part');
    expect(refused('')).toBe('0: Which part? Write it like: q3 c 13.2');
  });

  describe('may name a pin', () => {
    const q3 = { ...small.parts[1]!, pins: [{ pin: '1', name: 'emitter' }, { pin: '2' }] } as LaidCard['parts'][number];
    const pin = (line: string, part: LaidCard['parts'][number] | undefined = q3): string | undefined => {
      const got = attempt(() => pinNamed(wordsOf(line), part, small));
      return got.ok ? got.value : `${got.failure.position}: ${got.failure.remedy}`;
    };
    it('by its number or its name, or as pins are usually called', () => {
      expect([pin('q3 1 5.1'), pin('q3 emitter 5.1'), pin('q3 EMITTER dead'), pin('q3 c 5.1')]).toEqual(['1', '1', '1', 'c']);
      expect([pin('q3 12 dead'), pin('q3 12 -3'), pin('q3 12 ch19 3'), pin('q3 12 V')]).toEqual(['12', '12', '12', undefined]);
    });
    it('but a state, a condition or a figure is no pin', () => {
      expect([pin('q3 open now'), pin('q3 shorted 2'), pin('q3 +5 V'), pin('q3 -5 V')]).toEqual([
        undefined,
        undefined,
        undefined,
        undefined,
      ]);
      expect([pin('q3 keyed 3V'), pin('q3 ch 19'), pin('q3 c'), pin('q3')]).toEqual([undefined, undefined, undefined, undefined]);
    });
    it('and what is no pin of it is refused with those it has', () => {
      expect(pin('q3 gate 5.1')).toBe('3: It has 1, 2.');
      expect(pin('q3 gate 5.1', { ...q3, pins: [] })).toContain('Write the pin as on the board');
    });
    it('and where nothing is named, its first is offered', () => {
      const card = { ...small, parts: [q3, { ...q3, designator: 'R5' }] } as unknown as Card;
      expect([measureStart(card, 'Q3'), measureStart(card, 'Q3', '2'), measureStart(card, 'R5'), measureStart(card, 'TP7')]).toEqual([
        'q3 1 ',
        'q3 2 ',
        'r5 ',
        'tp7 ',
      ]);
    });
  });
});
