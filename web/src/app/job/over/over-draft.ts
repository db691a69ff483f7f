import { inject, Injectable, linkedSignal } from '@angular/core';
import { JobOnBench } from '../job-on-bench';

/** A place as a share of width and height of its picture. */
export interface Share {
  readonly x: number;
  readonly y: number;
}
export interface OverChoice {
  /** Ids of the two pictures; empty where none was chosen yet. */
  readonly first: string;
  readonly second: string;
  /** The same places on both, in the order in which they were marked. */
  readonly onFirst: readonly Share[];
  readonly onSecond: readonly Share[];
  /** The places are looked for by the program, not marked by hand. */
  readonly found: boolean;
}
const nothing: OverChoice = { first: '', second: '', onFirst: [], onSecond: [], found: false };

/** Which two pictures of the job on the bench lie over each other, and by which places: it stays while one looks elsewhere. */
@Injectable()
export class OverDraft {
  private readonly job = inject(JobOnBench);
  readonly choice = linkedSignal<string, OverChoice>({ source: this.job.jobId, computation: () => nothing });
  /** What is typed to go with the picture that is kept. */
  readonly words = linkedSignal<string, string>({ source: this.job.jobId, computation: () => '' });
}
