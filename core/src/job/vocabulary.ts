/** The stages of a job, in working order. Any may be opened at any time. */
export const stages = [
  'book-in',
  'safety',
  'first-look',
  'functions',
  'trace',
  'parts',
  'repair',
  'align',
  'test',
  'soak',
  'hand-back',
] as const;
export type Stage = (typeof stages)[number];

export const functionResults = [
  'works',
  'weak',
  'dead',
  'distorted',
  'wrong-frequency',
  'comes-and-goes',
  'stuck-on',
  'not-tried',
] as const;
export type FunctionResult = (typeof functionResults)[number];

export const readingVerdicts = ['in', 'low', 'high', 'dead', 'cant-tell', 'no-limit'] as const;
export type ReadingVerdict = (typeof readingVerdicts)[number];

export const findingKinds = [
  'leaking-capacitor',
  'burnt-part',
  'bad-joint',
  'cracked-part',
  'corrosion',
  'cut-track',
  'loose-connector',
  'broken-core',
  'twiddled',
  'added-wire',
  're-soldered',
  'missing-screw',
  'dry-paste',
  'other',
  'clean',
] as const;
export type FindingKind = (typeof findingKinds)[number];

export const waitReasons = ['part', 'answer', 'cool-down', 'soak', 'collection', 'nothing'] as const;
export const problemStates = ['open', 'found', 'repaired', 'left-alone'] as const;
