import { smallLaid } from '../testing/small-card';
import type { Evidence } from './evidence';
import { weigh } from './infer';
import { traceModel } from './model';
import { mostTimes, onceMore, resultsRow, type Results } from './repeats';
import type { FunctionOutcome } from '../words';
import { settledAt } from './tables/certainty';
import { trace } from './trace';

const model = traceModel(smallLaid(), 30);
let made = 0;
const tried = (functionId: string, outcome: FunctionOutcome, more = {}): Evidence => ({
  id: `${made++}`,
  kind: 'function',
  functionId,
  outcome,
  ...more,
});
const chances = (evidence: readonly Evidence[]): number[] => trace(model, evidence, { count: 1 }).sections.map((s) => s.chance);
const chanceOf = (evidence: readonly Evidence[], section: string): number => chances(evidence)[model.sections.indexOf(section)] ?? NaN;

describe('a test done once more', () => {
  const sound = [tried('receive-fm', 'works'), tried('transmit-am', 'works')];
  const once = [...sound, tried('hailer', 'dead')];

  it('weighs more when it comes out the same: a slip is mostly not made twice', () => {
    const outside = (evidence: readonly Evidence[]): number => trace(model, evidence, { count: 1 }).outside;
    const twice = [...once, tried('hailer', 'dead')];
    expect(outside(twice)).toBeLessThan(outside(once) * 0.7);
    expect(outside([...twice, tried('hailer', 'dead')])).toBeLessThan(outside(twice));
  });

  it('that comes out otherwise speaks for what comes and goes, and for a slip', () => {
    const test = model.testById.get('function hailer');
    if (!test) return fail('no such test');
    const both = resultsRow(model.space, test, { dead: 1, works: 1 });
    const of = (kind: string): number =>
      both[model.space.kind.findIndex((k, h) => k === kind && model.sections[model.space.first[h] ?? -1] === 'audio')] ?? NaN;
    expect(of('intermittent')).toBeGreaterThan(3 * of('dead'));
    expect(of('intermittent')).toBeGreaterThan(both[0] ?? NaN);
    expect(both[0]).toBeGreaterThan(of('dead'));
  });

  it('counts alike in whatever order the results came', () => {
    const [a, b, c] = [tried('hailer', 'dead'), tried('hailer', 'works'), tried('hailer', 'weak')];
    const straight = chances([...sound, a, b, c]);
    for (const order of [
      [c, b, a],
      [b, c, a],
    ])
      chances([...sound, ...order]).forEach((p, i) => expect(p).toBeCloseTo(straight[i] ?? NaN, 12));
  });

  it('adds nothing when it is doubted, and stands alone when the first was', () => {
    const doubted = tried('hailer', 'works', { doubtful: true });
    expect(chances([...once, doubted])).toEqual(chances(once));
    expect(chances([...sound, doubted, tried('hailer', 'dead')])).toEqual(chances(once));
  });

  it('begins anew once something has been repaired', () => {
    const fit: Evidence = { id: 'fit', kind: 'fit', section: 'audio', designator: 'C1' };
    const cured: Evidence = { id: 'cured', kind: 'remedy', section: 'mic', remedy: 'reflow', cured: true };
    for (const repair of [fit, cured]) {
      const without = chanceOf([repair, tried('hailer', 'works')], 'mic');
      expect(chanceOf([tried('hailer', 'works'), repair, tried('hailer', 'works')], 'mic')).toBeCloseTo(without, 12);
    }
  });

  it('has chances that sum to one under every explanation', () => {
    const test = model.testById.get('function receive-am');
    if (!test) return fail('no such test');
    for (const results of [{ dead: 1 }, { works: 2 }, { weak: 1, works: 1 }] as Results[]) {
      const again = onceMore(model.space, test, results);
      for (let h = 0; h < model.space.count; h++) expect(again.rows.reduce((sum, row) => sum + (row[h] ?? NaN), 0)).toBeCloseTo(1, 9);
      expect(again.rows[0]).not.toEqual(test.rows[0]);
      expect(onceMore(model.space, test, results)).toBe(again);
    }
  });

  it('says in its reasons how often it came out so', () => {
    const [lead] = [...trace(model, [...once, tried('hailer', 'dead')]).sections].sort((a, b) => b.chance - a.chance);
    expect(lead?.reasons.map((r) => r.text).join()).toContain('Hailer is dead, 2 of 2 times');
  });

  it('is offered for news that hardly fits, marked as such, and not for ever', () => {
    const evidence = [tried('receive-am', 'works'), ...once];
    const offers = (of: readonly Evidence[]): string[] =>
      trace(model, of, { count: 60 }).probes.flatMap((p) => (p.test.id === 'function hailer' ? [p.test.title] : []));
    expect(offers(evidence)).toEqual(['Try: Hailer, once more']);
    expect(offers([...evidence, ...Array.from({ length: mostTimes - 1 }, () => tried('hailer', 'dead'))])).toEqual([]);
  });

  it('is reckoned once, however often it was done', () => {
    const often = [...sound, ...Array.from({ length: 400 }, () => tried('hailer', 'dead'))];
    const rows = spyOn(Float64Array.prototype, 'map').and.callThrough();
    weigh(model, often);
    expect(rows.calls.count()).toBeLessThan(20);
  });

  it('stays a chance, however long and mixed the run', () => {
    const mixed = Array.from({ length: 1200 }, (_, i) => tried('hailer', i % 2 ? 'dead' : 'stuck-on'));
    const result = trace(model, [...sound, ...mixed]);
    for (const { chance, reasons } of result.sections) {
      expect(chance).toBeGreaterThanOrEqual(0);
      expect(chance).toBeLessThanOrEqual(1);
      for (const { factor } of reasons) expect(factor).not.toBeNaN();
    }
  });
});

describe('A report that it comes and goes', () => {
  const works = model.card.functions.map(({ id }) => tried(id, 'works'));
  const read = model.card.testPoints.map(({ id, expect: [first] }): Evidence => ({
    ...{ id: `r ${id}`, kind: 'reading', point: id, outcome: 'in', text: '', condition: first?.condition ?? {} },
  }));
  const measured = model.sections.map((section): Evidence => ({
    ...{ id: `p ${section}`, kind: 'proof', section, bad: false },
  }));
  const often = [...works, ...works, ...works, ...read, ...measured];
  const said = (outcome: FunctionOutcome): Evidence => ({ id: 'said', kind: 'function', functionId: 'hailer', outcome, reported: true });
  const counts = (evidence: readonly Evidence[]): boolean => weigh(model, evidence).some((one) => one.evidence.id === 'said');

  it('is not settled as nothing inside because all works now, however likely that looks', () => {
    expect(trace(model, [said('dead'), ...often]).settled).toBe('outside');
    const { outside, settled } = trace(model, [said('comes-and-goes'), ...often]);
    expect(outside).toBeGreaterThan(settledAt);
    expect(settled).toBeNull();
  });
  it('stands beside a trial, until something was mended and it was tried again', () => {
    const mended: Evidence = { id: 'mended', kind: 'mended', text: '' };
    const [report, trial] = [said('comes-and-goes'), tried('hailer', 'works')];
    expect(counts([said('dead'), trial])).toBeFalse();
    expect(counts([report, trial])).toBeTrue();
    expect(counts([report, trial, mended])).toBeTrue();
    expect(counts([report, mended, trial])).toBeFalse();
    // What is said after the repair stands again.
    expect(counts([mended, trial, report])).toBeTrue();
  });
});
