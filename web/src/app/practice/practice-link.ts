import { inject, Injectable } from '@angular/core';
import type { ValueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import type { ScpiReading } from '@amber-relay/core/link';
import type { Instrument } from '@amber-relay/core/measure';
import { askedByReading } from '@amber-relay/core/practice';
import { parseQuantity } from '@amber-relay/core/quantity';
import { InstrumentLink, type LinkReading } from '../instruments/instrument-link';
import { PracticeDesk } from './practice-desk';

/** The linked instruments of the practice bench read the set that lies on it. */
@Injectable()
export class PracticeLink extends InstrumentLink {
  private readonly desk = inject(PracticeDesk);
  /** What was read last of each thing: a strip that is watched goes on with it, and costs no more minutes. */
  private readonly seen = new Map<string, ScpiReading>();

  override identify(instrument: string): Promise<string> {
    return Promise.resolve(`Practice bench, ${instrument}`);
  }
  override confirm(): Promise<void> {
    return Promise.resolve();
  }
  override async sample(instrument: Instrument, wanted: ValueWanted): Promise<ScpiReading> {
    return this.seen.get(keyOf(wanted)) ?? this.read(instrument, wanted);
  }
  override async read(_: Instrument, wanted: ValueWanted): Promise<LinkReading> {
    const asked = askedByReading(wanted);
    if (!asked)
      throw new CoreError(
        'out-of-range',
        'practice',
        'No probe is held there on the practice bench.',
        'Read a point or a test; measure the part out of circuit with proof.',
      );
    const { says } = await this.desk.ask(asked);
    const read = says === 'dead' || says === '' ? { value: null, step: 0 } : parseQuantity(says);
    const reading = { value: read.value, step: read.step };
    this.seen.set(keyOf(wanted), reading);
    return reading;
  }
}

const keyOf = ({ subject, condition }: ValueWanted): string => JSON.stringify([subject, condition]);
