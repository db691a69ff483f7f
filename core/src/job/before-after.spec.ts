import { fitBody, readingBody, sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import type { TapeBody } from '../tape';
import { functionCourses, holds, readingCourses, sumCourses, testCourses } from './before-after';
import { beforeHandBack } from './before-hand-back';
import { concerns, repairsOf, repairsText } from './repairs';
import { buildReport, type Report } from './report';
import { curedBy, isOwed, retests } from './retests';

const card = smallLaid();
const fn = (functionId: string, result: 'works' | 'dead' | 'not-tried'): TapeBody => ({ kind: 'function', functionId, result });
const power = (value: number, verdict: 'in' | 'low'): TapeBody =>
  readingBody('', value, verdict, { subject: { what: 'limit', limit: 'power-am' }, unit: 'W', condition: { keyed: true, mode: 'AM' } });
const point = (value: number, verdict: 'in' | 'low' = 'low'): TapeBody => readingBody('TP7', value, verdict);
const cleaned: TapeBody = { kind: 'remedy', remedy: 'clean', text: 'contacts of the relay' };
const fit = fitBody('IC3', 'if-amp', 460);
const sum = (result: string): TapeBody => ({ kind: 'sum', sum: 'gain', title: 'Gain', input: {}, plusMinus: {}, result, working: [] });
const said: TapeBody = { kind: 'remark', about: 'done', text: 'added wire removed' };
const set: TapeBody = { kind: 'adjustment', how: 'set', adjuster: 'VR3', after: { value: 2, step: 0.1 }, unit: 'V' };

const report = (...bodies: readonly TapeBody[]): Report =>
  buildReport({
    shop: { ...sampleShop, currency: 'Mk' },
    job: sampleJob,
    customer: sampleCustomer,
    set: sampleSet,
    card,
    tape: tapeOf(...bodies),
    nowMs: 0,
  });

describe('a repair', () => {
  it('is an act, told in the verb that was used', () => {
    expect(repairsOf(card, tapeOf(fit, cleaned, said, set, { ...fit, oldPart: '' } as TapeBody)).map(({ what }) => what)).toEqual([
      'IC3 replaced',
      'contacts of the relay cleaned',
      'added wire removed',
      'VR3 set',
      'IC3 fitted',
    ]);
    const none: TapeBody[] = [{ kind: 'remark', about: 'watch-for', text: 'x' }, fn('receive-am', 'works'), point(3)];
    expect(repairsOf(card, tapeOf(...none))).toEqual([]);
  });
  it('concerns what leans on its section, and whatever the card does not know', () => {
    const [inIf] = repairsOf(card, tapeOf(fit));
    const [anywhere] = repairsOf(card, tapeOf(said));
    const asked = (tried: Parameters<typeof concerns>[2], repair = inIf!): boolean => concerns(card, repair, tried);
    expect(asked({ what: 'function', id: 'receive-am' })).toBeTrue();
    expect(asked({ what: 'function', id: 'transmit-am' })).toBeFalse();
    expect(asked({ what: 'function', id: 'gone' })).toBeTrue();
    expect(asked({ what: 'point', id: 'TP5', condition: {} })).toBeTrue();
    expect(asked({ what: 'point', id: 'TP2', condition: {} })).toBeFalse();
    expect(asked({ what: 'point', id: 'TP99', condition: {} })).toBeTrue();
    expect(asked({ what: 'limit', id: 'power-am' })).toBeFalse();
    expect(asked({ what: 'limit', id: 'gone' })).toBeTrue();
    expect(asked({ what: 'part', id: 'IC3' })).toBeTrue();
    expect(asked({ what: 'part', id: 'C12' })).toBeFalse();
    expect(asked({ what: 'function', id: 'transmit-am' }, anywhere)).toBeTrue();
    expect(concerns(undefined, inIf!, { what: 'function', id: 'transmit-am' })).toBeTrue();
  });
  it('is told shortly where there are many', () => {
    const text = (n: number): string => repairsText(Array.from({ length: n }, (_, i) => ({ id: '', seq: i, what: `C${i} replaced` })));
    expect([1, 3, 5].map(text)).toEqual(['C0 replaced', 'C0 replaced, C1 replaced, C2 replaced', 'C0 replaced, C1 replaced and 3 more']);
  });
});

describe('before and after', () => {
  const courseOf = (...bodies: readonly TapeBody[]) => testCourses(card, tapeOf(...bodies)).find(({ limit }) => limit.id === 'power-am')!;
  const figures = (...bodies: readonly TapeBody[]): unknown[] => {
    const { before, between, after, since } = courseOf(...bodies);
    return [before?.value, between.map(({ value }) => value), after?.value, since.map(({ what }) => what)];
  };
  it('part at the first repair that concerns it, and before is never replaced', () => {
    expect(figures(power(1, 'low'), power(2, 'low'))).toEqual([2, [], undefined, []]);
    expect(figures(power(1, 'low'), cleaned, power(3, 'low'), power(3.7, 'in'))).toEqual([1, [], 3.7, []]);
  });
  it('keep what was read between two repairs, with what came after the last result', () => {
    expect(figures(power(1, 'low'), cleaned, power(3.6, 'in'), set)).toEqual([1, [], 3.6, ['VR3 set']]);
    expect(figures(power(1, 'low'), cleaned, power(3, 'low'), set, power(3.7, 'in'))).toEqual([1, [3], 3.7, []]);
    expect(figures(cleaned, power(3, 'low'), set, said, power(3.7, 'in'))).toEqual([undefined, [3], 3.7, []]);
  });
  it('owe nothing to a repair that does not concern it', () => {
    const course = courseOf(power(3.7, 'in'), fit);
    expect([course.concerned, course.after, holds(course)]).toEqual([false, undefined, true]);
    const tried = courseOf(fit, power(3.7, 'in'), fit);
    expect([tried.after?.value, tried.since, holds(tried)]).toEqual([3.7, [], true]);
  });
  it('hold until something is done that concerns them', () => {
    expect(holds(courseOf(power(3.7, 'in')))).toBeTrue();
    expect(holds(courseOf())).toBeFalse();
    expect(holds(courseOf(power(3.7, 'in'), cleaned))).toBeFalse();
    expect(holds(courseOf(cleaned, power(3.7, 'in')))).toBeTrue();
    expect(holds(courseOf(cleaned, power(3.7, 'in'), set))).toBeFalse();
  });
  it('of a part, part at the repair of that part alone', () => {
    const esr = (value: number): TapeBody =>
      readingBody('', value, 'no-limit', { subject: { what: 'part', designator: 'IC3', measure: 'esr' }, unit: 'ohm' });
    const [course] = readingCourses(card, tapeOf(esr(12), cleaned, fit, esr(0.4), set));
    expect([course?.name, course?.before?.value, course?.after?.value, course?.since]).toEqual(['IC3 ESR', 12, 0.4, []]);
    expect(report(esr(12), fit, esr(0.4)).compared).toEqual([
      { name: 'IC3 ESR', before: { text: '12.00 Ω', verdict: '' }, after: { text: '400 mΩ', verdict: '' }, note: '' },
    ]);
  });
  it('are had of functions, points and kept sums as well', () => {
    const tape = tapeOf(fn('receive-am', 'dead'), point(6.6), sum('9 dB'), fit, fn('receive-am', 'works'), point(3.1, 'in'), sum('11 dB'));
    const receive = functionCourses(card, tape).find(({ id }) => id === 'receive-am');
    expect([receive?.before?.result, receive?.after?.result]).toEqual(['dead', 'works']);
    expect(readingCourses(card, tape).map(({ id, before, after }) => [id, before?.value, after?.value])).toEqual([['TP7', 6.6, 3.1]]);
    expect(sumCourses(card, tape).map(({ name, before, after }) => [name, before?.result, after?.result])).toEqual([
      ['Gain', '9 dB', '11 dB'],
    ]);
  });
});

describe('a re-test', () => {
  const owed = (...bodies: readonly TapeBody[]): string[] =>
    retests(card, tapeOf(...bodies)).map((item) => `${item.id} ${item.now ?? 'to do'}${isOwed(item) ? ', owed' : ''}`);
  it('is opened by any repair, and a further one that concerns it opens it again', () => {
    expect(owed(fn('receive-am', 'dead'), cleaned)).toEqual(['receive-am to do, owed']);
    expect(owed(fn('receive-am', 'dead'), cleaned, fn('receive-am', 'works'))).toEqual(['receive-am passes']);
    expect(owed(fn('receive-am', 'dead'), cleaned, fn('receive-am', 'works'), fit)).toEqual(['receive-am passes, owed']);
    expect(owed(fn('transmit-am', 'dead'), cleaned, fn('transmit-am', 'works'), fit)).toEqual(['transmit-am passes']);
  });
  it('is owed of what fails only since', () => {
    expect(owed(fn('receive-am', 'works'), fit, fn('receive-am', 'dead'))).toEqual(['receive-am fails']);
    expect(owed(power(1, 'low'), cleaned)).toEqual(['power-am to do, owed']);
  });
});

describe('a cure', () => {
  const cure = (...bodies: readonly TapeBody[]): string | undefined => curedBy(card, tapeOf(...bodies));
  it('is the last repair, when all that failed passes since', () => {
    expect(cure(fn('receive-am', 'dead'), fit)).toBeUndefined();
    expect(cure(fn('receive-am', 'dead'), fit, fn('receive-am', 'works'))).toBe('IC3 replaced');
    expect(cure(fn('receive-am', 'dead'), point(6.6), fit, fn('receive-am', 'works'))).toBeUndefined();
    expect(cure(fn('receive-am', 'works'))).toBeUndefined();
  });
  it('is one that was said to be, until something fails', () => {
    const works = { ...cleaned, cured: true } as TapeBody;
    expect(cure(works)).toBe('contacts of the relay cleaned');
    expect(cure(fn('receive-am', 'dead'), works)).toBe('contacts of the relay cleaned');
    expect(cure(fn('receive-am', 'dead'), works, fn('receive-am', 'dead'))).toBeUndefined();
    expect(cure({ ...cleaned, cured: false } as TapeBody)).toBeUndefined();
  });
});

describe('what is told afterwards', () => {
  it('stays before a repair that was made after it', () => {
    const told = { ...power(1, 'low'), done: '2020-01-02' } as TapeBody;
    const cell = report(cleaned, told, power(3.7, 'in')).tests[0];
    expect([cell?.before.text, cell?.after.text]).toEqual(['1.00 W', '3.70 W']);
  });
});

describe('the sheet', () => {
  it('says what was done in the verb that was used, and pairs what was tried', () => {
    const sheet = report(
      fn('receive-am', 'dead'),
      power(1, 'low'),
      cleaned,
      power(3, 'low'),
      set,
      power(3.7, 'in'),
      fn('receive-am', 'works'),
    );
    expect(sheet.done).toEqual(['contacts of the relay cleaned', 'VR3 set, 2.0 V after']);
    expect(sheet.parts).toEqual([]);
    expect(sheet.tests).toEqual([
      {
        name: 'Carrier power AM',
        condition: 'ch 19, AM, keyed',
        limits: '3.4–4 W',
        before: { text: '1.00 W', verdict: 'low' },
        after: { text: '3.70 W', verdict: 'in' },
        note: 'in between 3.00 W low',
      },
    ]);
    expect(sheet.notDone.length).toBe(card.limits.length - 1);
    expect(sheet.compared).toEqual([
      { name: 'Receive AM', before: { text: 'dead', verdict: '' }, after: { text: 'works', verdict: '' }, note: '' },
    ]);
  });
  it('never takes a test in another state for the one that the card states', () => {
    const low = (value: number): TapeBody =>
      ({ ...power(value, 'low'), verdict: 'no-limit', condition: { keyed: true, mode: 'AM', power: 'low' } }) as TapeBody;
    const sheet = report(power(1, 'low'), cleaned, power(3.7, 'in'), low(1.1));
    expect(sheet.tests[0]?.after).toEqual({ text: '3.70 W', verdict: 'in' });
    expect(sheet.measured).toEqual(['Carrier power AM, AM, keyed, low power: 1.10 W']);
    const both = report(low(0.2), cleaned, low(1.1));
    expect(both.tests).toEqual([]);
    expect(both.compared.map(({ name, before, after }) => [name, before.text, after.text])).toEqual([
      ['Carrier power AM, AM, keyed, low power', '200 mW', '1.10 W'],
    ]);
    expect(both.measured).toEqual([]);
    // Nothing that was measured is gone when the card loses its test.
    expect(report({ ...power(3.7, 'in'), subject: { what: 'limit', limit: 'gone' } } as TapeBody).measured.length).toBe(1);
  });
  it('compares what failed at one end, and not what worked all along or was tried but once', () => {
    const names = (...bodies: readonly TapeBody[]): string[] => report(...bodies).compared.map(({ name }) => name);
    expect(names(fn('receive-am', 'works'), fit, fn('receive-am', 'works'))).toEqual([]);
    expect(names(fn('receive-am', 'works'), fit, fn('receive-am', 'dead'))).toEqual(['Receive AM']);
    expect(names(fit, fn('receive-am', 'dead'))).toEqual(['Receive AM']);
    expect(names(fit, fn('receive-am', 'works'))).toEqual([]);
    expect(names(fn('receive-am', 'dead'))).toEqual(['Receive AM']);
    expect(names(point(6.6), fit)).toEqual([]);
    expect(names(sum('9 dB'), fit)).toEqual([]);
  });
  it('marks a result that came before a further repair', () =>
    expect(report(power(1, 'low'), cleaned, power(3.7, 'in'), set).tests[0]).toEqual(
      jasmine.objectContaining({ after: { text: '3.70 W', verdict: 'in' }, note: 'taken before: VR3 set' }),
    ));
  it('says of a test that the repair did not touch that it was not, and of one without any repair that it was not done', () => {
    expect(report(power(3.7, 'in'), fit).tests[0]?.after).toEqual({ text: '–', verdict: 'not touched by the repair' });
    expect(report(power(1, 'low'), cleaned).tests[0]?.after).toEqual({ text: '–', verdict: 'not done' });
    expect(report(power(3.7, 'in')).tests[0]?.after).toEqual({ text: '–', verdict: 'not done' });
  });
  it('has cause, casualty and what may have suffered apart, and each kept sum as one line', () => {
    const sheet = report(
      { kind: 'cause', role: 'cause', designator: 'C31', text: 'leaks' },
      { kind: 'cause', role: 'suffered', text: 'the finals' },
      sum('9.36 dB'),
    );
    expect(sheet.causes).toEqual([
      { what: 'Cause', lines: ['C31 leaks'] },
      { what: 'May have suffered', lines: ['the finals'] },
    ]);
    expect(sheet.measured).toEqual(['Gain: 9.36 dB']);
    expect(report(sum('9 dB'), fit, sum('11 dB')).measured).toEqual([]);
  });
  it('puts each finding and problem under what becomes of it', () => {
    const finding = (text: string, designator?: string): TapeBody => ({
      kind: 'finding',
      finding: 'other',
      text,
      severity: 'plain',
      previousHands: false,
      ...(designator ? { designator } : {}),
    });
    const becomes = (n: number, title: string, state: 'to-do' | 'done' | 'left-alone' | 'watch'): TapeBody => ({
      kind: 'work',
      of: tapeOf(...Array.from({ length: n }, () => said))[n - 1]!.id,
      title,
      state,
    });
    const sheet = report(
      finding('joint dull', 'Q3'),
      finding('lamp dark'),
      finding('case scratched'),
      finding('relay noisy'),
      finding('swollen', 'IC3'),
      becomes(1, 'Q3 joint dull', 'to-do'),
      becomes(1, 'Q3 joint dull', 'done'),
      becomes(2, 'lamp dark', 'to-do'),
      becomes(3, 'case scratched', 'left-alone'),
      becomes(4, 'relay noisy', 'watch'),
      { kind: 'problem', problem: 'a', title: 'no receive', state: 'open' },
      { kind: 'problem', problem: 'b', title: 'meter sticks', state: 'watch', sort: 'question' },
      fit,
    );
    expect(sheet.done).toEqual(['IC3 replaced: old by new', 'Q3 joint dull: put right']);
    expect(sheet.toDo).toEqual(['no receive', 'lamp dark']);
    expect(sheet.leftAlone).toEqual(['case scratched']);
    expect(sheet.watchFor).toEqual(['meter sticks', 'relay noisy']);
    expect(sheet.found).toEqual(['Q3 joint dull', 'lamp dark', 'case scratched', 'relay noisy', 'IC3 swollen']);
  });
});

describe('before a set goes back', () => {
  const says = (bodies: readonly TapeBody[], more: Partial<Parameters<typeof beforeHandBack>[0]> = {}): string[] =>
    beforeHandBack({ job: sampleJob, shop: sampleShop, card, tape: tapeOf(...bodies), nowMs: Date.UTC(2026, 1, 12, 9), ...more }).map(
      ({ stage, says: what }) => `${stage}: ${what}`,
    );
  const safe: TapeBody[] = [
    { kind: 'safety', check: 'fuse', result: 'right' },
    { kind: 'safety', check: 'hazard-rf', result: 'right' },
    { kind: 'sign-off', stage: 'safety' },
  ];
  const worked: TapeBody = { kind: 'labour', act: 'worked', minutes: 30 };
  const tests = card.limits.map((limit) =>
    readingBody('', 1, 'in', { subject: { what: 'limit', limit: limit.id }, unit: limit.unit, condition: limit.condition }),
  );
  it('all that is not right yet is on one list, and nothing when all is', () => {
    expect(says([...safe, worked, ...tests])).toEqual([]);
    expect(says([])).toEqual([
      'safety: Safety is not signed off; open: Fuse fitted; RF and dummy load.',
      'test: 3 of 3 tests not done.',
      'hand-back: No labour was recorded.',
    ]);
  });
  it('counts a single test that is not done, and one that was done before a repair that concerns it', () => {
    expect(says([...safe, worked, ...tests.slice(1)])).toEqual(['test: 1 of 3 tests not done.']);
    expect(says([...safe, worked, ...tests, cleaned])).toEqual(['test: 3 of 3 tests not done since the repair.']);
  });
  it('names re-tests, tests outside, and what waits', () => {
    const list = says([
      ...safe,
      worked,
      ...tests,
      fn('receive-am', 'dead'),
      power(1, 'low'),
      { kind: 'wait', reason: 'part', text: 'FL2' },
      { kind: 'finding', finding: 'bad-joint', text: 'dull', designator: 'Q3', severity: 'plain', previousHands: false },
      { kind: 'problem', problem: 'a', title: 'no receive', state: 'found' },
      fitBody('IC3', 'if-amp'),
      fn('receive-am', 'dead'),
    ]);
    expect(list).toContain('first-look: What becomes of what was found: Q3 dull?');
    expect(list).toContain('repair: Still open: no receive.');
    expect(list).toContain('parts: The job still waits for a part: FL2.');
    expect(list).toContain('parts: No price for IC3.');
    expect(list).toContain('repair: To be tried again: Carrier power AM, AM, keyed.');
    expect(list).toContain('repair: Tried again, and failing: Receive AM.');
    expect(list).toContain('test: Outside its limits: Carrier power AM low.');
  });
  it('asks about money and the clock', () => {
    const start: TapeBody = { kind: 'labour', act: 'start' };
    const dear = {
      job: { ...sampleJob, spendLimitMinor: 100, currency: 'Kr' },
      shop: { ...sampleShop, currency: 'Mk', ratePerHourMinor: 6000 },
    };
    expect(says([...safe, ...tests, start], { nowMs: Date.UTC(2026, 1, 12, 20), ...dear })).toEqual([
      'hand-back: The labour clock runs, and shows 11 h.',
      'hand-back: The total is above the limit agreed, Kr 1.00.',
      'hand-back: The money of this job is written in Kr, the shop’s in Mk: the two are not added.',
    ]);
  });
});
