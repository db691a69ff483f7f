import { ChangeDetectionStrategy, Component, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import type { Person } from '@amber-relay/core/day';
import type { Wish } from '@amber-relay/core/job';
import { minutesOf } from '@amber-relay/core/line';
import { spanText } from '@amber-relay/core/tape';
import { Field } from '../ui/field';

/** What is said of a job besides its place: a day before which it is not begun, who does it, and how much work is left. */
@Component({
  selector: 'app-wish-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <form class="panel" (ngSubmit)="keep()" [attr.aria-label]="'Plan of ' + number()">
      <b>{{ number() }}: what the plan is to know</b>
      <app-field label="Not before"><input class="box" type="date" name="notBefore" [(ngModel)]="day" /></app-field>
      <app-field label="Work that is left" hint="like 45 min or 2 h 30" [refusal]="refused()"
        ><input class="box" name="left" [(ngModel)]="left"
      /></app-field>
      @if (people().length > 1) {
        <app-field label="Who does it"
          ><select class="box" name="by" [(ngModel)]="by">
            <option value="">whoever is free</option>
            @for (person of people(); track person.name) {
              <option [value]="person.name">{{ person.name }}</option>
            }
          </select></app-field
        >
      }
      <span class="acts">
        <button mat-flat-button type="submit">Keep</button>
        <button mat-button type="button" (click)="closed.emit()">Leave as it was</button>
      </span>
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 14px;
      align-items: start;
      margin-bottom: 8px;
    }
    b {
      flex: 1 0 100%;
    }
    app-field {
      width: 190px;
    }
    .acts {
      align-self: end;
    }
  `,
})
export class WishForm {
  readonly number = input.required<number>();
  readonly wish = input<Wish>();
  readonly people = input.required<readonly Person[]>();
  readonly kept = output<Pick<Wish, 'notBefore' | 'minutes' | 'by'>>();
  readonly closed = output();
  protected readonly day = linkedSignal({ source: this.number, computation: () => this.wish()?.notBefore ?? '' });
  protected readonly left = linkedSignal({
    source: this.number,
    computation: () => (this.wish()?.minutes === undefined ? '' : spanText(this.wish()?.minutes ?? 0)),
  });
  protected readonly by = linkedSignal({ source: this.number, computation: () => this.wish()?.by ?? '' });
  protected readonly refused = signal('');

  protected keep(): void {
    const typed = this.left().trim();
    const minutes = typed ? minutesOf(typed) : undefined;
    if (typed && !minutes) return this.refused.set(`"${typed}" is no time. Write it like 45 min or 2 h 30; nothing was changed.`);
    this.refused.set('');
    this.kept.emit({
      ...(this.day() ? { notBefore: this.day() } : {}),
      ...(minutes ? { minutes } : {}),
      ...(this.by() ? { by: this.by() } : {}),
    });
  }
}
