import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { partNotes, readLegs } from '@amber-relay/core/parts';
import { fromStore } from '../storage/from-store';
import { JobHistory } from '../storage/job-history';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Field } from '../ui/field';
import { LegsDrawing } from '../ui/legs-drawing';

/** Legs and wires of parts by their number: what the drawers, the cards and the jobs know of them. */
@Component({
  selector: 'app-legs-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, LegsDrawing, MatButton],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Legs and wires">
      <header>
        <h1>Legs and wires</h1>
        <label class="field"
          ><span class="visually-hidden">Search parts</span
          ><input class="box" type="search" [ngModel]="words()" (ngModelChange)="words.set($event)" placeholder="Number, leg, colour"
        /></label>
      </header>
      <form (ngSubmit)="add()" aria-label="A note of a part">
        <app-field label="Part"><input class="box" name="part" [(ngModel)]="part" placeholder="its number" autocomplete="off" /></app-field>
        <app-field label="Legs or wires" class="grow">
          <input class="box" name="legs" [(ngModel)]="legs" placeholder="EBC, or red +13.8 V, black ground" autocomplete="off" />
        </app-field>
        <app-field label="Ratings" class="grow">
          <input class="box" name="ratings" [(ngModel)]="ratings" placeholder="vceo 40 V, ic 200 mA" autocomplete="off" />
        </app-field>
        <button mat-stroked-button type="submit" [disabled]="!part().trim() || !(legs().trim() || ratings().trim())">Note it</button>
      </form>
      @if (trouble()) {
        <p class="wrong" role="alert">{{ trouble() }}</p>
      }
      <ul class="notes">
        @for (note of shown(); track note.part) {
          <li>
            <h2>{{ note.part }}</h2>
            @if (note.read.length) {
              <app-legs-drawing [part]="note.part" [legs]="note.read" />
            }
            @if (note.ratings) {
              <p>{{ note.ratings }}</p>
            }
            <p class="quiet">{{ note.from.join(', ') }}</p>
          </li>
        } @empty {
          <li class="quiet">
            {{
              notes().length
                ? 'Nothing known goes by that.'
                : 'Nothing is noted yet. What cards, drawers and comparisons of parts know stands here.'
            }}
          </li>
        }
      </ul>
    </div>
  `,
  styles: `
    header .box {
      width: 260px;
    }
    form {
      display: flex;
      gap: 12px;
      align-items: flex-end;
      flex-wrap: wrap;
      margin-bottom: 16px;
    }
    .notes {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
      gap: 20px;
    }
    .notes li {
      display: flex;
      flex-direction: column;
      gap: 6px;
      align-items: flex-start;
    }
    app-legs-drawing {
      padding: 4px 14px;
    }
  `,
})
export class LegsPage {
  private readonly shop = inject(ShopRepository);
  private readonly changes = inject(ShopChanges);
  private readonly stock = fromStore('the stock', this.shop.stock$, []);
  private readonly cards = fromStore('the cards', this.shop.cards$, []);
  private readonly history = inject(JobHistory);
  private readonly kept = resource({ loader: () => this.history.substitutes() });
  protected readonly words = signal('');
  protected readonly part = signal('');
  protected readonly legs = signal('');
  protected readonly ratings = signal('');
  protected readonly trouble = signal('');

  protected readonly notes = computed(() =>
    partNotes({ stock: this.stock(), cards: this.cards(), kept: this.kept.hasValue() ? this.kept.value() : [] }),
  );
  protected readonly shown = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    return this.notes()
      .filter(({ part, legs, ratings }) => words.every((word) => `${part} ${legs} ${ratings}`.toLowerCase().includes(word)))
      .slice(0, 200)
      .map((note) => ({ ...note, read: readLegs(note.legs) }));
  });

  /** A note is kept with the item of stock of that name; where there is none, with one of which none is here. */
  protected async add(): Promise<void> {
    const [part, legs, ratings] = [this.part(), this.legs(), this.ratings()].map((text) => text.trim()) as [string, string, string];
    const had = this.stock().find((item) => item.part.toLowerCase() === part.toLowerCase());
    const item = had ?? { id: crypto.randomUUID(), part, kind: '', quantity: 0, priceMinor: 0, drawer: '', supplier: '' };
    this.trouble.set('');
    try {
      await this.changes.saveStock([{ ...item, ...(legs ? { legs } : {}), ...(ratings ? { ratings } : {}) }]);
      for (const field of [this.part, this.legs, this.ratings]) field.set('');
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(notKeptText(error));
    }
  }
}
