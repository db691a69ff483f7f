import type { ManualTruth, TruePoint } from './truth';

const pins = (device: string, receive: readonly number[], keyed: readonly number[], letters = 'EBC'): TruePoint[] =>
  [receive, keyed].flatMap((volts, i) =>
    volts.map((nominal, pin): TruePoint => ({
      point: `${device}${letters[pin] ?? ''}`,
      name: device,
      condition: [i === 0 ? 'receive' : 'keyed'],
      unit: 'V',
      nominal,
    })),
  );
const level = (point: string, name: string, low: number, high: number): TruePoint => ({
  point,
  name,
  condition: ['receive'],
  unit: 'dBm',
  low,
  high,
});

/** A land mobile set for FM: its manual is written out, with leaders and sentences, as older ones are. */
export const moor2: ManualTruth = {
  maker: 'Veskay',
  model: 'Moor 2',
  points: [
    ...pins('Q1', [1.2, 1.9, 8.4], [0, 0, 0.1]),
    ...pins('Q2', [1.4, 2.1, 7.6], [0, 0.1, 0.1]),
    ...pins('Q3', [0.9, 1.6, 6.9], [0.9, 1.6, 6.9]),
    ...pins('Q4', [2.2, 2.9, 8.8], [2.2, 2.9, 8.8]),
    ...pins('Q5', [0, 0.1, 13.4], [0, 0.6, 12.9]),
    ...pins('Q6', [0, 0, 13.5], [0, 0.4, 12.6]),
    level('TP1', 'first IF', -42, -34),
    level('TP2', 'second IF', -28, -20),
    level('TP3', 'first local oscillator', -4, 3),
    { point: 'TP4', name: 'loop', condition: ['receive'], unit: 'V', low: 2.5, high: 3.5 },
    { point: 'TP5', name: 'discriminator', condition: ['receive'], unit: 'V', low: 3.8, high: 4.2 },
    { point: 'TP6', name: 'regulated supply', condition: ['receive'], unit: 'V', low: 8.8, high: 9.2 },
  ],
  steps: [
    { name: 'SYNTHESISER ALIGNMENT 1', adjust: ['L21'], at: 'TP4', expect: '3,0 V on the lowest channel' },
    { name: 'SYNTHESISER ALIGNMENT 2', adjust: ['TC2'], at: 'the antenna socket', expect: '150,000 MHz' },
    { name: 'RECEIVER ALIGNMENT 1', adjust: ['L1', 'L2', 'L3'], at: 'TP1', expect: 'most level' },
    { name: 'RECEIVER ALIGNMENT 2', adjust: ['L5'], at: 'TP2', expect: 'most level' },
    { name: 'RECEIVER ALIGNMENT 3', adjust: ['L7'], at: 'TP5', expect: '4,0 V' },
    { name: 'RECEIVER ALIGNMENT 4', adjust: ['RV1'], at: 'the speaker', expect: 'squelch to open at 10 dB SINAD' },
    { name: 'TRANSMITTER ALIGNMENT 1', adjust: ['C41', 'C42'], at: 'the wattmeter', expect: 'most power' },
    { name: 'TRANSMITTER ALIGNMENT 2', adjust: ['RV4'], at: 'the wattmeter', expect: '25 W' },
    { name: 'TRANSMITTER ALIGNMENT 3', adjust: ['RV3'], at: '', expect: '4,5 kHz of deviation' },
    { name: 'TRANSMITTER ALIGNMENT 4', adjust: ['RV2'], at: '', expect: '500 Hz of deviation of the tone' },
  ],
  limits: [
    { word: 'freq', label: 'Frequency stability', condition: ['keyed'], unit: 'ppm', low: -5, high: 5, printed: '± 5 ppm' },
    { word: 'pwr', label: 'RF power', condition: ['keyed'], unit: 'W', low: 22, high: 28, printed: '25 W ± 3 W' },
    { word: 'dev', label: 'Deviation', condition: ['keyed', 'FM'], unit: 'Hz', high: 5000, printed: '5 kHz max' },
    { word: 'spur', label: 'Harmonics', condition: ['keyed'], unit: 'dBc', high: -70, printed: '-70 dBc or less' },
    { word: 'curtx', label: 'Current on transmit', condition: ['keyed'], unit: 'A', high: 6.5, printed: 'less than 6,5 A' },
    { word: 'cur', label: 'Current on standby', condition: ['receive'], unit: 'A', high: 0.35, printed: 'less than 350 mA' },
    { word: 'sens', label: 'Sensitivity for 12 dB SINAD', condition: ['receive'], unit: 'V', high: 0.35e-6, printed: '0,35 µV or better' },
    { word: 'sq', label: 'Squelch opens at', condition: ['receive'], unit: 'V', high: 0.25e-6, printed: '0,25 µV or less' },
    { word: 'adj', label: 'Selectivity', condition: ['receive'], unit: 'dB', low: 75, printed: '75 dB or more' },
    { word: 'imd', label: 'Intermodulation', condition: ['receive'], unit: 'dB', low: 70, printed: 'at least 70 dB' },
    { word: 'audio', label: 'Audio output', condition: ['receive'], unit: 'W', low: 3, printed: 'at least 3 W' },
    { word: 'sn', label: 'Hum and noise', condition: ['receive'], unit: 'dB', low: 40, printed: 'better than 40 dB' },
  ],
  parts: [
    { designators: ['R1'], value: '10k', section: 'RECEIVER' },
    { designators: ['R2'], value: '1k8', section: 'RECEIVER' },
    { designators: ['C1', 'C2', 'C3'], value: '4n7', section: 'RECEIVER' },
    { designators: ['C10'], value: '100u', section: 'AUDIO' },
    { designators: ['IC2'], value: 'XA28', section: 'AUDIO' },
    { designators: ['Q5'], value: 'XP66', section: 'TRANSMITTER' },
    { designators: ['Q6'], value: 'XP70', section: 'TRANSMITTER' },
    { designators: ['RV4'], value: '4k7', section: 'TRANSMITTER' },
  ],
};
