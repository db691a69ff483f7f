import * as z from 'zod';
import { defineSum } from '../define-sum';
import type { Graph } from '../plot';
import { above0, choice, figure, from0, result, whole } from '../field';
import { above } from '../refusal';
import { shown, step, type Step } from '../working';
import { nearestPreferred } from './preferred-values';

export type Topology = 'pi' | 'tee';
export interface PadArms {
  /** Pi: the one series arm; tee: each of the two. */
  readonly seriesOhm: number;
  /** Pi: each of the two shunt arms; tee: the one. */
  readonly shuntOhm: number;
}

/** The matched pad of a loss between equal impedances. Source: image method, e.g. ITT Reference Data for Radio Engineers. */
export function padArms(lossDb: number, z0Ohm: number, topology: Topology): PadArms {
  const k = 10 ** (lossDb / 20);
  return topology === 'pi'
    ? { seriesOhm: (z0Ohm * (k * k - 1)) / (2 * k), shuntOhm: (z0Ohm * (k + 1)) / (k - 1) }
    : { seriesOhm: (z0Ohm * (k - 1)) / (k + 1), shuntOhm: (2 * z0Ohm * k) / (k * k - 1) };
}

const parallel = (a: number, b: number): number => (a * b) / (a + b);

/** Insertion loss and input match of a pad between z0 and z0, and how its power is shared, by circuit analysis. */
export function padInCircuit({ seriesOhm, shuntOhm }: PadArms, z0Ohm: number, topology: Topology) {
  // Source EMF of 2 V behind z0: the matched input has 1 V.
  if (topology === 'pi') {
    const after = parallel(shuntOhm, z0Ohm);
    const inputOhm = parallel(shuntOhm, seriesOhm + after);
    const inV = (2 * inputOhm) / (inputOhm + z0Ohm);
    const outV = (inV * after) / (seriesOhm + after);
    return {
      inputOhm,
      outV,
      inW: inV ** 2 / inputOhm,
      arms: { inputShunt: inV ** 2 / shuntOhm, series: (inV - outV) ** 2 / seriesOhm, outputShunt: outV ** 2 / shuntOhm },
    };
  }
  const after = parallel(shuntOhm, seriesOhm + z0Ohm);
  const inputOhm = seriesOhm + after;
  const inA = 2 / (inputOhm + z0Ohm);
  const midV = inA * after;
  const outA = midV / (seriesOhm + z0Ohm);
  return {
    inputOhm,
    outV: outA * z0Ohm,
    inW: inA ** 2 * inputOhm,
    arms: { inputSeries: inA ** 2 * seriesOhm, shunt: midV ** 2 / shuntOhm, outputSeries: outA ** 2 * seriesOhm },
  };
}

interface InDrawer {
  readonly ohm: number;
  readonly ratedW?: number | undefined;
  readonly count: number;
}
interface PadOfDrawer extends PadArms {
  readonly lossDb: number;
  /** Null where nothing comes back. */
  readonly returnLossDb: number | null;
  /** Share in % of its rating that the hottest part bears; absent where no power is given. */
  readonly worstLoadPercent?: number;
}

const mostOffDb = 1;
const leastReturnLossDb = 15;
const mostLoad = 0.6;

/**
 * The pad of two values that lie in the drawers which comes nearest to a loss, by its departure from that and from the impedance; of the
 * shape's three arms the two alike are of one value. No part bears more than 60 % of its rating where the power is known, and a part without
 * a rating then bears none. Undefined where none comes within 1 dB with 15 dB of return loss.
 */
function padFromDrawer(
  { lossDb, z0Ohm, topology, inputW }: { lossDb: number; z0Ohm: number; topology: Topology; inputW?: number | undefined },
  drawer: readonly InDrawer[],
): PadOfDrawer | undefined {
  let best: { readonly pad: PadOfDrawer; readonly off: number } | undefined;
  const twice: keyof PadArms = topology === 'pi' ? 'shuntOhm' : 'seriesOhm';
  for (const series of drawer)
    for (const shunt of drawer) {
      const double = twice === 'shuntOhm' ? shunt : series;
      if (double.count < (series === shunt ? 3 : 2)) continue;
      const arms = { seriesOhm: series.ohm, shuntOhm: shunt.ohm };
      const built = padInCircuit(arms, z0Ohm, topology);
      const gives = -20 * Math.log10(built.outV);
      const reflection = Math.abs((built.inputOhm - z0Ohm) / (built.inputOhm + z0Ohm));
      const returnLossDb = reflection === 0 ? null : -20 * Math.log10(reflection);
      if (Math.abs(gives - lossDb) > mostOffDb || (returnLossDb ?? Infinity) < leastReturnLossDb) continue;
      const loads = Object.entries(built.arms).map(([arm, watts]) => {
        const { ratedW = 0 } = /series/i.test(arm) ? series : shunt;
        return inputW === undefined ? 0 : (watts * z0Ohm * inputW) / ratedW;
      });
      const worst = Math.max(...loads);
      if (worst > mostLoad) continue;
      // A tenth of a decibel counts as much as a reflection of one in a hundred.
      const off = Math.abs(gives - lossDb) * 10 + reflection * 100;
      if (best && best.off <= off) continue;
      best = { off, pad: { ...arms, lossDb: gives, returnLossDb, ...(inputW === undefined ? {} : { worstLoadPercent: 100 * worst }) } };
    }
  return best?.pad;
}

