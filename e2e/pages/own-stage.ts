import type { Drawing, Shape } from '../../demo/src/sheets/pen';

/** A stage with its bias, drawn by hand for a set that no card knows, in units of the sheet; and where its lines may be pressed. */
export const ownStage = {
  size: { width: 700, height: 420 },
  /** The line to the base, beside R1 and R2. */
  base: [240, 150],
  svg: `<svg xmlns="http://www.w3.org/2000/svg" width="700" height="420" viewBox="0 0 700 420" font-family="sans-serif" font-size="12">
<title>Schematic</title><rect width="700" height="420" fill="#fff"/><text x="20" y="24" font-size="16">Schematic diagram</text>
<g fill="none" stroke="#111" stroke-width="1.2">
<polyline points="112,54 112,66"/><polyline points="112,60 420,60"/>
<polyline points="180,60 180,72"/><rect x="174" y="72" width="12" height="28"/><polyline points="180,100 180,190"/>
<rect x="174" y="190" width="12" height="28"/><polyline points="180,218 180,240"/>
<polyline points="170,240 190,240"/><polyline points="174,244 186,244"/><polyline points="178,248 182,248"/>
<polyline points="180,150 308,150"/><circle cx="316" cy="150" r="20"/><polyline points="308,138 308,162" stroke-width="2"/>
<polyline points="308,144 324,132 324,96"/><polyline points="308,156 324,168 324,200"/>
<rect x="318" y="72" width="12" height="24"/><polyline points="324,72 324,60"/><polyline points="324,110 420,110"/>
<rect x="318" y="200" width="12" height="24"/><polyline points="324,224 324,240"/>
<polyline points="314,240 334,240"/><polyline points="318,244 330,244"/><polyline points="322,248 326,248"/></g>
<g fill="#111"><circle cx="180" cy="60" r="2.5"/><circle cx="324" cy="60" r="2.5"/><circle cx="180" cy="150" r="2.5"/>
<circle cx="324" cy="110" r="2.5"/><polygon points="318,160 324,168 315,165"/></g>
<text x="70" y="50">+12 V</text><text x="192" y="84">R1</text><text x="192" y="98">47k</text><text x="192" y="202">R2</text>
<text x="192" y="216">10k</text><text x="342" y="154">Q1</text><text x="342" y="168">NPN</text><text x="336" y="84">R3</text>
<text x="336" y="98">2k2</text><text x="336" y="212">R4</text><text x="336" y="226">470</text></svg>`,
} as const;

const [width, height] = [420, 300];
const line = (...points: readonly (readonly [number, number])[]): Shape => ({
  kind: 'line',
  points,
  width: 1,
  closed: false,
  ink: '#1a1a1a',
});
const resistor = (x: number, y: number): Shape => ({
  kind: 'line',
  points: [
    [x - 5, y],
    [x + 5, y],
    [x + 5, y + 24],
    [x - 5, y + 24],
  ],
  width: 1.2,
  closed: true,
  ink: '#1a1a1a',
});
const spot = (x: number, y: number, r: number): Shape => ({ kind: 'circle', x, y, r, width: 0, fill: '#1a1a1a', ink: '#1a1a1a' });
const text = (x: number, y: number, said: string): Shape => ({
  kind: 'text',
  x,
  y,
  text: said,
  size: 8,
  anchor: 'start',
  bold: false,
  ink: '#1a1a1a',
});

/** A sheet to be scanned, on which two lines cross at what may be a dot or a blot; in points. */
export const blottedSheet: Drawing = {
  title: 'Bias',
  kind: 'schematic',
  width,
  height,
  shapes: [
    line([60, 80], [360, 80]),
    line([60, 160], [360, 160]),
    line([120, 80], [120, 96]),
    resistor(120, 96),
    line([120, 120], [120, 160]),
    line([240, 40], [240, 200]),
    resistor(240, 200),
    line([240, 224], [240, 250]),
    resistor(320, 104),
    line([320, 80], [320, 104]),
    line([320, 128], [320, 160]),
    spot(120, 80, 2.4),
    spot(120, 160, 2.4),
    spot(320, 80, 2.4),
    spot(320, 160, 2.4),
    // Neither clearly a dot nor clearly none.
    spot(240, 160, 1.3),
    text(130, 110, 'R1 47k'),
    text(250, 214, 'R2 10k'),
    text(330, 118, 'R3 2k2'),
    text(62, 74, 'SUPPLY'),
    text(62, 154, 'BIAS'),
    text(150, 280, 'Bias of the first stage, part 3'),
  ],
  written: [],
};
