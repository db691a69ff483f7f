import type { SheetsWithFiles } from '@amber-relay/core/archive';
import { CoreError } from '@amber-relay/core/errors';

/** Sheets of an archive with their drawings cleaned, and how many pieces that could run or fetch something were left out. */
export interface CleanSheets<T> {
  readonly part: T;
  readonly leftOut: number;
}

/**
 * Cleans the drawings of an archive as those are that come in by themselves: on the way in, since whoever wrote the file need not have,
 * and on the way out, since it is opened elsewhere.
 *
 * @param undrawable what becomes of a drawing of which nothing can be drawn: one must not keep a whole shop from being carried away
 * @throws CoreError `broken-archive` for a drawing of which nothing can be drawn, `too-large` for one of too many elements
 */
export async function cleanSheets<T extends SheetsWithFiles>(part: T, undrawable: 'refuse' | 'empty' = 'refuse'): Promise<CleanSheets<T>> {
  const drawings = part.sheetFiles.filter(({ type }) => type === 'svg');
  if (!drawings.length) return { part, leftOut: 0 };
  const { safeSvg } = await import('../ui/clean-svg');
  const sheetBlobs = { ...part.sheetBlobs };
  const sizes = new Map<string, number>();
  let leftOut = 0;
  for (const { id, name } of drawings) {
    const bytes = sheetBlobs[id];
    if (!bytes) continue;
    const safe = await safeSvg(new TextDecoder().decode(await bytes.arrayBuffer()), name);
    if (!safe && undrawable === 'refuse')
      throw new CoreError(
        'broken-archive',
        name,
        'Nothing of this drawing can be drawn.',
        'Choose another copy of the file; nothing was changed.',
      );
    const blob = new Blob([safe?.text ?? '<svg xmlns="http://www.w3.org/2000/svg"/>'], { type: 'image/svg+xml' });
    sheetBlobs[id] = blob;
    sizes.set(id, blob.size);
    leftOut += safe?.leftOut ?? 0;
  }
  const sheetFiles = part.sheetFiles.map((file) => ({ ...file, size: sizes.get(file.id) ?? file.size }));
  return { part: { ...part, sheetFiles, sheetBlobs }, leftOut };
}
