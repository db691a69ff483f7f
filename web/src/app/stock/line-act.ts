import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import type { Happened } from '../storage/order-repository';
import { Choice, type ChoiceOption } from '../ui/choice';
import { Field } from '../ui/field';

/** That some of a line go back, or will not come. */
@Component({
  selector: 'app-line-act',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MatButton],
  template: `
    <form (ngSubmit)="said()" [attr.aria-label]="title()">
      <h2>{{ title() }}</h2>
      <div class="fields">
        <app-field label="How many" [refusal]="wrong()">
          <input class="box fig" name="count" inputmode="numeric" [(ngModel)]="count" autocomplete="off" />
        </app-field>
        <app-field label="Why" class="why">
          <input
            class="box"
            name="why"
            [(ngModel)]="why"
            [placeholder]="act() === 'back' ? 'measured 90 µF' : 'made no more'"
            autocomplete="off"
          />
        </app-field>
        @if (act() === 'back') {
          <app-choice label="What comes for them" [options]="options" [(value)]="again" />
        }
      </div>
      <div class="acts">
        <button mat-flat-button type="submit">{{ act() === 'back' ? 'They go back' : 'They will not come' }}</button>
        <button mat-button type="button" (click)="left.emit()">Leave</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 10px;
      margin: 12px 0;
      padding: 14px;
      background: var(--mat-sys-surface-container);
    }
    h2 {
      margin: 0;
    }
    .fields {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 10px 12px;
    }
    .why {
      flex: 1 1 240px;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
  `,
})
export class LineAct {
  readonly line = input.required<string>();
  readonly part = input.required<string>();
  readonly act = input.required<'back' | 'given-up'>();
  /** How many it usually is. */
  readonly usual = input.required<number>();
  readonly happened = output<Happened>();
  readonly left = output();
  protected readonly options: readonly ChoiceOption<'others' | 'money'>[] = [
    { value: 'others', name: 'Others come' },
    { value: 'money', name: 'The money' },
  ];
  protected readonly again = linkedSignal<string, 'others' | 'money'>({ source: this.line, computation: () => 'others' });
  protected readonly count = linkedSignal(() => String(this.usual()));
  protected readonly why = linkedSignal({ source: this.line, computation: () => '' });
  protected readonly title = computed(() => (this.act() === 'back' ? `Send back: ${this.part()}` : `Will not come: ${this.part()}`));
  protected readonly wrong = linkedSignal({ source: this.count, computation: () => '' });

  protected said(): void {
    const count = Number(this.count().trim());
    if (!Number.isInteger(count) || count < 1) return this.wrong.set(`"${this.count()}" is not how many. Write a whole number.`);
    const why = this.why().trim();
    this.happened.emit(
      this.act() === 'back'
        ? { kind: 'back', line: this.line(), count, why, again: this.again() === 'others' }
        : { kind: 'given-up', line: this.line(), count, why },
    );
  }
}
