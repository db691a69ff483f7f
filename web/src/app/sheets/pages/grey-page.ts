/** A page as grey pixels, of so many to one unit of the sheet. */
export interface GreyPage {
  readonly width: number;
  readonly height: number;
  readonly grey: Uint8Array;
  readonly scale: number;
}

/** A sheet is followed at 300 dots an inch, or at as many as so many pixels allow. */
const mostPixels = 20_000_000;
/** Drawn in strips, so that the colours of a whole page are never in hand at once. */
const strip = 1024;

/** How many pixels to one unit a page is looked at with. @param fine The scale at which all that it holds is seen. */
export const scaleOf = (width: number, height: number, fine: number): number => Math.min(fine, Math.sqrt(mostPixels / (width * height)));

/**
 * Draws a page in grey. @param draw Draws a strip of it, in pixels at the scale.
 * @throws Error when the browser gives no canvas to look at.
 */
export async function greyPage(
  width: number,
  height: number,
  scale: number,
  draw: (y: number, w: number, h: number) => Promise<ImageBitmap>,
): Promise<GreyPage> {
  const [w, h] = [Math.round(width * scale), Math.round(height * scale)];
  const grey = new Uint8Array(w * h);
  const canvas = new OffscreenCanvas(w, Math.min(strip, h));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot look at pictures here.');
  for (let y = 0; y < h; y += strip) {
    const rows = Math.min(strip, h - y);
    const bitmap = await draw(y, w, rows);
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    const { data } = context.getImageData(0, 0, w, rows);
    for (let i = 0, o = y * w, end = w * rows; i < end; i++, o++)
      grey[o] = (77 * (data[4 * i] as number) + 150 * (data[4 * i + 1] as number) + 29 * (data[4 * i + 2] as number)) >> 8;
  }
  return { width: w, height: h, grey, scale };
}
