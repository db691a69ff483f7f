import type { Instrument } from '@amber-relay/core/measure';

const daysSinceCalibration = 230;

/** What stands on the demo bench, in the order in which it is reached for; calibrated some months before `now`. */
export const instrumentsAt = (now: Date): Instrument[] => [
  {
    id: 'bench-meter',
    name: 'Bench multimeter',
    measures: ['V', 'A', 'ohm', 'F', 'degC'],
    percentOfReading: 0.5,
    ranges: [0.2, 2, 20, 200, 1000],
    displaySteps: 20_000,
    counts: 2,
    byUnit: {
      A: { percentOfReading: 1, ranges: [0.02, 0.2, 2, 20], displaySteps: 20_000, counts: 3 },
      ohm: { percentOfReading: 0.8, ranges: [200, 2e3, 20e3, 200e3, 2e6, 20e6], displaySteps: 20_000, counts: 2 },
      F: { percentOfReading: 2, ranges: [20e-9, 200e-9, 2e-6, 20e-6, 200e-6, 2e-3], displaySteps: 2000, counts: 4 },
      degC: { percentOfReading: 1, resolution: 1, counts: 2 },
    },
    note: '10 MΩ input',
    link: { host: 'stand-in', port: 5025 },
  },
  {
    id: 'hv-probe',
    name: 'Multimeter with HV probe',
    measures: ['V'],
    words: ['hv'],
    percentOfReading: 1.5,
    resolution: 1,
    counts: 2,
    note: 'Discharge and prove dead with this probe only',
  },
  {
    id: 'counter',
    name: 'Eight-digit counter',
    measures: ['Hz'],
    ppm: 1,
    ppmPerYear: 0.5,
    counter: { kind: 'direct', gatesS: [0.1, 1, 10], displayDigits: 8, prescaler: { aboveHz: 100e6, by: 10 } },
    calibrated: new Date(now.getTime() - daysSinceCalibration * 86_400_000).toISOString().slice(0, 10),
    note: 'Checked against the club’s reference',
    link: { host: 'stand-in', port: 5025 },
  },
  { id: 'wattmeter', name: 'Through-line wattmeter', measures: ['W', 'dB'], percentOfReading: 5 },
  {
    id: 'level-meter',
    name: 'Selective level meter',
    measures: ['dBm', 'dBc'],
    decibels: 1,
    resolution: 0.1,
    link: { host: 'stand-in', port: 5025 },
  },
  {
    id: 'generator',
    name: 'Signal generator',
    measures: ['V', 'dBm'],
    words: ['sens', 'sql', 's9'],
    decibels: 1,
    note: 'Level by its output attenuator; PD into 50 Ω',
  },
  {
    id: 'receiver',
    name: 'Receiver with I and Q recording',
    measures: ['Hz', '%'],
    words: ['dev', 'mod'],
    percentOfReading: 2,
    note: 'Deviation and depth from a recording, by Sums',
  },
];
