import type { ListedPart } from '../job';
import { quantityText } from '../quantity';
import { specOf } from './part-spec';

/** So much air stays between two cases, in metres: their diameters have a tolerance, and they warm. */
const air = 0.0005;

/** Parts of one picture, in metres from its upper left corner, with the diameter of what goes in where its name says it. */
interface Standing {
  readonly designator: string;
  readonly picture: string;
  readonly x: number;
  readonly y: number;
  readonly diameterM?: number | undefined;
}

function standing(list: readonly ListedPart[], nameOf: (part: ListedPart) => string): readonly Standing[] {
  return list.flatMap((part) => {
    const { at, designator } = part;
    if (at?.acrossM === undefined) return [];
    const { diameterM } = specOf(nameOf(part));
    return [{ designator, picture: at.attachment, x: at.x * at.acrossM, y: at.y * at.acrossM, diameterM }];
  });
}

const mm = (metres: number): string => quantityText(metres * 1000, '', { digits: 2 });

/**
 * For each part of a list, those of its neighbours that it would touch: by where both were pressed on one picture whose scale is known, and
 * the diameters of what goes in. Only round parts of which the name says the size are judged.
 * @param nameOf the name of what goes in, with its size
 */
export function touching(list: readonly ListedPart[], nameOf: (part: ListedPart) => string): ReadonlyMap<string, readonly string[]> {
  const all = standing(list, nameOf);
  const told = new Map<string, readonly string[]>();
  for (const one of all)
    for (const other of all) {
      if (one.designator === other.designator || one.picture !== other.picture) continue;
      if (one.diameterM === undefined || other.diameterM === undefined) continue;
      const apart = Math.hypot(one.x - other.x, one.y - other.y);
      const need = (one.diameterM + other.diameterM) / 2 + air;
      if (apart >= need) continue;
      const says = `Touches ${other.designator}: their middles are ${mm(apart)} mm apart, and ${mm(one.diameterM)} and ${mm(other.diameterM)} mm wide.`;
      told.set(one.designator, [...(told.get(one.designator) ?? []), says]);
    }
  return told;
}
