export { drawFault, faultWays, type FaultWay, type HiddenFault } from './hidden-fault';
export { generateCard } from './generate-card';
export { StandInInstrument, type StandInInput, type StandInMakeUp } from './stand-in-instrument';
export { StandInSet, type Shown, type StandInOptions } from './stand-in-set';
export { standInOver, type StandInOver } from './stand-in-over';
