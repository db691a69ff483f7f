import { formatQuantity, quantityText, writtenQuantity } from './format-quantity';
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
    [5e-14, 'F', '0.05 pF'],
    [5e-8, 'V', '0.05 µV'],
    [5e-12, 'A', '0.005 nA'],
    [1800, 's', '1800 s'],
    [0.004, 's', '4 ms'],
    [99_995, 'Hz', '100 kHz'],
    [1e-20, 'V', '0 µV'],
  ] as const)
    it(`${value} ${unit} is ${text}`, () => expect(quantityText(value, unit as Unit)).toBe(text));

  it('has the digits that are asked for', () => {
    expect(quantityText(1.23456, 'V', { digits: 2 })).toBe('1.2 V');
    expect(quantityText(123.456, 'V', { digits: 2 })).toBe('123 V');
    expect(quantityText(1.5, 'V', { step: 1e-12 })).toBe('1.500000000 V');
    expect(quantityText(0, 'V', { signed: true })).toBe('0 V');
    expect(quantityText(1500, 'ohm', { step: 1e6 })).toBe('2 kΩ');
    expect(quantityText(1.5, 'V', { step: 0.5 })).toBe('1.5 V');
    expect(quantityText(1.5, 'V', { step: 0 })).toBe('1.5 V');
    expect(quantityText(1 / 3, 'V', { digits: 20 })).toBe('333.333333334 mV');
    expect(quantityText(1 / 3, '', { digits: 20 })).toBe('0.333333333');
    expect(quantityText(1500, 'ohm', { step: 100 })).toBe('1.5 kΩ');
    expect(quantityText(5, '%')).toBe('5%');
    expect(quantityText(-5, 'V', { signed: true })).toBe('−5 V');
    expect(quantityText(-0.04, 'dB', { step: 0.1 })).toBe('0.0 dB');
  });
});

describe('the figure of a quantity', () => {
  it('tells what its prefix multiplies by', () => {
    expect(formatQuantity(4700, 'ohm')).toEqual({ number: '4.7', unit: 'kΩ', by: 1000 });
    expect(formatQuantity(2.2e-5, 'F').by).toBeCloseTo(1e-6, 12);
    expect(formatQuantity(-107, 'dBm')).toEqual({ number: '−107', unit: 'dBm', by: 1 });
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
    [5e13, 'Hz', 1e12, '50000 GHz'],
    [1.2345678901234, 'V', 0, '1.23456789012 V'],
    [0.1 + 0.2, 'V', 0, '300 mV'],
    [-4, 'dB', 1, '-4 dB'],
    [4700, 'ohm', 1000, '5 kΩ'],
    [0.5, 'A', 0.1, '0.5 A'],
    [0.005, 'A', 0.001, '5 mA'],
    [30, '%', 10, '30 %'],
    [1800, 's', 1, '1800 s'],
  ] as const)
    it(`${value} ${unit} to ${step} is ${text}`, () => expect(writtenQuantity(value, unit as Unit, step)).toBe(text));
});
