import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { switchMap } from 'rxjs';
import { fromStore } from '../storage/from-store';
import { JobRepository } from '../storage/job-repository';

/** The pictures of a job. */
@Component({
  selector: 'app-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (picture of shown(); track picture.id) {
        <li>
          <figure>
            <img [src]="picture.url" [alt]="picture.name" />
            <figcaption class="quiet">{{ picture.name }}</figcaption>
          </figure>
        </li>
      } @empty {
        <li class="quiet">No pictures yet.</li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
    img {
      height: 120px;
      max-width: 240px;
      object-fit: cover;
      display: block;
    }
  `,
})
export class Pictures implements OnDestroy {
  readonly jobId = input.required<string>();
  /** Only these attachments; all of the job when left out. */
  readonly only = input<readonly string[]>();
  private readonly jobs = inject(JobRepository);
  private readonly rows = fromStore('the pictures', toObservable(this.jobId).pipe(switchMap((id) => this.jobs.pictures$(id))), []);
  protected readonly shown = signal<readonly { id: string; name: string; url: string }[]>([]);

  constructor() {
    effect(() => {
      const only = this.only();
      const rows = this.rows().filter((row) => !only || only.includes(row.id));
      untracked(() => this.release());
      this.shown.set(
        rows.flatMap(({ id, name, type, bytes }) =>
          bytes ? [{ id, name, url: URL.createObjectURL(new Blob([bytes as BlobPart], { type })) }] : [],
        ),
      );
    });
  }

  ngOnDestroy(): void {
    this.release();
  }

  private release(): void {
    for (const { url } of this.shown()) URL.revokeObjectURL(url);
  }
}
