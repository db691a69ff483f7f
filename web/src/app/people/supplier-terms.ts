import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { parseMoney } from '@amber-relay/core/money';
import { sellersOf, type Order, type Supplier } from '@amber-relay/core/orders';
import { OrderRepository } from '../storage/order-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Choice, type ChoiceOption } from '../ui/choice';
import { Field } from '../ui/field';

type Named = 'postage' | 'free' | 'least' | 'days' | 'note';
type Trust = 'good' | 'unknown' | 'doubtful';
const money = (minor: number | undefined): string => (minor === undefined ? '' : (minor / 100).toFixed(2));

/** The terms of a supplier, as far as they were told, beside what was learned from orders. */
@Component({
  selector: 'app-supplier-terms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MatButton],
  template: `
    <p>{{ learned() }}</p>
    <form (ngSubmit)="keep()" aria-label="Terms">
      @for (field of fields; track field.name) {
        <app-field [label]="field.title" [refusal]="wrong()[field.name] ?? ''">
          <input
            class="box"
            [class.fig]="field.name !== 'note'"
            [name]="field.name"
            [ngModel]="typed()[field.name]"
            (ngModelChange)="set(field.name, $event)"
            autocomplete="off"
          />
        </app-field>
      }
      <app-choice label="What comes from there" [options]="trusts" [(value)]="trust" />
      <button mat-flat-button type="submit" [disabled]="!changed()">Keep the terms</button>
    </form>
    @if (trouble(); as text) {
      <p class="wrong" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 10px 12px;
      margin-bottom: 12px;
    }
    app-field {
      width: 150px;
    }
    app-field:nth-of-type(5) {
      flex: 1 1 240px;
    }
  `,
})
export class SupplierTerms {
  readonly name = input.required<string>();
  readonly suppliers = input.required<readonly Supplier[]>();
  readonly orders = input.required<readonly Order[]>();
  private readonly repository = inject(OrderRepository);
  protected readonly fields = [
    { name: 'postage', title: 'Postage of an order' },
    { name: 'free', title: 'None from' },
    { name: 'least', title: 'Smallest order' },
    { name: 'days', title: 'Days until it is here' },
    { name: 'note', title: 'Note' },
  ] as const;
  protected readonly trusts: readonly ChoiceOption<Trust>[] = [
    { value: 'good', name: 'To be trusted' },
    { value: 'unknown', name: 'Not known' },
    { value: 'doubtful', name: 'Doubtful' },
  ];
  private readonly told = computed(() => this.suppliers().find(({ name }) => name === this.name()));
  protected readonly typed = linkedSignal<Supplier | undefined, Readonly<Record<Named, string>>>({
    source: this.told,
    computation: (told) => ({
      postage: money(told?.postageMinor),
      free: money(told?.freeFromMinor),
      least: money(told?.leastMinor),
      days: told?.leadDays === undefined ? '' : String(told.leadDays),
      note: told?.note ?? '',
    }),
  });
  protected readonly trust = linkedSignal<Supplier | undefined, Trust>({
    source: this.told,
    computation: (told) => told?.trust ?? 'unknown',
  });
  private readonly touched = linkedSignal<unknown, boolean>({ source: () => [this.told(), this.name()], computation: () => false });
  protected readonly changed = computed(() => this.touched() || this.trust() !== (this.told()?.trust ?? 'unknown'));
  protected readonly wrong = signal<Partial<Readonly<Record<Named, string>>>>({});
  protected readonly trouble = signal('');
  /** What orders have shown. */
  protected readonly learned = computed(() => {
    const seller = sellersOf([this.name()], this.suppliers(), this.orders()).find(({ name }) => name === this.name());
    if (!seller?.came) return 'Nothing has come from there by an order yet.';
    const days =
      seller.learnedFrom === 0
        ? ''
        : seller.learnedFrom === 1
          ? `One order took ${seller.days} ${seller.days === 1 ? 'day' : 'days'}. `
          : `${seller.learnedFrom} orders took ${seller.days} days (the middle one), and eight of ten of them within ${seller.within}. `;
    return `${days}${seller.came} parts came, ${seller.odd || 'none'} of them odd.`;
  });

  protected set(name: Named, text: string): void {
    this.touched.set(true);
    this.typed.update((typed) => ({ ...typed, [name]: text }));
  }

  protected async keep(): Promise<void> {
    const { postage, free, least, days, note } = this.typed();
    const sum = (text: string): number | undefined => (text.trim() === '' ? undefined : (parseMoney(text) ?? NaN));
    const [postageMinor, freeFromMinor, leastMinor] = [sum(postage), sum(free), sum(least)];
    const leadDays = days.trim() === '' ? undefined : Number(days);
    const notMoney = (text: string): string => `"${text}" is not a sum. Write it like 4.50.`;
    const wrong = {
      ...(Number.isNaN(postageMinor) ? { postage: notMoney(postage) } : {}),
      ...(Number.isNaN(freeFromMinor) ? { free: notMoney(free) } : {}),
      ...(Number.isNaN(leastMinor) ? { least: notMoney(least) } : {}),
      ...(leadDays === undefined || (Number.isInteger(leadDays) && leadDays >= 0 && leadDays < 3650)
        ? {}
        : { days: `"${days}" is not how many days: a whole number.` }),
    };
    this.wrong.set(wrong);
    if (Object.keys(wrong).length) return;
    const trust = this.trust();
    this.trouble.set('');
    try {
      await this.repository.saveSupplier({
        id: this.told()?.id ?? crypto.randomUUID(),
        name: this.name(),
        postageMinor: postageMinor ?? 0,
        ...(freeFromMinor === undefined ? {} : { freeFromMinor }),
        ...(leastMinor === undefined ? {} : { leastMinor }),
        ...(leadDays === undefined ? {} : { leadDays }),
        ...(trust === 'unknown' ? {} : { trust }),
        note: note.trim(),
      });
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} What you typed is still here.`);
    }
  }
}
