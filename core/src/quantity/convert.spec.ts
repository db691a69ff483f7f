import { convertedQuantity } from './convert';

describe('a figure in another unit', () => {
  const at = { ohm: 50, nominalHz: 27.185e6 };
  // 0 dBm in 50 Ω is 223.6 mV; 1 µV PD is −107 dBm; 0 dBµV is 1 µV.
  for (const [text, unit, value] of [
    ['-107dBm', 'V', 1e-6],
    ['0 dBm', 'V', 0.22],
    ['0.00 dBm', 'V', 0.2236],
    ['1uV', 'dBm', -107],
    ['1.00uV', 'dBm', -106.99],
    ['4W', 'dBm', 36],
    ['36.0dBm', 'W', 3.98],
    ['14.1V', 'W', 4],
    ['0 dBuV', 'V', 1e-6],
    ['6.0 dBµV', 'V', 2.0e-6],
    ['20dBuV', 'dBm', -87],
    ['2uV emf', 'V', 1e-6],
    ['1uV pd', 'V', 1e-6],
    ['2uV EMF', 'dBm', -107],
    ['10ppm', 'Hz', 270],
    ['10.0ppm', 'Hz', 272],
  ] as const)
    it(`${text} is ${value} ${unit}`, () => {
      const read = convertedQuantity(text, unit, at);
      expect(Math.abs((read?.value ?? NaN) / value - 1)).toBeLessThan(0.02);
      expect(read?.unit).toBe(unit);
    });
  it('shows no more digits than were typed', () => {
    expect(convertedQuantity('-107.0dBm', 'V', at)).toEqual({ value: 1e-6, unit: 'V', step: 1e-8 });
    expect(convertedQuantity('10.0ppm', 'Hz', at)).toEqual({ value: 272, unit: 'Hz', step: 1 });
  });
  it('is none where one does not follow from the other', () => {
    for (const [text, unit] of [
      ['3A', 'V'],
      ['10ppm', 'V'],
      ['x', 'V'],
      ['-3W', 'dBm'],
      ['0W', 'dBm'],
      ['3dBc', 'dBm'],
      ['4W emf', 'V'],
      ['xdBuV', 'V'],
      ['3VdBuV', 'V'],
    ] as const)
      expect(convertedQuantity(text, unit, at))
        .withContext(text)
        .toBeUndefined();
    expect(convertedQuantity('10ppm', 'Hz', { ohm: 50 })).toBeUndefined();
  });
});
