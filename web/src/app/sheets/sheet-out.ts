import { inject, Injectable } from '@angular/core';
import { verdictNames } from '@amber-relay/core/words';
import { placesCsv, placesJson, type Sheet, type SheetFile, type SheetPlaces } from '@amber-relay/core/sheets';
import { netlistCsv, type CardNet, type CardNets } from '@amber-relay/core/nets';
import { SheetRepository } from '../storage/sheet-repository';
import { SheetPages } from './pages/sheet-pages';
import { safeSvg } from '../ui/clean-svg';
import { SheetFrame } from './sheet-frame';
import type { SheetPdf } from './sheet-pdf';
import type { SheetMark, SheetRegion, SheetStretch } from './sheet-view';
import { saveFile } from '../ui/save-file';

/** Longest side of a sheet that goes out as a picture, in pixels: an A3 page at 220 dots an inch. */
const longestSide = 3600;
/** A PDF up to this size is taken into memory whole to take one page over as it is. */
const largestTaken = 60_000_000;
const upright = { k: 1, x: 0, y: 0 };

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const number = (n: number): string => String(Math.round(n * 100) / 100);

/** What is laid over a sheet as SVG elements, as the sheet lies before the eye; verdicts stand in words. */
export function overlaySvg(
  sheet: Sheet,
  marks: readonly SheetMark[],
  regions: readonly SheetRegion[],
  stretches: readonly SheetStretch[],
): string {
  const frame = new SheetFrame(sheet);
  const at = (x: number, y: number): string => frame.toView([x, y], upright).map(number).join(',');
  const size = Math.max(frame.width, frame.height) / 110;
  const parts: string[] = [];
  for (const { outline, room, word } of regions) {
    const amber = word === 'suspect' || word === 'prime';
    const look = `fill="${amber ? '#f5a938' : '#5b6d76'}" stroke="${amber ? '#f5a938' : '#5b6d76'}" opacity="${word === 'prime' ? 0.45 : 0.2}"`;
    if (outline.length > 2)
      parts.push(
        `<polygon points="${outline.map((p) => at(...p)).join(' ')}" stroke-linejoin="round" stroke-width="${number(room * 2)}" ${look}/>`,
      );
  }
  for (const { from, to, broken } of stretches) {
    const [a, b] = [frame.toView(from, upright), frame.toView(to, upright)];
    parts.push(
      `<line x1="${number(a[0])}" y1="${number(a[1])}" x2="${number(b[0])}" y2="${number(b[1])}" stroke="${broken ? '#8a4b00' : '#0b664e'}" stroke-width="${number(size / 3)}"${broken ? ` stroke-dasharray="${number(size)} ${number(size)}"` : ''}/>`,
    );
  }
  for (const { place, kind, verdict, figure } of marks) {
    const { x, y, w, h } = place;
    const [a, b] = [frame.toView([x, y], upright), frame.toView([x + w, y + h], upright)];
    const [left, top] = [Math.min(a[0], b[0]) - 2, Math.min(a[1], b[1]) - 2];
    const [right, bottom] = [Math.max(a[0], b[0]) + 2, Math.max(a[1], b[1]) + 2];
    parts.push(
      `<rect x="${number(left)}" y="${number(top)}" width="${number(right - left)}" height="${number(bottom - top)}" fill="none" stroke="#1f1403" stroke-width="${number(size / 9)}"${kind === 'finding' ? ` stroke-dasharray="${number(size / 2)}"` : ''}/>`,
    );
    const label = [figure, verdict && verdict !== 'no-limit' ? verdictNames[verdict] : ''].filter(Boolean).join(' ');
    if (!label) continue;
    const wide = label.length * size * 0.58 + size * 0.6;
    parts.push(
      `<rect x="${number(right + 2)}" y="${number(top)}" width="${number(wide)}" height="${number(size * 1.4)}" fill="#fff" stroke="#1f1403" stroke-width="${number(size / 12)}"/>`,
      `<text x="${number(right + 2 + size * 0.3)}" y="${number(top + size * 1.05)}" font-family="sans-serif" font-size="${number(size)}" fill="#1f1403">${escaped(label)}</text>`,
    );
  }
  return parts.join('');
}

/** Lets sheets go out, with their readings and marks, and the index of a card. */
@Injectable({ providedIn: 'root' })
export class SheetOut {
  private readonly pages = inject(SheetPages);
  private readonly repository = inject(SheetRepository);

