export * from './instrument';
export * from './verdict';
