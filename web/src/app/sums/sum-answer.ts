import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Verdict } from '../ui/verdict';
import type { ResultView } from './result-view';

/** The answer where one looks first: the leading figures and the verdict, or what is still wanted. */
@Component({
  selector: 'app-sum-answer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Verdict],
  template: `
    @if (view(); as got) {
      @for (tile of got.tiles; track tile.title) {
        <div class="tile">
          <span>{{ tile.title }}</span>
          <b class="key">{{ tile.text }}</b>
          @if (tile.spread) {
            <small>{{ tile.spread }}</small>
          }
        </div>
      }
      @if (got.verdict; as said) {
        <div class="tile">
          <span>{{ said.title }}</span>
          @if (said.of; as of) {
            <app-verdict [of]="of" />
          } @else {
            <b class="word">{{ said.text }}</b>
          }
        </div>
      }
      @if (got.tiles.length === 0 && !got.verdict) {
        <p>{{ inWords() }}</p>
      }
    } @else {
      <p role="status">{{ asked() }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex: none;
      min-height: 76px;
      border-block: 1px solid var(--mat-sys-outline-variant);
    }
    .tile {
      display: flex;
      flex: 1 1 auto;
      flex-direction: column;
      justify-content: center;
      gap: 2px;
      min-width: 0;
      padding: 6px 12px;
    }
    .tile:first-child {
      padding-left: 0;
    }
    .tile + .tile {
      border-left: 1px solid var(--mat-sys-outline-variant);
    }
    .tile > span {
      font: var(--mat-sys-body-medium);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
    .word,
    p {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
    }
    p {
      align-self: center;
    }
    small {
      font: var(--mat-sys-body-small);
      font-size: 14px;
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
  `,
})
export class SumAnswer {
  readonly view = input<ResultView>();
  /** Said in place of figures where a sum has none to show large. */
  readonly inWords = input('');
  /** What is still wanted, while there is no result. */
  readonly asked = input('');
}
