import fc from 'fast-check';
import type { LaidCard } from '../card';
import type { TapeBody } from '../tape';
import { fitBody, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { alignRun, backedOff, nextStep, readAt, type AlignStep } from './align-run';

const small = smallLaid();
const part = (designator: string, section: string): LaidCard['parts'][number] => ({ designator, section, kind: 'cored-coil', value: '' });
/** Reference, loop after it, two coils of the IF after the loop, the carrier balance on its own. */
const card: LaidCard = {
  ...small,
  parts: [...small.parts, part('L40', 'vco'), part('T2', 'if-amp'), part('T3', 'if-amp'), part('CV1', 'loop'), part('VR5', 'mixer')],
  alignment: [
    { id: 'reference', name: 'Reference', adjust: ['CV1'], at: 'TP3', expect: '10.24000 MHz', after: [] },
    { id: 'loop', name: 'Loop voltage', adjust: ['L40'], at: 'TP7', expect: '3.10 V on ch 19', after: ['reference'] },
    { id: 'if', name: 'IF coils', adjust: ['T2', 'T3'], at: 'the speaker', expect: 'a real peak', after: ['loop'] },
    { id: 'balance', name: 'Carrier balance', adjust: ['VR5'], expect: 'least carrier', after: [] },
  ],
};
type Turned = Extract<TapeBody, { kind: 'adjustment' }>;
const turned = (adjuster: string, more: Partial<Turned> = {}): TapeBody => ({ kind: 'adjustment', how: 'set', adjuster, ...more });
const figure = (value: number, step = 0.01): { value: number; step: number } => ({ value, step });
const volts = (adjuster: string, after: number, before?: number): TapeBody =>
  turned(adjuster, { unit: 'V', after: figure(after), ...(before === undefined ? {} : { before: figure(before) }) });
const reference = turned('CV1', { unit: 'Hz', after: figure(10_240_000, 10) });
const peaked = (adjuster: string, before = -60, after = -50): TapeBody =>
  turned(adjuster, { how: 'peak', unit: 'dBm', before: figure(before, 0.1), after: figure(after, 0.1) });
const run = (...bodies: readonly TapeBody[]): Record<string, AlignStep> =>
  Object.fromEntries(alignRun(card, tapeOf(...bodies)).map((step) => [step.id, step]));
const states = (...bodies: readonly TapeBody[]): string =>
  Object.values(run(...bodies))
    .map(({ state, says }) => (says ? `${state} (${says})` : state))
    .join(', ');

describe('an alignment', () => {
  it('is open before anything is turned, each step with what comes before it and the line that tells it', () => {
    const steps = run();
    expect(states()).toBe('open, open, open, open');
    expect(Object.values(steps).map(({ waits }) => waits)).toEqual([[], ['Reference'], ['Loop voltage', 'Reference'], []]);
    expect(Object.values(steps).map(({ start }) => start)).toEqual(['set cv1 ', 'set l40 ', 'peak t2 ', 'dip vr5 ']);
    expect(nextStep(Object.values(steps))?.id).toBe('reference');
  });
  it('goes on step by step, with what was read before and after', () => {
    const steps = run(reference, volts('L40', 3.1, 3.62));
    expect([steps['loop']?.state, steps['loop']?.before, steps['loop']?.after]).toEqual(['done', '3.62 V', '3.10 V']);
    expect(steps['if']?.waits).toEqual([]);
    expect(nextStep(Object.values(steps))?.id).toBe('if');
    const all = Object.values(run(reference, volts('L40', 3.1), peaked('T2'), peaked('T3'), turned('VR5', { how: 'dip' })));
    expect(all.every(({ state }) => state === 'done')).toBeTrue();
    expect(nextStep(all)).toBeUndefined();
  });
  it('keeps the figure from before the first turn, and the one after the last', () => {
    const { loop } = run(volts('L40', 3.4, 3.62), volts('L40', 3.1, 3.4));
    expect([loop?.before, loop?.after]).toEqual(['3.62 V', '3.10 V']);
  });
  it('has a step of several adjusters open until each is turned', () => {
    expect(run(peaked('T2'))['if']).toEqual(jasmine.objectContaining({ state: 'open', says: 'T3 left', start: 'peak t3 ' }));
    expect(run(reference, volts('L40', 3.1), peaked('T2'), peaked('T3'))['if']?.state).toBe('done');
  });
  it('says how far from what is wanted a step was left, to the coarser of the two last digits', () => {
    expect(run(reference, volts('L40', 2.9))['loop']).toEqual(
      jasmine.objectContaining({ state: 'off', says: '−200 mV from what is wanted' }),
    );
    expect(run(reference, volts('L40', 3.11))['loop']?.state).toBe('done');
    expect(run(reference, turned('L40', { unit: 'V', after: figure(3.2, 0.1) }))['loop']?.state).toBe('done');
    expect(run(reference, turned('L40', { unit: 'V', after: figure(3.3, 0.1) }))['loop']?.state).toBe('off');
    // Another quantity says nothing of it.
    expect(run(reference, turned('L40', { unit: 'Hz', after: figure(5, 1) }))['loop']?.state).toBe('done');
    expect(run(reference, turned('L40'))['loop']?.state).toBe('done');
  });
  it('says where no peak was found, until the same is turned again and has one', () => {
    const none = turned('T2', { how: 'peak', none: true });
    expect(run(none, peaked('T3'))['if']).toEqual(
      jasmine.objectContaining({ state: 'no-peak', says: 'no peak found: core broken, or the stage open?' }),
    );
    expect(run(reference, volts('L40', 3.1), none, peaked('T3'), peaked('T2'))['if']?.state).toBe('done');
    expect(run(turned('VR5', { how: 'dip', none: true }))['balance']?.says).toContain('no dip found');
    expect(run(peaked('T2', -50, -55), peaked('T3', -50, -55))['if']).toEqual(
      jasmine.objectContaining({ state: 'off', says: 'less than before: no peak' }),
    );
  });
  it('is to be done again from where an earlier step was turned later', () => {
    const done = [reference, volts('L40', 3.1), peaked('T2'), peaked('T3')];
    expect(states(...done, reference)).toBe('done, again (CV1 set since), again (CV1 set since), open');
    expect(states(...done, volts('L40', 3.1))).toBe('done, done, again (L40 set since), open');
    expect(states(...done, peaked('T3'))).toBe('done, done, done, open');
    expect(states(...done, turned('VR5', { how: 'dip' }))).toBe('done, done, done, done');
    expect(run(...done, reference)['if']?.waits).toEqual(['Loop voltage']);
  });
  it('is to be done again where a part of its section was renewed or repaired', () => {
    const done = [reference, volts('L40', 3.1)];
    expect(states(...done, fitBody('C31', 'vco'))).toBe('done, again (C31 renewed since), open, open');
    expect(states(...done, { kind: 'remedy', remedy: 'reflow', section: 'vco', text: '' })).toBe(
      'done, again (VCO repaired since), open, open',
    );
    expect(states(...done, fitBody('C12', 'audio'))).toBe('done, done, open, open');
    expect(states(fitBody('C31', 'vco'), ...done)).toBe('done, done, open, open');
  });
  it('takes a step by its own name, and the adjusters of a section, on a card that names no part', () => {
    const begun: LaidCard = {
      ...card,
      alignment: [
        { id: 'loop', name: 'Loop voltage', adjust: ['VCO core'], at: 'TP7', expect: 'within its range', after: [] },
        { id: 'mixer', name: 'Mixer coils', adjust: ['Mixer'], expect: 'peak', after: [] },
      ],
    };
    const of = (...bodies: readonly TapeBody[]): string[] => alignRun(begun, tapeOf(...bodies)).map(({ state }) => state);
    expect(of(turned('VCO core', { step: 'loop' }))).toEqual(['done', 'open']);
    expect(of(turned('Mixer', { how: 'peak', section: 'mixer' }))).toEqual(['open', 'done']);
    expect(of(turned('somewhere', { step: 'gone' }))).toEqual(['open', 'open']);
    expect(alignRun(begun, []).map(({ start }) => start)).toEqual(['adjust loop voltage ', 'peak mixer coils ']);
  });
  it('gives what two steps turn to the first that has not had it, and disturbs the other', () => {
    const twice: LaidCard = {
      ...card,
      alignment: [
        { id: 'a', name: 'First', adjust: ['T2'], expect: 'peak', after: [] },
        { id: 'b', name: 'Second', adjust: ['T2'], expect: 'equal', after: [] },
      ],
    };
    const of = (...bodies: readonly TapeBody[]): string[] => alignRun(twice, tapeOf(...bodies)).map(({ state }) => state);
    expect(of(peaked('T2'))).toEqual(['done', 'open']);
    expect(of(peaked('T2'), turned('T2', { how: 'adjust' }))).toEqual(['again', 'done']);
  });
  it('is sealed once all that it turns was sealed after it was turned', () => {
    const seal = (adjuster: string): TapeBody => turned(adjuster, { how: 'seal' });
    const sealed = (...bodies: readonly TapeBody[]): string[] =>
      Object.values(run(...bodies)).flatMap(({ id, sealed: is }) => (is ? [id] : []));
    expect(sealed(reference, seal('CV1'))).toEqual(['reference']);
    expect(sealed(reference, seal('CV1'), reference)).toEqual([]);
    expect(sealed(seal('CV1'))).toEqual([]);
    expect(sealed(peaked('T2'), peaked('T3'), seal('T2'))).toEqual([]);
    expect(sealed(peaked('T2'), peaked('T3'), seal('T2'), seal('T3'))).toEqual(['if']);
    // A seal turns nothing, so it disturbs nothing.
    expect(states(reference, volts('L40', 3.1), seal('CV1'))).toBe('done, done, open, open');
    expect(run(reference, seal('CV1'))['reference']?.entries.length).toBe(2);
    expect(run(seal('CV1'))['reference']?.entries).toEqual([]);
  });
  it('says where a step is read', () => {
    expect(readAt(card, { at: 'TP7' })).toBe('TP7 tuning voltage');
    expect(readAt(card, { at: 'the speaker' })).toBe('the speaker');
    expect(readAt(card, {})).toBe('');
  });
  it('never has a step done that was not turned, whatever else stands on the tape', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(reference, volts('L40', 3.1), peaked('T2'), fitBody('C31', 'vco'), turned('VR5')), { maxLength: 12 }),
        (bodies) => {
          const steps = alignRun(card, tapeOf(...bodies));
          expect(steps.map(({ id }) => id)).toEqual(['reference', 'loop', 'if', 'balance']);
          expect(steps.find(({ id }) => id === 'if')?.state).not.toBe('done');
          if (!bodies.includes(reference)) expect(steps[0]?.state).toBe('open');
        },
      ),
      { numRuns: 60 },
    ));
});

