import { agrees, pointOf, sectionName, type Condition, type LaidCard } from '../card';
import type { TapeEntry } from '../tape';
import { functionReach, readingReach } from '../trace/reach';
import { adjustingNames, mendNames } from '../words';

/** Something that was done to the set and may have changed it: a part fitted, a joint reflowed, contacts cleaned, an adjuster turned. */
export interface Repair {
  /** The entry that tells it. */
  readonly id: string;
  readonly seq: number;
  /** What was done, in the verb that was used: `C31 replaced`, `K1 contacts cleaned`. */
  readonly what: string;
  /** Where; undefined where nobody said so, and it may concern anything. */
  readonly section?: string;
  /** At which part. */
  readonly part?: string;
}

function repairOf(entry: TapeEntry, card: LaidCard | undefined): Omit<Repair, 'id' | 'seq'> | undefined {
  const part = entry.kind === 'adjustment' ? entry.adjuster : 'designator' in entry ? entry.designator : undefined;
  const at = {
    ...('section' in entry && entry.section !== undefined ? { section: entry.section } : {}),
    ...(part === undefined ? {} : { part }),
  };
  switch (entry.kind) {
    case 'fit':
      return { what: `${entry.designator} ${entry.oldPart ? 'replaced' : 'fitted'}`, ...at };
    case 'remedy': {
      const place = entry.designator ?? (entry.section === undefined ? '' : sectionName(card, entry.section));
      return { what: [place, entry.text, mendNames[entry.remedy]].filter(Boolean).join(' '), ...at };
    }
    case 'adjustment':
      if (entry.how === 'seal') return undefined;
      return { what: `${entry.adjuster} ${adjustingNames[entry.how]}`, ...at };
    case 'remark':
      return entry.about === 'done' ? { what: entry.text } : undefined;
    default:
      return undefined;
  }
}

/** What was done to the set, in order; `stood` is the tape without what was struck. */
export const repairsOf = (card: LaidCard | undefined, stood: readonly TapeEntry[]): Repair[] =>
  stood.flatMap((entry) => {
    const repair = repairOf(entry, card);
    return repair ? [{ id: entry.id, seq: entry.seq, ...repair }] : [];
  });

/** Several repairs in one run of words: `C31 replaced, contacts cleaned and 2 more`. */
export function repairsText(repairs: readonly Repair[]): string {
  const all = [...new Set(repairs.map(({ what }) => what))];
  const shown = all.slice(0, all.length > 3 ? 2 : 3);
  return shown.join(', ') + (all.length > shown.length ? ` and ${all.length - shown.length} more` : '');
}

/** What was tried or read, for asking which repairs concern it. */
export type Tried =
  | { readonly what: 'function'; readonly id: string }
  | { readonly what: 'limit'; readonly id: string }
  | { readonly what: 'part'; readonly id: string }
  | { readonly what: 'point'; readonly id: string; readonly condition: Condition };

const leanings = new WeakMap<LaidCard, Map<string, ReadonlySet<string> | null>>();
/** The sections that it leans on; null where the card does not say. */
function leansOn(card: LaidCard, tried: Tried): ReadonlySet<string> | null {
  const known = leanings.get(card) ?? new Map<string, ReadonlySet<string> | null>();
  leanings.set(card, known);
  const key = JSON.stringify(tried);
  const before = known.get(key);
  if (before !== undefined) return before;
  const found = sectionsOf(card, tried);
  known.set(key, found);
  return found;
}

function sectionsOf(card: LaidCard, tried: Tried): ReadonlySet<string> | null {
  if (tried.what === 'point') {
    const point = pointOf(card, tried.id);
    return point ? new Set(readingReach(card, point, tried.condition).keys()) : null;
  }
  const limit = tried.what === 'limit' ? card.limits.find(({ id }) => id === tried.id) : undefined;
  // Which sections a test leans on stands on no card: those of the functions that work under its condition.
  const functions = card.functions.filter((fn) =>
    tried.what === 'function' ? fn.id === tried.id : limit !== undefined && fn.group !== 'control' && agrees(fn.condition, limit.condition),
  );
  const reached = new Set(functions.flatMap((fn) => [...functionReach(card, fn).keys()]));
  return reached.size ? reached : null;
}

/** Whether what was done may have changed this: its section is leaned on, or nobody knows better. */
export function concerns(card: LaidCard | undefined, { section, part }: Repair, tried: Tried): boolean {
  if (tried.what === 'part') return part === tried.id;
  if (section === undefined || !card) return true;
  return leansOn(card, tried)?.has(section) ?? true;
}