  async saveSheet(
    what: 'svg' | 'pdf' | 'png',
    sheet: Sheet,
    file: SheetFile,
    marks: readonly SheetMark[],
    regions: readonly SheetRegion[],
    stretches: readonly SheetStretch[],
  ): Promise<void> {
    const name = `${
      sheet.title
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'sheet'
    }.${what}`;
    const over = overlaySvg(sheet, marks, regions, stretches);
    const { width, height } = new SheetFrame(sheet);
    const wrap = (inside: string): string =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="${number(width)}" height="${number(height)}" viewBox="0 0 ${number(width)} ${number(height)}">${inside}</svg>`;
    if (what === 'pdf') {
      const page = { title: sheet.title, width, height, over: wrap(over) };
      return saveFile(name, (await this.asDrawn(page, sheet, file)) ?? (await this.asPicture(page, sheet, file)), 'application/pdf');
    }
    const svg = wrap((await this.drawing(sheet, file)) + over);
    if (what === 'svg') return saveFile(name, new TextEncoder().encode(svg), 'image/svg+xml');
    saveFile(name, await this.asPng(svg, width, height), 'image/png');
  }

  /** The parts on a line, or all that are drawn, with what they hang on. */
  saveNetlist(card: string, nets: CardNets, net: CardNet | undefined): void {
    const only = net && new Set(net.pins.map(({ name }) => name));
    const name = net ? `${card}-${net.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}` : card;
    saveFile(`${name}-netlist.csv`, new TextEncoder().encode(netlistCsv(nets, only)), 'text/csv');
  }

  savePlaces(what: 'csv' | 'json', card: string, sheets: readonly Sheet[], places: readonly SheetPlaces[]): void {
    const text = what === 'csv' ? placesCsv(sheets, places) : placesJson(card, sheets, places);
    saveFile(`${card}-sheets.${what}`, new TextEncoder().encode(text), what === 'csv' ? 'text/csv' : 'application/json');
  }

  /** A page of a PDF with its own lines and letters; undefined where it is too large for that, or cannot be taken over. */
  private async asDrawn(page: SheetPdf, sheet: Sheet, file: SheetFile): Promise<Uint8Array | undefined> {
    if (file.type !== 'pdf' || file.size > largestTaken) return undefined;
    const [{ sheetPdfOver }, blob, plan] = await Promise.all([
      import('./sheet-pdf'),
      this.repository.blob(file.id),
      this.pages.plan(sheet, file),
    ]);
    const lie = new SheetFrame(sheet).matrix(upright);
    return blob && sheetPdfOver(page, blob, sheet.page, plan, lie).catch(() => undefined);
  }

  private async asPicture(page: SheetPdf, sheet: Sheet, file: SheetFile): Promise<Uint8Array> {
    const [{ sheetPdf }, picture] = await Promise.all([import('./sheet-pdf'), this.picture(sheet, file)]);
    return sheetPdf(page, picture);
  }

  /** The sheet itself within an SVG: an SVG stays lines and text, all else becomes a picture. */
  private async drawing(sheet: Sheet, file: SheetFile): Promise<string> {
    if (file.type === 'svg') {
      // Cleaned once more: what goes out is opened where nothing holds it back.
      const safe = await safeSvg((await (await this.repository.blob(file.id))?.text()) ?? '', file.name);
      const lie = new SheetFrame(sheet).matrix(upright).join(' ');
      return `<g transform="matrix(${lie})">${safe?.text ?? ''}</g>`;
    }
    const { width, height } = new SheetFrame(sheet);
    return `<image href="${await this.picture(sheet, file)}" width="${number(width)}" height="${number(height)}"/>`;
  }

  /** The sheet as it lies before the eye, as the address of a PNG. */
  private async picture(sheet: Sheet, file: SheetFile): Promise<string> {
    const scale = longestSide / Math.max(sheet.width, sheet.height);
    const [w, h] = [Math.round(sheet.width * scale), Math.round(sheet.height * scale)];
    const bitmap = await this.pages.draw(sheet, file, { scale, x: 0, y: 0, w, h });
    const frame = new SheetFrame(sheet);
    const canvas = new OffscreenCanvas(Math.round(frame.width * scale), Math.round(frame.height * scale));
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser gives no canvas to draw on.');
    const [a, b, c, d, e, f] = frame.matrix({ k: scale, x: 0, y: 0 });
    context.setTransform(a, b, c, d, e, f);
    context.drawImage(bitmap, 0, 0, sheet.width, sheet.height);
    bitmap.close();
    return dataUrl(await canvas.convertToBlob({ type: 'image/png' }));
  }

  private async asPng(svg: string, width: number, height: number): Promise<Uint8Array> {
    const image = new Image();
    image.src = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
    try {
      await image.decode();
      const scale = longestSide / Math.max(width, height);
      const canvas = new OffscreenCanvas(Math.round(width * scale), Math.round(height * scale));
      canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
      return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
    } finally {
      URL.revokeObjectURL(image.src);
    }
  }
}

const dataUrl = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(new Error('The picture could not be read back.'));
    reader.readAsDataURL(blob);
  });
