export * from './effect';
export * from './evidence';
export { functionReach, readingReach } from './reach';
export { traceModel, type TestModel, type TraceModel } from './model';
export { probeOrders, worthText, type Probe, type ProbeOrder, type ProbeOutcome } from './next-probe';
export { functionOutcomes, type FunctionOutcome, type ReadingOutcome } from './tables';
export * from './trace';
