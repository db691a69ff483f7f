import type {
  Adjusting,
  ClaimStand,
  FindingKind,
  FunctionResult,
  Manipulation,
  Mend,
  ReadingOutcome,
  ReadingVerdict,
  Stage,
  SweptOver,
  waitReasons,
  RecordedWhat,
  WatchAct,
  ListedState,
  Fastener,
  StockOrigin,
  ChargeAct,
  PaidAct,
  ShownAs,
  TalkAct,
  WorkState,
} from './vocabulary';

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

export const mendNames: Readonly<Record<Mend, string>> = {
  reflow: 'reflowed',
  reseat: 'reseated',
  clean: 'cleaned',
  tighten: 'tightened',
  straighten: 'straightened',
  undo: 'undone',
};
/** What to mind at an act that can hurt, where it can. */
export const mendCautions: Readonly<Partial<Record<Mend, string>>> = {
  clean:
    'Set off, and high voltage proven gone. Use a cleaner that does not burn, and none that leaves a lubricant on contacts; air the room; nothing that sparks, and no power, until it is dry.',
  reflow: 'Set off, and high voltage proven gone. Iron earthed, fumes drawn away.',
};
export const adjustingNames: Readonly<Record<Adjusting, string>> = {
  adjust: 'adjusted',
  set: 'set',
  trim: 'trimmed',
  peak: 'peaked',
  dip: 'dipped',
  seal: 'sealed',
};
export const claimStandNames: Readonly<Record<ClaimStand, string>> = {
  open: 'not known',
  confirmed: 'found to be so',
  contradicted: 'found otherwise',
};

export const workNames: Readonly<Record<WorkState, string>> = {
  'to-do': 'still to do',
  done: 'done',
  'left-alone': 'left alone',
  watch: 'to be watched',
};

export const listedNames: Readonly<Record<ListedState, string>> = {
  suspect: 'suspect',
  wanted: 'wanted',
  ordered: 'ordered',
  here: 'here',
  left: 'stays as it is',
  fitted: 'fitted',
};

/** One of what was loosened, and several. */
export const fastenerNames: Readonly<Record<Fastener, readonly [one: string, many: string]>> = {
  screw: ['screw', 'screws'],
  'hidden-screw': ['hidden screw', 'hidden screws'],
  nut: ['nut', 'nuts'],
  clip: ['clip', 'clips'],
  connector: ['connector', 'connectors'],
  joint: ['soldered joint', 'soldered joints'],
  knob: ['knob', 'knobs'],
  other: ['fastener', 'fasteners'],
};

export const originNames: Readonly<Record<StockOrigin, string>> = {
  bought: 'bought',
  salvage: 'out of another set',
  made: 'made here',
  owner: 'brought by the owner',
};

export const talkNames: Readonly<Record<TalkAct, string>> = {
  asked: 'Asked the owner',
  told: 'Told the owner',
  heard: 'The owner says',
  approved: 'Approved',
  refused: 'Refused',
};

export const paidNames: Readonly<Record<PaidAct, string>> = { deposit: 'Paid beforehand', payment: 'Paid', refund: 'Given back' };

export const chargeNames: Readonly<Record<ChargeAct, string>> = {
  fixed: 'Fixed price of the work',
  extra: 'Charged besides',
  goodwill: 'Goodwill',
};

export const shownNames: Readonly<Record<ShownAs, string>> = {
  before: 'on the sheet, before',
  after: 'on the sheet, after',
  beside: 'on the sheet',
  not: 'not on the sheet',
};

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

export const waitNames: Readonly<Record<(typeof waitReasons)[number], string>> = {
  part: 'a part',
  answer: 'an answer',
  'cool-down': 'cool-down',
  soak: 'the soak',
  collection: 'collection',
  nothing: 'nothing',
};

