import * as z from 'zod';
import { defineSum } from '../define-sum';
import type { Trace } from '../plot';
import { above0, figure, from0, result, text, whole } from '../field';
import { above, below, namesDiffer } from '../refusal';
import { shown, shownHz, step } from '../working';
import { termLabel } from './mixer-products';

interface Term {
  readonly hz: number;
  readonly order: number;
  readonly coefficients: readonly number[];
}

/** Every combination of the sources up to an order, at a frequency above 0. */
function termsOf(hz: readonly number[], maxOrder: number): Term[] {
  const terms: Term[] = [];
  const walk = (index: number, left: number, sum: number, coefficients: readonly number[]): void => {
    if (index === hz.length) {
      if (sum > 0 && left < maxOrder) terms.push({ hz: sum, order: maxOrder - left, coefficients });
      return;
    }
    for (let k = -left; k <= left; k += 1) walk(index + 1, left - Math.abs(k), sum + k * (hz[index] ?? 0), [...coefficients, k]);
  };
  walk(0, maxOrder, 0, []);
  return terms;
}

const sticks = (name: string, peaks: readonly { hz: number; dBm: number; label: string | null }[]): Trace => ({
  name,
  as: 'sticks',
  points: peaks.map(({ hz, dBm }) => [hz, dBm] as const),
  labels: peaks.map(({ label }) => label ?? 'not named'),
});

