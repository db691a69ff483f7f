import type { Instrument } from '@amber-relay/core/measure';

/** The instruments of the practice bench are linked to the set that lies on it; the address is nobody's. */
const link = { host: 'practice-bench', port: 1 };

/** What stands on the practice bench: it reads all that a card asks for, each as well as such an instrument does. */
export const practiceInstruments: readonly Instrument[] = [
  {
    id: 'practice-meter',
    name: 'Bench multimeter',
    measures: ['V', 'A', 'ohm', 'F', 'degC'],
    percentOfReading: 0.5,
    ranges: [0.2, 2, 20, 200, 2000],
    displaySteps: 20_000,
    counts: 2,
    link,
  },
  { id: 'practice-counter', name: 'Counter', measures: ['Hz'], ppm: 1, counter: { kind: 'reciprocal', gatesS: [1] }, link },
  { id: 'practice-level', name: 'Selective level meter', measures: ['dBm', 'dBc'], decibels: 1, link },
  { id: 'practice-wattmeter', name: 'Through-line wattmeter', measures: ['W'], percentOfReading: 5, link },
  { id: 'practice-audio', name: 'Audio test set', measures: ['dB', '%'], percentOfReading: 3, link },
];
