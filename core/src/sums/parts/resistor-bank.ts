import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, choice, figure, from0, whole, yesNo } from '../field';
import { above, refuse } from '../refusal';
import { counted, shown, step } from '../working';

export interface DrawerPart {
  readonly ohm: number;
  readonly ratedW: number;
  readonly count: number;
  readonly ratedV?: number | undefined;
}
/** How the groups of a bank are joined: parallel groups in series, or strings in parallel. */
export type Joined = 'series' | 'parallel';
/**
 * Parts in parallel in ohms, or a string of them in siemens, by how many of each drawer entry: either way a part adds one over its own
 * value, and the groups of a bank add up.
 */
interface Group {
  readonly counts: readonly number[];
  readonly parts: number;
  readonly value: number;
}
export interface BankOption {
  readonly layout: string;
  readonly groups: number[][];
  readonly joined: Joined;
  readonly ohm: number;
  readonly errorPercent: number;
  readonly parts: number;
  readonly worstLoadPercent: number;
}

/** What one looks through; the best come first, and a level of so many parts is always finished. */
const mostOptions = 40;

/** More parallel groups than this are not looked through. */
const mostGroups = 1_000_000;

/** How many parallel groups of up to `most` parts a drawer gives. */
function groupCount(drawer: readonly DrawerPart[], most: number): number {
  let ways = [1, ...new Array<number>(most).fill(0)];
  for (const { count } of drawer)
    ways = ways.map((_, parts) => {
      let sum = 0;
      for (let n = 0; n <= Math.min(count, parts); n += 1) sum += ways[parts - n] ?? 0;
      return sum;
    });
  return ways.reduce((sum, each) => sum + each, 0) - 1;
}

