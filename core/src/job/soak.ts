import { functionName, type LaidCard } from '../card';
import { cyclesText, ofKind, readingText, spanText, subjectText, type TapeEntry } from '../tape';
import { resultNames } from '../words';
import { repairsOf } from './repairs';

/** How a soak stands: `short` was ended before its time, `void` was changed under way. */
export type SoakState = 'running' | 'held' | 'failed' | 'short' | 'void';

export interface Soak {
  readonly state: SoakState;
  /** When it was begun, and when it is over, in milliseconds since 1970; the end only of one that is to hold for a time. */
  readonly beganMs: number;
  readonly dueMs?: number;
  /** Held so far, or until it ended or failed, in minutes. */
  readonly heldMinutes: number;
  readonly holdMinutes?: number;
  readonly cyclesDone: number;
  readonly cycles?: number;
  /** Chance in 100 that a set which still failed as often as before would have shown it by now; absent where nobody said how often. */
  readonly sure?: number;
  /** Why it failed or counts no more. */
  readonly why: string;
}

/**
 * How sure one may be after a hold, from failures that were seen before: 1 − (1 + T/W)^(−k) for k failures in the time W. A rate judged from
 * few failures is itself unsure, so it grows more slowly than for a known one. Source: the sum "How long to soak".
 */
export const sureAfter = (heldMinutes: number, failures: number, observedMinutes: number): number =>
  100 * (1 - (1 + heldMinutes / observedMinutes) ** -failures);

/** How many minutes make one so sure, in 100. */
export const minutesFor = (sure: number, failures: number, observedMinutes: number): number =>
  observedMinutes * ((1 - sure / 100) ** (-1 / failures) - 1);

/** What shows that it failed under way: told so, a reading outside its limits, a function that does not work. */
function failureIn(entry: TapeEntry, card: LaidCard | undefined): string | undefined {
  switch (entry.kind) {
    case 'soak':
      return entry.act === 'failed' ? (entry.text ?? 'it failed') : undefined;
    case 'reading':
      return entry.verdict === 'low' || entry.verdict === 'high' || entry.verdict === 'dead'
        ? `${subjectText(entry.subject)} ${readingText(entry)}, ${entry.verdict}`
        : undefined;
    case 'function':
      return entry.result === 'works' || entry.result === 'not-tried'
        ? undefined
        : `${functionName(card, entry.functionId)}: ${resultNames[entry.result]}`;
    default:
      return undefined;
  }
}

/**
 * The last soak of a job as it stands; undefined where none was begun. A clock that runs is no one who watches: what was read and tried
 * under way stands on the tape beside it.
 * @param stood the tape without what was struck
 */
export function soakOf(card: LaidCard | undefined, stood: readonly TapeEntry[], nowMs: number): Soak | undefined {
  const all = ofKind(stood, 'soak');
  const begun = all.findLast(({ act }) => act === 'begin');
  if (!begun) return undefined;
  const after = stood.filter(({ seq }) => seq > begun.seq);
  const end = after.find((entry) => entry.kind === 'soak' && entry.act === 'end');
  const inIt = end ? after.filter(({ seq }) => seq < end.seq) : after;
  const failed = inIt.find((entry) => failureIn(entry, card) !== undefined);
  const changed = repairsOf(card, inIt)[0];
  const stopped = failed && (!changed || failed.seq < changed.seq) ? failed : changed ? inIt.find(({ id }) => id === changed.id) : end;
  const beganMs = Date.parse(begun.at);
  const { holdMinutes, cycles, failures, observedMinutes } = begun;
  // A soak that nobody ended is claimed for no longer than it was to hold, or than its last cycle.
  const lastCycle = all.findLast(({ act, seq }) => act === 'cycles' && seq > begun.seq);
  const claimedMs = holdMinutes !== undefined ? beganMs + holdMinutes * 60_000 : lastCycle ? Date.parse(lastCycle.at) : Infinity;
  const untilMs = stopped ? Date.parse(stopped.at) : Math.min(nowMs, claimedMs);
  const heldMinutes = Math.max(0, (untilMs - beganMs) / 60_000);
  const until = stopped?.seq ?? Infinity;
  const cyclesDone = all
    .filter(({ act, seq }) => act === 'cycles' && seq > begun.seq && seq < until)
    .reduce((sum, { cycles = 0 }) => sum + cycles, 0);
  const enough = (holdMinutes === undefined || heldMinutes >= holdMinutes) && (cycles === undefined || cyclesDone >= cycles);
  const state: SoakState =
    stopped === failed && failed ? 'failed' : changed && stopped?.id === changed.id ? 'void' : enough ? 'held' : end ? 'short' : 'running';
  return {
    state,
    beganMs,
    ...(holdMinutes === undefined ? {} : { dueMs: beganMs + holdMinutes * 60_000, holdMinutes }),
    heldMinutes,
    cyclesDone,
    ...(cycles === undefined ? {} : { cycles }),
    ...(failures === undefined || observedMinutes === undefined ? {} : { sure: sureAfter(heldMinutes, failures, observedMinutes) }),
    why:
      state === 'failed' && failed
        ? (failureIn(failed, card) ?? '')
        : state === 'void' && changed
          ? `${changed.what} since: begin it again`
          : '',
  };
}

/** `in 95 of 100`: never more sure than one can be. */
export const sureText = (sure: number): string => (sure > 99.9 ? 'over 99.9' : sure >= 99 ? sure.toFixed(1) : String(Math.floor(sure)));

/** What a soak says on the sheet; undefined while it runs, and of one that counts no more. */
export function soakLine(card: LaidCard | undefined, stood: readonly TapeEntry[], nowMs: number): string | undefined {
  const soak = soakOf(card, stood, nowMs);
  if (!soak || soak.state === 'running' || soak.state === 'void') return undefined;
  const held = [spanText(Math.floor(soak.heldMinutes)), soak.cyclesDone ? cyclesText(soak.cyclesDone) : ''].filter(Boolean).join(', ');
  if (soak.state === 'failed') return `Soaked: failed after ${held}: ${soak.why}`;
  const sure =
    soak.sure === undefined
      ? ''
      : `; had it still failed as often as before, it would have shown in ${sureText(soak.sure)} of 100 such soaks`;
  const short = soak.state === 'short' ? ', shorter than was wanted' : '';
  return `Soaked ${held} without a failure${short}${sure}`;
}
