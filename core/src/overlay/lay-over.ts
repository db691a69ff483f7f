import type { Picture } from './gray';
import { laid, type Homography } from './homography';

/**
 * The second picture as it looks from where the first was taken, in the size of the first; what lies outside of it is clear.
 * @param by from the first to the second
 */
export function laidOver({ width, height }: Pick<Picture, 'width' | 'height'>, second: Picture, by: Homography): Picture {
  const data = new Uint8ClampedArray(4 * width * height);
  const source = second.data;
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const from = laid(by, { x, y });
      if (!(from.x >= 0 && from.y >= 0 && from.x <= second.width - 1 && from.y <= second.height - 1)) continue;
      const x0 = Math.floor(from.x);
      const y0 = Math.floor(from.y);
      const right = x0 + 1 < second.width ? 4 : 0;
      const down = y0 + 1 < second.height ? 4 * second.width : 0;
      const fx = from.x - x0;
      const fy = from.y - y0;
      const k = 4 * (y0 * second.width + x0);
      const out = 4 * (y * width + x);
      for (let channel = 0; channel < 3; channel += 1) {
        const top = (source[k + channel] ?? 0) * (1 - fx) + (source[k + right + channel] ?? 0) * fx;
        const bottom = (source[k + down + channel] ?? 0) * (1 - fx) + (source[k + down + right + channel] ?? 0) * fx;
        data[out + channel] = top * (1 - fy) + bottom * fy;
      }
      data[out + 3] = 255;
    }
  return { width, height, data };
}
