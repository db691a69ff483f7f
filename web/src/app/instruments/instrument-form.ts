import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { attempt } from '@amber-relay/core/errors';
import { accuracyText, instrumentKinds, readAccuracy, type Instrument, type InstrumentAccuracy } from '@amber-relay/core/measure';
import { parseQuantity, quantityText, units, unitSign, type Unit } from '@amber-relay/core/quantity';
import { ShopChanges } from '../storage/shop-changes';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Field } from '../ui/field';

/** One unit that it reads, as it is typed. */
interface Reads {
  readonly unit: string;
  readonly accuracy: string;
  readonly ranges: string;
  readonly steps: string;
}
interface Typed {
  readonly name: string;
  readonly reads: readonly Reads[];
  readonly words: string;
  readonly calibrated: string;
  readonly note: string;
}

const nothing: Reads = { unit: '', accuracy: '', ranges: '', steps: '' };
const listed = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map((word) => word.trim())
    .filter(Boolean);

/** What stands in the form of an instrument; the accuracy of each unit by itself. */
function typedOf(of: Omit<Instrument, 'id'>): Typed {
  return {
    name: of.name,
    reads: of.measures.map((unit): Reads => {
      const accuracy: InstrumentAccuracy = of.byUnit?.[unit] ?? of;
      return {
        unit: unit === '' ? 'gain' : unitSign(unit),
        accuracy: accuracyText(accuracy, unit),
        ranges: (accuracy.ranges ?? []).map((range) => quantityText(range, unit, { digits: 6 })).join(', '),
        steps: accuracy.displaySteps === undefined ? '' : String(accuracy.displaySteps),
      };
    }),
    words: (of.words ?? []).join(', '),
    calibrated: of.calibrated ?? '',
    note: of.note ?? '',
  };
}
const unitOf = (text: string): Unit | undefined =>
  text.trim().toLowerCase() === 'gain'
    ? ''
    : units.find((unit) => unit !== '' && [unit.toLowerCase(), unitSign(unit).toLowerCase()].includes(text.trim().toLowerCase()));

/** An instrument of the bench: what it reads, how well as its handbook says, and when it was calibrated. */
@Component({
  selector: 'app-instrument-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton, MatIconButton, MatIcon],
  template: `
    <form (ngSubmit)="keep()" [attr.aria-label]="instrument() ? 'Change ' + instrument()?.name : 'New instrument'">
      <div class="grid">
        @if (!instrument()) {
          <app-field label="Begin with" hint="Then put in what your own handbook says.">
            <select class="box" name="kind" (change)="begin($any($event.target).value)">
              <option value="">choose a kind</option>
              @for (kind of kinds; track kind.id) {
                <option [value]="kind.id">{{ kind.name }}</option>
              }
            </select>
          </app-field>
        }
        <app-field label="Name" [refusal]="wrong()['name'] ?? ''">
          <input class="box" name="name" [ngModel]="typed().name" (ngModelChange)="set({ name: $event })" autocomplete="off" />
        </app-field>
        <app-field label="Calibrated on" [refusal]="wrong()['calibrated'] ?? ''">
          <input
            class="box fig"
            name="calibrated"
            [ngModel]="typed().calibrated"
            (ngModelChange)="set({ calibrated: $event })"
            placeholder="2026-02-13"
            autocomplete="off"
          />
        </app-field>
        <app-field label="Only for the tests" hint="By the words one types; empty for any.">
          <input
            class="box"
            name="words"
            [ngModel]="typed().words"
            (ngModelChange)="set({ words: $event })"
            placeholder="sens, sq"
            autocomplete="off"
          />
        </app-field>
        <app-field label="Note">
          <input class="box" name="note" [ngModel]="typed().note" (ngModelChange)="set({ note: $event })" autocomplete="off" />
        </app-field>
      </div>
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Reads</th>
            <th scope="col">Accuracy, as in the handbook</th>
            <th scope="col">Ranges, full scale</th>
            <th scope="col">Steps of the display</th>
            <th><span class="visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index; let k = $index; let last = $last) {
            <tr>
              @for (column of columns; track column.field) {
                <td>
                  <app-field [label]="column.name + ' ' + (k + 1)" [unseen]="true" [refusal]="wrong()[column.field + k] ?? ''">
                    <input
                      class="box fig"
                      [name]="column.field + k"
                      [ngModel]="row[column.field]"
                      (ngModelChange)="cell(k, column.field, $event)"
                      [placeholder]="last ? column.sample : ''"
                      autocomplete="off"
                    />
                  </app-field>
                </td>
              }
              <td>
                @if (!last) {
                  <button mat-icon-button type="button" (click)="drop(k)" [attr.aria-label]="'Remove ' + row.unit">
                    <mat-icon svgIcon="close" />
                  </button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (trouble(); as text) {
        <p class="wrong" role="alert">{{ text }}</p>
      }
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!typed().name.trim()">Keep it</button>
        <button mat-button type="button" (click)="closed.emit()">Leave</button>
        @if (instrument()) {
          <button mat-button type="button" class="away" (click)="takeAway()">Take it off the bench</button>
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
      margin-top: 12px;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 10px 12px;
    }
    td:nth-child(1),
    td:nth-child(4) {
      width: 15%;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
    .away {
      margin-left: auto;
    }
  `,
})
export class InstrumentForm {
  /** The one to change; none for a new one. */
  readonly instrument = input<Instrument | null>(null);
  /** Those that are there, so that a new one has a name of its own. */
  readonly others = input<readonly Instrument[]>([]);
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  protected readonly kinds = instrumentKinds;
  protected readonly columns = [
    { field: 'unit', name: 'Unit', sample: 'V' },
    { field: 'accuracy', name: 'Accuracy', sample: '0.5% + 2 digits' },
    { field: 'ranges', name: 'Ranges', sample: '200m, 2, 20, 200' },
    { field: 'steps', name: 'Steps', sample: '20000' },
  ] as const;
  protected readonly typed = linkedSignal<Instrument | null, Typed>({
    source: this.instrument,
    computation: (instrument) => typedOf(instrument ?? { name: '', measures: [] }),
  });
  /** The kind it began with: what of it no field shows, such as the gates of a counter, is kept. */
  private readonly kind = signal<Omit<Instrument, 'id' | 'name'> | undefined>(undefined);
  protected readonly rows = computed(() => [...this.typed().reads, nothing]);
  protected readonly wrong = signal<Readonly<Record<string, string>>>({});
  protected readonly trouble = signal('');

