import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { keptAsTests } from '@amber-relay/core/feed';
import { limitsText } from '@amber-relay/core/measure';
import { quantityText } from '@amber-relay/core/quantity';
import { curveOf, recordedText, type EntryOf, type RecordedFigure } from '@amber-relay/core/tape';
import { recordedNames } from '@amber-relay/core/words';
import { Verdict } from '../../ui/verdict';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';

/** What a recording told, ready to be kept. */
export interface Recorded {
  readonly of: EntryOf<'recording'>['of'];
  readonly from: string;
  /** By what it was measured, as it stands on the readings. */
  readonly by: string;
  readonly seconds: number;
  readonly condition: EntryOf<'recording'>['condition'];
  readonly figures: readonly RecordedFigure[];
  readonly troubles: readonly string[];
  readonly cannot: readonly string[];
  readonly nominalHz?: number;
  readonly receiver?: string;
  readonly curve?: readonly (readonly [number, number])[];
}

const size = { width: 700, height: 130 } as const;

/** The figures of a recording, each with its ± and beside the test of the card that it is one of; one press keeps them all. */
@Component({
  selector: 'app-recorded',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, Verdict],
  template: `
    @for (trouble of recorded().troubles; track trouble) {
      <p class="attention" role="status">{{ trouble }}</p>
    }
    @if (recorded().figures.length) {
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">What it told</th>
            <th scope="col">Figure</th>
            @if (judges()) {
              <th scope="col">Beside its test</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index) {
            <tr [attr.data-recorded]="row.what">
              <td>{{ row.name }}</td>
              <td class="fig">{{ row.text }}</td>
              <td [hidden]="!judges()">
                @for (test of row.tests; track test.limit.id) {
                  <label class="test">
                    <input type="checkbox" [checked]="ticked().has(test.limit.id)" (change)="tick(test.limit.id)" />
                    <span
                      >{{ test.limit.name }} <span class="fig quiet">{{ test.limits }}</span></span
                    >
                    <app-verdict [of]="test.verdict" />
                    @if (test.asks) {
                      <small class="quiet">only if it was measured {{ test.asks }}</small>
                    }
                    @if (test.wouldTell) {
                      <small class="quiet">{{ test.wouldTell }}</small>
                    }
                  </label>
                } @empty {
                  <span class="quiet"><span aria-hidden="true">–</span><span class="visually-hidden">no test of this card</span></span>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
    @if (path(); as p) {
      <figure>
        <svg [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height" preserveAspectRatio="none" role="img" [attr.aria-label]="p.label">
          <path class="grid" [attr.d]="p.grid" />
          <path class="trace" [attr.d]="p.d" />
        </svg>
        <figcaption class="quiet row">
          <span>{{ p.from }}</span><span class="grow">{{ p.label }}</span
          ><span>{{ p.to }}</span>
        </figcaption>
      </figure>
    }
    @if (recorded().cannot.length) {
      <p class="quiet">It cannot tell {{ recorded().cannot.join('; ') }}.</p>
    }
    @if (recorded().figures.length) {
      <div class="row">
        <button mat-flat-button [disabled]="keeping()" (click)="keep()">Keep</button>
        <span class="quiet">{{ says() }}</span>
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    p,
    figure {
      margin: 0;
    }
    table {
      table-layout: fixed;
    }
    th:first-child {
      width: 23%;
    }
    th:nth-child(2) {
      width: 33%;
    }
    td {
      height: 40px;
    }
    .test {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 40px;
      flex-wrap: wrap;
    }
    .test input {
      width: 22px;
      height: 22px;
    }
    .row {
      display: flex;
      align-items: center;
      gap: 10px;
    }
    svg {
      width: 100%;
      height: 130px;
      background: var(--mat-sys-surface-container-lowest);
      border: 1px solid var(--mat-sys-outline-variant);
    }
    path {
      fill: none;
      vector-effect: non-scaling-stroke;
    }
    .trace {
      stroke: var(--mat-sys-on-surface);
      stroke-width: 2;
    }
    .grid {
      stroke: var(--mat-sys-outline-variant);
    }
    figcaption .grow {
      text-align: center;
    }
  `,
})
export class RecordedView {
  readonly recorded = input.required<Recorded>();
  readonly kept = output();
  private readonly line = inject(LineOffer);
  private readonly writer = inject(TapeWriter);
  protected readonly size = size;
  /** While it is written, a second press must not write it again. */
  protected readonly keeping = signal(false);

