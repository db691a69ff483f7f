import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, choice, figure, result } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

const levelUnits = ['dBm', 'dBW', 'W', 'mW', 'uW', 'Vrms', 'mVrms', 'uVrms', 'Vpp', 'Vpk', 'dBuV', 'uVemf'] as const;
type LevelUnit = (typeof levelUnits)[number];

const logarithmic: readonly LevelUnit[] = ['dBm', 'dBW', 'dBuV'];

/** Potential difference across the matched load in V rms, of a level in any of the units. */
function vrmsOf(value: number, unit: LevelUnit, z0Ohm: number): number {
  const ofPower = (watts: number): number => Math.sqrt(watts * z0Ohm);
  switch (unit) {
    case 'dBm':
      return ofPower(10 ** ((value - 30) / 10));
    case 'dBW':
      return ofPower(10 ** (value / 10));
    case 'W':
      return ofPower(value);
    case 'mW':
      return ofPower(value / 1e3);
    case 'uW':
      return ofPower(value / 1e6);
    case 'Vrms':
      return value;
    case 'mVrms':
      return value / 1e3;
    case 'uVrms':
      return value / 1e6;
    case 'Vpp':
      return value / (2 * Math.SQRT2);
    case 'Vpk':
      return value / Math.SQRT2;
    case 'dBuV':
      return 1e-6 * 10 ** (value / 20);
    case 'uVemf':
      return value / 2e6;
  }
}

const dBmOf = (watts: number): number => 10 * Math.log10(watts) + 30;

/** S-units of a level: 6 dB each up to S9, decibels over S9 above it. */
function sUnitOf(dBm: number, s9Dbm: number): { s: number; plusDb: number } {
  const over = dBm - s9Dbm;
  return over >= 0 ? { s: 9, plusDb: over } : { s: Math.max(0, 9 + over / 6), plusDb: 0 };
}

const sUnit = (title: string): z.ZodObject<{ s: z.ZodNumber; plusDb: z.ZodNumber }> =>
  z.object({ s: figure('S'), plusDb: figure('Over S9', 'dB') }).meta({ title });

export const levelConvert = defineSum({
  id: 'level-convert',
  title: 'One level, all units',
  topic: 'levels',
  purpose: 'what a level is in watts, dBm, volts, EMF and S-units',
  keywords: ['dbm', 'microvolts', 'watts', 'volts', 'emf', 'pd', 's-unit', 's-meter', 'convert', 'peak to peak', 'dbuv'],
  input: z.strictObject({
    value: figure('Level', '', { unitIn: { field: 'unit', by: { V: 'Vrms', W: 'W', dBm: 'dBm' } } }),
    unit: choice('Unit', levelUnits),
    z0Ohm: above0('Impedance', 'ohm').default(50),
  }),
  output: z.object({
    powerW: result('Power', 'W'),
    dBm: result('Level', 'dBm'),
    vrms: result('Volts rms across the load', 'V'),
    vpp: result('Peak to peak', 'V'),
    dBuV: result('Level over 1 µV', 'dB'),
    emfVrms: result('EMF of the source', 'V'),
    sUnitHf: sUnit('S-meter, below 30 MHz'),
    sUnitVhf: sUnit('S-meter, above 30 MHz'),
  }),
  source:
    'P = V² / Z; EMF of a matched source is twice the PD; IARU Region 1 Technical Recommendation R.1 for S-units (S9 = −73 dBm on HF, −93 dBm on VHF, 6 dB a unit).',
  example: { value: 0.5, unit: 'uVrms' },
  compute({ value, unit, z0Ohm }) {
    if (!logarithmic.includes(unit) && value <= 0)
      refuse('value', `Level (value) is ${value} ${unit}; it must be above 0 ${unit}.`, 'Give a level above 0, or give it in dBm.');
    const vrms = vrmsOf(value, unit, z0Ohm);
    const powerW = vrms ** 2 / z0Ohm;
    const dBm = unit === 'dBm' ? value : dBmOf(powerW);
    const hf = sUnitOf(dBm, -73);
    const sText = ({ s, plusDb }: { s: number; plusDb: number }): string =>
      `S${shown(s, '', 2)}${plusDb > 0 ? ` + ${shown(plusDb, 'dB', 3)}` : ''}`;
    return {
      powerW,
      dBm,
      vrms,
      vpp: vrms * 2 * Math.SQRT2,
      dBuV: 20 * Math.log10(vrms / 1e-6),
      emfVrms: 2 * vrms,
      sUnitHf: hf,
      sUnitVhf: sUnitOf(dBm, -93),
      working: [
        step(
          'PD across the load',
          unit === 'uVemf' ? `${value} µV EMF / 2` : `${value} ${unit} in ${shown(z0Ohm, 'ohm')}`,
          shown(vrms, 'V'),
        ),
        step('Power', `(${shown(vrms, 'V')})² / ${shown(z0Ohm, 'ohm')}`, shown(powerW, 'W')),
        step('Level', '10 log (P / 1 mW)', shown(dBm, 'dBm')),
        step('Peak to peak', '2 √2 × rms', shown(vrms * 2 * Math.SQRT2, 'V')),
        step('EMF of the source', '2 × PD', shown(2 * vrms, 'V')),
        step('S-meter below 30 MHz', `9 + (${shown(dBm, 'dBm')} + 73) / 6`, sText(hf)),
        step('S-meter above 30 MHz', `9 + (${shown(dBm, 'dBm')} + 93) / 6`, sText(sUnitOf(dBm, -93))),
      ],
    };
  },
});
