import { inject, Injectable } from '@angular/core';
import type { Customer, RadioSet } from '@amber-relay/core/job';
import type { Observable } from 'rxjs';
import { BenchDatabase, type JobRow } from './bench-database';
import { live } from './live';

/** What lists need of a job. */
export interface JobLine {
  readonly row: JobRow;
  readonly set: RadioSet | undefined;
  readonly customer: Customer | undefined;
}

/** All jobs as lists show them. It only reads, and so needs none of the checks that writing loads. */
@Injectable({ providedIn: 'root' })
export class JobList {
  private readonly db = inject(BenchDatabase);

  /** All jobs, newest first, with their set and owner. */
  lines$(): Observable<JobLine[]> {
    return live(async () => {
      const [rows, sets, customers] = await Promise.all([
        // All at once: in the order of an index and backwards, a store gives one row at a time.
        this.db.jobs.toArray(),
        this.db.sets.toArray(),
        this.db.customers.toArray(),
      ]);
      const setOf = new Map(sets.map((s) => [s.id, s]));
      const customerOf = new Map(customers.map((c) => [c.id, c]));
      return rows
        .sort((a, b) => b.number - a.number)
        .map((row) => ({ row, set: setOf.get(row.setId), customer: customerOf.get(row.customerId) }));
    });
  }
}
