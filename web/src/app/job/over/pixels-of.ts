import type { Picture } from '@amber-relay/core/overlay';

/** Two pictures are laid over each other in this size: points of the longer side. */
const most = 900;

/** The points of a picture as it stands upright; throws where it is damaged. */
export async function pixelsOf(bytes: Uint8Array, type: string): Promise<Picture> {
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type }), { imageOrientation: 'from-image' });
  const scale = Math.min(1, most / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [bitmap.width, bitmap.height].map((side) => Math.max(1, Math.round(side * scale))) as [number, number];
  const ink = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!ink) throw new Error('This browser draws no pictures.');
  ink.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { width, height, data: ink.getImageData(0, 0, width, height).data };
}