  protected begin(id: string): void {
    const kind = instrumentKinds.find((each) => each.id === id);
    if (!kind) return;
    this.kind.set(kind.instrument);
    const { name, ...rest } = typedOf({ name: kind.name, ...kind.instrument });
    this.typed.update((typed) => ({ ...typed, ...rest, name: typed.name.trim() || name }));
  }

  protected set(change: Partial<Typed>): void {
    this.typed.update((typed) => ({ ...typed, ...change }));
  }

  protected cell(at: number, field: keyof Reads, text: string): void {
    this.set({
      reads: this.rows().flatMap((row, k) => (k === at ? [{ ...row, [field]: text }] : k < this.typed().reads.length ? [row] : [])),
    });
  }

  protected drop(at: number): void {
    this.set({ reads: this.typed().reads.filter((_, k) => k !== at) });
  }

  /** What was typed, as an instrument; what cannot be read stands under its field. */
  private made(): Instrument | undefined {
    const typed = this.typed();
    const wrong: Record<string, string> = {};
    const byUnit: Partial<Record<Unit, InstrumentAccuracy>> = {};
    typed.reads.forEach((row, k) => {
      if (!Object.values(row).some((cell) => (cell as string).trim())) return;
      const unit = unitOf(row.unit);
      if (unit === undefined) return void (wrong[`unit${k}`] = `"${row.unit}" is no unit known here: V, A, ohm, Hz, W, dBm, dB, %, F, H …`);
      const accuracy = attempt(() => readAccuracy(row.accuracy, unit));
      const ranges = attempt(() => listed(row.ranges).map((range) => parseQuantity(range, { unit }).value));
      const steps = row.steps.replace(/[\s.,']/g, '');
      if (!accuracy.ok) wrong[`accuracy${k}`] = `${accuracy.failure.message} ${accuracy.failure.remedy}`;
      if (!ranges.ok || ranges.value.some((range) => range <= 0)) wrong[`ranges${k}`] = 'Write the full scales like 200m, 2, 20.';
      if (steps && !(Number(steps) >= 10)) wrong[`steps${k}`] = 'A whole number, such as 20000.';
      if (accuracy.ok && ranges.ok)
        byUnit[unit] = {
          ...accuracy.value,
          ...(ranges.value.length ? { ranges: ranges.value } : {}),
          ...(steps ? { displaySteps: Math.round(Number(steps)) } : {}),
        };
    });
    const measures = units.filter((unit) => byUnit[unit]);
    if (!typed.name.trim()) wrong['name'] = 'Give it a name.';
    else if (measures.length === 0 && Object.keys(wrong).length === 0) wrong['unit0'] = 'What does it read? Give at least one unit.';
    const calibrated = typed.calibrated.trim();
    if (calibrated && !(/^\d{4}-\d{2}-\d{2}$/.test(calibrated) && !Number.isNaN(Date.parse(calibrated))))
      wrong['calibrated'] = 'Write the day like 2026-02-13.';
    this.wrong.set(wrong);
    if (Object.keys(wrong).length) return undefined;
    const was = this.instrument() ?? this.kind();
    const words = listed(typed.words).map((word) => word.toLowerCase());
    return {
      id: this.instrument()?.id ?? this.ownId(typed.name),
      name: typed.name.trim(),
      measures,
      byUnit,
      ...(words.length ? { words } : {}),
      ...(was?.counter && measures.includes('Hz') ? { counter: was.counter } : {}),
      ...(calibrated ? { calibrated } : {}),
      ...(was?.checks ? { checks: was.checks } : {}),
      ...(typed.note.trim() ? { note: typed.note.trim() } : {}),
      ...(was?.link ? { link: was.link } : {}),
    };
  }

  private ownId(name: string): string {
    const plain =
      name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-+|-+$/g, '') || 'instrument';
    const taken = (id: string): boolean => this.others().some((other) => other.id === id);
    let id = plain;
    for (let n = 2; taken(id); n += 1) id = `${plain}-${n}`;
    return id;
  }

  protected async keep(): Promise<void> {
    const instrument = this.made();
    if (instrument) await this.done(() => this.changes.saveInstrument(instrument));
  }

  protected async takeAway(): Promise<void> {
    const instrument = this.instrument();
    if (instrument) await this.done(() => this.changes.dropInstrument(instrument));
  }

  private async done(act: () => Promise<void>): Promise<void> {
    try {
      await act();
      this.closed.emit();
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} What you typed is still here.`);
    }
  }
}
