import { layCard, setKindList } from '../card';
import { readLine } from '../entry';
import type { EntryContext } from '../line';
import { doneBy, lineAsked } from './line-asked';
import { practiceCards } from './practice-card';

const card = practiceCards()[setKindList.findIndex(({ id }) => id === 'cb-am-fm')]!;
const valves = practiceCards()[setKindList.findIndex(({ id }) => id === 'amp-valve')]!;
const context: EntryContext = {
  card: layCard(card, card.models[0]!.id),
  condition: { keyed: false, mode: 'AM', channel: 19 },
  instruments: [],
};
const under = { keyed: false, mode: 'AM', channel: 19 };

describe('a line that asks the set', () => {
  for (const [line, asked, says, whole] of [
    ['receive am', { what: 'function', id: 'receive-am' }, 'weak', 'receive am weak'],
    ['rail1', { what: 'point', point: 'RAIL1', condition: under }, '7.981 V', 'rail1 7.981 V'],
    ['RAIL1 fm ', { what: 'point', point: 'RAIL1', condition: { ...under, mode: 'FM' } }, 'dead', 'RAIL1 fm dead'],
    ['inject if-amplifier', { what: 'injection', id: 'into-if-amplifier' }, 'works', 'inject if-amplifier works'],
    ['tap q7', { what: 'manipulation', act: 'tap', section: 'if-amplifier' }, 'steady', 'tap q7 steady'],
    ['cool vco', { what: 'manipulation', act: 'cool', section: 'vco' }, 'changed', 'cool vco changed'],
    ['lift mixer', { what: 'lift', section: 'mixer' }, 'stays', 'lift mixer stays'],
    ['unload regulator', { what: 'unload', section: 'regulator' }, 'recovers', 'unload regulator recovers'],
    ['reflow q7', { what: 'remedy', remedy: 'reflow', section: 'if-amplifier' }, 'same', 'reflow q7 same'],
    ['undo ptt-switch', { what: 'remedy', remedy: 'undo', section: 'ptt-switch' }, 'cured', 'undo ptt-switch cured'],
    ['proof q7', { what: 'proof', designator: 'Q7' }, 'bad', 'proof q7 bad'],
    ['proof vco', { what: 'proof', section: 'vco' }, 'bad Q14', 'proof vco bad Q14'],
    ['compare rail1', { what: 'comparison', point: 'RAIL1' }, 'lower', 'compare rail1 lower'],
    ['look q7', { what: 'look', section: 'if-amplifier' }, 'looks clean', 'found if-amplifier looks clean'],
    ['look vco', { what: 'look', section: 'vco' }, 'C10 leaking', 'found C10 leaking'],
  ] as const)
    it(`asks by “${line}”, and is kept as “${whole}”`, () => {
      const question = lineAsked(line, context);
      expect(question?.asked).toEqual(asked as never);
      expect(question?.complete(says)).toBe(whole);
      expect(question?.title).not.toBe('');
      // What comes of it is a line of the tape.
      expect(readLine(whole, context).entry).not.toBeNull();
    });
  for (const [line, asked] of [
    ['load', { what: 'load', on: true }],
    ['load off', { what: 'load', on: false }],
    ['checks', { what: 'check', check: 'cold' }],
    ['warm 20 min', { what: 'warm', minutes: 20 }],
  ] as const)
    it(`does “${line}” to the bench alone`, () => expect(lineAsked(line, context)?.asked).toEqual(asked));
  for (const line of [
    '',
    'am',
    'ch19 fm',
    'receive am dead',
    'rail1 8.1v',
    'note proof of purchase',
    'fit q7 new',
    'proof q7 good',
    'nonsense',
    'rail',
  ])
    it(`is no question: “${line}”`, () => expect(lineAsked(line, context)).toBeUndefined());
  it('asks whether high voltage is gone', () => {
    const at: EntryContext = { card: layCard(valves, valves.models[0]!.id), condition: {}, instruments: [] };
    expect(lineAsked('gone plate choke', at)?.asked).toEqual({ what: 'gone', check: 'hazard-high-voltage' });
    expect(lineAsked('gone', at)).toBeUndefined();
  });
});

describe('an entry', () => {
  it('does to the set what it says was done', () => {
    const read = (line: string) => readLine(line, context).entry;
    expect(doneBy(read('fit q7 new')!)).toEqual({ what: 'fit', designator: 'Q7', section: 'if-amplifier' });
    expect(doneBy(read('peak t3')!)).toEqual({ what: 'adjust', adjuster: 'T3', section: 'if-filter' });
    expect(doneBy(read('seal t3')!)).toBeUndefined();
    expect(doneBy(read('note nothing')!)).toBeUndefined();
    expect(doneBy({ kind: 'safety', check: 'fuse', result: 'right' })).toEqual({ what: 'check', check: 'fuse' });
  });
});
