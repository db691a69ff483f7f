import { CoreError } from '@amber-relay/core/errors';

/** Whatever a file brings about is said: a broken one must not leave the page reading. */
export function fileFailure(error: unknown): CoreError {
  if (error instanceof CoreError) return error;
  console.error(error);
  return new CoreError(
    'unreadable',
    'file',
    'The file cannot be gone through: it is broken, changes while it is read, or is too large for the memory.',
    'Save it again as WAV, or take a part of it.',
  );
}
