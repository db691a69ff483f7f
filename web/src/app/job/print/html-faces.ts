import type { PaperFaces } from '@amber-relay/core/paper';
import ranges from './face-signs.json';
import { paperFaces } from './paper-faces';
import { runsOfType, type FaceName } from './runs-of-type';

const rangeOf = (face: FaceName): string => ranges[face].map((range) => `U+${range.toUpperCase()}`).join(',');

/** The type that goes along within an HTML file: the faces that its text needs, each for the signs that it holds. */
export const htmlFaces = (text: string): readonly PaperFaces[] =>
  [...new Set(runsOfType(text).runs.map(({ face }) => face))].flatMap((face) =>
    ([400, 700] as const).map((weight) => ({
      family: 'Sheet',
      weight,
      range: rangeOf(face),
      src: `data:font/woff;base64,${paperFaces[face][weight === 400 ? 'normal' : 'bold']}`,
    })),
  );