/** The first of a list by value that has at least so much. */
function firstFrom(groups: readonly Group[], value: number): number {
  let [low, high] = [0, groups.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((groups[middle]?.value ?? 0) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Every group of up to `most` parts from the drawer, by its number of parts, ascending in value; `own` holds the values of the parts. */
function groupsOf(drawer: readonly DrawerPart[], own: readonly number[], most: number): Group[][] {
  const bySize: Group[][] = Array.from({ length: most + 1 }, () => []);
  const walk = (entry: number, left: number, counts: readonly number[], sum: number): void => {
    const part = drawer[entry];
    if (!part) {
      const parts = most - left;
      if (parts > 0) bySize[parts]?.push({ counts, parts, value: 1 / sum });
      return;
    }
    for (let n = 0; n <= Math.min(left, part.count); n += 1) walk(entry + 1, left - n, [...counts, n], sum + n / (own[entry] ?? 0));
  };
  walk(0, most, [], 0);
  return bySize.map((groups) => groups.sort((a, b) => a.value - b.value));
}

const layoutText = (groups: readonly (readonly number[])[], joined: Joined): string => {
  const [inside, outside] = joined === 'series' ? ['parallel', 'series'] : ['series', 'parallel'];
  const of = (group: readonly number[]): string => {
    const kinds = [...new Set(group)].map((ohm) => ({ ohm, n: group.filter((each) => each === ohm).length }));
    const said = kinds.map(({ ohm, n }) => (n > 1 ? `${n} × ` : '') + shown(ohm, 'ohm')).join(' with ');
    return group.length > 1 ? `${said} in ${inside}` : said;
  };
  const texts = groups.map(of);
  const kinds = [...new Set(texts)].map((text) => ({ text, n: texts.filter((each) => each === text).length }));
  return kinds
    .map(({ text, n }) =>
      n === 1
        ? text.includes(inside) && kinds.length > 1
          ? `(${text})`
          : text
        : text.includes(inside)
          ? `${n} × (${text})`
          : `${n} × ${text}`,
    )
    .join(`, in ${outside} with `)
    .replace(/^(\d+ × .*)$/, kinds.length === 1 && (kinds[0]?.n ?? 0) > 1 ? `$1 in ${outside}` : '$1');
};

/**
 * Banks from the drawer that make a resistance and stand its power: parallel groups in series, or strings in parallel, of up to
 * `maxParts` parts, none of them above `derate` of its rating nor above its volts. Fewest parts first, then the smallest error. One group
 * alone, or groups of one part each, are given as parallel groups in series.
 */
export function resistorBanks(
  targetOhm: number,
  powerW: number,
  tolerancePercent: number,
  drawer: readonly DrawerPart[],
  maxParts: number,
  derate: number,
  joined: Joined = 'series',
): BankOption[] {
  const strings = joined === 'parallel';
  const bySize = groupsOf(
    drawer,
    drawer.map(({ ohm }) => (strings ? 1 / ohm : ohm)),
    maxParts,
  );
  const mostOhm = targetOhm * (1 + tolerancePercent / 100) * (1 + 1e-9);
  const leastOhm = Math.max(0, targetOhm * (1 - tolerancePercent / 100) * (1 - 1e-9));
  const [lowest, highest] = strings ? [1 / mostOhm, 1 / leastOhm] : [leastOhm, mostOhm];
  const options: BankOption[] = [];

  const judge = (groups: readonly Group[]): void => {
    if (strings && (groups.length === 1 || groups.every(({ parts }) => parts === 1))) return;
    const total = groups.reduce((sum, group) => sum + group.value, 0);
    const ohm = strings ? 1 / total : total;
    const errorPercent = (100 * (ohm - targetOhm)) / targetOhm;
    if (above(Math.abs(errorPercent), tolerancePercent)) return;
    // What all groups have in common: the current through a series, the voltage across strings.
    const common = strings ? Math.sqrt(powerW * ohm) : Math.sqrt(powerW / ohm);
    let worst = 0;
    for (const group of groups) {
      const own = common * group.value;
      for (const [k, n] of group.counts.entries()) {
        const part = drawer[k];
        if (n === 0 || !part) continue;
        const volts = strings ? own * part.ohm : own;
        const watts = volts ** 2 / part.ohm;
        if (above(watts, derate * part.ratedW) || (part.ratedV !== undefined && above(volts, part.ratedV))) return;
        worst = Math.max(worst, (100 * watts) / part.ratedW);
      }
    }
    const values = groups.map((group) => group.counts.flatMap((n, k) => new Array<number>(n).fill(drawer[k]?.ohm ?? 0)));
    options.push({
      layout: layoutText(values, joined),
      groups: values,
      joined,
      ohm,
      errorPercent,
      parts: groups.reduce((sum, group) => sum + group.parts, 0),
      worstLoadPercent: worst,
    });
  };

  // Groups are added largest size first and in the order of their list, so that each bank is built once.
  const build = (left: number, size: number, from: number, chosen: readonly Group[], used: readonly number[], value: number): void => {
    if (left === 0) return judge(chosen);
    for (let parts = Math.min(left, size); parts >= 1; parts -= 1) {
      const list = bySize[parts] ?? [];
      const first = parts === size ? from : 0;
      // The last group has to bring the bank into its tolerance.
      for (let k = parts === left ? Math.max(first, firstFrom(list, lowest - value)) : first; k < list.length; k += 1) {
        const group = list[k];
        if (!group || value + group.value > highest) break;
        const total = group.counts.map((n, entry) => n + (used[entry] ?? 0));
        if (total.some((n, entry) => n > (drawer[entry]?.count ?? 0))) continue;
        build(left - parts, parts, k, [...chosen, group], total, value + group.value);
      }
    }
  };
  for (let parts = 1; parts <= maxParts && options.length < mostOptions; parts += 1)
    build(
      parts,
      parts,
      0,
      [],
      drawer.map(() => 0),
      0,
    );
  return bestFirst(options);
}

const bestFirst = (options: readonly BankOption[]): BankOption[] =>
  [...options]
    .sort((a, b) => a.parts - b.parts || Math.abs(a.errorPercent) - Math.abs(b.errorPercent) || a.worstLoadPercent - b.worstLoadPercent)
    .slice(0, mostOptions);

export const resistorBank = defineSum({
  id: 'resistor-bank',
  title: 'Resistor bank',
  topic: 'parts',
  purpose: 'a resistance that stands the power, from what is in the drawer',
  keywords: ['resistor', 'parallel', 'series', 'dummy load', 'power resistor', 'bank', 'drawer', 'watts'],
  input: z.strictObject({
    targetOhm: above0('Wanted', 'ohm'),
    powerW: above0('Power in all', 'W'),
    tolerancePercent: from0('Tolerance', '%'),
    drawer: z
      .array(
        z.strictObject({
          ohm: above0('Value', 'ohm'),
          ratedW: above0('Watts', 'W'),
          count: whole('Have', 0, 1000),
          ratedV: above0('Volts', 'V').optional(),
        }),
      )
      .min(1)
      .max(24)
      .meta({ title: 'Drawer' }),
    maxParts: whole('Parts at most', 1, 8).default(6),
    derate: z.number().gt(0).max(1).meta({ title: 'Load each at most to', hint: 'share of its rating' }).default(0.6),
    strings: yesNo('Strings in parallel too').default(false),
  }),
  output: z.object({
    options: z
      .array(
        z.object({
          layout: z.string().meta({ title: 'Bank' }),
          ohm: figure('Makes', 'ohm'),
          errorPercent: figure('Off by', '%'),
          parts: figure('Parts'),
          worstLoadPercent: figure('Worst, of its rating', '%'),
          groups: z.array(z.array(z.number())).meta({ title: 'Groups' }),
          joined: choice('Joined in', ['series', 'parallel']),
        }),
      )
      .meta({ title: 'Banks' }),
  }),
  source: 'Series and parallel connection; heat of each part from the volts across its group; exhaustive search.',
  example: {
    targetOhm: 53.3,
    powerW: 3.75,
    tolerancePercent: 5,
    drawer: [
      { ohm: 220, ratedW: 2, count: 6 },
      { ohm: 270, ratedW: 2, count: 5 },
      { ohm: 160, ratedW: 2, count: 3 },
    ],
  },
  caution: 'Power resistors run hot enough to burn. Leave air between them and nothing that can melt beside them.',
  compute({ targetOhm, powerW, tolerancePercent, drawer, maxParts, derate, strings }) {
    const groups = groupCount(drawer, maxParts);
    if (groups > mostGroups)
      refuse(
        'maxParts',
        `${drawer.length} values in groups of up to ${maxParts} give ${groups} groups, more than ${mostGroups}.`,
        'Take fewer parts, or leave values out of the drawer.',
      );
    const joined = (how: Joined): BankOption[] => resistorBanks(targetOhm, powerW, tolerancePercent, drawer, maxParts, derate, how);
    const options = strings ? bestFirst([...joined('series'), ...joined('parallel')]) : joined('series');
    return {
      options,
      working: [
        step(
          'Current through the bank',
          `√(${shown(powerW, 'W')} / ${shown(targetOhm, 'ohm')})`,
          shown(Math.sqrt(powerW / targetOhm), 'A'),
        ),
        step('No part above', `${shown(100 * derate, '%')} of its rating`),
        ...options
          .slice(0, 8)
          .map((each) =>
            step(
              each.layout,
              counted(each.parts, 'part'),
              `${shown(each.ohm, 'ohm')}, off by ${shown(each.errorPercent, '%', 3)}, worst at ${shown(each.worstLoadPercent, '%', 3)}`,
            ),
          ),
        ...(options.length === 0 ? [step('Nothing in the drawer does it')] : []),
      ],
    };
  },
  plots(_, { options }) {
    const best = options[0];
    return best ? [{ kind: 'bank', groups: best.groups, joined: best.joined }] : [];
  },
});
