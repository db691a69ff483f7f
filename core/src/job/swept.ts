import type { LaidCard } from '../card';
import { quantityText } from '../quantity';
import { sweepApart, sweepRuns, type SweepRun } from '../run';
import { readingText, type TapeEntry } from '../tape';
import { linePicture, type LinePicture } from './line-picture';
import { cellOf, nothing, type ReportCell } from './report-cell';

/** A sweep as a table of the sheet, with its picture. */
export interface SweptTable {
  readonly title: string;
  readonly rows: readonly { readonly step: string; readonly before: string; readonly after: ReportCell }[];
  /** From the least to the most, and how far that is. */
  readonly apart: string;
  /** Absent where fewer than two steps have a figure. */
  readonly picture?: LinePicture;
}

function pictureOf(now: SweepRun, before: SweepRun | undefined): LinePicture | undefined {
  // What stands at several points need not be alike.
  if (now.over === 'point') return undefined;
  if (now.steps.filter(({ reading }) => reading && reading.value !== null).length < 2) return undefined;
  type Reading = NonNullable<SweepRun['steps'][number]['reading']>;
  const line = (
    run: SweepRun | undefined,
    value: (reading: Reading) => number | null | undefined,
  ): LinePicture['lines'][number]['places'] =>
    run?.steps.map(({ reading }, k) => {
      const height = reading && value(reading);
      return height === null || height === undefined ? null : [k, height];
    }) ?? [];
  const unit = now.steps.find(({ reading }) => reading)?.reading?.unit ?? '';
  return linePicture(
    [
      { of: 'limit', dots: false, places: line(now, ({ low }) => low) },
      { of: 'limit', dots: false, places: line(now, ({ high }) => high) },
      { of: 'before', dots: true, places: line(before, ({ value }) => value) },
      { of: 'now', dots: true, places: line(now, ({ value }) => value) },
    ],
    { up: (value) => quantityText(value, unit, { digits: 3 }), ends: [0, now.steps.length - 1] },
  );
}

/** Each sweep that has readings, as it was last taken, beside the time before. */
export function sweptTables(card: LaidCard | undefined, stood: readonly TapeEntry[]): readonly SweptTable[] {
  const read = sweepRuns(card, stood).filter(({ steps }) => steps.some(({ reading }) => reading));
  return [...new Set(read.map(({ key }) => key))].flatMap((key) => {
    const own = read.filter((run) => run.key === key);
    const [before, now] = [own.at(-2), own.at(-1)];
    if (!now) return [];
    const picture = pictureOf(now, before);
    return [
      {
        title: [now.title, now.under].filter(Boolean).join(', '),
        rows: now.steps.map(({ name, reading }, k) => {
          const was = before?.steps[k]?.reading;
          return { step: name, before: was ? readingText(was) : '', after: reading ? cellOf(reading) : nothing };
        }),
        apart: [before ? `before ${sweepApart(before)}` : '', sweepApart(now)].filter(Boolean).join('; now '),
        ...(picture ? { picture } : {}),
      },
    ];
  });
}
