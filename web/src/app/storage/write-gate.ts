import { Injectable } from '@angular/core';
import { CoreError } from '@amber-relay/core/errors';
import { Subject } from 'rxjs';
import type { Committed } from './bench-database';

/** What a write has to pass, and who hears of it. Whoever keeps the store sets `admit`; by itself the gate stands open. */
@Injectable({ providedIn: 'root' })
export class WriteGate {
  /** Holds back a write of so many bytes: it rejects with a CoreError when there is no room for it. */
  admit: (bytes: number) => Promise<void> = () => Promise.resolve();
  readonly committed = new Subject<Committed>();
  /** Every refused write, once, in plain words. */
  readonly refused = new Subject<CoreError>();

  /** Makes a refusal of what went wrong and tells it. What is said of the input itself is for the form that asked, and passes through. */
  refuse(error: unknown): Error {
    const refusal = refusalOf(error);
    if (!refusal) return error instanceof Error ? error : new Error(String(error));
    this.refused.next(refusal);
    return refusal;
  }
}

/** Whether an error is a refused write of which the user has been told already. */
export const wasTold = (error: unknown): boolean => error instanceof CoreError && (error.code === 'not-kept' || error.code === 'no-room');

/** Why something was not kept, for whoever entered it; never the text of a checker. */
export const notKeptText = (error: unknown): string =>
  error instanceof CoreError
    ? `Not kept: ${error.message} ${error.remedy}`
    : 'Not kept: it is not as an entry should be, or too large. Nothing else was changed; enter it another way.';

const named = (error: unknown, depth = 0): string[] => {
  if (typeof error !== 'object' || error === null || depth > 4) return [];
  const { name, inner, message } = error as { name?: unknown; inner?: unknown; message?: unknown };
  return [String(name), String(message), ...named(inner, depth + 1)];
};

/** What the store said, in words for whoever stands at the bench; undefined where it was not the store that refused. */
export function refusalOf(error: unknown): CoreError | undefined {
  if (error instanceof CoreError) return wasTold(error) ? error : undefined;
  const said = named(error).join(' ');
  if (/QuotaExceeded|NO_SPACE|no space|FILE_ERROR_NO/i.test(said)) return noRoom();
  if (
    /DatabaseClosed|InvalidState|MissingAPI|OpenFailed|UnknownError|VersionError|TimeoutError|TransactionInactive|AbortError|DataError|NotFoundError/.test(
      said,
    )
  )
    return new CoreError(
      'not-kept',
      'the store',
      'Not kept: the browser’s store did not take it.',
      'What was kept before is safe. Load the page again, then enter it once more.',
    );
  return undefined;
}

export const storeAway = (): CoreError =>
  new CoreError('not-kept', 'the store', 'Not kept: the browser’s store is not there.', 'Load the page again, then enter it once more.');

/** @param entriesGoOn there is still room for entries, though not for this */
export const noRoom = (entriesGoOn = false): CoreError =>
  new CoreError(
    'no-room',
    'the disk',
    entriesGoOn ? 'Not kept: the disk is nearly full.' : 'Not kept: the disk is full.',
    entriesGoOn
      ? 'What was kept before is safe, and entries are still taken. Make room on the disk, then take it in once more.'
      : 'What was kept before is safe. Make room on the disk, then enter it once more.',
  );
