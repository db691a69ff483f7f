export * from './analyse';
export { AudioMeter, lessBackground, type AudioReading, type AudioTrouble } from './audio-meter';
export { keyingOf, type Keying } from './keying';
export { ResponseTracker, type Response } from './response';
export type { IqReading } from './iq-meter';
export { voiceBand, type SinadReading } from './sinad-meter';
export * from './tone';
export * from './trace-csv';
export * from './wav';
