import { limitsText } from './limits-text';
import type { Unit } from '../quantity';

describe('limits in words', () => {
  for (const [low, high, unit, text] of [
    [undefined, undefined, 'V', 'no limit'],
    [undefined, 0.5e-6, 'V', 'max 0.5 µV'],
    [3.4, undefined, 'W', 'min 3.4 W'],
    [1500, 2000, 'Hz', '1.5–2 kHz'],
    [-600, 600, 'Hz', '±600 Hz'],
    [0, 0, 'V', '0–0 V'],
    [0, 0.5, 'ohm', '0 Ω to 500 mΩ'],
    [-42, -34, 'dBm', '−42 dBm to −34 dBm'],
    [-1, 2, 'V', '−1 V to 2 V'],
    [900, 1100, 'ohm', '900 Ω to 1.1 kΩ'],
    [27_184_200, 27_185_800, 'Hz', '27.1842–27.1858 MHz'],
    [10_239_990, 10_240_010, 'Hz', '10.23999–10.24001 MHz'],
    [1, 1.8, '', '1–1.8'],
  ] as const)
    it(text, () => expect(limitsText(low, high, unit as Unit)).toBe(text));
});
