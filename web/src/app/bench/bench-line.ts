import { Injectable, signal } from '@angular/core';
import type { JobFile } from '../storage/job-repository';

/** What the top line tells of a job. Worked out where the job is: the first screen then loads nothing of the tape. */
export interface BenchNews {
  readonly problems: { readonly open: number; readonly all: number };
  /** Seconds worked up to a moment, in milliseconds since 1970, and whether they go on. */
  readonly labour: { readonly seconds: number; readonly running: boolean; readonly atMs: number };
  /** A soak that runs: when it was begun, and when its time is over; the end only of one that is to hold for a time. */
  readonly soak?: { readonly beganMs: number; readonly dueMs?: number };
}

/** The job now on the bench, for the top line; it stays there while one looks elsewhere. */
@Injectable({ providedIn: 'root' })
export class BenchLine {
  readonly file = signal<JobFile | null>(null);
  readonly news = signal<BenchNews | null>(null);
}
