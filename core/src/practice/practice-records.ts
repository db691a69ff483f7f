import * as z from 'zod';
import { actSchema, dangers } from './asked';
import { caseWays } from './case-code';
import { toldSchema } from './lesson';

/** How much Trace says while a case is played. */
export const helps = ['off', 'hints', 'on'] as const;
export type Help = (typeof helps)[number];

/** How a case came to its end. */
export const caseEnds = ['mended', 'rightly-sound', 'not-mended', 'wrongly-sound', 'given-up', 'lost'] as const;
export type CaseEnd = (typeof caseEnds)[number];
export const caseEndNames: Readonly<Record<CaseEnd, string>> = {
  mended: 'mended',
  'rightly-sound': 'rightly sent back as sound',
  'not-mended': 'handed back, and not mended',
  'wrongly-sound': 'sent back as sound, and it was not',
  'given-up': 'given up',
  lost: 'ended by carelessness',
};
export const isWon = (end: CaseEnd | undefined): boolean => end === 'mended' || end === 'rightly-sound';

/** What one held of a section at a moment, against what was known. */
export const beliefSchema = z.object({
  /** After so many acts. */
  after: z.number().int().min(0),
  section: z.string(),
  /** What was said, 0 to 1. */
  said: z.number().min(0).max(1),
  /** What the evidence said, 0 to 1. */
  evidence: z.number().min(0).max(1),
});
export type Belief = z.infer<typeof beliefSchema>;

/** Grades of a case, from the easiest. */
export const grades = ['first-week', 'first-year', 'journeyman', 'old-hand', 'nobody'] as const;
export type Grade = (typeof grades)[number];
export const gradeNames: Readonly<Record<Grade, string>> = {
  'first-week': 'first week',
  'first-year': 'first year',
  journeyman: 'journeyman',
  'old-hand': 'old hand',
  nobody: 'nobody finds this',
};

const pathStepSchema = z.object({
  title: z.string(),
  /** Minutes on the clock when it was done. */
  at: z.number().min(0),
  /** So many sections were still in question: two to the power of the bits that were open. */
  inQuestion: z.number().min(0),
});
/** One step of a path, with what was in question after it. */
export type PathStep = z.infer<typeof pathStepSchema>;

const costlyStepSchema = pathStepSchema.extend({
  /** Which of what was done, from 0. */
  step: z.number().int().min(0),
  minutes: z.number().min(0),
  /** Minutes of it that a better step would have saved. */
  lost: z.number().min(0),
  why: z.string(),
  skill: z.string(),
});
/** A step that cost more than it told. */
export type CostlyStep = z.infer<typeof costlyStepSchema>;

const skillMinutes = z.object({ skill: z.string(), minutes: z.number().min(0) });
export const reviewSchema = z.object({
  minutes: z.number().min(0),
  tests: z.number().int().min(0),
  path: z.array(pathStepSchema),
  /** What the engine made of the same case. */
  best: z.object({ minutes: z.number().min(0), tests: z.number().int().min(0), path: z.array(pathStepSchema) }),
  /** Parts that were renewed and were not at fault, with what their section stood at. */
  needless: z.array(z.object({ designator: z.string(), section: z.string(), chance: z.number().min(0).max(1) })),
  dangers: z.array(z.object({ danger: z.enum(dangers), told: z.string(), at: z.number().min(0) })),
  /** The steps that cost most, the dearest first. */
  costliest: z.array(costlyStepSchema),
  /** What was wrong, in words. */
  truth: z.array(z.string()),
  /** Sections that were at fault. */
  faulty: z.array(z.string()),
  skills: z.array(z.string()),
  /** Minutes lost by skill. */
  lost: z.array(skillMinutes),
});
export type Review = z.infer<typeof reviewSchema>;

/** A case as it was played, or is being played: by it the bench stands as it stood. */
export const practiceSchema = z.object({
  id: z.uuid(),
  code: z.string(),
  title: z.string(),
  /** What a teacher told of it, where one did. */
  told: toldSchema.optional(),
  way: z.enum(caseWays),
  chassis: z.string(),
  help: z.enum(helps),
  grade: z.enum(grades).optional(),
  beganAt: z.iso.datetime(),
  endedAt: z.iso.datetime().optional(),
  end: z.enum(caseEnds).optional(),
  acts: z.array(actSchema).max(5000),
  beliefs: z.array(beliefSchema).max(500).default([]),
  review: reviewSchema.optional(),
});
export type Practice = z.infer<typeof practiceSchema>;
