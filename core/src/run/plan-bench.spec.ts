import type { LaidCard } from '../card';
import { readLine } from '../entry';
import type { TapeBody, TapeEntry } from '../tape';
import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { countedOn, follows, planAt, sourceName, sources } from './plan-at';
import { planBench, planFinding } from './plan-bench';

const small = smallLaid();
const [first, second, third, fourth] = small.sections.map(({ id }) => id) as [string, string, string, string];
const point = (id: string, section: string): LaidCard['testPoints'][number] => ({
  id,
  name: id,
  section,
  sees: 'own',
  unit: 'Hz',
  expect: [],
  minutes: 2,
  hazard: 'none',
});
/** A reference of 10.24 MHz in steps of 10 kHz, a loop mixed with three times a crystal of 5 MHz, and an intermediate frequency of 10.695 MHz. */
const card: LaidCard = {
  ...small,
  channelPlan: undefined,
  limits: [],
  parts: [...small.parts, { designator: 'X1', section: first, kind: 'crystal', value: '10.24 MHz' }],
  testPoints: [point('TP41', first), point('TP42', second), point('TP43', third)],
  frequencyPlan: [
    { id: 'ref', section: first, from: [], does: 'oscillates', hz: 10_240_000 },
    { id: 'step', section: first, from: ['ref'], does: 'divides', factor: 1024 },
    { id: 'loop', section: second, from: ['step'], does: 'locks' },
    { id: 'offset', section: third, from: [], does: 'oscillates', hz: 5_000_000 },
    { id: 'tripled', section: third, from: ['offset'], does: 'multiplies', factor: 3 },
    { id: 'vco', section: second, from: ['loop', 'tripled'], does: 'mixes-up' },
    { id: 'if', section: fourth, from: [], does: 'passes', hz: 10_695_000 },
    { id: 'tx', section: fourth, from: ['vco', 'if'], does: 'mixes-up', carrier: 'transmit' },
    { id: 'rx', section: fourth, from: ['vco', 'if'], does: 'mixes-up', carrier: 'receive' },
  ],
  tunings: [
    { condition: { channel: 1 }, hz: 26_965_000, set: { loop: 127 } },
    { condition: { channel: 2 }, hz: 26_975_000, set: { loop: 128 } },
  ],
};
function typed(...lines: readonly string[]): TapeEntry[] {
  const bodies: TapeBody[] = lines.flatMap(
    (line) => readLine(line, { condition: {}, card, instruments: [], onSheets: () => true }).entry ?? [],
  );
  return tapeOf(...bodies);
}
const sent = { channel: 1, keyed: true };
const bench = (...lines: readonly string[]) => planBench(card, typed(...lines), sent);
const states = (...lines: readonly string[]): Record<string, string> =>
  Object.fromEntries(bench(...lines)?.nodes.map(({ id, state }) => [id, state]) ?? []);

describe('the plan under a condition', () => {
  const plan = planAt(card, sent);
  it('has the frequency of every node, and the one that is sent', () => {
    expect(plan?.hz.get('vco')).toBe(16_270_000);
    expect(plan?.hz.get('tx')).toBe(26_965_000);
    expect(plan?.carrier?.id).toBe('tx');
    expect(planAt(card, { channel: 2 })?.carrier?.id).toBe('rx');
    expect(planAt({ ...card, frequencyPlan: [] }, sent)).toBeUndefined();
  });
  it('says how far one follows another', () => {
    if (!plan) return fail('no plan');
    expect(follows(card, plan, 'tx', 'offset')).toBe(3);
    expect(follows(card, plan, 'tx', 'ref')).toBeCloseTo(127 / 1024, 6);
    expect(follows(card, plan, 'tx', 'if')).toBe(1);
    expect(follows(card, plan, 'step', 'offset')).toBe(0);
    expect(follows(card, plan, 'nothing', 'offset')).toBe(0);
  });
  it('names a source by its crystal, its section or its frequency', () => {
    if (!plan) return fail('no plan');
    const named = (id: string): string =>
      sourceName(
        card,
        card.frequencyPlan.find((node) => node.id === id)!,
        plan,
      );
    expect([named('ref'), named('offset'), named('if')]).toEqual(['X1', third, 'carrier']);
    expect(sources(card, plan).map(({ id }) => id)).toEqual(['ref', 'offset', 'if']);
    expect(sources(card, { ...plan, condition: { channel: 1 } }).map(({ id }) => id)).toEqual(['ref', 'offset']);
    const tuned = { ...plan, set: { offset: 5_000_000 } };
    expect(sourceName(card, card.frequencyPlan[3]!, tuned)).toBe(`${third}-5MHz`);
  });
});

