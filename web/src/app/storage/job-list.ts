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
  /** The list as it was read last, and after which write. */
  private read: { readonly n: number; readonly lines: JobLine[] } | undefined;

  /** All jobs, newest first, with their set and owner. As long as nothing has been written they are not read again. */
  lines$(): Observable<JobLine[]> {
    return live(async () => {
      const n = (await this.db.writes.get('last'))?.n ?? 0;
      if (this.read?.n === n) return this.read.lines;
      const [rows, sets, customers] = await Promise.all([
        // All at once: in the order of an index and backwards, a store gives one row at a time.
        this.db.jobs.toArray(),
        this.db.sets.toArray(),
        this.db.customers.toArray(),
      ]);
      const setOf = new Map(sets.map((s) => [s.id, s]));
      const customerOf = new Map(customers.map((c) => [c.id, c]));
      const lines = rows
        .sort((a, b) => b.number - a.number)
        .map((row) => ({ row, set: setOf.get(row.setId), customer: customerOf.get(row.customerId) }));
      this.read = { n, lines };
      return lines;
    });
  }
}
