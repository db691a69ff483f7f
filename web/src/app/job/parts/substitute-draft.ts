import { inject, Injectable, linkedSignal } from '@angular/core';
import { JobOnBench } from '../job-on-bench';

/** What is typed of two parts that are held against each other. */
export type SubstituteTyped = Readonly<
  Record<
    'designator' | 'original' | 'candidate' | 'originalRatings' | 'candidateRatings' | 'originalLegs' | 'candidateLegs' | 'text',
    string
  >
>;
export const emptySubstitute: SubstituteTyped = {
  designator: '',
  original: '',
  candidate: '',
  originalRatings: '',
  candidateRatings: '',
  originalLegs: '',
  candidateLegs: '',
  text: '',
};

/** The comparison that is being typed on the job on the bench: it stays while one looks at other stages. */
@Injectable()
export class SubstituteDraft {
  private readonly job = inject(JobOnBench);
  readonly typed = linkedSignal<string, SubstituteTyped>({ source: this.job.jobId, computation: () => emptySubstitute });
}