  private readonly tests = computed(() => {
    const { figures, by, condition } = this.recorded();
    return keptAsTests(figures, by, condition, this.line.context());
  });
  /** What was ticked by hand, and what unticked; it stays until something else is recorded. */
  private readonly byHand = linkedSignal<Recorded, ReadonlyMap<string, boolean>>({ source: this.recorded, computation: () => new Map() });
  /** Ticked of themselves are those of which all that the test asks for was said. */
  protected readonly ticked = computed(
    () => new Set(this.tests().flatMap(({ limit, asks }) => ((this.byHand().get(limit.id) ?? !asks) ? [limit.id] : []))),
  );

  protected readonly rows = computed(() =>
    this.recorded().figures.map((figure) => ({
      what: figure.what,
      name: recordedNames[figure.what],
      text: recordedText(figure),
      tests: this.tests()
        .filter((test) => test.figure === figure)
        .map(({ limit, body, asks }) => ({
          limit,
          asks,
          verdict: body.verdict,
          wouldTell: body.wouldTell ?? '',
          limits: limitsText(limit.low, limit.high, limit.unit),
        })),
    })),
  );
  /** Whether the card has any test: without one there is nothing to stand beside. */
  protected readonly judges = computed(() => (this.line.context().card?.limits.length ?? 0) > 0);
  protected readonly says = computed(() => {
    const n = this.ticked().size;
    return `on the tape${n ? `, and as ${n === 1 ? 'a reading of one test' : `readings of ${n} tests`}` : ''}`;
  });

  protected readonly path = computed(() => {
    const { curve = [] } = this.recorded();
    const [first, last] = [curve[0], curve.at(-1)];
    if (!first || !last || last[0] <= first[0]) return undefined;
    const levels = curve.map(([, dB]) => dB);
    const [low, high] = [Math.max(-100, Math.min(...levels)), Math.max(...levels)];
    const x = (hz: number): number => ((hz - first[0]) / (last[0] - first[0])) * size.width;
    const y = (dB: number): number => 6 + ((high - dB) / Math.max(1, high - low)) * (size.height - 12);
    const hz = (value: number): string => quantityText(value, 'Hz', { digits: 3 });
    return {
      d: curve.map(([at, dB], k) => `${k ? 'L' : 'M'}${x(at).toFixed(1)} ${y(dB).toFixed(1)}`).join(''),
      grid: Array.from({ length: 12 }, (_, k) => Math.ceil(low / 20) * 20 + 20 * k)
        .filter((dB) => dB <= high)
        .map((dB) => `M0 ${y(dB).toFixed(1)}H${size.width}`)
        .join(''),
      from: hz(first[0]),
      to: hz(last[0]),
      label: `${curveOf(this.recorded())}, ${quantityText(low, 'dB', { step: 1 })} to ${quantityText(high, 'dB', { step: 1 })}, a line every 20 dB`,
    };
  });

  protected tick(id: string): void {
    this.byHand.update((before) => new Map(before).set(id, !this.ticked().has(id)));
  }

  /** The recording on the tape, and what was ticked as readings of their tests: all of it or none. */
  protected async keep(): Promise<void> {
    if (this.keeping()) return;
    this.keeping.set(true);
    const { of, from, seconds, condition, figures, cannot, nominalHz, receiver, curve } = this.recorded();
    const kept = await this.writer.keepAll([
      {
        kind: 'recording',
        of,
        from,
        seconds: Math.round(seconds * 100) / 100,
        condition,
        figures: [...figures],
        cannot: [...cannot],
        ...(nominalHz === undefined ? {} : { nominalHz }),
        ...(receiver ? { receiver } : {}),
        ...(curve?.length ? { curve: curve.slice(0, 400).map(([hz, dB]): [number, number] => [hz, dB]) } : {}),
      },
      ...this.tests()
        .filter(({ limit }) => this.ticked().has(limit.id))
        .map(({ body }) => body),
    ]);
    this.keeping.set(false);
    if (kept) this.kept.emit();
  }
}
