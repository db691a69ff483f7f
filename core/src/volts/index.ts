export * from './change';
export * from './circuit';
export * from './explain';
export * from './faults';
export * from './meter';
export * from './next-reading';
export * from './solve';
