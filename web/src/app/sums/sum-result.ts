import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { ResultView } from './result-view';

/** What came out of a sum besides its leading figures: sentences, lines and tables. */
@Component({
  selector: 'app-sum-result',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (text of view().sentences; track $index) {
      <p class="sentence">{{ text }}</p>
    }
    @if (view().lines.length > 0) {
      <dl>
        @for (line of view().lines; track line.title) {
          <div>
            <dt>{{ line.title }}</dt>
            <dd class="fig">
              {{ line.text }}
              @if (line.spread) {
                <small>{{ line.spread }}</small>
              }
            </dd>
          </div>
        }
      </dl>
    }
    @for (table of view().tables; track table.title) {
      <h2>{{ table.title }}</h2>
      <div class="scroll" tabindex="0" role="group" [attr.aria-label]="table.title">
        <table class="plain">
          <thead>
            <tr>
              @for (column of table.columns; track $index) {
                <th scope="col" [class.num]="column.isFigure">{{ column.title }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of table.rows; track $index) {
              <tr>
                @for (cell of row; track $index; let k = $index) {
                  <td class="fig" [class.num]="table.columns[k]!.isFigure">{{ cell }}</td>
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (table.more > 0) {
        <p class="quiet">And {{ table.more }} more.</p>
      }
    }
  `,
  styleUrl: './sum-result.scss',
})
export class SumResult {
  readonly view = input.required<ResultView>();
}
