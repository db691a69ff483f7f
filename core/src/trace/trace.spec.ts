import fc from 'fast-check';
import { smallLaid } from '../testing/small-card';
import type { BenchTest } from './bench-test';
import { effectText } from './effect';
import type { Evidence } from './evidence';
import { bits, byCell, posterior, weigh } from './infer';
import type { TestPoint } from '../card';
import { traceModel, type TraceModel } from './model';
import { worthText } from './next-probe';
import { drivers, functionReach, readingReach, supplyChain } from './reach';
import { faultKinds, kindWeight } from './tables/fault-kinds';
import { faultyFunction, healthyFunction, misalignedFunction, outsideFunction, outsideReported } from './tables/function-rows';
import { functionOutcomes } from '../words';
import {
  faultyFrequency,
  faultyLoop,
  faultyRail,
  faultySignal,
  faultyVoltage,
  healthyComparison,
  healthyReading,
  misalignedSignal,
  outsideReading,
} from './tables/reading-rows';
import { suspicion, trace } from './trace';

const card = smallLaid();
const model = traceModel(card, 40);
/** The same set, of which the card has only begun. */
const begun = traceModel({ ...card, begunFrom: 'cb-am-fm' }, 40);
const am = { keyed: false, mode: 'AM', channel: 19 };
const fn = (functionId: string, outcome: (typeof functionOutcomes)[number], more = {}): Evidence => ({
  id: `${functionId} ${outcome}`,
  kind: 'function',
  functionId,
  outcome,
  ...more,
});
const reading = (point: string, outcome: 'in' | 'low' | 'high' | 'dead', condition = {}): Evidence => ({
  id: `${point} ${outcome}`,
  kind: 'reading',
  point,
  outcome,
  condition,
  text: '',
});
const chanceOf = (evidence: readonly Evidence[], section: string, options = {}): number =>
  trace(model, evidence, options).sections.find((s) => s.section === section)?.chance ?? NaN;

