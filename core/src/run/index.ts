export { alignRun, backedOff, nextStep, readAt, type AlignStep, type StepState } from './align-run';
