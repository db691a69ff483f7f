export * from './card-texts';
export * from './read-texts';
export { changesText } from './changes-text';
export { guessedKind, guessedPart, shortName, slug } from './guesses';
export { conditionOf } from './lines';
export { ownId } from './lists';
