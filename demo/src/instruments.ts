import type { Instrument } from '@amber-relay/core/measure';

export const instruments: Instrument[] = [
  {
    id: 'bench-meter',
    name: 'Bench multimeter',
    measures: ['V', 'A', 'ohm', 'F', 'degC'],
    percentOfReading: 0.5,
    note: '10 MΩ input; with the HV probe 1 %',
  },
  {
    id: 'counter',
    name: 'Eight-digit counter',
    measures: ['Hz'],
    ppm: 1,
    resolution: 1,
    note: 'Checked against the club’s reference in spring',
  },
  { id: 'wattmeter', name: 'Through-line wattmeter', measures: ['W', 'dB'], percentOfReading: 5 },
  { id: 'level-meter', name: 'Selective level meter', measures: ['dBm'], decibels: 1 },
];
