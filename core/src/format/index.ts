export {
  formatVersion,
  isRecord,
  recordKinds,
  steps,
  upDocument,
  upRecord,
  versionOf,
  type RawRecord,
  type RecordKind,
  type Step,
} from './format';
export { programVersion } from './program-version';
