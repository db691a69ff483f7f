import fc from 'fast-check';
import { generateCard } from '../standin';
import { smallLaid } from '../testing/small-card';
import { effectsOf } from './effect';
import type { Evidence } from './evidence';
import { traceModel } from './model';
import { functionOutcomes, readingOutcomes } from '../words';
import { trace } from './trace';

const models = [traceModel(smallLaid(), 30), traceModel(generateCard(20, 3), 10)];

/** Any evidence that a card allows, each of its own kind and subject. */
const evidenceFor = (model: (typeof models)[number]): fc.Arbitrary<Evidence[]> => {
  const { card } = model;
  const one = fc.oneof(
    fc
      .record({
        f: fc.constantFrom(...card.functions.map((f) => f.id)),
        outcome: fc.constantFrom(...functionOutcomes),
        reported: fc.boolean(),
      })
      .map(({ f, outcome, reported }): Evidence => ({ id: `f ${f}`, kind: 'function', functionId: f, outcome, reported })),
    fc
      .record({ p: fc.constantFrom(...card.testPoints), outcome: fc.constantFrom(...readingOutcomes), doubtful: fc.boolean() })
      .map(({ p, outcome, doubtful }): Evidence => ({
        id: `r ${p.id}`,
        kind: 'reading',
        point: p.id,
        condition: p.expect[0]?.condition ?? {},
        outcome,
        text: '',
        doubtful,
      })),
    fc
      .record({ s: fc.constantFrom(...model.sections), changed: fc.boolean() })
      .map(({ s, changed }): Evidence => ({ id: `t ${s}`, kind: 'manipulation', section: s, changed, text: '' })),
    fc
      .record({ s: fc.constantFrom(...model.sections), recovers: fc.boolean() })
      .map(({ s, recovers }): Evidence => ({ id: `l ${s}`, kind: 'lift', section: s, recovers })),
    fc
      .record({ p: fc.constantFrom(...card.parts), bad: fc.boolean() })
      .map(({ p, bad }): Evidence => ({ id: `p ${p.designator}`, kind: 'proof', section: p.section, designator: p.designator, bad })),
    fc
      .record({
        s: fc.constantFrom(...model.sections),
        severity: fc.constantFrom('slight' as const, 'plain' as const, 'bad' as const, 'clean' as const),
        twiddled: fc.boolean(),
      })
      .map(({ s, severity, twiddled }): Evidence => ({
        id: `i ${s}`,
        kind: 'finding',
        section: s,
        severity,
        previousHands: false,
        twiddled,
        text: '',
      })),
  );
  return fc.uniqueArray(one, { selector: (e) => e.id, maxLength: 14 });
};
const chances = (model: (typeof models)[number], evidence: readonly Evidence[]): number[] => {
  const { sections, outside, misaligned, two } = trace(model, evidence, { count: 0, explain: false });
  return [...sections.map((s) => s.chance), outside, misaligned, two.chance];
};
const same = (a: readonly number[], b: readonly number[], within: number): boolean =>
  a.every((x, i) => Math.abs(x - (b[i] ?? NaN)) <= within);

models.forEach((model, at) =>
  describe(`whatever the evidence, on card ${at + 1}`, () => {
    const any = evidenceFor(model);

    it('every figure is a chance, and they sum to one when two faults are counted twice', () =>
      fc.assert(
        fc.property(any, (evidence) => {
          const all = chances(model, evidence);
          const two = all.at(-1) ?? NaN;
          const sum = all.slice(0, -1).reduce((a, b) => a + b, 0);
          return all.every((p) => p >= 0 && p <= 1 + 1e-12) && Math.abs(sum - 1 - two) < 1e-9;
        }),
        { numRuns: 60 },
      ));

    it('the order of entry does not matter', () =>
      fc.assert(
        fc.property(any, (evidence) => same(chances(model, evidence), chances(model, [...evidence].reverse()), 1e-9)),
        { numRuns: 60 },
      ));

    it('withdrawing an entry restores exactly what stood before', () =>
      fc.assert(
        fc.property(any, (evidence) => {
          const before = chances(model, evidence.slice(0, -1));
          chances(model, evidence);
          return same(
            before,
            chances(
              model,
              evidence.filter((e) => e !== evidence.at(-1)),
            ),
            0,
          );
        }),
        { numRuns: 40 },
      ));

    it('evidence that speaks for a section alone never lowers it', () =>
      fc.assert(
        fc.property(any, fc.constantFrom(...model.sections), (evidence, section) => {
          const others = evidence.filter((e) => !('section' in e && e.section === section));
          const index = model.sections.indexOf(section);
          const before = chances(model, others)[index] ?? NaN;
          const confirming: Evidence[] = [
            { id: 'tap', kind: 'manipulation', section, changed: true, text: '' },
            { id: 'look', kind: 'finding', section, severity: 'bad', previousHands: true, text: '' },
            { id: 'lift', kind: 'lift', section, recovers: true },
          ];
          return confirming.every((e) => (chances(model, [...others, e])[index] ?? NaN) >= before - 1e-12);
        }),
        { numRuns: 40 },
      ));

    // Its own chance may rise: where a part elsewhere on the route is proven bad, a working function takes more from that one.
    it('a function that works never makes a section that only it uses likelier beside nothing being wrong inside', () => {
      const users = new Map(model.sections.map((id) => [id, model.tests.filter((t) => t.kind === 'function' && t.reach.has(id))]));
      const alone = [...users].flatMap(([id, tests]) => (tests.length === 1 && tests[0] ? [{ id, fn: tests[0].subject }] : []));
      expect(alone.length).toBeGreaterThan(0);
      fc.assert(
        fc.property(any, fc.constantFrom(...alone), (evidence, { id, fn }) => {
          const others = evidence.filter((e) => !(e.kind === 'function' && e.functionId === fn));
          const at = model.sections.indexOf(id);
          const share = (shown: readonly Evidence[]): number => {
            const result = trace(model, shown, { count: 0, explain: false });
            const chance = result.sections[at]?.chance ?? NaN;
            return chance / (chance + result.outside);
          };
          return share([...others, { id: 'works', kind: 'function', functionId: fn, outcome: 'works' }]) <= share(others) + 1e-9;
        }),
        { numRuns: 60 },
      );
    });
  }),
);

