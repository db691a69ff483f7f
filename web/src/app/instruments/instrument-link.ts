import { inject, Injectable } from '@angular/core';
import type { ValueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import { honestStep, isSteady, type ScpiReading } from '@amber-relay/core/link';
import type { Instrument, InstrumentAddress } from '@amber-relay/core/measure';
import { LinkState } from './link-state';

/** What a linked instrument read. */
export interface LinkReading extends ScpiReading {
  /** The least and the most of several readings that would not agree; absent where it was steady. */
  readonly between?: readonly [number, number];
}

/** Where its probe is held, which only a stand-in is told. */
export interface HeldAt {
  readonly jobId: string;
  readonly cardId: string;
}

/** So often an instrument is read anew until two readings agree. */
const mostReadings = 5;

/** Reads the instruments of the shop through the program's server. Without it all else goes on, and figures are typed. */
@Injectable({ providedIn: 'root' })
export class InstrumentLink {
  private readonly state = inject(LinkState).now;

  /** What an instrument says it is: maker, model, serial number, version. */
  async identify(instrument: string, link: InstrumentAddress, signal?: AbortSignal): Promise<string> {
    const { identity } = await ask<{ identity: string }>('identify', { instrument, link }, signal);
    return identity.split(',').filter(Boolean).join(', ');
  }

  /**
   * Confirms on this machine an address that has just answered; only confirmed ones are read.
   *
   * @throws CoreError when nothing has answered there
   */
  async confirm(link: InstrumentAddress): Promise<void> {
    await ask<unknown>('confirm', { link }, undefined);
  }

  /**
   * Reads what is wanted once, as it stands at this moment: for a meter that one watches.
   *
   * @throws CoreError when the instrument is not reached or refuses; the abort error when `signal` stopped it.
   */
  async sample(instrument: Instrument, wanted: ValueWanted, held: HeldAt, signal?: AbortSignal): Promise<ScpiReading> {
    const reading = await ask<ScpiReading>('read', bodyOf(instrument, wanted, held), signal);
    return { value: reading.value, step: honestStep(reading, wanted.unit, instrument) };
  }

  /**
   * Reads what is wanted until two readings in a row agree; a counter, which has averaged over its gate, once.
   *
   * @throws CoreError when the instrument is not reached or refuses; the abort error when `signal` stopped it.
   */
  async read(instrument: Instrument, wanted: ValueWanted, held: HeldAt, signal?: AbortSignal): Promise<LinkReading> {
    const { unit } = wanted;
    const body = bodyOf(instrument, wanted, held);
    this.state.set('reading');
    try {
      let last = await ask<ScpiReading>('read', body, signal);
      const seen = [last.value];
      while (unit !== 'Hz') {
        const before = last.value;
        last = await ask<ScpiReading>('read', body, signal);
        seen.push(last.value);
        if (seen.length === mostReadings || isSteady(before, last.value, honestStep(last, unit, instrument), unit)) break;
      }
      this.state.set('idle');
      const reading = { value: last.value, step: honestStep(last, unit, instrument) };
      const figures = seen.map((value) => value ?? 0);
      const settled = seen.length < mostReadings || isSteady(seen.at(-2) ?? null, last.value, reading.step, unit);
      return settled ? reading : { ...reading, between: [Math.min(...figures), Math.max(...figures)] };
    } catch (error) {
      this.state.set(error instanceof CoreError && error.code === 'unknown-name' ? 'away' : 'idle');
      throw error;
    }
  }
}

/** What the server is asked: which instrument, what of, and where its probe is held. */
const bodyOf = ({ id, link }: Instrument, { unit, ac, subject, condition, nominalHz }: ValueWanted, held: HeldAt) => ({
  instrument: id,
  link,
  unit,
  ac,
  at: { ...held, subject, condition, ac, nominalHz },
});

async function ask<Answer>(what: 'identify' | 'confirm' | 'read', body: unknown, signal: AbortSignal | undefined): Promise<Answer> {
  const answer = await fetch(`/api/link/${what}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    ...(signal ? { signal } : {}),
  }).catch((error: unknown) => {
    if (signal?.aborted) throw error;
    throw new CoreError(
      'unknown-name',
      'server',
      'The program’s server does not run, so no instrument is reached.',
      'Start it again with npm start, or type the figure.',
    );
  });
  const said = (await answer.json().catch(() => ({}))) as Answer & { code?: CoreError['code']; message?: string; remedy?: string };
  if (answer.ok) return said;
  throw new CoreError(
    said.code ?? 'unreadable',
    'link',
    said.message ?? `The server answered ${answer.status}.`,
    said.remedy ?? 'Type the figure.',
  );
}
