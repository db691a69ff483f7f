export {
  afterAnswer,
  drillKinds,
  drillNames,
  drillQuestion,
  nextDrill,
  type DrillKind,
  type DrillQuestion,
  type DrillStanding,
} from './drills';
export { askedSchema, isTest, type Act, type Asked, type Danger } from './asked';
export { benchAnswer, isGood, isTracing, type FaultySet } from './bench-answer';
export { byHalves } from './by-halves';
export { byTrace } from './by-trace';
export { cardMark, caseCode, caseWays, readCode, wayNames, type CaseSpec, type CaseWay } from './case-code';
export { measureCase, searchCost, type Measured } from './grade';
export { anyCase, caseFrom, hideCase, type HiddenCase } from './hidden-case';
export {
  lessonFileSchema,
  lessonSchema,
  readLesson,
  toldCase,
  toldSchema,
  writeLesson,
  type Lesson,
  type LessonFile,
  type Told,
} from './lesson';
export { readLessonText } from './lesson-text';
export { askedByReading, doneBy, lineAsked, type LineAsked } from './line-asked';
export { caseFromJob } from './from-job';
export { calibrationOf, skillsOf, type CalibrationPoint, type SkillStanding } from './progress';
export { caseOf } from './case-of';
export { claims, endOf, PracticeBench, type Claim } from './practice-bench';
export { playable, practiceCards } from './practice-card';
export * from './practice-records';
export { actEvidence, actTitle, reviewOf, truthOf } from './review';
export { toldCases, type ToldCase } from './told-cases';
export { type Search, type SearchCase, type SearchStep } from './search';
export { searchCase } from './search-case';
export { caseSkills, sectionSkill } from './skill';