describe('the tables', () => {
  const rows: Readonly<Record<string, number>>[] = [
    ...[healthyFunction, outsideFunction, outsideReported, misalignedFunction, ...Object.values(faultyFunction)].map((row) => ({ ...row })),
    ...[healthyReading, healthyComparison, outsideReading, misalignedSignal].map((row) => ({ ...row })),
    ...[faultySignal, faultyFrequency, faultyRail, faultyVoltage, faultyLoop].flatMap((table) =>
      Object.values(table).map((row) => ({ ...row })),
    ),
    { ...kindWeight },
  ];
  it('have rows that sum to one', () => {
    for (const row of rows) expect(Object.values(row).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });
  it('hold that a fault of every kind breaks a function more often than no fault does', () => {
    for (const kind of faultKinds) expect(faultyFunction[kind].works).toBeLessThan(healthyFunction.works);
  });
});

describe('reach', () => {
  const fnCard = card.functions.find((f) => f.id === 'receive-am')!;
  it('takes in the needs of a route, and what those need, round loops', () => {
    expect([...functionReach(card, fnCard).keys()].sort()).toEqual([
      'audio',
      'detector',
      'filter',
      'if-amp',
      'loop',
      'mixer',
      'supply',
      'vco',
    ]);
  });
  it('holds a section the less surely, the longer the way of needs to it', () => {
    const reach = functionReach(card, fnCard);
    expect(reach.get('mixer')).toBe(1);
    expect(reach.get('vco')).toBeLessThan(1);
    expect(reach.get('loop')).toBeLessThan(reach.get('vco') ?? 0);
  });
  it('goes no further than a line that is held from outside', () => {
    const reach = functionReach(card, fnCard, ['vco']);
    expect(reach.has('vco')).toBeFalse();
    expect(reach.has('loop')).toBeFalse();
    expect(reach.has('supply')).toBeTrue();
  });
  it('leaves out a need that holds only under another condition', () => {
    expect([...readingReach(card, { ...card.testPoints[0]!, section: 'driver', sees: 'own' }, { keyed: false }).keys()]).toEqual([
      'driver',
    ]);
    expect(readingReach(card, { ...card.testPoints[0]!, section: 'driver', sees: 'own' }, { keyed: true }).has('supply')).toBeTrue();
  });
  it('has a cold resistance lean on nothing but its section', () => {
    const cold = { ...card.testPoints[0]!, section: 'mixer', sees: 'own' as const, unit: 'ohm' as const };
    expect([...readingReach(card, cold, {}).keys()]).toEqual(['mixer']);
  });
  it('counts to a loop what it gets injected', () => {
    const loop = { ...card.loops[0]!, sections: ['vco', 'loop'] };
    expect([...drivers(card, loop)].sort()).toEqual(['loop', 'vco']);
  });
  it('has a signal lean on what it has passed, and a voltage only on its own', () => {
    const point = card.testPoints.find((p) => p.id === 'TP5')!;
    expect(readingReach(card, point, am).has('filter')).toBeTrue();
    expect(readingReach(card, point, am).has('detector')).toBeFalse();
    expect([...readingReach(card, card.testPoints[0]!, {}).keys()]).toEqual(['supply']);
  });
  it('knows which sections feed others', () => expect([...supplyChain(card, 'mixer')]).toEqual(['supply']));
});

describe('trace', () => {
  it('has a chance for every section and the world outside that sum to one, whatever the evidence', () => {
    const any = fc.array(
      fc.oneof(
        fc
          .record({ f: fc.constantFrom(...card.functions.map((f) => f.id)), o: fc.constantFrom(...functionOutcomes) })
          .map(({ f, o }) => fn(f, o)),
        fc
          .record({
            p: fc.constantFrom('TP2', 'TP5', 'TP7'),
            o: fc.constantFrom('in' as const, 'low' as const, 'high' as const, 'dead' as const),
          })
          .map(({ p, o }) => reading(p, o, am)),
      ),
      { maxLength: 12 },
    );
    const whole = fc.property(any, (evidence) => {
      const result = trace(model, evidence, { count: 1 });
      // Two faults at once stand in two sections.
      const sum = result.sections.reduce((total, s) => total + s.chance, result.outside + result.misaligned);
      return Math.abs(sum - 1 - result.two.chance) < 1e-9;
    });
    expect(() => fc.assert(whole, { numRuns: 40 })).not.toThrow();
  });

  it('does not mind the order of evidence', () => {
    const evidence = [fn('receive-am', 'dead'), fn('transmit-am', 'works'), reading('TP2', 'in'), reading('TP5', 'low', am)];
    const forwards = trace(model, evidence).sections.map((s) => s.chance);
    const backwards = trace(model, [...evidence].reverse()).sections.map((s) => s.chance);
    forwards.forEach((chance, i) => expect(chance).toBeCloseTo(backwards[i] ?? NaN, 12));
  });

  it('clears what a working transmitter shares with a dead receiver, and names it as the reason', () => {
    const result = trace(model, [fn('receive-am', 'dead'), fn('transmit-am', 'works'), fn('hailer', 'works')]);
    const vco = result.sections.find((s) => s.section === 'vco');
    expect(vco?.word).toBe('unlikely');
    expect(vco?.reasons.some((r) => r.factor < 1 && r.text.startsWith('Transmit AM works'))).toBeTrue();
    const top = [...result.sections]
      .sort((a, b) => b.chance - a.chance)
      .slice(0, 3)
      .map((s) => s.section);
    expect(top.sort()).toEqual(['detector', 'if-amp', 'mixer']);
  });

  it('finds the section between a good level and a bad one', () => {
    const evidence = [
      fn('receive-am', 'dead'),
      fn('transmit-am', 'works'),
      fn('hailer', 'works'),
      reading('TP6', 'in', am),
      reading('TP5', 'dead', am),
      reading('TP2', 'in'),
    ];
    const result = trace(model, evidence);
    expect(result.sections.find((s) => s.section === 'if-amp')?.chance).toBeGreaterThan(0.85);
    expect(result.sections.find((s) => s.section === 'if-amp')?.word).toBe('prime');
  });

  it('takes what the owner reports for less than what was tried', () => {
    const tried = chanceOf([fn('receive-am', 'dead')], 'detector');
    const reported = chanceOf([fn('receive-am', 'dead', { reported: true })], 'detector');
    const nothing = chanceOf([], 'detector');
    expect(tried).toBeGreaterThan(reported);
    expect(reported).toBeGreaterThan(nothing);
  });

  it('lets a trial on the bench replace the report', () => {
    expect(chanceOf([fn('receive-am', 'dead', { reported: true }), fn('receive-am', 'works')], 'detector')).toBeCloseTo(
      chanceOf([fn('receive-am', 'works')], 'detector'),
      12,
    );
  });

  it('retires the bad news a fitted part explains, and keeps looking when the trouble stays', () => {
    const before = [fn('receive-am', 'dead'), fn('transmit-am', 'works'), reading('TP6', 'in', am), reading('TP5', 'low', am)];
    const fit: Evidence = { id: 'fit', kind: 'fit', section: 'if-amp', designator: 'IC3' };
    const fixed = trace(model, [...before, fit, fn('receive-am', 'works')]);
    expect(fixed.sections.find((s) => s.section === 'if-amp')?.chance).toBeLessThan(0.05);
    expect(fixed.stop).toBeNull();
    const still = trace(model, [...before, fit, { ...fn('receive-am', 'dead'), id: 'again' }]);
    expect(still.sections.find((s) => s.section === 'if-amp')?.chance).toBeLessThan(
      still.sections.find((s) => s.section === 'detector')?.chance ?? 0,
    );
  });

  it('turns to the part that measured bad', () => {
    const bad: Evidence = { id: 'p', kind: 'proof', section: 'vco', designator: 'L4', bad: true };
    expect(chanceOf([fn('receive-am', 'dead'), bad], 'vco')).toBeGreaterThan(0.8);
    const vco = trace(model, [bad]).sections.find((s) => s.section === 'vco');
    expect(vco?.parts[0]?.designator).toBe('L4');
  });

  it('lets findings with previous hands weigh more', () => {
    const finding = (previousHands: boolean): Evidence => ({
      id: 'f',
      kind: 'finding',
      section: 'audio',
      severity: 'plain',
      previousHands,
      text: 'C12 re-soldered',
    });
    expect(chanceOf([finding(true)], 'audio')).toBeGreaterThan(chanceOf([finding(false)], 'audio'));
    expect(chanceOf([finding(false)], 'audio')).toBeGreaterThan(chanceOf([], 'audio'));
  });

  it('lets shop history lean, but three cases never make a certainty', () => {
    const plain = chanceOf([fn('receive-am', 'dead')], 'detector');
    const seen = chanceOf([fn('receive-am', 'dead')], 'detector', { history: { detector: 3 } });
    expect(seen).toBeGreaterThan(plain * 1.3);
    expect(seen).toBeLessThan(0.6);
  });

  it('names the entry that hardly fits with the rest', () => {
    const sound = [
      fn('receive-am', 'works'),
      fn('receive-fm', 'works'),
      fn('transmit-am', 'works'),
      fn('hailer', 'works'),
      reading('TP5', 'in', am),
      reading('TP8', 'in', am),
    ];
    expect(trace(model, [...sound, reading('TP6', 'dead', am)]).doubt?.evidence).toBe('TP6 dead');
    expect(trace(model, [...sound, reading('TP6', 'in', am)]).doubt).toBeNull();
  });

  it('ignores a reading under a condition of which the card says nothing', () => {
    expect(weigh(model, [reading('TP5', 'low', { keyed: true })])).toEqual([]);
  });
});

describe('the next probe', () => {
  const evidence = [fn('receive-am', 'dead'), fn('transmit-am', 'works'), fn('hailer', 'works')];

  it('is worth what the mean over its outcomes says, reckoned the long way', () => {
    const [probe] = trace(model, evidence, { count: 1 }).probes;
    if (!probe) return fail('no probe');
    const now = posterior(model.logPrior, weigh(model, evidence));
    let left = 0;
    probe.test.outcomes.forEach((_, r) => {
      const row = model.testById.get(probe.test.id)?.rows[r];
      const joint = now.map((p, h) => p * (row?.[h] ?? 0));
      const p = joint.reduce((a, b) => a + b, 0);
      left +=
        p *
        bits(
          byCell(
            model,
            joint.map((x) => x / p),
          ),
        );
    });
    // Hypotheses of next to no chance are passed over when probes are ranked.
    expect(probe.bits).toBeCloseTo(bits(byCell(model, now)) - left, 2);
    expect(probe.outcomes.reduce((sum, o) => sum + o.chance, 0)).toBeCloseTo(1, 9);
  });

  it('is never one that has been done', () => {
    const done = trace(model, [...evidence, reading('TP5', 'in', am)]);
    expect(done.probes.some((p) => p.test.subject === 'TP5')).toBeFalse();
  });

  it('keeps its place when the bench cannot do it, and says why', () => {
    const result = trace(model, evidence, { measures: ['V'], count: 8 });
    const level = result.probes.find((p) => p.test.instrument === 'dBm');
    expect(level?.cannot).toBe('nothing on this bench reads dBm');
  });

  it('reckons with what has to come off first, and not again once it is off', () => {
    const test = (opened: string[]) =>
      trace(model, [fn('receive-am', 'dead'), fn('transmit-am', 'dead')], { opened, count: 30 }).probes.find(
        (p) => p.test.subject === 'TP7',
      );
    expect(test([])?.open).toEqual(['top cover', 'VCO shield']);
    expect(test(['cover', 'shield'])?.open).toEqual([]);
    expect((test([])?.minutes ?? 0) - (test(['cover', 'shield'])?.minutes ?? 0)).toBeCloseTo(6, 9);
  });

  it('follows another school when asked: the first offered lies nearest the antenna', () => {
    const [first] = trace(model, evidence, { order: 'antenna', count: 5 }).probes;
    const [last] = trace(model, evidence, { order: 'speaker', count: 5 }).probes;
    const at = (id: string | undefined): number => ['filter', 'mixer', 'if-amp', 'detector', 'audio'].indexOf(id ?? '');
    const section = (probe: typeof first): string | undefined => probe?.test.point?.section ?? probe?.test.subject;
    expect(at(section(first))).toBeLessThan(at(section(last)));
  });

  it('leads to the fault: every dead section of the signal path is named within a dozen probes', () => {
    for (const section of ['mixer', 'if-amp', 'detector', 'audio', 'vco', 'supply', 'pa']) {
      const all: Evidence[] = [];
      const answer = (test: BenchTest): void => {
        const hit = test.reach.has(section);
        const id = `${all.length}`;
        if (test.kind === 'function') all.push({ id, kind: 'function', functionId: test.subject, outcome: hit ? 'dead' : 'works' });
        else if (test.kind === 'reading')
          all.push({ id, kind: 'reading', point: test.subject, condition: test.condition, outcome: hit ? 'dead' : 'in', text: '' });
        else if (test.kind === 'injection') all.push({ id, kind: 'injection', injection: test.subject, outcome: hit ? 'dead' : 'works' });
        else if (test.kind === 'forcing') all.push({ id, kind: 'forcing', forcing: test.subject, outcome: hit ? 'dead' : 'works' });
        else if (test.kind === 'tap') all.push({ id, kind: 'manipulation', section: test.subject, changed: false, text: '' });
        else if (test.kind === 'lift') all.push({ id, kind: 'lift', section: test.subject, recovers: false });
        else if (test.kind === 'remedy')
          all.push({ id, kind: 'remedy', section: test.subject, remedy: test.remedy ?? 'reflow', cured: false });
        else if (test.kind === 'inspect')
          all.push({ id, kind: 'finding', section: test.subject, severity: 'clean', previousHands: false, text: '' });
        else {
          const [own = ''] = test.reach.keys();
          const bad = hit && test.subject !== 'C31';
          all.push({ id, kind: 'proof', section: own, ...(own === test.subject ? {} : { designator: test.subject }), bad });
        }
      };
      for (const test of model.tests.filter((t) => t.kind === 'function')) answer(test);
      let result = trace(model, all);
      for (let step = 0; step < 12 && !result.stop && result.probes[0]; step++) {
        answer(result.probes[0].test);
        result = trace(model, all);
      }
      const ranked = [...result.sections].sort((a, b) => b.chance - a.chance).map((s) => s.section);
      expect(ranked[0]).withContext(section).toBe(section);
      // No point or part on this card parts the final from its driver: the parts of the stage are measured.
      if (section === 'pa') expect(all).toContain(jasmine.objectContaining({ kind: 'proof', section: 'pa', bad: true }));
    }
  });
});

describe('the parts of a stage, measured all together', () => {
  const dead = [fn('receive-am', 'works'), fn('transmit-am', 'dead')];
  const measured = (section: string, bad: boolean, designator?: string): Evidence => ({
    id: `${section}${designator ?? ''}`,
    kind: 'proof',
    section,
    ...(designator ? { designator } : {}),
    bad,
  });
  const chance = (from: TraceModel, evidence: readonly Evidence[], section: string): number =>
    trace(from, evidence, { count: 0 }).sections.find((one) => one.section === section)?.chance ?? 0;
  it('are offered where the card lists none, and of every stage of a card that only begins', () => {
    const offered = (of: TraceModel): string[] =>
      of.tests.filter((t) => t.id === `proof ${t.subject}` && t.reach.has(t.subject)).map((t) => t.subject);
    expect(offered(model)).toContain('pa');
    expect(offered(model)).not.toContain('vco');
    expect(offered(begun)).toEqual([...begun.sections]);
  });
  it('settle it when one is bad, and leave little when all are good', () => {
    expect(trace(model, [...dead, measured('pa', true)]).stop).toBe('pa');
    expect(chance(model, [...dead, measured('pa', false)], 'pa')).toBeLessThan(chance(model, dead, 'pa') / 3);
  });
  it('say as much with some of them named good before, and leave nothing more to those after', () => {
    const whole = chance(begun, [...dead, measured('vco', false)], 'vco');
    expect(chance(begun, [...dead, measured('vco', false, 'C31'), measured('vco', false)], 'vco')).toBeCloseTo(whole, 2);
    expect(chance(begun, [...dead, measured('vco', false), measured('vco', false, 'C31')], 'vco')).toBeCloseTo(whole, 3);
  });
  it('are more than the part that a beginning card happens to know', () => {
    const left = (of: TraceModel): number => chance(of, [...dead, measured('if-amp', false, 'IC3')], 'if-amp') / chance(of, dead, 'if-amp');
    expect(left(begun)).toBeGreaterThan(left(model) * 1.5);
  });
  it('are said so', () => {
    const texts = trace(model, [...dead, measured('pa', false)]).sections.flatMap(({ reasons }) => reasons.map(({ text }) => text));
    expect(texts).toContain('The parts of the Power amplifier measured good');
  });
});

describe('a level that must only be there', () => {
  const weakAt = (expect: TestPoint['expect'][number]): number => {
    const card = smallLaid();
    const points = card.testPoints.map((p) => (p.id === 'TP6' ? { ...p, expect: [expect] } : p));
    const of = traceModel({ ...card, testPoints: points });
    const said = trace(of, [fn('receive-am', 'weak'), reading('TP6', 'in', am)], { count: 0 });
    return said.sections.find(({ section }) => section === 'mixer')?.chance ?? 0;
  };
  it('clears what is weak less than one that has a figure', () => {
    expect(weakAt({ condition: am, low: -78, typical: true })).toBeGreaterThan(2 * weakAt({ condition: am, low: -46, high: -34 }));
  });
});

describe('effectText', () => {
  const before = [fn('receive-am', 'dead'), fn('transmit-am', 'works'), fn('hailer', 'works'), reading('TP6', 'in', am)];
  const told = (more: Evidence): string =>
    effectText(trace(model, before, { count: 0 }), trace(model, [...before, more], { count: 0 }), (id) => id);
  it('tells which section an entry would lift and which it would drop', () => {
    expect(told(reading('TP5', 'dead', am))).toMatch(/^Would lift if-amp from \d+ to \d+, drop detector from \d+ to \d+\.$/);
    expect(told(reading('TP5', 'in', am))).toMatch(/^Would lift detector from \d+ to \d+, drop if-amp from \d+ to (under 1|\d+)\.$/);
  });
  it('says so when it would change little', () => expect(told(reading('TP2', 'in'))).toBe('Would change the suspicion little.'));
});

describe('a finding', () => {
  const share = (more: Partial<Extract<Evidence, { kind: 'finding' }>>): readonly number[] => {
    const twin: typeof card = { ...card, parts: [...card.parts, { ...card.parts.find((p) => p.designator === 'C31')!, designator: 'C3' }] };
    const found: Evidence = { id: 'f', kind: 'finding', section: 'vco', severity: 'plain', previousHands: false, text: '', ...more };
    const parts = trace(traceModel(twin), [found], { count: 0 }).sections.find((s) => s.section === 'vco')!.parts;
    return ['C3', 'C31'].map((name) => parts.find((part) => part.designator === name)!.share);
  };
  it('raises the part at which it was made, and no other whose name begins so', () => {
    const [c3 = 0, c31 = 0] = share({ designator: 'C31', text: 'C31 leaking' });
    expect(c31 / c3).toBeCloseTo(4, 6);
    const [named = 0, other = 0] = share({ text: 'burnt beside c3' });
    expect(named / other).toBeCloseTo(4, 6);
    const [same = 0, alike = 0] = share({ text: 'smells' });
    expect(same).toBe(alike);
  });
});

describe('words', () => {
  it('names a chance at its edges', () =>
    expect([0, 0.01, 0.05, 0.2, 0.5].map(suspicion)).toEqual(['cleared', 'unlikely', 'possible', 'suspect', 'prime']));
  it('tells worth as halvings', () => {
    for (const [gain, text] of [
      [1.6, 'nearly two clean halvings'],
      [1.59, 'more than one clean halving'],
      [1.15, 'more than one clean halving'],
      [1.14, 'about one clean halving'],
      [0.8, 'about one clean halving'],
      [0.79, 'two thirds of a halving'],
      [0.58, 'two thirds of a halving'],
      [0.57, 'half a halving'],
      [0.42, 'half a halving'],
      [0.41, 'a third of a halving'],
      [0.28, 'a third of a halving'],
      [0.27, 'a fifth of a halving'],
      [0.15, 'a fifth of a halving'],
      [0.14, 'a small part of a halving'],
    ] as const)
      expect(worthText(gain)).withContext(String(gain)).toBe(text);
  });
});
