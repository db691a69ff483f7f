import { DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { soundTold } from '@amber-relay/core/feed';
import { parseQuantity } from '@amber-relay/core/quantity';
import { attempt } from '@amber-relay/core/errors';
import { Field } from '../../ui/field';
import { RecordingReader } from '../../recordings/recording-reader';
import { SoundInput } from '../../recordings/sound-input';
import type { SoundHeard } from '../../recordings/recording.worker';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { RecordedView, type Recorded } from './recorded-view';
import { TestViews } from './test-views';

/** The bars go over so many dB: SINAD from nought, level from so far below full scale. */
const [mostSinadDb, leastLevelDb] = [40, -60];

/** Sound: SINAD, distortion, hum and level of what is heard, live from the input or from a file. */
@Component({
  selector: 'app-sound-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DecimalPipe, Field, MatButton, RecordedView, TestViews],
  providers: [SoundInput],
  template: `
    <header class="head">
      <h1>Test</h1>
      <app-test-views />
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Sound">
      <div class="row">
        @if (input.state() === 'on') {
          <button mat-stroked-button (click)="input.stop()">Stop</button>
          <button mat-flat-button [disabled]="!now()" (click)="take()">Take it</button>
        } @else {
          <button mat-flat-button [disabled]="input.state() === 'asking'" (click)="start()">Listen</button>
        }
        <app-field label="Input">
          <select class="box" [value]="input.chosen()" (change)="input.choose($any($event.target).value)">
            <option value="">the usual one</option>
            @for (each of input.inputs(); track each.id) {
              <option [value]="each.id" [selected]="each.id === input.chosen()">{{ each.name }}</option>
            }
          </select>
        </app-field>
        <app-field label="Tone" [refusal]="toneRefusal()">
          <input class="box fig tone" [value]="tone()" (change)="tone.set($any($event.target).value)" placeholder="found" />
        </app-field>
        <label class="chip file">
          From a file…
          <input #file type="file" accept=".wav,audio/wav" class="visually-hidden" (change)="open(file)" />
        </label>
        @if (now()) {
          <button class="chip" (click)="setBackground()">This is the background</button>
        }
        @if (background() !== undefined) {
          <button class="chip" (click)="background.set(undefined)">Background {{ db(background()) }}: forget it</button>
        }
      </div>
      @if (input.says() || says()) {
        <p class="attention" role="alert">{{ input.says() || says() }}</p>
      }
      @if (share() !== undefined) {
        <p role="status">Going through it: {{ (share() ?? 0) * 100 | number: '1.0-0' }} %</p>
      }
      @if (input.state() === 'on') {
        @if (live(); as l) {
          <div class="figures">
            <div>
              <span class="what">SINAD</span><span class="key" data-sinad>{{ l.sinad }}</span>
            </div>
            <div>
              <span class="what">Distortion</span><span class="key">{{ l.distortion }}</span>
            </div>
            <div>
              <span class="what">Hum</span><span class="key">{{ l.hum }}</span>
            </div>
            <div>
              <span class="what">Tone</span><span class="key">{{ l.tone }}</span>
            </div>
          </div>
          <div class="bar" role="img" [attr.aria-label]="'SINAD ' + l.sinad">
            <div class="fill" [style.width.%]="l.sinadAt"></div>
            <div class="best" [style.left.%]="l.bestAt"></div>
            <div class="twelve" [style.left.%]="30"></div>
          </div>
          <p class="quiet row">
            <span>0</span><span class="grow">SINAD; the line stands at 12 dB, best {{ db(best()) }}</span
            ><span>40 dB</span>
          </p>
          <div class="bar low" role="img" [attr.aria-label]="'Level ' + l.level">
            <div class="fill" [style.width.%]="l.levelAt"></div>
          </div>
          <p class="quiet row">
            <span>−60</span><span class="grow">level {{ l.level }} of full scale</span><span>0 dB</span>
          </p>
          @for (trouble of l.troubles; track trouble) {
            <p class="attention" role="status">{{ trouble }}</p>
          }
        } @else {
          <p role="status">Listening…</p>
        }
      }
      @if (recorded(); as r) {
        <app-recorded [recorded]="r" (kept)="taken.set(undefined)" />
      } @else if (input.state() === 'off' && share() === undefined) {
        <p>
          Feed the speaker terminals, over a load and through a pad, into the line input; or hold a microphone before the speaker. Set the
          generator to 1 kHz. SINAD and distortion are those of 300 to 3400 Hz. A tone swept slowly gives the response, unkeying the
          generator the squelch tail.
        </p>
        <p class="caution" role="note">
          A bridged output has neither side at ground: never connect its terminals to a grounded input without a transformer. Mind mains and
          high voltage in sets without one.
        </p>
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: flex-end;
      gap: 10px;
    }
    p {
      margin: 0;
    }
    .tone {
      width: 150px;
    }
    .file {
      display: inline-flex;
      align-items: center;
      cursor: pointer;
    }
    .file:focus-within {
      outline: 3px solid var(--mat-sys-primary);
    }
    .figures {
      display: grid;
      grid-template-columns: repeat(4, 1fr);
      gap: 10px;
    }
    .figures div {
      display: flex;
      flex-direction: column;
    }
    .what {
      font: var(--mat-sys-label-large);
    }
    .key {
      font: var(--ar-key-figure);
      font-stretch: 75%;
      white-space: nowrap;
    }
    .bar {
      position: relative;
      height: 64px;
      background: var(--mat-sys-surface-container-lowest);
      border: 1px solid var(--mat-sys-outline);
    }
    .low {
      height: 28px;
    }
    .fill {
      position: absolute;
      inset: 0 auto 0 0;
      background: var(--mat-sys-primary);
    }
    .best,
    .twelve {
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
    .row .grow {
      text-align: center;
    }
  `,
})
export class SoundStage {
  protected readonly input = inject(SoundInput);
  private readonly reader = inject(RecordingReader);
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  protected readonly tone = signal('');
  protected readonly background = signal<number | undefined>(undefined);
  /** What was taken belongs to the job on the bench: with another it is gone. */
  protected readonly taken = linkedSignal<string, Taken | undefined>({ source: () => this.job.jobId(), computation: () => undefined });
  protected readonly share = signal<number | undefined>(undefined);
  protected readonly says = signal('');

  private readonly toneRead = computed(() =>
    this.tone().trim() ? attempt(() => parseQuantity(this.tone().trim(), { unit: 'Hz' }).value) : undefined,
  );
  protected readonly toneRefusal = computed(() => {
    const read = this.toneRead();
    return read && !read.ok ? read.failure.message : '';
  });
  private readonly toneHz = computed(() => {
    const read = this.toneRead();
    return read?.ok ? read.value : undefined;
  });

  protected readonly now = computed(() => this.input.heard()?.reading);
  /** The best SINAD since one began to listen. */
  protected readonly best = linkedSignal<number | undefined, number | undefined>({
    source: () => this.now()?.sinad?.sinadDb ?? undefined,
    computation: (now, before) => (now === undefined ? before?.value : Math.max(now, before?.value ?? now)),
  });

  protected readonly live = computed(() => {
    const now = this.now();
    if (!now) return undefined;
    const told = soundTold(now, undefined, this.background());
    const sinad = told.figures.find(({ what }) => what === 'sinad')?.value;
    const hum = told.figures.find(({ what }) => what === 'hum')?.value;
    const clean = sinad === undefined ? undefined : now.sinad;
    const over = (value: number, least: number, most: number): number =>
      Math.max(0, Math.min(100, (100 * (value - least)) / (most - least)));
    return {
      sinad: this.db(sinad),
      distortion: clean ? `${clean.thdPercent.toFixed(1)} %` : '–',
      hum: hum === undefined ? 'none' : `${this.db(hum)} ${now.hum?.strongestHz} Hz`,
      tone: clean ? `${clean.toneHz.toFixed(1)} Hz` : '–',
      level: this.db(now.levelDbfs),
      sinadAt: over(sinad ?? 0, 0, mostSinadDb),
      bestAt: over(this.best() ?? 0, 0, mostSinadDb),
      levelAt: over(now.levelDbfs, leastLevelDb, 0),
      troubles: told.troubles,
    };
  });

  protected readonly recorded = computed((): Recorded | undefined => {
    const taken = this.taken();
    if (!taken) return undefined;
    const { response, reading } = taken.heard;
    return {
      of: 'sound',
      from: taken.from,
      by: 'sound input',
      seconds: taken.seconds,
      condition: { keyed: false, ...this.line.condition() },
      ...soundTold(reading, response, this.background()),
      ...(response ? { curve: response.points } : {}),
    };
  });

  protected db(value: number | undefined): string {
    return value === undefined || !Number.isFinite(value) ? '–' : `${value.toFixed(1).replace('-', '−')} dB`;
  }

  protected start(): void {
    this.best.set(undefined);
    this.taken.set(undefined);
    this.says.set('');
    void this.input.start(this.toneHz());
  }

  protected take(): void {
    const heard = this.input.heard();
    if (heard) this.taken.set({ heard, from: this.input.name, seconds: heardS });
  }

  protected setBackground(): void {
    this.background.set(this.now()?.meanDbfs);
  }

  protected async open(from: HTMLInputElement): Promise<void> {
    const file = from.files?.[0];
    from.value = '';
    if (!file) return;
    this.input.stop();
    this.taken.set(undefined);
    this.says.set('');
    this.share.set(0);
    const jobId = this.job.jobId();
    const read = await this.reader.sound(file, this.toneHz(), (share) => this.share.set(share));
    this.share.set(undefined);
    if (jobId !== this.job.jobId()) return;
    if (!read.ok) return this.says.set(`${read.message} ${read.remedy}`);
    if (read.cutShort) this.says.set('The file is cut short: what is there was read.');
    this.taken.set({ heard: read, from: file.name, seconds: read.seconds });
  }
}

/** What was taken of the sound, and where it came from. */
interface Taken {
  readonly heard: SoundHeard;
  readonly from: string;
  readonly seconds: number;
}
/** A live reading is of so long. */
const heardS = 0.7;
