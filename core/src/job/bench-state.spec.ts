import { readingBody, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { benchState, lessonOf, startCondition } from './bench-state';

const card = smallLaid();

describe('the bench', () => {
  it('begins unkeyed, on the usual channel and in the first mode; an amplifier has no mode of its own', () => {
    expect(startCondition(card)).toEqual({ keyed: false, mode: 'AM', channel: 19 });
    expect(startCondition({ ...card, kind: 'linear-amplifier' })).toEqual({ keyed: false, channel: 19 });
    expect(startCondition({ ...card, modes: [], channels: undefined })).toEqual({ keyed: false });
    expect(startCondition(undefined)).toEqual({});
  });

  it('stands open as far as something was reached, and has in hand what reached it', () => {
    expect(benchState(card, [])).toEqual({ opened: [] });
    expect(benchState(card, tapeOf(readingBody('TP2', 8, 'in')))).toEqual({ opened: [], inHand: 'V' });
    expect(benchState(card, tapeOf(readingBody('TP7', 3, 'in'))).opened).toContain('shield');
    expect(benchState(card, tapeOf({ kind: 'comparison', point: 'TP7', result: 'in' })).opened).toContain('shield');
    expect(benchState(card, tapeOf({ kind: 'comparison', point: 'TP5', result: 'in' }))).toEqual({ opened: [], inHand: 'dBm' });
    expect(benchState(card, tapeOf({ kind: 'proof', designator: 'C31', result: 'good' })).opened).toContain('shield');
    expect(benchState(card, tapeOf({ kind: 'proof', designator: 'Q3', result: 'good' }))).toEqual({ opened: [] });
    expect(benchState(card, tapeOf({ kind: 'injection', injection: 'into-if', result: 'dead' })).inHand).toBe('generator');
    expect(benchState(card, tapeOf({ kind: 'forcing', forcing: 'hold-loop', result: 'dead' })).inHand).toBe('supply');
    // The part that was reached last has no instrument of its own: the one before stays in hand.
    expect(benchState(card, tapeOf(readingBody('TP5', -5, 'in'), { kind: 'proof', designator: 'Q3', result: 'bad' })).inHand).toBe('dBm');
  });

  it('has open what lies before it too', () => {
    expect([...(benchState(card, tapeOf(readingBody('TP7', 3, 'in'))).opened ?? [])].sort()).toEqual(['cover', 'shield']);
  });

  it('learns a value that the card does not give, and a fault with its section, and nothing else', () => {
    const [unknown, known, dead, finding, clean, loose] = tapeOf(
      readingBody('TP5', -5, 'no-limit', { unit: 'dBm', condition: { mode: 'FM' } }),
      readingBody('TP5', -5, 'in'),
      readingBody('TP5', null, 'no-limit'),
      {
        kind: 'finding',
        finding: 'bad-joint',
        text: 'dull joint',
        section: 'vco',
        designator: 'C31',
        severity: 'plain',
        previousHands: false,
      },
      { kind: 'finding', finding: 'clean', text: 'clean', section: 'vco', severity: 'slight', previousHands: false },
      { kind: 'finding', finding: 'other', text: 'smells', severity: 'plain', previousHands: false },
    );
    expect(lessonOf(unknown!)).toEqual({ kind: 'reading', point: 'TP5', value: -5, condition: { mode: 'FM' } });
    expect(lessonOf(finding!)).toEqual({ kind: 'fault', section: 'vco', text: 'C31 dull joint' });
    expect([known, dead, clean, loose].map((entry) => lessonOf(entry!))).toEqual([undefined, undefined, undefined, undefined]);
  });
});
