import type { TapeEntry } from '../tape';
import type { Stage } from '../words';

/** Where no labour was told, so long a gap between two entries still is work. */
const longestGapMinutes = 20;

/** The stage that an entry is made in; undefined where it may be any. */
function stageOf(entry: TapeEntry, repaired: boolean): Stage | undefined {
  switch (entry.kind) {
    case 'safety':
    case 'sign-off':
      return 'safety';
    case 'finding':
    case 'apart':
      return 'first-look';
    case 'function':
      return repaired ? 'repair' : 'functions';
    case 'reading':
    case 'sweep':
    case 'recording':
    case 'watch':
      return repaired ? 'test' : 'trace';
    case 'manipulation':
    case 'injection':
    case 'forcing':
    case 'comparison':
    case 'explained':
    case 'lift':
    case 'unload':
    case 'proof':
    case 'doubt':
      return 'trace';
    case 'listed':
      return 'parts';
    case 'fit':
    case 'remedy':
    case 'put-back':
    case 'modification':
      return 'repair';
    case 'adjustment':
      return 'align';
    case 'soak':
      return 'soak';
    case 'handed-back':
      return 'hand-back';
    case 'stage':
      return entry.stage;
    default:
      return undefined;
  }
}

/**
 * Minutes of work at each stage. Time while the labour clock runs belongs to the stage of the entry at its end, and so does what was told
 * as worked; a break is taken off. Where no labour was told at all, gaps of up to 20 minutes between entries count as work.
 * @param stood the tape without what was struck
 */
export function workedByStage(stood: readonly TapeEntry[]): Partial<Record<Stage, number>> {
  const minutes: Partial<Record<Stage, number>> = {};
  const clocked = stood.some(({ kind }) => kind === 'labour');
  const rows = stood
    .map((entry) => ({ entry, ms: Date.parse((entry.kind === 'labour' ? entry.when : undefined) ?? entry.at) }))
    .sort((a, b) => a.ms - b.ms || a.entry.seq - b.entry.seq);
  let stage: Stage = 'first-look';
  let running = false;
  let repaired = false;
  let last: number | undefined;
  const add = (more: number): void => {
    const now = (minutes[stage] ?? 0) + more;
    minutes[stage] = Math.max(0, now);
  };
  for (const { entry, ms } of rows) {
    repaired ||= entry.kind === 'fit' || entry.kind === 'remedy';
    stage = stageOf(entry, repaired) ?? stage;
    const gap = last === undefined ? 0 : (ms - last) / 60_000;
    if (clocked ? running : gap <= longestGapMinutes) add(gap);
    last = ms;
    if (entry.kind !== 'labour') continue;
    if (entry.act === 'start') running = true;
    else if (entry.act === 'stop') running = false;
    else if (entry.act === 'worked') add(entry.minutes ?? 0);
    else add(-(entry.minutes ?? 0));
  }
  return Object.fromEntries(Object.entries(minutes).flatMap(([of, each]) => (each > 0 ? [[of, Math.round(each * 10) / 10]] : [])));
}
