import type { Part } from '@amber-relay/core/card';
import { ink, type Pen } from './pen';

/** Kinds of part that have two ends; the others have symbols of their own. */
export const span = 44;
const mid = span / 2;

const leads = (pen: Pen, half: number): void => {
  pen.line([
    [0, 0],
    [mid - half, 0],
  ]);
  pen.line([
    [mid + half, 0],
    [span, 0],
  ]);
};
const arrow = (pen: Pen, x: number, y: number, toX: number, toY: number): void => {
  pen.line([
    [x, y],
    [toX, toY],
  ]);
  const angle = Math.atan2(toY - y, toX - x);
  const tip = (turn: number): readonly [number, number] => [toX - 4 * Math.cos(angle + turn), toY - 4 * Math.sin(angle + turn)];
  pen.line([tip(0.45), [toX, toY], tip(-0.45)], { closed: true, fill: ink });
};

const resistor = (pen: Pen): void => {
  leads(pen, 10);
  pen.box(mid - 10, -4, 20, 8);
};
const capacitor = (pen: Pen): void => {
  leads(pen, 2.5);
  pen.line(
    [
      [mid - 2.5, -8],
      [mid - 2.5, 8],
    ],
    { width: 1.4 },
  );
  pen.line(
    [
      [mid + 2.5, -8],
      [mid + 2.5, 8],
    ],
    { width: 1.4 },
  );
};
const electrolytic = (pen: Pen): void => {
  leads(pen, 3.5);
  pen.box(mid - 3.5, -8, 3, 16);
  pen.box(mid + 0.5, -8, 3, 16, { fill: ink });
  pen.line([
    [mid - 11, -6],
    [mid - 7, -6],
  ]);
  pen.line([
    [mid - 9, -8],
    [mid - 9, -4],
  ]);
};
const coil = (pen: Pen): void => {
  leads(pen, 12);
  pen.turns(mid - 12, 0, 4, 3);
};
const diode = (pen: Pen): void => {
  leads(pen, 5);
  pen.line(
    [
      [mid - 5, -5.5],
      [mid + 5, 0],
      [mid - 5, 5.5],
    ],
    { closed: true, fill: ink },
  );
  pen.line(
    [
      [mid + 5, -6],
      [mid + 5, 6],
    ],
    { width: 1.4 },
  );
};
const crystal = (pen: Pen): void => {
  leads(pen, 6);
  pen.line(
    [
      [mid - 6, -8],
      [mid - 6, 8],
    ],
    { width: 1.4 },
  );
  pen.line(
    [
      [mid + 6, -8],
      [mid + 6, 8],
    ],
    { width: 1.4 },
  );
  pen.box(mid - 3, -8, 6, 16);
};
const openSwitch = (pen: Pen): void => {
  leads(pen, 9);
  pen.circle(mid - 9, 0, 1.6);
  pen.circle(mid + 9, 0, 1.6);
  pen.line([
    [mid - 8, -1],
    [mid + 8, -9],
  ]);
};

