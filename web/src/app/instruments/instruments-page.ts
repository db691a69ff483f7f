import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { accuracyText, type Instrument } from '@amber-relay/core/measure';
import { quantityText, unitSign, type Unit } from '@amber-relay/core/quantity';
import { InstrumentForm } from './instrument-form';
import { LinkPanel } from './link-panel';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';

/** Instruments: what this bench can read and how well; every verdict reckons with it. */
@Component({
  selector: 'app-instruments-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InstrumentForm, LinkPanel, MatButton],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Instruments">
      <header>
        <h1>Instruments</h1>
        <span class="quiet grow">Every verdict reckons with these: a reading too near its limit for the instrument is “can’t tell”.</span>
        <button mat-flat-button (click)="open('new')">Add an instrument</button>
      </header>
      <table class="plain">
        <thead>
          <tr>
            <th>Instrument</th>
            <th>Reads</th>
            <th>Accuracy</th>
            <th>Note</th>
            <th>Link</th>
          </tr>
        </thead>
        <tbody>
          @for (i of rows(); track i.id) {
            <tr>
              <td>
                <button class="bare name" (click)="open(i.id)" [attr.aria-label]="'Change ' + i.name">
                  <b>{{ i.name }}</b>
                </button>
              </td>
              <td class="ref">{{ i.reads }}</td>
              <td>
                <span class="fig">{{ i.accuracy }}</span>
                @for (line of i.more; track line) {
                  <small>{{ line }}</small>
                }
              </td>
              <td class="quiet">{{ i.note }}</td>
              <td>
                <button class="chip" [attr.aria-pressed]="linking() === i.id" (click)="editing.set(null); linking.set(i.id)">
                  {{ i.link }}
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="5" class="quiet">
                {{ empty() }}
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (editing()) {
        <app-instrument-form [instrument]="edited()" [others]="instruments()" (closed)="editing.set(null)" />
      } @else if (chosen(); as instrument) {
        <app-link-panel [instrument]="instrument" (closed)="linking.set(null)" />
      } @else {
        <p class="quiet below">
          A linked instrument is read at the entry line of a job: name a point, a test or a channel, and press <kbd>F9</kbd>. The stand-ins
          of the demo shop answer as real ones would, with what a set with that fault shows.
        </p>
      }
    </div>
  `,
  styles: `
    .below {
      margin-top: 16px;
      max-width: 80ch;
    }
    td {
      white-space: normal;
      vertical-align: top;
      padding-block: 8px;
    }
    .name {
      min-height: 40px;
      text-align: left;
    }
    small {
      display: block;
      font: var(--mat-sys-body-medium);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
  `,
})
export class InstrumentsPage {
  private readonly read = fromStore('the instruments', inject(ShopRepository).instruments$);
  protected readonly instruments = computed(() => this.read() ?? []);
  /** Nothing is said of there being none before it was looked. */
  protected readonly empty = computed(() =>
    this.read() ? 'None listed: readings are then judged by their last digit alone. Add what stands on your bench.' : 'Reading…',
  );
  /** The instrument whose link is being looked at. */
  protected readonly linking = signal<string | null>(null);
  protected readonly chosen = computed(() => this.instruments().find(({ id }) => id === this.linking()));
  /** The instrument that is being changed, or `new`. */
  protected readonly editing = signal<string | null>(null);
  protected readonly edited = computed(() => this.instruments().find(({ id }) => id === this.editing()) ?? null);
  protected readonly rows = computed(() =>
    this.instruments().map((i) => ({
      id: i.id,
      name: i.name,
      note: i.note ?? '',
      link: !i.link ? 'Link it' : i.link.host === 'stand-in' ? 'Stand-in' : `${i.link.host}:${i.link.port}`,
      reads: i.measures.map(unitSign).join(', ') + (i.words ? `, for ${i.words.join(', ')}` : ''),
      accuracy: accuracyText(i, i.measures[0] ?? ''),
      more: [
        ...Object.entries(i.byUnit ?? {}).map(([unit, figures]) => `${unitSign(unit as Unit)}: ${accuracyText(figures, unit as Unit)}`),
        ...(i.counter ? [counterText(i.counter)] : []),
        ...(i.calibrated ? [`calibrated ${i.calibrated}`] : []),
      ],
    })),
  );

  protected open(id: string): void {
    this.linking.set(null);
    this.editing.set(id);
  }
}

const counterText = ({ kind, gatesS, displayDigits, prescaler }: NonNullable<Instrument['counter']>): string =>
  [
    `${kind}, gates ${gatesS.map((gate) => quantityText(gate, 's')).join(', ')}`,
    displayDigits === undefined ? '' : `${displayDigits} digits`,
    prescaler ? `÷${prescaler.by} above ${quantityText(prescaler.aboveHz, 'Hz')}` : '',
  ]
    .filter(Boolean)
    .join('; ');
