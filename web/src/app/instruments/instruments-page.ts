import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { accuracyText, biasesOf, biasText, type Instrument } from '@amber-relay/core/measure';
import { quantityText, unitSign, type Unit } from '@amber-relay/core/quantity';
import { CheckPanel, checkText } from './check-panel';
import { InstrumentForm } from './instrument-form';
import { LinkPanel } from './link-panel';
import { fromStore } from '../storage/from-store';
import { JobHistory } from '../storage/job-history';
import { ShopRepository } from '../storage/shop-repository';

/** Instruments: what this bench can read and how well; every verdict reckons with it. */
@Component({
  selector: 'app-instruments-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CheckPanel, InstrumentForm, LinkPanel, MatButton],
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
                <button class="chip" [attr.aria-pressed]="linking() === i.id" (click)="close(); linking.set(i.id)">
                  {{ i.link }}
                </button>
                <button
                  class="chip"
                  [attr.aria-pressed]="checking() === i.id"
                  [attr.aria-label]="'Checks of ' + i.name"
                  (click)="close(); checking.set(i.id)"
                >
                  Check
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
      } @else if (checked(); as instrument) {
        <app-check-panel [instrument]="instrument" (closed)="checking.set(null)" />
      } @else {
        <section aria-labelledby="compared">
          <h2 id="compared">Held against each other</h2>
          @for (line of compared() ?? []; track line) {
            <p [class.attention]="line.apart">{{ line.text }}</p>
          } @empty {
            <p class="quiet">
              {{
                compared()
                  ? 'Nothing was read by two instruments yet. Name the instrument at the end of a line, and read the same thing with another: tp7 3.10v by ' +
                    example()
                  : ''
              }}
            </p>
          }
          @if (!compared()) {
            <button class="chip" (click)="compare()">Look through all jobs</button>
          }
        </section>
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
    td .chip {
      margin: 0 6px 6px 0;
    }
    section p {
      margin: 4px 0;
    }
    h2 {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      margin: 16px 0 8px;
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
  private readonly jobs = inject(JobHistory);
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
        ...(i.checks?.slice(-1).map((check) => `checked: ${checkText(check)}`) ?? []),
      ],
    })),
  );

  /** The instrument whose checks are being looked at. */
  protected readonly checking = signal<string | null>(null);
  protected readonly checked = computed(() => this.instruments().find(({ id }) => id === this.checking()));
  protected readonly example = computed(() => this.instruments()[0]?.name.toLowerCase() ?? 'bench meter');
  /** What instruments read of the same things; undefined until it was asked for, for all tapes are gone through. */
  protected readonly compared = signal<readonly { readonly text: string; readonly apart: boolean }[] | undefined>(undefined);

  protected open(id: string): void {
    this.close();
    this.editing.set(id);
  }

  protected close(): void {
    this.linking.set(null);
    this.checking.set(null);
    this.editing.set(null);
  }

  protected async compare(): Promise<void> {
    const doubles = await this.jobs.doubleReadings(this.instruments());
    const names = new Map(this.instruments().map(({ id, name }) => [id, name]));
    this.compared.set([
      ...biasesOf(doubles.map(({ pair }) => pair)).map((bias) => ({
        text: `${names.get(bias.instrument) ?? bias.instrument} ${biasText(bias)}.`,
        apart: false,
      })),
      ...doubles.map(({ job, of, says, agree }) => ({ text: `Job ${job}, ${of}: ${says}`, apart: !agree })),
    ]);
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