/** The two values of the pads of a shape from 1 dB to twice the loss, at least to 20 dB. */
function valuesAgainstLoss(lossDb: number, z0Ohm: number, topology: Topology): Graph {
  const steps = 80;
  const top = Math.max(20, 2 * lossDb);
  const pads = Array.from({ length: steps + 1 }, (_, k) => {
    const at = 1 + ((top - 1) * k) / steps;
    return [at, padArms(at, z0Ohm, topology)] as const;
  });
  return {
    kind: 'graph',
    x: { title: 'Loss', unit: 'dB' },
    y: { title: 'Exact values', unit: 'ohm', log: true },
    traces: [
      { name: 'series', as: 'line', points: pads.map(([at, { seriesOhm }]) => [at, seriesOhm] as const) },
      { name: 'shunt', as: 'line', points: pads.map(([at, { shuntOhm }]) => [at, shuntOhm] as const) },
    ],
    marks: [{ name: 'this pad', axis: 'x', at: lossDb }],
  };
}

const armNames: Readonly<Record<string, string>> = {
  inputShunt: 'input shunt',
  series: 'series',
  outputShunt: 'output shunt',
  inputSeries: 'input series',
  shunt: 'shunt',
  outputSeries: 'output series',
};
const arms = z.object({ seriesOhm: figure('Series', 'ohm'), shuntOhm: figure('Shunt', 'ohm') });

