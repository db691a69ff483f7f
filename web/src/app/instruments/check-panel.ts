import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { attempt } from '@amber-relay/core/errors';
import { withCheck, type Instrument, type InstrumentCheck } from '@amber-relay/core/measure';
import { parseQuantity, quantityText } from '@amber-relay/core/quantity';
import { ShopChanges } from '../storage/shop-changes';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Clock } from '../ui/clock';
import { Field } from '../ui/field';

/** A check in words: `+2.3 ppm ± 0.1 ppm against the standard station, 2031-03-04`. */
export const checkText = ({ on, against, unit, error, plusMinus }: InstrumentCheck): string =>
  `${quantityText(error, unit, { digits: 3, signed: true })} ± ${quantityText(plusMinus, unit, { digits: 2 })} against ${against}, ${on}`;

/** What one instrument was held against, and how far it was off: all there is, and one more. */
@Component({
  selector: 'app-check-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field],
  template: `
    <h2>Checks of {{ instrument().name }}</h2>
    <ul>
      @for (line of lines(); track $index) {
        <li>{{ line }}</li>
      } @empty {
        <li class="quiet">Never checked here. What it was held against, and how far off it was, says how far it is to be believed.</li>
      }
    </ul>
    <form (submit)="$event.preventDefault(); keep()">
      <app-field label="Held against" class="against" [refusal]="badAgainst()">
        <input
          class="box"
          name="against"
          autocomplete="off"
          placeholder="the bench standard"
          [value]="against()"
          (input)="against.set($any($event.target).value)"
        />
      </app-field>
      <app-field label="It shows too little by" hint="too much with a minus" [refusal]="badError()">
        <input
          class="box fig"
          name="error"
          autocomplete="off"
          placeholder="0.4 ppm"
          [value]="error()"
          (input)="error.set($any($event.target).value)"
        />
      </app-field>
      <app-field label="Known to ±" [refusal]="badPlusMinus()">
        <input
          class="box fig"
          name="plusMinus"
          autocomplete="off"
          placeholder="0.1"
          [value]="plusMinus()"
          (input)="plusMinus.set($any($event.target).value)"
        />
      </app-field>
      <app-field label="On">
        <input class="box fig" type="date" name="on" [value]="on()" (change)="on.set($any($event.target).value)" />
      </app-field>
      <button class="chip" type="submit">Keep</button>
      <button class="chip" type="button" (click)="closed.emit()">Close</button>
    </form>
    @if (wrong()) {
      <p class="wrong" role="alert">{{ wrong() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 16px;
    }
    h2 {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: flex-start;
      gap: 8px 12px;
      margin: 12px 0 8px;
    }
    .chip {
      margin-top: 22px;
    }
    .against {
      width: 260px;
    }
    .box.fig {
      width: 170px;
    }
  `,
  host: { class: 'panel' },
})
export class CheckPanel {
  readonly instrument = input.required<Instrument>();
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  private readonly day = inject(Clock).day;
  private readonly source = computed(() => this.instrument().id);
  protected readonly against = linkedSignal({ source: this.source, computation: () => '' });
  protected readonly error = linkedSignal({ source: this.source, computation: () => '' });
  protected readonly plusMinus = linkedSignal({ source: this.source, computation: () => '' });
  protected readonly on = linkedSignal({ source: this.source, computation: () => this.day() });
  protected readonly badAgainst = signal('');
  protected readonly badError = signal('');
  protected readonly badPlusMinus = signal('');
  protected readonly wrong = signal('');
  protected readonly lines = computed(() => (this.instrument().checks ?? []).map(checkText).reverse());

  /** Keeps it; what is not understood is told at its field, and nothing that was typed is lost. */
  protected async keep(): Promise<void> {
    const error = attempt(() => parseQuantity(this.error().trim()));
    const unit = error.ok ? error.value.unit : undefined;
    const plusMinus = attempt(() => parseQuantity(this.plusMinus().trim(), unit ? { unit } : {}));
    this.badAgainst.set(this.against().trim() ? '' : 'Say what it was held against.');
    this.badError.set(error.ok && unit ? '' : 'Write it with its unit, such as 0.4 ppm, -0.5 % or 0.3 dB.');
    this.badPlusMinus.set(plusMinus.ok && plusMinus.value.value >= 0 ? '' : 'Write how well that is known, such as 0.1.');
    if (!this.against().trim() || !error.ok || !unit || !plusMinus.ok || plusMinus.value.value < 0) return;
    const check = { on: this.on(), against: this.against().trim(), unit, error: error.value.value, plusMinus: plusMinus.value.value };
    try {
      await this.changes.saveInstrument(withCheck(this.instrument(), check));
      this.closed.emit();
    } catch (refusal) {
      this.wrong.set(wasTold(refusal) ? '' : notKeptText(refusal));
    }
  }
}
