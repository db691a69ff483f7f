import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { verdictNames, type ReadingVerdict } from '@amber-relay/core/words';
import type { StageState } from '@amber-relay/core/job';
import { Choice } from './choice';
import { Field } from './field';
import { iconNames } from './icons';
import { Offers } from './offers';
import { StateMark } from './state-mark';
import { Verdict } from './verdict';

/** All that screens are made of, in both themes; only while the program is being developed, at `/ui`. */
@Component({
  selector: 'app-vocabulary-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, MatAutocompleteTrigger, MatButton, MatIcon, MatTooltip, Offers, StateMark, Verdict],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Vocabulary">
      <h1>What screens are made of</h1>
      <div class="themes">
        @for (theme of ['bench', 'daylight']; track theme) {
          <section [attr.data-theme]="theme" [attr.aria-label]="theme">
            <h2>Verdicts</h2>
            <p class="row wrap">
              @for (verdict of verdicts; track verdict) {
                <app-verdict [of]="verdict" />
              }
            </p>
            <h2>States of work</h2>
            <p class="row wrap">
              @for (state of states; track state) {
                <app-state-mark [of]="state" /><span>{{ state }}</span>
              }
            </p>
            <h2>One of a few, and pressed or not</h2>
            <app-choice label="Mode" [options]="modes" [(value)]="mode" />
            <p class="row wrap">
              <button class="chip" [attr.aria-pressed]="pressed()" (click)="pressed.set(!pressed())">previous hands</button>
              <button class="chip" matTooltip="base">B</button>
            </p>
            <h2>Fields</h2>
            <app-field label="Designator" hint="As it stands on the board">
              <input class="box fig" [ngModel]="typed()" (ngModelChange)="typed.set($event)" [matAutocomplete]="offers.panel()" />
            </app-field>
            <app-offers #offers [from]="parts" [typed]="typed()" />
            <app-field label="Price each" refusal='"0,4O" is not a price. Write it like 0.40; what you typed is still here.'>
              <input class="box fig" value="0,4O" />
            </app-field>
            <h2>Acts</h2>
            <p class="row wrap">
              <button mat-flat-button>Keep <kbd>Enter</kbd></button>
              <button mat-stroked-button>Print</button>
              <button mat-button>Leave</button>
              <button class="bare">Bare</button>
            </p>
            <h2>Things said</h2>
            <p class="attention">Look here: the total is above the limit agreed.</p>
            <p class="caution">Can hurt: the reservoir holds 650 V after it is switched off.</p>
            <p class="panel">A panel, with <span class="quiet">what is quiet</span> and <span class="wrong">what was refused</span>.</p>
            <h2>Figures</h2>
            <p class="row wrap"><span class="key">3.1 V</span><span class="fig">27.185 MHz</span><span class="ref">TP7</span></p>
            <span class="mini-tag fig">419</span>
            <h2>Icons</h2>
            <p class="row wrap">
              @for (icon of icons; track icon) {
                <mat-icon [svgIcon]="icon" [matTooltip]="icon" />
              }
            </p>
          </section>
        }
      </div>
    </div>
  `,
  styles: `
    .themes {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 16px;
    }
    section {
      display: flex;
      flex-direction: column;
      gap: 10px;
      padding: 16px;
      background: var(--mat-sys-surface);
      color: var(--mat-sys-on-surface);
      --v-fill: var(--ar-attention-fill);
    }
    .wrap {
      flex-wrap: wrap;
    }
  `,
})
export class VocabularyPage {
  protected readonly verdicts = Object.keys(verdictNames) as ReadingVerdict[];
  protected readonly states: readonly StageState[] = ['done', 'in-hand', 'missing', 'not-needed', 'not-begun'];
  protected readonly modes = ['AM', 'FM', 'USB', 'LSB'].map((name) => ({ value: name, name }));
  protected readonly mode = signal('AM');
  protected readonly pressed = signal(true);
  protected readonly typed = signal('');
  protected readonly parts = ['C31', 'Q3', 'TP7'].map((value) => ({ value, says: 'on the demo board' }));
  protected readonly icons = iconNames;
}
