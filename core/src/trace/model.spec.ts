import { layCard, readCard } from '../card';
import { smallCard, smallLaid } from '../testing/small-card';
import { amongFaulty, logPriorWith, normalised } from './infer';
import { proofChance } from './bench-test';
import { traceModel } from './model';
import { misalignedAt, outsideAt, sectionWeights, spaceOf } from './space';

describe('traceModel', () => {
  const card = smallLaid();
  const model = traceModel(card, 40);
  const { space } = model;
  const width = space.count;

  it('has every test’s outcomes sum to one under every hypothesis', () => {
    for (const test of model.tests)
      for (let h = 0; h < width; h++) {
        const sum = test.outcomes.reduce((total, _, r) => total + (test.rows[r]?.[h] ?? NaN), 0);
        expect(sum).withContext(`${test.id}, hypothesis ${h}`).toBeCloseTo(1, 9);
      }
  });

  it('has a prior that sums to one, with something for the world outside, for pairs and for turned cores', () => {
    const chances = normalised(model.logPrior);
    expect(chances.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    expect(Math.log(chances[outsideAt] ?? 0)).toBeCloseTo(model.logPrior[outsideAt] ?? NaN, 9);
    expect(chances[outsideAt]).toBeGreaterThan(0.01);
    expect(chances[misalignedAt]).toBeGreaterThan(0.005);
    expect(chances.slice(space.single).reduce((a, b) => a + b, 0)).toBeCloseTo(0.08, 9);
  });

  const at = (section: string, kind: string): number =>
    space.kind.findIndex((k, h) => k === kind && model.sections[space.first[h] ?? -1] === section);
  const chance = (id: string, outcome: string, h: number): number => {
    const test = model.tests.find((t) => t.id.startsWith(id));
    return test?.rows[test.outcomes.indexOf(outcome)]?.[h] ?? NaN;
  };

  it('weighs every pair of sections once', () => {
    const n = model.sections.length;
    expect(width - space.single).toBe((n * (n - 1)) / 2);
  });

  it('knows a fault that drags the rail down only of sections with a supply', () => {
    expect(at('mixer', 'pulls-rail')).toBeGreaterThan(0);
    expect(at('detector', 'pulls-rail')).toBe(-1);
  });

  it('knows a fault in one state alone only of what is switched or has a bank for each', () => {
    expect(at('supply', 'partial')).toBeGreaterThan(0);
    expect(space.when[at('supply', 'partial')]).toEqual({ keyed: false });
    expect(at('detector', 'partial')).toBe(-1);
  });

  it('has a fault that is there when keyed leave reception alone', () => {
    const keyed = space.when.findIndex((when, h) => when?.keyed === true && model.sections[space.first[h] ?? -1] === 'supply');
    expect(chance('function receive-am', 'works', keyed)).toBeGreaterThan(0.9);
    expect(chance('function transmit-am', 'works', keyed)).toBeLessThan(0.2);
  });

  it('has a dragged rail show where the rail is read, and nowhere off it', () => {
    expect(chance('reading TP2', 'low', at('audio', 'pulls-rail'))).toBeGreaterThan(0.4);
    expect(chance('reading TP2', 'low', at('audio', 'dead'))).toBeLessThan(0.05);
  });

  it('shows the worse of two faults where both touch, and the one that does where one touches', () => {
    const pair = (a: string, b: string): number =>
      space.kind.findIndex(
        (k, h) => k === 'pair' && model.sections[space.first[h] ?? -1] === a && model.sections[space.second[h] ?? -1] === b,
      );
    const works = (h: number): number => chance('function receive-am', 'works', h);
    expect(works(pair('mixer', 'detector'))).toBeLessThan(works(pair('mixer', 'mic')));
    expect(works(pair('pa', 'mic'))).toBeGreaterThan(0.7);
  });

  it('holds a dead supply to show at every voltage fed from it, and a dead stage often not at its own', () => {
    const laid = layCard(
      readCard({
        ...structuredClone(smallCard),
        testPoints: [
          { id: 'TP9', name: 'collector', section: 'mixer', sees: 'own', unit: 'V', expect: [{ condition: {}, low: 5, high: 7 }] },
        ],
      }),
      'plain',
    );
    const own = traceModel(laid);
    const test = own.tests.find((t) => t.subject === 'TP9');
    const inWhen = (section: string): number =>
      test?.rows[0]?.[own.space.kind.findIndex((k, h) => k === 'dead' && own.sections[own.space.first[h] ?? -1] === section)] ?? NaN;
    expect(inWhen('supply')).toBeLessThan(0.12);
    expect(inWhen('mixer')).toBeGreaterThan(0.15);
  });

  it('is made for a card with no more than sections', () => {
    const bare = traceModel(
      readCard({
        ...structuredClone(smallCard),
        parts: [],
        functions: [],
        testPoints: [],
        injections: [],
        forcings: [],
        limits: [],
        loops: [],
      }),
    );
    expect(new Set(bare.tests.map((t) => t.kind))).toEqual(new Set(['tap', 'inspect', 'lift', 'unload', 'proof']));
  });
});

describe('priors', () => {
  it('rise with frail parts and with age where parts wear', () => {
    const card = smallLaid();
    const young = sectionWeights(card, 2);
    const old = sectionWeights(card, 50);
    expect(old.get('audio')).toBeGreaterThan(young.get('audio') ?? 0);
    expect(old.get('vco')).toBe(young.get('vco'));
    expect(young.get('audio')).toBeGreaterThan(young.get('mixer') ?? 0);
  });

  it('take the shop’s history for what it is worth, evenly spread where there is none', () => {
    const model = traceModel(smallLaid());
    expect(logPriorWith(model, {})).toBe(model.logPrior);
    const leaning = normalised(logPriorWith(model, { audio: 3 }));
    const plain = normalised(model.logPrior);
    const sum = (chances: Float64Array): number => amongFaulty(model, chances)[model.sections.indexOf('audio')] ?? NaN;
    expect(sum(leaning) / sum(plain)).toBeGreaterThan(1.5);
    expect(sum(leaning)).toBeLessThan(0.7);
  });

  it('expect the only part of a section to prove bad more often than one of many, and the last of many nearly surely', () => {
    expect(proofChance(1)).toBeGreaterThan(proofChance(0.2));
    expect(proofChance(1)).toBeLessThan(1);
    expect(proofChance(0.2, 0.8)).toBeGreaterThan(2 * proofChance(0.2));
    expect(proofChance(0.2, 0.8)).toBeLessThan(1);
  });

  it('give the shares of the ways of every section one as their sum', () => {
    for (const ways of spaceOf(smallLaid()).ways) expect(ways.reduce((sum, way) => sum + way.share, 0)).toBeCloseTo(1, 12);
  });
});
