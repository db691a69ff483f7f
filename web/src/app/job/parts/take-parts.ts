import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { partOf } from '@amber-relay/core/card';
import { readPastedList } from '@amber-relay/core/parts';
import { CardSheets } from '../../sheets/card-sheets';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';

/** Kinds of parts that are renewed together, as one calls them. */
const kindNames = [
  { kind: 'electrolytic', name: 'electrolytic' },
  { kind: 'transistor', name: 'transistor' },
  { kind: 'trimmer', name: 'trimmer' },
  { kind: 'relay', name: 'relay' },
] as const;

/** Puts parts on the list: pasted or typed, one line a part or several, or all of a sort that the card has. */
@Component({
  selector: 'app-take-parts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <form (ngSubmit)="take()" aria-label="Put on the list">
      <app-field
        label="Parts for the list"
        hint="As from a kit, a mail or a spreadsheet: C1-C4, C9: 47u 16V 105C 5x11. Ratings, size and pitch go with the value."
      >
        <textarea class="box" name="list" rows="5" [ngModel]="text()" (ngModelChange)="text.set($event)"></textarea>
      </app-field>
      @if (sorts().length) {
        <div class="acts">
          <span class="quiet">From the card and its sheets:</span>
          @for (sort of sorts(); track sort.name) {
            <button class="chip" type="button" (click)="add(sort.parts)">{{ sort.parts.length }} {{ sort.name }}</button>
          }
        </div>
      }
      @if (read().wrong.length) {
        <ul class="wrong" aria-label="Lines that are not understood">
          @for (one of read().wrong.slice(0, 5); track one.line) {
            <li>Line {{ one.line }}, “{{ one.text.trim() }}”: {{ one.message }}</li>
          }
          @if (read().wrong.length > 5) {
            <li>and {{ read().wrong.length - 5 }} more</li>
          }
        </ul>
      }
      <div class="acts">
        <button mat-flat-button type="submit" [disabled]="!read().parts.length">
          Put {{ read().parts.length }} {{ read().parts.length === 1 ? 'part' : 'parts' }} on the list
        </button>
        <input #file hidden type="file" accept=".csv,.tsv,.txt,text/*" aria-label="List of parts" (change)="readFile(file)" />
        <button mat-stroked-button type="button" (click)="file.click()">From a file</button>
        <button mat-button type="button" (click)="closed.emit()">Leave</button>
      </div>
    </form>
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    :host {
      height: auto;
    }
    form {
      display: grid;
      gap: 10px;
      padding: 12px;
      background: var(--mat-sys-surface-container);
    }
    textarea {
      width: 100%;
      min-height: 110px;
      font-family: var(--ar-font-figures, monospace);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
  `,
})
export class TakeParts {
  readonly closed = output();
  private readonly job = inject(JobOnBench);
  private readonly list = inject(ListOnBench);
  private readonly line = inject(LineOffer);
  private readonly sheets = inject(CardSheets, { optional: true });
  private readonly writer = inject(TapeWriter);
  protected readonly text = signal('');
  protected readonly read = computed(() => readPastedList(this.text(), this.line.context()));
  /** What the card has of a sort, and its sheets beside it, and the list has not yet. */
  protected readonly sorts = computed(() => {
    const known = new Set(this.list.parts().map(({ designator }) => designator));
    const card = this.job.card();
    const parts = (card?.parts ?? []).filter(({ designator }) => !known.has(designator));
    const ofCard = kindNames.map(({ kind, name }) => {
      const own = parts.filter((part) => part.kind === kind).map(({ designator }) => designator);
      return { name: own.length === 1 ? name : `${name}s`, parts: own };
    });
    const drawn = (this.sheets?.index().names() ?? []).filter(
      (name) => /^C\d/.test(name) && !known.has(name) && !(card && partOf(card, name)),
    );
    return [...ofCard, { name: 'more capacitors of the sheets', parts: drawn }].filter((sort) => sort.parts.length > 0);
  });

  /** Writes parts of the card into the lines, where one sees and mends them before they are taken. */
  protected add(parts: readonly string[]): void {
    const card = this.job.card();
    const lines = parts.map((name) => {
      const part = card && partOf(card, name);
      return [name, part?.value, part?.rating].filter(Boolean).join(' ');
    });
    this.text.update((text) => [text.trimEnd(), ...lines].filter(Boolean).join('\n'));
  }

  protected async readFile(picker: HTMLInputElement): Promise<void> {
    const [file] = picker.files ?? [];
    picker.value = '';
    if (!file) return;
    const lines = await file.text();
    this.text.update((text) => [text.trimEnd(), lines].filter(Boolean).join('\n'));
  }

  /** Takes what is understood; what is not stays where it can be mended. */
  protected async take(): Promise<void> {
    const { parts, wrong } = this.read();
    if (!parts.length || !(await this.writer.keepAll(parts))) return;
    this.text.set(wrong.map(({ text }) => text).join('\n'));
    if (!wrong.length) this.closed.emit();
  }
}
