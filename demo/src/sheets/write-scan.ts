import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { create, type Font } from 'fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Drawing, Shape } from './pen';
import { writeSvg } from './write-svg';

const require = createRequire(import.meta.url);

/** Text as the outlines of its letters, so that nothing of it can be read back as text. */
function outlined(font: Font, shape: Extract<Shape, { kind: 'text' }>): string {
  const scale = shape.size / font.unitsPerEm;
  const run = font.layout(shape.text);
  const width = run.advanceWidth * scale;
  let x = shape.x - (shape.anchor === 'middle' ? width / 2 : shape.anchor === 'end' ? width : 0);
  const letters = run.glyphs.map((glyph, i) => {
    const path = `<path transform="translate(${x.toFixed(2)} ${shape.y}) scale(${scale.toFixed(5)} ${(-scale).toFixed(5)})" d="${glyph.path.toSVG()}"/>`;
    x += (run.positions[i]?.xAdvance ?? 0) * scale;
    return path;
  });
  return `<g fill="${shape.ink}"${shape.bold ? ` stroke="${shape.ink}" stroke-width="${(40 * scale).toFixed(2)}"` : ''}>${letters.join('')}</g>`;
}

let ready: Promise<void> | undefined;

/** How a drawing is scanned: pixels to a point, and by how many degrees it lies askew. */
export interface ScanManner {
  readonly scale: number;
  readonly askew: number;
}

async function rendered(
  drawing: Drawing,
  { scale, askew }: ScanManner,
): Promise<{ asPng: () => Uint8Array; free: () => void; pixels: Uint8Array; width: number; height: number }> {
  await (ready ??= initWasm(readFileSync(require.resolve('@resvg/resvg-wasm/index_bg.wasm'))));
  const made = create(readFileSync(require.resolve('@fontsource-variable/noto-sans/files/noto-sans-latin-wght-normal.woff2')));
  const font = 'fonts' in made ? made.fonts[0] : made;
  if (!font) throw new Error('The font for the scan cannot be read.');
  const lines = writeSvg({ ...drawing, shapes: drawing.shapes.filter((s) => s.kind !== 'text') });
  const text = drawing.shapes.flatMap((s) => (s.kind === 'text' ? [outlined(font, s)] : []));
  const body = lines.slice(lines.indexOf('<rect'), lines.lastIndexOf('</svg>'));
  const { width: w, height: h } = drawing;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><rect width="100%" height="100%" fill="#efece4"/><g transform="rotate(${askew} ${w / 2} ${h / 2})">${body.replace('fill="#ffffff"', 'fill="#f6f4ee"')}${text.join('')}</g></svg>`;
  return new Resvg(svg, { fitTo: { mode: 'zoom', value: scale } }).render();
}

/** A drawing as a PNG such as a scanner makes: a little askew, on paper that is not quite white, without any text. */
export const writeScan = async (drawing: Drawing): Promise<Uint8Array> => (await rendered(drawing, { scale: 2, askew: 0.35 })).asPng();

/** The same as its grey pixels, a byte each. */
export async function scannedPixels(drawing: Drawing, manner: ScanManner): Promise<{ width: number; height: number; grey: Uint8Array }> {
  const picture = await rendered(drawing, manner);
  const { pixels, width, height } = picture;
  picture.free();
  const grey = new Uint8Array(width * height);
  for (let i = 0; i < grey.length; i++)
    grey[i] = Math.round(0.3 * (pixels[4 * i] ?? 0) + 0.59 * (pixels[4 * i + 1] ?? 0) + 0.11 * (pixels[4 * i + 2] ?? 0));
  return { width, height, grey };
}
