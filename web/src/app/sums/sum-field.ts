import { ChangeDetectionStrategy, Component, computed, forwardRef, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { unitSign } from '@amber-relay/core/quantity';
import { Choice } from '../ui/choice';
import { typed, type FieldSpec, type FormRow, type FormText } from '@amber-relay/core/sums';

/** One field of a sum, made from its declaration: a box in trade notation, a choice, or a table of such. */
@Component({
  selector: 'app-sum-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, MatIconButton, MatIcon, forwardRef(() => SumField)],
  templateUrl: './sum-field.html',
  styleUrl: './sum-field.scss',
})
export class SumField {
  readonly spec = input.required<FieldSpec>();
  readonly path = input.required<string>();
  readonly text = input<FormText | undefined>();
  /** What is wrong, by path. */
  readonly wrong = input<Readonly<Record<string, string>>>({});
  /** Within a row of a table the column names the field. */
  readonly bare = input(false);
  /** Set before the name in a table, such as `Stages, row 2`. */
  readonly within = input('');
  readonly changed = output<FormText>();

  /** Sizes are asked for in millimetres, as parts are measured. */
  protected readonly unit = computed(() =>
    this.spec().unit === 'm' ? 'mm' : unitSign(this.spec().unit ?? '') || (this.spec().shownUnit ?? ''),
  );
  protected readonly prefix = computed(() => (this.within() ? `${this.within()}, ` : ''));
  protected readonly label = computed(() => this.prefix() + this.spec().title);
  /** What is wrong with this field, or with one of a list in it. */
  protected readonly mistake = computed((): string | undefined => {
    const [wrong, path] = [this.wrong(), this.path()];
    if (this.spec().parts) return wrong[path];
    return wrong[path] ?? Object.entries(wrong).find(([at]) => at.startsWith(`${path}.`))?.[1];
  });
  protected readonly id = computed(() => `field-${this.path().replaceAll('.', '-')}`);
  protected readonly plain = computed(() => (typeof this.text() === 'string' ? (this.text() as string) : ''));
  protected readonly samples = computed(() => {
    const text = this.text();
    return Array.isArray(text) && typeof text[0] === 'number' ? (text as readonly number[]) : undefined;
  });
  protected readonly group = computed((): FormRow => {
    const text = this.text();
    return typeof text === 'object' && !Array.isArray(text) ? (text as FormRow) : {};
  });
  /** The rows that are there and one more to begin on. */
  protected readonly rows = computed((): FormRow[] => {
    const text = this.text();
    const given = Array.isArray(text) && typeof text[0] !== 'number' ? (text as readonly FormRow[]) : [];
    return [...given, {}];
  });
  protected readonly placeholder = computed(() => {
    const { default: fallback, optional } = this.spec();
    if (typeof fallback === 'number') return typed(fallback, this.spec());
    if (fallback !== undefined) return String(fallback);
    return optional && !this.bare() ? 'if known' : '';
  });
  protected readonly options = computed(() => (this.spec().kind === 'yes-no' ? ['yes', 'no'] : (this.spec().choices ?? []).map(String)));
  protected readonly named = computed(() => this.options().map((option) => ({ value: option, name: option })));
  /** What stands under it: what is wrong, or else what is wanted. */
  protected readonly says = computed(() => this.mistake() ?? (this.bare() ? undefined : this.spec().hint));
  protected readonly chosen = computed(() => this.plain() || (this.spec().default === undefined ? '' : this.defaultText()));
  /** Two or three short words to choose from stand side by side. */
  protected readonly isToggle = computed(
    () =>
      (this.spec().kind === 'choice' || this.spec().kind === 'yes-no') &&
      !this.bare() &&
      !(this.spec().optional && this.spec().default === undefined) &&
      this.options().length <= 3 &&
      this.options().join('').length <= 10,
  );
  protected readonly wide = computed(() =>
    ['rows', 'group', 'figures', 'texts', 'named-figures', 'named-values'].includes(this.spec().kind),
  );

  private defaultText(): string {
    const { default: fallback } = this.spec();
    return fallback === true ? 'yes' : fallback === false ? 'no' : String(fallback);
  }

  protected part(spec: FieldSpec, text: FormText): void {
    this.changed.emit({ ...this.group(), [spec.name]: text });
  }

  protected cell(row: number, spec: FieldSpec, text: FormText): void {
    const rows = this.rows().map((each, k) => (k === row ? { ...each, [spec.name]: text } : each));
    this.changed.emit(row === rows.length - 1 ? rows : rows.slice(0, -1));
  }

  protected remove(row: number): void {
    this.changed.emit(
      this.rows()
        .slice(0, -1)
        .filter((_, k) => k !== row),
    );
  }
}