const manipulationNames: Readonly<Record<Manipulation, string>> = { tap: 'tapped', press: 'pressed', heat: 'warmed', cool: 'cooled' };
/** `tapped: the symptom changed`, of a part or section named before it. */
export const manipulationText = (act: Manipulation, changed: boolean): string =>
  `${manipulationNames[act]}: ${changed ? 'the symptom changed' : 'no change'}`;

/** `Feed of the mixer lifted: the supply comes back`. */
export const liftText = (section: string, recovers: boolean): string =>
  `Feed of the ${section} lifted: the supply ${recovers ? 'comes back' : 'stays as it was'}`;

/** `All that hangs on the regulator lifted: its voltage comes back`. */
export const unloadText = (section: string, recovers: boolean): string =>
  `All that hangs on the ${section} lifted: its voltage ${recovers ? 'comes back' : 'stays as it was'}`;

/** `reflowed: the trouble is gone`, of a part or section named before it; nothing of the trouble where that is not known yet. */
export const mendText = (mend: Mend, cured?: boolean): string =>
  `${mendNames[mend]}${cured === undefined ? '' : `: ${cured ? 'the trouble is gone' : 'no change'}`}`;

/** A chance in a hundred, as people say it: `37`, `under 1`, or `over 99`: nothing that is reckoned is certain. */
export const hundredText = (chance: number): string =>
  chance < 0.01 ? 'under 1' : chance > 0.99 ? 'over 99' : String(Math.round(chance * 100));
/** The same where there is room for three signs only. */
export const hundredSign = (chance: number): string => (chance < 0.01 ? '<1' : chance > 0.99 ? '>99' : String(Math.round(chance * 100)));

/** What can hurt at a set, by the kind that a card gives it; `general` for a set without a card. */
export const hazardNames = {
  'high-voltage': 'High voltage',
  mains: 'Mains',
  rf: 'RF and dummy load',
  esd: 'Static',
  'beryllium-oxide': 'Beryllium oxide',
  solvent: 'Solvents',
  general: 'Cautions',
} as const;

export const sweptNames: Readonly<Record<SweptOver, string>> = {
  channel: 'channels',
  band: 'bands',
  mode: 'modes',
  level: 'generator levels',
  supply: 'supply voltages',
  closing: 'closings',
  point: 'points',
};

const watchActNames: Readonly<Record<WatchAct, readonly [one: string, several: string]>> = {
  tap: ['tap', 'taps'],
  heat: ['time of heat', 'times of heat'],
  cool: ['time of cold', 'times of cold'],
  key: ['keying', 'keyings'],
  unkey: ['unkeying', 'unkeyings'],
  turn: ['turn', 'turns'],
};
/** `1 tap`, `7 taps`: how often something was done to a set. */
export const watchActsText = (what: WatchAct, n: number): string => `${n} ${watchActNames[what][n === 1 ? 0 : 1]}`;

/** Figures of a recording, as they begin a line of figures. */
export const recordedNames: Readonly<Record<RecordedWhat, string>> = {
  carrier: 'carrier off',
  deviation: 'deviation',
  depth: 'AM depth',
  tone: 'tone',
  distortion: 'distortion',
  'sub-tone': 'sub-audible tone',
  'sub-deviation': 'deviation by it',
  bandwidth: 'occupied bandwidth',
  'spill-below': 'into the channel below',
  'spill-above': 'into the channel above',
  spurious: 'strongest line beside it',
  'third-order': 'products of the third order, against either tone',
  'fifth-order': 'products of the fifth order, against either tone',
  'power-end': 'power at the end, against the beginning',
  'turn-on': 'off at keying, against later',
  drift: 'drift',
  rise: 'rise',
  fall: 'fall',
  sinad: 'SINAD',
  sn: 'S/N',
  hum: 'hum, against the tone',
  level: 'level, against full scale',
  tail: 'squelch tail',
  'low-corner': 'down 6 dB at',
  'high-corner': 'down 6 dB again at',
};
