import { CoreError } from '../errors/core-error';
import type { SheetFileType } from './sheet-records';

/** What may be taken in as a sheet: a large service manual, a large scan, a large drawing. */
export const sheetLimits = {
  bytes: 600_000_000,
  svgBytes: 20_000_000,
  svgElements: 100_000,
  svgTexts: 20_000,
  pixels: 60_000_000,
  pages: 2000,
} as const;

const typeNames: Readonly<Record<SheetFileType, string>> = { pdf: 'PDF', svg: 'SVG', png: 'PNG', jpeg: 'JPEG', webp: 'WebP' };
const byEnding: Readonly<Record<string, SheetFileType>> = { pdf: 'pdf', svg: 'svg', png: 'png', jpg: 'jpeg', jpeg: 'jpeg', webp: 'webp' };

/** What a file holds, by its first bytes: 1024 of them are enough. */
export function typeByContent(head: Uint8Array): SheetFileType | undefined {
  const text = String.fromCharCode(...head.slice(0, 1024));
  if (text.slice(0, 1024).includes('%PDF-')) return 'pdf';
  if (text.startsWith('\u0089PNG\r\n\u001a\n')) return 'png';
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'jpeg';
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'webp';
  if (/^(?:\u00ef\u00bb\u00bf)?\s*(?:<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(text) && /<svg|<!DOCTYPE svg|<\?xml/i.test(text)) return 'svg';
  return undefined;
}

/**
 * What kind of sheet file it is, gone by its first bytes and held against its name and size.
 * @throws CoreError `unreadable` for a file that is empty, of no known kind or not what its name says; `too-large`.
 */
export function checkSheetFile(name: string, size: number, head: Uint8Array): SheetFileType {
  const kept = 'The card was not changed.';
  if (size === 0) throw new CoreError('unreadable', name, 'The file is empty.', `Copy it anew from where it came. ${kept}`);
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  const said = Object.hasOwn(byEnding, ending) ? byEnding[ending] : undefined;
  const held = typeByContent(head);
  if (!held)
    throw new CoreError(
      'unreadable',
      name,
      said ? `It is named like ${typeNames[said]}, but what is in it is something else.` : 'It is no PDF, SVG, PNG, JPEG or WebP.',
      `Save the sheet as one of these, and add it again. ${kept}`,
    );
  if (said && said !== held)
    throw new CoreError(
      'unreadable',
      name,
      `It is named like ${typeNames[said]}, but it holds ${typeNames[held]}.`,
      `If you trust where it came from, give it the ending .${held === 'jpeg' ? 'jpg' : held} and add it again. ${kept}`,
    );
  const most = held === 'svg' ? sheetLimits.svgBytes : sheetLimits.bytes;
  if (size > most)
    throw new CoreError(
      'too-large',
      name,
      `It has ${Math.round(size / 1e6)} MB; a ${typeNames[held]} may have ${most / 1e6}.`,
      `Split it, or save it with less detail. ${kept}`,
    );
  return held;
}

/**
 * Refuses a drawing of more elements than a browser lays out in reasonable time. They are counted in the text, before anything is made of it.
 * @throws CoreError `too-large` beyond `sheetLimits.svgElements` or `svgTexts`.
 */
export function checkDrawingSize(name: string, text: string): void {
  let [elements, texts] = [0, 0];
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) {
    const next = text.charCodeAt(at + 1) | 32;
    if (next < 97 || next > 122) continue;
    elements += 1;
    if (/^<(?:[a-z]+:)?(?:text|tspan)[\s>/]/i.test(text.slice(at, at + 40))) texts += 1;
  }
  if (elements <= sheetLimits.svgElements && texts <= sheetLimits.svgTexts) return;
  const [count, what, most] =
    elements > sheetLimits.svgElements ? [elements, 'elements', sheetLimits.svgElements] : [texts, 'pieces of text', sheetLimits.svgTexts];
  throw new CoreError(
    'too-large',
    name,
    `The drawing has ${count} ${what}; ${most} is the most.`,
    'Split it into pages, or save it as PDF. The card was not changed.',
  );
}

/**
 * Refuses a picture that would fill the memory once it is unfolded.
 * @throws CoreError `unreadable` without a size, `too-large` beyond `sheetLimits.pixels`.
 */
export function checkPictureSize(name: string, width: number, height: number): void {
  if (!(width > 0) || !(height > 0))
    throw new CoreError(
      'unreadable',
      name,
      'The picture does not say its size.',
      'Save it anew, and add it again. The card was not changed.',
    );
  if (width * height > sheetLimits.pixels)
    throw new CoreError(
      'too-large',
      name,
      `It would unfold to ${width} × ${height} pixels, ${Math.round((width * height) / 1e6)} million; ${sheetLimits.pixels / 1e6} million is the most.`,
      'Scan it with less detail or in parts: 300 dots an inch is enough to read a schematic. The card was not changed.',
    );
}
