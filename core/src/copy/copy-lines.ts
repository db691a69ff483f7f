import { formatVersion } from '../format';
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** A row of a table, as JSON; bytes stand beside the log in files of their own. */
export interface CopyRow {
  readonly id: string;
  readonly [field: string]: unknown;
}

/** One change of one table. `add` holds rows that were not there before. */
export type CopyChange =
  | { readonly table: string; readonly act: 'add' | 'put'; readonly rows: readonly CopyRow[] }
  | { readonly table: string; readonly act: 'delete'; readonly ids: readonly string[] }
  | { readonly table: string; readonly act: 'clear' };

/**
 * A line of the second copy. `write` is one transaction as it was committed, with its number in the shop's own count;
 * `snapshot`, `rows` and `end` are all that the shop held when write `n` had been committed.
 */
export type CopyLine =
  | { readonly is: 'write'; readonly n: number; readonly at: string; readonly changes: readonly CopyChange[]; readonly version?: number }
  | { readonly is: 'snapshot'; readonly n: number; readonly at: string; readonly version?: number }
  | { readonly is: 'rows'; readonly table: string; readonly rows: readonly CopyRow[] }
  | { readonly is: 'end'; readonly counts: Readonly<Record<string, number>> };

const sealOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, 12);

/** A line as it is written: the start of its SHA-256, then JSON, then the end of the line. What holds rows says the version of the format. */
export function copyLine(line: CopyLine): string {
  const text = JSON.stringify(line.is === 'write' || line.is === 'snapshot' ? { ...line, version: formatVersion } : line);
  return `${sealOf(text)} ${text}\n`;
}

/** What a log file holds. A line that was cut short or altered is left out and counted. */
export interface ReadLines {
  readonly lines: readonly CopyLine[];
  readonly spoilt: number;
}

/**
 * Reads what `copyLine` wrote. A log that ends in the middle of a line, as when the power went, gives all lines before it.
 *
 * @example
 * readCopyLines(copyLine({ is: 'end', counts: {} })) //~> { lines: [{ is: 'end', counts: {} }], spoilt: 0 }
 */
export function readCopyLines(text: string): ReadLines {
  const lines: CopyLine[] = [];
  let spoilt = 0;
  for (const written of text.split('\n')) {
    if (written === '') continue;
    const json = written.slice(13);
    if (written[12] === ' ' && written.slice(0, 12) === sealOf(json)) lines.push(JSON.parse(json) as CopyLine);
    else spoilt += 1;
  }
  return { lines, spoilt };
}
