import { layCard, readCard, type CardInput } from '../card';
import { smallCard, smallLaid } from '../testing/small-card';
import type { Evidence } from './evidence';
import { traceModel } from './model';
import { functionReach, pulledSupplies, readingReach } from './reach';
import { spaceOf } from './space';
import { trace } from './trace';
import { tenderness } from './tables/fault-kinds';
import type { FunctionOutcome, ReadingOutcome } from '../words';

const model = traceModel(smallLaid(), 20);
const { card } = model;
let made = 0;
const tried = (functionId: string, outcome: FunctionOutcome): Evidence => ({ id: `${made++}`, kind: 'function', functionId, outcome });
const read = (point: string, outcome: ReadingOutcome): Evidence => ({
  ...{
    id: `${made++}`,
    kind: 'reading',
    point,
    outcome,
    text: '',
    condition: card.testPoints.find((p) => p.id === point)?.expect[0]?.condition ?? {},
  },
});
const chanceOf = (evidence: readonly Evidence[], section: string): number =>
  trace(model, evidence, { count: 1 }).sections.find((s) => s.section === section)?.chance ?? NaN;
const functionOf = (id: string) => card.functions.find((f) => f.id === id) ?? fail(id) ?? card.functions[0]!;

describe('a supply that is low', () => {
  it('shows by how tender what hangs on it is, and one that is gone shows everywhere', () => {
    const receive = functionOf('receive-am');
    expect(functionReach(card, receive).get('supply')).toBe(1);
    const hailer = functionOf('hailer');
    expect(functionReach(card, hailer, [], 'full').get('supply')).toBeCloseTo(tenderness.audio, 9);
    expect(functionReach(card, receive, [], 'full').get('supply')).toBeGreaterThan(tenderness.audio);
  });
  it('lowers every direct voltage that comes from it, save behind a regulator', () => {
    const behind = (kind: 'switch' | 'regulator'): number => {
      const input: CardInput = structuredClone(smallCard);
      input.sections.push({ id: 'line', name: 'Line', short: 'Line', kind, needs: [{ section: 'supply', by: 'supply' }] });
      const point = { ...card.testPoints[0]!, section: 'line', sees: 'own' as const };
      return readingReach(readCard(input), point, {}, 'full').get('supply') ?? NaN;
    };
    expect(behind('switch')).toBe(1);
    expect(behind('regulator')).toBeLessThan(0.5);
  });
  it('is believed when it is read so, whatever still works', () => {
    const works = [tried('hailer', 'works'), tried('receive-am', 'weak')];
    const [before, after] = [chanceOf(works, 'supply'), chanceOf([...works, read('TP2', 'low')], 'supply')];
    expect(after).toBeGreaterThan(3 * before);
  });
  it('is pulled down by what hangs on it when it comes back without, and is itself low when it does not', () => {
    const low = [tried('receive-am', 'dead'), tried('hailer', 'dead'), read('TP2', 'low')];
    const [stood, cleared, blamed] = [undefined, true, false].map((recovers) =>
      chanceOf(recovers === undefined ? low : [...low, { id: 'u', kind: 'unload', section: 'supply', recovers }], 'supply'),
    );
    expect(cleared).toBeLessThan((stood ?? 0) / 2);
    expect(blamed).toBeGreaterThanOrEqual(stood ?? 1);
  });
  it('is pulled through what hands it on, hardly through a regulator', () => {
    const input: CardInput = structuredClone(smallCard);
    input.sections.unshift({ id: 'lead', name: 'Lead', short: 'Lead', kind: 'connector' });
    const supply = input.sections.find(({ id }) => id === 'supply');
    if (supply) supply.needs = [{ section: 'lead', by: 'supply' }];
    const pulled = pulledSupplies(readCard(input), 'audio');
    expect(pulled.get('supply')).toBe(1);
    expect(pulled.get('lead')).toBeLessThan(0.2);
  });
});

describe('roles', () => {
  it('let an oscillator that nothing holds be off its frequency, and no amplifier', () => {
    const input: CardInput = structuredClone(smallCard);
    input.sections.push({ id: 'carrier', name: 'Carrier oscillator', short: 'Carrier', kind: 'oscillator' });
    input.sections.find(({ id }) => id === 'driver')?.needs?.push({ section: 'carrier', by: 'injection' });
    const own = traceModel(layCard(readCard(input), 'plain'), 20);
    const off = trace(own, [tried('transmit-am', 'wrong-frequency'), tried('receive-am', 'works')]);
    const [top] = [...off.sections].sort((a, b) => b.chance - a.chance);
    expect(top?.section).toBe('carrier');
    expect(off.sections.find((s) => s.section === 'pa')?.chance).toBeLessThan(0.1);
    // What a loop holds is put right by it.
    const space = spaceOf(own.card);
    const kinds = (section: string): readonly string[] => (space.ways[own.sections.indexOf(section)] ?? []).map(({ kind }) => kind);
    expect(kinds('carrier')).toContain('off-frequency');
    expect(kinds('pa')).not.toContain('off-frequency');
  });
  it('weigh what they can do besides on top: a relay is no less often dead because its contacts fail one by one', () => {
    const { ways, burden } = model.space;
    const at = model.sections.indexOf('vco');
    const dead = ways[at]?.find(({ kind }) => kind === 'dead')?.share ?? 0;
    const plain = ways[model.sections.indexOf('mic')]?.find(({ kind }) => kind === 'dead')?.share ?? NaN;
    expect(burden[at]).toBeGreaterThan(1);
    expect(dead).toBeLessThan(plain);
    expect(Math.abs(dead * (burden[at] ?? 0) - plain)).toBeLessThan(0.05);
  });
});

describe('branches side by side', () => {
  const input: CardInput = structuredClone(smallCard);
  for (const id of ['board-a', 'board-b'])
    input.sections.push({ id, name: id, short: id, kind: 'power-amplifier', needs: [{ section: 'supply', by: 'supply' }] });
  input.functions = [
    {
      id: 'amplify',
      name: 'Amplify',
      group: 'transmit',
      condition: { keyed: true },
      route: ['driver', { parallel: [['board-a'], ['board-b']] }, 'filter'],
    },
  ];
  input.injections = [];
  input.forcings = [];
  input.loops = [];
  input.models = [{ id: 'plain', maker: 'Oxbrae', name: 'Wren' }];
  input.testPoints = ['board-a', 'board-b', 'filter'].map((section, i) => ({
    ...{ id: `TP${i + 1}`, name: section, section, sees: 'signal', unit: 'W', expect: [{ condition: { keyed: true }, low: 9, high: 12 }] },
  }));
  const amplifier = readCard(input);
  const boards = traceModel(layCard(amplifier, 'plain'), 20);

  it('clear nothing of one another, and what is behind them leans on both', () => {
    const [a, b, behind] = amplifier.testPoints.map((point) => readingReach(amplifier, point, { keyed: true }));
    expect([a?.has('board-b'), b?.has('board-a'), b?.has('driver')]).toEqual([false, false, true]);
    expect([behind?.get('board-a'), behind?.get('board-b')].every((strength) => (strength ?? 0) > 0.5)).toBeTrue();
  });
  it('leave most of the signal when one is dead', () => {
    const look = boards.testById.get('function amplify');
    const at = boards.space.from[boards.sections.indexOf('board-a')] ?? 0;
    const [weak, dead] = ['weak', 'dead'].map((outcome) => look?.rows[look.outcomes.indexOf(outcome)]?.[at] ?? NaN);
    expect(weak).toBeGreaterThan(dead ?? 1);
  });
});
