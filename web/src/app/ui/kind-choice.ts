import { ChangeDetectionStrategy, Component, computed, effect, input, linkedSignal, output, signal } from '@angular/core';
import { cardFromKind, setKindList, usualBands, usualModes, type Card, type SetKind } from '@amber-relay/core/card';
import { attempt } from '@amber-relay/core/errors';
import { Field } from './field';

/** What kind of set it is, with its modes and bands: at most three answers, and there is a card to work with. */
@Component({
  selector: 'app-kind-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field],
  template: `
    <app-field label="Which kind of set is it?">
      <select class="box" name="kind" (change)="kindId.set($any($event.target).value)">
        <option value="">not said: Trace and limits need a card</option>
        @for (k of kinds; track k.id) {
          <option [value]="k.id">{{ k.name }}</option>
        }
      </select>
    </app-field>
    @if (kind(); as k) {
      @for (group of groups(); track group.name) {
        <div class="chips" role="group" [attr.aria-label]="group.name">
          @for (one of group.all; track one) {
            <button
              type="button"
              class="chip"
              [attr.aria-pressed]="group.chosen().includes(one)"
              (click)="group.chosen.set(toggled(group.chosen(), group.all, one))"
            >
              {{ one }}
            </button>
          }
        </div>
      }
      @if (wrong()) {
        <p class="attention">{{ wrong() }}</p>
      } @else if (card(); as begun) {
        <p class="quiet">
          It begins with {{ begun.sections.length }} sections, {{ begun.functions.length }} functions and {{ begun.limits.length }} tests
          that are typical of the kind. They become this chassis’ own as you work.
          @for (lack of k.lacks; track lack) {
            <span>Mind: {{ lack }}. </span>
          }
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
  `,
})
export class KindChoice {
  readonly maker = input.required<string>();
  readonly model = input.required<string>();
  /** Around which it was made. */
  readonly year = input.required<number>();
  /** Ids of the cards that are there: a new one never takes the place of another. */
  readonly taken = input.required<readonly string[]>();
  /** What S9 is set to in this shop, in volts; a template gives null where the shop says nothing. */
  readonly s9V = input<number | null>();
  /** The card that is made of the answers; undefined while there is none. */
  readonly made = output<Card | undefined>();

  protected readonly kinds = setKindList;
  protected readonly kindId = signal('');
  protected readonly kind = computed(() => setKindList.find(({ id }) => id === this.kindId()));
  protected readonly modes = linkedSignal<SetKind | undefined, readonly string[]>({
    source: this.kind,
    computation: (kind) => (kind ? usualModes(kind) : []),
  });
  protected readonly bands = linkedSignal<SetKind | undefined, readonly string[]>({
    source: this.kind,
    computation: (kind) => (kind ? usualBands(kind) : []),
  });
  /** What is asked beside the kind: where there is but one mode, or no band, nothing. */
  protected readonly groups = computed(() => {
    const { modes = [], bands = [] } = this.kind() ?? {};
    return [
      ...(modes.length > 1 ? [{ name: 'Modes', all: modes, chosen: this.modes }] : []),
      ...(bands.length ? [{ name: 'Bands', all: bands, chosen: this.bands }] : []),
    ];
  });
  private readonly begun = computed(() => {
    const kind = this.kind();
    const [maker, model] = [this.maker().trim(), this.model().trim()];
    if (!kind || !maker || !model) return undefined;
    const s9V = this.s9V() ?? undefined;
    return attempt(() => {
      const card = cardFromKind(kind, {
        maker,
        model,
        modes: this.modes(),
        bands: this.bands(),
        year: this.year(),
        ...(s9V === undefined ? {} : { s9V }),
      });
      let id = card.id;
      for (let n = 2; this.taken().includes(id); n += 1) id = `${card.id}-${n}`;
      return { ...card, id };
    });
  });
  protected readonly card = computed(() => {
    const begun = this.begun();
    return begun?.ok ? begun.value : undefined;
  });
  protected readonly wrong = computed(() => {
    const begun = this.begun();
    return begun && !begun.ok ? `${begun.failure.message} ${begun.failure.remedy}` : '';
  });

  constructor() {
    effect(() => this.made.emit(this.card()));
  }

  /** One more of the modes or bands, or one less, in the order of the kind. */
  protected toggled(list: readonly string[], all: readonly string[], one: string): readonly string[] {
    return all.filter((each) => (each === one ? !list.includes(one) : list.includes(each)));
  }
}
