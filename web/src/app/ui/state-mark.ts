import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { StageState } from '@amber-relay/core/job';

/** A state of work: a pair of contacts that closes. The word stands beside it. */
@Component({
  selector: 'app-state-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 28 24" aria-hidden="true">
      @switch (of()) {
        @case ('done') {
          <path d="M6 3.5v17a8.5 8.5 0 0 0 0-17zM23 3.5v17a8.5 8.5 0 0 1 0-17z" fill="currentColor" />
          <path d="M0 12h6M23 12h5" stroke="currentColor" stroke-width="2" />
        }
        @case ('in-hand') {
          <path d="M5 3.5v17a8.5 8.5 0 0 0 0-17z" fill="currentColor" />
          <path d="M23 4.5v15a7.5 7.5 0 0 1 0-15z" fill="none" stroke="currentColor" stroke-width="2" />
          <path d="M0 12h5M24 12h4" stroke="currentColor" stroke-width="2" />
        }
        @case ('missing') {
          <path d="M2 5.5v13a6.5 6.5 0 0 0 0-13zM26 5.5v13a6.5 6.5 0 0 1 0-13z" fill="none" stroke="currentColor" stroke-width="1.75" />
          <path d="M12.25 1.75h3.5v20.5h-3.5z" style="fill:var(--v-fill,currentColor)" stroke="currentColor" stroke-width="1" />
        }
        @case ('not-needed') {
          <path d="M8 5v14M20 5v14" stroke="currentColor" stroke-width="2" />
        }
        @default {
          <path d="M3 5.5v13a6.5 6.5 0 0 0 0-13zM25 5.5v13a6.5 6.5 0 0 1 0-13z" fill="none" stroke="currentColor" stroke-width="1.75" />
        }
      }
    </svg>
  `,
  host: { '[class]': 'of()' },
  styles: `
    :host {
      display: block;
      color: var(--mat-sys-on-surface-variant);
    }
    svg {
      width: 28px;
      height: 24px;
    }
    :host(.done) {
      color: var(--ar-works);
    }
    :host(.in-hand) {
      color: var(--mat-sys-on-surface);
    }
    :host(.missing) {
      color: var(--mat-sys-tertiary);
    }
  `,
})
export class StateMark {
  readonly of = input.required<StageState>();
}
