import * as z from 'zod';
import { writeCsv } from '../csv/write-csv';
import { CoreError } from '../errors/core-error';
import { formatVersion, isRecord, versionOf } from '../format';
import { plainIssue } from '../errors/plain-issue';
import { placeSchema, sheetSchema, type Sheet, type SheetPlaces } from './sheet-records';

export const placesFormat = 'amber-relay-sheet-places';

const fileSchema = z.object({
  format: z.literal(placesFormat),
  version: z.literal(formatVersion),
  card: z.string(),
  sheets: z.array(
    sheetSchema
      .pick({ id: true, title: true, kind: true, page: true, width: true, height: true })
      .extend({ found: z.array(placeSchema), pinned: z.array(placeSchema) }),
  ),
});
export type PlacesFile = z.infer<typeof fileSchema>;

/** Index and pins of a card's sheets as one JSON document. */
export function placesJson(card: string, sheets: readonly Sheet[], places: readonly SheetPlaces[]): string {
  const of = new Map(places.map((p) => [p.id, p]));
  const file: PlacesFile = {
    format: placesFormat,
    version: formatVersion,
    card,
    sheets: sheets.map(({ id, title, kind, page, width, height }) => ({
      id,
      title,
      kind,
      page,
      width,
      height,
      found: of.get(id)?.found ?? [],
      pinned: of.get(id)?.pinned ?? [],
    })),
  };
  return JSON.stringify(file, null, 1);
}

/**
 * Reads what `placesJson` wrote.
 * @throws CoreError `unreadable` with the path of the first field at fault, `newer-version` for a file of a later program
 */
export function readPlacesJson(text: string): PlacesFile {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new CoreError(
      'unreadable',
      'the file',
      'It is not JSON.',
      'Choose a file of places that this program wrote; nothing was changed.',
    );
  }
  const versioned = isRecord(data) && typeof data['version'] === 'number' ? data : undefined;
  if (versioned) versionOf(versioned, 'the file');
  const parsed = fileSchema.safeParse(versioned ? { ...versioned, version: formatVersion } : data);
  if (parsed.success) return parsed.data;
  const { path, message } = plainIssue(parsed.error);
  throw new CoreError('unreadable', path || 'the file', message, 'Choose a file of places that this program wrote; nothing was changed.');
}

/** Index and pins, one place a row, for a spreadsheet. */
export function placesCsv(sheets: readonly Sheet[], places: readonly SheetPlaces[]): string {
  const of = new Map(places.map((p) => [p.id, p]));
  const rows = sheets.flatMap((sheet) =>
    (['found', 'pinned'] as const).flatMap((how) =>
      (of.get(sheet.id)?.[how] ?? []).map((p) => ({
        sheet: sheet.title,
        page: sheet.page,
        kind: sheet.kind,
        name: p.name,
        unit: p.unit ?? '',
        pin: p.pin ?? '',
        x: p.x,
        y: p.y,
        w: p.w,
        h: p.h,
        volts: (p.volts ?? []).join(' '),
        how,
      })),
    ),
  );
  return writeCsv(['sheet', 'page', 'kind', 'name', 'unit', 'pin', 'x', 'y', 'w', 'h', 'volts', 'how'], rows);
}
