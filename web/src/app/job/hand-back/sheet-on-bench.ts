import { computed, inject, Injectable, resource } from '@angular/core';
import { sheetPictures, type Report } from '@amber-relay/core/job';
import { handBackPaper, type Paper } from '@amber-relay/core/paper';
import type { TapeEntry } from '@amber-relay/core/tape';
import { JobRepository } from '../../storage/job-repository';
import { Clock } from '../../ui/clock';
import { JobOnBench } from '../job-on-bench';
import { paperImages } from '../print/paper-images';
import { reportOf } from '../print/paper-of';
import { TapeWriter } from '../tape-writer';

/** The hand-back sheet of the job on the bench: as it stands this minute, and as it is made to be given away. */
@Injectable()
export class SheetOnBench {
  private readonly job = inject(JobOnBench);
  private readonly jobs = inject(JobRepository);
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);
  /** The price follows labour that runs. */
  readonly report = computed(() => this.reportAt(this.clock.minute()));
  readonly paper = computed(() => {
    const report = this.report();
    return report && handBackPaper(report);
  });
  private readonly chosen = computed(() => sheetPictures(this.job.tape()).map(({ id }) => id), {
    equal: (a, b) => a.join() === b.join(),
  });
  private readonly loaded = resource({ params: () => this.chosen(), loader: ({ params }) => this.imagesOf(params) });
  /** Addresses of the pictures that are on it, by their id. */
  readonly images = computed(() => (this.loaded.hasValue() ? this.loaded.value() : {}));

  reportAt(nowMs: number, tape: readonly TapeEntry[] = this.job.tape()): Report | null {
    const file = this.job.file();
    const shop = this.job.settings();
    return file && shop ? reportOf(file, tape, shop, nowMs) : null;
  }

  /** The sheet with its pictures as the store has it now: what was entered a moment ago is on it, though the screen has not read it again. */
  async made(): Promise<{ readonly paper: Paper; readonly number: number; readonly images: Readonly<Record<string, string>> } | null> {
    await this.writer.settled();
    const tape = await this.jobs.tape(this.job.jobId());
    const report = this.reportAt(this.clock.now().getTime(), tape);
    if (!report) return null;
    return {
      paper: handBackPaper(report),
      number: report.job.number,
      images: await this.imagesOf(report.pictures.map(({ id }) => id)),
    };
  }

  private async imagesOf(ids: readonly string[]): Promise<Readonly<Record<string, string>>> {
    return ids.length ? paperImages(await this.jobs.picturesById(ids)) : {};
  }
}
