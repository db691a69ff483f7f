import { attempt } from '../errors';
import { parseQuantity } from '../quantity';
import { solve, sumById } from '../sums';

/** Which way a rating may differ. */
export type BetterWhen = 'more' | 'less' | 'same';
export const betterNames: Readonly<Record<BetterWhen, string>> = {
  more: 'higher is better',
  less: 'lower is better',
  same: 'must be the same',
};

/** What data sheets rate, by its name, how else it is written, and which way it may differ. */
const kinds: readonly { readonly name: string; readonly written: RegExp; readonly better: BetterWhen }[] = [
  { name: 'collector to emitter voltage', written: /^(v|u)ce[os]?$/, better: 'more' },
  { name: 'collector to base voltage', written: /^(v|u)cb[os]?$/, better: 'more' },
  { name: 'drain to source voltage', written: /^(v|u)dss?$/, better: 'more' },
  { name: 'gate to source voltage', written: /^(v|u)gss?$/, better: 'more' },
  { name: 'reverse voltage', written: /^((v|u)rr?m?|piv)$/, better: 'more' },
  { name: 'collector current', written: /^ic(max)?$/, better: 'more' },
  { name: 'drain current', written: /^id(max|s)?$/, better: 'more' },
  { name: 'forward current', written: /^(if|io|if\(?av\)?)$/, better: 'more' },
  { name: 'dissipation', written: /^(p|pd|ptot|power|power dissipation)$/, better: 'more' },
  { name: 'current gain', written: /^(hfe|h21e|beta|gain)$/, better: 'more' },
  { name: 'transition frequency', written: /^ft$/, better: 'more' },
  { name: 'output power', written: /^(po|pout)$/, better: 'more' },
  { name: 'power gain', written: /^(gp|gpe)$/, better: 'more' },
  { name: 'junction temperature', written: /^tj(max)?$/, better: 'more' },
  { name: 'on-resistance', written: /^(rds(\s?\(?on\)?)?|ron|on[- ]?resistance)$/, better: 'less' },
  { name: 'forward voltage', written: /^(v|u)f$/, better: 'less' },
  { name: 'saturation voltage', written: /^(v|u)ce\s?\(?sat\)?$/, better: 'less' },
  { name: 'leakage', written: /^(ir|icbo|iceo|idss|leakage current)$/, better: 'less' },
  { name: 'gate charge', written: /^qg$/, better: 'less' },
  { name: 'capacitance', written: /^(c|cob|ccb|crss|coss|ciss|cj|cd|(input|output|feedback|junction) capacitance)$/, better: 'less' },
  { name: 'recovery time', written: /^(trr|t rr)$/, better: 'less' },
  { name: 'noise figure', written: /^(nf|noise)$/, better: 'less' },
  { name: 'thermal resistance', written: /^(rth(jc)?|rthjc)$/, better: 'less' },
  { name: 'zener voltage', written: /^(v|u)z$/, better: 'same' },
  { name: 'threshold', written: /^(v|u)(gs)?\s?\(?th\)?$/, better: 'same' },
  { name: 'type', written: /^(polarity|sort)$/, better: 'same' },
  { name: 'package', written: /^(case|outline|housing)$/, better: 'same' },
];

/** A rating as it was typed: a figure, or words. */
export interface Rating {
  readonly name: string;
  readonly typed: string;
  /** In SI units; of a range its worse end. Absent where it is words. */
  readonly value?: number;
  readonly better: BetterWhen;
}
export interface RatingsRead {
  readonly ratings: readonly Rating[];
  /** What could not be read, as it was typed. */
  readonly unread: readonly string[];
}

/** The name of a rating however a sheet writes it, or a sum with its unit behind: `Vceo`, `vceoV`, `collector to emitter voltage`. */
export const ratingName = (written: string): string =>
  (known(written) ?? known(written.replaceAll('-', ' ')) ?? known(written.replace(/(?<=[a-z])(?:V|A|W|F|Hz|Ohm|K|C)$/, '')))?.name ??
  written.toLowerCase();

