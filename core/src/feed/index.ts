export type { Fed, JobFigures } from './fed';
export { fedBy, fedSums } from './fed-by';
export { sumNow, sumsSay, type SumNow } from './sums-say';
export { oscillatorAdvice, type OscillatorAdvice } from './oscillator-advice';
export { keptAsTests, type KeptAsTest } from './kept-as-tests';
export { cornerFigures, overTold, receiverErrorPpm, type OverTold, type ReceiverSet } from './over-told';
export { recordedMode } from './recorded-mode';
export { soundTold, type SoundTold } from './sound-told';
export { drawerSums, fromDrawers } from './from-drawers';
