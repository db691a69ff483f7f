import { Injectable, signal } from '@angular/core';
import type { JobFile } from '../storage/job-repository';
import type { TapeEntry } from '@amber-relay/core/tape';

/** The job now on the bench, for the top line; it stays there while one looks elsewhere. */
@Injectable({ providedIn: 'root' })
export class BenchLine {
  readonly file = signal<JobFile | null>(null);
  readonly tape = signal<readonly TapeEntry[]>([]);
}
