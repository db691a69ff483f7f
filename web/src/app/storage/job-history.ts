import { inject, Injectable } from '@angular/core';
import { doubleReadings, type DoubleReading } from '@amber-relay/core/job';
import type { Instrument } from '@amber-relay/core/measure';
import { plainName } from '@amber-relay/core/line';
import type { SubstituteKept, UsedBefore } from '@amber-relay/core/parts';
import { ofKind, standing, type EntryOf, type TapeEntry } from '@amber-relay/core/tape';
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

  /** All comparisons of parts that were kept, with their jobs, the oldest first. */
  async substitutes(): Promise<readonly SubstituteKept[]> {
    const entries = (await this.db.tape.filter(({ kind }) => kind === 'substitute').toArray()) as EntryOf<'substitute'>[];
    const stood = await this.standingOf(entries);
    const jobs = await this.db.jobs.bulkGet(stood.map(({ jobId }) => jobId));
    return stood.flatMap((entry, k) => {
      const job = jobs[k]?.number;
      return job === undefined ? [] : [{ entry, job }];
    });
  }

  /** Each time that one part was put in the place of another, and how it went: whether the set came back for the same place. */
  async usedBefore(original: string, candidate: string, exceptJob: string): Promise<readonly UsedBefore[]> {
    const [was, is] = [plainName(original), plainName(candidate)];
    if (!was || !is) return [];
    const fits = (await this.db.tape.filter(({ kind }) => kind === 'fit').toArray()) as EntryOf<'fit'>[];
    const stood = await this.standingOf(fits);
    const jobs = new Map(
      (await this.db.jobs.bulkGet([...new Set(stood.map(({ jobId }) => jobId))])).flatMap((job) => (job ? [[job.id, job]] : [])),
    );
    return stood.flatMap((fit) => {
      const job = jobs.get(fit.jobId);
      if (!job || job.id === exceptJob || plainName(fit.oldPart) !== was || plainName(fit.newPart) !== is) return [];
      const again = stood.some((other) => {
        const later = jobs.get(other.jobId);
        return later && later.setId === job.setId && later.number > job.number && other.designator === fit.designator;
      });
      return [
        {
          job: job.number,
          designator: fit.designator,
          on: fit.at.slice(0, 10),
          went: again ? ('came-back' as const) : job.summary.finished ? ('held' as const) : ('in-hand' as const),
        },
      ];
    });
  }

  /** Those of some entries that stand: none that was struck. */
  private async standingOf<T extends TapeEntry>(entries: readonly T[]): Promise<readonly T[]> {
    const found: T[] = [];
    const ids = new Set(entries.map(({ id }) => id));
    for (const jobId of new Set(entries.map((entry) => entry.jobId)))
      found.push(...(standing(await this.jobs.tape(jobId)).filter(({ id }) => ids.has(id)) as T[]));
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
