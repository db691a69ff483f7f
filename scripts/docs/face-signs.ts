import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';

const require = createRequire(import.meta.url);
/** The faces of a paper in the order in which they are looked through. */
const faces = {
  'asap-latin': '@fontsource/asap',
  'asap-latin-ext': '@fontsource/asap',
  'asap-vietnamese': '@fontsource/asap',
  'noto-sans-greek': '@fontsource/noto-sans',
  'noto-sans-cyrillic': '@fontsource/noto-sans',
} as const;

const signsOf = (path: string): readonly number[] => {
  const font = fontkit.openSync(require.resolve(path));
  if (!('characterSet' in font)) throw new Error(`${path} holds several faces.`);
  return font.characterSet;
};
const hex = (code: number): string => code.toString(16).padStart(4, '0');

/** Codes in a row as `0041-005a`. */
function rangesOf(codes: readonly number[]): string[] {
  const ranges: [number, number][] = [];
  for (const code of [...new Set(codes)].sort((a, b) => a - b)) {
    const last = ranges.at(-1);
    if (last?.[1] === code - 1) last[1] = code;
    else ranges.push([code, code]);
  }
  return ranges.map(([from, to]) => (from === to ? hex(from) : `${hex(from)}-${hex(to)}`));
}

/** The signs that each face of a paper holds in both its weights, by what stands in its files. */
export const faceSigns = (): Readonly<Record<string, readonly string[]>> =>
  Object.fromEntries(
    Object.entries(faces).map(([face, pack]) => {
      const [normal = [], bold = []] = [400, 700].map((weight) => signsOf(`${pack}/files/${face}-${weight}-normal.woff`));
      const both = new Set(bold);
      return [face, rangesOf(normal.filter((code) => code >= 0x20 && both.has(code)))];
    }),
  );
