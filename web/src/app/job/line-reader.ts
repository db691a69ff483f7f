import { computed, inject, Injectable, signal } from '@angular/core';
import { valueWanted } from '@amber-relay/core/entry';
import type { EntryContext } from '@amber-relay/core/line';
import { CoreError } from '@amber-relay/core/errors';
import { lineWith, readerFor } from '@amber-relay/core/link';
import type { Instrument } from '@amber-relay/core/measure';
import { quantityText, unitSign } from '@amber-relay/core/quantity';
import { InstrumentLink } from '../instruments/instrument-link';
import { JobOnBench } from './job-on-bench';
import { LineOffer } from './line-offer';

/** A line whose value a linked instrument gave. */
interface Filled {
  readonly base: string;
  readonly line: string;
  readonly instrument: Instrument;
}

/** Takes the value that a line still wants from the linked instrument that reads it. */
@Injectable()
export class LineReader {
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly link = inject(InstrumentLink);
  /** The line as it stands. */
  readonly text = signal('');
  private readonly filled = signal<Filled | null>(null);
  private stopping: AbortController | undefined;
  /** The instrument that is at it. */
  readonly busy = signal<Instrument | null>(null);
  /** What came of the last reading where there is something to say. */
  private readonly outcome = signal<{ readonly of: string; readonly says: string } | null>(null);

  private readonly ofLink = computed(() => (this.filled()?.line === this.text() ? this.filled() : null));
  /** The line without the value that was read, so that it can be read again. */
  readonly base = computed(() => this.ofLink()?.base ?? this.text());
  readonly wanted = computed(() => (this.base().trim() === '' ? undefined : valueWanted(this.base(), this.line.context())));
  private readonly linked = computed(() => this.job.instruments().some(({ link }) => link));
  readonly reader = computed(() => {
    const wanted = this.wanted();
    return wanted && this.linked() ? readerFor(wanted, this.job.instruments()) : undefined;
  });
  /** What can be read now, such as `V AC`, and with what. */
  readonly offer = computed(() => {
    const [wanted, reader] = [this.wanted(), this.reader()];
    if (!wanted || !reader || !('instrument' in reader)) return null;
    const { unit, ac } = wanted;
    const kind = unit === 'V' || unit === 'A' ? (ac ? ' AC' : ' DC') : '';
    return { what: unitSign(unit) + kind, instrument: reader.instrument.name };
  });
  readonly why = computed(() => {
    const reader = this.reader();
    return reader && 'why' in reader ? reader.why : '';
  });
  readonly says = computed(() => (this.outcome()?.of === this.text() ? (this.outcome()?.says ?? '') : ''));

  /** What the entry line is read with: where the value came over the link, with the instrument that gave it. */
  readonly context = computed((): EntryContext => {
    const context = this.line.context();
    const instrument = this.ofLink()?.instrument;
    return instrument
      ? { ...context, instruments: [instrument, ...context.instruments.filter(({ id }) => id !== instrument.id)] }
      : context;
  });

  /** Reads, and returns the line with its value; undefined where nothing came of it, of which `says` tells. */
  async read(): Promise<string | undefined> {
    if (this.busy()) return undefined;
    const [base, wanted, reader] = [this.base(), this.wanted(), this.reader()];
    const tell = (says: string): void => this.outcome.set({ of: this.text(), says });
    if (!wanted || !reader) {
      tell(
        this.linked() ? 'Name a point, a test or a channel first: tp7, freq, ch19.' : 'No instrument is linked. Link one in Instruments.',
      );
      return undefined;
    }
    if ('why' in reader) return undefined;
    const { instrument } = reader;
    this.stopping = new AbortController();
    this.outcome.set(null);
    this.busy.set(instrument);
    try {
      const held = { jobId: this.job.jobId(), cardId: this.job.card()?.id ?? '' };
      const reading = await this.link.read(instrument, wanted, held, this.stopping.signal);
      // The line has been changed meanwhile: what was typed stays.
      if (this.base() !== base) return undefined;
      const line = lineWith(base, reading, wanted.unit);
      this.filled.set({ base, line, instrument });
      const { between } = reading;
      const range = between?.map((value) => quantityText(value, wanted.unit, { step: reading.step })).join(' to ');
      this.outcome.set(range ? { of: line, says: `It did not settle: ${range}. The last is taken; read again, or type it.` } : null);
      return line;
    } catch (error) {
      if (this.stopping.signal.aborted) tell('Stopped; nothing was read.');
      else if (error instanceof CoreError) tell(`${error.message} ${error.remedy}`);
      else throw error;
      return undefined;
    } finally {
      this.busy.set(null);
    }
  }

  stop(): void {
    this.stopping?.abort();
  }
}
