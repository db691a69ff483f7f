import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { isLocale } from '@amber-relay/core/job';
import { ownWordTrouble, paperDates, paperWords } from '@amber-relay/core/paper';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';
import { Field } from '../ui/field';

const groupNames: Readonly<Record<keyof typeof paperWords, string>> = {
  headings: 'Headings',
  columns: 'Heads of columns',
  lines: 'Lines',
  price: 'Price',
  verdicts: 'Results',
  cautions: 'Cautions',
};
const mostDays = 3650;

/** How the shop writes its hand-back sheets: warranty, dates, what stands at the foot, and its own words. */
@Component({
  selector: 'app-sheet-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <h2>The hand-back sheet</h2>
    <form (ngSubmit)="save()" (input)="touched()">
      <div class="row">
        <app-field label="Warranty, days" [refusal]="wrongDays()" hint="Empty: the sheet says nothing of it.">
          <input class="box fig few" name="days" inputmode="numeric" [(ngModel)]="days" autocomplete="off" />
        </app-field>
        <app-field label="Language of its dates" [refusal]="wrongLocale()" [hint]="sample()">
          <input class="box few" name="locale" [(ngModel)]="locale" placeholder="en-GB" autocomplete="off" />
        </app-field>
        <app-field label="At the foot of each sheet" class="grow" hint="Such as where to pay to, and a tax number.">
          <textarea class="box" name="foot" rows="2" [(ngModel)]="foot"></textarea>
        </app-field>
      </div>
      <button type="button" class="chip" [attr.aria-expanded]="open()" (click)="open.set(!open())">
        {{ own() ? own() + ' words of our own' : 'Words of our own' }}
      </button>
      @if (open()) {
        <p class="quiet">What is left empty is written as it stands here. What stands in braces is filled in on the sheet, and stays.</p>
        @for (group of groups; track group.name) {
          <fieldset>
            <legend>{{ group.name }}</legend>
            <div class="words">
              @for (word of group.words; track word) {
                <app-field [label]="word" [refusal]="troubleOf(word)">
                  <input
                    class="box"
                    [name]="word"
                    [attr.name]="word"
                    [ngModel]="words()[word] ?? ''"
                    (ngModelChange)="write(word, $event)"
                    autocomplete="off"
                  />
                </app-field>
              }
            </div>
          </fieldset>
        }
      }
      <div class="row">
        <button mat-stroked-button type="submit">Keep</button>
        @if (says()) {
          <p role="status">{{ says() }}</p>
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-direction: column;
      gap: 12px;
      width: 100%;
      align-items: stretch;
    }
    .row {
      display: flex;
      gap: 14px;
      flex-wrap: wrap;
      align-items: flex-start;
    }
    .few {
      width: 160px;
    }
    .chip {
      align-self: flex-start;
    }
    fieldset {
      border: 0;
      padding: 0;
      margin: 0;
    }
    legend {
      font-weight: 700;
      padding: 4px 0;
    }
    .words {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
      gap: 10px 14px;
      align-items: end;
    }
  `,
})
export class SheetForm {
  private readonly changes = inject(ShopChanges);
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  private readonly clock = inject(Clock);
  protected readonly groups = (Object.keys(paperWords) as (keyof typeof paperWords)[]).map((key) => ({
    name: groupNames[key],
    words: paperWords[key] as readonly string[],
  }));
  protected readonly days = signal('');
  protected readonly locale = signal('');
  protected readonly foot = signal('');
  protected readonly words = signal<Readonly<Record<string, string>>>({});
  protected readonly open = signal(false);
  protected readonly says = signal('');
  private readonly changed = signal(false);

  protected readonly own = computed(() => Object.values(this.words()).filter((text) => text.trim()).length);
  protected readonly wrongDays = computed(() => {
    const typed = this.days().trim();
    const days = Number(typed);
    return !typed || (Number.isInteger(days) && days >= 1 && days <= mostDays)
      ? ''
      : `"${typed}" is not a number of days from 1 to ${mostDays}.`;
  });
  protected readonly wrongLocale = computed(() => {
    const typed = this.locale().trim();
    return !typed || isLocale(typed) ? '' : `"${typed}" is no language that is known here. Write it like nl, de-CH or pt-BR.`;
  });
  protected readonly sample = computed(() => paperDates(this.locale().trim())(new Date(this.clock.minute()).toISOString()));

  constructor() {
    effect(() => {
      const shop = this.settings();
      if (!shop || this.changed()) return;
      this.days.set(shop.warrantyDays === undefined ? '' : String(shop.warrantyDays));
      this.locale.set(shop.paper?.locale ?? '');
      this.foot.set(shop.paper?.foot ?? '');
      this.words.set(shop.paper?.words ?? {});
    });
  }

  protected touched(): void {
    this.changed.set(true);
    this.says.set('');
  }

  protected write(word: string, text: string): void {
    this.words.update((words) => ({ ...words, [word]: text }));
  }

  protected troubleOf(word: string): string {
    const text = this.words()[word]?.trim();
    return text ? ownWordTrouble(word, text) : '';
  }

  protected async save(): Promise<void> {
    const before = this.settings();
    if (!before) return;
    const words = Object.entries(this.words()).flatMap(([word, text]) => (text.trim() ? [[word, text.trim()] as const] : []));
    const wrong = [this.wrongDays(), this.wrongLocale(), ...words.map(([word]) => this.troubleOf(word))].filter(Boolean).length;
    if (wrong) {
      this.open.update((open) => open || words.some(([word]) => this.troubleOf(word)));
      this.says.set(`Nothing was kept: ${wrong === 1 ? 'one field is' : `${wrong} fields are`} not right yet.`);
      return;
    }
    const { warrantyDays: _, paper: __, ...kept } = before;
    const paper = {
      ...(this.locale().trim() ? { locale: this.locale().trim() } : {}),
      ...(words.length ? { words: Object.fromEntries(words) } : {}),
      ...(this.foot().trim() ? { foot: this.foot().trim() } : {}),
    };
    await this.changes.saveSettings({
      ...kept,
      ...(this.days().trim() ? { warrantyDays: Number(this.days()) } : {}),
      ...(Object.keys(paper).length ? { paper } : {}),
    });
    this.changed.set(false);
    this.says.set('Kept.');
  }
}
