import * as z from 'zod';

/**
 * Sheets: pages of schematics, block diagrams and board layouts. Every place on a sheet is given in *sheet units*:
 * PDF points, or pixels of a picture, from the page's upper left corner, as the page stands in its file (before it is
 * turned or mirrored for the eye).
 */
/** No sheet is larger, and nothing lies further from its corner. */
const furthest = 1_000_000;

export const sheetKinds = ['block', 'schematic', 'board-top', 'board-bottom', 'parts-list', 'alignment', 'other'] as const;
export type SheetKind = (typeof sheetKinds)[number];

export const sheetFileTypes = ['pdf', 'svg', 'png', 'jpeg', 'webp'] as const;
export type SheetFileType = (typeof sheetFileTypes)[number];

/** A file whose pages are sheets. Its bytes are kept apart and read in pieces. */
export const sheetFileSchema = z.object({
  id: z.uuid(),
  cardId: z.string().min(1),
  name: z.string(),
  type: z.enum(sheetFileTypes),
  size: z.number().int().min(0).max(4_000_000_000),
});
export type SheetFile = z.infer<typeof sheetFileSchema>;

export const sheetSchema = z.object({
  id: z.uuid(),
  cardId: z.string().min(1),
  fileId: z.uuid(),
  /** Page within its file, from 1. */
  page: z.number().int().min(1),
  /** Place of the sheet among those of the card, from 1. */
  order: z.number().int().min(1),
  title: z.string(),
  kind: z.enum(sheetKinds),
  width: z.number().positive().max(furthest),
  height: z.number().positive().max(furthest),
  /** How it is turned for the eye, clockwise. */
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]).default(0),
  /** Seen from the other side, as a board from its solder side. */
  mirrored: z.boolean().default(false),
  /** Whether its text was gone through; `unreadable` says why it could not be. */
  read: z.enum(['not-yet', 'done', 'unreadable']).default('not-yet'),
  /** Pieces of text that were on it: none on a scan. */
  words: z.number().int().min(0).default(0),
});
export type Sheet = z.infer<typeof sheetSchema>;

/** Where a designator or a point stands on a sheet: the box of its name, and what is printed beside it. */
export const placeSchema = z.object({
  /** `Q7`, `TP3`, without the letter of a unit. */
  name: z.string().regex(/^[A-Z]{1,4}\d{1,4}$/),
  /** One of several units of a part: the `A` of IC2A. */
  unit: z.string().max(1).optional(),
  /** The pin, where only that is meant. */
  pin: z.string().max(4).optional(),
  x: z.number().min(-furthest).max(furthest),
  y: z.number().min(-furthest).max(furthest),
  w: z.number().min(0).max(furthest),
  h: z.number().min(0).max(furthest),
  /** Voltages printed beside it, in volts. */
  volts: z.array(z.number()).optional(),
});
export type Place = z.infer<typeof placeSchema>;

const spot = { x: z.number().min(-furthest).max(furthest), y: z.number().min(-furthest).max(furthest) };

/** What was said by hand of the lines of a sheet, where the drawing leaves a doubt or was read wrongly. */
export const settledSchema = z.object({
  /** Two lines that meet here are one, or are not. */
  joins: z.array(z.object({ ...spot, joined: z.boolean() })).default([]),
  /** Here a line ends at this pin of this part. */
  pins: z.array(z.object({ ...spot, name: z.string().min(1).max(12), pin: z.string().min(1).max(8) })).default([]),
  /** The line here goes on at another place, of this sheet or another of the card. */
  goesOn: z.array(z.object({ ...spot, sheet: z.uuid(), toX: spot.x, toY: spot.y })).default([]),
  /** The line here does not go on under the name that it bears. */
  alone: z.array(z.object(spot)).default([]),
});
export type Settled = z.infer<typeof settledSchema>;
export const nothingSettled: Settled = { joins: [], pins: [], goesOn: [], alone: [] };

/** All places of one sheet: what its text held, and what was pinned by hand. */
export const sheetPlacesSchema = z.object({
  /** That of the sheet. */
  id: z.uuid(),
  cardId: z.string().min(1),
  found: z.array(placeSchema),
  pinned: z.array(placeSchema),
  settled: settledSchema.optional(),
});
export type SheetPlaces = z.infer<typeof sheetPlacesSchema>;

export const sheetKindNames: Readonly<Record<SheetKind, string>> = {
  block: 'Block diagram',
  schematic: 'Schematic',
  'board-top': 'Board, part side',
  'board-bottom': 'Board, track side',
  'parts-list': 'Parts list',
  alignment: 'Alignment',
  other: 'Other',
};

/** What a page is, by the words that stand largest on it or by its title; `other` where nothing says. */
export function kindFromTitle(title: string): SheetKind {
  const text = title.toLowerCase();
  if (/block/.test(text)) return 'block';
  if (/parts? list|bill of material|component list|spare/.test(text)) return 'parts-list';
  if (/align|adjust|voltage (chart|table)/.test(text)) return 'alignment';
  if (/solder|track side|bottom|copper|foil/.test(text)) return 'board-bottom';
  if (/board|layout|pcb|part side|component side|top view/.test(text)) return 'board-top';
  if (/schematic|circuit|diagram/.test(text)) return 'schematic';
  return 'other';
}
