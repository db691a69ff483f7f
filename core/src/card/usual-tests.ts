import type { Unit } from '../quantity';

/** A test that every bench does, whatever the set: it can be noted before a card knows it, and where a card does not have it. */
export interface UsualTest {
  /** What it is typed by, and its id on a reading. */
  readonly word: string;
  readonly also?: readonly string[];
  readonly name: string;
  readonly unit: Unit;
  /** Less than this it cannot be. */
  readonly least?: number;
  /** Whether the set is keyed for it, where it can be done in one way only. */
  readonly keyed?: boolean;
}

const usualTests: readonly UsualTest[] = [
  { word: 'pwr', also: ['power', 'po'], name: 'Power', unit: 'W', least: 0, keyed: true },
  { word: 'freq', also: ['frequency'], name: 'Frequency', unit: 'Hz', keyed: true },
  { word: 'dev', also: ['deviation'], name: 'Deviation', unit: 'Hz', least: 0, keyed: true },
  { word: 'mod', also: ['modulation', 'depth'], name: 'Depth of modulation', unit: '%', least: 0, keyed: true },
  { word: 'spur', also: ['harm', 'harmonics'], name: 'Harmonics and spurious', unit: 'dBc', keyed: true },
  { word: 'swr', also: ['vswr'], name: 'SWR', unit: '', least: 1, keyed: true },
  { word: 'sens', also: ['sensitivity'], name: 'Sensitivity', unit: 'V', keyed: false },
  { word: 'sinad', name: 'SINAD', unit: 'dB', keyed: false },
  { word: 'sql', also: ['squelch'], name: 'Squelch opens at', unit: 'V', keyed: false },
  { word: 'smeter', also: ['s-meter'], name: 'S-meter shows', unit: 'S', keyed: false },
  { word: 'audio', name: 'Audio output', unit: 'W', least: 0, keyed: false },
  { word: 'thd', also: ['distortion'], name: 'Distortion', unit: '%', least: 0 },
  { word: 'cur', also: ['current'], name: 'Current', unit: 'A' },
];

/** The usual test of a word, as it is typed, or of the id on a reading; undefined where none is called so. */
export const usualTest = (word: string): UsualTest | undefined => {
  const said = word.toLowerCase();
  return usualTests.find((test) => test.word === said || test.also?.includes(said));
};
