import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { valueWanted } from '@amber-relay/core/entry';
import { readerFor } from '@amber-relay/core/link';
import { quantityText } from '@amber-relay/core/quantity';
import { liveBar, type LiveAim } from '@amber-relay/core/run';
import { figureWords } from '@amber-relay/core/tape';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { SoundInput } from '../../recordings/sound-input';
import { LiveMeter, type SoundOf } from './live-meter';
import { TuningTone } from './tuning-tone';

/** A large bar of a linked meter with the best so far and a tone, by which one tunes without looking; one press puts both figures into the line. */
@Component({
  selector: 'app-live-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  providers: [LiveMeter, SoundInput],
  template: `
    <div class="row">
      <b class="grow">{{ name() }}{{ title() ? ': ' + title() : '' }}</b>
      @if (meter.running()) {
        @if (!by()) {
          <button class="chip" [attr.aria-pressed]="sounding()" (click)="sound()">Tone</button>
        }
        <button class="chip" (click)="clear()">From here</button>
        <button class="chip" (click)="meter.stop()">Stop</button>
        <button mat-stroked-button [disabled]="!bar()" (click)="take()">Take it</button>
      } @else {
        @if (reader()?.instrument; as instrument) {
          <span class="quiet">{{ instrument.name }}</span>
          <button mat-stroked-button (click)="begin()">Live</button>
        }
        <button class="chip" (click)="hear('sinad')">By SINAD</button>
        <button class="chip" (click)="hear('level')">By loudness</button>
      }
    </div>
    @if (!by() && reader()?.why; as why) {
      <p class="quiet">{{ why }}</p>
    }
    @if (!by() && reader()?.instrument && wanted()?.caution; as caution) {
      <p class="caution" role="note">{{ caution }}</p>
    }
    @if (meter.running() || bar()) {
      <div class="bar" role="img" [attr.aria-label]="label()">
        @if (bar(); as b) {
          <div class="fill" [style.width.%]="b.fill * 100"></div>
          <div class="best" [style.left.%]="b.bestAt * 100"></div>
          @if (b.aimAt !== undefined) {
            <div class="aim" [style.left.%]="b.aimAt * 100"></div>
          }
        }
      </div>
      <div class="row">
        <span class="key" data-live>{{ meter.nothing() ? (by() ? 'no clean tone' : 'nothing there') : now() }}</span>
        <span class="grow">{{ bar()?.says }}</span>
        <span class="quiet">best {{ best() }}</span>
      </div>
    }
    @if (meter.says()) {
      <p class="wrong" role="alert">{{ meter.says() }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .row {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 40px;
    }
    .bar {
      position: relative;
      height: 64px;
      background: var(--mat-sys-surface-container-lowest);
      border: 1px solid var(--mat-sys-outline);
    }
    .fill {
      position: absolute;
      inset: 0 auto 0 0;
      background: var(--mat-sys-primary);
    }
    .best,
    .aim {
      position: absolute;
      top: -4px;
      bottom: -4px;
      width: 4px;
      margin-left: -2px;
      background: var(--mat-sys-on-surface);
    }
    .best {
      background: var(--mat-sys-tertiary);
    }
    .key {
      font: var(--ar-key-figure);
      font-stretch: 75%;
      min-width: 180px;
    }
    p {
      margin: 0;
    }
  `,
})
export class LiveBarView {
  /** The line whose value it reads, such as `peak t2 `. */
  readonly start = input.required<string>();
  readonly name = input.required<string>();
  readonly aim = input.required<LiveAim>();
  readonly taken = output();
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  protected readonly meter = inject(LiveMeter);
  private readonly tone = new TuningTone();
  protected readonly sounding = signal(false);
  /** Where one tunes by the sound of the set: what of it. */
  protected readonly by = signal<SoundOf | undefined>(undefined);
  protected readonly title = computed(() => (this.by() === 'sinad' ? 'SINAD' : this.by() === 'level' ? 'loudness' : this.wanted()?.title));
  private readonly unit = computed(() => (this.by() ? 'dB' : this.wanted()?.unit));
  /** By the sound one looks for the most, save at a dip. */
  private readonly aimed = computed((): LiveAim => (this.by() && this.aim().for === 'figure' ? { for: 'most' } : this.aim()));
  /** What stood when it was begun, or when one said: from here. */
  private readonly before = signal<number | undefined>(undefined);

  protected readonly wanted = computed(() => valueWanted(this.start(), this.line.context()));
  protected readonly reader = computed(() => {
    const wanted = this.wanted();
    if (!wanted || !this.job.instruments().some(({ link }) => link)) return undefined;
    const got = readerFor(wanted, this.job.instruments());
    return 'instrument' in got ? { instrument: got.instrument, why: '' } : { instrument: undefined, why: got.why };
  });
  protected readonly bar = computed(() => {
    const [first, ...more] = this.meter.seen();
    const unit = this.unit();
    return first === undefined || unit === undefined ? undefined : liveBar([first, ...more], this.aimed(), unit, this.meter.step());
  });
  protected readonly now = computed(() => this.text(this.bar()?.now));
  protected readonly best = computed(() => this.text(this.bar()?.best));
  protected readonly label = computed(() => `${this.title()}: ${this.now()}, best ${this.best()}`);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.tone.off());
    effect(() => {
      const hz = this.bar()?.toneHz;
      if (this.sounding() && hz !== undefined) this.tone.to(hz);
    });
    effect(() => {
      const [first] = this.meter.seen();
      if (first !== undefined && this.before() === undefined) this.before.set(first);
    });
    // Another step is read at another place: the meter of the one before is not held there.
    effect(() => {
      this.start();
      this.meter.stop();
      this.meter.seen.set([]);
      this.before.set(undefined);
      this.by.set(undefined);
    });
    effect(() => {
      if (!this.meter.running() && this.sounding()) {
        this.tone.off();
        this.sounding.set(false);
      }
    });
  }

  private text(value: number | undefined): string {
    return value === undefined ? '–' : quantityText(value, this.unit() ?? '', { step: this.meter.step() });
  }

  protected begin(): void {
    const [wanted, instrument] = [this.wanted(), this.reader()?.instrument];
    this.before.set(undefined);
    this.by.set(undefined);
    if (wanted && instrument) void this.meter.start(instrument, wanted, { jobId: this.job.jobId(), cardId: this.job.card()?.id ?? '' });
  }

  protected hear(of: SoundOf): void {
    this.before.set(undefined);
    this.by.set(of);
    this.meter.startSound(of);
  }

  protected clear(): void {
    this.meter.clear();
    this.before.set(this.meter.seen()[0]);
  }

  protected sound(): void {
    if (this.sounding()) this.tone.off();
    else this.tone.on(this.bar()?.toneHz ?? 440);
    this.sounding.update((on) => !on);
  }

  /** Puts what stood before and what stands now into the line. */
  protected take(): void {
    const [bar, unit, before] = [this.bar(), this.unit(), this.before()];
    if (!bar || unit === undefined) return;
    const step = this.meter.step();
    const figures = [before, bar.now].filter((value) => value !== undefined).map((value) => figureWords({ value, step }, unit));
    const where = this.by() === 'sinad' ? ' at the speaker, SINAD' : this.by() === 'level' ? ' at the speaker, loudness' : '';
    this.line.offer(`${this.start().trim()} ${figures.join(' > ')}${where}`);
    this.taken.emit();
  }
}
