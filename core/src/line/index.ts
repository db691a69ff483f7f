export { conditionWord, conditionWords, takeConditions, takeConditionsOfAny } from './conditions';
export { isDesignator, need, ofWord, refuse, wordsOf, type EntryContext, type StockKnown, type Word } from './line-words';
export { fromStock, plainName } from './from-stock';
export { LineRest } from './line-rest';
export {
  namesParts,
  placeWord,
  takeDesignator,
  takeDesignators,
  takePlace,
  takeSection,
  unitOfPart,
  type Designated,
  type Place,
} from './places';
export { resultAtEnd, resultWords, takeResult } from './results';
export { dayOf, dayOfWord, daysAfter, minutesOf, minutesOfTime, takeMinutes, takeMoment, timeOf } from './spans';
export { stepsIn, usualSteps } from './sweep-steps';
