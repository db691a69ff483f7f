import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, whole } from '../field';
import { above, refuse } from '../refusal';
import { counted, shown, step } from '../working';

export interface DrawerPart {
  readonly ohm: number;
  readonly ratedW: number;
  readonly count: number;
  readonly ratedV?: number | undefined;
}
/** Parts in parallel, by how many of each drawer entry. */
interface Group {
  readonly counts: readonly number[];
  readonly parts: number;
  readonly ohm: number;
}
export interface BankOption {
  readonly layout: string;
  readonly groups: number[][];
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

/** The first of a list by ohms that has at least so many. */
function firstFrom(groups: readonly Group[], ohm: number): number {
  let [low, high] = [0, groups.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((groups[middle]?.ohm ?? 0) < ohm) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Every parallel group of up to `most` parts from the drawer, by its number of parts, ascending in ohms. */
function groupsOf(drawer: readonly DrawerPart[], most: number): Group[][] {
  const bySize: Group[][] = Array.from({ length: most + 1 }, () => []);
  const walk = (entry: number, left: number, counts: readonly number[], conductance: number): void => {
    const part = drawer[entry];
    if (!part) {
      const parts = most - left;
      if (parts > 0) bySize[parts]?.push({ counts, parts, ohm: 1 / conductance });
      return;
    }
    for (let n = 0; n <= Math.min(left, part.count); n += 1) walk(entry + 1, left - n, [...counts, n], conductance + n / part.ohm);
  };
  walk(0, most, [], 0);
  return bySize.map((groups) => groups.sort((a, b) => a.ohm - b.ohm));
}

const layoutText = (groups: readonly (readonly number[])[]): string => {
  const of = (group: readonly number[]): string => {
    const kinds = [...new Set(group)].map((ohm) => ({ ohm, n: group.filter((each) => each === ohm).length }));
    const said = kinds.map(({ ohm, n }) => (n > 1 ? `${n} × ` : '') + shown(ohm, 'ohm')).join(' with ');
    return group.length > 1 ? `${said} in parallel` : said;
  };
  const texts = groups.map(of);
  const kinds = [...new Set(texts)].map((text) => ({ text, n: texts.filter((each) => each === text).length }));
  return kinds
    .map(({ text, n }) =>
      n === 1
        ? text.includes('parallel') && kinds.length > 1
          ? `(${text})`
          : text
        : text.includes('parallel')
          ? `${n} × (${text})`
          : `${n} × ${text}`,
    )
    .join(', in series with ')
    .replace(/^(\d+ × .*)$/, kinds.length === 1 && (kinds[0]?.n ?? 0) > 1 ? '$1 in series' : '$1');
};

/**
 * Banks from the drawer that make a resistance and stand its power: parallel groups in series, of up to `maxParts` parts,
 * none of them above `derate` of its rating nor above its volts. Fewest parts first, then the smallest error.
 */
export function resistorBanks(
  targetOhm: number,
  powerW: number,
  tolerancePercent: number,
  drawer: readonly DrawerPart[],
  maxParts: number,
  derate: number,
): BankOption[] {
  const bySize = groupsOf(drawer, maxParts);
  const highest = targetOhm * (1 + tolerancePercent / 100) * (1 + 1e-9);
  const lowest = targetOhm * (1 - tolerancePercent / 100) * (1 - 1e-9);
  const options: BankOption[] = [];

  const judge = (groups: readonly Group[]): void => {
    const ohm = groups.reduce((sum, group) => sum + group.ohm, 0);
    const errorPercent = (100 * (ohm - targetOhm)) / targetOhm;
    if (above(Math.abs(errorPercent), tolerancePercent)) return;
    const amps = Math.sqrt(powerW / ohm);
    let worst = 0;
    for (const group of groups) {
      const volts = amps * group.ohm;
      for (const [k, n] of group.counts.entries()) {
        const part = drawer[k];
        if (n === 0 || !part) continue;
        const watts = volts ** 2 / part.ohm;
        if (above(watts, derate * part.ratedW) || (part.ratedV !== undefined && above(volts, part.ratedV))) return;
        worst = Math.max(worst, (100 * watts) / part.ratedW);
      }
    }
    const values = groups.map((group) => group.counts.flatMap((n, k) => new Array<number>(n).fill(drawer[k]?.ohm ?? 0)));
    options.push({
      layout: layoutText(values),
      groups: values,
      ohm,
      errorPercent,
      parts: groups.reduce((sum, group) => sum + group.parts, 0),
      worstLoadPercent: worst,
    });
  };

  // Groups are added largest size first and in the order of their list, so that each bank is built once.
  const build = (left: number, size: number, from: number, chosen: readonly Group[], used: readonly number[], ohm: number): void => {
    if (left === 0) return judge(chosen);
    for (let parts = Math.min(left, size); parts >= 1; parts -= 1) {
      const list = bySize[parts] ?? [];
      const first = parts === size ? from : 0;
      // The last group has to bring the bank into its tolerance.
      for (let k = parts === left ? Math.max(first, firstFrom(list, lowest - ohm)) : first; k < list.length; k += 1) {
        const group = list[k];
        if (!group || ohm + group.ohm > highest) break;
        const total = group.counts.map((n, entry) => n + (used[entry] ?? 0));
        if (total.some((n, entry) => n > (drawer[entry]?.count ?? 0))) continue;
        build(left - parts, parts, k, [...chosen, group], total, ohm + group.ohm);
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
  return options
    .sort((a, b) => a.parts - b.parts || Math.abs(a.errorPercent) - Math.abs(b.errorPercent) || a.worstLoadPercent - b.worstLoadPercent)
    .slice(0, mostOptions);
}

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
  compute({ targetOhm, powerW, tolerancePercent, drawer, maxParts, derate }) {
    const groups = groupCount(drawer, maxParts);
    if (groups > mostGroups)
      refuse(
        'maxParts',
        `${drawer.length} values in groups of up to ${maxParts} give ${groups} groups, more than ${mostGroups}.`,
        'Take fewer parts, or leave values out of the drawer.',
      );
    const options = resistorBanks(targetOhm, powerW, tolerancePercent, drawer, maxParts, derate);
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
    return best ? [{ kind: 'bank', groups: best.groups }] : [];
  },
});
