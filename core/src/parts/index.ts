export { accessOrder, type LiesAt } from './access-order';
export { fitListed, toOrder, type FitAll, type ToOrder } from './fit-listed';
export { againstIt, chosenFromStock, stillToFit } from './in-drawers';
export { specOf, type PartSpec } from './part-spec';
export { readPastedList, type PastedList } from './paste-list';
