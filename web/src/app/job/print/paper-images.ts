import type { Attachment } from '@amber-relay/core/job';

/** A picture on paper needs no more than this, across or down. */
const most = 1600;

/** A picture as a JPEG that stands upright, without what its camera wrote beside it, such as where it was taken. */
export async function plainJpeg(bytes: Uint8Array, type: string): Promise<Blob> {
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type }), { imageOrientation: 'from-image' });
  const scale = Math.min(1, most / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(bitmap.width * scale)), Math.max(1, Math.round(bitmap.height * scale)));
  const ink = canvas.getContext('2d');
  if (!ink) throw new Error('This browser draws no pictures.');
  // What can be seen through lies on white, as on paper.
  ink.fillStyle = '#ffffff';
  ink.fillRect(0, 0, canvas.width, canvas.height);
  ink.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.86 });
}

const dataUrl = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('The picture could not be read.'));
    reader.readAsDataURL(blob);
  });

/** Pictures as `data:` addresses by their id; one that is damaged or gone is left out. */
export async function paperImages(
  pictures: readonly (Pick<Attachment, 'id' | 'type'> & { readonly bytes: Uint8Array | undefined })[],
): Promise<Readonly<Record<string, string>>> {
  const made = await Promise.all(
    pictures.map(async ({ id, type, bytes }) => {
      if (!bytes) return [];
      try {
        return [[id, await dataUrl(await plainJpeg(bytes, type))] as const];
      } catch {
        return [];
      }
    }),
  );
  return Object.fromEntries(made.flat());
}
