export { countedOn, follows, planAt, sourceName, sources, tuningAt, type Counted, type PlanAt, type PlanNode } from './plan-at';
export { alignRun, backedOff, nextStep, readAt, type AlignStep, type StepState } from './align-run';
export {
  nextOfSweep,
  sweepApart,
  sweepKey,
  sweepRuns,
  sweepSpread,
  usualSweeps,
  type SweepOffer,
  type SweepRun,
  type SweepSpread,
  type SweepStep,
} from './sweep-run';
export { planBench, planFinding, type BenchNode, type NodeState, type PlanBench } from './plan-bench';
export { liveBar, type LiveAim, type LiveBar } from './live-bar';
export { answersWithinS, stripOf, fellFirst, watchSays, type WatchLimits, type WatchMark, type WatchSample, type WatchSays } from './watch';
