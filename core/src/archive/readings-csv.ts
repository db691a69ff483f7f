import { conditionText } from '../card/look-up';
import { writeCsv } from '../csv/write-csv';
import { ofKind, standing } from '../job/tape';
import type { TapeEntry } from '../job/tape-entry';

/** The readings that stand, one a row, in SI units, for a spreadsheet. Text that a sheet might take for a formula is quoted. */
export function readingsCsv(tape: readonly TapeEntry[]): string {
  const rows = ofKind(standing(tape), 'reading').map((r) => ({
    at: r.at,
    of:
      r.subject.what === 'point'
        ? r.subject.point
        : r.subject.what === 'limit'
          ? r.subject.limit
          : r.subject.what === 'channel'
            ? `ch ${r.subject.channel}`
            : `${r.subject.designator}${r.subject.pin ? ` ${r.subject.pin}` : ''}`,
    condition: conditionText(r.condition),
    value: r.value ?? 'dead',
    unit: r.unit,
    uncertainty: r.uncertainty,
    low: r.low ?? '',
    high: r.high ?? '',
    verdict: r.verdict,
    by: r.by,
  }));
  return writeCsv(['at', 'of', 'condition', 'value', 'unit', 'uncertainty', 'low', 'high', 'verdict', 'by'], rows);
}
