import { DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { channelHz, channelSpacingHz } from '@amber-relay/core/card';
import { attempt } from '@amber-relay/core/errors';
import { overTold, receiverErrorPpm, recordedMode } from '@amber-relay/core/feed';
import { clockOf, instrumentKinds, withCheck, type Instrument } from '@amber-relay/core/measure';
import { parseQuantity, quantityText } from '@amber-relay/core/quantity';
import { RecordingReader } from '../../recordings/recording-reader';
import type { OverRead } from '../../recordings/recording.worker';
import { canWatchFolder, WatchedFolder } from '../../recordings/watched-folder';
import { ShopChanges } from '../../storage/shop-changes';
import { notKeptText, wasTold } from '../../storage/write-gate';
import { Clock } from '../../ui/clock';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { RecordedView, type Recorded } from './recorded-view';
import { TestViews } from './test-views';

const rememberedAs = { receiver: 'amber-relay-receiver', tuned: 'amber-relay-tuned' } as const;
/** A reference on the shop's own bench is known at least so well. */
const referencePpm = 0.1;
/** A bare figure below this is in megahertz: nobody means 27 Hz. */
const mostMhz = 10_000;

/** A frequency as one types it: `27.185`, `27.185 MHz`, `27185 kHz`. */
const hzOf = (text: string): ReturnType<typeof attempt<number>> | undefined =>
  text.trim()
    ? attempt(() => {
        const bare = /^\d+(?:[.,]\d+)?$/.test(text.trim()) && Number(text.trim().replace(',', '.')) < mostMhz;
        return parseQuantity(bare ? `${text.trim()}M` : text.trim(), { unit: 'Hz' }).value;
      })
    : undefined;
const mhz = (hz: number): string => `${Number((hz / 1e6).toFixed(6))} MHz`;
/** Where a file says in its name what the receiver was tuned to. */
const tunedIn = (name: string): string => /\d+(?:\.\d+)? ?[kM]?Hz/i.exec(name)?.[0] ?? '';

/** One keying: a recording of I and Q of one over, read to all that it tells, each beside its test. */
@Component({
  selector: 'app-over-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DecimalPipe, Field, MatButton, RecordedView, TestViews],
  template: `
    <header class="head">
      <h1>Test</h1>
      <app-test-views />
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="One keying">
      @if (!job.signed()) {
        <p class="caution" role="note">Safety is not signed off. Do the cold checks before first power.</p>
      }
      <div class="row">
        <app-field label="Receiver">
          <select class="box" (change)="choose($any($event.target).value)">
            <option value="">not entered here</option>
            @for (each of job.instruments(); track each.id) {
              <option [value]="each.id" [selected]="each.id === receiverId()">{{ each.name }}</option>
            }
          </select>
        </app-field>
        <app-field label="It was tuned to" [refusal]="refusalOf(tunedRead())">
          <input class="box fig" [value]="tuned()" (change)="setTuned($any($event.target).value)" placeholder="27.16 MHz" />
        </app-field>
        <app-field label="The carrier should be at" [refusal]="refusalOf(nominalRead())">
          <input class="box fig" [value]="nominal()" (change)="nominal.set($any($event.target).value)" placeholder="27.185 MHz" />
        </app-field>
        <app-field label="Channels apart" [refusal]="refusalOf(spacingRead())">
          <input class="box fig narrow" [value]="spacing()" (change)="setSpacing($any($event.target).value)" placeholder="12.5 kHz" />
        </app-field>
      </div>
      <div class="row acts">
        <label class="open">
          Recording…
          <input #file type="file" accept=".wav,audio/wav" class="visually-hidden" (change)="open(file)" />
        </label>
        @if (canWatch) {
          @if (watched(); as folder) {
            <button mat-stroked-button (click)="leaveFolder()">Leave {{ folder.name }}</button>
          } @else {
            <button mat-stroked-button (click)="watch()">Watch a folder…</button>
          }
        }
        <button class="chip" [attr.aria-pressed]="swapped()" (click)="swap()">I and Q swapped</button>
        <span class="quiet">{{ clock().says }}</span>
      </div>
      @if (says()) {
        <p class="attention" role="alert">{{ says() }}</p>
      }
      @if (share() !== undefined) {
        <p role="status">Going through {{ name() }}: {{ (share() ?? 0) * 100 | number: '1.0-0' }} %</p>
      }
      @if (recorded(); as r) {
        <app-recorded [recorded]="r" (kept)="read.set(undefined)" />
        <form class="row" (submit)="$event.preventDefault(); setReceiver()">
          <app-field label="It was no set but a reference, of" [refusal]="refusalOf(knownRead())">
            <input class="box fig" [value]="known()" (input)="known.set($any($event.target).value)" placeholder="10 MHz" />
          </app-field>
          <app-field label="Which one" class="grow">
            <input
              class="box"
              [value]="reference()"
              (input)="reference.set($any($event.target).value)"
              placeholder="the shop’s reference"
            />
          </app-field>
          <button mat-stroked-button type="submit" [disabled]="errorPpm() === undefined">Set the receiver by it</button>
        </form>
      } @else if (share() === undefined) {
        <p>
          Key the set for two or three seconds into its dummy load, with a receiver beside it that writes I and Q to a WAV file, tuned a
          little to one side. From that one over come carrier, deviation or depth, distortion, the tone under the voice, bandwidth, spill
          into the neighbours, lines beside it, drift, and how it comes on and goes off.
        </p>
        <p class="caution" role="note">
          Never connect a receiver to the set’s output: take the signal from a sampler or a short wire some way off. Key only into a
          suitable dummy load, within what the licence allows.
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
    .acts {
      align-items: center;
    }
    p {
      margin: 0;
    }
    .box.fig {
      width: 150px;
    }
    .box.narrow {
      width: 110px;
    }
    .open {
      display: inline-flex;
      align-items: center;
      min-height: 40px;
      padding: 0 16px;
      cursor: pointer;
      font: var(--mat-sys-label-large);
      background: var(--mat-sys-primary);
      color: var(--mat-sys-on-primary);
      border-radius: 2px 14px 14px 2px;
    }
    .open:focus-within {
      outline: 3px solid var(--mat-sys-on-surface);
    }
  `,
})
export class OverStage {
  protected readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly reader = inject(RecordingReader);
  private readonly changes = inject(ShopChanges);
  private readonly day = inject(Clock).day;
  protected readonly canWatch = canWatchFolder();
  protected readonly watched = signal<WatchedFolder | undefined>(undefined);

  protected readonly receiverId = signal(localStorage.getItem(rememberedAs.receiver) ?? '');
  private readonly receiver = computed(() => this.job.instruments().find(({ id }) => id === this.receiverId()));
  protected readonly clock = computed(() => clockOf(this.receiver(), this.day()));
  protected readonly tuned = signal(localStorage.getItem(rememberedAs.tuned) ?? '');
  protected readonly tunedRead = computed(() => hzOf(this.tuned()));
  /** The frequency of the channel on which the set stands; typed over where the set has no channels. */
  protected readonly nominal = linkedSignal(() => {
    const card = this.job.card();
    const hz = card && channelHz(card, this.line.condition().channel);
    return hz === undefined ? '' : mhz(hz);
  });
  protected readonly nominalRead = computed(() => hzOf(this.nominal()));
  protected readonly spacing = linkedSignal(() => {
    const card = this.job.card();
    const hz = card && channelSpacingHz(card);
    return hz === undefined ? '' : `${hz / 1000} kHz`;
  });
  protected readonly spacingRead = computed(() =>
    this.spacing().trim()
      ? attempt(
          () =>
            parseQuantity(/^[\d.,]+$/.test(this.spacing().trim()) ? `${this.spacing().trim()}k` : this.spacing().trim(), { unit: 'Hz' })
              .value,
        )
      : undefined,
  );
  protected readonly swapped = signal(false);

  protected readonly name = signal('');
  private file: File | undefined;
  protected readonly share = signal<number | undefined>(undefined);
  protected readonly says = signal('');
  /** What was read belongs to the job on the bench: with another it is gone. */
  protected readonly read = linkedSignal<string, OverRead | undefined>({ source: () => this.job.jobId(), computation: () => undefined });
  private round = 0;

  protected readonly recorded = computed((): Recorded | undefined => {
    const read = this.read();
    if (!read) return undefined;
    const { errorPpm, plusMinusPpm, says } = this.clock();
    const [nominalHz, spacingHz] = [valueOf(this.nominalRead()), valueOf(this.spacingRead())];
    const { condition, trouble } = recordedMode(
      read.keying.modulation,
      { ...this.line.condition(), keyed: true },
      this.job.card()?.modes ?? [],
    );
    const told = overTold(
      read.keying,
      { tunedHz: valueOf(this.tunedRead()), errorPpm, plusMinusPpm },
      { nominalHz, mode: this.line.condition().mode, ...(spacingHz === undefined ? {} : { spacingHz }) },
    );
    return {
      ...told,
      of: 'transmission',
      from: this.name(),
      by: this.receiver()?.name ?? 'receiver with the computer',
      seconds: read.keying.keyedS,
      condition,
      ...(nominalHz === undefined ? {} : { nominalHz }),
      receiver: says,
      troubles: [
        ...(read.cutShort ? ['The file is cut short: what is there was read.'] : []),
        ...(trouble ? [trouble] : []),
        ...told.troubles,
      ],
      curve: read.keying.response?.points ?? read.keying.spectrum.map(([hz, dB]) => [hz - read.keying.centreHz, dB] as const),
    };
  });

  protected readonly known = signal('');
  protected readonly knownRead = computed(() => hzOf(this.known()));
  protected readonly reference = signal('');
  /** The receiver's error by what was recorded, where that was a reference. */
  protected readonly errorPpm = computed(() => {
    const [knownHz, tunedHz, read] = [valueOf(this.knownRead()), valueOf(this.tunedRead()), this.read()];
    return knownHz === undefined || tunedHz === undefined || !read
      ? undefined
      : receiverErrorPpm(read.keying.carrierOffsetHz, tunedHz, knownHz);
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.watched()?.stop();
      if (this.share() !== undefined) this.reader.stop();
    });
  }

  protected refusalOf(read: ReturnType<typeof hzOf>): string {
    return read && !read.ok ? `${read.failure.message} Write it like 27.185 MHz or 12.5 kHz.` : '';
  }

  protected choose(id: string): void {
    this.receiverId.set(id);
    localStorage.setItem(rememberedAs.receiver, id);
  }

  protected setTuned(text: string): void {
    this.tuned.set(text);
    localStorage.setItem(rememberedAs.tuned, text);
  }

  protected setSpacing(text: string): void {
    this.spacing.set(text);
    if (this.file) void this.go(this.file);
  }

  protected swap(): void {
    this.swapped.update((on) => !on);
    if (this.file) void this.go(this.file);
  }

  protected open(from: HTMLInputElement): void {
    const file = from.files?.[0];
    from.value = '';
    if (file) void this.go(file);
  }

  protected async watch(): Promise<void> {
    const folder = await WatchedFolder.choose(
      (file) => void this.go(file),
      () => {
        this.watched.set(undefined);
        this.says.set('The folder cannot be read any more. Choose it again, or take the file by hand.');
      },
    );
    this.watched.set(folder);
  }

  protected leaveFolder(): void {
    this.watched()?.stop();
    this.watched.set(undefined);
  }

  private async go(file: File): Promise<void> {
    const round = (this.round += 1);
    const jobId = this.job.jobId();
    this.file = file;
    this.name.set(file.name);
    this.says.set('');
    this.read.set(undefined);
    this.share.set(0);
    if (!this.tuned().trim() && tunedIn(file.name)) this.setTuned(tunedIn(file.name));
    const read = await this.reader.over(file, { spacingHz: valueOf(this.spacingRead()), swapped: this.swapped() }, (share) => {
      if (round === this.round) this.share.set(share);
    });
    if (round !== this.round) return;
    this.share.set(undefined);
    if (jobId !== this.job.jobId()) return;
    if (read.ok) this.read.set(read);
    else this.says.set(`${read.message} ${read.remedy}`);
  }

  /** Keeps with the receiver, by its day, how far its clock is off. */
  protected async setReceiver(): Promise<void> {
    const [error, knownHz] = [this.errorPpm(), valueOf(this.knownRead())];
    if (error === undefined || knownHz === undefined) return;
    const receiver = this.receiver() ?? newReceiver(this.job.instruments());
    const against = `${this.reference().trim() || 'a reference'} of ${mhz(knownHz)}`;
    try {
      await this.changes.saveInstrument(
        withCheck(receiver, { on: this.day(), against, unit: 'ppm', error, plusMinus: referencePpm + (1 / knownHz) * 1e6 }),
      );
    } catch (refusal) {
      return this.says.set(wasTold(refusal) ? '' : notKeptText(refusal));
    }
    this.choose(receiver.id);
    this.says.set(
      `${receiver.name} is set: its clock is ${quantityText(error, 'ppm', { digits: 3, signed: true })} off. Take the set’s recording now.`,
    );
    this.known.set('');
    this.read.set(undefined);
    this.file = undefined;
  }
}

const valueOf = (read: ReturnType<typeof hzOf>): number | undefined => (read?.ok ? read.value : undefined);

/** A receiver for a shop that has entered none. */
function newReceiver(others: readonly Instrument[]): Instrument {
  const kind = instrumentKinds.find(({ id }) => id === 'dongle');
  const taken = (id: string): boolean => others.some((other) => other.id === id);
  let id = 'receiver';
  for (let n = 2; taken(id); n += 1) id = `receiver-${n}`;
  return { measures: ['dBc'], ...kind?.instrument, id, name: kind?.name ?? 'Receiver' };
}
