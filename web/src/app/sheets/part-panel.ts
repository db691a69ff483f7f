import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Spot } from '@amber-relay/core/sheets';
import { MatTooltip } from '@angular/material/tooltip';
import { Pictures } from '../pictures/pictures';
import { Verdict } from '../ui/verdict';
import type { PartFacts } from './part-facts';

/** What is known of the part or point in hand: card, expected values, readings on this job, history in the shop. */
@Component({
  selector: 'app-part-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTooltip, Pictures, Verdict],
  template: `
    @let f = facts();
    <div class="head">
      <b class="name fig">{{ f.name }}</b>
      <span class="grow">{{ f.what }}</span>
      @if (f.section; as s) {
        <button class="chip" (click)="section.emit(s.id)">{{ s.name }}</button>
      }
      @if (measures()) {
        <button class="chip" (click)="measure.emit({ name: f.name })">Measure</button>
      }
    </div>
    @if (f.caution) {
      <p class="caution" role="note">{{ f.caution }}</p>
    }
    <div class="cells">
      <section aria-label="Expected">
        <h2>Should be</h2>
        @for (line of f.expected; track line) {
          <p>{{ line }}</p>
        } @empty {
          <p class="quiet">The card says nothing of it.</p>
        }
        @if (f.section?.watch; as watch) {
          <p class="quiet">Known here: {{ watch }}</p>
        }
      </section>
      @if (measures()) {
        <section aria-label="Readings on this job">
          <h2>Read on this job</h2>
          @for (r of f.readings; track r.key) {
            <p class="reading">
              <span class="quiet">{{ r.key }}</span> <span class="fig">{{ r.text }}</span> <app-verdict [of]="r.verdict" />
            </p>
          } @empty {
            <p class="quiet">Nothing yet.</p>
          }
          @if (f.pins.length) {
            <div class="pins" role="group" aria-label="Measure at a pin">
              @for (pin of f.pins; track pin.pin) {
                <button class="chip" [matTooltip]="pin.name" (click)="measure.emit({ name: f.name, pin: pin.pin })">{{ pin.pin }}</button>
              }
            </div>
          }
        </section>
      }
      @if (f.found.length || f.pictures.length) {
        <section aria-label="Found in First look">
          <h2>Found in First look</h2>
          @for (text of f.found; track $index) {
            <p>{{ text }}</p>
          }
          @if (f.pictures.length && jobId()) {
            <app-pictures [jobId]="jobId()" [only]="f.pictures" />
          }
        </section>
      }
      <section aria-label="History and other sheets">
        <h2>In this shop</h2>
        <p data-history>{{ f.history }}</p>
        @if (f.spots.length > 1) {
          <div class="pins" role="group" aria-label="Also on">
            @for (spot of f.spots.slice(0, 8); track $index) {
              <button class="chip" (click)="goTo.emit(spot)">{{ spot.sheet.order }} {{ spot.sheet.title }}</button>
            }
          </div>
        }
      </section>
    </div>
  `,
  styles: `
    :host {
      display: block;
      padding: 6px 12px 8px;
      overflow-y: auto;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .head {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 40px;
    }
    .name {
      font: var(--ar-reading);
      font-stretch: var(--ar-stretch-figure);
    }
    .cells {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
      gap: 4px 16px;
    }
    h2 {
      font: 500 14px/18px var(--ar-font-text);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
    .reading {
      display: flex;
      align-items: center;
      gap: 8px;
    }
    .pins {
      display: flex;
      flex-wrap: wrap;
      gap: 4px;
      max-height: 84px;
      overflow-y: auto;
    }
  `,
})
export class PartPanel {
  readonly facts = input.required<PartFacts>();
  /** On a job one can measure; on a card alone there is nothing to measure. */
  readonly measures = input(false);
  readonly jobId = input('');
  readonly measure = output<{ name: string; pin?: string }>();
  readonly section = output<string>();
  readonly goTo = output<Spot>();
}
