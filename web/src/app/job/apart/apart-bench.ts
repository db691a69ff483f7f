import { inject, Injectable, linkedSignal } from '@angular/core';
import type { Photo } from '../../storage/job-repository';
import { JobOnBench } from '../job-on-bench';
import { emptyDraft, type ApartDraft } from './apart-draft';

/** The step that is being recorded of the job on the bench: it stays while one looks at other stages. */
@Injectable()
export class ApartBench {
  private readonly job = inject(JobOnBench);
  readonly draft = linkedSignal<string, ApartDraft>({ source: this.job.jobId, computation: () => emptyDraft });
  readonly photo = linkedSignal<string, Photo | null>({ source: this.job.jobId, computation: () => null });
}
