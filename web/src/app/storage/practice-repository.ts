import { inject, Injectable } from '@angular/core';
import type { Card } from '@amber-relay/core/card';
import type { Instrument } from '@amber-relay/core/measure';
import type { Lesson, Practice } from '@amber-relay/core/practice';
import type { Observable } from 'rxjs';
import { BenchDatabase } from './bench-database';
import { live } from './live';

/** What the shop keeps of practice: cases that were played, and lessons. */
@Injectable({ providedIn: 'root' })
export class PracticeRepository {
  private readonly db = inject(BenchDatabase);
  /** Newest first. */
  readonly cases$: Observable<Practice[]> = live(async () =>
    (await this.db.practice.toArray()).sort((a, b) => b.beganAt.localeCompare(a.beganAt)),
  );
  readonly lessons$: Observable<Lesson[]> = live(() => this.db.lessons.toArray());

  case(id: string): Promise<Practice | undefined> {
    return this.db.practice.get(id);
  }
  case$(id: string): Observable<Practice | null> {
    return live(async () => (await this.db.practice.get(id)) ?? null);
  }
  lesson(id: string): Promise<Lesson | undefined> {
    return this.db.lessons.get(id);
  }
  cards(): Promise<Card[]> {
    return this.db.cards.toArray();
  }

  /** The card of the set of a job, as it was when the case was begun. */
  async cardOfJob(id: string): Promise<Card | undefined> {
    const job = await this.db.jobs.get(id);
    const set = job && (await this.db.sets.get(job.setId));
    return set?.cardId === undefined ? undefined : this.db.cards.get(set.cardId);
  }
  /** Puts instruments on a bench that has none. */
  async equip(instruments: readonly Instrument[]): Promise<void> {
    if ((await this.db.instruments.count()) === 0)
      await this.db.write([this.db.instruments], () => this.db.instruments.bulkPut(instruments));
  }

  async keep(row: Practice): Promise<void> {
    await this.db.write([this.db.practice], () => this.db.practice.put(row));
  }
  async keepLesson(lesson: Lesson): Promise<void> {
    await this.db.write([this.db.lessons], () => this.db.lessons.put(lesson));
  }
  async dropLesson({ id }: Lesson): Promise<void> {
    await this.db.write([this.db.lessons], () => this.db.lessons.delete(id));
  }
}
