import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, text } from '../field';
import { above, namesDiffer, refuse } from '../refusal';
import { shown, step } from '../working';
import { floorDbm } from './sensitivity';

const ratio = (dB: number): number => 10 ** (dB / 10);

/** Noise figure of a chain in dB. Source: H. T. Friis, Noise figures of radio receivers, Proc. IRE 32 (1944). */
export function cascadeNoiseFigureDb(stages: readonly { readonly gainDb: number; readonly nfDb: number }[]): number {
  let gain = 1;
  let factor = 1;
  for (const { gainDb, nfDb } of stages) {
    factor += (ratio(nfDb) - 1) / gain;
    gain *= ratio(gainDb);
  }
  return 10 * Math.log10(factor);
}

/** (S + N)/N of 10 dB is an S/N of 10·log10(10 − 1). */
const signalToNoiseDb = 10 * Math.log10(10 - 1);

export const levelPlan = defineSum({
  id: 'level-plan',
  title: 'Level plan',
  topic: 'receive',
  purpose: 'what level stands after each stage, and where it falls short',
  keywords: ['gain', 'noise figure', 'friis', 'cascade', 'signal tracing', 'stage', 'if', 'front end'],
  input: z.strictObject({
    inputDbm: figure('Into the chain', 'dBm'),
    stages: z
      .array(z.strictObject({ name: text('Stage'), gainDb: figure('Gain', 'dB'), nfDb: from0('Noise figure', 'dB').optional() }))
      .min(1)
      .max(60)
      .meta({ title: 'Stages' }),
    readings: z
      .array(
        z.strictObject({
          after: text('After'),
          dBm: figure('Level', 'dBm').optional(),
          vrms: above0('or volts', 'V').optional(),
          impedanceOhm: above0('in', 'ohm').optional(),
        }),
      )
      .optional()
      .meta({ title: 'Readings' }),
    toleranceDb: from0('Allowed shortfall', 'dB').default(3),
    bandwidthHz: above0('Bandwidth', 'Hz').optional(),
  }),
  output: z.object({
    firstShort: z.string().nullable().meta({ title: 'First short' }),
    nodes: z
      .array(z.object({ after: text('After'), dBm: figure('Planned', 'dBm'), readDbm: figure('Read', 'dBm').optional() }))
      .meta({ title: 'Levels' }),
    cascadeNfDb: figure('Noise figure of the chain', 'dB').optional(),
    sensitivity10dBDbm: figure('For 10 dB (S + N) / N', 'dBm').optional(),
    shortfalls: z.array(z.object({ after: text('After'), dB: figure('Short by', 'dB') })).meta({ title: 'Short' }),
  }),
  source: 'Gains in dB add up; noise figure by Friis (Proc. IRE 32, 1944); −174 dBm/Hz + 10·log10(B) + NF + 9.54 dB for 10 dB (S + N)/N.',
  example: {
    inputDbm: -60,
    stages: [
      { name: 'filter', gainDb: -2, nfDb: 2 },
      { name: 'amplifier', gainDb: 15, nfDb: 3 },
      { name: 'mixer', gainDb: -6, nfDb: 7 },
      { name: 'IF', gainDb: 30, nfDb: 6 },
    ],
    readings: [
      { after: 'filter', dBm: -62.5 },
      { after: 'amplifier', dBm: -55 },
    ],
    bandwidthHz: 2400,
  },
  compute({ inputDbm, stages, readings = [], toleranceDb, bandwidthHz }) {
    const names = stages.map((each) => each.name);
    namesDiffer(names, (k) => `stages.${k}.name`);
    namesDiffer(
      readings.map((each) => each.after),
      (k) => `readings.${k}.after`,
    );
    const read = new Map(
      readings.map(({ after, dBm, vrms, impedanceOhm }, k) => {
        if (!names.includes(after)) refuse(`readings.${k}.after`, `There is no stage ${after}.`, `The stages are ${names.join(', ')}.`);
        if (dBm !== undefined && (vrms ?? impedanceOhm) !== undefined)
          refuse(`readings.${k}.vrms`, `The reading after ${after} is given twice.`, 'Give dBm, or volts with the impedance.');
        if (dBm !== undefined) return [after, dBm] as const;
        if (vrms === undefined && impedanceOhm === undefined)
          refuse(`readings.${k}.dBm`, `The reading after ${after} has no level.`, 'Give dBm, or volts with the impedance.');
        const volts = vrms ?? refuse(`readings.${k}.vrms`, `The volts after ${after} are missing.`, 'Give vrms beside the impedance.');
        const ohms =
          impedanceOhm ??
          refuse(`readings.${k}.impedanceOhm`, `The impedance after ${after} is missing.`, 'Volts tell a power only in a known impedance.');
        return [after, 10 * Math.log10(volts ** 2 / ohms) + 30] as const;
      }),
    );
    let level = inputDbm;
    const nodes = stages.map(({ name, gainDb }) => {
      level += gainDb;
      const got = read.get(name);
      return { after: name, dBm: level, ...(got === undefined ? {} : { readDbm: got }) };
    });
    const known = stages.flatMap(({ gainDb, nfDb }) => (nfDb === undefined ? [] : [{ gainDb, nfDb }]));
    const cascadeNfDb = known.length === stages.length ? cascadeNoiseFigureDb(known) : undefined;
    const sensitivity10dBDbm =
      cascadeNfDb === undefined || bandwidthHz === undefined ? undefined : floorDbm(bandwidthHz) + cascadeNfDb + signalToNoiseDb;
    const shortfalls = nodes.flatMap(({ after, dBm, readDbm }) =>
      readDbm !== undefined && above(dBm - readDbm, toleranceDb) ? [{ after, dB: dBm - readDbm }] : [],
    );
    return {
      firstShort: shortfalls[0]?.after ?? null,
      nodes,
      ...(cascadeNfDb === undefined ? {} : { cascadeNfDb }),
      ...(sensitivity10dBDbm === undefined ? {} : { sensitivity10dBDbm }),
      shortfalls,
      working: [
        ...nodes.map((node, k) =>
          step(
            `After ${node.after}`,
            `${shown(nodes[k - 1]?.dBm ?? inputDbm)} ${(stages[k]?.gainDb ?? 0) < 0 ? '−' : '+'} ${shown(Math.abs(stages[k]?.gainDb ?? 0))}`,
            `${shown(node.dBm, 'dBm')}${node.readDbm === undefined ? '' : `, reads ${shown(node.readDbm, 'dBm')}`}`,
          ),
        ),
        ...(cascadeNfDb === undefined ? [] : [step('Noise figure of the chain', 'F1 + (F2 − 1) / G1 + …', shown(cascadeNfDb, 'dB'))]),
        ...(sensitivity10dBDbm === undefined
          ? []
          : [
              step(
                'For 10 dB (S + N) / N',
                `−174 + 10 log ${shown(bandwidthHz ?? 0, 'Hz')} + ${shown(cascadeNfDb ?? 0)} + 9.54`,
                shown(sensitivity10dBDbm, 'dBm', 5),
              ),
            ]),
        step(shortfalls[0] ? `First short: after ${shortfalls[0].after}, by ${shown(shortfalls[0].dB, 'dB')}` : 'No reading falls short'),
      ],
    };
  },
  plots({ inputDbm }, { nodes }) {
    const read = nodes.flatMap(({ readDbm }, k) => (readDbm === undefined ? [] : [[k + 1, readDbm] as const]));
    return [
      {
        kind: 'graph',
        x: { title: 'Stage', unit: '', whole: true },
        y: { title: 'Level', unit: 'dBm' },
        traces: [
          {
            name: 'Planned',
            as: 'both',
            points: [[0, inputDbm] as const, ...nodes.map(({ dBm }, k) => [k + 1, dBm] as const)],
            labels: ['input', ...nodes.map(({ after }) => after)],
          },
          ...(read.length > 0 ? [{ name: 'Read', as: 'dots' as const, points: read, attention: true }] : []),
        ],
      },
    ];
  },
});
