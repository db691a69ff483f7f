export { countedOn, follows, planAt, sourceName, sources, tuningAt, type Counted, type PlanAt, type PlanNode } from './plan-at';
export { alignRun, backedOff, nextStep, readAt, type AlignStep, type StepState } from './align-run';
