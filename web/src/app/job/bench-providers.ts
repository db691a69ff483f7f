import type { Provider } from '@angular/core';
import { CardSheets } from '../sheets/card-sheets';
import { ApartBench } from './apart/apart-bench';
import { SettleDraft } from './hand-back/settle-draft';
import { JobOnBench } from './job-on-bench';
import { LineOffer } from './line-offer';
import { OverDraft } from './over/over-draft';
import { ListOnBench } from './parts/list-on-bench';
import { PressDraft } from './parts/press-draft';
import { SubstituteDraft } from './parts/substitute-draft';
import { TapeWriter } from './tape-writer';
import { Suspicion } from './trace/suspicion';

/** What the job screen and everything on it share: one job, its tape, its suspicion and its line. */
export const benchProviders: Provider[] = [
  JobOnBench,
  TapeWriter,
  LineOffer,
  Suspicion,
  CardSheets,
  ListOnBench,
  ApartBench,
  OverDraft,
  PressDraft,
  SettleDraft,
  SubstituteDraft,
];
