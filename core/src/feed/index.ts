export type { Fed, JobFigures } from './fed';
export { fedBy, fedSums } from './fed-by';
export { sumsSay } from './sums-say';
export { oscillatorAdvice, type OscillatorAdvice } from './oscillator-advice';
