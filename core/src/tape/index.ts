export { allKinds } from './all-kinds';
export { entryBase, paperPlaces, type EntryWords, type Paper, type PaperLine } from './entry-kind';
export { fastenedText, type Fastened } from './fastened';
export { joinTapes, type JoinedTape } from './join-tapes';
export { findingText } from './kinds/finding';
export { isGone, mayBeForbidden } from './kinds/modification';
export {
  figureWords,
  measureNames,
  readingSubjectSchema,
  readingText,
  subjectText,
  type PartMeasure,
  type ReadingSubject,
} from './kinds/reading';
export { curveOf, recordedText, type RecordedFigure } from './kinds/recording';
export { signatureBox } from './kinds/signed';
export { watchedName, watchText, type Watched } from './kinds/watch';
export { cyclesText, spanText } from './kinds/soak';
export { sweptText, sweptWord, type Swept } from './kinds/sweep';
export { doubtedEntries, entryCaution, entryEvidence, entryTitle, entryWords, paperLines, tapeEvidence, whySilent } from './read-entry';
export { ofKind, standing, strikesOf, tapeLines, type TapeLine } from './tape';
export { kindOf, tapeEntrySchema, type EntryOf, type TapeBody, type TapeEntry } from './tape-entry';