export const pad = defineSum({
  id: 'pad',
  title: 'Attenuator pad',
  topic: 'parts',
  purpose: 'feed a counter or an analyser from a transmitter',
  keywords: ['attenuator', 'pad', 'pi', 'tee', 'loss', 'db', 'match', 'counter', 'dissipation'],
  input: z.strictObject({
    lossDb: z.number().gt(0).max(200).meta({ title: 'Loss', unit: 'dB' }),
    z0Ohm: above0('Impedance', 'ohm').default(50),
    topology: choice('Shape', ['pi', 'tee']),
    inputW: from0('Power in', 'W').optional(),
    series: choice('Stock', ['E12', 'E24', 'E96']).default('E24'),
    targetMaxW: above0('What it feeds takes', 'W').optional(),
    drawer: z
      .array(z.strictObject({ ohm: above0('Value', 'ohm'), ratedW: above0('Rated', 'W').optional(), count: whole('How many', 1, 100_000) }))
      .max(400)
      .optional()
      .meta({ title: 'In the drawers' }),
  }),
  output: z.object({
    stockLossDb: figure('Loss, stock values', 'dB'),
    stockReturnLossDb: result('Return loss', 'dB'),
    outputW: figure('Comes out', 'W').optional(),
    safe: z.boolean().optional().meta({ title: 'Safe for what it feeds' }),
    stock: arms.meta({ title: 'From stock' }),
    exact: arms.meta({ title: 'Exact' }),
    dissipationW: z.record(z.string(), z.number()).optional().meta({ title: 'Heat, exact values', unit: 'W' }),
    stockDissipationW: z.record(z.string(), z.number()).optional().meta({ title: 'Heat, stock values', unit: 'W' }),
    drawers: z
      .object({
        seriesOhm: figure('Series', 'ohm'),
        shuntOhm: figure('Shunt', 'ohm'),
        lossDb: figure('Loss', 'dB'),
        returnLossDb: result('Return loss', 'dB'),
        worstLoadPercent: figure('Worst, of its rating', '%').optional(),
      })
      .optional()
      .meta({ title: 'From the drawers' }),
  }),
  source: 'Matched pads by the image method; loss, match and heat by circuit analysis between equal impedances.',
  example: { lossDb: 30, topology: 'pi', inputW: 4, targetMaxW: 0.01 },
  caution: 'The input arm of a pad takes nearly all the power: rate it for that, and never open a pad that is keyed into.',
  compute({ lossDb, z0Ohm, topology, inputW, series, targetMaxW, drawer }) {
    const k = 10 ** (lossDb / 20);
    const exact = padArms(lossDb, z0Ohm, topology);
    const stock = { seriesOhm: nearestPreferred(exact.seriesOhm, series), shuntOhm: nearestPreferred(exact.shuntOhm, series) };
    const built = padInCircuit(stock, z0Ohm, topology);
    const stockLossDb = -20 * Math.log10(built.outV);
    const reflection = Math.abs((built.inputOhm - z0Ohm) / (built.inputOhm + z0Ohm));
    const stockReturnLossDb = reflection === 0 ? null : -20 * Math.log10(reflection);
    const heat = (of: PadArms): Record<string, number> => {
      // The circuit takes 1/z0 W when matched; what the source offers is what is scaled to inputW.
      const inCircuit = padInCircuit(of, z0Ohm, topology);
      return Object.fromEntries(Object.entries(inCircuit.arms).map(([arm, watts]) => [arm, watts * z0Ohm * (inputW ?? 0)]));
    };
    const outputW = inputW === undefined ? undefined : inputW / k ** 2;
    const safe = outputW === undefined || targetMaxW === undefined ? undefined : !above(outputW, targetMaxW);
    const [shuntName, seriesName] = topology === 'pi' ? ['Shunt arms', 'Series arm'] : ['Shunt arm', 'Series arms'];
    const z0 = shown(z0Ohm);
    const watts = inputW === undefined ? undefined : heat(exact);
    const drawers = drawer && padFromDrawer({ lossDb, z0Ohm, topology, inputW }, drawer);
    const working: Step[] = [
      step('Voltage ratio K', `10^(${shown(lossDb)} / 20)`, shown(k)),
      step(shuntName, topology === 'pi' ? `${z0} (K + 1) / (K − 1)` : `2 × ${z0} K / (K² − 1)`, shown(exact.shuntOhm, 'ohm')),
      step(seriesName, topology === 'pi' ? `${z0} (K² − 1) / 2K` : `${z0} (K − 1) / (K + 1)`, shown(exact.seriesOhm, 'ohm')),
      step(`Nearest of ${series}`, 'shunt and series', `${shown(stock.shuntOhm, 'ohm')}, ${shown(stock.seriesOhm, 'ohm')}`),
      step(
        'Seen at the input',
        topology === 'pi'
          ? `${shown(stock.shuntOhm)} || (${shown(stock.seriesOhm)} + ${shown(stock.shuntOhm)} || ${z0})`
          : `${shown(stock.seriesOhm)} + ${shown(stock.shuntOhm)} || (${shown(stock.seriesOhm)} + ${z0})`,
        shown(built.inputOhm, 'ohm'),
      ),
      step(
        'Return loss',
        `−20 log ${shown(reflection)}`,
        stockReturnLossDb === null ? 'nothing comes back' : shown(stockReturnLossDb, 'dB'),
      ),
      step('Loss with stock values', `between ${z0} Ω and ${z0} Ω`, shown(stockLossDb, 'dB')),
      ...(inputW === undefined || outputW === undefined || !watts
        ? []
        : [
            step('Volts in', `√(${shown(inputW, 'W')} × ${z0} Ω)`, shown(Math.sqrt(inputW * z0Ohm), 'V')),
            ...Object.entries(watts).map(([arm, power]) => step(`Heat, ${armNames[arm] ?? arm}`, 'exact values', shown(power, 'W'))),
            step('Comes out', `${shown(inputW, 'W')} / K²`, shown(outputW, 'W')),
          ]),
      ...(drawer === undefined
        ? []
        : drawers
          ? [
              step(
                'From the drawers',
                `shunt ${shown(drawers.shuntOhm, 'ohm')}, series ${shown(drawers.seriesOhm, 'ohm')}`,
                `${shown(drawers.lossDb, 'dB')}, return loss ${drawers.returnLossDb === null ? 'without bound' : shown(drawers.returnLossDb, 'dB')}`,
              ),
              ...(drawers.worstLoadPercent === undefined
                ? []
                : [step('The hottest of them', 'of its rating', shown(drawers.worstLoadPercent, '%', 3))]),
            ]
          : [
              step(
                'The drawers hold no pair of values that makes it within 1 dB, with 15 dB of return loss and no part above 60 % of its rating',
              ),
            ]),
      ...(safe === undefined
        ? []
        : [step(safe ? 'Safe for what it feeds' : 'Too much for what it feeds: take more loss', `takes ${shown(targetMaxW ?? 0, 'W')}`)]),
    ];
    return {
      stock,
      exact,
      stockLossDb,
      stockReturnLossDb,
      ...(outputW === undefined ? {} : { outputW }),
      ...(safe === undefined ? {} : { safe }),
      ...(watts ? { dissipationW: watts, stockDissipationW: heat(stock) } : {}),
      ...(drawers ? { drawers } : {}),
      working,
    };
  },
  plots({ lossDb, z0Ohm, topology, inputW }, { exact, stock, outputW, dissipationW = {} }) {
    const arm = (role: 'series' | 'shunt', heatOf: string): { role: 'series' | 'shunt'; ohm: number; exactOhm: number; watts?: number } => {
      const watts = dissipationW[heatOf];
      return {
        role,
        ohm: role === 'series' ? stock.seriesOhm : stock.shuntOhm,
        exactOhm: role === 'series' ? exact.seriesOhm : exact.shuntOhm,
        ...(watts === undefined ? {} : { watts }),
      };
    };
    return [
      {
        kind: 'ladder',
        from: 'from the set',
        to: 'to what it feeds',
        ...(inputW && outputW ? { into: inputW, out: outputW } : {}),
        arms:
          topology === 'pi'
            ? [arm('shunt', 'inputShunt'), arm('series', 'series'), arm('shunt', 'outputShunt')]
            : [arm('series', 'inputSeries'), arm('shunt', 'shunt'), arm('series', 'outputSeries')],
      },
      valuesAgainstLoss(lossDb, z0Ohm, topology),
    ];
  },
});
