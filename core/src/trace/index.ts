export { testKinds, type BenchTest, type TestKind, type TestModel } from './bench-test';
export * from './effect';
export * from './evidence';
export { traceModel, type TraceModel } from './model';
export { probeOrders, worthText, type Probe, type ProbeOrder, type ProbeOutcome } from './next-probe';
export { functionReach, readingReach } from './reach';
export * from './trace';
