import { CoreError } from '../errors';
import { divider } from './direct-current/divider';
import { answer, solve } from './solve';
import { rfPower } from './transmit/rf-power';
import { sumById } from './all-sums';
import { swr } from './transmit/swr';
import { channel } from './frequency/channel';

const refusedOn = (act: () => unknown): string | undefined => {
  try {
    act();
    return undefined;
  } catch (error) {
    return error instanceof CoreError ? error.path : 'not a refusal';
  }
};

describe('± of the inputs', () => {
  it('is carried through a straight sum: worst case adds, independent errors add as squares', () => {
    const { spreads } = solve(divider, { topOhm: 1000, bottomOhm: 1000, supplyV: 10 }, { supplyV: 0.1 });
    const volts = spreads.find((spread) => spread.path === 'volts');
    expect(volts?.worst).toBeCloseTo(0.05, 9);
    expect(volts?.rss).toBeCloseTo(0.05, 9);
  });

  it('takes the worst corner when several move', () => {
    const { spreads } = solve(divider, { topOhm: 1000, bottomOhm: 1000, supplyV: 10 }, { topOhm: 10, bottomOhm: 10 });
    const volts = spreads.find((spread) => spread.path === 'volts');
    expect(volts?.worst).toBeCloseTo(0.05, 6);
    expect(volts?.rss).toBeCloseTo(0.05 / Math.SQRT2, 4);
  });

  it('doubles the share of volts in a power', () => {
    const { output, spreads } = solve(rfPower, { vpp: 40 }, { vpp: 0.4 });
    const power = spreads.find((spread) => spread.path === 'powerW');
    expect((power?.rss ?? 0) / (output.powerW ?? 1)).toBeCloseTo(0.02, 6);
  });

  it('reaches into lists by the path of the field', () => {
    const plan = sumById('level-plan');
    if (!plan) return fail('no level plan');
    const { spreads } = solve(plan, plan.example, { 'stages.0.gainDb': 0.5 });
    expect(spreads.find((spread) => spread.path === 'nodes.3.dBm')?.worst).toBeCloseTo(0.5, 9);
  });

  it('is refused where there is no figure, and when it is below 0', () => {
    expect(refusedOn(() => solve(divider, { topOhm: 1, bottomOhm: 1, supplyV: 1 }, { loadOhm: 1 }))).toBe('loadOhm');
    expect(refusedOn(() => solve(divider, { topOhm: 1, bottomOhm: 1, supplyV: 1 }, { supplyV: -1 }))).toBe('supplyV');
  });
});

describe('ways to ask', () => {
  it('wants exactly one', () => {
    expect(refusedOn(() => solve(swr, {}))).toBe('forwardW');
    expect(refusedOn(() => solve(swr, { forwardW: 10 }))).toBe('reflectedW');
    expect(refusedOn(() => solve(swr, { forwardW: 10, reflectedW: 1, loadOhm: 50 }))).toBe('loadOhm');
    expect(refusedOn(() => solve(channel, { plan: 'cb-us-40', channel: 1, frequencyHz: 27e6 }))).toBe('frequencyHz');
  });
});

describe('a refusal', () => {
  it('names field, value and allowed range, by the path from the top', () => {
    const chain = sumById('divider-chain');
    if (!chain) return fail('no divider chain');
    try {
      answer(chain, {
        inputHz: 1e6,
        stages: [
          { name: 'a', ratio: 2 },
          { name: 'b', ratio: -3 },
        ],
      });
      fail('It was not refused.');
    } catch (error) {
      const { path, message } = error as CoreError;
      expect(path).toBe('stages.1.ratio');
      expect(message).toContain('-3');
      expect(message).toContain('above 0');
    }
  });
});
