import { computed, inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Lesson } from '@amber-relay/core/card';
import { dayOf } from '@amber-relay/core/line';
import type { TapeBody, TapeEntry } from '@amber-relay/core/tape';
import { JobRepository, type Photo } from '../storage/job-repository';
import { ShopChanges } from '../storage/shop-changes';
import { notKeptText, wasTold } from '../storage/write-gate';
import { BENCH_ANSWERS } from '../bench/bench-answers';
import { Clock } from '../ui/clock';
import { JobOnBench } from './job-on-bench';

/** Whether an entry may be one of several that one press made, and the tape shows as one. */
export const isWholesale = ({ kind }: TapeEntry): boolean => kind === 'listed' || kind === 'fit';

/** The acts that add to the tape of the job on the bench, each with its way back; what is refused is said once. */
@Injectable()
export class TapeWriter {
  private readonly job = inject(JobOnBench);
  private readonly jobs = inject(JobRepository);
  private readonly changes = inject(ShopChanges);
  private readonly snack = inject(MatSnackBar);
  private readonly clock = inject(Clock);
  private readonly by = computed(() => this.job.settings()?.technician ?? 'Bench');
  private readonly answers = inject(BENCH_ANSWERS);
  private readonly underWay = new Set<Promise<unknown>>();

  /** Writes an entry; when the promise is kept it is on the disk. */
  async keep(body: TapeBody): Promise<TapeEntry | undefined> {
    return (await this.keepAll([body]))?.[0];
  }

  /** Keeps several entries in order: all of them or none. */
  keepAll(bodies: readonly TapeBody[]): Promise<readonly TapeEntry[] | undefined> {
    return this.kept(() => this.jobs.appendAll(this.job.jobId(), bodies, this.by())).then(async (entries) => {
      if (entries) await this.answers?.kept(bodies);
      return entries;
    });
  }

  /** Keeps a picture with its entry, and what else belongs to it: all of it or nothing. */
  async keepPicture(photo: Photo, of: { designator?: string; section?: string } = {}, beside: readonly TapeBody[] = []): Promise<boolean> {
    return (await this.kept(() => this.jobs.addPhoto(this.job.jobId(), photo, this.by(), of, beside).then(() => true))) ?? false;
  }

  /** Keeps an entry that is of a picture, with the picture: both or neither. */
  async keepWithPicture(photo: Photo, body: (attachment: string) => TapeBody): Promise<boolean> {
    return (await this.kept(() => this.jobs.appendWithPicture(this.job.jobId(), photo, body, this.by()).then(() => true))) ?? false;
  }

  /** Resolves when all that was entered up to now is on the disk, or was refused: what goes out must hold it. */
  async settled(): Promise<void> {
    await Promise.all(this.underWay);
  }

  /** Does a write; where it is refused, says so once, and gives undefined. */
  private async kept<T>(act: () => Promise<T>): Promise<T | undefined> {
    const write = this.saying(act);
    this.underWay.add(write);
    return write.finally(() => this.underWay.delete(write));
  }

  private async saying<T>(act: () => Promise<T>): Promise<T | undefined> {
    try {
      return await act();
    } catch (error) {
      if (!wasTold(error)) this.snack.open(notKeptText(error), 'Close');
      return undefined;
    }
  }

  /** Puts what was learned into the card of the chassis; the way back is offered. */
  async teach(lesson: Lesson): Promise<void> {
    const id = this.job.card()?.id;
    const job = this.job.file()?.row.number;
    const at = { on: dayOf(this.clock.now()), ...(job === undefined ? {} : { job }) };
    const done = id ? await this.changes.teachCard(id, lesson, at) : undefined;
    if (!done) return void this.snack.open('The card has no such place, so nothing was changed.', 'Close');
    this.snack
      .open(`In the card of ${done.now.chassis} now.`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.changes.saveCard(done.was));
  }

  /** Marks an earlier entry as doubted, so that it counts half, or as trusted again. */
  doubt(entry: string, doubtful: boolean): Promise<unknown> {
    return this.keep({ kind: 'doubt', entry, doubtful });
  }

  /** Strikes an entry with a reason; the way back is offered. */
  async strike(entry: TapeEntry, reason: string): Promise<boolean> {
    const strike = await this.keep({ kind: 'strike', entry: entry.id, reason });
    if (!strike) return false;
    this.snack
      .open(`Struck: ${reason}`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.bringBack(entry));
    return true;
  }

  /** Brings a struck entry back, whoever struck it and however often. */
  bringBack(entry: TapeEntry): Promise<unknown> {
    return this.kept(() => this.jobs.bringBack(this.job.jobId(), entry.id, this.by()));
  }

  /** Takes back the last thing entered: the newest entry that still stands is struck; of parts that were listed or fitted by one press, all. */
  async undo(): Promise<void> {
    const stand = this.job.lines().filter((line) => !line.struckBy && line.entry.kind !== 'strike');
    const last = stand.at(-1);
    if (last?.entry.kind === 'correction')
      return void this.snack.open('The last entry is a correction: correct it once more, in Book in.', 'Close');
    const together = last
      ? stand.filter(
          ({ entry }) =>
            entry.id === last.entry.id || (isWholesale(last.entry) && entry.kind === last.entry.kind && entry.at === last.entry.at),
        )
      : [];
    if (together.length) await this.keepAll(together.map(({ entry }) => ({ kind: 'strike', entry: entry.id, reason: 'undone' })));
  }
}
