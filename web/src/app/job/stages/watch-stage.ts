import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { conditionText } from '@amber-relay/core/card';
import { quantityText } from '@amber-relay/core/quantity';
import { fellFirst, stripOf } from '@amber-relay/core/run';
import { watchActs, watchActsText, type WatchAct } from '@amber-relay/core/words';
import { SoundInput } from '../../recordings/sound-input';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TestViews } from './test-views';
import { WatchBench, withinOf, type Strip } from './watch-bench';

const size = { width: 700, height: 110 } as const;
const actWords: Readonly<Record<WatchAct, string>> = { tap: 'Tap', heat: 'Heat', cool: 'Cool', key: 'Key', unkey: 'Unkey', turn: 'Turn' };

function howRead({ of, by }: Strip): string {
  if (of.what === 'sum') return 'answers anew as readings come';
  if (of.what === 'sound') return 'heard by the input of the computer';
  return by ? `read by ${by}` : 'no linked instrument is free for it: type its readings';
}

/** Watch: points read again and again while one taps, heats, keys and turns, and whether they changed at that. */
@Component({
  selector: 'app-watch-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, TestViews],
  providers: [WatchBench, SoundInput],
  template: `
    <header class="head">
      <h1>Test</h1>
      <app-test-views />
      <span class="grow"></span>
      @if (bench.strips().length) {
        <button mat-flat-button (click)="bench.keep()">Keep and end</button>
      }
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Strips">
      @if (!job.signed()) {
        <p class="caution" role="note">
          Safety is not signed off. Do the cold checks before first power, and key only into a suitable dummy load.
        </p>
      }
      <form class="row" (submit)="$event.preventDefault(); add(name.value); name.value = ''">
        <label for="watch-point">Watch</label>
        <input #name id="watch-point" class="box fig" list="watch-points" autocomplete="off" placeholder="tp7" />
        <datalist id="watch-points">
          @for (name of names(); track name.word) {
            <option [value]="name.word">{{ name.name }}</option>
          }
        </datalist>
        <button class="chip" type="submit">Add</button>
        <span role="group" aria-label="By the sound of the set" class="row">
          <span class="quiet">by the sound</span>
          <button class="chip" type="button" (click)="bench.addSound('sinad')">SINAD</button>
          <button class="chip" type="button" (click)="bench.addSound('level')">Loudness</button>
        </span>
        @if (bench.sums().length) {
          <label class="row">
            sum
            <select #sum class="box" aria-label="Sum that is watched" (change)="bench.addSum(sum.value); sum.value = ''">
              <option value="">choose</option>
              @for (each of bench.sums(); track each.id) {
                <option [value]="each.id">{{ each.title }}</option>
              }
            </select>
          </label>
        }
      </form>
      @if (trouble()) {
        <p class="quiet" role="status">{{ trouble() }}</p>
      }
      @if (bench.strips().length) {
        <div class="row" role="group" aria-label="What is done now">
          @for (act of acts; track act; let i = $index) {
            <button class="chip" (click)="bench.mark(act, where())">
              {{ words[act] }} <kbd>Alt {{ i + 1 }}</kbd>
            </button>
          }
          <label class="row">
            at
            <select class="box" (change)="where.set($any($event.target).value)" aria-label="Section at which it is done">
              <option value="">no section named</option>
              @for (section of job.card()?.sections; track section.id) {
                <option [value]="section.id">{{ section.name }}</option>
              }
            </select>
          </label>
        </div>
      } @else {
        <p>
          A point, a test or a channel is read again and again, by a linked instrument or as you type its readings, while you tap, heat,
          cool, key or turn; or the sound of the set is heard, or a sum answers anew as readings come. It is counted how often it dropped
          out, how it drifts, and whether it changed at what you did more often than by chance.
        </p>
      }
      @if (first()) {
        <p class="attention" role="status" data-first>{{ first() }}</p>
      }
      @for (strip of shown(); track strip.of.key) {
        <section [attr.aria-label]="strip.of.title">
          <div class="row">
            <b>{{ strip.of.title }}</b>
            <span class="grow quiet">{{ strip.under }}</span>
            <span class="key" data-now>{{ strip.now }}</span>
            <button class="chip" (click)="bench.remove(strip.of.key)" [attr.aria-label]="'Leave ' + strip.of.title">Leave it</button>
          </div>
          @if (strip.of.caution) {
            <p class="caution" role="note">{{ strip.of.caution }}</p>
          }
          <svg [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height" role="img" [attr.aria-label]="strip.of.title + ': ' + strip.says">
            @for (y of strip.bounds; track $index) {
              <path class="bound" [attr.d]="'M0 ' + y + 'H' + size.width" />
            }
            @for (x of strip.marks; track $index) {
              <path class="mark" [attr.d]="'M' + x + ' 0V' + size.height" />
            }
            <path class="trace" [attr.d]="strip.path" />
          </svg>
          <p>{{ strip.says }}</p>
          @if (strip.of.says) {
            <p class="wrong" role="alert">{{ strip.of.says }}</p>
          } @else {
            <p class="quiet">{{ howRead(strip.of) }}</p>
          }
        </section>
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
    }
    #watch-point {
      width: 110px;
    }
    select {
      width: 190px;
    }
    section {
      display: flex;
      flex-direction: column;
      gap: 4px;
      border-top: 1px solid var(--mat-sys-outline-variant);
      padding-top: 6px;
    }
    svg {
      width: 100%;
      height: 110px;
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
    .bound {
      stroke: var(--mat-sys-on-surface-variant);
      stroke-width: 1;
    }
    .mark {
      stroke: var(--mat-sys-tertiary);
      stroke-width: 2;
    }
    .key {
      font: var(--ar-key-figure);
      font-stretch: 75%;
    }
    p {
      margin: 0;
    }
  `,
  host: { '(document:keydown)': 'key($event)' },
})
export class WatchStage {
  protected readonly job = inject(JobOnBench);
  protected readonly bench = inject(WatchBench);
  private readonly line = inject(LineOffer);
  protected readonly acts = watchActs;
  protected readonly words = actWords;
  protected readonly size = size;
  protected readonly howRead = howRead;
  protected readonly where = signal('');
  protected readonly trouble = signal('');

