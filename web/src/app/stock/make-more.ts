import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { CoreError } from '@amber-relay/core/errors';
import type { StockItem } from '@amber-relay/core/job';
import { mayMake, readMadeOf } from '@amber-relay/core/parts';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Field } from '../ui/field';

/** More of a part that the shop makes: what it takes, what of that is here, and one press that takes it and counts up. */
@Component({
  selector: 'app-make-more',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <form (ngSubmit)="make()" [attr.aria-label]="'Make more of ' + item().part">
      <ul aria-label="Made of">
        @for (line of lines(); track $index) {
          <li [class.wrong]="!line.item">
            <span class="fig">{{ line.count }} ×</span> {{ line.item?.part ?? line.part }}
            <small>{{ line.item ? line.item.quantity + ' here' : 'no drawer has one of that name' }}</small>
          </li>
        }
      </ul>
      <app-field label="Make" [hint]="most() + ' can be made of what is here'">
        <input class="box fig" name="count" [(ngModel)]="count" inputmode="numeric" autocomplete="off" />
      </app-field>
      <button mat-stroked-button type="submit" [disabled]="!most()">Made: take the parts out</button>
      @if (says()) {
        <p role="status" [class.wrong]="failed()">{{ says() }}</p>
      }
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 12px 20px;
      margin-bottom: 12px;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    p {
      flex-basis: 100%;
      margin: 0;
    }
  `,
})
export class MakeMore {
  readonly item = input.required<StockItem>();
  private readonly changes = inject(ShopChanges);
  private readonly stock = fromStore('the stock', inject(ShopRepository).stock$, []);
  protected readonly lines = computed(() => readMadeOf(this.item().madeOf ?? '', this.stock()));
  protected readonly most = computed(() => mayMake(this.item(), this.stock()));
  protected readonly count = signal('1');
  protected readonly says = signal('');
  protected readonly failed = signal(false);

  protected async make(): Promise<void> {
    const count = Number(this.count().trim());
    this.failed.set(true);
    if (!Number.isInteger(count) || count < 1) return this.says.set(`"${this.count()}" is not how many: a whole number from 1.`);
    try {
      await this.changes.makeStock(this.item(), count);
      this.failed.set(false);
      this.says.set(`${count} made. Its parts were taken out of their drawers.`);
    } catch (error) {
      if (!wasTold(error)) this.says.set(error instanceof CoreError ? `${error.message} ${error.remedy}` : notKeptText(error));
    }
  }
}
