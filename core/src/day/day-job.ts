import type { JobSummary } from '../job';
import { dayOf, daysAfter } from '../line';
import { stages, type Stage, type WaitReason } from '../words';
import type { StageLengths } from './hours-left';

/** What the plan knows of a job in hand. */
export interface DayJob {
  readonly id: string;
  readonly number: number;
  readonly bookedInAt: string;
  readonly promisedOn?: string | undefined;
  /** Sets on one card share leads, adapters, sheets and the order of work. */
  readonly cardId?: string | undefined;
  readonly summary: JobSummary;
}

/** What is done with the hands next, where that is not simply the stage. */
export type Act = 'stage' | 'order' | 'fit' | 'end-soak';

/** Work that needs hands, from one wait to the next. */
export interface HandsStep {
  readonly kind: 'hands';
  readonly stages: readonly Stage[];
  readonly act: Act;
  /** The middle of how long it takes, in minutes, and between what eight of ten lie. */
  readonly minutes: number;
  readonly range: readonly [number, number];
  /** Lengths drawn from what is known, sorted. */
  readonly drawn: readonly number[];
}

/** Time that passes by itself. */
export interface WaitStep {
  readonly kind: 'wait';
  readonly for: Exclude<WaitReason, 'nothing' | 'collection'>;
  readonly text: string;
  /** Until a moment, or so many minutes by the clock from when the work before it is done. */
  readonly untilMs?: number;
  readonly minutes?: number;
  /** Nobody said until when: it is what is usual. */
  readonly guessed: boolean;
  /** The chance that it comes at all; where it may not, the plan leaves it out and its risk does not. */
  readonly chance?: number;
}
export type DayStep = HandsStep | WaitStep;

/** What is usual where nobody said: minutes by the clock. */
const usualMinutes = { 'cool-down': 20, soak: 120 } as const;
const orderMinutes = 10;
const draws = 61;

/** Whether all that is still to be fitted lies ready: it came, or is chosen from a drawer. */
export const partsAreHere = ({ wanted = [] }: Pick<JobSummary, 'wanted'>): boolean =>
  wanted.some(({ state }) => state === 'here') &&
  wanted.every(({ state, stock }) => state === 'here' || (state === 'wanted' && stock !== undefined));

/** Parts on the list that are neither here, nor chosen from a drawer, nor ordered. */
const notOrdered = ({ wanted = [] }: Pick<JobSummary, 'wanted'>): boolean =>
  wanted.some(({ state, stock }) => state === 'wanted' && stock === undefined);

/** What comes next on a job: the stage to open, what is done there, and what it waits for first. */
export interface NextUp {
  readonly stage: Stage;
  readonly act: Act;
  readonly waits: WaitReason;
}

/** A soak whose time is over is work again, and so is a wait for parts that are here. */
export function nextUp(summary: JobSummary, nowMs: number): NextUp {
  if (summary.soakDue !== undefined && Date.parse(summary.soakDue) <= nowMs) return { stage: 'soak', act: 'end-soak', waits: 'nothing' };
  if (partsAreHere(summary)) return { stage: 'parts', act: 'fit', waits: summary.waits === 'part' ? 'nothing' : summary.waits };
  const orders = summary.waits === 'nothing' && (summary.stage === 'parts' || summary.stage === 'repair') && notOrdered(summary);
  return { stage: summary.stage, act: orders ? 'order' : 'stage', waits: summary.waits };
}

/** Noon of a day at the bench: the post has been. */
const noonOf = (day: string): number => new Date(`${day}T12:00`).getTime();

function firstWait(job: DayJob, waits: WaitReason, lengths: StageLengths, nowMs: number): WaitStep | undefined {
  const { waitText: text, waitUntil, soakDue, lastAt } = job.summary;
  if (waits === 'nothing' || waits === 'collection') return undefined;
  if (waits === 'soak' && soakDue !== undefined) return { kind: 'wait', for: waits, text, untilMs: Date.parse(soakDue), guessed: false };
  if (waitUntil !== undefined && noonOf(waitUntil) > nowMs)
    return { kind: 'wait', for: waits, text, untilMs: noonOf(waitUntil), guessed: false };
  // It is over its day: it may come with any post, and the next is as good a guess as another.
  if (waitUntil !== undefined)
    return { kind: 'wait', for: waits, text, untilMs: noonOf(daysAfter(dayOf(new Date(nowMs)), 1)), guessed: true };
  const minutes = waits === 'part' || waits === 'answer' ? lengths.wait(waits).middle : usualMinutes[waits];
  const usual = Date.parse(lastAt) + minutes * 60_000;
  return { kind: 'wait', for: waits, text, untilMs: Math.max(usual, nowMs), guessed: true };
}

