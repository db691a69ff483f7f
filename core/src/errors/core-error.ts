/** What went wrong, as data; the wording stands beside it. */
export type CoreErrorCode =
  | 'unreadable' // text that cannot be understood as a value
  | 'out-of-range' // a value the physics or the schema does not allow
  | 'unknown-name' // a designator, point or section the card does not have
  | 'broken-card' // a card that refers to what it does not hold
  | 'broken-archive' // a file that is cut short, altered or not ours
  | 'newer-version' // a file written by a later program
  | 'too-large' // more than can be taken in safely
  | 'no-room' // the disk has no room for what should be kept
  | 'not-kept'; // the store refused a write; nothing of it was kept

/**
 * The one error of the core. `path` names the place (`stages[2].gainDb`, `tape.csv`),
 * `message` what is wrong there, `remedy` what to do about it.
 */
export class CoreError extends Error {
  override readonly name = 'CoreError';
  constructor(
    readonly code: CoreErrorCode,
    readonly path: string,
    message: string,
    readonly remedy: string,
    /** Index of the offending character where the input was a line of text. */
    readonly position?: number,
  ) {
    super(message);
  }
}

export type Outcome<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly failure: CoreError };

/** Runs `act` and returns a CoreError as data; any other error is a bug and passes through. */
export function attempt<T>(act: () => T): Outcome<T> {
  try {
    return { ok: true, value: act() };
  } catch (error) {
    if (error instanceof CoreError) return { ok: false, failure: error };
    throw error;
  }
}

/** The same for what takes its time. */
export async function attemptLater<T>(act: () => Promise<T>): Promise<Outcome<T>> {
  try {
    return { ok: true, value: await act() };
  } catch (error) {
    if (error instanceof CoreError) return { ok: false, failure: error };
    throw error;
  }
}
