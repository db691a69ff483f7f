export { conditionWord, conditionWords, takeConditions } from './conditions';
export { isDesignator, need, ofWord, refuse, wordsOf, type EntryContext, type Word } from './line-words';
export { designatorOf, placeOf, placeWord, unitOfPart, type Place } from './places';
