import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { verdictNames, type ReadingVerdict } from '@amber-relay/core/words';

/** A verdict: the limits drawn as two bars, the reading as a contact face, always with its word. */
@Component({
  selector: 'app-verdict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 24 32" aria-hidden="true">
      @switch (of()) {
        @case ('in') {
          <path d="M1 9h22M1 23h22" stroke="currentColor" stroke-width="2" />
          <circle cx="12" cy="16" r="5.6" fill="currentColor" />
        }
        @case ('low') {
          <path d="M1 6h22M1 20h22" stroke="currentColor" stroke-width="2" />
          <path d="M3.5 23a8.5 8 0 0 0 17 0z" style="fill:var(--v-fill,currentColor)" stroke="currentColor" stroke-width="1.5" />
        }
        @case ('high') {
          <path d="M1 12h22M1 26h22" stroke="currentColor" stroke-width="2" />
          <path d="M3.5 9a8.5 8 0 0 1 17 0z" style="fill:var(--v-fill,currentColor)" stroke="currentColor" stroke-width="1.5" />
        }
        @case ('cant-tell') {
          <path d="M0 12h24M1 26h22" stroke="currentColor" stroke-width="2" />
          <circle cx="12" cy="12" r="8" fill="none" stroke="currentColor" stroke-width="2.5" />
        }
        @case ('dead') {
          <path d="M1 9h22M1 23h22" stroke="currentColor" stroke-width="2" />
        }
      }
    </svg>
    <span>{{ word() }}</span>
  `,
  host: { '[class]': 'of()' },
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 5px;
      font: var(--mat-sys-label-large);
      font-stretch: var(--ar-stretch-text);
      white-space: nowrap;
      color: var(--mat-sys-on-surface-variant);
    }
    svg {
      width: 21px;
      height: 28px;
      flex: none;
    }
    :host(.in) {
      color: var(--ar-works);
    }
    :host(.low),
    :host(.high) {
      color: var(--mat-sys-tertiary);
    }
    :host(.cant-tell) {
      color: var(--ar-unsure);
    }
    :host(.dead) {
      color: var(--mat-sys-on-surface);
    }
    :host(.no-limit) svg {
      display: none;
    }
  `,
})
export class Verdict {
  readonly of = input.required<ReadingVerdict>();
  protected readonly word = computed(() => verdictNames[this.of()]);
}
