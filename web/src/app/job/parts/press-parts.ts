import { ChangeDetectionStrategy, Component, computed, inject, output, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { nextName } from '@amber-relay/core/sheets';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Field } from '../../ui/field';
import { SpottedPicture, type Spot } from '../apart/spotted-picture';
import { BenchPictures } from '../bench-pictures';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';
import { PressDraft } from './press-draft';

const isName = (text: string): boolean => /^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(text);

/** Puts parts on the list by pressing them on a picture of the board; with its scale, crowded ones are held against each other. */
@Component({
  selector: 'app-press-parts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MatButton, SpottedPicture],
  providers: [BenchPictures],
  template: `
    <form (ngSubmit)="keep()" aria-label="Parts on a picture">
      <div class="acts">
        @if (pictures().length) {
          <app-field label="Picture"
            ><select class="box" name="picture" [ngModel]="picture()?.id" (ngModelChange)="choose($event)">
              @for (one of pictures(); track one.id) {
                <option [value]="one.id">{{ one.name }}</option>
              }
            </select></app-field
          >
        }
        <label class="chip"
          >Add a picture<input #file type="file" accept="image/*" (change)="add(file)" aria-label="Add a picture of the board"
        /></label>
      </div>
      @if (picture(); as of) {
        <div class="acts">
          <app-choice label="What is pressed" [options]="whats" [(value)]="what" />
          @if (what() === 'part') {
            <app-field label="Next part" [refusal]="refusal()"
              ><input
                class="box fig few"
                name="next"
                [ngModel]="draft.choice().next"
                (ngModelChange)="set({ next: $event })"
                autocomplete="off"
            /></app-field>
          } @else {
            <app-field label="How far apart, mm" [refusal]="wrongScale()"
              ><input
                class="box fig few"
                name="apart"
                inputmode="decimal"
                [ngModel]="draft.choice().apart"
                (ngModelChange)="set({ apart: $event })"
                autocomplete="off"
            /></app-field>
          }
        </div>
        <p class="quiet">{{ hint() }}</p>
        <app-spotted-picture
          [bytes]="of.bytes"
          [type]="of.type"
          [name]="'Board: ' + of.name"
          [spots]="spots()"
          [settable]="shape.hasValue()"
          [hint]="what() === 'part' ? 'Where ' + draft.choice().next + ' is' : 'One end of the known distance'"
          (spotted)="press($event)"
          (spotPressed)="unpress($event)"
        />
        @if (shape.error()) {
          <p class="attention" role="alert">This picture cannot be read: it may be damaged. Choose another.</p>
        }
        <p>{{ names() }}</p>
      } @else {
        <p class="quiet">Add a picture of the board, taken straight from above.</p>
      }
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!draft.choice().parts.length">
          Put {{ draft.choice().parts.length }} {{ draft.choice().parts.length === 1 ? 'part' : 'parts' }} on the list
        </button>
        <button mat-button type="button" (click)="closed.emit()">Leave</button>
      </div>
    </form>
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    :host {
      height: auto;
    }
    form {
      display: grid;
      gap: 10px;
      padding: 12px;
      background: var(--mat-sys-surface-container);
    }
    .acts {
      align-items: end;
    }
    .few {
      width: 110px;
    }
    p {
      margin: 0;
    }
  `,
})
export class PressParts {
  readonly closed = output();
  protected readonly draft = inject(PressDraft);
  private readonly list = inject(ListOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly own = inject(BenchPictures);
  protected readonly pictures = this.own.here;
  protected readonly picture = computed(() => {
    const all = this.pictures();
    return all.find(({ id }) => id === this.draft.choice().picture) ?? all.at(-1);
  });
  protected readonly whats: readonly ChoiceOption<'part' | 'scale'>[] = [
    { value: 'part', name: 'Parts' },
    { value: 'scale', name: 'A known distance' },
  ];
  protected readonly what = signal<'part' | 'scale'>('part');
  protected readonly refusal = signal('');
  /** Height over width of the picture that is shown: places are shares of its width. */
  protected readonly shape = resource({ params: () => this.picture(), loader: ({ params }) => shapeOf(params) });

  /** How wide what the picture shows is, in metres, by the distance that was typed. */
  private readonly acrossM = computed(() => {
    const { ends, apart } = this.draft.choice();
    const [a, b] = ends;
    const mm = Number(apart.replace(',', '.').replace(/\s*mm$/i, ''));
    if (!a || !b || !(mm > 0)) return undefined;
    const share = Math.hypot(a.x - b.x, a.y - b.y);
    const across = mm / 1000 / share;
    return share > 0.02 && across < 10 ? across : undefined;
  });
  protected readonly wrongScale = computed(() => {
    const { apart, ends } = this.draft.choice();
    if (!apart.trim() || ends.length < 2 || this.acrossM() !== undefined) return '';
    return `"${apart}" mm between those two is not possible: write it like 52, and press two places that lie well apart.`;
  });
  protected readonly hint = computed(() => {
    if (this.what() === 'part')
      return 'Press each part; its name counts on. What is on the list already gets its place. Press a sign to take it off.';
    return this.draft.choice().ends.length < 2
      ? 'Press two places whose distance you can measure, such as two screws. Crowded parts are then held against each other.'
      : this.acrossM() === undefined
        ? 'Type how far apart these two are.'
        : `The picture is ${Math.round((this.acrossM() ?? 0) * 1000)} mm wide.`;
  });
  protected readonly spots = computed((): readonly Spot[] => {
    const { parts, ends } = this.draft.choice();
    const shape = this.shape.hasValue() ? this.shape.value() : 1;
    const share = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x, y: y / shape });
    return [
      ...parts.map((part) => ({ ...share(part), sign: part.designator, label: `${part.designator}, take it off the picture` })),
      ...ends.map((end, k) => ({ ...share(end), sign: '↔', label: `End ${k + 1} of the known distance, take it off` })),
    ];
  });
  protected readonly names = computed(() =>
    this.draft
      .choice()
      .parts.map(({ designator }) => designator)
      .join(', '),
  );

  protected set(more: Partial<ReturnType<PressDraft['choice']>>): void {
    this.refusal.set('');
    this.draft.choice.update((choice) => ({ ...choice, ...more }));
  }

  protected choose(picture: string): void {
    this.draft.clear();
    this.set({ picture });
  }

  protected press(at: { readonly x: number; readonly y: number }): void {
    const shape = this.shape.hasValue() ? this.shape.value() : 1;
    const place = { x: at.x, y: Math.round(at.y * shape * 1e4) / 1e4 };
    const { next, parts, ends } = this.draft.choice();
    if (this.what() === 'scale') return this.set({ ends: [...ends, place].slice(-2) });
    const designator = next.trim().toUpperCase();
    if (!isName(designator)) return this.refusal.set(`"${next}" is no part. Write it like C12 or IC3.`);
    this.set({ parts: [...parts.filter((part) => part.designator !== designator), { designator, ...place }], next: nextName(designator) });
  }

  protected unpress(index: number): void {
    const { parts, ends } = this.draft.choice();
    if (index < parts.length) this.set({ parts: parts.filter((_, k) => k !== index) });
    else this.set({ ends: ends.filter((_, k) => k !== index - parts.length) });
  }

  protected async keep(): Promise<void> {
    const [of, acrossM] = [this.picture(), this.acrossM()];
    if (!of) return;
    const bodies = this.draft
      .choice()
      .parts.map(({ designator, x, y }) =>
        this.list.of(designator, { attachment: of.id, spot: { x, y, ...(acrossM === undefined ? {} : { acrossM }) } }),
      );
    if (!bodies.length || !(await this.writer.keepAll(bodies))) return;
    this.draft.clear();
    this.closed.emit();
  }

  protected async add(picker: HTMLInputElement): Promise<void> {
    this.refusal.set(await this.own.add(picker));
  }
}

/** Height over width of a picture as it stands upright. */
async function shapeOf({ bytes, type }: { readonly bytes: Uint8Array; readonly type: string }): Promise<number> {
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type }), { imageOrientation: 'from-image' });
  const shape = bitmap.height / bitmap.width;
  bitmap.close();
  return shape;
}
