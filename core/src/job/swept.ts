import type { LaidCard } from '../card';
import { quantityText } from '../quantity';
import { sweepApart, sweepRuns, type SweepRun } from '../run';
import { readingText, type TapeEntry } from '../tape';
import { cellOf, nothing, type ReportCell } from './report-cell';

/** A sweep to be drawn: each step between nought and one across, each figure likewise upwards; null where none was read. */
export interface SweepPicture {
  readonly now: readonly (number | null)[];
  readonly before: readonly (number | null)[];
  readonly low: readonly (number | null)[];
  readonly high: readonly (number | null)[];
  /** What stands at the top and at the foot. */
  readonly most: string;
  readonly least: string;
}

/** A sweep as a table of the sheet, with its picture. */
export interface SweptTable {
  readonly title: string;
  readonly rows: readonly { readonly step: string; readonly before: string; readonly after: ReportCell }[];
  /** From the least to the most, and how far that is. */
  readonly apart: string;
  /** Absent where fewer than two steps have a figure. */
  readonly picture?: SweepPicture;
}

/** Room above and below the figures of a picture, as a share of it. */
const pictureRoom = 0.08;

function pictureOf(now: SweepRun, before: SweepRun | undefined): SweepPicture | undefined {
  if (now.steps.filter(({ reading }) => reading && reading.value !== null).length < 2) return undefined;
  const readings = [now, before].flatMap((run) => run?.steps.flatMap(({ reading }) => reading ?? []) ?? []);
  const figures = readings.flatMap(({ value, low, high }) => [value, low, high].flatMap((each) => each ?? []));
  const [least, most] = [Math.min(...figures), Math.max(...figures)];
  const span = most - least || Math.abs(most) || 1;
  const height = (value: number | null | undefined): number | null =>
    value === null || value === undefined ? null : pictureRoom + (1 - 2 * pictureRoom) * ((value - least) / span);
  const unit = readings[0]?.unit ?? '';
  return {
    now: now.steps.map(({ reading }) => height(reading?.value)),
    before: before?.steps.map(({ reading }) => height(reading?.value)) ?? [],
    low: now.steps.map(({ reading }) => height(reading?.low)),
    high: now.steps.map(({ reading }) => height(reading?.high)),
    most: quantityText(most, unit, { digits: 3 }),
    least: quantityText(least, unit, { digits: 3 }),
  };
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
        title: now.title,
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