type Drawn = (pen: Pen) => void;
const twoEnded: Partial<Record<Part['kind'], Drawn>> = {
  resistor,
  'high-value-resistor': resistor,
  'ceramic-capacitor': capacitor,
  'film-capacitor': capacitor,
  electrolytic,
  trimmer: (pen) => {
    capacitor(pen);
    arrow(pen, mid - 10, 9, mid + 10, -9);
  },
  coil,
  'cored-coil': (pen) => {
    coil(pen);
    pen.line(
      [
        [mid - 12, -6.5],
        [mid + 12, -6.5],
      ],
      { dash: true },
    );
    arrow(pen, mid - 10, 5, mid + 10, -12);
  },
  crystal,
  'ceramic-filter': (pen) => {
    leads(pen, 13);
    pen.box(mid - 13, -9, 26, 18);
    pen.line(
      [
        [mid - 4, -5],
        [mid - 4, 5],
      ],
      { width: 1.4 },
    );
    pen.line(
      [
        [mid + 4, -5],
        [mid + 4, 5],
      ],
      { width: 1.4 },
    );
    pen.line([
      [mid, -7],
      [mid, 7],
    ]);
  },
  diode,
  'pin-diode': (pen) => {
    diode(pen);
    pen.line([
      [mid + 7.5, -6],
      [mid + 7.5, 6],
    ]);
  },
  varactor: (pen) => {
    diode(pen);
    pen.line(
      [
        [mid + 8, -6],
        [mid + 8, 6],
      ],
      { width: 1.4 },
    );
  },
  fuse: (pen) => {
    leads(pen, 11);
    pen.box(mid - 11, -4, 22, 8);
    pen.line([
      [mid - 11, 0],
      [mid + 11, 0],
    ]);
  },
  lamp: (pen) => {
    leads(pen, 8);
    pen.circle(mid, 0, 8);
    pen.line([
      [mid - 5.5, -5.5],
      [mid + 5.5, 5.5],
    ]);
    pen.line([
      [mid - 5.5, 5.5],
      [mid + 5.5, -5.5],
    ]);
  },
  switch: openSwitch,
  relay: (pen) => {
    openSwitch(pen);
    pen.box(mid - 8, 8, 16, 9);
    pen.line(
      [
        [mid, -5],
        [mid, 8],
      ],
      { dash: true },
    );
  },
  connector: (pen) => {
    pen.line([
      [0, 0],
      [mid - 1, 0],
    ]);
    pen.line([
      [mid + 6, 0],
      [span, 0],
    ]);
    pen.line([
      [mid - 6, -4],
      [mid - 1, 0],
      [mid - 6, 4],
    ]);
    pen.line([
      [mid + 1, -4],
      [mid + 6, 0],
      [mid + 1, 4],
    ]);
  },
  potentiometer: (pen) => {
    resistor(pen);
    arrow(pen, mid, 15, mid, 4.5);
  },
  transformer: (pen) => {
    leads(pen, 13);
    pen.turns(mid - 13, 0, 4, 3.25);
    pen.line([
      [mid - 13, 3],
      [mid + 13, 3],
    ]);
    pen.line([
      [mid - 13, 5],
      [mid + 13, 5],
    ]);
    pen.placed(mid, 8, 2).turns(-13, 0, 4, 3.25);
  },
  joint: (pen) => {
    pen.line([
      [0, 0],
      [span, 0],
    ]);
    pen.circle(mid, 0, 4);
    pen.dot(mid, 0);
  },
};

/** Draws a part with two ends from (0, 0) to (span, 0). */
export const drawBetween = (pen: Pen, kind: Part['kind']): void => (twoEnded[kind] ?? resistor)(pen);

export const ground = (pen: Pen): void => {
  pen.line(
    [
      [-7, 0],
      [7, 0],
    ],
    { width: 1.4 },
  );
  pen.line([
    [-4.5, 3],
    [4.5, 3],
  ]);
  pen.line([
    [-2, 6],
    [2, 6],
  ]);
};

/** An active device about (0, 0): the input comes from the left at (-20, 0), the output goes up to (8, -26), the other end down to (8, 26). */
export function drawActive(pen: Pen, kind: Part['kind'], pnp = false): void {
  const valve = kind === 'valve';
  pen.circle(3, 0, valve ? 19 : 15);
  if (valve) {
    pen.line([
      [8, -26],
      [8, -10],
    ]);
    pen.line(
      [
        [-2, -10],
        [16, -10],
      ],
      { width: 1.6 },
    );
    pen.line([
      [-20, 0],
      [-8, 0],
    ]);
    pen.line(
      [
        [-8, 0],
        [18, 0],
      ],
      { dash: true },
    );
    pen.line([
      [-2, 12],
      [-2, 9],
      [14, 9],
      [14, 12],
    ]);
    pen.line([
      [8, 9],
      [8, 26],
    ]);
    return;
  }
  pen.line([
    [-20, 0],
    [-4, 0],
  ]);
  pen.line(
    [
      [-4, -8],
      [-4, 8],
    ],
    { width: 1.6 },
  );
  if (kind === 'fet') {
    pen.line(
      [
        [-1, -9],
        [-1, 9],
      ],
      { width: 1.6 },
    );
    pen.line([
      [-1, -6],
      [8, -6],
      [8, -26],
    ]);
    pen.line([
      [-1, 6],
      [8, 6],
      [8, 26],
    ]);
    return;
  }
  pen.line([
    [-4, -4],
    [8, -12],
    [8, -26],
  ]);
  pen.line([
    [8, 12],
    [8, 26],
  ]);
  if (pnp) arrow(pen, 8, 12, 0, 6.7);
  else arrow(pen, -4, 4, 8, 12);
  if (pnp)
    pen.line([
      [-4, 4],
      [0, 6.7],
    ]);
}

export const pinsOfActive = (kind: Part['kind']): readonly [string, string, string] =>
  kind === 'valve' ? ['g', 'a', 'k'] : kind === 'fet' ? ['G', 'D', 'S'] : ['B', 'C', 'E'];
