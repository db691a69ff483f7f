import { linePaths, drawingSize, signaturePath } from './line-paths';
import type { LinePicture } from '../job';
import { signatureBox } from '../tape';

const head = (width: number, height: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">`;

/** A drawing as an SVG document, black on nothing. */
export function drawingSvg(picture: LinePicture): string {
  const { width, height } = drawingSize;
  const paths = linePaths(picture).map(
    ({ path, width: ink, dash }) =>
      `<path d="${path}" fill="none" stroke="#000000" stroke-width="${ink}" stroke-linecap="round"${dash ? ` stroke-dasharray="${dash}"` : ''}/>`,
  );
  return `${head(width, height)}<rect x="0.5" y="0.5" width="${width - 1}" height="${height - 1}" fill="none" stroke="#999999"/>${paths.join('')}</svg>`;
}

/** A signature as an SVG document. */
export const signatureSvg = (strokes: readonly (readonly number[])[]): string =>
  `${head(signatureBox.width, signatureBox.height)}<path d="${signaturePath(strokes)}" fill="none" stroke="#000000" stroke-width="4" stroke-linecap="round" stroke-linejoin="round"/></svg>`;
