import { inject, Injectable } from '@angular/core';
import { bookedTexts, corrected, personSchema, wishSchema, type ShopSettings, type Wish } from '@amber-relay/core/job';
import { BenchDatabase } from './bench-database';
import { JobRepository } from './job-repository';
import type { JobLine } from './job-list';
import { newShopSettings } from './new-shop-settings';

/** What is kept of the plan of the day: who is at the bench when, what was wished of a job, and the date of one that is promised anew. */
@Injectable({ providedIn: 'root' })
export class DayRepository {
  private readonly db = inject(BenchDatabase);
  private readonly jobs = inject(JobRepository);

  /**
   * Keeps what is wished of a job in place of what was; undefined takes it back. Wishes of jobs that are handed back go with it.
   * @returns what was wished before, for the way back
   */
  async wish(jobId: string, wish: Omit<Wish, 'jobId' | 'at'> | undefined, at: Date): Promise<Wish | undefined> {
    const { db } = this;
    return db.write([db.settings, db.jobs], async () => {
      const settings = (await db.settings.get('shop')) ?? newShopSettings;
      const wishes = settings.wishes ?? [];
      const rows = await db.jobs.bulkGet(wishes.map((each) => each.jobId));
      const kept = wishes.filter((each, i) => each.jobId !== jobId && rows[i]?.summary.finished === false);
      if (wish) kept.push(wishSchema.parse({ ...wish, jobId, at: at.toISOString() }));
      await db.settings.put({ ...settings, wishes: kept });
      return wishes.find((each) => each.jobId === jobId);
    });
  }

  /** Keeps who works at the bench, and when. */
  async savePeople(people: NonNullable<ShopSettings['people']>): Promise<void> {
    const { db } = this;
    const checked = people.map((person) => personSchema.parse(person));
    await db.write([db.settings], async () => {
      const settings = (await db.settings.get('shop')) ?? newShopSettings;
      await db.settings.put({ ...settings, people: checked });
    });
  }

  /** Promises a job for another day; what was promised before stays on its tape. */
  async promise({ row, set, customer }: JobLine, day: string, by: string): Promise<void> {
    if (!set || !customer) return;
    const { summary: _summary, ...job } = row;
    const booked = { job, set, customer };
    const now = corrected(booked, { ...bookedTexts(booked), promisedOn: day });
    await this.jobs.appendAll(row.id, now.entries, by, new Date(), [], now);
  }
}