export const peakNames = defineSum({
  id: 'peak-names',
  title: 'Name the peaks',
  topic: 'frequency',
  purpose: 'what each peak of a spectrum is made of, and whether the signal is clean',
  keywords: ['spectrum', 'analyser', 'spurious', 'harmonic', 'mixer', 'leak', 'oscillator', 'clean', 'peak', 'trace'],
  input: z.strictObject({
    sources: z
      .array(z.strictObject({ name: text('Oscillator'), hz: above0('Frequency', 'Hz') }))
      .min(1)
      .max(6)
      .meta({ title: 'Oscillators' }),
    peaks: z
      .array(z.strictObject({ hz: above0('Peak', 'Hz'), dBm: figure('Level', 'dBm') }))
      .max(500)
      .meta({ title: 'Peaks' }),
    wantedHz: above0('Wanted', 'Hz'),
    toleranceHz: from0('Close enough', 'Hz'),
    maxOrder: whole('Up to order', 1, 12).default(5),
    cleanDb: above0('Clean below wanted by', 'dB').default(40),
  }),
  output: z.object({
    verdict: z.enum(['clean', 'impure', 'wanted-missing', 'wanted-not-dominant']).meta({ title: 'Verdict' }),
    wanted: z
      .object({ hz: figure('Frequency', 'Hz'), dBm: figure('Level', 'dBm') })
      .nullable()
      .meta({ title: 'Wanted' }),
    worst: z
      .object({
        hz: figure('Frequency', 'Hz'),
        label: z.string().nullable().meta({ title: 'Is' }),
        dBcRelativeToWanted: result('Against the wanted', 'dBc'),
      })
      .nullable()
      .meta({ title: 'Strongest other' }),
    peaks: z
      .array(
        z.object({
          hz: figure('Peak', 'Hz'),
          dBm: figure('Level', 'dBm'),
          label: z.string().nullable().meta({ title: 'Is' }),
          terms: z.record(z.string(), z.number()).meta({ title: 'Terms' }),
          order: result('Order'),
          residualHz: result('Off by', 'Hz'),
        }),
      )
      .meta({ title: 'Peaks' }),
  }),
  source: 'Sums and differences of the oscillators and their harmonics; the term of lowest order within the tolerance is taken.',
  example: {
    sources: [
      { name: 'A', hz: 37_660_000 },
      { name: 'B', hz: 10_695_000 },
    ],
    peaks: [
      { hz: 26_965_100, dBm: 10 },
      { hz: 37_660_000, dBm: -20 },
      { hz: 10_695_000, dBm: -45 },
    ],
    wantedHz: 26_965_000,
    toleranceHz: 2000,
    maxOrder: 3,
  },
  compute({ sources, peaks, wantedHz, toleranceHz, maxOrder, cleanDb }) {
    const names = sources.map((each) => each.name);
    namesDiffer(names, (k) => `sources.${k}.name`);
    const terms = termsOf(
      sources.map((each) => each.hz),
      maxOrder,
    ).sort((a, b) => a.order - b.order);
    const named = peaks.map(({ hz, dBm }) => {
      let best: Term | undefined;
      for (const term of terms) {
        if (best && term.order > best.order) break;
        const off = Math.abs(hz - term.hz);
        if (!above(off, toleranceHz) && (!best || off < Math.abs(hz - best.hz))) best = term;
      }
      const pairs = names.map((name, k) => [name, best?.coefficients[k] ?? 0] as const).filter(([, k]) => k !== 0);
      return {
        hz,
        dBm,
        label: best ? termLabel(pairs) : null,
        terms: Object.fromEntries(pairs),
        order: best?.order ?? null,
        residualHz: best ? hz - best.hz : null,
      };
    });
    const inReach = named.filter((peak) => !above(Math.abs(peak.hz - wantedHz), toleranceHz));
    const wanted = inReach.sort((a, b) => Math.abs(a.hz - wantedHz) - Math.abs(b.hz - wantedHz))[0];
    const others = named.filter((peak) => peak !== wanted);
    const strongest = others.reduce<(typeof others)[number] | undefined>(
      (best, peak) => (best && best.dBm >= peak.dBm ? best : peak),
      undefined,
    );
    const dBc = wanted && strongest ? strongest.dBm - wanted.dBm : null;
    const verdict: 'clean' | 'impure' | 'wanted-missing' | 'wanted-not-dominant' = !wanted
      ? 'wanted-missing'
      : dBc === null
        ? 'clean'
        : !below(dBc, 0)
          ? 'wanted-not-dominant'
          : above(dBc, -cleanDb)
            ? 'impure'
            : 'clean';
    return {
      verdict,
      wanted: wanted ? { hz: wanted.hz, dBm: wanted.dBm } : null,
      worst: strongest ? { hz: strongest.hz, label: strongest.label, dBcRelativeToWanted: dBc } : null,
      peaks: named,
      working: [
        ...named.map((peak) =>
          step(
            `${shownHz(peak.hz)}, ${shown(peak.dBm, 'dBm')}`,
            peak.label ?? 'no term up to the order',
            peak.residualHz === null ? undefined : `off by ${shown(peak.residualHz, 'Hz')}`,
          ),
        ),
        step('Wanted', shownHz(wantedHz), wanted ? shown(wanted.dBm, 'dBm') : 'not there'),
        ...(strongest && dBc !== null
          ? [step('Strongest other', `${shown(strongest.dBm, 'dBm')} − ${shown(wanted?.dBm ?? 0, 'dBm')}`, shown(dBc, 'dBc'))]
          : []),
        step(`Verdict: ${verdict.replaceAll('-', ' ')}`, `clean is ${shown(cleanDb, 'dB')} or more below the wanted`),
      ],
    };
  },
  plots({ wantedHz, cleanDb }, { peaks, wanted }) {
    return [
      {
        kind: 'graph',
        x: { title: 'Frequency', unit: 'Hz' },
        y: { title: 'Level', unit: 'dBm' },
        traces: [
          sticks(
            'Named',
            peaks.filter((peak) => peak.label !== null),
          ),
          {
            ...sticks(
              'From nowhere',
              peaks.filter((peak) => peak.label === null),
            ),
            attention: true,
          },
        ],
        marks: [
          { name: 'wanted', axis: 'x', at: wantedHz },
          ...(wanted ? [{ name: 'clean below this', axis: 'y' as const, at: wanted.dBm - cleanDb }] : []),
        ],
      },
    ];
  },
});
