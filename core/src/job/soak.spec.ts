import { solve, sumById } from '../sums';
import type { TapeBody, TapeEntry } from '../tape';
import { fitBody, readingBody, sampleJob, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { stageStates, summarise } from './job-state';
import { minutesFor, soakLine, soakOf, sureAfter, sureText, type Soak } from './soak';

const card = smallLaid();
const begun: TapeBody = { kind: 'soak', act: 'begin', holdMinutes: 30, failures: 3, observedMinutes: 120 };
const cycled: TapeBody = { kind: 'soak', act: 'begin', cycles: 60 };
const did = (cycles: number): TapeBody => ({ kind: 'soak', act: 'cycles', cycles });
const end: TapeBody = { kind: 'soak', act: 'end' };
/** The soak of a tape whose entries are a minute apart, looked at so many minutes after the first. */
const at = (minutes: number, ...bodies: readonly TapeBody[]): Soak | undefined =>
  soakOf(card, tapeOf(...bodies), Date.UTC(2026, 1, 12, 9, minutes));
const line = (minutes: number, ...bodies: readonly TapeBody[]): string | undefined =>
  soakLine(card, tapeOf(...bodies), Date.UTC(2026, 1, 12, 9, minutes));
/** A tape whose last entry was made so many minutes after the first. */
const late = (minutes: number, ...bodies: readonly TapeBody[]): TapeEntry[] =>
  tapeOf(...bodies).map((entry, k, all) =>
    k === all.length - 1 ? { ...entry, at: new Date(Date.UTC(2026, 1, 12, 9, minutes)).toISOString() } : entry,
  );

describe('a soak', () => {
  it('is none before one was begun', () => expect(at(5, { kind: 'note', text: 'soak' })).toBeUndefined());

  it('runs until its time is over, whoever looks', () => {
    expect(at(10, begun)).toEqual(jasmine.objectContaining({ state: 'running', heldMinutes: 10, dueMs: Date.UTC(2026, 1, 12, 9, 30) }));
    expect(at(31, begun)?.state).toBe('held');
  });

  it('that nobody ended is claimed for its time and no longer, however late one looks', () => {
    expect(at(50, begun)?.heldMinutes).toBe(30);
    expect(line(5000, begun)).toMatch(/^Soaked 30 min without a failure;/);
    expect(line(5000, cycled, did(60))).toBe('Soaked 1 min, 60 cycles without a failure');
  });

  it('ended before its time is short, after it held', () => {
    expect(soakOf(card, late(10, begun, end), Infinity)?.state).toBe('short');
    expect(soakOf(card, late(30, begun, end), Infinity)?.state).toBe('held');
    expect(soakOf(card, late(30, begun, end), Infinity)?.heldMinutes).toBe(30);
  });

  it('counts the cycles that were done', () => {
    expect(at(5, cycled, did(20), did(30))).toEqual(jasmine.objectContaining({ state: 'running', cyclesDone: 50, cycles: 60 }));
    expect(at(5, cycled, did(20), did(40))?.state).toBe('held');
    expect(at(40, { ...begun, cycles: 5 }, did(4))?.state).toBe('running');
  });

  it('fails by word, by a reading outside its limits, and by a function that does not work', () => {
    expect(at(40, begun, { kind: 'soak', act: 'failed', text: 'went quiet' })).toEqual(
      jasmine.objectContaining({ state: 'failed', why: 'went quiet', heldMinutes: 1 }),
    );
    expect(at(40, begun, readingBody('TP7', 6.9, 'high'))?.why).toBe('TP7 6.90 V, high');
    expect(at(40, begun, { kind: 'function', functionId: 'receive-am', result: 'dead' })?.state).toBe('failed');
    expect(at(40, begun, readingBody('TP7', 3, 'in'), { kind: 'function', functionId: 'receive-am', result: 'works' })?.state).toBe('held');
    expect(at(40, readingBody('TP7', 6.9, 'high'), begun)?.state).toBe('held');
  });

  it('counts no more once something was changed under way', () => {
    expect(at(40, begun, fitBody('C31', 'vco'))).toEqual(
      jasmine.objectContaining({ state: 'void', why: 'C31 replaced since: begin it again' }),
    );
    expect(line(40, begun, fitBody('C31', 'vco'))).toBeUndefined();
    expect(at(40, begun, { kind: 'soak', act: 'failed' }, fitBody('C31', 'vco'))?.state).toBe('failed');
  });

  it('says on the sheet what it proves, and no more', () => {
    expect(line(10, begun)).toBeUndefined();
    expect(line(90, { ...begun, holdMinutes: 90 })).toBe(
      'Soaked 1 h 30 min without a failure; had it still failed as often as before, it would have shown in 81 of 100 such soaks',
    );
    expect(line(5, cycled, did(60))).toBe('Soaked 1 min, 60 cycles without a failure');
    expect(soakLine(card, late(12, begun, end), Infinity)).toMatch(/^Soaked 12 min without a failure, shorter than was wanted; /);
    expect(line(40, begun, { kind: 'soak', act: 'failed', text: 'went quiet' })).toBe('Soaked: failed after 1 min: went quiet');
  });

  it('is as sure as the sum says, and takes as long', () => {
    const sum = sumById('soak-plan')!;
    for (const sure of [95, 99, 99.9]) {
      const minutes = minutesFor(sure, 3, 120);
      const { holdS } = solve(sum, { failures: 3, observedS: 7200, confidence: sure / 100 }).output as { holdS: number };
      expect(minutes * 60).toBeCloseTo(holdS, 6);
      expect(sureAfter(minutes, 3, 120)).toBeCloseTo(sure, 9);
    }
    expect([sureText(81.9), sureText(99.26), sureText(99.95)]).toEqual(['81', '99.3', 'over 99.9']);
  });

  it('covers what is so: sets that fail at some rate show it as often as was said', () => {
    // Rates drawn as what three failures in two hours leave open: a gamma of shape 3 over W, of which the formula is the mean.
    let state = 1;
    const draw = (): number => {
      state = (state * 48_271) % 2_147_483_647;
      return state / 2_147_483_647;
    };
    const hold = minutesFor(95, 3, 120);
    let shown = 0;
    const sets = 20_000;
    for (let k = 0; k < sets; k += 1) {
      const rate = -(Math.log(draw()) + Math.log(draw()) + Math.log(draw())) / 120;
      if (draw() > Math.exp(-rate * hold)) shown += 1;
    }
    expect(shown / sets).toBeGreaterThan(0.94);
    expect(shown / sets).toBeLessThan(0.96);
  });

  it('is a stage of the job, and what the job waits for while it runs', () => {
    const stage = (...bodies: readonly TapeBody[]): string | undefined =>
      stageStates(sampleJob, tapeOf(...bodies), card).find((s) => s.stage === 'soak')?.says;
    expect(stage()).toBe('not begun');
    expect(stage(begun)).toBe('runs');
    expect(stage(cycled, did(60))).toBe('held 1 min');
    expect(stage(begun, end)).toBe('ended too early');
    expect(stage(begun, { kind: 'soak', act: 'failed' })).toBe('failed');
    expect(stage(begun, fitBody('C31', 'vco'))).toBe('begin it again');
    const waits = (...bodies: readonly TapeBody[]) => summarise(sampleJob, tapeOf(...bodies), card);
    expect(waits(begun)).toEqual(jasmine.objectContaining({ waits: 'soak', waitText: jasmine.stringMatching(/^until \d\d:\d\d/) }));
    expect(waits(cycled).waitText).toBe('60 cycles');
    expect(waits(begun, end).waits).toBe('nothing');
    expect(waits(begun, { kind: 'wait', reason: 'part', text: 'C31' }).waits).toBe('part');
  });
});
