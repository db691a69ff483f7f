import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { partOf } from '@amber-relay/core/card';
import { biasInDoubt } from '@amber-relay/core/job';
import { parseMoney } from '@amber-relay/core/money';
import { CardSheets } from '../../sheets/card-sheets';
import { fromStore } from '../../storage/from-store';
import { ShopRepository } from '../../storage/shop-repository';
import { Field } from '../../ui/field';
import { Offers, type Offer } from '../../ui/offers';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';

/** The record of one part replaced: designator, old, new, why, proof, price and source. */
@Component({
  selector: 'app-parts-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatAutocompleteTrigger, MatButton, Offers],
  template: `
    <form class="grid" (ngSubmit)="keep()" aria-label="Part replaced">
      <app-field label="Designator" [refusal]="wrong().designator ?? ''">
        <input
          class="box fig"
          name="designator"
          [ngModel]="designator()"
          (ngModelChange)="setDesignator($event)"
          [matAutocomplete]="parts.panel()"
          autocomplete="off"
        />
      </app-field>
      <app-offers #parts [from]="partsOfCard()" [typed]="designator()" />
      <app-field label="Old part">
        <input class="box" name="old" [ngModel]="old()" (ngModelChange)="old.set($event)" autocomplete="off" />
      </app-field>
      <app-field label="New part">
        <input
          class="box"
          name="new"
          [ngModel]="fresh()"
          (ngModelChange)="setFresh($event)"
          [matAutocomplete]="drawers.panel()"
          autocomplete="off"
        />
      </app-field>
      <app-offers #drawers [from]="inStock()" [typed]="fresh()" />
      <app-field label="Why">
        <input class="box" name="why" [ngModel]="why()" (ngModelChange)="why.set($event)" autocomplete="off" />
      </app-field>
      <app-field label="Proof">
        <input
          class="box"
          name="proof"
          [ngModel]="proof()"
          (ngModelChange)="proof.set($event)"
          autocomplete="off"
          placeholder="measured out of circuit"
        />
      </app-field>
      <app-field label="Price each" [refusal]="wrong().price ?? ''">
        <input
          class="box fig"
          name="price"
          inputmode="decimal"
          [ngModel]="price()"
          (ngModelChange)="price.set($event)"
          autocomplete="off"
        />
      </app-field>
      <app-field label="How many" [refusal]="wrong().quantity ?? ''">
        <input
          class="box fig"
          name="quantity"
          inputmode="numeric"
          [ngModel]="quantity()"
          (ngModelChange)="quantity.set($event)"
          autocomplete="off"
        />
      </app-field>
      <app-field label="Source">
        <input class="box" name="source" [ngModel]="source()" (ngModelChange)="source.set($event)" autocomplete="off" />
      </app-field>
      @if (against(); as says) {
        <div class="against" role="note">
          <p class="attention" data-bias>{{ says }}</p>
          <app-field label="Why it is fitted all the same" [refusal]="wrong().anyway ?? ''">
            <input class="box" name="anyway" [ngModel]="anyway()" (ngModelChange)="anyway.set($event)" autocomplete="off" />
          </app-field>
        </div>
      }
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!designator().trim() || !fresh().trim()">Record the part</button>
      </div>
    </form>
  `,
  styleUrl: './stage.scss',
  styles: `
    :host {
      height: auto;
    }
    .acts {
      align-self: end;
    }
    .against {
      grid-column: 1 / -1;
      display: grid;
      gap: 8px;
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
  protected readonly anyway = signal('');
  /** What speaks against fitting it now: the bias that it would get. */
  protected readonly against = computed(() => biasInDoubt(this.job.card(), this.job.tape(), this.designator().trim()));
  /** Why a field was refused, by its name. */
  protected readonly wrong = signal<Partial<Readonly<Record<'designator' | 'price' | 'quantity' | 'anyway', string>>>>({});
  protected readonly partsOfCard = computed((): Offer[] =>
    (this.job.card()?.parts ?? []).map(({ designator, value }) => ({ value: designator, says: value })),
  );
  protected readonly inStock = computed((): Offer[] =>
    this.stock().map(({ part, quantity, drawer }) => ({ value: part, says: `${quantity} in ${drawer}` })),
  );
  /** The item of stock that is fitted, as long as its name stands there. */
  private readonly item = computed(() => this.stock().find((item) => item.part === this.fresh().trim()));
  private oldOfCard = '';
  private readonly sheets = inject(CardSheets, { optional: true });
  private readonly part = computed(() => {
    const card = this.job.card();
    return card && partOf(card, this.designator().trim());
  });

  protected setDesignator(text: string): void {
    this.designator.set(text);
    // It follows each keystroke, or typing Q12 would leave the old part of Q1; what was typed by hand stays.
    if (this.old() !== this.oldOfCard) return;
    this.oldOfCard = this.part()?.value ?? '';
    this.old.set(this.oldOfCard);
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
    const wrong = {
      ...(this.job.card() && !part && !this.sheets?.index().has(designator)
        ? {
            designator: `${designator} is not on this card, nor on its sheets. Check the designator; a part without one goes on the tape as a note. What you typed is still here.`,
          }
        : {}),
      ...(priceMinor === undefined ? { price: `"${this.price()}" is not a price. Write it like 0.40; what you typed is still here.` } : {}),
      ...(this.against() && !this.anyway().trim() ? { anyway: 'Mend the bias first, or say why it is fitted all the same.' } : {}),
      ...(quantity < 1 ? { quantity: 'How many were fitted? Give a whole number of 1 or more.' } : {}),
    };
    this.wrong.set(wrong);
    if (priceMinor === undefined || Object.keys(wrong).length > 0) return;
    const entry = await this.writer.keep({
      kind: 'fit',
      designator,
      oldPart: this.old().trim(),
      newPart: this.fresh().trim(),
      why: [this.why().trim(), this.against() ? this.anyway().trim() : ''].filter(Boolean).join('; '),
      proof: this.proof().trim(),
      priceMinor,
      quantity,
      source: this.source().trim(),
      ...(this.item() ? { stock: this.item()?.id } : {}),
      ...(part ? { section: part.section } : {}),
    });
    if (!entry) return;
    for (const field of [this.designator, this.old, this.fresh, this.why, this.proof, this.price, this.source, this.anyway]) field.set('');
    this.oldOfCard = '';
    this.quantity.set('1');
    this.kept.emit();
  }
}
