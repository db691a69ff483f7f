import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { PaperTable } from '@amber-relay/core/paper';

/** A table of a paper. */
@Component({
  selector: 'app-paper-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let t = table();
    <table class="plain" [class.few]="!t.head">
      @if (t.head; as head) {
        <thead>
          <tr>
            @for (text of head; track $index) {
              <th [class.num]="t.figures?.includes($index)">{{ text }}</th>
            }
          </tr>
        </thead>
      }
      <tbody>
        @for (row of t.rows; track $index) {
          <tr>
            @for (cell of row; track $index) {
              <td [class.num]="t.figures?.includes($index)" [class.fig]="!t.head && t.figures?.includes($index)">
                @if (cell.strong) {
                  <b>{{ cell.text }}</b>
                } @else {
                  {{ cell.text }}
                }
                @if (cell.small) {
                  &ngsp;<small>{{ cell.small }}</small>
                }
                @if (cell.note) {
                  <br /><small class="quiet">{{ cell.note }}</small>
                }
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
    }
    td {
      white-space: pre-line;
    }
    table.plain td {
      height: auto;
      padding: 4px 8px 4px 0;
      vertical-align: top;
    }
    .num {
      white-space: nowrap;
    }
    .few {
      max-width: 460px;
    }
    @media print {
      table.plain th,
      .quiet {
        color: #333;
      }
    }
  `,
})
export class PaperTableView {
  readonly table = input.required<PaperTable>();
}
