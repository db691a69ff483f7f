import type { Unit } from '../quantity';
import { smallLaid } from '../testing/small-card';
import { belowThermalFloor, doubtOf, thermalFloorDbm } from './plausible';

const card = smallLaid();
const doubt = (point: string, value: number, limits: { low?: number; high?: number } = {}): string | undefined =>
  doubtOf({ subject: { what: 'point', point }, value, unit: 'V', condition: {} }, limits, card);

describe('a figure that is hardly so', () => {
  const rail = { low: 7.8, high: 8.2 };
  it('is asked about when it is the right one but for its prefix', () => {
    expect(doubt('TP2', 8e-3, rail)).toBe('8 mV is far from 7.8–8.2 V: is it 8 V?');
    expect(doubt('TP2', 8000, rail)).toBe('8 kV is far from 7.8–8.2 V: is it 8 V?');
    expect(doubt('TP2', 8.1e-6, rail)).toContain('is it 8.1 V?');
  });
  it('is asked about when it is a decade beyond all that belongs there', () => {
    expect(doubt('TP2', 81, rail)).toBeUndefined();
    expect(doubt('TP2', 83, rail)).toContain('more than ten times what belongs here');
    // Nothing is said of the point: then the most that the set holds.
    expect(doubt('TP2', 200)).toBeUndefined();
    expect(doubt('TP2', 300)).toContain('more than ten times');
  });
  it('is held against the most that the card tells in its unit, the supply among it', () => {
    const most = (unit: Unit, value: number, of = card): string | undefined =>
      doubtOf({ subject: { what: 'point', point: 'TP99' }, value, unit, condition: {} }, {}, of);
    const bare: typeof card = { ...card, testPoints: [], limits: [] };
    // Twice the supply of a set for 13.8 V, and ten times that.
    expect([most('V', 276, bare), most('V', 277, bare)]).toEqual([undefined, jasmine.stringContaining('more than ten times')]);
    const onMains = { ...bare, supply: { ...bare.supply, kind: 'mains' as const, nominalV: 230 } };
    expect([most('V', 46_000, onMains), most('V', 46_001, onMains)]).toEqual([undefined, jasmine.stringContaining('more than ten times')]);
    const point = (low: number | undefined, high: number | undefined): typeof bare => ({
      ...bare,
      testPoints: [
        {
          ...card.testPoints[0]!,
          unit: 'A',
          expect: [{ condition: {}, ...(low === undefined ? {} : { low }), ...(high === undefined ? {} : { high }) }],
        },
      ],
    });
    expect([most('A', 20, point(1, 2)), most('A', 21, point(1, 2))]).toEqual([undefined, jasmine.any(String)]);
    expect([most('A', -30, point(-3, undefined)), most('A', -31, point(-3, undefined))]).toEqual([undefined, jasmine.any(String)]);
    const limit = { ...bare, limits: [{ ...card.limits[0]!, unit: 'ohm' as const, low: 5, high: undefined }] };
    expect([most('ohm', 50, limit), most('ohm', 51, limit)]).toEqual([undefined, jasmine.any(String)]);
    // Of what the card tells nothing, nothing is asked.
    expect(most('A', 1e6, bare)).toBeUndefined();
  });
  it('is said to fit another point where it does, under the condition that is set', () => {
    const two = (at: number, condition = {}): typeof card => ({
      ...card,
      testPoints: [
        ...card.testPoints.filter(({ id }) => id === 'TP2'),
        { ...card.testPoints[0]!, id: 'HT1', name: 'high tension', unit: 'V', expect: [{ condition, low: at - 10, high: at + 10 }] },
      ],
    });
    const said = (of: typeof card): string | undefined =>
      doubtOf({ subject: { what: 'point', point: 'TP2' }, value: 300, unit: 'V', condition: { keyed: false } }, rail, of);
    expect(said(two(300))).toContain('It would fit HT1, high tension.');
    expect(said(two(310))).toContain('It would fit HT1');
    expect(said(two(311))).not.toContain('It would fit');
    expect(said(two(300, { keyed: true }))).not.toContain('It would fit');
  });
  it('is taken as it is beyond a single limit, where a fault may lie as far off as it likes', () => {
    const deaf = (value: number): string | undefined =>
      doubtOf({ subject: { what: 'limit', limit: 'sens' }, value, unit: 'V', condition: {} }, { high: 0.5e-6 }, card);
    expect([deaf(30e-6), deaf(3e-3), deaf(0.2e-6)]).toEqual([undefined, undefined, undefined]);
    expect(deaf(900)).toContain('more than ten times');
  });
  it('is taken as it is where a dead or weak stage may show it', () => {
    for (const value of [0, 0.02, 0.8, 4, 7.9, 8.3, 12, -8])
      expect(doubt('TP2', value, rail))
        .withContext(`${value}`)
        .toBeUndefined();
    expect(doubtOf({ subject: { what: 'point', point: 'TP5' }, value: 900, unit: 'dBm', condition: {} }, rail, card)).toBeUndefined();
    expect(doubtOf({ subject: { what: 'point', point: 'TP2' }, value: 900, unit: 'V', condition: {} }, rail, undefined)).toBeUndefined();
  });
});

describe('a sensitivity', () => {
  it('cannot be better than kTB with its ratio', () => {
    // −174 dBm/Hz, 6 kHz and 9.5 dB; 8 kHz and 4 dB; 2.4 kHz and 9.5 dB.
    expect(thermalFloorDbm('AM')).toBeCloseTo(-126.72, 2);
    expect(thermalFloorDbm('FM')).toBeCloseTo(-130.97, 2);
    expect(thermalFloorDbm('USB')).toBeCloseTo(-130.7, 1);
    expect(thermalFloorDbm(undefined)).toBe(thermalFloorDbm('AM'));
    expect(thermalFloorDbm('CW')).toBeCloseTo(-137.51, 2);
    for (const mode of ['SSB', 'LSB']) expect(thermalFloorDbm(mode)).toBe(thermalFloorDbm('USB'));
  });
  it('that is, leaks past the attenuator', () => {
    // −126.7 dBm in 50 ohm are 0.103 µV.
    expect(belowThermalFloor(0.1e-6, 'V', 'AM')).toContain('0.1 µV at best');
    expect(belowThermalFloor(0.11e-6, 'V', 'AM')).toBeUndefined();
    expect(belowThermalFloor(-127, 'dBm', 'AM')).toContain('−127 dBm at best');
    expect(belowThermalFloor(-126, 'dBm', 'AM')).toBeUndefined();
    expect(belowThermalFloor(-130, 'dBm', 'FM')).toBeUndefined();
    expect(belowThermalFloor(1, 'W', 'AM')).toBeUndefined();
  });
});
