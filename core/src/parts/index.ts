export { accessOrder, type LiesAt } from './access-order';
export { fitListed, toOrder, type FitAll, type ToOrder } from './fit-listed';
export { againstIt, chosenFromStock, stillToFit } from './in-drawers';
export { noteOf, partNotes, usedBeforeText, type PartNote, type SubstituteKept, type UsedBefore } from './part-notes';
export { compareLegs, readLegs, type Leg, type LegsCompared } from './legs';
export { betterNames, compareRatings, readRatings, type BetterWhen, type Rating, type SubstituteVerdict } from './ratings';
export { specOf, type PartSpec } from './part-spec';
export { readPastedList, type PastedList } from './paste-list';
