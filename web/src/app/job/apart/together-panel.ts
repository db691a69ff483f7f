import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { stillOff, type ApartStep } from '@amber-relay/core/job';
import { fastenedText, type TapeBody } from '@amber-relay/core/tape';
import { fastenerNames } from '@amber-relay/core/words';
import { TapeWriter } from '../tape-writer';
import { putOf } from './apart-draft';
import { fastenerSpots } from './fastener-marks';
import { SpottedPicture } from './spotted-picture';

interface Picture {
  readonly bytes: Uint8Array;
  readonly type: string;
  readonly name: string;
}

/** The steps backwards: what goes back next, what is put in again of what was loosened, and what has to be renewed. */
@Component({
  selector: 'app-together-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButton, MatCheckbox, SpottedPicture],
  template: `
    @if (next(); as step) {
      <div class="work">
        @if (picture(); as of) {
          <div>
            <app-spotted-picture
              [bytes]="of.bytes"
              [type]="of.type"
              [name]="'How it was: ' + step.entry.what"
              [spots]="spots(step.entry.spots ?? [])"
              [done]="pressed()"
              (spotPressed)="press($event)"
            />
            @if (step.entry.spots?.length) {
              <p class="quiet">Press each as it goes in. Left alone, all of them are.</p>
            }
          </div>
        }
        <form class="stack" (ngSubmit)="keep(step)" aria-label="Back on">
          <h2>
            Back on: {{ step.entry.what }} <small>{{ left() }}</small>
          </h2>
          @if (step.entry.note; as note) {
            <p class="note">{{ note }}</p>
          }
          @for (piece of pieces(); track $index; let k = $index) {
            <label class="piece"
              ><input
                class="box fig"
                type="number"
                min="0"
                [max]="999"
                [name]="'piece-' + k"
                [ngModel]="piece.count"
                (ngModelChange)="say(k, $event)"
                [attr.aria-label]="'How many ' + piece.name + ' go in'"
              /><span>of {{ piece.text }}</span></label
            >
          }
          @for (each of step.entry.renew ?? []; track each) {
            <mat-checkbox [checked]="renewed().has(each)" (change)="renew(each, $event.checked)">{{ each }} renewed</mat-checkbox>
          }
          @if (short(); as text) {
            <p class="wrong" role="status">Left over: {{ text }}</p>
          }
          <div class="acts">
            <button mat-flat-button type="submit">Back on</button>
          </div>
        </form>
      </div>
    } @else {
      <p class="quiet">{{ steps().length ? 'Nothing is off any more.' : 'Nothing was taken apart by steps.' }}</p>
    }
  `,
  styles: `
    .work {
      display: flex;
      gap: 16px;
    }
    .work > div {
      flex: 1.3 1 0;
      min-width: 0;
    }
    form {
      display: grid;
      align-content: start;
      gap: 10px;
      flex: 1 1 0;
    }
    @media (max-width: 900px) {
      .work {
        flex-direction: column;
      }
    }
    h2,
    p {
      margin: 0;
    }
    .note {
      font-weight: 600;
    }
    .piece {
      display: flex;
      align-items: center;
      gap: 10px;
    }
    .piece input {
      width: 84px;
    }
  `,
})
export class TogetherPanel {
  protected readonly spots = fastenerSpots;
  readonly steps = input.required<readonly ApartStep[]>();
  readonly pictures = input.required<ReadonlyMap<string, Picture>>();
  private readonly writer = inject(TapeWriter);
  private readonly off = computed(() => stillOff(this.steps()));
  protected readonly next = computed(() => this.off()[0], { equal: (a, b) => a?.entry.id === b?.entry.id });
  protected readonly left = computed(() => (this.off().length > 1 ? `${this.off().length} steps are off` : 'the last step'));
  protected readonly picture = computed(() => this.pictures().get(this.next()?.entry.attachment ?? ''));
  protected readonly pressed = linkedSignal<unknown, ReadonlySet<number>>({ source: this.next, computation: () => new Set() });
  private readonly typed = linkedSignal<unknown, ReadonlyMap<number, number>>({ source: this.next, computation: () => new Map() });
  protected readonly renewed = linkedSignal<unknown, ReadonlySet<string>>({ source: this.next, computation: () => new Set() });
  private readonly put = computed(() => {
    const step = this.next();
    return step && putOf(step.entry, this.pressed(), this.typed());
  });
  protected readonly pieces = computed(() =>
    (this.next()?.entry.loosened ?? []).map((piece, k) => ({
      count: this.put()?.[k]?.count ?? piece.count,
      name: fastenerNames[piece.what][1],
      text: fastenedText(piece),
    })),
  );
  protected readonly short = computed(() =>
    (this.next()?.entry.loosened ?? [])
      .flatMap((piece, k) => {
        const less = piece.count - (this.put()?.[k]?.count ?? piece.count);
        return less > 0 ? [fastenedText({ ...piece, count: less })] : [];
      })
      .join(', '),
  );

  protected press(index: number): void {
    this.pressed.update((pressed) => {
      const next = new Set(pressed);
      if (!next.delete(index)) next.add(index);
      return next;
    });
  }

  protected say(index: number, count: number | null): void {
    if (count !== null && Number.isInteger(count) && count >= 0) this.typed.update((typed) => new Map(typed).set(index, count));
  }

  protected renew(what: string, isRenewed: boolean): void {
    this.renewed.update((renewed) => {
      const next = new Set(renewed);
      if (isRenewed) next.add(what);
      else next.delete(what);
      return next;
    });
  }

  protected async keep({ entry }: ApartStep): Promise<void> {
    const [put, renewed] = [this.put(), [...this.renewed()]];
    const body: TapeBody = {
      kind: 'put-back',
      what: entry.what,
      ...(put ? { put: [...put] } : {}),
      ...(renewed.length ? { renewed } : {}),
    };
    await this.writer.keep(body);
  }
}
