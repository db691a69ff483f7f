export { copyLine, readCopyLines, type CopyChange, type CopyLine, type CopyRow } from './copy-lines';
export { isWhole, reach, replay, type Replayed } from './replay';