  /** What can be watched by name: the points of the card, and its tests. */
  protected readonly names = computed(() => {
    const { testPoints = [], limits = [] } = this.job.card() ?? {};
    const tests = new Map(limits.map(({ word, name }) => [word, { word, name: name.replace(/, .*/, '') }]));
    return [...testPoints.map(({ id, name }) => ({ word: id, name })), ...tests.values()];
  });

  protected readonly shown = computed(() =>
    this.bench.strips().map((of) => ({ of, under: conditionText(of.condition), ...this.pictureOf(of) })),
  );

  /** Of several that fell together, which was first. */
  protected readonly first = computed(() => {
    const strips = this.bench.strips();
    const told =
      strips.length > 1
        ? fellFirst(strips.map(({ of, title, samples, limits }) => ({ name: of.what === 'point' ? of.point : title, samples, limits })))
        : undefined;
    if (!told) return '';
    const others = told.others.map(({ name, laterS }) => `${name} ${laterS.toFixed(1)} s later`).join(', ');
    return told.together
      ? `${[told.first, ...told.others.map(({ name }) => name)].join(' and ')} fell together, as far as their readings tell.`
      : `${told.first} fell first, ${others}.`;
  });

  private pictureOf(strip: Strip) {
    const says = this.bench.says(strip);
    const { samples, limits, unit, step } = strip;
    const text = (value: number | null): string => (value === null ? 'dead' : quantityText(value, unit, { step }));
    const last = samples.at(-1);
    if (!says || !last) return { now: '–', says: 'nothing read yet', path: '', bounds: [], marks: [] };
    const figures = [says.least, says.most, limits.low, limits.high].flatMap((each) => each ?? []);
    const [low, high] = [Math.min(...figures, Infinity), Math.max(...figures, -Infinity)];
    const span = high - low || Math.abs(high) || 1;
    const y = (value: number): string => (size.height - 8 - ((value - low) / span) * (size.height - 16)).toFixed(1);
    const [startS, lengthS] = [samples[0]?.atS ?? 0, says.seconds || 1];
    const parts = stripOf(samples);
    const path = parts
      .map((value, k) =>
        value === null
          ? ''
          : `${k > 0 && parts[k - 1] !== null ? 'L' : 'M'}${((k / Math.max(1, parts.length - 1)) * size.width).toFixed(1)} ${y(value)}`,
      )
      .join('');
    return {
      now: text(last.value),
      path,
      bounds: [limits.low, limits.high].flatMap((bound) => (bound === undefined ? [] : [y(bound)])),
      marks: this.bench.marks().map(({ atS }) => (((atS - startS) / lengthS) * size.width).toFixed(1)),
      says: [
        says.least === says.most ? text(says.least) : `${text(says.least)} to ${text(says.most)}`,
        says.dropouts.length === 1 ? '1 dropout' : `${says.dropouts.length} dropouts`,
        says.drift
          ? `${quantityText(says.drift.perMinute, unit, { digits: 2, signed: true })} ± ${quantityText(says.drift.sigma, unit, { digits: 1 })} a minute`
          : '',
        says.sinceUnkeyedS === undefined ? '' : `${Math.floor(says.sinceUnkeyedS)} s since unkeyed`,
        ...says.marks.map(
          ({ what, changed, done, byChance }) => `changed at ${changed} of ${watchActsText(what, done)}, by chance ${byChance.toFixed(1)}`,
        ),
        says.unseen ? `of ${says.unseen} no reading tells: it must be read before, and within ${withinOf(strip)} s after` : '',
      ]
        .filter(Boolean)
        .join('; '),
    };
  }

  constructor() {
    // What was named at the entry line comes onto a strip, also where the strips were not open.
    effect(() => {
      const asked = this.line.toWatch();
      if (!asked || !this.job.file()) return;
      untracked(() => {
        this.line.toWatch.set('');
        this.add(asked);
      });
    });
  }

  protected add(name: string): void {
    this.trouble.set(this.bench.add(name));
  }

  /** Alt and a figure mark what is done, by a key or by a foot switch that sends it. */
  protected key(event: KeyboardEvent): void {
    const act = event.altKey && !event.ctrlKey ? watchActs[Number(event.key) - 1] : undefined;
    if (!act || !this.bench.strips().length) return;
    event.preventDefault();
    this.bench.mark(act, this.where());
  }
}
