export { askedName, type AskedName } from './asked-name';
export { completions, type Completion } from './completions';
export { readLine } from './entry-line';
export type { Understood } from './understood';
export { measureStart, probeStart, readingStart, writeLine } from './write-line';
export { valueWanted, type ValueWanted } from './value-wanted';
