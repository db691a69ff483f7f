import type { Remedy } from '../trace/tables/bench-acts';
import type { ReadingOutcome } from '../trace/tables/reading-rows';
import type { FindingKind, FunctionResult, ReadingVerdict, Stage } from './vocabulary';

/** The words people read for the states the code keeps. */
export const stageNames: Readonly<Record<Stage, string>> = {
  'book-in': 'Book in',
  safety: 'Safety',
  'first-look': 'First look',
  functions: 'Functions',
  trace: 'Trace',
  parts: 'Parts',
  repair: 'Repair',
  align: 'Align',
  test: 'Test',
  soak: 'Soak',
  'hand-back': 'Hand back',
};

export const resultNames: Readonly<Record<FunctionResult, string>> = {
  works: 'works',
  weak: 'weak',
  dead: 'dead',
  distorted: 'distorted',
  'wrong-frequency': 'wrong frequency',
  'comes-and-goes': 'comes and goes',
  'stuck-on': 'stuck on',
  'not-tried': 'not tried',
};

export const verdictNames: Readonly<Record<ReadingVerdict, string>> = {
  in: 'in',
  low: 'low',
  high: 'high',
  dead: 'dead',
  'cant-tell': "can't tell",
  'no-limit': 'no limit',
};

export const comparisonNames: Readonly<Record<ReadingOutcome, string>> = {
  in: 'as in the healthy set',
  low: 'lower than in the healthy set',
  high: 'higher than in the healthy set',
  dead: 'dead, where the healthy set is not',
};

export const remedyNames: Readonly<Record<Remedy, string>> = { reflow: 'reflowed', reseat: 'reseated', clean: 'cleaned' };

export const findingNames: Readonly<Record<FindingKind, string>> = {
  'leaking-capacitor': 'leaking or swollen capacitor',
  'burnt-part': 'burnt part',
  'bad-joint': 'dull or ringed joint',
  'cracked-part': 'cracked part',
  corrosion: 'corrosion',
  'cut-track': 'cut track or lifted pad',
  'loose-connector': 'loose connector',
  'broken-core': 'broken tuning core',
  twiddled: 'turned at random',
  'added-wire': 'added wire or board',
  're-soldered': 're-soldered area',
  'missing-screw': 'missing screw',
  'dry-paste': 'dry thermal paste',
  other: 'something else',
  clean: 'looks clean',
};
