import { polygonContains, polygonHull } from 'd3-polygon';
import type { Card } from '../card/card-schema';
import { baseName } from './look-up-places';
import type { Place } from './sheet-records';

export interface SectionArea {
  readonly section: string;
  /** Corners in sheet units, in order; the places themselves, without any room around. */
  readonly outline: readonly (readonly [number, number])[];
  /** How much room around the corners belongs to it. */
  readonly room: number;
}

type Point = [number, number];

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/**
 * Where the sections of a card lie on a sheet: the hull about the places of each section's parts and points. A part that
 * lies far from the others of its section, as one that is named once more in a note, does not stretch it.
 */
export function sectionAreas(card: Card, places: readonly Place[]): SectionArea[] {
  const at = new Map<string, Point[]>();
  for (const place of places) {
    const list = at.get(place.name);
    const point: Point = [place.x + place.w / 2, place.y + place.h / 2];
    if (list) list.push(point);
    else at.set(place.name, [point]);
  }
  const tall = median(places.map((place) => Math.min(place.h, place.w)));
  const of = new Map<string, string[]>();
  const belongs = (section: string, name: string): void => void of.set(section, [...(of.get(section) ?? []), baseName(name)]);
  card.parts.forEach((part) => belongs(part.section, part.designator));
  card.testPoints.forEach((point) => belongs(point.section, point.id));
  return [...of].flatMap(([section, names]): SectionArea[] => {
    const points = names.flatMap((name) => at.get(name) ?? []);
    if (!points.length) return [];
    const centre: Point = [median(points.map((p) => p[0])), median(points.map((p) => p[1]))];
    const far = points.map((p) => Math.hypot(p[0] - centre[0], p[1] - centre[1]));
    const usual = Math.max(median(far) * 4, tall * 14);
    const near = points.filter((_, i) => (far[i] ?? 0) <= usual);
    const hull = near.length >= 3 ? polygonHull(near) : null;
    return [{ section, outline: hull ?? near, room: Math.max(8, tall * 2.2) }];
  });
}

/** The area that a point of the sheet lies in, its room included; the smallest where several overlap. */
export function areaAt(areas: readonly SectionArea[], x: number, y: number): SectionArea | undefined {
  const size = ({ outline }: SectionArea): number => {
    const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
    return (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
  };
  const holds = ({ outline, room }: SectionArea): boolean =>
    polygonContains(outline as Point[], [x, y]) || outline.some((p) => Math.hypot(p[0] - x, p[1] - y) <= room);
  return areas.filter(holds).sort((a, b) => size(a) - size(b))[0];
}
