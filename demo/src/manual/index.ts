import type { Drawing } from '../sheets/pen';
import { drawTables } from './draw-tables';
import { drawWritten } from './draw-written';
import { moor2 } from './moor-2';
import { tarn40 } from './tarn-40';
import type { ManualTruth } from './truth';

export interface MadeManual {
  /** Name of its file. */
  readonly file: string;
  /** The kind of set it is of, and what that has. */
  readonly kind: string;
  readonly modes: readonly string[];
  readonly bands: readonly string[];
  readonly truth: ManualTruth;
  readonly drawings: readonly Drawing[];
}

/** Service manuals of sets that no card of the demo shop is of: one printed in tables, one written out. */
export const madeManuals = (): MadeManual[] => [
  { file: 'tarn-40-service.pdf', kind: 'cb-am-fm', modes: ['AM', 'FM'], bands: [], truth: tarn40, drawings: drawTables(tarn40) },
  { file: 'moor-2-service.pdf', kind: 'land-mobile', modes: ['FM'], bands: ['VHF'], truth: moor2, drawings: drawWritten(moor2) },
];
