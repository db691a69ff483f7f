import { afterRenderEffect, ChangeDetectionStrategy, Component, type ElementRef, input, viewChild } from '@angular/core';

let made = 0;

/**
 * A field with its name above and what is said of it below, all of it linked: whoever comes to the field by key or by ear is told
 * why it was refused. The control itself is written within, as `<app-field label="Price each"><input class="box" /></app-field>`.
 */
@Component({
  selector: 'app-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'field' },
  template: `
    <label [for]="controlId" [class.visually-hidden]="unseen()">{{ label() }}</label>
    <div #control><ng-content /></div>
    @if (refusal(); as text) {
      <p class="wrong" [id]="saysId" role="alert">{{ text }}</p>
    } @else if (hint(); as text) {
      <p class="hint" [id]="saysId">{{ text }}</p>
    }
  `,
})
export class Field {
  readonly label = input.required<string>();
  /** Its name is not shown, only spoken. */
  readonly unseen = input(false);
  /** Why what was typed is refused, and how to mend it; empty where it is not. */
  readonly refusal = input('');
  readonly hint = input('');
  private readonly within = viewChild.required<ElementRef<HTMLElement>>('control');
  protected readonly controlId = `field-${(made += 1)}`;
  protected readonly saysId = `${this.controlId}-says`;

  constructor() {
    afterRenderEffect(() => {
      const control = this.within().nativeElement.querySelector<HTMLElement>('input, select, textarea');
      if (!control) return;
      control.id = this.controlId;
      const says = this.refusal() || this.hint();
      if (says) control.setAttribute('aria-describedby', this.saysId);
      else control.removeAttribute('aria-describedby');
      if (this.refusal()) control.setAttribute('aria-invalid', 'true');
      else control.removeAttribute('aria-invalid');
    });
  }
}
