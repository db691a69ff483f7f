import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Report } from '@amber-relay/core/job';
import { dateText } from '../../ui/clock-text';
import { LinePictureView } from './line-picture';

/** The hand-back sheet on the screen and on paper. */
@Component({
  selector: 'app-report-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LinePictureView],
  template: `
    @let r = report();
    <article>
      <header>
        <div>
          <h2>{{ r.shop.name }}</h2>
          <p class="quiet">{{ r.shop.address }}</p>
        </div>
        <div class="right">
          <p class="fig">Job {{ r.job.number }}</p>
          <p class="quiet">{{ day(r.job.bookedInAt) }}</p>
        </div>
      </header>
      <p>
        <b>{{ r.set.maker }} {{ r.set.model }}</b
        >, serial <span class="ref">{{ r.set.serial || 'not noted' }}</span>, of {{ r.customer.name }}
      </p>
      <h3>Complaint</h3>
      <p>{{ r.complaint }}</p>
      @if (r.agreed.length) {
        <h3>Agreed</h3>
        <ul>
          @for (line of r.agreed; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      <h3>Found</h3>
      <ul>
        @for (line of r.found; track $index) {
          <li>{{ line }}</li>
        } @empty {
          <li class="quiet">nothing recorded</li>
        }
      </ul>
      @for (c of r.causes; track c.what) {
        <h3>{{ c.what }}</h3>
        <ul>
          @for (line of c.lines; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      <h3>Done</h3>
      <ul>
        @for (line of r.done; track $index) {
          <li>{{ line }}</li>
        } @empty {
          <li class="quiet">nothing recorded</li>
        }
      </ul>
      @if (r.parts.length) {
        <h3>Parts</h3>
        <table class="plain">
          <thead>
            <tr>
              <th>Part</th>
              <th>Old</th>
              <th>New</th>
              <th>Why</th>
              <th class="num">Price</th>
            </tr>
          </thead>
          <tbody>
            @for (p of r.parts; track $index) {
              <tr>
                <td class="ref">{{ p.what }}</td>
                <td>{{ p.old }}</td>
                <td>{{ p.fitted }}</td>
                <td>{{ p.why }}</td>
                <td class="num">{{ p.price }}</td>
              </tr>
            }
          </tbody>
        </table>
      }
      @if (r.aligned.length) {
        <h3>Alignment</h3>
        <table class="plain">
          <thead>
            <tr>
              <th>Step</th>
              <th>Wanted</th>
              <th>Before</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            @for (a of r.aligned; track $index) {
              <tr>
                <td>{{ a.name }}</td>
                <td>{{ a.wanted }}</td>
                <td>{{ a.before || '–' }}</td>
                <td>
                  <b>{{ a.after || '–' }}</b>
                  @if (a.says) {
                    <br /><small class="quiet">{{ a.says }}</small>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      @for (sweep of r.swept; track $index) {
        <h3>Read step by step: {{ sweep.title }}</h3>
        <div class="swept">
          <table class="plain">
            <thead>
              <tr>
                <th>Step</th>
                <th>Before</th>
                <th>After</th>
              </tr>
            </thead>
            <tbody>
              @for (row of sweep.rows; track row.step) {
                <tr>
                  <td>{{ row.step }}</td>
                  <td>{{ row.before || '–' }}</td>
                  <td>
                    <b>{{ row.after.text }}</b>&ngsp;<small>{{ row.after.verdict }}</small>
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <div>
            @if (sweep.picture; as picture) {
              <app-line-picture [picture]="picture" [label]="sweep.title + ': ' + sweep.apart" />
            }
            @if (sweep.apart) {
              <p>{{ sweep.apart }}</p>
            }
          </div>
        </div>
      }
      @if (r.tests.length || r.notDone.length) {
        <h3>Tests</h3>
      }
      @if (r.tests.length) {
        <table class="plain">
          <thead>
            <tr>
              <th>Test</th>
              <th>Limits</th>
              <th>Before</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            @for (t of r.tests; track $index) {
              <tr>
                <td>
                  {{ t.name }}<br /><small class="quiet">{{ t.condition }}</small>
                </td>
                <td>{{ t.limits }}</td>
                <td>
                  {{ t.before.text }}&ngsp;<small>{{ t.before.verdict }}</small>
                </td>
                <td>
                  <b>{{ t.after.text }}</b>&ngsp;<small>{{ t.after.verdict }}</small>
                  @if (t.note) {
                    <br /><small class="quiet">{{ t.note }}</small>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      @if (r.notDone.length) {
        <p class="quiet">Not tested: {{ r.notDone.join('; ') }}</p>
      }
      @if (r.compared.length) {
        <h3>Also before and after</h3>
        <table class="plain">
          <thead>
            <tr>
              <th>What</th>
              <th>Before</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            @for (t of r.compared; track $index) {
              <tr>
                <td>{{ t.name }}</td>
                <td>
                  {{ t.before.text }}&ngsp;<small>{{ t.before.verdict }}</small>
                </td>
                <td>
                  <b>{{ t.after.text }}</b>&ngsp;<small>{{ t.after.verdict }}</small>
                  @if (t.note) {
                    <br /><small class="quiet">{{ t.note }}</small>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      @for (run of r.recorded; track run.title) {
        <h3>Recorded: {{ run.title }}</h3>
        <div class="swept">
          <table class="plain">
            <thead>
              <tr>
                <th>What</th>
                <th class="num">{{ run.compared ? 'Before' : 'Measured' }}</th>
                @if (run.compared) {
                  <th class="num">After</th>
                }
              </tr>
            </thead>
            <tbody>
              @for (row of run.rows; track row.what) {
                <tr>
                  <td>{{ row.what }}</td>
                  <td class="num">{{ row.before || '–' }}</td>
                  @if (run.compared) {
                    <td class="num">
                      <b>{{ row.after || '–' }}</b>
                      @if (row.note) {
                        <br /><small class="quiet">{{ row.note }}</small>
                      }
                    </td>
                  }
                </tr>
              }
            </tbody>
          </table>
          <div>
            @for (one of run.pictures; track one.of) {
              <app-line-picture [picture]="one.picture" [of]="one.of" [label]="run.title + ': ' + one.of" />
            }
            @if (run.by) {
              <small class="quiet">{{ run.by }}</small>
            }
          </div>
        </div>
      }
      @if (r.watched.length) {
        <h3>Watched</h3>
        @for (run of r.watched; track $index) {
          <p>
            <b>{{ run.title }}</b>: {{ run.says }}
          </p>
          @if (run.picture; as picture) {
            <app-line-picture [picture]="picture" [label]="run.title" />
          }
        }
      }
      @if (r.measured.length) {
        <h3>Measured and worked out</h3>
        <ul>
          @for (line of r.measured; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      @if (r.modified.length) {
        <h3>Modified</h3>
        <ul>
          @for (line of r.modified; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      @if (r.toDo.length) {
        <h3>Found, and still to do</h3>
        <ul>
          @for (line of r.toDo; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      @if (r.leftAlone.length) {
        <h3>Found but left alone</h3>
        <ul>
          @for (line of r.leftAlone; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      @if (r.watchFor.length) {
        <h3>Watch for</h3>
        <ul>
          @for (line of r.watchFor; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      <h3>Price</h3>
      <table class="plain price">
        <tbody>
          @for (p of r.priceLines; track p.what) {
            <tr>
              <td>{{ p.what }}</td>
              <td class="num fig">{{ p.amount }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (r.limit) {
        <p class="quiet">Limit agreed: {{ r.limit }}</p>
      }
      <h3>Cautions</h3>
      <ul>
        @for (line of r.cautions; track $index) {
          <li>{{ line }}</li>
        }
      </ul>
    </article>
  `,
  styles: `
    .swept {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 16px;
      align-items: start;
    }
    article {
      background: var(--mat-sys-surface-container);
      padding: 16px 20px;
      box-shadow: inset 0 0 0 1px var(--mat-sys-outline-variant);
      max-width: 820px;
    }
    header {
      display: flex;
      justify-content: space-between;
      border-bottom: 2px solid var(--mat-sys-outline);
      padding-bottom: 8px;
      margin-bottom: 8px;
    }
    .right {
      text-align: right;
    }
    h3 {
      margin: 12px 0 2px;
    }
    li {
      padding-left: 14px;
      position: relative;
    }
    li::before {
      content: '';
      position: absolute;
      left: 0;
      top: 8px;
      width: 6px;
      height: 6px;
      background: var(--mat-sys-outline);
    }
    table.plain td {
      height: auto;
      padding: 4px 8px 4px 0;
      vertical-align: top;
    }
    .num {
      white-space: nowrap;
    }
    .price {
      max-width: 340px;
    }
    @media print {
      article {
        box-shadow: none;
        max-width: none;
        color: #000;
        background: #fff;
        padding: 0;
      }
      .quiet,
      table.plain th {
        color: #333;
      }
    }
  `,
})
export class ReportView {
  readonly report = input.required<Report>();
  protected readonly day = dateText;
}
