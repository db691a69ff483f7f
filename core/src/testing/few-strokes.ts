import { pageWires, svgInk, type CardNets, type ReadSheet } from '../nets';
import { indexPage, prefixesFor, type Place, type Settled, type Sheet, type SheetWord } from '../sheets';

/** A drawing in a few strokes: lines, boxes, dots and words, twelve units to a letter. */
export const svg = (body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400" viewBox="0 0 600 400">${body}</svg>`;
export const line = (...p: number[]): string => `<polyline points="${p.join(' ')}" fill="none" stroke="#111" stroke-width="1.2"/>`;
export const dot = (x: number, y: number): string => `<circle cx="${x}" cy="${y}" r="2.5" fill="#111"/>`;
const box = (x: number, y: number, w: number, h: number): string =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="none" stroke="#111"/>`;
const ground = (x: number, y: number): string =>
  line(x - 9, y, x + 9, y) + line(x - 5, y + 4, x + 5, y + 4) + line(x - 2, y + 8, x + 2, y + 8);
/** A resistor down from (x, y), forty long, its leads ten each. */
export const down = (x: number, y: number): string => line(x, y, x, y + 10) + box(x - 5, y + 10, 10, 20) + line(x, y + 30, x, y + 40);
export const flag = (x: number, y: number): string =>
  `<polygon points="${x},${y} ${x - 8},${y - 8} ${x - 60},${y - 8} ${x - 60},${y + 8} ${x - 8},${y + 8}" fill="none" stroke="#111"/>`;
export const word = (text: string, x: number, y: number): SheetWord => ({ text, x, y, w: text.length * 6.5, h: 9 });

export const unit = 12;
export function read(
  body: string,
  words: readonly SheetWord[],
  { id = 'one', order = 1, settled }: { id?: string; order?: number; settled?: Partial<Settled> } = {},
): ReadSheet {
  const found: Place[] = indexPage(words, prefixesFor([]));
  const wires = pageWires({ ink: svgInk(svg(body)), words, places: found, unit });
  const all = { joins: [], pins: [], goesOn: [], alone: [], ...settled };
  return {
    sheet: { id, order, kind: 'schematic' } as unknown as Sheet,
    wires,
    places: { id, cardId: 'c', found, pinned: [], settled: all },
  };
}
export const pinsAt = (nets: CardNets, name: string, pin?: string): string[] =>
  (nets.of(name, pin)?.pins ?? []).map((p) => `${p.name} ${p.pin}`).sort();

/** R1 from a rail down to a node, R2 from it to the chassis, and a line that crosses without meeting. */
export const divider =
  line(100, 40, 300, 40) +
  dot(200, 40) +
  down(200, 40) +
  line(200, 80, 200, 120) +
  down(200, 120) +
  ground(200, 160) +
  line(200, 100, 300, 100) +
  dot(200, 100) +
  line(250, 20, 250, 140);
export const dividerWords = [word('R1', 212, 56), word('10k', 212, 68), word('R2', 212, 136), word('22k', 212, 148), word('+8 V', 60, 36)];
