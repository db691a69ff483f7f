import { Dexie } from 'dexie';

/** Why the store cannot be used as it is. None of these looks like an empty shop. */
export type StoreTroubleKind = 'gone' | 'behind' | 'denied' | 'failing' | 'newer' | 'old-tab' | 'newer-tab';

/** What a failed opening or reading of the store means. */
export function troubleOf(error: unknown): StoreTroubleKind {
  const {
    name = '',
    inner,
    message = '',
  } = (error ?? {}) as { name?: string; message?: string; inner?: { name?: string; message?: string } };
  const said = [name, message, inner?.name, inner?.message].join(' ');
  if (/VersionError/.test(said)) return 'newer';
  if (/SecurityError|MissingAPI|NotAllowed|InvalidStateError|A mutation operation was attempted/.test(said)) return 'denied';
  return 'failing';
}

/** Whether an error came from the store, rather than from what was asked of it. */
export const isOfTheStore = (error: unknown): boolean =>
  error instanceof Dexie.DexieError &&
  /DatabaseClosed|OpenFailed|MissingAPI|VersionError|UnknownError|InvalidState|Timeout/.test(`${error.name} ${error.message}`);
