import type { Photo } from '../storage/job-repository';

const mostBytes = 25_000_000;

/** Reads a picture file, or says in words why it is none: the bytes are decoded, whatever the name claims. */
export async function readPhoto(file: File): Promise<Photo | string> {
  if (file.size > mostBytes) return `"${file.name}" is larger than ${mostBytes / 1e6} MB. Make it smaller; the other pictures are kept.`;
  if (!/^image\/(png|jpeg|webp|gif|bmp)$/.test(file.type))
    return `"${file.name}" is not a picture that can be shown (PNG, JPEG, WebP). Nothing else was lost.`;
  try {
    const bitmap = await createImageBitmap(file);
    bitmap.close();
  } catch {
    return `"${file.name}" is not a picture, or is cut short. Choose another; nothing else was lost.`;
  }
  return { name: file.name, type: file.type, bytes: new Uint8Array(await file.arrayBuffer()) };
}
