import type { Card } from '../card';
import type { TestModel } from './bench-test';
import type { Evidence } from './evidence';
import type { TraceModel } from './model';
import { isDirect, supplyOf } from './reach';

/** What of a section has been looked at itself, and not only concluded from what it does elsewhere. */
interface Seen {
  readonly evidence: readonly Evidence[];
  readonly answered: ReadonlySet<string>;
  /** Of these, what came out as it ought to. */
  readonly good: ReadonlySet<string>;
}

const feedsOthers = (card: Card, id: string): boolean =>
  card.sections.some((s) => s.needs.some((n) => n.by === 'supply' && n.section === id));

/** So often a section is tapped before what changed at it is believed: a tap shakes its neighbours too. */
const taps = 2;
const tapped = (section: string, evidence: readonly Evidence[]): readonly Evidence[] =>
  evidence.filter((e) => e.kind === 'manipulation' && e.section === section);

/** Whether a part or a place in the section has spoken for itself: measured, tapped, put right. */
function hasSpoken(section: string, evidence: readonly Evidence[]): boolean {
  return evidence.some((e) => {
    switch (e.kind) {
      case 'proof':
        return e.section === section && e.bad;
      case 'manipulation':
        return e.section === section && e.changed && tapped(section, evidence).length >= taps;
      case 'remedy':
        return e.section === section && e.cured;
      case 'lift':
        return e.section === section && e.recovers;
      default:
        return false;
    }
  });
}

/**
 * Tests that a stop at a section still wants, in the order in which they are best done; nothing when it has been earned. A section that
 * only follows from what others do is read itself where it has a point; its supply is, before it is accused of what a low supply does;
 * and of a supply that has been read low, what hangs on it is lifted once, for a load that draws too much looks the same.
 */
export function stillWanted(model: TraceModel, section: string, { evidence, answered, good }: Seen): readonly (readonly TestModel[])[] {
  const { card, tests } = model;
  if (hasSpoken(section, evidence)) return [];
  const tap = model.testById.get(`tap ${section}`);
  if (tap && tapped(section, evidence).some((e) => e.kind === 'manipulation' && e.changed)) return [[tap]];
  const wanted: TestModel[][] = [];
  const readings = tests.filter((test) => test.kind === 'reading');
  const isAnswered = (test: TestModel): boolean => answered.has(test.id);
  const own = readings.filter((test) => test.point?.section === section);
  if (own.length > 0 && !own.some(isAnswered)) wanted.push(own);
  const rail = supplyOf(card, section);
  const onRail = readings.filter(
    ({ point }) => point && isDirect(point) && rail !== undefined && (point.section === rail || supplyOf(card, point.section) === rail),
  );
  const isGood = (test: TestModel): boolean => good.has(test.id);
  const atRail = onRail.filter(({ point }) => point?.section === rail);
  if (!onRail.some(isGood) && !atRail.some(isAnswered)) wanted.push(atRail);
  const unload = model.testById.get(`unload ${section}`);
  if (feedsOthers(card, section) && unload && !isAnswered(unload)) wanted.push([unload]);
  return wanted.filter((of) => of.length > 0);
}
