import { buildReport, type Report, type ShopSettings } from '@amber-relay/core/job';
import { handBackPaper, type Paper } from '@amber-relay/core/paper';
import type { TapeEntry } from '@amber-relay/core/tape';
import type { JobFile } from '../../storage/job-repository';

/** What the hand-back sheet of a job has to tell at a moment: labour that runs counts up to it. */
export const reportOf = (file: JobFile, tape: readonly TapeEntry[], shop: ShopSettings, nowMs: number): Report =>
  buildReport({ shop, job: file.row, customer: file.customer, set: file.set, tape, nowMs, ...(file.card ? { card: file.card } : {}) });

/** The hand-back sheet of a job as it stands at a moment. */
export const paperOf = (file: JobFile, tape: readonly TapeEntry[], shop: ShopSettings, nowMs: number): Paper =>
  handBackPaper(reportOf(file, tape, shop, nowMs));
