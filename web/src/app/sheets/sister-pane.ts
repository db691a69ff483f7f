import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, output, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { partOf, pointOf, type Card } from '@amber-relay/core/card';
import { sameValue, sistersOf } from '@amber-relay/core/parts';
import { fromStore } from '../storage/from-store';
import { SheetRepository } from '../storage/sheet-repository';
import { ShopRepository } from '../storage/shop-repository';
import { ThemeChoice } from '../ui/theme';
import { CardSheets } from './card-sheets';
import type { Focus } from './desk-state';
import { SheetView, type Pressed } from './sheet-view';
import { SisterChoice } from './sister-choice';

/** A sheet of another card, beside this one: the same circuit as another maker or another year drew it. */
@Component({
  selector: 'app-sister-pane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, SheetView],
  providers: [CardSheets],
  template: `
    <header>
      <select aria-label="Card beside it" (change)="choice.take(own().id, $any($event.target).value)">
        @for (sister of sisters(); track sister.card.id) {
          <option [value]="sister.card.id" [selected]="sister.card.id === card()?.id">{{ sister.name }}</option>
        }
      </select>
      <select aria-label="Its sheet" (change)="chosen.set($any($event.target).value)">
        @for (sheet of sheets.sheets(); track sheet.id) {
          <option [value]="sheet.id" [selected]="sheet.id === shown()?.id">{{ sheet.order }} {{ sheet.title }}</option>
        }
      </select>
      <form (submit)="$event.preventDefault(); go(box.value)">
        <input
          #box
          class="box fig"
          name="sister-go"
          aria-label="Go to a part of it"
          placeholder="q7"
          list="names-on-sister"
          autocomplete="off"
          spellcheck="false"
        />
        <datalist id="names-on-sister">
          @for (name of sheets.index().names(); track name) {
            <option [value]="name"></option>
          }
        </datalist>
      </form>
      <button class="tool" aria-label="Put the other card away" (click)="closed.emit()"><mat-icon svgIcon="close" /></button>
    </header>
    <p class="says" aria-live="polite">
      {{ says() }}
      @for (designator of same(); track designator) {
        <button class="chip fig" (click)="go(designator)">{{ designator }}</button>
      }
    </p>
    @if (shown(); as s) {
      @if (sheets.fileOf(s); as file) {
        <app-sheet-view
          [sheet]="s"
          [file]="file"
          [places]="sheets.placesOn(s.id)"
          [focus]="focus()"
          [dark]="dark()"
          (pressed)="press($event)"
        />
      }
    }
  `,
  styleUrl: './tool.scss',
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-width: 0;
      min-height: 0;
    }
    header {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px;
      min-height: 40px;
      padding: 0 4px 0 8px;
    }
    .box {
      width: 90px;
      height: 40px;
    }
    .says {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
      min-height: 40px;
      margin: 0;
      padding: 0 8px;
    }
    app-sheet-view {
      flex: 1;
    }
  `,
})
export class SisterPane {
  /** The card whose sheets lie on the desk, and the part of it in hand. */
  readonly own = input.required<Card>();
  readonly name = input<string | null>(null);
  readonly closed = output();
  protected readonly sheets = inject(CardSheets);
  protected readonly choice = inject(SisterChoice);
  private readonly theme = inject(ThemeChoice).theme;
  private readonly cards = fromStore('the cards', inject(ShopRepository).cards$, []);
  private readonly drawn = fromStore('the sheets of all cards', inject(SheetRepository).cardsWithSheets$);
  protected readonly sisters = computed(() => {
    const drawn = new Set(this.drawn());
    return sistersOf(
      this.own(),
      this.cards().filter(({ id }) => drawn.has(id)),
    ).map(({ card, alike }) => ({ card, alike, name: `${card.chassis}${alike.length ? `, ${alike.length} alike` : ''}` }));
  });
  private readonly sister = computed(() => {
    const all = this.sisters();
    return all.find(({ card }) => card.id === this.choice.of(this.own().id)) ?? all[0];
  });
  protected readonly card = computed(() => this.sister()?.card);
  protected readonly chosen = linkedSignal<string | undefined, string>({ source: () => this.card()?.id, computation: () => '' });
  protected readonly focus = linkedSignal<string | undefined, Focus | null>({ source: () => this.card()?.id, computation: () => null });
  /** The part of the other card that was gone to. */
  private readonly at = linkedSignal<string | undefined, string>({ source: () => this.card()?.id, computation: () => '' });
  private readonly missing = signal('');
  protected readonly shown = computed(() => {
    const all = this.sheets.sheets();
    return all.find(({ id }) => id === this.chosen()) ?? all.find(({ kind }) => kind === 'schematic') ?? all[0];
  });
  protected readonly dark = computed(() => this.theme() === 'bench');
  protected readonly same = computed(() => {
    const [card, name] = [this.card(), this.name()];
    return card && name ? sameValue(this.own(), name, card).slice(0, 6) : [];
  });
  protected readonly says = computed(() => {
    const [card, at, name] = [this.card(), this.at(), this.name()];
    if (!card) return this.drawn() ? 'No other card of this shop has sheets.' : '';
    if (this.missing()) return this.missing();
    const part = at ? partOf(card, at) : undefined;
    const point = at ? pointOf(card, at) : undefined;
    if (at) return `${at}: ${part ? [part.value, part.rating].filter(Boolean).join(', ') : (point?.name ?? 'not on its card')}.`;
    if (name && this.same().length) return `The value of ${name} stands there as`;
    const alike = this.sister()?.alike ?? [];
    return alike.length ? `Both have ${alike.slice(0, 4).join(', ')}.` : '';
  });

  constructor() {
    effect(() => this.sheets.card.set(this.card()));
    // Another part in hand is another question.
    effect(() => {
      this.name();
      this.at.set('');
      this.missing.set('');
    });
  }

  protected go(typed: string): void {
    const name = typed.trim().toUpperCase();
    const spot = this.sheets.index().spotOn(name, ['schematic', 'block', 'other']) ?? this.sheets.index().spots(name)[0];
    this.missing.set(spot || !name ? '' : `${name} stands on none of its sheets.`);
    if (!spot) return;
    this.at.set(name);
    this.chosen.set(spot.sheet.id);
    this.focus.set({ place: spot.place });
  }

  protected press({ place }: Pressed): void {
    if (!place) return;
    this.missing.set('');
    this.at.set(place.name);
  }
}
