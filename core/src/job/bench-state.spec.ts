import { withLesson } from '../card';
import { entryEvidence } from '../tape';
import { readingBody, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { trace, traceModel } from '../trace';
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
    expect(lessonOf(unknown!, card)).toEqual({ kind: 'reading', point: 'TP5', value: -5, condition: { mode: 'FM' } });
    expect(lessonOf(finding!, card)).toEqual({ kind: 'fault', section: 'vco', text: 'C31 dull joint' });
    expect([known, dead, clean, loose].map((entry) => lessonOf(entry!, card))).toEqual([undefined, undefined, undefined, undefined]);
  });

  it('learns no frequency of a set with other crystals than the chassis has', () => {
    const [counted] = tapeOf(readingBody('TP5', 17.915e6, 'no-limit', { unit: 'Hz' }));
    expect(lessonOf(counted!, card)?.kind).toBe('reading');
    const crystal = { designator: 'X5', title: 'extra channels', wasHz: 17.465e6, isHz: 17.915e6, nodes: ['a'] };
    expect(lessonOf(counted!, { ...card, otherCrystals: [crystal] })).toBeUndefined();
  });

  it('learns a step of alignment from what was turned, unless the card has one or nothing came of it', () => {
    const turned = (rest: object): unknown => {
      const [entry] = tapeOf({ kind: 'adjustment', how: 'set', adjuster: 'L9', ...rest });
      const { kind, ...step } = lessonOf(entry!, card) ?? { kind: 'none' };
      return kind === 'step' ? step : kind;
    };
    const after = { value: 2, step: 0.1 };
    expect(turned({ section: 'vco', unit: 'V', after, text: 'at tp7' })).toEqual({
      name: 'VCO, L9',
      adjuster: 'L9',
      at: 'TP7',
      expect: '2.0 V',
    });
    expect(turned({ how: 'peak', text: 'at the speaker' })).toEqual({ name: 'L9', adjuster: 'L9', at: 'the speaker', expect: 'peak' });
    expect(turned({ how: 'dip', adjuster: 'VCO', section: 'vco' })).toEqual({ name: 'VCO', adjuster: 'VCO', expect: 'dip' });
    expect(turned({ how: 'peak', none: true })).toBe('none');
    expect(turned({})).toBe('none');
    const known = { ...card, alignment: [{ id: 'l9', name: 'L9', adjust: ['L9'], expect: 'peak', after: [] }] };
    expect(lessonOf(tapeOf({ kind: 'adjustment', how: 'peak', adjuster: 'L9' })[0]!, known)).toBeUndefined();
  });

  it('learns a signal that was put in where the card knows none', () => {
    const body = {
      kind: 'injection',
      injection: '1-khz-into-audio',
      into: 'audio',
      hz: 1000,
      dBm: -30,
      responds: 'receive-am',
      result: 'works',
    } as const;
    const [entry] = tapeOf(body);
    const lesson = lessonOf(entry!, card);
    expect(lesson).toEqual({
      kind: 'injection',
      injection: { id: '1-khz-into-audio', name: '1 kHz into Audio', into: 'audio', hz: 1000, dBm: -30, responds: 'receive-am' },
    });
    const taught = withLesson(card, lesson!)!;
    expect(taught.injections.at(-1)).toEqual({
      id: '1-khz-into-audio',
      name: '1 kHz into Audio',
      into: 'audio',
      hz: 1000,
      dBm: -30,
      responds: 'receive-am',
      minutes: 4,
    });
    expect(lessonOf(entry!, { ...card, injections: taught.injections })).toBeUndefined();
    expect(lessonOf(tapeOf({ kind: 'injection', injection: 'into-if', result: 'works' })[0]!, card)).toBeUndefined();
    // From then on it counts.
    const evidence = [entryEvidence(card, entry!)!];
    expect(trace(traceModel(card), evidence).answered).toEqual([]);
    expect(trace(traceModel(taught), evidence).answered).toEqual(['injection 1-khz-into-audio']);
  });
});
