import { sectionName } from '../card/names';
import type { LaidCard } from '../card/lay-card';
import type { Job, JobSummary } from './records';
import { holds, testCourses } from './before-after';
import { isToFit, listedParts, wantedParts } from './listed-parts';
import { repairsOf } from './repairs';
import { isOwed, retests } from './retests';
import { openSafetyChecks, safetyAnswers, safetyChecks, safetySigned } from './safety-checks';
import { soakOf } from './soak';
import { waitsFor } from './talks';
import { waitedMinutes } from './waited';
import { workedByStage } from './worked-by-stage';
import { alignRun } from '../run';
import { dayOf, timeOf } from '../line';
import { cyclesText, ofKind, spanText, standing, type TapeEntry } from '../tape';
import { stages, type Stage } from '../words';

export type StageState = 'done' | 'in-hand' | 'missing' | 'not-begun' | 'not-needed';
export interface StageStatus {
  readonly stage: Stage;
  readonly state: StageState;
  /** What is done or what is missing, in a few words. */
  readonly says: string;
}

const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** The state of every stage, worked out from what stands on the tape. */
export function stageStates(job: Job, tape: readonly TapeEntry[], card: LaidCard | undefined): StageStatus[] {
  const stood = standing(tape);
  const table = card ? testCourses(card, stood) : [];
  const told = new Map(ofKind(stood, 'stage').map((entry) => [entry.stage, entry.state] as const));
  const functions = new Map(ofKind(stood, 'function').map((entry) => [entry.functionId, entry.result] as const));
  const fits = ofKind(stood, 'fit');
  const repairs = repairsOf(card, stood);
  const again = retests(card, stood, job.symptoms);
  const work: Readonly<Record<Stage, () => [StageState, string]>> = {
    'book-in': () => (job.promisedOn ? ['done', 'done'] : ['done', 'no date promised']),
    safety: () => {
      const asked = safetyChecks(card).length;
      const open = openSafetyChecks(card, stood);
      const answers = safetyAnswers(stood);
      const wrong = open.filter(({ id }) => answers.has(id)).length;
      if (safetySigned(stood)) return ['done', wrong ? `signed, ${wrong} wrong` : 'signed off'];
      if (wrong) return ['missing', `${wrong} wrong, not signed`];
      if (open.length === asked) return ['missing', 'not signed'];
      return ['missing', open.length ? `${open.length} left, not signed` : 'ready to sign'];
    },
    'first-look': () => {
      const found = ofKind(stood, 'finding').filter((entry) => entry.finding !== 'clean').length;
      const looked = ofKind(stood, 'finding').length > 0;
      return looked ? ['done', found ? count(found, 'finding') : 'looks clean'] : ['not-begun', 'not begun'];
    },
    functions: () => {
      const all = card?.functions.length ?? 0;
      const tried = [...functions.values()].filter((r) => r !== 'not-tried').length;
      const bad = [...functions.values()].filter((r) => r !== 'works' && r !== 'not-tried').length;
      if (tried === 0) return ['not-begun', 'not begun'];
      if (all > 0 && tried < all) return ['in-hand', `${tried} of ${all} tried`];
      return ['done', bad ? `${bad} of ${tried} fail` : `all ${tried} work`];
    },
    trace: () => {
      const proven = ofKind(stood, 'proof').filter((entry) => entry.result === 'bad');
      // Several renewed without a proof are no fault that was found; what was proven among them is.
      const found = fits.findLast(({ designator, proof }) => proof || proven.some((each) => each.designator === designator));
      if (!found && fits.length > 1) return ['done', `${fits.length} parts renewed`];
      if (fits.length) return ['done', `led to ${(found ?? fits.at(-1))?.designator}`];
      // A core that was turned on the way is no fault that was found.
      const turned = new Set(ofKind(stood, 'adjustment').map(({ id }) => id));
      const last = repairs.findLast(({ id }) => !turned.has(id));
      if (last) return ['done', `led to: ${last.what}`];
      const [part] = proven.slice(-1);
      if (part) return ['done', `proven: ${part.designator ?? sectionName(card, part.section ?? '')}`];
      const readings = ofKind(stood, 'reading').length;
      return readings ? ['in-hand', count(readings, 'reading')] : ['not-begun', 'not begun'];
    },
    parts: () => {
      const list = listedParts(card, stood);
      const left = list.filter(isToFit).length;
      const suspect = list.filter(({ state, proven }) => state === 'suspect' && !proven).length;
      if (left) return ['in-hand', `${list.length - left - suspect} of ${list.length - suspect} on the list done`];
      if (suspect) return ['in-hand', `${count(suspect, 'suspect')} to prove`];
      return fits.length ? ['done', `${count(fits.length, 'part')} fitted`] : ['not-begun', 'waits for Trace'];
    },
    repair: () => {
      if (!repairs.length) return ['not-begun', 'not begun'];
      const open = again.filter(isOwed).length;
      const failed = again.filter((item) => !isOwed(item) && item.now === 'fails').length;
      if (open) return ['missing', `${count(open, 're-test')} to do`];
      if (failed) return ['missing', `${count(failed, 're-test')} failed`];
      return ['done', again.length ? 're-test passed' : count(repairs.length, 'repair')];
    },
    align: () => {
      const steps = card ? alignRun(card, stood) : [];
      if (!steps.length) return ['not-begun', 'no steps'];
      const done = steps.filter(({ state }) => state === 'done').length;
      const again = steps.filter(({ state }) => state === 'again').length;
      if (done === steps.length) return ['done', `all ${done} steps`];
      if (again) return ['in-hand', `${again} to do again`];
      return steps.some(({ state }) => state !== 'open')
        ? ['in-hand', `${done} of ${count(steps.length, 'step')}`]
        : ['not-begun', `${count(steps.length, 'step')} on the card`];
    },
    test: () => {
      const after = repairs.length > 0;
      const done = table.filter(holds).length;
      if (done === 0) return ['not-begun', 'not begun'];
      const label = after ? 'after' : 'before';
      return done === table.length ? ['done', `${label}: all ${done}`] : ['in-hand', `${label}: ${done} of ${table.length}`];
    },
    soak: () => {
      const last = ofKind(stood, 'soak').at(-1);
      // Whether its time is over is known by the clock of who looks; here only what was told.
      const soak = last && soakOf(card, stood, Date.parse(last.at));
      if (!soak || soak.state === 'void') return ['not-begun', soak ? 'begin it again' : 'not begun'];
      if (soak.state === 'failed') return ['missing', 'failed'];
      if (soak.state === 'short') return ['missing', 'ended too early'];
      return soak.state === 'held' ? ['done', `held ${spanText(Math.floor(soak.heldMinutes))}`] : ['in-hand', 'runs'];
    },
    'hand-back': () =>
      ofKind(stood, 'handed-back').length
        ? ['done', 'handed back']
        : ['not-begun', job.promisedOn ? `promised ${job.promisedOn.slice(5)}` : 'not begun'],
  };
  return stages.map((stage) => {
    const said = told.get(stage);
    const [state, says] = said === 'not-needed' ? (['not-needed', 'not needed'] as const) : work[stage]();
    return said === 'done' && state !== 'missing'
      ? { stage, state: 'done', says: state === 'not-begun' ? 'done' : says }
      : { stage, state, says };
  });
}