describe('the generator', () => {
  it('goes back by as much as the reading rose, in the unit in which it was set', () => {
    expect(run(peaked('T2', -60, -50))['if']?.riseDb).toBeCloseTo(10, 9);
    expect(run(volts('T2', 2, 0.5))['if']?.riseDb).toBeCloseTo(12.04, 2);
    expect(run(turned('T2', { unit: 'W', before: figure(1), after: figure(2) }))['if']?.riseDb).toBeCloseTo(3.01, 2);
    expect(run(turned('T2', { unit: 'Hz', before: figure(1), after: figure(2) }))['if']?.riseDb).toBeUndefined();
    expect(run(volts('T2', 2, 0))['if']?.riseDb).toBeUndefined();
    expect(run(volts('T2', 2))['if']?.riseDb).toBeUndefined();
    expect(backedOff('-60 dBm', 10)).toBe('−70 dBm');
    expect(backedOff('1 mV', 20)).toBe('100 µV');
    expect(backedOff('1 mV', 2.9)).toBeUndefined();
    expect(backedOff('1 mV', 3)).toBe('710 µV');
    expect(backedOff(undefined, 20)).toBeUndefined();
    expect(backedOff('1 mV', undefined)).toBeUndefined();
    expect(backedOff('much', 20)).toBeUndefined();
    expect(backedOff('3 W', 20)).toBeUndefined();
  });
});
