import type { LinePicture } from '../job';

/** How large a drawing is, in the units of its paths. */
export const drawingSize = { width: 320, height: 110 } as const;
type Line = LinePicture['lines'][number];

/** One path of a drawing, as SVG has it. */
export interface LinePath {
  readonly path: string;
  readonly width: number;
  readonly dash: string;
}

const strokes: Readonly<Record<Line['of'], { readonly width: number; readonly dot: number; readonly dash: string }>> = {
  limit: { width: 1, dot: 0, dash: '' },
  before: { width: 1.5, dot: 4, dash: '5 4' },
  now: { width: 2, dot: 7, dash: '' },
};

/** A line through its places, broken where one is missing; a place that stands alone is a point. */
function pathsOf({ of, dots, places }: Line): readonly LinePath[] {
  const { width: across, height } = drawingSize;
  const written = places.map((place) => place && `${(8 + (across - 16) * place[0]).toFixed(1)} ${((1 - place[1]) * height).toFixed(1)}`);
  const { width, dot, dash } = strokes[of];
  const line = written
    .map((place, k) => (place ? `${k > 0 && written[k - 1] ? 'L' : 'M'}${place}${written[k - 1] || written[k + 1] ? '' : 'h0.01'}` : ''))
    .join('');
  const marks = dots ? written.map((place) => (place ? `M${place}h0.01` : '')).join('') : '';
  return [{ path: line, width, dash }, ...(marks ? [{ path: marks, width: dot, dash: '' }] : [])];
}

/** The paths of a drawing: strong what is now, dashed what was before, thin the limits. */
export const linePaths = ({ lines }: LinePicture): readonly LinePath[] => lines.flatMap(pathsOf);

/** The strokes of a signature as one path, in a box of 600 by 200. */
export const signaturePath = (strokes: readonly (readonly number[])[]): string =>
  strokes
    .map((places) => {
      const points = places.flatMap((x, k) => (k % 2 ? [] : [`${x} ${places[k + 1] ?? 0}`]));
      return `M${points.join('L')}${points.length === 1 ? 'h0.01' : ''}`;
    })
    .join('');
