import Papa from 'papaparse';
import { CoreError } from '../errors';

/** A spectrum as an analyser or a receiver program exports it. */
export interface SpectrumTrace {
  /** Hz and dBm, ascending in Hz. */
  readonly points: readonly (readonly [number, number])[];
}

const scales: readonly (readonly [RegExp, number])[] = [
  [/\bghz\b/i, 1e9],
  [/\bmhz\b/i, 1e6],
  [/\bkhz\b/i, 1e3],
];
const mostRows = 400_000;

/**
 * Reads two columns, frequency and level, with or without a line of headings; lines that hold no two numbers (remarks,
 * settings) are passed over. MHz or kHz in a heading is heeded, and a trace that never reaches 20 kHz is taken as MHz.
 *
 * @throws CoreError `unreadable` when fewer than three points are found, `too-large` above 400,000 lines.
 */
export function readSpectrumCsv(text: string): SpectrumTrace {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true, preview: mostRows + 1 });
  if (data.length > mostRows)
    throw new CoreError('too-large', 'file', `The trace has more than ${mostRows} lines.`, 'Export fewer points.');
  let scale: number | undefined;
  const points: [number, number][] = [];
  for (const row of data) {
    const cells = row.map((cell) => cell.trim());
    const numbers = cells.map((cell) => (cell === '' ? NaN : Number(cell)));
    const [hz, dBm] = numbers.filter((value) => Number.isFinite(value));
    if (numbers.length >= 2 && Number.isFinite(numbers[0]) && hz !== undefined && dBm !== undefined) points.push([hz, dBm]);
    else scale ??= scales.find(([unit]) => unit.test(cells.join(' ')))?.[1];
  }
  if (points.length < 3)
    throw new CoreError(
      'unreadable',
      'file',
      'No spectrum was found: fewer than three lines hold a frequency and a level.',
      'Export the trace as CSV with two columns, Hz and dBm.',
    );
  const highest = points.reduce((most, [hz]) => Math.max(most, hz), -Infinity);
  const factor = scale ?? (highest < 20_000 ? 1e6 : 1);
  return { points: points.map(([hz, dBm]) => [hz * factor, dBm] as const).sort(([a], [b]) => a - b) };
}

/**
 * The peaks of a trace: local maxima that rise at least `riseDb` above the lowest point on either side before something
 * higher comes. Strongest first, at most `most`.
 */
export function spectrumPeaks({ points }: SpectrumTrace, riseDb = 10, most = 20): { hz: number; dBm: number }[] {
  const levels = points.map(([, dBm]) => dBm);
  const valley = (from: number, step: number): number => {
    const top = levels[from] ?? 0;
    let lowest = top;
    for (let k = from + step; k >= 0 && k < levels.length; k += step) {
      const level = levels[k] ?? 0;
      if (level > top) break;
      lowest = Math.min(lowest, level);
      if (top - lowest >= riseDb) break;
    }
    return lowest;
  };
  const peaks: { hz: number; dBm: number }[] = [];
  points.forEach(([hz, dBm], k) => {
    if (dBm < (levels[k - 1] ?? -Infinity) || dBm <= (levels[k + 1] ?? -Infinity)) return;
    if (dBm - valley(k, -1) >= riseDb && dBm - valley(k, 1) >= riseDb) peaks.push({ hz, dBm });
  });
  return peaks.sort((a, b) => b.dBm - a.dBm).slice(0, most);
}
