import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import type { ListedPart } from '@amber-relay/core/job';
import { Field } from '../../ui/field';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';

const ways = [
  { key: 'ArrowLeft', word: 'left', sign: '←' },
  { key: 'ArrowUp', word: 'up', sign: '↑' },
  { key: 'ArrowDown', word: 'down', sign: '↓' },
  { key: 'ArrowRight', word: 'right', sign: '→' },
] as const;

/** What of a part is looked for, to say how it stands. */
const markOf = ({ designator }: ListedPart): { readonly word: string; readonly asks: string } =>
  /^C/.test(designator)
    ? { word: '+', asks: 'Where is its plus?' }
    : /^(?:D|ZD|LED)/.test(designator)
      ? { word: 'band', asks: 'Where is its band?' }
      : { word: 'pin 1', asks: 'Where is its first pin?' };

/** How the old parts stand, asked one after the other before they come out: one press a part, by arrow keys or by touch. */
@Component({
  selector: 'app-stands-walk',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    @if (now(); as part) {
      <div class="walk" tabindex="0" #stage role="group" aria-label="How the old parts stand" (keydown)="press($event)">
        <p class="quiet">
          {{ left() }} still to be noted. Hold the board as on the sheet, and keep it so: the new ones are held against this.
        </p>
        <p class="asked">
          <span class="fig">{{ part.designator }}</span> <span class="grow">{{ part.old || part.value }}</span>
          <b>{{ mark().asks }}</b>
        </p>
        <div class="acts">
          @for (way of ways; track way.word) {
            <button
              mat-stroked-button
              class="way"
              (click)="note(mark().word + ' ' + way.word)"
              [attr.aria-label]="mark().word + ' ' + way.word"
            >
              {{ way.sign }} {{ way.word }}
            </button>
          }
          <form class="other" (ngSubmit)="note(other())">
            <app-field label="Or in words" [unseen]="true">
              <input
                class="box"
                name="other"
                [ngModel]="other()"
                (ngModelChange)="other.set($event)"
                placeholder="plus to R4"
                autocomplete="off"
              />
            </app-field>
            <button mat-button type="submit" [disabled]="!other().trim()">Note it</button>
          </form>
          <button mat-button (click)="skip(part)">Pass over</button>
          <button mat-button (click)="closed.emit()">Leave</button>
        </div>
      </div>
    }
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    :host {
      height: auto;
    }
    .walk {
      display: grid;
      gap: 10px;
      padding: 12px;
      background: var(--mat-sys-surface-container);
    }
    .asked {
      display: flex;
      align-items: baseline;
      gap: 12px;
      font-size: 20px;
    }
    .asked .fig {
      font-size: 28px;
    }
    .way {
      min-width: 96px;
      min-height: 48px;
      font-size: 18px;
    }
    .other {
      display: flex;
      gap: 6px;
      align-items: center;
    }
    p {
      margin: 0;
    }
  `,
})
export class StandsWalk {
  readonly closed = output();
  private readonly list = inject(ListOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly stage = viewChild<ElementRef<HTMLElement>>('stage');
  protected readonly ways = ways;
  protected readonly other = signal('');
  private readonly passed = signal<ReadonlySet<string>>(new Set());
  private readonly open = computed(() => this.list.toNote().filter(({ designator }) => !this.passed().has(designator)));
  protected readonly now = computed(() => this.open()[0]);
  protected readonly left = computed(() => this.list.toNote().length);
  protected readonly mark = computed(() => markOf(this.now() ?? ({ designator: '' } as ListedPart)));
  /** While one is being kept, the next is not asked for by the same press. */
  private keeping = false;

  constructor() {
    effect(() => {
      const stage = this.stage()?.nativeElement;
      if (stage && !stage.contains(document.activeElement)) untracked(() => stage.focus());
    });
    effect(() => {
      if (!this.now()) untracked(() => this.closed.emit());
    });
  }

  protected press(event: KeyboardEvent): void {
    if (event.target instanceof HTMLInputElement) return;
    const way = ways.find(({ key }) => key === event.key);
    if (!way) return;
    event.preventDefault();
    void this.note(`${this.mark().word} ${way.word}`);
  }

  protected async note(stands: string): Promise<void> {
    const part = this.now();
    const said = stands.trim();
    if (!part || !said || this.keeping) return;
    this.keeping = true;
    try {
      if (await this.writer.keep(this.list.of(part.designator, { stands: said }))) this.other.set('');
    } finally {
      this.keeping = false;
    }
  }

  protected skip({ designator }: ListedPart): void {
    this.passed.update((passed) => new Set([...passed, designator]));
  }
}
