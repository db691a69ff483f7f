import ranges from './face-signs.json';

export type FaceName = keyof typeof ranges;
const names = Object.keys(ranges) as FaceName[];
/** Each face with the signs it holds, from and to. */
const held = names.map((face) => ({ face, signs: ranges[face].map((range) => range.split('-').map((hex) => Number.parseInt(hex, 16))) }));

/** Signs that no face holds, by what says the same. */
const instead: Readonly<Record<string, string>> = {
  '\u2264': '<=',
  '\u2265': '>=',
  '\u2248': '~',
  '\u2260': 'not ',
  '\u2192': '->',
  '\u2190': '<-',
  '\u2713': 'yes',
  '\u221a': 'root ',
  '\u221e': 'endless',
  '\u2011': '-',
  '\u2009': ' ',
  '\u200b': '',
  '\ufe0f': '',
};
/** What stands for a sign that cannot be written at all. */
const noSign = '?';

const faceOf = (sign: string): FaceName | undefined => {
  const code = sign.codePointAt(0) ?? 0;
  return held.find(({ signs }) => signs.some(([from = 0, to = from]) => code >= from && code <= to))?.face;
};

/** A text as pieces, each in a face that holds all its signs, and the signs that none does. */
export function runsOfType(text: string): {
  readonly runs: readonly { readonly text: string; readonly face: FaceName }[];
  readonly missing: string;
} {
  const runs: { text: string; face: FaceName }[] = [];
  let missing = '';
  const add = (sign: string, face: FaceName): void => {
    const last = runs.at(-1);
    if (last?.face === face) last.text += sign;
    else runs.push({ text: sign, face });
  };
  // What is written as one letter and its accent may be one sign of a face.
  for (const sign of text.normalize('NFC')) {
    const last = runs.at(-1)?.face ?? 'asap-latin';
    if (/\s/.test(sign) && sign !== '\u2009') add(sign === '\n' ? sign : ' ', last);
    else {
      const face = faceOf(sign);
      if (face) add(sign, face);
      else if (instead[sign] !== undefined) add(instead[sign], 'asap-latin');
      else {
        add(noSign, 'asap-latin');
        missing += sign;
      }
    }
  }
  return { runs, missing };
}
