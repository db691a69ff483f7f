import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { switchMap } from 'rxjs';
import { struckPictures } from '@amber-relay/core/job';
import { ofKind } from '@amber-relay/core/tape';
import type { ShownAs } from '@amber-relay/core/words';
import { pictureUrls } from '../../pictures/picture-urls';
import { fromStore } from '../../storage/from-store';
import { JobRepository } from '../../storage/job-repository';
import { Field } from '../../ui/field';
import { BenchPictures } from '../bench-pictures';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { HandBackViews } from './hand-back-views';

/** The pictures of the job, each put on the sheet or left off it. */
@Component({
  selector: 'app-pictures-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, HandBackViews],
  providers: [BenchPictures],
  template: `
    <header class="head">
      <h1>Pictures of the sheet</h1>
      <app-hand-back-views />
      <span class="grow"></span>
      <label class="chip"
        >Add a picture<input #file type="file" accept="image/*" (change)="add(file)" aria-label="Add a picture from a file"
      /></label>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Pictures">
      @if (trouble()) {
        <p class="attention" role="alert">{{ trouble() }}</p>
      }
      <ul>
        @for (picture of pictures(); track picture.id) {
          <li>
            <figure [attr.aria-label]="picture.name">
              @if (picture.url) {
                <img [src]="picture.url" [alt]="picture.name" />
              } @else {
                <p class="attention">The picture {{ picture.name }} is not here any more.</p>
              }
            </figure>
            <div class="acts" role="group" [attr.aria-label]="'Where ' + picture.name + ' stands'">
              @for (place of places; track place.as) {
                <button
                  class="chip"
                  [class.on]="picture.as === place.as"
                  [attr.aria-pressed]="picture.as === place.as"
                  (click)="put(picture.id, place.as)"
                >
                  {{ place.name }}
                </button>
              }
            </div>
            <app-field [label]="'Words beneath ' + picture.name" [unseen]="true">
              <input
                class="box"
                [name]="'caption-' + picture.id"
                [ngModel]="typed()[picture.id] ?? picture.caption"
                (ngModelChange)="type(picture.id, $event)"
                (change)="caption(picture.id)"
                placeholder="Words beneath it"
                autocomplete="off"
              />
            </app-field>
          </li>
        } @empty {
          <li class="none">No pictures yet. Those of Book in, First look and Take apart stand here; one can be added from a file.</li>
        }
      </ul>
    </div>
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
      gap: 18px 16px;
    }
    li {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .none {
      grid-column: 1 / -1;
    }
    figure {
      height: 200px;
      background: var(--mat-sys-surface-container);
    }
    img {
      width: 100%;
      height: 100%;
      object-fit: contain;
    }
    .on {
      background: var(--mat-sys-secondary-container);
      font-weight: 700;
    }
  `,
})
export class PicturesView {
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly jobs = inject(JobRepository);
  private readonly own = inject(BenchPictures);
  private readonly rows = fromStore('the pictures', toObservable(this.job.jobId).pipe(switchMap((id) => this.jobs.pictures$(id))), []);
  private readonly urls = pictureUrls(this.rows);
  protected readonly typed = signal<Readonly<Record<string, string>>>({});
  protected readonly trouble = signal('');
  protected readonly places: readonly { readonly as: ShownAs; readonly name: string }[] = [
    { as: 'not', name: 'Not on it' },
    { as: 'before', name: 'Before' },
    { as: 'after', name: 'After' },
    { as: 'beside', name: 'Beside' },
  ];
  private readonly latest = computed(() => new Map(ofKind(this.job.stood(), 'shown').map((entry) => [entry.attachment, entry])));
  protected readonly pictures = computed(() => {
    const struck = struckPictures(this.job.tape());
    return this.rows()
      .filter(({ id }) => !struck.has(id))
      .map(({ id, name }) => {
        const entry = this.latest().get(id);
        return { id, name, url: this.urls()[id], as: entry?.as ?? 'not', caption: entry?.caption ?? '' };
      });
  });

  protected type(id: string, text: string): void {
    this.typed.update((typed) => ({ ...typed, [id]: text }));
  }

  protected async put(id: string, as: ShownAs): Promise<void> {
    const entry = this.latest().get(id);
    const caption = (this.typed()[id] ?? entry?.caption ?? '').trim();
    if (entry?.as === as && caption === (entry.caption ?? '')) return;
    await this.writer.keep({ kind: 'shown', attachment: id, as, ...(caption ? { caption } : {}) });
  }

  /** Words that are typed go onto the sheet at once where the picture is on it, and with the picture where it is not yet. */
  protected async caption(id: string): Promise<void> {
    const as = this.latest().get(id)?.as ?? 'not';
    if (as !== 'not') await this.put(id, as);
  }

  protected async add(picker: HTMLInputElement): Promise<void> {
    this.trouble.set(await this.own.add(picker));
  }
}
