import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { attempt } from '@amber-relay/core/errors';
import { readHistory, type LabelRead } from '@amber-relay/core/job';
import { Field } from '../ui/field';
import { codeInPicture } from './code-in-picture';

/** Reads the label that another workshop left in a set: from a picture of its code, or its text as a scanner types it. */
@Component({
  selector: 'app-label-reader',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <app-field
      label="What the code of its label says"
      [refusal]="trouble()"
      hint="A scanner types it here; or choose a picture of the label."
    >
      <textarea class="box" name="label" rows="3" [ngModel]="text()" (ngModelChange)="text.set($event); trouble.set('')"></textarea>
    </app-field>
    <div class="row">
      <button mat-stroked-button type="button" (click)="take()" [disabled]="!text().trim()">Take it over</button>
      <label class="chip"
        >From a picture<input #file type="file" accept="image/*" (change)="fromPicture(file)" aria-label="A picture of the label"
      /></label>
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .row {
      display: flex;
      gap: 8px;
      align-items: center;
    }
  `,
})
export class LabelReader {
  readonly read = output<LabelRead>();
  protected readonly text = signal('');
  protected readonly trouble = signal('');

  protected take(): void {
    const read = attempt(() => readHistory(this.text()));
    if (read.ok) this.read.emit(read.value);
    else this.trouble.set(`${read.failure.message} ${read.failure.remedy}`);
  }

  protected async fromPicture(picker: HTMLInputElement): Promise<void> {
    const [file] = picker.files ?? [];
    picker.value = '';
    if (!file) return;
    const found = await codeInPicture(file);
    if (found === undefined)
      return this.trouble.set(`No code can be read in "${file.name}". Take it nearer, sharp and straight, or type the set in.`);
    this.text.set(found);
    this.trouble.set('');
    this.take();
  }
}
