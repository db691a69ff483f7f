export * from './card-texts';
export * from './read-texts';
export { guessedKind, shortName } from './guesses';
