import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { unitSign } from '@amber-relay/core/quantity';
import { catchError, of } from 'rxjs';
import { ShopRepository } from '../storage/shop-repository';

/** Instruments: what this bench can read and how well; every verdict reckons with it. */
@Component({
  selector: 'app-instruments-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
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
          </tr>
        </thead>
        <tbody>
          @for (i of rows(); track i.id) {
            <tr>
              <td>
                <b>{{ i.name }}</b>
              </td>
              <td class="ref">{{ i.reads }}</td>
              <td class="fig">{{ i.accuracy }}</td>
              <td class="quiet">{{ i.note }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4" class="quiet">
                None listed: readings are then judged by their last digit alone. Instruments come in with an archive.
              </td>
            </tr>
          }
        </tbody>
      </table>
      <p class="panel">Coming: reading a linked instrument with one key, and its simulated stand-in.</p>
    </div>
  `,
  styles: `
    .panel {
      margin-top: 16px;
    }
    td {
      white-space: normal;
    }
  `,
})
export class InstrumentsPage {
  private readonly instruments = toSignal(inject(ShopRepository).instruments$.pipe(catchError(() => of([]))), { initialValue: [] });
  protected readonly rows = computed(() =>
    this.instruments().map((i) => ({
      id: i.id,
      name: i.name,
      note: i.note ?? '',
      reads: i.measures.map(unitSign).join(', '),
      accuracy: [
        i.percentOfReading === undefined ? '' : `±${i.percentOfReading}%`,
        i.ppm === undefined ? '' : `±${i.ppm} ppm`,
        i.decibels === undefined ? '' : `±${i.decibels} dB`,
        i.resolution ? `+ ${i.resolution}` : '',
      ]
        .filter(Boolean)
        .join(' '),
    })),
  );
}
