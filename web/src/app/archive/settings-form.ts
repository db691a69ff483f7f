import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { attempt } from '@amber-relay/core/errors';
import { policyNames, repairPolicies } from '@amber-relay/core/job';
import { parseMoney } from '@amber-relay/core/money';
import { convertedQuantity, parseQuantity, quantityText } from '@amber-relay/core/quantity';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { Field } from '../ui/field';
import { formFieldLook } from '../ui/form-field-look';

type Refusals = Partial<Readonly<Record<'rate' | 'tax' | 'markup' | 's9Hf' | 's9Vhf', string>>>;
/** What S9 is where a shop says nothing else: IARU Region 1 Technical Recommendation R.1. */
const usualS9 = { hfV: 50e-6, vhfV: 5e-6 } as const;
/** A level at the antenna socket, in volts across 50 ohms; what is usual where nothing is typed, undefined where it cannot be read. */
function levelOf(typed: string, usual: number): number | undefined {
  if (!typed.trim()) return usual;
  const read = attempt(() => parseQuantity(typed, { unit: 'V' }));
  const value = read.ok ? read.value.value : convertedQuantity(typed, 'V', { ohm: 50 })?.value;
  return value !== undefined && value > 0 && value < 1 ? value : undefined;
}
const noLevel = (typed: string): string => `"${typed}" is no level. Write it like 50 µV or -73 dBm; nothing was changed.`;
const text = (): FormControl<string> => new FormControl('', { nonNullable: true });

/** The shop's own particulars, as they stand on sheets and prices. */
@Component({
  selector: 'app-settings-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, ReactiveFormsModule, MatButton, MatFormFieldModule, MatInput],
  providers: [formFieldLook],
  template: `
    <h2>The shop</h2>
    <form [formGroup]="form" (ngSubmit)="save()">
      <app-field label="Name"
        ><mat-form-field><input matInput formControlName="name" /></mat-form-field
      ></app-field>
      <app-field label="Address"
        ><mat-form-field><input matInput formControlName="address" /></mat-form-field
      ></app-field>
      <app-field label="Technician at this bench"
        ><mat-form-field><input matInput formControlName="technician" /></mat-form-field
      ></app-field>
      <app-field label="Currency"
        ><mat-form-field><input matInput formControlName="currency" /></mat-form-field
      ></app-field>
      <app-field label="Labour an hour" [refusal]="refused('rate')"
        ><mat-form-field><input matInput class="fig" formControlName="rate" inputmode="decimal" /></mat-form-field
      ></app-field>
      <app-field label="Tax, percent" [refusal]="refused('tax')"
        ><mat-form-field><input matInput class="fig" formControlName="tax" inputmode="decimal" /></mat-form-field
      ></app-field>
      <app-field label="On top of what a part cost, percent" [refusal]="refused('markup')"
        ><mat-form-field><input matInput class="fig" formControlName="markup" inputmode="decimal" placeholder="not said" /></mat-form-field
      ></app-field>
      <app-field label="How this shop repairs"
        ><select class="box" formControlName="policy">
          <option value="">not said</option>
          @for (policy of policies; track policy) {
            <option [value]="policy">{{ policyNames[policy] }}</option>
          }
        </select></app-field
      >
      <app-field label="S9 below 30 MHz" [refusal]="refused('s9Hf')"
        ><mat-form-field><input matInput class="fig" formControlName="s9Hf" [placeholder]="usual.hf" /></mat-form-field
      ></app-field>
      <app-field label="S9 above 30 MHz" [refusal]="refused('s9Vhf')"
        ><mat-form-field><input matInput class="fig" formControlName="s9Vhf" [placeholder]="usual.vhf" /></mat-form-field
      ></app-field>
      <button mat-stroked-button type="submit">Keep</button>
      @if (says()) {
        <p role="status">{{ says() }}</p>
      }
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(3, minmax(200px, 1fr));
      gap: 10px 14px;
      width: 100%;
      align-items: start;
    }
    button {
      justify-self: start;
    }
  `,
})
export class SettingsForm {
  private readonly changes = inject(ShopChanges);
  private readonly shop = inject(ShopRepository);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly says = signal('');
  private readonly refusals = signal<Refusals>({});
  protected readonly policies = repairPolicies;
  protected readonly policyNames = policyNames;
  protected readonly usual = { hf: quantityText(usualS9.hfV, 'V'), vhf: quantityText(usualS9.vhfV, 'V') };
  protected readonly form = new FormGroup({
    name: text(),
    address: text(),
    technician: text(),
    currency: text(),
    rate: text(),
    tax: text(),
    markup: text(),
    policy: text(),
    s9Hf: text(),
    s9Vhf: text(),
  });

