export * from './asked-name';
export * from './completions';
export type { EntryContext } from './entry-context';
export { readLine, type Understood } from './entry-line';