describe('evidence that contradicts itself', () => {
  const model = traceModel(smallLaid(), 30);
  const am = { keyed: false, mode: 'AM', channel: 19 };
  const works = (id: string): Evidence => ({ id: `${id} works`, kind: 'function', functionId: id, outcome: 'works' });
  it('gives figures and a doubt, never nothing', () => {
    const evidence: Evidence[] = [
      works('receive-am'),
      works('receive-fm'),
      works('transmit-am'),
      works('hailer'),
      { id: 'rail', kind: 'reading', point: 'TP2', condition: {}, outcome: 'dead', text: '0 V' },
      { id: 'if', kind: 'reading', point: 'TP5', condition: am, outcome: 'in', text: '−6 dBm' },
    ];
    const result = trace(model, evidence);
    for (const section of result.sections) expect(Number.isFinite(section.chance)).toBeTrue();
    expect(result.doubt?.evidence).toBe('rail');
  });
  it('counts half what is doubted', () => {
    const dead = (doubtful: boolean): Evidence => ({
      id: 'if',
      kind: 'reading',
      point: 'TP5',
      condition: am,
      outcome: 'dead',
      text: '',
      doubtful,
    });
    const at = model.sections.indexOf('if-amp');
    expect(chances(model, [dead(true)])[at]).toBeLessThan(chances(model, [dead(false)])[at] ?? 0);
    expect(chances(model, [dead(true)])[at]).toBeGreaterThan(chances(model, [])[at] ?? 1);
  });
});

describe('a part measured again', () => {
  const model = traceModel(smallLaid(), 30);
  const at = model.sections.indexOf('vco');
  const proof = (id: string, bad: boolean): Evidence => ({ id, kind: 'proof', section: 'vco', designator: 'L4', bad });
  it('counts once, and by its latest measurement', () => {
    expect(chances(model, [proof('1', false), proof('2', false)])[at]).toBe(chances(model, [proof('2', false)])[at] ?? NaN);
    expect(chances(model, [proof('1', true), proof('2', false)])[at]).toBe(chances(model, [proof('2', false)])[at] ?? NaN);
  });
});

describe('what each entry did', () => {
  const model = traceModel(smallLaid(), 30);
  const evidence: Evidence[] = [
    { id: 'dead', kind: 'function', functionId: 'receive-am', outcome: 'dead' },
    { id: 'hailer', kind: 'function', functionId: 'hailer', outcome: 'works' },
    { id: 'if', kind: 'reading', point: 'TP5', condition: { keyed: false, mode: 'AM', channel: 19 }, outcome: 'dead', text: '' },
  ];
  it('is told in order, and begins where it is asked to', () => {
    const all = effectsOf(model, evidence);
    expect(all.map((e) => e.evidence)).toContain('if');
    expect(effectsOf(model, evidence, {}, 2)).toEqual(all.filter((e) => e.evidence === 'if'));
  });
});

describe('two faults', () => {
  const model = traceModel(smallLaid(), 30);
  it('are told when no one section explains what is seen', () => {
    const dead = (id: string): Evidence => ({ id, kind: 'function', functionId: id, outcome: 'dead' });
    const result = trace(model, [
      dead('transmit-am'),
      dead('hailer'),
      { id: 'rail', kind: 'reading', point: 'TP2', condition: {}, outcome: 'in', text: '8 V' },
      { id: 'am', kind: 'function', functionId: 'receive-am', outcome: 'works' },
      { id: 'fm', kind: 'function', functionId: 'receive-fm', outcome: 'works' },
    ]);
    expect(result.two.chance).toBeGreaterThan(0.25);
    expect(result.two.pairs[0]?.sections).toContain('mic');
  });
  it('are not told of one dead stage', () => {
    const result = trace(model, [{ id: 'hailer', kind: 'function', functionId: 'hailer', outcome: 'dead' }]);
    expect(result.two.chance).toBeLessThan(0.3);
  });
});

describe('a set turned throughout', () => {
  it('is thought of when cores are found turned and all is weak', () => {
    const model = traceModel(smallLaid(), 30);
    const weak = (id: string): Evidence => ({ id, kind: 'function', functionId: id, outcome: 'weak' });
    const found: Evidence = {
      id: 'found',
      kind: 'finding',
      section: 'vco',
      severity: 'plain',
      previousHands: true,
      twiddled: true,
      text: '',
    };
    const without = trace(model, [weak('receive-am'), weak('receive-fm'), weak('transmit-am')]).misaligned;
    const withFound = trace(model, [weak('receive-am'), weak('receive-fm'), weak('transmit-am'), found]).misaligned;
    expect(withFound).toBeGreaterThan(2 * without);
  });
});
