/** One designator as it was written: its name, and the unit or pin that was given with it. */
export interface Named {
  readonly name: string;
  readonly unit?: string;
  readonly pin?: string;
}

/**
 * Letters with which designators begin in the trade's drawings, both of older and of newer habit. Those that are as
 * often something else (A, B, M, N, P, S with a number) count only where the card itself uses them.
 */
const usualPrefixes = new Set(
  (
    'R C L Q D T X Y J K F U V W E Z ' +
    'IC TR ZD CR CD RL RY FL CF XF MF TP VR RV TC CV VC VL SW LP PL LS SP FB RFC FS TH BR DS LED CN MIC HS PS DL OSC MOD'
  ).split(' '),
);

/** Prefixes that count on a card's sheets: the usual ones, and those of its own designators and points. */
export const prefixesFor = (names: readonly string[]): ReadonlySet<string> =>
  new Set([...usualPrefixes, ...names.map((name) => /^[A-Z]+/.exec(name)?.[0] ?? '').filter(Boolean)]);

const one = /^([A-Za-z]{1,4})[-.]?(\d{1,4})(?:[-/.]?([A-Za-z]))?$/;
const dashes = /(?:-|–|—|…|\.\.\.?|~|\bto\b)/;

function read(text: string, prefixes: ReadonlySet<string>): Named | undefined {
  const match = one.exec(text);
  const prefix = match?.[1]?.toUpperCase();
  // A designator is written in capitals, or begins with one; `r12` within a sentence is not one.
  if (!match || !prefix || !prefixes.has(prefix) || match[1]?.charAt(0) !== prefix.charAt(0)) return undefined;
  const number = Number(match[2]);
  if (number === 0 && match[2] !== '0') return undefined;
  const unit = match[3]?.toUpperCase();
  return { name: `${prefix}${number}`, ...(unit ? { unit } : {}) };
}

/** At most so many parts are meant by one range; beyond it, it is a slip or something else. */
const longestRange = 200;

/**
 * The designators that a run of signs names: one (`R12`, `IC2A`, `Q7-C`), a range (`R12–R15`, `R12-15`), several of the same
 * letters (`C3/4/5`). None where it is a value, a type (`2SC1945`) or a word.
 */
export function designatorsIn(text: string, prefixes: ReadonlySet<string>): Named[] {
  const bare = text.replace(/^[^A-Za-z]+|[^A-Za-z0-9]+$/g, (cut) => (/[\d]/.test(cut) ? cut : ''));
  const single = read(bare, prefixes);
  if (single) return [single];
  const ends = bare.split(dashes);
  const from = read(ends[0] ?? '', prefixes);
  if (ends.length === 2 && from && !from.unit) {
    const letters = /^[A-Z]+/.exec(from.name)?.[0] ?? '';
    const to = read(/^\d/.test(ends[1] ?? '') ? letters + ends[1] : (ends[1] ?? ''), prefixes);
    const first = Number(from.name.slice(letters.length));
    const last = to?.name.startsWith(letters) ? Number(to.name.slice(letters.length)) : NaN;
    if (last > first && last - first < longestRange)
      return Array.from({ length: last - first + 1 }, (_, i) => ({ name: `${letters}${first + i}` }));
    // `Q7-C` was read as a unit above; `Q7-2` names a pin.
    if (/^\d{1,2}$/.test(ends[1] ?? '')) return [{ ...from, pin: ends[1] ?? '' }];
  }
  const several = bare.split(/[/+&]/);
  const head = several.length > 1 ? read(several[0] ?? '', prefixes) : undefined;
  if (head) {
    const letters = /^[A-Z]+/.exec(head.name)?.[0] ?? '';
    const rest = several.slice(1).map((part) => read(/^\d/.test(part) ? letters + part : part, prefixes));
    if (rest.every((named) => named !== undefined)) return [head, ...rest];
  }
  return [];
}

/** The number that most likely comes next when parts are named one after the other: after `R12`, `R13`; `Q7B` after `Q7A`. */
export function nextName(name: string): string {
  const match = /^([A-Z]+)(\d+)([A-Z]?)$/.exec(name.trim().toUpperCase());
  if (!match) return name;
  const [, letters = '', digits = '', unit = ''] = match;
  if (unit && unit < 'Z') return `${letters}${digits}${String.fromCharCode(unit.charCodeAt(0) + 1)}`;
  return `${letters}${Number(digits) + 1}`;
}
