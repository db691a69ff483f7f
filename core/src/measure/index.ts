export * from './accuracy';
export * from './counter';
export * from './instrument';
export * from './verdict';
