import { CoreError } from '../errors/core-error';

/** Turns data of version n into version n + 1. Shipped steps are never edited. */
export type Migration = (data: Record<string, unknown>) => Record<string, unknown>;

/**
 * Brings data up to the current version, step by step. `steps[n]` leads from version n to n + 1.
 * @throws CoreError `newer-version` for data of a later program, `broken-archive` when the version is missing or has no way up.
 */
export function migrate(data: unknown, current: number, steps: Readonly<Record<number, Migration>>, path: string): Record<string, unknown> {
  if (typeof data !== 'object' || data === null || Array.isArray(data))
    throw new CoreError(
      'broken-archive',
      path,
      'It does not hold a record.',
      'Choose a file that this program exported; nothing was changed.',
    );
  let record = data as Record<string, unknown>;
  const version = record['version'];
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new CoreError(
      'broken-archive',
      `${path}: version`,
      'It does not say its version.',
      'Choose a file that this program exported; nothing was changed.',
    );
  if (version > current)
    throw new CoreError(
      'newer-version',
      `${path}: version`,
      `It is of version ${version}; this program reads up to ${current}.`,
      'Update the program, then import it again; nothing was changed.',
    );
  for (let at = version; at < current; at++) {
    const step = steps[at];
    if (!step)
      throw new CoreError('broken-archive', `${path}: version`, `Version ${at} has no way up.`, 'Import it with the program that made it.');
    record = { ...step(record), version: at + 1 };
  }
  return record;
}
