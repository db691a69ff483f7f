import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { parseMoney } from '@amber-relay/core/money';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { Field } from '../ui/field';
import { formFieldLook } from '../ui/form-field-look';

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
      align-items: end;
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
  private readonly refusals = signal<{ readonly rate?: string; readonly tax?: string }>({});
  protected readonly form = new FormGroup({
    name: text(),
    address: text(),
    technician: text(),
    currency: text(),
    rate: text(),
    tax: text(),
  });

  constructor() {
    effect(() => {
      const s = this.settings();
      if (s && this.form.pristine)
        this.form.setValue({
          name: s.name,
          address: s.address,
          technician: s.technician,
          currency: s.currency,
          rate: (s.ratePerHourMinor / 100).toFixed(2),
          tax: String(s.taxPercent),
        });
    });
  }

  protected refused(field: 'rate' | 'tax'): string {
    return this.refusals()[field] ?? '';
  }

  protected async save(): Promise<void> {
    const before = this.settings();
    const v = this.form.getRawValue();
    const rate = parseMoney(v.rate);
    const tax = Number(v.tax.replace(',', '.'));
    if (!before) return;
    const wrong = {
      ...(rate === undefined ? { rate: `"${v.rate}" is not an amount. Write it like 38.00; nothing was changed.` } : {}),
      ...(tax >= 0 && tax <= 100 ? {} : { tax: `"${v.tax}" is not a percentage from 0 to 100; nothing was changed.` }),
    };
    this.refusals.set(wrong);
    this.says.set('');
    if (rate === undefined || wrong.tax) return;
    await this.changes.saveSettings({
      ...before,
      name: v.name.trim(),
      address: v.address.trim(),
      technician: v.technician.trim() || 'Bench',
      currency: v.currency.trim(),
      ratePerHourMinor: rate,
      taxPercent: tax,
    });
    this.form.markAsPristine();
    this.says.set('Kept.');
  }
}
