import { layCard, readCard } from '../card';
import { smallCard, smallLaid } from '../testing/small-card';
import { logPriorWith, normalised } from './infer';
import { proofChance, sectionWeights, traceModel } from './model';

describe('traceModel', () => {
  const card = smallLaid();
  const model = traceModel(card, 40);
  const width = model.hypotheses.length;

  it('has every test’s outcomes sum to one under every hypothesis', () => {
    for (const test of model.tests)
      for (let h = 0; h < width; h++) {
        const sum = test.outcomes.reduce((total, _, r) => total + (test.chances[r * width + h] ?? NaN), 0);
        expect(sum).withContext(`${test.id}, hypothesis ${h}`).toBeCloseTo(1, 9);
      }
  });

  it('has a prior that sums to one, with something for the world outside', () => {
    const chances = normalised(model.logPrior);
    expect(chances.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    expect(model.hypotheses[0]).toEqual({ section: -1, kind: 'outside' });
    expect(chances[0]).toBeGreaterThan(0.01);
  });

  it('knows a fault that drags the rail down only of sections with a supply', () => {
    const dragging = new Set(model.hypotheses.filter((h) => h.kind === 'pulls-rail').map((h) => model.sections[h.section]));
    expect(dragging.has('mixer')).toBeTrue();
    expect(dragging.has('detector')).toBeFalse();
  });

  it('has a dragged rail show where the rail is read, and nowhere off it', () => {
    const rail = model.tests.find((t) => t.subject === 'TP2');
    const at = (section: string, kind: string): number =>
      model.hypotheses.findIndex((h) => model.sections[h.section] === section && h.kind === kind);
    const chance = (outcome: string, h: number): number => rail?.chances[(rail.outcomes.indexOf(outcome) ?? 0) * width + h] ?? NaN;
    expect(chance('low', at('audio', 'pulls-rail'))).toBeGreaterThan(0.4);
    expect(chance('low', at('audio', 'dead'))).toBeLessThan(0.05);
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
      test?.chances[own.hypotheses.findIndex((h) => own.sections[h.section] === section && h.kind === 'dead')] ?? NaN;
    expect(inWhen('supply')).toBeLessThan(0.05);
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
    expect(bare.tests.every((t) => t.kind === 'tap' || t.kind === 'inspect')).toBeTrue();
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
    const sum = (chances: Float64Array): number =>
      chances.reduce((total, p, i) => total + (model.sections[model.hypotheses[i]?.section ?? -1] === 'audio' ? p : 0), 0);
    expect(sum(leaning) / sum(plain)).toBeGreaterThan(1.5);
    expect(sum(leaning)).toBeLessThan(0.7);
  });

  it('expect the only part of a section to prove bad more often than one of many', () => {
    expect(proofChance(1)).toBeGreaterThan(proofChance(0.2));
    expect(proofChance(1)).toBeLessThan(1);
  });
});
