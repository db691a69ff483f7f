import { inject, Injectable } from '@angular/core';
import { doubleReadings, type DoubleReading } from '@amber-relay/core/job';
import type { Instrument } from '@amber-relay/core/measure';
import { ofKind, standing } from '@amber-relay/core/tape';
import { from, map, type Observable } from 'rxjs';
import { BenchDatabase } from './bench-database';
import { JobRepository } from './job-repository';

/** What all jobs together tell: what was repaired on a chassis before, and what instruments read beside each other. */
@Injectable({ providedIn: 'root' })
export class JobHistory {
  private readonly db = inject(BenchDatabase);
  private readonly jobs = inject(JobRepository);

  /** Confirmed repairs by section on this card, from the tapes of finished jobs of other sets: the shop's own history. */
  history$(cardId: string, exceptJob: string): Observable<Record<string, number>> {
    return from(this.repairs(cardId, exceptJob)).pipe(map(({ sections }) => sections));
  }

  /** In how many finished jobs on this card each part was replaced. */
  partHistory$(cardId: string, exceptJob: string): Observable<{ jobs: number; replaced: Record<string, number> }> {
    return from(this.repairs(cardId, exceptJob)).pipe(map(({ jobs, parts }) => ({ jobs, replaced: parts })));
  }

  /** What was read by two named instruments, job by job. All tapes are gone through. */
  async doubleReadings(instruments: readonly Instrument[]): Promise<readonly (DoubleReading & { readonly job: number })[]> {
    const jobs = new Set<string>();
    await this.db.tape.filter((entry) => entry.kind === 'reading' && entry.named === true).each(({ jobId }) => jobs.add(jobId));
    const found: (DoubleReading & { readonly job: number })[] = [];
    for (const id of jobs) {
      const file = await this.jobs.file(id);
      if (!file) continue;
      const all = doubleReadings(file.card, standing(await this.jobs.tape(id)), instruments);
      found.push(...all.map((each) => ({ ...each, job: file.row.number })));
    }
    return found;
  }

  private repairs(
    cardId: string,
    exceptJob: string,
  ): Promise<{ jobs: number; sections: Record<string, number>; parts: Record<string, number> }> {
    return this.db.transaction('r', this.db.sets, this.db.jobs, this.db.tape, async () => {
      const sets = (await this.db.sets.toArray()).filter((s) => s.cardId === cardId).map((s) => s.id);
      const jobs = (await this.db.jobs.where('setId').anyOf(sets).toArray())
        .filter((j) => j.summary.finished && j.id !== exceptJob)
        .slice(-200);
      const sections: Record<string, number> = {};
      const parts: Record<string, number> = {};
      const count = (counts: Record<string, number>, names: readonly (string | undefined)[]): void => {
        for (const name of new Set(names)) if (name) counts[name] = (counts[name] ?? 0) + 1;
      };
      for (const job of jobs) {
        const fits = ofKind(standing(await this.jobs.tape(job.id)), 'fit');
        count(
          sections,
          fits.map((fit) => fit.section),
        );
        count(
          parts,
          fits.map((fit) => fit.designator),
        );
      }
      return { jobs: jobs.length, sections, parts };
    });
  }
}
