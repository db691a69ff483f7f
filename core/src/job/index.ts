export { beforeHandBack, type NotYet } from './before-hand-back';
export { benchState, lessonOf, startCondition } from './bench-state';
export { checkClaims, claimLines, type ClaimCheck, type ClaimLine } from './claims';
export { functionCourses, holds, readingCourses, sumCourses, testCourses, type Course, type TestCourse } from './before-after';
export { bookedNames, bookedTexts, corrected, type BookedField, type BookedTexts, type Corrected } from './corrections';
export { hoursSchema, personSchema, wishSchema, type Wish } from './day-records';
export { doubleReadings, type DoubleReading } from './double-readings';
export * from './evidence';
export * from './job-state';
export * from './labour-clock';
export { isToFit, listedParts, polarityOpen, wantedParts, type ListedPart } from './listed-parts';
export {
  modificationText,
  modificationTyped,
  modified,
  rolledBack,
  setAfter,
  type ModificationTyped,
  type ModificationWrong,
} from './modifications';
export { isLocale, type PaperSettings } from './paper-settings';
export { ownerMessage } from './owner-message';
export * from './price';
export { earnedOf, type Earned } from './earned';
export * from './records';
export { agedBeside, policyNames, repairPolicies, type RepairPolicy } from './repair-policy';
export * from './report';
export type { PriceLine } from './report-price';
export type { LinePicture } from './line-picture';
export type { RecordedTable, WatchedStrip } from './recorded';
export type { SweptTable } from './swept';
export { repairsOf, repairsText, type Repair } from './repairs';
export { curedBy, isOwed, retests, type Retest } from './retests';
export { readStockLines, stockColumns, stockRow, type StockLine } from './stock-lines';
export { countedAt, joinCounts, type JoinedCount } from './stock-counts';
export { stockMoves } from './stock-moves';
export { historyText, joinVisits, readHistory, visitOf, type LabelRead } from './set-history';
export type { SetVisit } from './set-visit';
export { sheetPictures, struckPictures, type SheetPicture } from './sheet-pictures';
export { agreedLimit } from './talks';
export { apartOpen, stillOff, takenApart, type ApartStep } from './taken-apart';
export { foundLines, problems, type FoundLine, type Problem } from './work-lines';
export {
  biasInDoubt,
  checksBeforePower,
  directionCheck,
  openSafetyChecks,
  safetyAnswers,
  safetyChecks,
  safetySigned,
  staleProofs,
  wrongChecks,
  type SafetyCheck,
} from './safety-checks';
export { minutesFor, soakLine, soakOf, sureAfter, sureText, type Soak, type SoakState } from './soak';
