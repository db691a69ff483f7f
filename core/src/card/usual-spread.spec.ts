import { spreadOf } from './usual-spread';

describe('how far a healthy set may lie from another', () => {
  for (const [value, unit, spread] of [
    [-40, 'dBm', 4],
    [12, 'dB', 4],
    [10e6, 'Hz', 200],
    [-10e6, 'Hz', 200],
    [8, 'V', 0.8],
    [-8, 'V', 0.8],
    [0.1, 'V', 0.05],
    [0.1, 'A', 0.01],
    [0, 'ohm', 0],
  ] as const)
    it(`${value} ${unit}: ${spread}`, () => expect(spreadOf(value, unit)).toBeCloseTo(spread, 9));
});
