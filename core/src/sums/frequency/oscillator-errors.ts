import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, text } from '../field';
import { namesDiffer, refuse } from '../refusal';
import { shown, step } from '../working';

/** Singular values below this share of the largest are taken for nought: coefficients are small whole numbers. */
const rankShare = 1e-9;

const coefficientOf = ({ coefficients }: { coefficients: Readonly<Record<string, number>> }, name: string): number =>
  Object.hasOwn(coefficients, name) ? (coefficients[name] ?? 0) : 0;

export const oscillatorErrors = defineSum({
  id: 'oscillator-errors',
  title: 'Which oscillator is off',
  topic: 'frequency',
  purpose: 'the error of each oscillator from errors read on several bands and modes',
  keywords: ['crystal', 'carrier', 'vxo', 'alignment', 'trim', 'frequency error', 'least squares', 'adjust'],
  input: z.strictObject({
    oscillators: z.array(text('Oscillator')).min(1).max(40).meta({ title: 'Oscillators' }),
    readings: z
      .array(
        z.strictObject({
          label: text('Reading'),
          errorHz: figure('Off by', 'Hz'),
          coefficients: z.record(z.string(), z.number()).meta({ title: 'Made of', hint: 'first 1, carrier −1' }),
          sigmaHz: above0('±', 'Hz').optional(),
        }),
      )
      .min(1)
      .max(400)
      .meta({ title: 'Readings' }),
  }),
  output: z.object({
    adjustFirst: z.string().nullable().meta({ title: 'Adjust first' }),
    estimates: z
      .array(
        z.object({ name: text('Oscillator'), errorHz: figure('Off by', 'Hz', { digits: 6 }), sigmaHz: figure('±', 'Hz', { digits: 4 }) }),
      )
      .meta({ title: 'Off by' }),
    residualsHz: z.array(z.number()).meta({ title: 'Left over', unit: 'Hz' }),
    undetermined: z.array(z.string()).meta({ title: 'Cannot be told apart' }),
  }),
  source:
    'Weighted least squares (weights 1/σ²) by singular value decomposition; an oscillator is determined when it has no part in the null space (Golub and Van Loan, Matrix Computations, 5.5).',
  example: {
    oscillators: ['first', 'carrier'],
    readings: [
      { label: 'upper sideband', errorHz: 300, coefficients: { first: 1, carrier: 1 } },
      { label: 'lower sideband', errorHz: -100, coefficients: { first: 1, carrier: -1 } },
    ],
  },
  compute({ oscillators, readings }) {
    namesDiffer(oscillators, (k) => `oscillators.${k}`);
    readings.forEach(({ coefficients }, k) => {
      for (const name of Object.keys(coefficients))
        if (!oscillators.includes(name))
          refuse(`readings.${k}.coefficients.${name}`, `There is no oscillator ${name}.`, `The oscillators are ${oscillators.join(', ')}.`);
    });
    const sigmas = readings.map((reading) => reading.sigmaHz ?? 1);
    const rows = readings.map((reading, k) => oscillators.map((name) => coefficientOf(reading, name) / (sigmas[k] ?? 1)));
    const svd = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true });
    const largest = Math.max(...svd.diagonal, 0);
    const kept = svd.diagonal.map((value, k) => ({ value, k })).filter(({ value }) => value > rankShare * largest);
    const { leftSingularVectors: left, rightSingularVectors: right } = svd;
    const weighted = readings.map((reading, k) => reading.errorHz / (sigmas[k] ?? 1));
    const solved = oscillators.map((name, j) => {
      const inSpan = kept.reduce((sum, { k }) => sum + right.get(j, k) ** 2, 0);
      const errorHz = kept.reduce(
        (sum, { value, k }) => sum + (right.get(j, k) / value) * weighted.reduce((dot, y, i) => dot + left.get(i, k) * y, 0),
        0,
      );
      const variance = kept.reduce((sum, { value, k }) => sum + (right.get(j, k) / value) ** 2, 0);
      return { name, errorHz, sigmaHz: Math.sqrt(variance), determined: inSpan > 1 - 1e-6 };
    });
    const estimates = solved.filter((each) => each.determined).map(({ name, errorHz, sigmaHz }) => ({ name, errorHz, sigmaHz }));
    const residualsHz = readings.map(
      (reading) => reading.errorHz - solved.reduce((sum, each) => sum + coefficientOf(reading, each.name) * each.errorHz, 0),
    );
    const worst = estimates.reduce<(typeof estimates)[number] | undefined>(
      (best, each) => (best && Math.abs(best.errorHz) >= Math.abs(each.errorHz) ? best : each),
      undefined,
    );
    const undetermined = solved.filter((each) => !each.determined).map((each) => each.name);
    return {
      adjustFirst: worst?.name ?? null,
      estimates,
      residualsHz: residualsHz.map((value, k) => (Math.abs(value) < 1e-9 * Math.max(1, Math.abs(readings[k]?.errorHz ?? 0)) ? 0 : value)),
      undetermined,
      working: [
        ...readings.map((reading, k) =>
          step(
            reading.label,
            Object.entries(reading.coefficients)
              .map(([name, c]) => `${c < 0 ? '−' : '+'}${Math.abs(c) === 1 ? '' : Math.abs(c)} ${name}`)
              .join(' '),
            `${shown(reading.errorHz, 'Hz', 6)}, fit leaves ${shown(residualsHz[k] ?? 0, 'Hz')}`,
          ),
        ),
        ...estimates.map((each) => step(each.name, undefined, `${shown(each.errorHz, 'Hz', 6)} ± ${shown(each.sigmaHz, 'Hz')}`)),
        ...(undetermined.length > 0
          ? [
              step(
                `Not to be told apart from these readings: ${undetermined.join(', ')}. Take one more in a mode that uses one without the other`,
              ),
            ]
          : []),
        ...(worst ? [step(`Adjust first: ${worst.name}`)] : []),
      ],
    };
  },
});
