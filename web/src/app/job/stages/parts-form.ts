import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { partOf } from '@amber-relay/core/card';
import { parseMoney } from '@amber-relay/core/money';
import { fromStore } from '../../storage/from-store';
import { ShopRepository } from '../../storage/shop-repository';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';

/** The record of one part replaced: designator, old, new, why, proof, price and source. */
@Component({
  selector: 'app-parts-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButton],
  template: `
    <form class="grid" (ngSubmit)="keep()" aria-label="Part replaced">
      <label class="field"
        ><span>Designator</span
        ><input
          class="box fig"
          name="designator"
          list="parts"
          [ngModel]="designator()"
          (ngModelChange)="setDesignator($event)"
          autocomplete="off"
      /></label>
      <datalist id="parts">
        @for (p of job.card()?.parts ?? []; track p.designator) {
          <option [value]="p.designator">{{ p.value }}</option>
        }
      </datalist>
      <label class="field"
        ><span>Old part</span><input class="box" name="old" [ngModel]="old()" (ngModelChange)="old.set($event)" autocomplete="off"
      /></label>
      <label class="field"
        ><span>New part</span
        ><input class="box" name="new" list="stock" [ngModel]="fresh()" (ngModelChange)="setFresh($event)" autocomplete="off"
      /></label>
      <datalist id="stock">
        @for (s of stock(); track s.id) {
          <option [value]="s.part">{{ s.quantity }} in {{ s.drawer }}</option>
        }
      </datalist>
      <label class="field"
        ><span>Why</span><input class="box" name="why" [ngModel]="why()" (ngModelChange)="why.set($event)" autocomplete="off"
      /></label>
      <label class="field"
        ><span>Proof</span
        ><input
          class="box"
          name="proof"
          [ngModel]="proof()"
          (ngModelChange)="proof.set($event)"
          autocomplete="off"
          placeholder="measured out of circuit"
      /></label>
      <label class="field"
        ><span>Price each</span
        ><input class="box fig" name="price" inputmode="decimal" [ngModel]="price()" (ngModelChange)="price.set($event)" autocomplete="off"
      /></label>
      <label class="field"
        ><span>How many</span
        ><input
          class="box fig"
          name="quantity"
          inputmode="numeric"
          [ngModel]="quantity()"
          (ngModelChange)="quantity.set($event)"
          autocomplete="off"
      /></label>
      <label class="field"
        ><span>Source</span><input class="box" name="source" [ngModel]="source()" (ngModelChange)="source.set($event)" autocomplete="off"
      /></label>
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!designator().trim() || !fresh().trim()">Record the part</button>
      </div>
    </form>
    @if (wrong()) {
      <p class="wrong" role="alert">{{ wrong() }}</p>
    }
  `,
  styleUrl: './stage.scss',
  styles: `
    :host {
      height: auto;
    }
    .acts {
      align-self: end;
    }
  `,
})
export class PartsForm {
  readonly kept = output();
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly stock = fromStore('the stock', inject(ShopRepository).stock$, []);
  protected readonly designator = signal('');
  protected readonly old = signal('');
  protected readonly fresh = signal('');
  protected readonly why = signal('');
  protected readonly proof = signal('');
  protected readonly price = signal('');
  protected readonly quantity = signal('1');
  protected readonly source = signal('');
  protected readonly wrong = signal('');
  private readonly part = computed(() => {
    const card = this.job.card();
    return card && partOf(card, this.designator().trim());
  });

  protected setDesignator(text: string): void {
    this.designator.set(text);
    const part = this.part();
    if (part && !this.old()) this.old.set(part.value);
  }

  protected setFresh(text: string): void {
    this.fresh.set(text);
    const item = this.stock().find((s) => s.part === text);
    if (!item) return;
    // The stock is priced in the shop’s currency; a job that came from elsewhere may be written in another.
    const same = this.job.currency() === (this.job.settings()?.currency ?? '');
    if (!this.price() && same) this.price.set((item.priceMinor / 100).toFixed(2));
    if (!this.source()) this.source.set(`stock, ${item.drawer}`);
  }

  protected async keep(): Promise<void> {
    const designator = this.designator().trim().toUpperCase();
    const priceMinor = this.price().trim() === '' ? 0 : parseMoney(this.price());
    const quantity = /^\d{1,3}$/.test(this.quantity().trim()) ? Number(this.quantity()) : 0;
    const part = this.part();
    if (this.job.card() && !part)
      return this.wrong.set(
        `${designator} is not on this card. Check the designator; a part without one goes on the tape as a note. What you typed is still here.`,
      );
    if (priceMinor === undefined)
      return this.wrong.set(`"${this.price()}" is not a price. Write it like 0.40; what you typed is still here.`);
    if (quantity < 1) return this.wrong.set('How many were fitted? Give a whole number of 1 or more.');
    this.wrong.set('');
    const entry = await this.writer.keep({
      kind: 'fit',
      designator,
      oldPart: this.old().trim(),
      newPart: this.fresh().trim(),
      why: this.why().trim(),
      proof: this.proof().trim(),
      priceMinor,
      quantity,
      source: this.source().trim(),
      ...(part ? { section: part.section } : {}),
    });
    if (!entry) return;
    for (const field of [this.designator, this.old, this.fresh, this.why, this.proof, this.price, this.source]) field.set('');
    this.quantity.set('1');
    this.kept.emit();
  }
}
