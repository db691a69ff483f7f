import { chanceFrom, normalPairs } from '@amber-relay/core/chance';
import { CardNets, pageWires, pdfInk, scanWires, svgInk, textUnit, type PageInk, type ReadSheet } from '@amber-relay/core/nets';
import { indexPage, prefixesFor, type Place, type Sheet, type SheetWord } from '@amber-relay/core/sheets';
import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs';
import { demoCards } from '../demo/src/demo-cards';
import type { Drawing, Shape } from '../demo/src/sheets/pen';
import { sheetSet } from '../demo/src/sheets/sheet-set';
import { writePdf } from '../demo/src/sheets/write-pdf';
import { scannedPixels } from '../demo/src/sheets/write-scan';
import { writeSvg } from '../demo/src/sheets/write-svg';
import { drawnManual, manners } from './nets-bench/drawn-circuits';
import { holdAgainst, type Held } from './nets-bench/hold-against';

/**
 * Nets read from manuals drawn by code, so that what hangs together is known: those of the demo shop, and twenty more in three other
 * manners; as SVG, as PDF, and printed and scanned. How many nets are right, how many lines are joined that are not, how many pins.
 */
const only = process.argv[2];

/** About how wide a letter is, in its size: text is laid out by a browser in the program, and by this here. */
const letter = 0.54;
const wordOf = (s: Extract<Shape, { kind: 'text' }>): SheetWord => {
  const w = s.text.length * s.size * letter;
  return {
    text: s.text,
    x: s.x - (s.anchor === 'middle' ? w / 2 : s.anchor === 'end' ? w : 0),
    y: s.y - s.size * 0.72,
    w,
    h: s.size * 0.72,
  };
};

interface Manual {
  readonly name: string;
  readonly drawings: readonly Drawing[];
}
const manuals: Manual[] = [
  ...demoCards().map((card) => ({ name: card.id, drawings: sheetSet(card).filter(({ kind }) => kind === 'schematic') })),
  ...Array.from({ length: 20 }, (_, i) => {
    const manner = manners[i % manners.length] ?? 'ruled';
    return { name: `${manner} ${i + 1}`, drawings: drawnManual(i + 1, manner).drawings };
  }),
];

const times: number[] = [];
const scanTimes = new Map<number, number[]>();
const presses: number[] = [];
async function pdfInks(drawings: readonly Drawing[]): Promise<PageInk[]> {
  const data = await writePdf(drawings, 'manual', new Date(0));
  const document = await pdfjs.getDocument({ data, verbosity: 0 }).promise;
  const inks: PageInk[] = [];
  for (let page = 1; page <= drawings.length; page++) {
    const held = await document.getPage(page);
    const { transform, width, height } = held.getViewport({ scale: 1 });
    const from = performance.now();
    const operators = await held.getOperatorList();
    inks.push(
      pdfInk(
        operators,
        pdfjs.OPS as unknown as Record<string, number>,
        transform as [number, number, number, number, number, number],
        width,
        height,
      ),
    );
    times.push(performance.now() - from);
  }
  await document.destroy();
  return inks;
}

function read(drawings: readonly Drawing[], inks: readonly PageInk[]): CardNets {
  const sheets = drawings.map((drawing, i): ReadSheet => {
    const words = drawing.shapes.flatMap((s) => (s.kind === 'text' ? [wordOf(s)] : []));
    const places: Place[] = indexPage(words, prefixesFor(drawing.written.map(({ name }) => name)));
    const from = performance.now();
    const ink = inks[i] as PageInk;
    const wires = pageWires({ ink, words, places, unit: textUnit(places, words, 'pdf', ink.width) });
    times[times.length - drawings.length + i] = (times[times.length - drawings.length + i] ?? 0) + performance.now() - from;
    const sheet = { id: `sheet ${i}`, order: i + 1, kind: 'schematic' } as Sheet;
    return { sheet, wires, places: { id: sheet.id, cardId: '', found: places, pinned: [] } };
  });
  const nets = new CardNets(sheets);
  for (const { wires, sheet } of sheets)
    for (const [x0, y0, x1, y1] of wires.lines.slice(0, 20)) {
      const from = performance.now();
      nets.at(sheet.id, [(x0 + x1) / 2, (y0 + y1) / 2]);
      presses.push(performance.now() - from);
    }
  return nets;
}

