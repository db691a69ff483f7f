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

/** What a function check says, from the best to the worst: where two faults meet, the worse one shows. */
export const functionOutcomes = ['works', 'weak', 'distorted', 'comes-and-goes', 'wrong-frequency', 'stuck-on', 'dead'] as const;
export type FunctionOutcome = (typeof functionOutcomes)[number];

/** What a reading says against its limits, from the best to the worst. */
export const readingOutcomes = ['in', 'high', 'low', 'dead'] as const;
export type ReadingOutcome = (typeof readingOutcomes)[number];

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

/** How bad a finding looks; neutral what accuses nobody, such as a date code or a scratch. */
export const severities = ['slight', 'plain', 'bad', 'neutral'] as const;

/** Cheap repairs as tests. */
export const remedies = ['reflow', 'reseat', 'clean'] as const;
export type Remedy = (typeof remedies)[number];
/** Repairs without a part: those, and what Trace does not propose. */
export const mends = [...remedies, 'tighten', 'straighten', 'undo'] as const;
export type Mend = (typeof mends)[number];
/** What is done to an adjuster: to a figure, to the greatest, to the least, or as may be; and that it is kept from turning. */
export const adjustings = ['adjust', 'set', 'trim', 'peak', 'dip', 'seal'] as const;
export type Adjusting = (typeof adjustings)[number];

/** What one does to a section to see whether the symptom changes. */
export const manipulations = ['tap', 'press', 'heat', 'cool'] as const;
export type Manipulation = (typeof manipulations)[number];

export const waitReasons = ['part', 'answer', 'cool-down', 'soak', 'collection', 'nothing'] as const;
export type WaitReason = (typeof waitReasons)[number];
/** Those for which a job waits days, of which a shop learns how many. */
export const daysWaited = ['part', 'answer'] as const satisfies readonly WaitReason[];
export type DaysWaited = (typeof daysWaited)[number];
export const problemStates = ['open', 'found', 'repaired', 'left-alone', 'watch'] as const;
/** What stands on the list of work of a job beside what was found: a trouble, what must be asked, what could be better. */
export const problemSorts = ['problem', 'question', 'improvement'] as const;
/** What becomes of something that was found. */
export const workStates = ['to-do', 'done', 'left-alone', 'watch'] as const;
export type WorkState = (typeof workStates)[number];

/** Where a part of the list has got to, as it is said; that it is fitted is an entry of its own. */
export const listedStates = ['suspect', 'wanted', 'ordered', 'here', 'left'] as const;
export type ListedState = (typeof listedStates)[number] | 'fitted';
/** What holds a cover or a board, and is loosened to take it off. */
export const fasteners = ['screw', 'hidden-screw', 'nut', 'clip', 'connector', 'joint', 'knob', 'other'] as const;
export type Fastener = (typeof fasteners)[number];
/** Where an item of stock comes from. */
export const stockOrigins = ['bought', 'salvage', 'made', 'owner'] as const;
export type StockOrigin = (typeof stockOrigins)[number];
/** What a capacitor does where it stands: how far another may depart from it follows. */
export const capacitorRoles = ['reservoir', 'coupling', 'timing', 'rf'] as const;
export type CapacitorRole = (typeof capacitorRoles)[number];

/** What passed between the shop and the owner of a set. */
export const talkActs = ['asked', 'told', 'heard', 'approved', 'refused'] as const;
export type TalkAct = (typeof talkActs)[number];

/** Money that came before the work, for it, or was given back. */
export const paidActs = ['deposit', 'payment', 'refund'] as const;
export type PaidAct = (typeof paidActs)[number];

/** A price in place of the time, what is charged besides, and what is taken off. */
export const chargeActs = ['fixed', 'extra', 'goodwill'] as const;
export type ChargeAct = (typeof chargeActs)[number];

/** As what a picture stands on the sheet. */
export const shownAs = ['before', 'after', 'beside', 'not'] as const;
export type ShownAs = (typeof shownAs)[number];

/** How a claim was found to be. */
export const claimStands = ['open', 'confirmed', 'contradicted'] as const;
export type ClaimStand = (typeof claimStands)[number];

/** What a sweep may go through while all else stays. */
export const sweptOver = ['channel', 'band', 'mode', 'level', 'supply', 'closing', 'point'] as const;
export type SweptOver = (typeof sweptOver)[number];

/** What is done to a set while a point of it is watched. */
export const watchActs = ['tap', 'heat', 'cool', 'key', 'unkey', 'turn'] as const;
export type WatchAct = (typeof watchActs)[number];

/** Figures that a recording gives: of a transmission in I and Q, or of sound. */
export const recordedWhats = [
  'carrier',
  'deviation',
  'depth',
  'tone',
  'distortion',
  'sub-tone',
  'sub-deviation',
  'bandwidth',
  'spill-below',
  'spill-above',
  'spurious',
  'third-order',
  'fifth-order',
  'power-end',
  'turn-on',
  'drift',
  'rise',
  'fall',
  'sinad',
  'sn',
  'hum',
  'level',
  'tail',
  'low-corner',
  'high-corner',
] as const;
export type RecordedWhat = (typeof recordedWhats)[number];
