import { chanceFrom } from '../../../core/src/chance';
import { traceModel } from '../../../core/src/trace';
import { byHalves, byTrace, type Search, type SearchCase } from '../../../core/src/practice';
import { play, type Played } from '../play-job';
import { otherCards } from './cards';
import { otherCases } from './cases';
import { otherClasses, type OtherClass } from './defect';
import { hurried } from './hurried-card';

/** What came of all jobs of one class, as shares of one and minutes. */
export interface ClassSummary {
  readonly jobs: number;
  /** Came to a stop, or settled; and of these, what was named was so. */
  readonly stopped: number;
  readonly right: number;
  /** Settled as sound or misaligned though a section is bad, of all jobs. */
  readonly settledBad: number;
  /** Wrong stops at which a culprit with a point of its own was never read, in number. */
  readonly unread: number;
  /** Of those without a stop: a group of at most four was named; and of these, it holds the fault. */
  readonly grouped: number;
  readonly held: number;
  readonly tests: number;
  readonly minutes: number;
  /** All causes mended by going on after each repair, by Trace and by a tidy hand with a pencil; minutes for each set cured, ours over theirs. */
  readonly cured: number;
  readonly curedByPencil: number;
  readonly toTheCure: number;
}

export interface OtherJob {
  readonly played: Played;
  readonly mended: Search;
  readonly pencil: Search;
}

const share = (of: readonly unknown[], all: readonly unknown[]): number => of.length / all.length;
const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
/** Minutes spent on all, for each that was cured. */
const perCure = (jobs: readonly Search[]): number =>
  jobs.reduce((sum, { minutes }) => sum + minutes, 0) / jobs.filter(({ cured }) => cured).length;

export function classSummary(jobs: readonly OtherJob[]): ClassSummary {
  const played = jobs.map((job) => job.played);
  const ended = played.filter(({ end }) => end === 'stop' || end === 'settled');
  const others = played.filter(({ end }) => end !== 'stop' && end !== 'settled');
  const grouped = others.filter((p) => p.grouped);
  return {
    jobs: jobs.length,
    stopped: share(ended, played),
    right: share(
      ended.filter((p) => p.right),
      ended,
    ),
    settledBad: share(
      ended.filter((p) => p.end === 'settled' && !p.right),
      played,
    ),
    unread: ended.filter((p) => p.end === 'stop' && !p.right && p.unread).length,
    grouped: share(grouped, others),
    held: share(
      grouped.filter((p) => p.inGroup),
      grouped,
    ),
    tests: mean(played.map(({ tests }) => tests)),
    minutes: mean(played.map(({ minutes }) => minutes)),
    cured: share(
      jobs.filter(({ mended }) => mended.cured),
      jobs,
    ),
    curedByPencil: share(
      jobs.filter(({ pencil }) => pencil.cured),
      jobs,
    ),
    toTheCure: perCure(jobs.map(({ mended }) => mended)) / perCure(jobs.map(({ pencil }) => pencil)),
  };
}

const hurriedName = 'hurried card';
export type WorldClass = OtherClass | typeof hurriedName;

/** Permanent faults: all but those that come and go, and sets with nothing wrong inside. */
export const isPermanent = (of: WorldClass): boolean => !of.startsWith('comes') && of !== 'outside' && of !== hurriedName;

/** Plays so many jobs of each class on each of the other cards; and as many on cards drawn in a hurry. */
export function playOtherWorld(count: number, seed: number): Map<WorldClass, OtherJob[]> {
  const jobs = new Map<WorldClass, OtherJob[]>();
  const take = (of: WorldClass, cases: readonly SearchCase[]): void =>
    void jobs.set(of, [
      ...(jobs.get(of) ?? []),
      ...cases.map((one) => ({ played: play(one, 'worth'), mended: byTrace(one), pencil: byHalves(one) })),
    ]);
  otherCards().forEach((card, at) => {
    const model = traceModel(card, 20);
    for (const of of otherClasses) take(of, otherCases(model, of, count, seed * 1000 + at));
    const drawn = traceModel(hurried(card, chanceFrom(seed * 1000 + at)), 20);
    for (const of of ['open', 'weak'] as const) take(hurriedName, otherCases(drawn, of, count, seed * 1000 + 500 + at, card));
  });
  return jobs;
}
