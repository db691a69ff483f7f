import { computed, inject, Injectable } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { struckPictures } from '@amber-relay/core/job';
import { switchMap } from 'rxjs';
import { readPhoto } from '../book-in/read-photo';
import { fromStore } from '../storage/from-store';
import { JobRepository } from '../storage/job-repository';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';

/** The pictures of the job on the bench that were not struck and are still here, and how one more comes in. */
@Injectable()
export class BenchPictures {
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly jobs = inject(JobRepository);
  private readonly rows = fromStore('the pictures', toObservable(this.job.jobId).pipe(switchMap((id) => this.jobs.pictures$(id))), []);
  readonly here = computed(() => {
    const struck = struckPictures(this.job.tape());
    return this.rows().flatMap(({ id, name, type, bytes }) => (bytes && !struck.has(id) ? [{ id, name, type, bytes }] : []));
  });

  /** Takes a picture from a file onto the tape; why it cannot, or nothing where it could. */
  async add(picker: HTMLInputElement): Promise<string> {
    const [file] = picker.files ?? [];
    picker.value = '';
    if (!file) return '';
    const read = await readPhoto(file);
    if (typeof read === 'string') return read;
    await this.writer.keepPicture(read);
    return '';
  }
}
