import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { switchMap } from 'rxjs';
import { fromStore } from '../storage/from-store';
import { JobRepository } from '../storage/job-repository';
import { pictureUrls } from './picture-urls';

/** The pictures of a job. */
@Component({
  selector: 'app-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (picture of shown(); track picture.id) {
        @if (urls()[picture.id]; as url) {
          <li>
            <figure>
              <img [src]="url" [alt]="picture.name" />
              <figcaption class="quiet">{{ picture.name }}</figcaption>
            </figure>
          </li>
        }
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
export class Pictures {
  readonly jobId = input.required<string>();
  /** Only these attachments; all of the job when left out. */
  readonly only = input<readonly string[]>();
  private readonly jobs = inject(JobRepository);
  private readonly rows = fromStore('the pictures', toObservable(this.jobId).pipe(switchMap((id) => this.jobs.pictures$(id))), []);
  protected readonly shown = computed(() => {
    const only = this.only();
    return this.rows().filter((row) => !only || only.includes(row.id));
  });
  protected readonly urls = pictureUrls(this.shown);
}