/** A scan of a page at so many dots an inch: askew, on grey paper, with noise and specks. Names are pinned where they stand, as one would by hand. */
async function scanned(drawing: Drawing, dpi: number, seed: number): Promise<ReadSheet> {
  const scale = dpi / 72;
  const askew = 0.35;
  const picture = await scannedPixels(drawing, { scale, askew });
  const bell = normalPairs(seed);
  for (let i = 0; i + 1 < picture.grey.length; i += 2) {
    const [a, b] = bell();
    picture.grey[i] = Math.max(0, Math.min(255, (picture.grey[i] ?? 0) + a * 11));
    picture.grey[i + 1] = Math.max(0, Math.min(255, (picture.grey[i + 1] ?? 0) + b * 11));
  }
  const chance = chanceFrom(seed);
  for (let k = 0; k < picture.grey.length / 20_000; k++) picture.grey[Math.floor(chance.between(0, picture.grey.length))] = 20;
  const words = drawing.shapes.flatMap((s) => (s.kind === 'text' ? [wordOf(s)] : []));
  const names: Place[] = indexPage(words, prefixesFor(drawing.written.map(({ name }) => name)));
  const turn = (askew * Math.PI) / 180;
  const pinned = names.map((place): Place => {
    const [dx, dy] = [place.x + place.w / 2 - drawing.width / 2, place.y + place.h / 2 - drawing.height / 2];
    const [x, y] = [
      drawing.width / 2 + Math.cos(turn) * dx - Math.sin(turn) * dy,
      drawing.height / 2 + Math.sin(turn) * dx + Math.cos(turn) * dy,
    ];
    return { ...place, x: (x - place.w / 2) * scale, y: (y - place.h / 2) * scale, w: place.w * scale, h: place.h * scale };
  });
  const from = performance.now();
  const wires = scanWires(picture, { places: pinned });
  scanTimes.set(dpi, [...(scanTimes.get(dpi) ?? []), performance.now() - from]);
  const sheet = { id: `sheet ${seed} ${drawing.title}`, order: seed, kind: 'schematic' } as Sheet;
  return { sheet, wires, places: { id: sheet.id, cardId: '', found: [], pinned } };
}

const percent = (n: number, of: number): string => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`;
const totals = new Map<string, Held[]>();
for (const { name, drawings } of manuals) {
  const wiring = drawings[0]?.wiring;
  if (!wiring || (only && !name.includes(only))) continue;
  const inks: Record<string, PageInk[]> = { svg: drawings.map((d) => svgInk(writeSvg(d))), pdf: await pdfInks(drawings) };
  for (const [how, list] of Object.entries(inks)) {
    const held = holdAgainst(read(drawings, list), wiring);
    totals.set(how, [...(totals.get(how) ?? []), held]);
    console.log(
      `${how} ${name}: nets ${held.right} of ${held.nets}, false joins ${held.falseJoins} of ${held.found}, pins ${percent(held.pinsRight, held.pins)}`,
    );
    if (only) for (const line of held.wrong.slice(0, 12)) console.log(`   ${line.slice(0, 200)}`);
  }
}
for (const dpi of [300, 150]) {
  for (const { name, drawings } of manuals) {
    const wiring = drawings[0]?.wiring;
    if (!wiring || (only && !name.includes(only))) continue;
    const sheets: ReadSheet[] = [];
    for (const [i, drawing] of drawings.entries()) sheets.push(await scanned(drawing, dpi, i + 1));
    const nets = new CardNets(sheets);
    // A scan has no text: lines that go on under a name are joined by hand, page by page; what is drawn is held against each page.
    const held = holdAgainst(nets, wiring, true);
    totals.set(`scan ${dpi}`, [...(totals.get(`scan ${dpi}`) ?? []), held]);
    const asked = nets.nets.map(({ doubts }) => doubts.length);
    console.log(
      `scan ${dpi} ${name}: nets ${held.right} of ${held.nets}, false joins ${held.falseJoins} of ${held.found}, pins ${percent(held.pinsRight, held.pins)}, questions ${asked.reduce((p, q) => p + q, 0)}, most on one net ${Math.max(0, ...asked)}`,
    );
    if (only) for (const line of held.wrong.slice(0, 12)) console.log(`   ${line.slice(0, 200)}`);
  }
}
const sum = (list: readonly Held[], of: (held: Held) => number): number => list.reduce((all, held) => all + of(held), 0);
for (const [how, list] of totals)
  console.log(
    `${how}: nets right ${percent(
      sum(list, (h) => h.right),
      sum(list, (h) => h.nets),
    )}, false joins ${percent(
      sum(list, (h) => h.falseJoins),
      sum(list, (h) => h.found),
    )}, pins ${percent(
      sum(list, (h) => h.pinsRight),
      sum(list, (h) => h.pins),
    )}`,
  );
const at = (list: readonly number[], share: number): string =>
  ([...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? 0).toFixed(1);
const taken = (list: readonly number[]): string => `median ${at(list, 0.5)} ms, 95th ${at(list, 0.95)} ms`;
const scans = [...scanTimes].map(([dpi, list]) => `as a scan of ${dpi} dots an inch: ${taken(list)}`);
console.log([`a page taken in, as it is drawn: ${taken(times)}`, ...scans, `a press: 95th ${at(presses, 0.95)} ms`].join('; '));
