import { ChangeDetectionStrategy, Component, input, model, ViewEncapsulation } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';

/** One of the things that can be chosen. */
export interface ChoiceOption<T> {
  readonly value: T;
  readonly name: string;
}

/**
 * One of a few, all of them in sight: a group of radio buttons in the look of chips. Arrows go from one to the next and choose it, so
 * that it is for what can be chosen without harm, never for what is written down at once.
 */
@Component({
  selector: 'app-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  encapsulation: ViewEncapsulation.None,
  imports: [MatButtonToggle, MatButtonToggleGroup],
  template: `
    <mat-button-toggle-group hideSingleSelectionIndicator [value]="value()" (change)="value.set($event.value)" [attr.aria-label]="label()">
      @for (option of options(); track option.value) {
        <mat-button-toggle disableRipple [value]="option.value">{{ option.name }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
  `,
  styles: `
    app-choice {
      display: block;
      min-width: 0;
    }
    app-choice .mat-button-toggle-group.mat-button-toggle-group-appearance-standard {
      flex-wrap: wrap;
      gap: var(--choice-gap, 6px);
      border: 0;
      border-radius: 0;
      overflow: visible;
    }
    app-choice .mat-button-toggle.mat-button-toggle-appearance-standard.mat-button-toggle {
      border: 0;
      border-radius: var(--ar-corner-dome);
      box-shadow: inset 0 0 0 1px var(--mat-sys-outline);
    }
    app-choice .mat-button-toggle.mat-button-toggle-checked.mat-button-toggle-appearance-standard {
      background: var(--mat-sys-secondary-container);
      box-shadow: inset 0 0 0 2px var(--mat-sys-primary);
    }
    app-choice .mat-button-toggle .mat-button-toggle-label-content.mat-button-toggle-label-content {
      padding: 0 var(--choice-padding, 14px);
      line-height: var(--ar-hit);
      font: var(--mat-sys-label-large);
      line-height: var(--ar-hit);
      font-weight: 500;
      font-stretch: var(--ar-stretch-text);
    }
    app-choice .mat-button-toggle-button {
      min-width: var(--ar-hit);
    }
    app-choice .mat-button-toggle-button:focus-visible {
      outline: 3px solid var(--ar-focus);
      outline-offset: 2px;
      border-radius: var(--ar-corner-dome);
    }
  `,
})
export class Choice<T> {
  /** What is chosen between, for those who do not see it. */
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption<T>[]>();
  readonly value = model.required<T>();
}
