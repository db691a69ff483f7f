export * from './card-texts';
export * from './read-texts';
export { guessedKind, guessedPart, shortName } from './guesses';
