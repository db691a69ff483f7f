import * as fc from 'fast-check';
import {
  changedBy,
  checkCircuit,
  explainVolts,
  faultsOf,
  faulty,
  ground,
  nextReadings,
  ohmsBetween,
  solve,
  type Circuit,
  type Element,
} from '.';
import { plainMeter, shownAt } from './meter';
import { Nearby, Network } from './solve';
import { changesOf, spreadsOf } from './spreads';

const r = (name: string, a: string, b: string, ohm: number): Element => ({ kind: 'resistor', name, nodes: [a, b], ohm });
const source = (volt: number, node = 'rail'): Element => ({ kind: 'source', name: 'supply', nodes: [node, ground], volt });
const circuit = (...elements: Element[]): Circuit => ({ elements });

const stage = circuit(
  source(8),
  r('R1', 'rail', 'b', 47e3),
  r('R2', 'b', ground, 10e3),
  r('R3', 'rail', 'c', 1500),
  r('R4', 'e', ground, 470),
  { kind: 'transistor', name: 'Q1', nodes: ['c', 'b', 'e'], polarity: 'npn' },
  { kind: 'capacitor', name: 'C1', nodes: ['e', ground] },
);

describe('the rest state of a circuit', () => {
  it('of a divider is that of Ohm', () => {
    const at = solve(circuit(source(12), r('R1', 'rail', 'a', 2000), r('R2', 'a', ground, 1000)));
    expect(at.at('a')).toBeCloseTo(4, 3);
    expect(at.at(ground)).toBe(0);
    expect(at.converged).toBeTrue();
  });
  it('of a biased stage has its base a junction above its emitter, and its currents add up', () => {
    const at = solve(stage);
    expect(at.at('b') - at.at('e')).toBeGreaterThan(0.6);
    expect(at.at('b') - at.at('e')).toBeLessThan(0.72);
    const collector = (8 - at.at('c')) / 1500;
    const base = (8 - at.at('b')) / 47e3 - at.at('b') / 10e3;
    expect(collector + base).toBeCloseTo(at.at('e') / 470, 5);
  });
  it('of a zener, a regulator, a switched line, a junction FET and a triode is as at the bench', () => {
    const zener = solve(circuit(source(12), r('R1', 'rail', 'z', 680), { kind: 'diode', name: 'D1', nodes: [ground, 'z'], zener: 5.6 }));
    expect(zener.at('z')).toBeCloseTo(5.7, 0);
    const regulator = (volt: number): number =>
      solve(
        circuit(source(volt), { kind: 'regulator', name: 'IC1', nodes: ['rail', 'out', ground], volt: 8 }, r('R1', 'out', ground, 100)),
      ).at('out');
    expect(regulator(13.8)).toBeCloseTo(8, 1);
    expect(regulator(8)).toBeLessThan(6.6);
    const keyed = (base: number): number =>
      solve(
        circuit(
          source(8),
          source(base, 'key'),
          r('R1', 'key', 'b', 10e3),
          { kind: 'transistor', name: 'Q1', nodes: ['out', 'b', 'rail'], polarity: 'pnp' },
          r('R2', 'out', ground, 1000),
        ),
      ).at('out');
    expect(keyed(0)).toBeGreaterThan(7.7);
    expect(keyed(8)).toBeLessThan(0.1);
    const fet = solve(
      circuit(
        source(8),
        source(1.1, 'g'),
        { kind: 'fet', name: 'Q1', nodes: ['rail', 'g', 's'], polarity: 'n', junction: true },
        r('R1', 's', ground, 2200),
      ),
    );
    expect(fet.at('s')).toBeCloseTo(2.3, 1);
    const triode = solve(
      circuit(source(250), r('R1', 'rail', 'a', 100e3), r('R2', 'k', ground, 1500), r('R3', 'g', ground, 1e6), {
        kind: 'triode',
        name: 'V1',
        nodes: ['a', 'g', 'k'],
      }),
    );
    expect(triode.at('k')).toBeGreaterThan(0.8);
    expect(triode.at('a')).toBeLessThan(220);
    expect(Math.abs(triode.at('g'))).toBeLessThan(0.01);
  });
  it('is found for any values, and lies between its supplies', () => {
    const ohm = fc.double({ min: 100, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(ohm, ohm, ohm, ohm, fc.double({ min: 1, max: 30, noNaN: true }), (a, b, c, e, volt) => {
        const own = circuit(
          source(volt),
          r('R1', 'rail', 'b', a),
          r('R2', 'b', ground, b),
          r('R3', 'rail', 'c', c),
          r('R4', 'e', ground, e),
          {
            kind: 'transistor',
            name: 'Q1',
            nodes: ['c', 'b', 'e'],
            polarity: 'npn',
          },
        );
        const at = solve(own);
        return at.converged && ['b', 'c', 'e'].every((node) => at.at(node) > -0.05 && at.at(node) < volt + 0.05);
      }),
      { numRuns: 200 },
    );
  });
  it('refuses what cannot be reckoned, and names the part', () => {
    const refused = (own: Circuit): string => {
      try {
        checkCircuit(own);
        return 'taken';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refused(circuit())).toContain('nothing in it');
    expect(refused(circuit(r('R7', 'a', ground, 0)))).toBe('R7 needs a resistance above zero.');
    expect(refused(circuit(source(Number.NaN)))).toBe('supply needs a voltage.');
    expect(refused(circuit(...Array.from({ length: 121 }, (_, i) => r(`R${i}`, 'a', ground, 1))))).toContain('121 parts');
    expect(refused(stage)).toBe('taken');
  });
});

describe('resistance in circuit, with everything off', () => {
  it('is what lies across, junctions left out', () => {
    expect(ohmsBetween(circuit(r('R1', 'a', ground, 1000), r('R2', 'a', ground, 1000)), 'a', ground)).toBeCloseTo(500, 0);
    // The supply is off and lets go; the transistor does not conduct at so little.
    expect(ohmsBetween(stage, 'b', ground)).toBeGreaterThan(8000);
    expect(ohmsBetween(stage, 'b', ground)).toBeLessThan(10_100);
  });
  it('tells a shorted capacitor from an open resistor', () => {
    const own = circuit(r('R1', 'a', ground, 10e3), { kind: 'capacitor', name: 'C1', nodes: ['a', ground] });
    expect(explainVolts(own, [{ what: 'ohms', node: 'a', to: ground, value: 2 }]).parts[0]?.part).toBe('C1');
    expect(explainVolts(own, [{ what: 'ohms', node: 'a', to: ground, value: 2e6 }]).parts[0]?.part).toBe('R1');
    const drifted = explainVolts(own, [{ what: 'ohms', node: 'a', to: ground, value: 31e3 }]).parts[0];
    expect([drifted?.part, drifted?.best.mode]).toEqual(['R1', 'up']);
  });
});

describe('a state near one that is known', () => {
  const network = new Network(stage);
  const healthy = network.solve();
  const bridge = { a: 'b', b: ground, siemens: 2e-8 };
  const path: Element = { kind: 'path', name: 'leak', nodes: ['b', ground], ohm: 1 / bridge.siemens };
  const last = stage.elements.length - 1;
  const anew = network.solve({ at: last, by: [stage.elements[last]!, path] });

  it('is as it is when it is reckoned anew: its voltages, how they hang on what is drawn, and how they spread', () => {
    const nearby = new Nearby(healthy);
    const { x, most } = nearby.with(bridge);
    expect(most).toBeGreaterThan(1e-4);
    anew.x.forEach((v, i) => expect(Math.abs((x[i] ?? 0) - v)).toBeLessThan(0.02 * most));
    const nodes = ['b', 'c'];
    const [known, own] = [nearby.reach(bridge, nodes), network.reach(anew, nodes)];
    own.forEach((row, k) => row.forEach((ohm, i) => expect(Math.abs((known[k]?.[i] ?? 0) - ohm)).toBeLessThan(0.02 * Math.abs(ohm) + 1)));
    const spread = (moves: readonly (readonly number[])[], k: number): number => Math.hypot(...moves.map((move) => move[k] ?? 0));
    const [there, here] = [spreadsOf(anew, nodes), spreadsOf(anew, nodes, [], { reach: known, changes: changesOf(healthy) })];
    nodes.forEach((_, k) => expect(spread(here.moves, k) / spread(there.moves, k)).toBeCloseTo(1, 1));
  });
  it('reads less by the load of the meter, by the resistance that the node shows or with the meter in the circuit alike', () => {
    const shown = shownAt(healthy, [{ what: 'volts', node: 'b', value: 1 }], plainMeter).mean[0]!;
    expect(shown).toBeLessThan(healthy.at('b'));
    expect(Math.abs(shown - healthy.loaded('b', plainMeter.ohm).at('b'))).toBeLessThan(1e-4);
  });
});

describe('volts and ohms together', () => {
  it('part what either leaves open: what reads its own value has a neighbour that is shorted', () => {
    const read = (ohm: number) =>
      explainVolts(stage, [
        { what: 'volts', node: 'b', value: 0.01 },
        { what: 'volts', node: 'c', value: 8 },
        { what: 'ohms', node: 'rail', to: 'b', value: ohm },
      ]).parts[0]!;
    expect([read(48.5e3).part, read(48.5e3).best.mode]).toEqual(['R2', 'short']);
    // Where the meter showed only that it is over its range, all beyond that is alike; what is well reads less.
    const over = explainVolts(stage, [
      { what: 'volts', node: 'b', value: 0.01 },
      { what: 'ohms', node: 'rail', to: 'b', value: 10e6, over: true },
    ]);
    expect([over.parts[0]?.part, over.parts[0]?.best.mode]).toEqual(['R1', 'open']);
    expect(over.parts[0]!.chance).toBeGreaterThan(0.9);
    expect(over.parts[0]!.best.shows[1]).toBeCloseTo(10e6, -1);
    expect(over.should[1]).toBeLessThan(60e3);
    // An open one leads by its burnt track, more or less.
    for (const ohm of [2e6, 20e6, 90e6]) expect([read(ohm).part, read(ohm).best.mode]).toEqual(['R1', 'open']);
  });
});

describe('which part explains what was read', () => {
  const volts = (node: string, value: number): { what: 'volts'; node: string; value: number } => ({ what: 'volts', node, value });

  it('is the one that makes it, with the load of the meter', () => {
    const open = explainVolts(stage, [volts('b', 0.01), volts('c', 8)]);
    expect(open.parts.slice(0, 2).map(({ part }) => part)).toContain('R1');
    const { parts } = explainVolts(stage, [volts('b', 1.36), volts('c', 8), volts('e', 0)]);
    expect([parts[0]?.part, parts[0]?.best.says]).toEqual(['Q1', 'base open']);
    expect(parts[0]?.chance).toBeGreaterThan(0.9);
  });
  it('is none where all is as it should be, and says what should be', () => {
    const { healthy, should, parts } = explainVolts(stage, [volts('b', 1.33), volts('c', 5.9)]);
    expect(healthy).toBeGreaterThan(0.3);
    expect(should[0]).toBeCloseTo(1.33, 1);
    expect(parts.reduce((sum, { chance }) => sum + chance, healthy)).toBeLessThanOrEqual(1 + 1e-6);
  });
  it('is something else where no part alone makes it', () => {
    const { other } = explainVolts(stage, [volts('b', 6), volts('c', 3), volts('e', 0)]);
    expect(other).toBeGreaterThan(0.5);
  });
  it('finds each fault that its own readings show among the first three', () => {
    const nodes = ['b', 'c', 'e'];
    const well = solve(stage);
    for (const fault of faultsOf(stage)) {
      const bad = solve(faulty(stage, fault));
      if (nodes.every((node) => Math.abs(bad.at(node) - well.at(node)) < 0.4)) continue;
      const { parts } = explainVolts(
        stage,
        nodes.map((node) => volts(node, Number((bad.at(node) * (node === 'e' ? 1 : 0.998)).toFixed(2)))),
      );
      expect(parts.slice(0, 3).map(({ part }) => part))
        .withContext(`${fault.part} ${fault.says}`)
        .toContain(fault.part);
    }
  });
  it('asks for the reading that parts the leaders', () => {
    const explanation = explainVolts(stage, [volts('c', 8)]);
    const next = nextReadings(stage, explanation, ['c']);
    expect(next[0]?.node).toMatch(/^[be]$/);
    expect(next[0]?.bits).toBeGreaterThan(0.3);
    expect(next.map(({ node }) => node)).not.toContain('c');
    expect(next[0]?.shows.length).toBeGreaterThan(1);
  });
});

describe('another part in the place of one', () => {
  it('moves the volts around it, and the rest stays', () => {
    const changed = changedBy(stage, 'R2', [r('R2', 'b', ground, 22e3)]);
    expect(changed.map(({ node }) => node)).toContain('b');
    expect(changed.find(({ node }) => node === 'b')?.after).toBeGreaterThan(1.7);
    expect(changed.map(({ node }) => node)).not.toContain('rail');
    expect(changedBy(stage, 'R2', [r('R2', 'b', ground, 10_050)])).toEqual([]);
  });
});