  constructor() {
    effect(() => {
      const s = this.settings();
      if (!s) return;
      const kept: ReturnType<typeof this.form.getRawValue> = {
        name: s.name,
        address: s.address,
        technician: s.technician,
        currency: s.currency,
        rate: (s.ratePerHourMinor / 100).toFixed(2),
        tax: String(s.taxPercent),
        markup: s.markupPercent === undefined ? '' : String(s.markupPercent),
        policy: s.policy ?? '',
        s9Hf: s.s9 ? quantityText(s.s9.hfV, 'V') : '',
        s9Vhf: s.s9 ? quantityText(s.s9.vhfV, 'V') : '',
      };
      // Field by field: what was typed before the shop was read stays, and the rest is filled in.
      for (const name of Object.keys(kept) as (keyof typeof kept)[]) {
        const field = this.form.controls[name];
        if (field.pristine) field.setValue(kept[name]);
      }
    });
  }

  protected refused(field: keyof Refusals): string {
    return this.refusals()[field] ?? '';
  }

  protected async save(): Promise<void> {
    const before = this.settings();
    const v = this.form.getRawValue();
    const rate = parseMoney(v.rate);
    const tax = Number(v.tax.replace(',', '.'));
    const markup = v.markup.trim() === '' ? undefined : Number(v.markup.replace(',', '.').replace(/\s*%$/, ''));
    if (!before) return;
    const [hf, vhf] = [levelOf(v.s9Hf, usualS9.hfV), levelOf(v.s9Vhf, usualS9.vhfV)];
    const policy = repairPolicies.find((one) => one === v.policy);
    const wrong: Refusals = {
      ...(rate === undefined ? { rate: `"${v.rate}" is not an amount. Write it like 38.00; nothing was changed.` } : {}),
      ...(tax >= 0 && tax <= 100 ? {} : { tax: `"${v.tax}" is not a percentage from 0 to 100; nothing was changed.` }),
      ...(markup === undefined || (markup >= 0 && markup <= 1000)
        ? {}
        : { markup: `"${v.markup}" is not a percentage from 0 to 1000; nothing was changed.` }),
      ...(hf === undefined ? { s9Hf: noLevel(v.s9Hf) } : {}),
      ...(vhf === undefined ? { s9Vhf: noLevel(v.s9Vhf) } : {}),
    };
    this.refusals.set(wrong);
    this.says.set('');
    if (rate === undefined || hf === undefined || vhf === undefined || wrong.tax || wrong.markup) return;
    const { policy: _, s9: __, markupPercent: ___, ...kept } = before;
    await this.changes.saveSettings({
      ...kept,
      name: v.name.trim(),
      address: v.address.trim(),
      technician: v.technician.trim() || 'Bench',
      currency: v.currency.trim(),
      ratePerHourMinor: rate,
      taxPercent: tax,
      ...(markup === undefined ? {} : { markupPercent: markup }),
      ...(policy ? { policy } : {}),
      ...(v.s9Hf.trim() || v.s9Vhf.trim() ? { s9: { hfV: hf, vhfV: vhf } } : {}),
    });
    this.form.markAsPristine();
    this.says.set('Kept.');
  }
}
