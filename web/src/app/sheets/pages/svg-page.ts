import type { SheetWord } from '@amber-relay/core/sheets';
import { turn } from '../../ui/clean-svg';

/** So many texts are laid out and measured at a time; between them the page gets its turn. */
const textsAtOnce = 100;

/** The text of an SVG that was cleaned, in sheet units, as the browser lays it out. */
export async function svgWords(svg: string): Promise<SheetWord[]> {
  const drawn = new DOMParser().parseFromString(svg, 'image/svg+xml').documentElement as unknown as SVGSVGElement;
  // Where text stands does not hang on lines; without them there is little to lay out.
  drawn.querySelectorAll('path, line, polyline, polygon, rect, circle, ellipse, image, use').forEach((element) => element.remove());
  // Only those that are being measured are laid out: all at once would hold up the page.
  const texts = [...drawn.querySelectorAll('text')].map((text) => ({ text, shown: text.getAttribute('display') }));
  texts.forEach(({ text }) => text.setAttribute('display', 'none'));
  await turn();
  const host = document.createElement('div');
  host.style.cssText = 'position:fixed;left:-100000px;top:0;visibility:hidden';
  host.attachShadow({ mode: 'closed' }).append(drawn);
  document.body.append(host);
  try {
    const page = drawn.getBoundingClientRect();
    const words: SheetWord[] = [];
    for (let at = 0; at < texts.length; at += textsAtOnce) {
      const some = texts.slice(at, at + textsAtOnce);
      some.forEach(({ text, shown }) => (shown === null ? text.removeAttribute('display') : text.setAttribute('display', shown)));
      words.push(...some.flatMap(({ text }) => wordsIn(text, page)));
      some.forEach(({ text }) => text.setAttribute('display', 'none'));
      await turn();
    }
    return words;
  } finally {
    host.remove();
  }
}

function wordsIn(text: SVGTextElement, page: DOMRect): SheetWord[] {
  const parts = text.querySelectorAll('tspan');
  const matrix = text.getScreenCTM();
  const quarter = matrix ? (((Math.round(Math.atan2(matrix.b, matrix.a) / (Math.PI / 2)) + 4) % 4) as 0 | 1 | 2 | 3) : 0;
  return (parts.length ? [...parts] : [text]).flatMap((part): SheetWord[] => {
    const says = part.textContent.trim();
    if (!says) return [];
    const { left, top, width, height } = part.getBoundingClientRect();
    return [{ text: says, x: left - page.left, y: top - page.top, w: width, h: height, ...(quarter ? { quarter } : {}) }];
  });
}

/** Draws pieces of an SVG: as a picture, in which nothing can run. */
export class SvgPage {
  private constructor(
    private readonly image: HTMLImageElement,
    private readonly url: string,
  ) {}

  static async open(blob: Blob): Promise<SvgPage> {
    const url = URL.createObjectURL(blob);
    const image = new Image();
    image.src = url;
    await image.decode();
    return new SvgPage(image, url);
  }

  draw(scale: number, x: number, y: number, w: number, h: number): ImageBitmap {
    const canvas = new OffscreenCanvas(w, h);
    const context = canvas.getContext('2d');
    if (context) {
      context.fillStyle = '#fff';
      context.fillRect(0, 0, w, h);
      context.drawImage(this.image, -x, -y, this.image.naturalWidth * scale, this.image.naturalHeight * scale);
    }
    return canvas.transferToImageBitmap();
  }

  close(): void {
    URL.revokeObjectURL(this.url);
  }
}
