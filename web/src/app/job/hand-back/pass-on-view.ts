import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { nameless } from '@amber-relay/core/archive';
import { CoreError } from '@amber-relay/core/errors';
import { historyText, joinVisits, visitOf } from '@amber-relay/core/job';
import { entryTitle } from '@amber-relay/core/tape';
import { toDataURL } from 'qrcode';
import { firstValueFrom } from 'rxjs';
import { pictureUrls } from '../../pictures/picture-urls';
import { ArchiveService } from '../../storage/archive-service';
import { JobRepository } from '../../storage/job-repository';
import { Clock } from '../../ui/clock';
import { Field } from '../../ui/field';
import { saveFile } from '../../ui/save-file';
import { JobOnBench } from '../job-on-bench';
import { plainJpeg } from '../print/paper-images';
import { reportOf } from '../print/paper-of';
import { TapeWriter } from '../tape-writer';
import { HandBackViews } from './hand-back-views';

/** What else goes out: the history of the set as a code on a label, and the case without names, to ask others. */
@Component({
  selector: 'app-pass-on-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, HandBackViews, MatButton, MatIcon],
  templateUrl: './pass-on-view.html',
  styleUrls: ['../stages/stage.scss', './pass-on-view.scss'],
})
export class PassOnView {
  private readonly job = inject(JobOnBench);
  private readonly jobs = inject(JobRepository);
  private readonly archives = inject(ArchiveService);
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);

  /** What the label says: this job as it stands, those before it, and what a label told of others. */
  protected readonly label = resource({
    params: () => {
      const file = this.job.file();
      const shop = this.job.settings();
      return file && shop ? { file, shop, tape: this.job.tape() } : undefined;
    },
    loader: async ({ params: { file, shop, tape } }) => {
      const nowMs = this.clock.now().getTime();
      const rows = await firstValueFrom(this.jobs.visits$(file.set.id));
      const own = await Promise.all(
        rows.map(async ({ id }) => {
          if (id === file.row.id) return visitOf(reportOf(file, tape, shop, nowMs), tape);
          const other = await this.jobs.file(id);
          // What is still at some bench is no visit yet.
          if (!other?.row.summary.finished) return undefined;
          const theirs = await this.jobs.tape(id);
          return visitOf(reportOf(other, theirs, shop, nowMs), theirs);
        }),
      );
      const visits = joinVisits(
        own.flatMap((visit) => visit ?? []),
        file.set.visits ?? [],
      );
      const made = historyText(file.set, visits);
      return { ...made, set: file.set, code: await toDataURL(made.text, { margin: 2, width: 480, errorCorrectionLevel: 'M' }) };
    },
  });

  protected readonly more = signal('');
  private readonly jobId = computed(() => this.job.jobId());
  /** Pictures that are left here: a face, a plate or a call sign may be on them. */
  protected readonly leftHere = linkedSignal<string, ReadonlySet<string>>({ source: this.jobId, computation: () => new Set() });
  private readonly raw = resource({
    params: () => ({ id: this.job.jobId(), length: this.job.tape().length }),
    loader: ({ params }) => this.archives.jobToStrip(params.id),
  });
  protected readonly stripped = computed(() => {
    const archive = this.raw.hasValue() ? this.raw.value() : undefined;
    const shop = this.job.settings();
    if (!archive) return undefined;
    const { blobs: _, sheetBlobs: __, ...bare } = archive;
    const pictures = new Set(archive.attachments.flatMap(({ id }) => (this.leftHere().has(id) ? [] : [id])));
    const made = nameless(bare, {
      ...(shop ? { shop } : {}),
      more: this.more().split(/[,;\n]/),
      pictures,
      newId: () => crypto.randomUUID(),
    });
    return { ...made, from: archive, pictures: [...pictures] };
  });
  /** The case as others will read it. */
  protected readonly lines = computed(() => {
    const made = this.stripped();
    return made ? [made.archive.job.complaint, ...made.archive.tape.map((entry) => entryTitle(entry, this.job.card()))] : [];
  });
  protected readonly pictures = computed(() => {
    const archive = this.raw.hasValue() ? this.raw.value() : undefined;
    return archive ? archive.attachments.map(({ id, name, type }) => ({ id, name, type, bytes: archive.blobs[id] })) : [];
  });
  protected readonly urls = pictureUrls(this.pictures);
  protected readonly busy = signal(false);
  protected readonly failed = signal('');

  protected toggle(id: string): void {
    this.leftHere.update((left) => {
      const next = new Set(left);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected print(): void {
    window.print();
  }

  protected async save(): Promise<void> {
    const made = this.stripped();
    if (!made) return;
    this.busy.set(true);
    this.failed.set('');
    try {
      await this.writer.settled();
      const blobs: Record<string, Uint8Array> = {};
      const attachments = await Promise.all(
        made.archive.attachments.map(async (picture, k) => {
          const id = made.pictures[k] ?? '';
          const type = made.from.attachments.find((one) => one.id === id)?.type ?? 'image/jpeg';
          const bytes = made.from.blobs[id];
          if (!bytes) return [];
          // Drawn anew: nothing that a camera wrote beside it goes along.
          const jpeg = new Uint8Array(await (await plainJpeg(bytes, type)).arrayBuffer());
          blobs[picture.id] = jpeg;
          return [{ ...picture, type: 'image/jpeg', size: jpeg.length }];
        }),
      );
      const { name, zip } = await this.archives.packCase({ ...made.archive, attachments: attachments.flat(), blobs, sheetBlobs: {} });
      saveFile(name, zip);
    } catch (error) {
      this.failed.set(`The case could not be made. ${error instanceof CoreError ? `${error.message} ${error.remedy}` : 'Try again.'}`);
    } finally {
      this.busy.set(false);
    }
  }
}
