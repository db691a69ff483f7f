import { fastenedText, ofKind, type EntryOf, type Fastened, type TapeEntry } from '../tape';

/** A step of taking apart, and what became of it. */
export interface ApartStep {
  readonly entry: EntryOf<'apart'>;
  /** The entry by which it was put back; undefined while it is off. */
  readonly back?: EntryOf<'put-back'>;
  /** What was loosened and not put in again. */
  readonly leftOver: readonly Fastened[];
  /** What was put in that was never loosened. */
  readonly tooMany: readonly Fastened[];
  /** What has to be renewed when it goes back, and was not said to be. */
  readonly toRenew: readonly string[];
}

const named = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/^the\s+/, '');
const sortOf = ({ what, text }: Fastened): string => `${what} ${named(text ?? '')}`;

/** How many of what are in the one and not in the other; what is said without a text stands for any of its sort. */
function without(all: readonly Fastened[], less: readonly Fastened[]): readonly Fastened[] {
  const left = all.map((each) => ({ ...each }));
  // Those that say which they are first; then those that do not, from whatever is left of their sort.
  for (const exact of [true, false])
    for (const gone of less) {
      if ((gone.text !== undefined) !== exact) continue;
      let count = gone.count;
      for (const each of left) {
        if (exact ? sortOf(each) !== sortOf(gone) : each.what !== gone.what) continue;
        const taken = Math.min(count, each.count);
        each.count -= taken;
        count -= taken;
      }
    }
  return left.filter(({ count }) => count > 0);
}

/**
 * What was taken apart, step by step in the order in which it came off. A step is put back by its name: the last of that name that is still
 * off. `stood` is the tape without what was struck.
 */
export function takenApart(stood: readonly TapeEntry[]): readonly ApartStep[] {
  const steps: ApartStep[] = [];
  for (const entry of stood) {
    if (entry.kind === 'apart') steps.push({ entry, leftOver: [], tooMany: [], toRenew: [] });
    else if (entry.kind === 'put-back') {
      const at = steps.findLastIndex((step) => !step.back && named(step.entry.what) === named(entry.what));
      const step = steps[at];
      if (!step) continue;
      const { loosened, renew = [] } = step.entry;
      const put = entry.put ?? loosened;
      const renewed = new Set((entry.renewed ?? []).map(named));
      steps[at] = {
        ...step,
        back: entry,
        leftOver: without(loosened, put),
        tooMany: without(
          put,
          loosened.map(({ what, count }) => ({ what, count })),
        ),
        toRenew: renew.filter((each) => !renewed.has(named(each))),
      };
    }
  }
  return steps;
}

/** What is still off, the last to come off first: in this order it goes back. */
export const stillOff = (steps: readonly ApartStep[]): readonly ApartStep[] => steps.filter(({ back }) => !back).reverse();

/** What was put back by a name that nothing has that is off: it may have been called otherwise. */
function putBackUnknown(stood: readonly TapeEntry[]): readonly string[] {
  const known = new Set(takenApart(stood).flatMap(({ back }) => (back ? [back.id] : [])));
  return ofKind(stood, 'put-back').flatMap(({ id, what }) => (known.has(id) ? [] : [what]));
}

/** What is not right yet before power goes on or the set goes back: what is off, left over, too many, or not renewed. Empty when all is. */
export function apartOpen(stood: readonly TapeEntry[]): readonly string[] {
  const steps = takenApart(stood);
  const off = stillOff(steps).map(({ entry }) => entry.what);
  return [
    ...(off.length ? [`Still off: ${off.join(', ')}.`] : []),
    ...steps.flatMap(({ entry: { what }, leftOver, tooMany, toRenew }) => [
      ...(leftOver.length ? [`Left over from ${what}: ${leftOver.map(fastenedText).join(', ')}.`] : []),
      ...(tooMany.length ? [`More put into ${what} than came out of it: ${tooMany.map(fastenedText).join(', ')}.`] : []),
      ...(toRenew.length ? [`Not said to be renewed at ${what}: ${toRenew.join(', ')}.`] : []),
    ]),
    ...putBackUnknown(stood).map((what) => `Put back, and nothing of that name is off: ${what}.`),
  ];
}
