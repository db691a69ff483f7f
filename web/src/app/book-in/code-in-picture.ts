/** No code needs a larger picture, and a larger one takes long. */
const most = 1600;

/** The text of a code in a picture; undefined where there is none, or the file is no picture. */
export async function codeInPicture(file: Blob): Promise<string | undefined> {
  const bitmap = await createImageBitmap(file).catch(() => undefined);
  if (!bitmap) return undefined;
  const scale = Math.min(1, most / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(bitmap.width * scale)), Math.max(1, Math.round(bitmap.height * scale)));
  const ink = canvas.getContext('2d');
  ink?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const seen = ink?.getImageData(0, 0, canvas.width, canvas.height);
  if (!seen) return undefined;
  const { default: read } = await import('jsqr');
  return read(seen.data, seen.width, seen.height)?.data || undefined;
}
