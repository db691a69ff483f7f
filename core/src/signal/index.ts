export * from './analyse';
export type { IqReading } from './iq-meter';
export { voiceBand, type SinadReading } from './sinad-meter';
export * from './tone';
export * from './trace-csv';
export * from './wav';
