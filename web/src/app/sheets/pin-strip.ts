import { ChangeDetectionStrategy, Component, type ElementRef, input, model, output, viewChild, afterNextRender } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Place } from '@amber-relay/core/sheets';

/** Pinning by hand, for scans: the name that the next press on a sheet places, and the pins that are there. */
@Component({
  selector: 'app-pin-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  template: `
    <div class="head">
      <label class="row"
        ><span>The next press places</span
        ><input #box class="box fig" name="pin" [ngModel]="name()" (ngModelChange)="name.set($event)" autocomplete="off" spellcheck="false"
      /></label>
      <span class="quiet grow">{{ says() || 'Press where it stands; the next number is offered. Or type another name first.' }}</span>
      <button class="chip" (click)="closed.emit()">Close</button>
    </div>
    <ul aria-label="Pins on this sheet">
      @for (pin of pins(); track $index; let i = $index) {
        <li>
          <button class="chip" [attr.aria-label]="'Take the pin ' + pin.name + ' off'" (click)="dropped.emit(i)">
            {{ pin.name }}{{ pin.unit ?? '' }} ×
          </button>
        </li>
      } @empty {
        <li class="quiet">No pins on this sheet yet.</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      padding: 6px 12px 8px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .head,
    .row {
      display: flex;
      align-items: center;
      gap: 10px;
    }
    .box {
      width: 110px;
      text-transform: uppercase;
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 4px;
      max-height: 92px;
      overflow-y: auto;
      padding-top: 6px;
    }
  `,
})
export class PinStrip {
  readonly pins = input.required<readonly Place[]>();
  readonly says = input('');
  readonly name = model.required<string>();
  readonly dropped = output<number>();
  readonly closed = output();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');

  constructor() {
    afterNextRender(() => this.focus());
  }

  /** Ready to type over the name that is offered. */
  focus(): void {
    this.box().nativeElement.focus();
    this.box().nativeElement.select();
  }
}
