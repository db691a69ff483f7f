import * as z from 'zod';
import { CoreError } from '../errors/core-error';
import type { Bytes } from './bytes';
import { sheetFileSchema, sheetPlacesSchema, sheetSchema, type SheetFile } from '../sheets/sheet-records';

/** The sheets of cards as they stand in an archive: their rows, and the files that they are pages of. */
export const sheetsPartSchema = z.object({
  sheetFiles: z.array(sheetFileSchema).default([]),
  sheets: z.array(sheetSchema).default([]),
  places: z.array(sheetPlacesSchema).default([]),
});
export type SheetsPart = z.infer<typeof sheetsPartSchema>;
export interface SheetsWithFiles extends SheetsPart {
  /** What each sheet file holds, by its id. */
  readonly sheetBlobs: Readonly<Record<string, Bytes>>;
}

export const noSheets: SheetsWithFiles = { sheetFiles: [], sheets: [], places: [], sheetBlobs: {} };

const endings = { pdf: 'pdf', svg: 'svg', png: 'png', jpeg: 'jpg', webp: 'webp' } as const;
const nameOf = (file: SheetFile): string => `sheets/${file.id}.${endings[file.type]}`;

/** The files as they are named within the zip. */
export const sheetEntries = ({ sheetFiles, sheetBlobs }: Pick<SheetsWithFiles, 'sheetFiles' | 'sheetBlobs'>): Record<string, Bytes> =>
  Object.fromEntries(
    sheetFiles.flatMap((file) => {
      const bytes = sheetBlobs[file.id];
      return bytes ? [[nameOf(file), bytes]] : [];
    }),
  );

/**
 * Takes the sheet files out of the opened zip, and checks that sheets, places and files belong together.
 * @throws CoreError `broken-archive` naming what is missing.
 */
export function sheetsOf(part: SheetsPart, zip: Readonly<Record<string, Bytes>>, record: string): SheetsWithFiles {
  const refuse = (path: string, message: string): never => {
    throw new CoreError('broken-archive', path, message, 'Choose another copy of the file; nothing was changed.');
  };
  const sheetBlobs = Object.fromEntries(
    part.sheetFiles.map((file) => [file.id, zip[nameOf(file)] ?? refuse(nameOf(file), `The sheets "${file.name}" are missing.`)]),
  );
  const sheets = new Set(part.sheets.map((sheet) => sheet.id));
  part.sheets.forEach((sheet, i) => {
    if (!(sheet.fileId in sheetBlobs)) refuse(`${record}: sheets.${i}.fileId`, 'The sheet belongs to no file of this archive.');
  });
  part.places.forEach((place, i) => {
    if (!sheets.has(place.id)) refuse(`${record}: places.${i}.id`, 'The places belong to no sheet of this archive.');
  });
  return { ...part, sheetBlobs };
}

/** Which kinds of record it holds. */
export const sheetsHold = { sheetFiles: 'sheetFiles', sheets: 'sheets', places: 'places' } as const;
