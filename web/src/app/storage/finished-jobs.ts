import { inject, Injectable } from '@angular/core';
import type { Card } from '@amber-relay/core/card';
import type { Job } from '@amber-relay/core/job';
import { caseFromJob } from '@amber-relay/core/practice';
import type { TapeEntry } from '@amber-relay/core/tape';
import type { Observable } from 'rxjs';
import { BenchDatabase } from './bench-database';
import { live } from './live';

/** A finished job of which the tape says what was at fault. */
export interface FinishedJob extends Pick<Job, 'number' | 'complaint' | 'symptoms'> {
  readonly card: Card;
  readonly tape: readonly TapeEntry[];
}

/** At most so many are looked through, the newest first. */
const most = 200;

/** The finished jobs of the shop that a case can be made of. */
@Injectable({ providedIn: 'root' })
export class FinishedJobs {
  private readonly db = inject(BenchDatabase);
  readonly all$: Observable<FinishedJob[]> = live(async () => {
    const { db } = this;
    const jobs = await db.jobs
      .orderBy('number')
      .reverse()
      .filter(({ summary }) => summary.finished)
      .limit(most)
      .toArray();
    const sets = await db.sets.bulkGet(jobs.map(({ setId }) => setId));
    const cards = new Map((await db.cards.toArray()).map((card) => [card.id, card]));
    const tapes = await Promise.all(jobs.map(({ id }) => db.tape.where('[jobId+seq]').between([id, 0], [id, Infinity]).toArray()));
    return jobs.flatMap((job, i): FinishedJob[] => {
      const card = cards.get(sets[i]?.cardId ?? '');
      const tape = tapes[i] ?? [];
      return card && caseFromJob(card, job, tape)
        ? [{ number: job.number, complaint: job.complaint, symptoms: job.symptoms, card, tape }]
        : [];
    });
  });
}