describe('frequencies on a tape', () => {
  it('are those of the plan, the last of each', () => {
    const { all, older } = countedOn(card, typed('tp41 10240010 Hz', 'tp41 10240020 Hz', 'ch1 keyed 26.9651M', 'tp42 ch1 16.27M'));
    expect(all.map(({ node, shouldHz, readHz }) => `${node.id} ${shouldHz} ${readHz}`)).toEqual([
      'ref 10240000 10240020',
      'tx 26965000 26965100',
      'vco 16270000 16270000',
    ]);
    expect(older).toBe(0);
  });
  it('from before something of the plan was turned are left out, not from before anything else', () => {
    const turned = typed('tp41 10240010 Hz', 'note nothing', 'tp42 ch1 16.27M');
    const at = (section: string): TapeEntry[] => [
      ...turned.slice(0, 2),
      { ...turned[1]!, kind: 'adjustment', how: 'set', adjuster: 'L1', section, seq: 2 } as TapeEntry,
      { ...turned[2]!, seq: 3 },
    ];
    expect(countedOn(card, at(first)).older).toBe(1);
    expect(countedOn(card, at('elsewhere')).older).toBe(0);
  });
});

describe('the bench of a frequency plan', () => {
  it('has every node in its column, with what it should be and how it is read', () => {
    const nodes = bench()?.nodes ?? [];
    expect(nodes.map(({ id, column }) => `${id} ${column}`)).toEqual([
      'ref 0',
      'step 1',
      'loop 2',
      'offset 0',
      'tripled 1',
      'vco 3',
      'if 0',
      'tx 4',
      'rx 4',
    ]);
    expect(nodes.map(({ makes }) => makes)).toEqual([
      'oscillator',
      '÷ 1024',
      'loop × 127',
      'oscillator',
      '× 3',
      'sum',
      'filter',
      'sum',
      'sum',
    ]);
    expect(nodes.find(({ id }) => id === 'tx')?.start).toBe('ch1 keyed ');
    expect(nodes.find(({ id }) => id === 'offset')?.start).toBe('tp43 ');
    expect(nodes.every(({ state }) => state === 'unread')).toBeTrue();
    expect(planFinding(bench()!)).toBe('');
  });
  it('tells right from off, wrong and dead', () => {
    expect(states('tp41 10240010 Hz', 'tp43 15.0015M', 'ch1 keyed 26.985M')).toEqual(
      jasmine.objectContaining({ ref: 'right', tripled: 'off', tx: 'wrong' }),
    );
    expect(states('tp43 dead')['offset']).toBe('dead');
  });
  it('begins with the first wrong node, after what is unread before it', () => {
    const wrong = bench('ch1 keyed 26.985M', 'tp42 ch1 16.29M', 'tp43 15M');
    expect(wrong?.firstWrong?.id).toBe('vco');
    expect(wrong?.unreadBefore.map(({ id }) => id)).toContain('ref');
    expect(planFinding(wrong!)).toMatch(/^Read Supply and Mixer first: .* reads 16\.29 MHz, not 16\.27 MHz, which may only follow\.$/);
    const read = { ...wrong!, unreadBefore: [] };
    expect(planFinding(read)).toContain('accuses this section');
    expect(planFinding({ ...read, firstWrong: { ...read.firstWrong!, state: 'dead', readHz: null } })).toContain('is dead');
  });
  it('counts a frequency of another channel for that channel only', () => {
    expect(states('ch2 keyed 26.975M')['tx']).toBe('unread');
  });
  it('tells how far the carriers go, and went', () => {
    expect(bench()?.coverage).toEqual({ should: [26_965_000, 26_975_000] });
    expect(bench('ch1 keyed 26.9651M')?.coverage?.read).toEqual([26_965_100, 26_965_100]);
  });
});
