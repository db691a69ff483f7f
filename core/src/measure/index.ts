export { accuracyText, readAccuracy } from './accuracy-text';
export { instrumentKinds, type InstrumentKind } from './instrument-kinds';
export * from './accuracy';
export * from './counter';
export * from './instrument';
export * from './judge-reading';
export { limitsText } from './limits-text';
export * from './reading-uncertainty';
export * from './verdict';
