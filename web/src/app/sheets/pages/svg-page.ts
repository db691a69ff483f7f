import type { SheetWord } from '@amber-relay/core/sheets';
import DOMPurify from 'dompurify';

/** An SVG that may be shown: nothing in it runs, nothing is fetched. */
export interface SafeSvg {
  readonly text: string;
  readonly width: number;
  readonly height: number;
  /** Pieces that were left out: scripts, foreign elements, handlers. */
  readonly leftOut: number;
}

/** Made anew in a sheet at most so large, whatever it says of itself; larger ones are shown smaller. */
const largest = 8000;

/**
 * Cleans an SVG. Returns undefined where nothing that can be drawn is left, as of a file that is cut short or no SVG.
 */
export function safeSvg(text: string): SafeSvg | undefined {
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (parsed.querySelector('parsererror') || parsed.documentElement.localName !== 'svg') return undefined;
  const clean = DOMPurify.sanitize(new XMLSerializer().serializeToString(parsed.documentElement), {
    USE_PROFILES: { svg: true, svgFilters: true },
    FORBID_TAGS: ['foreignObject', 'script', 'iframe', 'a'],
    RETURN_DOM: true,
  });
  // The empty page around the drawing goes as well; nobody need be told of that.
  const takenOut = DOMPurify.removed.filter((r) => !('element' in r && r.element.nodeName === 'BODY')).length;
  const svg = (clean as unknown as HTMLElement).querySelector('svg');
  if (!svg || svg.childElementCount === 0) return undefined;
  const kept = [svg, ...svg.querySelectorAll('*')];
  const leftOut = takenOut + kept.filter(stayAtHome).length;
  const box = (svg.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const length = (name: string): number => {
    const value = svg.getAttribute(name) ?? '';
    return /^[\d.]+(px|pt)?$/.test(value) ? parseFloat(value) : NaN;
  };
  const [, , boxWidth = NaN, boxHeight = NaN] = box;
  const width = length('width') || boxWidth || 1000;
  const height = length('height') || boxHeight || 700;
  if (!(width > 0) || !(height > 0)) return undefined;
  if (!(boxWidth > 0)) svg.setAttribute('viewBox', `0 0 ${width} ${height}`);
  const by = Math.min(1, largest / Math.max(width, height));
  svg.setAttribute('width', String(width * by));
  svg.setAttribute('height', String(height * by));
  svg.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  return { text: new XMLSerializer().serializeToString(svg), width: width * by, height: height * by, leftOut };
}

/** Looks that could fetch something, or hide that they do, are taken away; those that point within the drawing stay. */
const homely = (css: string): string =>
  /\\|image-set|src\s*\(|cross-fade/i.test(css)
    ? ''
    : css.replace(/@import[^;]*(;|$)/gi, '').replace(/url\(\s*(?!\s*['"]?#)[^)]*\)?/gi, 'none');

/** Takes from an element whatever leads out of the drawing; says whether there was anything. */
function stayAtHome(element: Element): boolean {
  const before = element.cloneNode(element.localName === 'style') as Element;
  for (const name of ['href', 'xlink:href']) {
    const at = element.getAttribute(name);
    if (at && !at.startsWith('#') && !/^data:image\/(png|jpeg|webp);/.test(at)) element.removeAttribute(name);
  }
  if (element.localName === 'style') element.textContent = homely(element.textContent);
  for (const { name, value } of [...element.attributes]) if (/url\(|\\|image-set/i.test(value)) element.setAttribute(name, homely(value));
  return element.localName === 'style' ? before.textContent !== element.textContent : !before.isEqualNode(element.cloneNode(false));
}

/** So many texts are measured at a time; between them the page gets its turn. */
const atOnce = 40;
const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** The text of an SVG that was cleaned, in sheet units, as the browser lays it out. */
export async function svgWords(svg: string): Promise<SheetWord[]> {
  const drawn = new DOMParser().parseFromString(svg, 'image/svg+xml').documentElement as unknown as SVGSVGElement;
  // Where text stands does not hang on lines; without them there is little to lay out.
  drawn.querySelectorAll('path, line, polyline, polygon, rect, circle, ellipse, image, use').forEach((element) => element.remove());
  await turn();
  const host = document.createElement('div');
  host.style.cssText = 'position:fixed;left:-100000px;top:0;visibility:hidden';
  host.attachShadow({ mode: 'closed' }).append(drawn);
  document.body.append(host);
  try {
    const page = drawn.getBoundingClientRect();
    const words: SheetWord[] = [];
    for (const [i, text] of [...drawn.querySelectorAll('text')].entries()) {
      if (i % atOnce === 0) await turn();
      words.push(...wordsIn(text, page));
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