const known = (written: string) => {
  const plain = written.toLowerCase().replace(/[_.]/g, ' ').replace(/\s+/g, ' ').trim();
  return kinds.find(({ name, written: also }) => name === plain || also.test(plain));
};
/** A figure with whatever unit, also one that no sum knows, such as nC. */
function figureOf(text: string): number | undefined {
  const plain = text.trim();
  const read = attempt(() => parseQuantity(plain));
  if (read.ok) return read.value.value;
  const [, figure, prefix = ''] = /^([+\-−]?\d+(?:[.,]\d+)?)\s?([pnuµmkM]?)[A-Za-z°%/Ω]*$/.exec(plain) ?? [];
  if (figure === undefined) return undefined;
  const scale = { p: 1e-12, n: 1e-9, u: 1e-6, µ: 1e-6, m: 1e-3, k: 1e3, M: 1e6, '': 1 }[prefix] ?? 1;
  return Number(figure.replace(',', '.').replace('−', '-')) * scale;
}
/** The figure of a rating; of a range that end which is worse. */
function worstOf(text: string, better: BetterWhen): number | undefined {
  const [, low, high] = /^(.*\d\S*)\s?(?:-|–|\.\.\.?|…|to)\s?(\d.*)$/.exec(text) ?? [];
  const ends = low !== undefined && high !== undefined ? [figureOf(low), figureOf(high)] : [];
  const [from, to] = ends;
  if (from !== undefined && to !== undefined) return better === 'less' ? Math.max(from, to) : Math.min(from, to);
  return figureOf(text.replace(/^[<>≤≥~]\s*/, '').replace(/\s*(?:max|min|typ)\.?$/i, ''));
}

/**
 * Ratings as one types them from a data sheet: `vceo 40V, ic 200mA, on-resistance 0.54 ohm, type NPN`, one a line or with commas between.
 * @example
 * readRatings('vceo 40V; type NPN').ratings.length //=> 2
 */
export function readRatings(text: string): RatingsRead {
  const ratings: Rating[] = [];
  const unread: string[] = [];
  for (const piece of text.split(/[;\n]|,\s+/).map((each) => each.trim())) {
    if (!piece) continue;
    // What follows the name is a figure, or words behind a name that is known or set off by a colon.
    const [, written = '', typed = ''] =
      /^(.*?[^\d\s:=])[\s:=]+([<>≤≥~]?\s?[+\-−]?\d.*)$/.exec(piece) ??
      /^([^:=]+)[:=]\s*(.+)$/.exec(piece) ??
      /^(\S+)\s+(.+)$/.exec(piece) ??
      [];
    if (!written || !typed) unread.push(piece);
    else {
      const kind = known(written);
      const better = kind?.better ?? (figureOf(typed) === undefined ? 'same' : 'more');
      const value = worstOf(typed, better);
      const name = kind?.name ?? written.trim().toLowerCase();
      ratings.push({ name, typed: typed.trim(), better: value === undefined ? 'same' : better, ...(value === undefined ? {} : { value }) });
    }
  }
  return { ratings, unread };
}

/** One rating of two parts held against each other; `ok` is null where it is not known of the candidate. */
export interface RatingCompared {
  readonly name: string;
  readonly original: string;
  readonly candidate: string;
  readonly better: BetterWhen;
  readonly ok: boolean | null;
}
export type SubstituteVerdict = 'same' | 'better' | 'check' | 'no';

const rules = { more: 'atLeast', less: 'atMost', same: 'equal' } as const;

/**
 * Whether one part can stand for another by its ratings, by the sum of the bench.
 *
 * @param turned which way a rating may differ, where somebody says otherwise than is usual
 */
export function compareRatings(
  original: readonly Rating[],
  candidate: readonly Rating[],
  turned: Readonly<Record<string, BetterWhen>> = {},
): { readonly rows: readonly RatingCompared[]; readonly verdict: SubstituteVerdict } {
  const sum = sumById('substitute');
  const value = ({ value: figure, typed }: Rating): number | string => figure ?? typed.toLowerCase();
  const pairs = original.map((was) => {
    const is = candidate.find(({ name }) => name === was.name);
    // A figure is not held against words.
    const fits = is && typeof value(is) === typeof value(was);
    const better = typeof value(was) === 'string' ? 'same' : (turned[was.name] ?? was.better);
    return { was, is, fits, better };
  });
  if (!sum || !pairs.length) return { rows: [], verdict: 'check' };
  const { output } = solve(sum, {
    original: Object.fromEntries(pairs.map(({ was }) => [was.name, value(was)])),
    candidate: Object.fromEntries(pairs.flatMap(({ was, is, fits }) => (is && fits ? [[was.name, value(is)]] : []))),
    rules: Object.fromEntries(pairs.map(({ was, better }) => [was.name, rules[better]])),
  });
  const solved = output as { rows: readonly { parameter: string; ok: boolean | null }[]; verdict: SubstituteVerdict };
  return {
    rows: pairs.map(({ was, is, better }) => ({
      name: was.name,
      original: was.typed,
      candidate: is?.typed ?? '',
      better,
      ok: solved.rows.find(({ parameter }) => parameter === was.name)?.ok ?? null,
    })),
    verdict: solved.verdict,
  };
}
