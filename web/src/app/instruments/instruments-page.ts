import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Instrument, InstrumentAccuracy } from '@amber-relay/core/measure';
import { quantityText, unitSign, type Unit } from '@amber-relay/core/quantity';
import { LinkPanel } from './link-panel';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';

/** Instruments: what this bench can read and how well; every verdict reckons with it. */
@Component({
  selector: 'app-instruments-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LinkPanel],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Instruments">
      <header>
        <h1>Instruments</h1>
        <span class="quiet">Every verdict reckons with these: a reading too near its limit for the instrument is “can’t tell”.</span>
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
                <b>{{ i.name }}</b>
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
                <button class="chip" [attr.aria-pressed]="linking() === i.id" (click)="linking.set(i.id)">{{ i.link }}</button>
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
      @if (chosen(); as instrument) {
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
  private readonly instruments = computed(() => this.read() ?? []);
  /** Nothing is said of there being none before it was looked. */
  protected readonly empty = computed(() =>
    this.read() ? 'None listed: readings are then judged by their last digit alone. Instruments come in with an archive.' : 'Reading…',
  );
  /** The instrument whose link is being looked at. */
  protected readonly linking = signal<string | null>(null);
  protected readonly chosen = computed(() => this.instruments().find(({ id }) => id === this.linking()));
  protected readonly rows = computed(() =>
    this.instruments().map((i) => ({
      id: i.id,
      name: i.name,
      note: i.note ?? '',
      link: !i.link ? 'Link it' : i.link.host === 'stand-in' ? 'Stand-in' : `${i.link.host}:${i.link.port}`,
      reads: i.measures.map(unitSign).join(', ') + (i.words ? `, for ${i.words.join(', ')}` : ''),
      accuracy: accuracyText(i),
      more: [
        ...Object.entries(i.byUnit ?? {}).map(([unit, figures]) => `${unitSign(unit as Unit)}: ${accuracyText(figures)}`),
        ...(i.counter ? [counterText(i.counter)] : []),
        ...(i.calibrated ? [`calibrated ${i.calibrated}`] : []),
      ],
    })),
  );
}

/** `±0.5% + 2 digits`: an accuracy as a handbook writes it. */
function accuracyText(of: InstrumentAccuracy): string {
  const parts = [
    of.percentOfReading === undefined ? '' : `${of.percentOfReading}%`,
    of.percentOfRange === undefined ? '' : `${of.percentOfRange}% of range`,
    of.ppm === undefined ? '' : `${of.ppm} ppm`,
    of.ppmPerYear === undefined ? '' : `${of.ppmPerYear} ppm a year`,
    of.decibels === undefined ? '' : `${of.decibels} dB`,
    of.counts ? `${of.counts} digits` : of.resolution ? `a step of ${of.resolution}` : '',
  ].filter(Boolean);
  return parts.length > 0 ? `±${parts.join(' + ')}` : '';
}

const counterText = ({ kind, gatesS, displayDigits, prescaler }: NonNullable<Instrument['counter']>): string =>
  [
    `${kind}, gates ${gatesS.map((gate) => quantityText(gate, 's')).join(', ')}`,
    displayDigits === undefined ? '' : `${displayDigits} digits`,
    prescaler ? `÷${prescaler.by} above ${quantityText(prescaler.aboveHz, 'Hz')}` : '',
  ]
    .filter(Boolean)
    .join('; ');
