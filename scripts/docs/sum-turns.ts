import { audioOf } from '../../core/src/testing/signals';

/** One more way to ask a sum: a turn that neither its example nor the worked figures take. */
export interface SumTurn {
  readonly sum: string;
  readonly name: string;
  readonly input: unknown;
}
const turn = (sum: string, name: string, input: unknown): SumTurn => ({ sum, name, input });

const volts = (band: string | undefined, ...rows: readonly (readonly [number, number, boolean?])[]): readonly object[] =>
  rows.map(([mhz, v, locked]) => ({
    frequencyHz: mhz * 1e6,
    volts: v,
    ...(band === undefined ? {} : { band }),
    ...(locked === undefined ? {} : { locked }),
  }));
const loop = { windowLowV: 1, windowHighV: 7, railV: 8 };

const wave = (length: number, rateHz: number, hz: number): number[] =>
  Array.from({ length }, (_, k) => Math.sin((2 * Math.PI * hz * k) / rateHz));

export const turnsOfSums: readonly SumTurn[] = [
  turn('lock-sweep', 'one of three bands out at the rail', {
    ...loop,
    points: [...volts('A', [7, 2], [7.3, 4]), ...volts('B', [14, 7.8], [14.3, 7.9]), ...volts('C', [21, 3])],
  }),
  turn('lock-sweep', 'two of three bands out', {
    ...loop,
    points: [...volts('A', [7, 2], [7.3, 4]), ...volts('B', [14, 0.2], [14.3, 0.4]), ...volts('C', [21, 7.2])],
  }),
  turn('lock-sweep', 'every band inside and unlocked', {
    ...loop,
    points: [...volts('A', [7, 2, false]), ...volts('B', [14, 4, false], [14.3, 4.4, true])],
  }),
  turn('lock-sweep', 'one band only, out', { ...loop, points: volts(undefined, [27, 0.5], [27.4, 0.9]) }),
  turn('lock-sweep', 'on the limits, near them and at the rails', {
    ...loop,
    points: [...volts('A', [7, 1], [7.1, 1.6], [7.2, 1.61], [7.3, 6.39], [7.4, 6.4], [7.5, 7]), ...volts('B', [9, 7.36], [9.1, 0.64])],
  }),
  turn('lock-sweep', 'a window of its own', {
    ...loop,
    points: [...volts('A', [7, 2], [7.3, 4]), ...volts('B', [14, 2.2], [14.3, 2.6])],
    windows: [{ band: 'B', lowV: 2, highV: 3 }],
  }),
  turn('stuck-line', 'in BCD, two lines', {
    code: 'bcd',
    bits: 9,
    channels: [
      { channel: 1, expectedN: 110, measuredN: 114 },
      { channel: 2, expectedN: 121, measuredN: 105 },
      { channel: 3, expectedN: 136, measuredN: 116 },
      { channel: 4, expectedN: 144, measuredN: 144 },
    ],
  }),
  turn('stuck-line', 'several sets as good', {
    code: 'binary',
    bits: 6,
    channels: [
      { channel: 1, expectedN: 12, measuredN: 15 },
      { channel: 2, expectedN: 40, measuredN: 43 },
      { channel: 9, expectedN: 41, measuredN: 7 },
    ],
  }),
  turn('stuck-line', 'nothing stuck', { code: 'binary', bits: 5, channels: [{ channel: 4, expectedN: 31, measuredN: 31 }] }),
  turn('soak-verdict', 'dropped twice, the second to the end', {
    low: 1,
    high: 2,
    points: [0, 10, 20, 30, 40, 50, 60].map((tS, k) => ({ tS, value: [1, 0.9, 1.5, 2, 2.1, 1.2, 2.4][k] })),
  }),
  turn('soak-verdict', 'a minute in no order, one reading out', {
    low: 1,
    high: 2,
    points: [30, 0, 20, 10].map((tS, k) => ({ tS, value: [1.3, 1.1, 1.2, 2.5][k] })),
  }),
  turn('soak-verdict', 'one reading', { low: 1, high: 2, points: [{ tS: 5, value: 1.5 }] }),
  turn('level-plan', 'volts in an impedance', {
    inputDbm: -50,
    stages: [
      { name: 'a', gainDb: 10, nfDb: 4 },
      { name: 'b', gainDb: -8 },
      { name: 'c', gainDb: 25, nfDb: 2 },
    ],
    readings: [
      { after: 'a', vrms: 0.002, impedanceOhm: 50 },
      { after: 'c', vrms: 0.003, impedanceOhm: 300 },
    ],
    toleranceDb: 2,
    bandwidthHz: 6000,
  }),
  turn('level-plan', 'a reading twice', {
    inputDbm: -50,
    stages: [{ name: 'a', gainDb: 10 }],
    readings: [{ after: 'a', dBm: -40, vrms: 0.002 }],
  }),
  turn('level-plan', 'dBm with an impedance', {
    inputDbm: -50,
    stages: [{ name: 'a', gainDb: 10 }],
    readings: [{ after: 'a', dBm: -40, impedanceOhm: 50 }],
  }),
  turn('level-plan', 'a reading of nothing', {
    inputDbm: -50,
    stages: [{ name: 'a', gainDb: 10 }],
    readings: [{ after: 'a' }],
  }),
  turn('level-plan', 'volts in no impedance', {
    inputDbm: -50,
    stages: [{ name: 'a', gainDb: 10 }],
    readings: [{ after: 'a', vrms: 0.1 }],
  }),
  turn('level-plan', 'an impedance without volts', {
    inputDbm: -50,
    stages: [{ name: 'a', gainDb: 10 }],
    readings: [{ after: 'a', impedanceOhm: 50 }],
  }),
  turn('level-plan', 'after no stage', {
    inputDbm: -50,
    stages: [{ name: 'a', gainDb: 10 }],
    readings: [{ after: 'z', dBm: -40 }],
  }),
  turn('subtone', 'a recording that is too short', { sampleRateHz: 1000, samples: wave(299, 1000, 88.5) }),
  turn('subtone', 'a recording of three tenths of a second', { sampleRateHz: 1000, samples: wave(300, 1000, 88.5) }),
  turn('subtone', 'a recording of one tone', { sampleRateHz: 1000, samples: wave(1000, 1000, 100.4) }),
  turn('subtone', 'a recording without a tone', {
    sampleRateHz: 1000,
    samples: Array.from(audioOf({ kind: 'audio', sampleRateHz: 1000, seconds: 0.8, tones: [], noiseRms: 0.1, seed: 3 })),
  }),
  turn('channel', 'a channel that the plan has not', { plan: 'cb-us-40', channel: 41 }),
  turn('channel', 'a frequency between two channels', { plan: 'cb-us-40', frequencyHz: 27_190_000 }),
  turn('channel', 'a frequency hardly off its channel', { plan: 'cb-us-40', frequencyHz: 27_185_130 }),
  ...[1, 2, 3, 5].map((failures) =>
    turn('soak-plan', `${failures} failures seen in an hour`, { failures, observedS: 3600, confidence: 0.95 }),
  ),
  turn('soak-plan', 'by cycles', { failurePerCycle: 0.1, confidence: 0.99 }),
  turn('soak-plan', 'by failures an hour, soon over', { failuresPerHour: 3.1, confidence: 0.95 }),
];
