import * as fc from 'fast-check';
import { chanceFrom } from '../chance';
import { differencesOf } from './differences';
import { lightOf, type Picture } from './gray';
import { homographyOf, laid, type Homography, type Place } from './homography';
import { laidOver } from './lay-over';
import { samePlaces } from './same-places';

type Colour = readonly [number, number, number];
interface Part {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly colour: Colour;
}

/** A board as it is made up: parts of many sizes and colours on green, with tracks between them. */
function partsOf(seed: number, width: number, height: number): readonly Part[] {
  const chance = chanceFrom(seed);
  return Array.from({ length: 170 }, () => {
    const track = chance.happens(0.35);
    return {
      x: chance.between(0, width),
      y: chance.between(0, height),
      w: track ? chance.between(30, 120) : chance.between(6, 34),
      h: track ? 3 : chance.between(6, 26),
      colour: [chance.between(10, 240), chance.between(10, 240), chance.between(10, 240)],
    };
  });
}
function board(parts: readonly Part[], width = 560, height = 420): Picture {
  const data = new Uint8ClampedArray(4 * width * height);
  const paint = ({ x, y, w, h, colour }: Part): void => {
    for (let py = Math.round(y); py < Math.min(height, y + h); py += 1)
      for (let px = Math.round(x); px < Math.min(width, x + w); px += 1) data.set([...colour, 255], 4 * (py * width + px));
  };
  paint({ x: 0, y: 0, w: width, h: height, colour: [30, 92, 60] });
  parts.forEach(paint);
  return { width, height, data };
}
/** The same seen by a camera elsewhere, in another light, with noise. */
function photographed(picture: Picture, by: Homography, seed: number): Picture {
  const seen = laidOver(picture, picture, by);
  const chance = chanceFrom(seed);
  for (let y = 0; y < seen.height; y += 1)
    for (let x = 0; x < seen.width; x += 1) {
      const light = 0.75 + (0.35 * x) / seen.width;
      for (const channel of [0, 1, 2]) {
        const k = 4 * (y * seen.width + x) + channel;
        seen.data[k] = (seen.data[k] ?? 0) * light + 8 + chance.normal(4);
      }
      seen.data[4 * (y * seen.width + x) + 3] = 255;
    }
  return seen;
}
const corners = (width: number, height: number): readonly Place[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];
/** A view turned by degrees, of another size, tilted. */
function view(degrees: number, size: number, tilt = 0, width = 560, height = 420): Homography {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return homographyOf(
    corners(width, height).map((from, k) => {
      const [u, v] = [(from.x - width / 2) * size * (k < 2 ? 1 + tilt : 1), (from.y - height / 2) * size];
      return { from, to: { x: width / 2 + cos * u - sin * v, y: height / 2 + sin * u + cos * v } };
    }),
  );
}
const inverse = (by: Homography, width = 560, height = 420): Homography =>
  homographyOf(corners(width, height).map((from) => ({ from: laid(by, from), to: from })));

describe('Two pictures laid over each other', () => {
  it('by four places are the same in these and in all others of the plane', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: 0.6, max: 1.6, noNaN: true }),
        fc.double({ min: -0.15, max: 0.15, noNaN: true }),
        (turn, size, tilt) => {
          const by = view(turn, size, tilt);
          const places = [
            { x: 50, y: 60 },
            { x: 500, y: 40 },
            { x: 480, y: 380 },
            { x: 70, y: 350 },
          ];
          const again = homographyOf(places.map((from) => ({ from, to: laid(by, from) })));
          const [is, was] = [laid(again, { x: 300, y: 200 }), laid(by, { x: 300, y: 200 })];
          expect(Math.hypot(is.x - was.x, is.y - was.y)).toBeLessThan(1e-3);
        },
      ),
    ));

  it('need four places, no three on a line', () => {
    const pair = (x: number, y: number) => ({ from: { x, y }, to: { x: x + 1, y } });
    expect(() => homographyOf([pair(0, 0), pair(9, 0), pair(9, 9)])).toThrowMatching((e: Error) => e.message.includes('Four places'));
    expect(() => homographyOf([pair(0, 0), pair(50, 0), pair(100, 0), pair(0, 90)])).toThrowMatching((e: Error) =>
      e.message.includes('on a line'),
    );
  });

  for (const [name, by] of [
    ['moved a little', view(3, 1.04, 0.03)],
    ['turned by a third of a circle', view(120, 0.9)],
    ['taken from nearer', view(-8, 0.74, 0.05)],
    ['taken from farther off', view(5, 1.3)],
  ] as const)
    it(`are found to be the same board, ${name}`, () => {
      const picture = board(partsOf(7, 560, 420));
      const other = photographed(picture, by, 3);
      const found = samePlaces(lightOf(picture), lightOf(other));
      expect(found).toBeDefined();
      const back = inverse(by);
      for (const place of [
        { x: 200, y: 140 },
        { x: 360, y: 280 },
      ]) {
        const [is, should] = [laid(found?.by ?? [], place), laid(back, place)];
        expect(Math.hypot(is.x - should.x, is.y - should.y)).toBeLessThan(2);
      }
    });

  it('of two boards are not forced upon each other', () => {
    for (const seed of [1, 2]) {
      const [one, two] = [board(partsOf(seed, 560, 420)), board(partsOf(seed + 40, 560, 420))];
      expect(samePlaces(lightOf(one), lightOf(two))).toBeUndefined();
    }
    const blank = board([]);
    expect(samePlaces(lightOf(blank), lightOf(blank))).toBeUndefined();
  });

  it('differ where a part was added, taken away or is of another colour, and nowhere else', () => {
    const parts = partsOf(11, 560, 420);
    const blue = { x: 380, y: 250, w: 26, h: 20, colour: [40, 40, 200] as Colour };
    const before = board([...parts, { x: 150, y: 120, w: 24, h: 24, colour: [235, 225, 200] }, blue]);
    const after = board([...parts, { ...blue, colour: [30, 66, 30] }, { x: 250, y: 330, w: 30, h: 18, colour: [15, 15, 20] }]);
    const other = photographed(after, view(4, 1.05, 0.02), 5);
    const found = samePlaces(lightOf(before), lightOf(other));
    const { alike, differences: rings } = differencesOf(before, laidOver(before, other, found?.by ?? []));
    expect(alike).toBeTrue();
    const at = (x: number, y: number) => rings.filter((ring) => Math.hypot(ring.x - x, ring.y - y) < ring.radius).length;
    expect([at(162, 132), at(393, 260), at(265, 339)]).toEqual([1, 1, 1]);
    expect(rings.length).toBe(3);
  });

  it('of one and the same differ nowhere, though the light is another', () => {
    const picture = board(partsOf(21, 560, 420));
    const other = photographed(picture, view(2, 1.02), 9);
    const found = samePlaces(lightOf(picture), lightOf(other));
    expect(differencesOf(picture, laidOver(picture, other, found?.by ?? []))).toEqual({ alike: true, differences: [] });
    expect(differencesOf(picture, board(partsOf(22, 560, 420))).alike).toBeFalse();
  });
});