/** The stages that still want hands, by the summary; one of an earlier program tells only where the work stands. */
const openStages = ({ open, stage }: JobSummary): readonly Stage[] => open ?? stages.slice(stages.indexOf(stage));

/**
 * What is left of a job, as work and waits one after the other; empty where it only waits to be collected.
 * @param ownMinutes what the technician said is left of its work, which then counts instead of what is learned
 */
export function stepsOf(job: DayJob, lengths: StageLengths, nowMs: number, ownMinutes?: number): readonly DayStep[] {
  const { summary, cardId } = job;
  if (summary.finished || summary.waits === 'collection') return [];
  const next = nextUp(summary, nowMs);
  const steps: DayStep[] = [];
  const wait = firstWait(job, next.waits, lengths, nowMs);
  if (wait) steps.push(wait);
  const open = openStages(summary).filter((stage) => stage !== 'book-in');
  const from = next.act === 'stage' ? open : [next.stage, ...open.filter((stage) => stages.indexOf(stage) > stages.indexOf(next.stage))];
  const soaks = from.includes('soak') && next.waits !== 'soak' && next.act !== 'end-soak';
  const looking = from.includes('trace') && (summary.wanted ?? []).length === 0 && next.act === 'stage';
  const afterPart = (stage: Stage): boolean => stages.indexOf(stage) >= stages.indexOf('repair');

  const hands = (own: readonly Stage[], act: Act = 'stage'): void => {
    if (own.length) steps.push(handsStep(own, act, drawnOf(own)));
  };
  const drawnOf = (own: readonly Stage[]): readonly number[] => lengths.drawn(own, cardId, summary.worked ?? {}, draws);

  if (next.act === 'order') {
    steps.push(handsStep(['parts'], 'order', [orderMinutes]));
    steps.push({ kind: 'wait', for: 'part', text: 'parts to be ordered', minutes: lengths.wait('part').middle, guessed: true });
  }
  const beforeSoak = from.filter((stage) => stages.indexOf(stage) <= stages.indexOf('test'));
  const after = from.filter((stage) => stages.indexOf(stage) > stages.indexOf('test'));
  if (looking) {
    hands(beforeSoak.filter((stage) => !afterPart(stage)));
    steps.push({
      kind: 'wait',
      for: 'part',
      text: 'a part, if it comes to that',
      minutes: lengths.wait('part').middle,
      guessed: true,
      chance: lengths.partChance,
    });
    const rest = beforeSoak.filter(afterPart);
    hands(soaks ? [...rest, 'soak'] : rest);
  } else hands(soaks && beforeSoak.length ? [...beforeSoak, 'soak'] : beforeSoak, next.act === 'order' ? 'stage' : next.act);
  if (soaks) {
    if (beforeSoak.length === 0) hands(['soak']);
    steps.push({ kind: 'wait', for: 'soak', text: 'soak', minutes: usualMinutes.soak, guessed: true });
  }
  hands(soaks ? after.filter((stage) => stage !== 'soak') : after, next.act === 'end-soak' ? 'end-soak' : 'stage');
  return ownMinutes === undefined ? steps : rescaled(steps, ownMinutes);
}

const at = (drawn: readonly number[], share: number): number =>
  drawn[Math.min(drawn.length - 1, Math.round(share * (drawn.length - 1)))] ?? 0;

const handsStep = (own: readonly Stage[], act: Act, drawn: readonly number[]): HandsStep => ({
  kind: 'hands',
  stages: own,
  act,
  minutes: at(drawn, 0.5),
  range: [at(drawn, 0.1), at(drawn, 0.9)],
  drawn,
});

/** The same steps with so many minutes of work in all, and half as far apart: who has the set in hand knows more than the average. */
function rescaled(steps: readonly DayStep[], ownMinutes: number): readonly DayStep[] {
  const all = steps.reduce((sum, step) => sum + (step.kind === 'hands' ? step.minutes : 0), 0);
  if (all <= 0) return steps;
  return steps.map((step) => {
    if (step.kind === 'wait') return step;
    const middle = (step.minutes / all) * ownMinutes;
    return handsStep(
      step.stages,
      step.act,
      step.drawn.map((minutes) => middle * Math.sqrt(minutes / step.minutes)),
    );
  });
}
