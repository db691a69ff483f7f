import { layCard, readCard, type CardInput } from '../card';
import { upRecord } from '../format';
import { smallCard } from '../testing/small-card';
import type { Evidence } from './evidence';
import { traceModel, type TraceModel } from './model';
import { trace } from './trace';

/** The small card with one of its sections called something else, wherever it is named. */
const renamed = (from: string, to: string): TraceModel => {
  const text = JSON.stringify(smallCard).replaceAll(`"${from}"`, `"${to}"`);
  return traceModel(layCard(readCard(JSON.parse(text)), 'plain'), 30);
};
const model = renamed('none of these', 'x');
const tried = (functionId: string, outcome: 'works' | 'dead', id = `${functionId} ${outcome}`): Evidence => ({
  ...{ id, kind: 'function', functionId, outcome },
});
const [first] = model.card.functions;
const chances = (of: TraceModel, evidence: readonly Evidence[], history = {}): readonly number[] =>
  trace(of, evidence, { history }).sections.map(({ chance }) => chance);
const areChances = (values: readonly number[]): void => {
  for (const value of values)
    expect(value >= 0 && value <= 1)
      .withContext(String(value))
      .toBeTrue();
};

describe('Odd input to Trace', () => {
  it('takes a section called constructor for a section', () => {
    const odd = renamed('vco', 'constructor');
    const dead = [tried(first?.id ?? '', 'dead')];
    expect(chances(odd, dead, { constructor: 2 })).toEqual(chances(model, dead, { vco: 2 }));
    // A history that names it nowhere counts nothing for it.
    expect(chances(odd, dead, {})).toEqual(chances(model, dead, {}));
  });

  it('counts a history that is no number, below nothing, or of no section of the card as none', () => {
    const none = chances(model, [tried(first?.id ?? '', 'dead')]);
    for (const odd of [{ vco: NaN }, { vco: -5 }, { vco: -Infinity }, { elsewhere: 1e9 }, { vco: 'many' as unknown as number }])
      expect(chances(model, [tried(first?.id ?? '', 'dead')], odd)).toEqual(none);
    areChances(chances(model, [tried(first?.id ?? '', 'dead')], { vco: 1e300 }));
    areChances(chances(model, [tried(first?.id ?? '', 'dead')], { vco: Infinity }));
  });

  it('bears a function that works and is dead by turns ten times, and three hundred entries', () => {
    const turns = Array.from({ length: 10 }, (_, k) => tried(first?.id ?? '', k % 2 ? 'dead' : 'works', `turn ${k}`));
    areChances(chances(model, turns));
    const many = Array.from({ length: 300 }, (_, k) => {
      const fn = model.card.functions[k % model.card.functions.length];
      return tried(fn?.id ?? '', k % 7 ? 'works' : 'dead', `entry ${k}`);
    });
    areChances(chances(model, many));
  });

  it('has injections and loops under names of their own: doubles are refused, and those of an earlier version named apart', () => {
    const injection = { id: 'if', name: 'IF', into: model.sections[0], hz: 455e3, dBm: -60, responds: first?.id } as unknown as NonNullable<
      CardInput['injections']
    >[number];
    const loop = { id: 'pll', name: 'Loop', sections: model.sections.slice(0, 2) };
    const doubled = { ...smallCard, injections: [injection, injection, injection], loops: [loop, loop] };
    expect(() => readCard(doubled)).toThrowMatching((e: { path?: string }) => e.path === 'injections.1');
    expect(() => readCard({ ...doubled, injections: [] })).toThrowMatching((e: { path?: string }) => e.path === 'loops.1');
    const up = readCard(upRecord('cards', { ...doubled, version: 7 }, 7));
    expect(up.injections.map(({ id }) => id)).toEqual(['if', 'if-2', 'if-3']);
    expect(up.loops.map(({ id }) => id)).toEqual(['pll', 'pll-2']);
  });
});
