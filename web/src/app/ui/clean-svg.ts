import { checkDrawingSize } from '@amber-relay/core/sheets';
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

/** So many elements are cleaned at a time; between them the page gets its turn. */
const elementsAtOnce = 600;
/** Gives the page its turn. */
export const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Cleans an element with all that is in it, and counts what was left out; the element is gone where it may not stay. */
function purified(element: Element): { readonly clean: SVGSVGElement | null; readonly leftOut: number } {
  const body = DOMPurify.sanitize(new XMLSerializer().serializeToString(element), {
    USE_PROFILES: { svg: true, svgFilters: true },
    FORBID_TAGS: ['foreignObject', 'script', 'iframe', 'a'],
    RETURN_DOM: true,
  });
  // The empty page around the drawing goes as well; nobody need be told of that.
  const leftOut = DOMPurify.removed.filter((r) => !('element' in r && r.element.nodeName === 'BODY')).length;
  return { clean: (body as unknown as HTMLElement).querySelector('svg'), leftOut };
}

/** Cleans what is within an element, some of it at a time, and puts it into another. Gives how many pieces were left out. */
async function cleanInto(target: Element, source: Element): Promise<number> {
  let leftOut = 0;
  let waiting: Node[] = [];
  let count = 0;
  const flush = async (): Promise<void> => {
    if (!waiting.length) return;
    const group = source.ownerDocument.createElementNS('http://www.w3.org/2000/svg', 'svg');
    group.append(...waiting.map((node) => node.cloneNode(true)));
    [waiting, count] = [[], 0];
    const { clean, leftOut: some } = purified(group);
    leftOut += some;
    if (clean) target.append(...[...clean.childNodes].map((node) => target.ownerDocument.importNode(node, true)));
    await turn();
  };
  for (const child of source.childNodes) {
    const size = child instanceof Element ? 1 + child.getElementsByTagName('*').length : 0;
    if (size <= elementsAtOnce || !(child instanceof Element)) {
      waiting.push(child);
      count += size;
      if (count >= elementsAtOnce) await flush();
      continue;
    }
    await flush();
    // Too much for one turn: the element by itself, then what is within it.
    const group = source.ownerDocument.createElementNS('http://www.w3.org/2000/svg', 'svg');
    group.append(child.cloneNode(false));
    const { clean, leftOut: some } = purified(group);
    leftOut += some;
    const [shell] = clean?.children ?? [];
    if (!shell) continue;
    const own = target.ownerDocument.importNode(shell, true);
    target.append(own);
    leftOut += await cleanInto(own, child);
  }
  await flush();
  return leftOut;
}

/**
 * Cleans an SVG, in pieces between which the page gets its turn: a browser has no elements but on the page. Gives undefined where nothing
 * that can be drawn is left, as of a file that is cut short or no SVG.
 *
 * @throws CoreError `too-large` for a drawing of too many elements
 */
export async function safeSvg(text: string, name = 'the drawing'): Promise<SafeSvg | undefined> {
  checkDrawingSize(name, text);
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (parsed.querySelector('parsererror') || parsed.documentElement.localName !== 'svg') return undefined;
  const shell = purified(parsed.documentElement.cloneNode(false) as Element);
  const svg = shell.clean;
  if (!svg) return undefined;
  const takenOut = shell.leftOut + (await cleanInto(svg, parsed.documentElement));
  if (svg.childElementCount === 0) return undefined;
  const kept = [svg, ...svg.querySelectorAll('*')];
  let leftOut = takenOut;
  for (const [i, element] of kept.entries()) {
    if (i % 2000 === 1999) await turn();
    if (stayAtHome(element)) leftOut += 1;
  }
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
