import type { Instrument } from './instrument';

/** What stands on benches, with the accuracy that is usual for each: a beginning that one's own handbook corrects. */
export interface InstrumentKind {
  readonly id: string;
  readonly name: string;
  readonly instrument: Omit<Instrument, 'id' | 'name'>;
}

const volts = [0.2, 2, 20, 200, 1000];
const ohms = [200, 2e3, 20e3, 200e3, 2e6, 20e6];
const farads = [20e-9, 200e-9, 2e-6, 20e-6, 200e-6, 2e-3];

export const instrumentKinds: readonly InstrumentKind[] = [
  {
    id: 'multimeter-3',
    name: 'Multimeter, 3½ digits',
    instrument: {
      measures: ['V', 'A', 'ohm', 'F', 'degC'],
      byUnit: {
        V: { percentOfReading: 0.8, counts: 2, ranges: volts, displaySteps: 2000 },
        A: { percentOfReading: 1.5, counts: 3, ranges: [0.02, 0.2, 10], displaySteps: 2000 },
        ohm: { percentOfReading: 1, counts: 3, ranges: ohms, displaySteps: 2000 },
        F: { percentOfReading: 4, counts: 3, ranges: farads, displaySteps: 2000 },
        degC: { percentOfReading: 1, counts: 3, resolution: 1 },
      },
    },
  },
  {
    id: 'multimeter-4',
    name: 'Multimeter, 4½ digits',
    instrument: {
      measures: ['V', 'A', 'ohm', 'F', 'degC'],
      byUnit: {
        V: { percentOfReading: 0.05, counts: 3, ranges: volts, displaySteps: 20_000 },
        A: { percentOfReading: 0.5, counts: 5, ranges: [0.002, 0.02, 0.2, 2, 10], displaySteps: 20_000 },
        ohm: { percentOfReading: 0.1, counts: 5, ranges: ohms, displaySteps: 20_000 },
        F: { percentOfReading: 2, counts: 4, ranges: farads, displaySteps: 2000 },
        degC: { percentOfReading: 1, counts: 2, resolution: 1 },
      },
    },
  },
  {
    id: 'hv-probe',
    name: 'High-voltage probe with its meter',
    instrument: { measures: ['V'], words: ['hv'], byUnit: { V: { percentOfReading: 2, counts: 2, resolution: 1 } } },
  },
  {
    id: 'counter-8',
    name: 'Counter, 8 digits',
    instrument: {
      measures: ['Hz', 'ppm'],
      byUnit: { Hz: { ppm: 1, ppmPerYear: 1 }, ppm: { counts: 1, resolution: 1 } },
      counter: { kind: 'direct', gatesS: [0.1, 1, 10], displayDigits: 8, prescaler: { aboveHz: 100e6, by: 10 } },
    },
  },
  {
    id: 'counter-reciprocal',
    name: 'Counter, reciprocal, with an oven',
    instrument: {
      measures: ['Hz', 's', 'ppm'],
      byUnit: { Hz: { ppm: 0.05, ppmPerYear: 0.1 }, ppm: { counts: 1, resolution: 0.1 }, s: { ppm: 0.05, ppmPerYear: 0.1 } },
      counter: { kind: 'reciprocal', gatesS: [0.1, 1, 10], displayDigits: 9 },
    },
  },
  {
    id: 'wattmeter-average',
    name: 'Through-line wattmeter, average',
    instrument: {
      measures: ['W'],
      byUnit: { W: { percentOfRange: 5, ranges: [5, 50, 100, 500, 1000] } },
      note: 'shows less than the PEP of speech',
    },
  },
  {
    id: 'wattmeter-peak',
    name: 'Through-line wattmeter, peak',
    instrument: { measures: ['W'], byUnit: { W: { percentOfRange: 8, ranges: [5, 50, 100, 500, 1000] } } },
  },
  {
    id: 'generator',
    name: 'Signal generator',
    instrument: { measures: ['V', 'dBm'], words: ['sens', 'sq'], byUnit: { V: { decibels: 1.5 }, dBm: { decibels: 1.5 } } },
  },
  {
    id: 'sinad-meter',
    name: 'SINAD and distortion meter',
    instrument: { measures: ['dB', '%'], words: ['sinad', 'dist'], byUnit: { dB: { decibels: 1 }, '%': { percentOfReading: 5 } } },
  },
  {
    id: 'deviation-meter',
    name: 'Modulation meter',
    instrument: {
      measures: ['Hz', '%'],
      words: ['dev', 'tonedev', 'mod'],
      byUnit: { Hz: { percentOfReading: 3 }, '%': { percentOfReading: 3 } },
    },
  },
  {
    id: 'analyser',
    name: 'Spectrum analyser',
    instrument: { measures: ['dBm', 'dBc', 'dB'], byUnit: { dBm: { decibels: 2 }, dBc: { decibels: 1.5 }, dB: { decibels: 1.5 } } },
  },
  {
    id: 'oscilloscope',
    name: 'Oscilloscope',
    instrument: {
      measures: ['V', 's', '%'],
      byUnit: { V: { percentOfReading: 3 }, s: { percentOfReading: 0.1 }, '%': { percentOfReading: 5 } },
    },
  },
  {
    id: 'component-tester',
    name: 'Component tester',
    instrument: {
      measures: ['ohm', 'F', 'H', ''],
      byUnit: {
        ohm: { percentOfReading: 1, counts: 2 },
        F: { percentOfReading: 2, counts: 2 },
        H: { percentOfReading: 5, counts: 2 },
        '': { percentOfReading: 5 },
      },
    },
  },
  {
    id: 'dongle',
    name: 'Receiver dongle with the computer',
    instrument: {
      measures: ['dB', 'dBc'],
      byUnit: { dB: { decibels: 3 }, dBc: { decibels: 3 } },
      note: 'levels are not absolute; its clock drifts',
    },
  },
];
