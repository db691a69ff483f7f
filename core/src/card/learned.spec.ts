import { smallLaid } from '../testing/small-card';
import { lessonText, ownId, withLesson, type Lesson } from './index';

const card = smallLaid();

describe('what a card learns', () => {
  it('is told in words', () => {
    const said = (lesson: Lesson): string => lessonText(card, lesson);
    expect(said({ kind: 'step', name: 'VCO, L9', adjuster: 'L9', at: 'TP7', expect: '2.0 V' })).toBe('VCO, L9: L9 to 2.0 V at TP7');
    expect(said({ kind: 'step', name: 'L9', adjuster: 'L9', expect: 'peak' })).toBe('L9: L9 to peak');
    const injection = { id: 'x', name: '1 kHz into Audio', into: 'audio', hz: 1000, dBm: -30, responds: 'receive-am' };
    expect(said({ kind: 'injection', injection })).toBe('1 kHz into Audio');
    expect(said({ kind: 'reading', point: 'TP7', value: 3.1, condition: { channel: 19 } })).toBe('TP7 is 3.1 V, ch 19');
    expect(said({ kind: 'fault', section: 'vco', text: 'core loose' })).toBe('VCO: core loose');
    expect(said({ kind: 'limit', limit: 'gone' })).toContain('gone: its limits');
  });
  it('goes nowhere where the card has no such place, and nothing changes where it is there', () => {
    const injection = { id: 'into-if', name: 'x', into: 'if-amp', hz: 1, dBm: 1, responds: 'receive-am' };
    expect(withLesson(card, { kind: 'injection', injection })).toBe(card);
    expect(withLesson(card, { kind: 'injection', injection: { ...injection, id: 'new', into: 'nowhere' } })).toBeUndefined();
    expect(withLesson(card, { kind: 'injection', injection: { ...injection, id: 'new', responds: 'nothing' } })).toBeUndefined();
    const taught = withLesson(card, { kind: 'step', name: 'VCO, L9', adjuster: 'L9', expect: 'peak' }, { on: '2026-01-01', job: 4 });
    expect(taught?.alignment.at(-1)).toEqual({ id: 'vco-l9', name: 'VCO, L9', adjust: ['L9'], expect: 'peak', after: [] });
    expect(taught?.history?.at(-1)).toEqual(jasmine.objectContaining({ what: 'VCO, L9: L9 to peak', job: 4 }));
  });
  it('takes a new point for what its unit shows: a direct voltage, current or resistance of its own, else the signal', () => {
    const sees = (['V', 'A', 'ohm', 'dBm', 'Hz', 'W'] as const).map(
      (unit) => withLesson(card, { kind: 'point', point: 'TP50', section: 'mixer', unit })?.testPoints.at(-1)?.sees,
    );
    expect(sees).toEqual(['own', 'own', 'own', 'signal', 'signal', 'signal']);
    expect(withLesson(card, { kind: 'point', point: 'TP7', section: 'mixer', unit: 'V' })).toBe(card);
  });
  it('takes a healthy reading in the place of what stood for the same state, and leaves the others', () => {
    const taught = withLesson(card, { kind: 'reading', point: 'TP7', value: 3, condition: { channel: 19 } });
    const expect7 = taught?.testPoints.find(({ id }) => id === 'TP7')?.expect ?? [];
    expect(expect7.map(({ condition, nominal }) => [condition.channel, nominal])).toEqual([
      [1, undefined],
      [undefined, undefined],
      [19, 3],
    ]);
  });
});

describe('an id of its own', () => {
  it('is made of the name, and numbered from 2 where another has it', () => {
    const of = (...taken: readonly string[]): string =>
      ownId(
        'Loop voltage',
        taken.map((id) => ({ id })),
      );
    expect([of(), of('loop-voltage'), of('loop-voltage', 'loop-voltage-2'), of('loop-voltage-2')]).toEqual([
      'loop-voltage',
      'loop-voltage-2',
      'loop-voltage-3',
      'loop-voltage',
    ]);
    expect(ownId('—', [])).toBe('line');
  });
});
