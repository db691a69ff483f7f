import { quantityText, writtenQuantity } from './format-quantity';
import type { Unit } from './unit';

describe('a quantity for people', () => {
  for (const [value, unit, text] of [
    [3e9, 'Hz', '3 GHz'],
    [4.2e12, 'Hz', '4200 GHz'],
    [5e-9, 'Hz', '0 Hz'],
    [0.04, 'Hz', '0.04 Hz'],
    [5e-9, 'V', '0.005 µV'],
    [2e-12, 'F', '2 pF'],
    [2e-13, 'F', '0.2 pF'],
    [1e-3, 'A', '1 mA'],
    [12, '', '12'],
    [1234.5, '', '1235'],
    [-0.00001, 'dB', '0 dB'],
    [1e-10, 'W', '100 pW'],
    [5e-9, 'A', '5 nA'],
    [0.0001, '', '0.0001'],
    [0.0123456, '', '0.01235'],
    [0.75, '', '0.75'],
    [1e-12, '', '0'],
    [10, 'V', '10 V'],
    [1000, 'ohm', '1 kΩ'],
    [120, 'V', '120 V'],
  ] as const)
    it(`${value} ${unit} is ${text}`, () => expect(quantityText(value, unit as Unit)).toBe(text));

  it('has the digits that are asked for', () => {
    expect(quantityText(1.23456, 'V', { digits: 2 })).toBe('1.2 V');
    expect(quantityText(123.456, 'V', { digits: 2 })).toBe('123 V');
    expect(quantityText(1.5, 'V', { step: 1e-12 })).toBe('1.500000000 V');
    expect(quantityText(0, 'V', { signed: true })).toBe('0 V');
    expect(quantityText(-0.04, 'dB', { step: 0.1 })).toBe('0.0 dB');
  });
});

describe('a quantity as one types it', () => {
  for (const [value, unit, step, text] of [
    [0.62, 'V', 0.01, '0.62 V'],
    [-0.62, 'V', 0.01, '-0.62 V'],
    [620, 'ohm', 10, '0.62 kΩ'],
    [4700, 'ohm', 100, '4.7 kΩ'],
    [4700, 'ohm', 1, '4.700 kΩ'],
    [27_185_120, 'Hz', 10, '27.18512 MHz'],
    [2000, 'Hz', 1000, '2 kHz'],
    [20, 'dBm', 10, '20 dBm'],
    [0.05, 'V', 0, '50 mV'],
    [0, 'V', 0.1, '0.0 V'],
    [120, '', 10, '120'],
    [5e9, 'Hz', 1e9, '5 GHz'],
  ] as const)
    it(`${value} ${unit} to ${step} is ${text}`, () => expect(writtenQuantity(value, unit as Unit, step)).toBe(text));
});
