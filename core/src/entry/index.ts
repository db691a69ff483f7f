export * from './asked-name';
export * from './completions';
export type { EntryContext } from './entry-context';
export * from './value-wanted';
export { readLine, type Understood } from './entry-line';
