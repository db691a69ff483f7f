import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, result, text } from '../field';
import { above, namesDiffer, refuse } from '../refusal';
import { shown, shownHz, step } from '../working';

export const dividerChain = defineSum({
  id: 'divider-chain',
  title: 'Divider chain',
  topic: 'frequency',
  purpose: 'what each divider should give, and which is the first that does not',
  keywords: ['divider', 'prescaler', 'reference', 'ratio', 'flip-flop', 'chain'],
  input: z.strictObject({
    inputHz: above0('Into the chain', 'Hz'),
    stages: z
      .array(z.strictObject({ name: text('Stage'), ratio: above0('Divides by') }))
      .min(1)
      .meta({ title: 'Stages' }),
    readings: z
      .array(z.strictObject({ name: text('After'), hz: from0('Reads', 'Hz') }))
      .optional()
      .meta({ title: 'Readings' }),
    tolerancePpm: from0('Allowed error', 'ppm').default(100),
  }),
  output: z.object({
    nodes: z.array(z.object({ name: text('After'), hz: figure('Should be', 'Hz') })).meta({ title: 'Should be' }),
    firstWrong: z.string().nullable().meta({ title: 'First wrong' }),
    impliedRatio: result('It divides by'),
  }),
  source: 'Each output is its input over the ratio of the stage.',
  example: {
    inputHz: 10_240_000,
    stages: [
      { name: 'first', ratio: 2 },
      { name: 'second', ratio: 10 },
      { name: 'third', ratio: 512 },
    ],
    readings: [
      { name: 'first', hz: 5_120_000 },
      { name: 'second', hz: 1_024_000 },
    ],
  },
  compute({ inputHz, stages, readings = [], tolerancePpm }) {
    namesDiffer(
      stages.map((each) => each.name),
      (k) => `stages.${k}.name`,
    );
    namesDiffer(
      readings.map((each) => each.name),
      (k) => `readings.${k}.name`,
    );
    readings.forEach((reading, k) => {
      if (!stages.some((each) => each.name === reading.name))
        refuse(`readings.${k}.name`, `There is no stage ${reading.name}.`, `The stages are ${stages.map((each) => each.name).join(', ')}.`);
    });
    const read = new Map(readings.map((each) => [each.name, each.hz]));
    let hz = inputHz;
    const nodes = stages.map((each) => ({ name: each.name, hz: (hz /= each.ratio) }));
    const wrongAt = nodes.findIndex((node) => {
      const got = read.get(node.name);
      return got !== undefined && above(Math.abs(got - node.hz), tolerancePpm * 1e-6 * node.hz);
    });
    const wrong = nodes[wrongAt];
    const got = wrong ? (read.get(wrong.name) ?? 0) : 0;
    const before = nodes[wrongAt - 1];
    const into = before ? (read.get(before.name) ?? before.hz) : inputHz;
    const impliedRatio = wrong && got > 0 ? into / got : null;
    return {
      nodes,
      firstWrong: wrong?.name ?? null,
      impliedRatio,
      working: [
        ...nodes.map((node, k) =>
          step(
            `After ${node.name}`,
            `${shownHz(nodes[k - 1]?.hz ?? inputHz)} / ${stages[k]?.ratio}`,
            `${shownHz(node.hz)}${read.has(node.name) ? `, reads ${shownHz(read.get(node.name) ?? 0)}` : ''}`,
          ),
        ),
        ...(wrong
          ? [
              step(`First wrong: ${wrong.name}`),
              step(
                'It divides by',
                `${shownHz(into)} / ${shownHz(got)}`,
                impliedRatio === null ? 'nothing comes out' : shown(impliedRatio, '', 6),
              ),
            ]
          : [step(readings.length > 0 ? 'All readings agree' : 'No reading to compare')]),
      ],
    };
  },
});
