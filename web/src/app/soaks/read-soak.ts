import type { Injector } from '@angular/core';
import { readLine, valueWanted } from '@amber-relay/core/entry';
import { attempt, CoreError } from '@amber-relay/core/errors';
import { soakOf, startCondition } from '@amber-relay/core/job';
import type { EntryContext } from '@amber-relay/core/line';
import { lineWith, readerFor } from '@amber-relay/core/link';
import { standing } from '@amber-relay/core/tape';
import { firstValueFrom } from 'rxjs';
import { conditionMemory } from '../bench/job-memory';
import { InstrumentLink } from '../instruments/instrument-link';
import { JobRepository } from '../storage/job-repository';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';
import type { SoakPlan, SoakTurn } from './soak-plans';

/**
 * Reads what a plan says once, and keeps it on the tape of its job as one that was typed, in the state in which that set stands.
 *
 * @param wanted whether it is still to be kept when the instrument has answered
 * @returns undefined where it was given up meanwhile
 */
export async function readSoak(injector: Injector, { jobId, start }: SoakPlan, wanted: () => boolean): Promise<SoakTurn | undefined> {
  const jobs = injector.get(JobRepository);
  const shop = injector.get(ShopRepository);
  const clock = injector.get(Clock);
  const file = await jobs.file(jobId);
  if (!file) return { job: 0, ended: 'over', says: '' };
  const job = file.row.number;
  const { card } = file;
  const soak = async () => soakOf(card, standing(await jobs.tape(jobId)), clock.now().getTime());
  if ((await soak())?.state !== 'running') return { job, ended: 'over', says: '' };

  const [instruments, settings] = await Promise.all([firstValueFrom(shop.instruments$), firstValueFrom(shop.settings$)]);
  const context: EntryContext = {
    condition: conditionMemory.of(jobId) ?? startCondition(card),
    now: clock.now(),
    instruments,
    ...(card ? { card } : {}),
  };
  const value = valueWanted(start, context);
  const reader = value && readerFor(value, instruments);
  if (!value || !reader || !('instrument' in reader)) return { job, says: reader && 'why' in reader ? reader.why : 'This cannot be read.' };
  const { instrument } = reader;
  try {
    const read = await injector.get(InstrumentLink).read(instrument, value, { jobId, cardId: card?.id ?? '' });
    if (!wanted()) return undefined;
    const line = lineWith(start, read, value.unit);
    const understood = attempt(() =>
      readLine(line, { ...context, instruments: [instrument, ...instruments.filter(({ id }) => id !== instrument.id)] }),
    );
    const entry = understood.ok ? understood.value.entry : null;
    if (!entry) return { job, says: understood.ok ? 'This cannot be read.' : `${understood.failure.message} ${understood.failure.remedy}` };
    await jobs.append(jobId, entry, settings?.technician ?? 'Bench');
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { job, says: error.message };
  }
  const now = await soak();
  return now?.state === 'failed' ? { job, ended: 'failed', says: `It failed: ${now.why}.` } : { job, says: '' };
}
