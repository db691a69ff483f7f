import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { mendCautions, mendNames, mends, type Mend } from '@amber-relay/core/words';
import { CardSheets } from '../../sheets/card-sheets';
import { Choice } from '../../ui/choice';
import { Field } from '../../ui/field';
import { Offers, type Offer } from '../../ui/offers';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { typedPlace } from '../typed-place';

/** The record of a repair without a part: cleaned, reflowed, reseated, and so on, and to what. */
@Component({
  selector: 'app-mend-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MatAutocompleteTrigger, MatButton, Offers],
  template: `
    <form (ngSubmit)="keep()" aria-label="Repair without a part">
      <app-choice label="What was done?" [options]="acts" [(value)]="act" />
      <div class="row">
        <app-field label="To what: a part, a section, or words" [refusal]="wrong()" class="grow">
          <input
            class="box"
            name="mended"
            [ngModel]="place()"
            (ngModelChange)="place.set($event)"
            [matAutocomplete]="offered.panel()"
            autocomplete="off"
          />
        </app-field>
        <app-offers #offered [from]="places()" [typed]="place()" />
        <app-field label="What of it" class="grow">
          <input class="box" name="detail" [ngModel]="detail()" (ngModelChange)="detail.set($event)" autocomplete="off" />
        </app-field>
        <button mat-flat-button type="submit" [disabled]="!act() || !(place().trim() || detail().trim())">Record it</button>
      </div>
      @if (caution()) {
        <p class="caution" role="note">{{ caution() }}</p>
      }
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
    }
    .row {
      display: flex;
      gap: 12px;
      align-items: flex-end;
    }
  `,
})
export class MendForm {
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly sheets = inject(CardSheets, { optional: true });
  protected readonly acts = mends.map((value) => ({ value, name: mendNames[value] }));
  protected readonly act = signal<Mend | null>(null);
  protected readonly place = signal('');
  protected readonly detail = signal('');
  protected readonly wrong = signal('');
  protected readonly caution = computed(() => {
    const act = this.act();
    return (act && mendCautions[act]) ?? '';
  });
  protected readonly places = computed((): Offer[] => [
    ...(this.job.card()?.parts ?? []).map(({ designator, value }) => ({ value: designator, says: value })),
    ...(this.job.card()?.sections ?? []).map(({ name }) => ({ value: name })),
  ]);

  /** Keeps what was done; what was typed goes only when it is kept. */
  protected async keep(): Promise<void> {
    const act = this.act();
    const place = typedPlace(this.place(), this.job.card(), (name) => this.sheets?.index().has(name) ?? false);
    this.wrong.set('refusal' in place ? place.refusal : '');
    if (!act || 'refusal' in place) return;
    const { words, ...at } = place;
    const text = [words, this.detail().trim()].filter(Boolean).join(', ');
    if (!(await this.writer.keep({ kind: 'remedy', remedy: act, ...at, ...(text ? { text } : {}) }))) return;
    this.act.set(null);
    this.place.set('');
    this.detail.set('');
  }
}