/** Of a soak that runs and was begun after the last wait: until when, or how many cycles; undefined where none does. */
function soakingUntil(
  card: LaidCard | undefined,
  stood: readonly TapeEntry[],
  since: number,
): { readonly text: string; readonly due?: string } | undefined {
  const last = ofKind(stood, 'soak').at(-1);
  const soak = last && last.seq > since ? soakOf(card, stood, Date.parse(last.at)) : undefined;
  if (soak?.state !== 'running') return undefined;
  if (soak.dueMs === undefined) return { text: cyclesText(soak.cycles ?? 0) };
  const due = new Date(soak.dueMs);
  return {
    text: `until ${timeOf(due)}${dayOf(due) === dayOf(new Date(soak.beganMs)) ? '' : `, ${dayOf(due)}`}`,
    due: due.toISOString(),
  };
}

/** The stage where the work stands: the first after the last one done that is not done, and what the job waits for. */
export function summarise(job: Job, tape: readonly TapeEntry[], card: LaidCard | undefined): JobSummary {
  const stood = standing(tape);
  const states = stageStates(job, stood, card);
  const finished = ofKind(stood, 'handed-back').length > 0;
  // A core that was turned while one looks for the fault is no sign that the fault was found.
  const lastTouched = states.map((s) => s.state === 'done' || (s.state === 'in-hand' && s.stage !== 'align')).lastIndexOf(true);
  const open = states.flatMap(({ stage, state }, i) =>
    i >= 1 && state !== 'done' && state !== 'not-needed' && (i >= lastTouched || state === 'missing') ? [stage] : [],
  );
  const wait = waitsFor(stood);
  const soaks = soakingUntil(card, stood, wait?.seq ?? 0);
  return {
    stage: finished ? 'hand-back' : (open[0] ?? 'hand-back'),
    waits: finished ? 'nothing' : soaks === undefined ? (wait?.reason ?? 'nothing') : 'soak',
    waitText: finished ? '' : (soaks?.text ?? (!wait || wait.reason === 'nothing' ? '' : wait.text)),
    ...(finished || soaks !== undefined || wait?.until === undefined ? {} : { waitUntil: wait.until }),
    ...(finished || soaks?.due === undefined ? {} : { soakDue: soaks.due }),
    finished,
    ...(finished ? {} : { inHand: 1 }),
    wanted: finished ? [] : wantedParts(card, stood),
    // Where nothing is to be aligned, no time is put down for it.
    open: finished ? [] : open.filter((stage) => stage !== 'align' || (card?.alignment ?? []).length > 0),
    worked: workedByStage(stood),
    waited: waitedMinutes(stood),
    entries: tape.length,
    lastAt: tape.reduce((latest, entry) => (entry.at > latest ? entry.at : latest), job.bookedInAt),
  };
}
