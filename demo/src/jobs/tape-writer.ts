import { layCard, type Card, type Condition, type LaidCard } from '@amber-relay/core/card';
import { readLine } from '@amber-relay/core/entry';
import { tapeEntrySchema, type TapeBody, type TapeEntry } from '@amber-relay/core/tape';
import type { RadioSet } from '@amber-relay/core/job';
import type { Instrument } from '@amber-relay/core/measure';
import { madeUpId } from '../made-up-id';

/** Writes a demo tape the way a technician would: lines at the entry line, and the taps of the stages, minute by minute. */
export class TapeWriter {
  readonly entries: TapeEntry[] = [];
  private condition: Condition = {};
  private at: number;

  constructor(
    private readonly job: { readonly id: string; readonly number: number },
    private readonly card: LaidCard | undefined,
    bookedInAt: string,
    private readonly instruments: readonly Instrument[],
    private readonly by = 'Runa',
  ) {
    this.at = Date.parse(bookedInAt);
  }

  /** Lets minutes pass. */
  later(minutes: number): this {
    this.at += minutes * 60_000;
    return this;
  }

  /** Carries on some days before now, at an hour of the day. */
  on(now: Date, daysAgo: number, hour: number, minute = 0): this {
    this.at = Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate() - daysAgo, hour, minute);
    return this;
  }

  put(...bodies: readonly TapeBody[]): this {
    for (const body of bodies) {
      const seq = this.entries.length + 1;
      this.entries.push(
        tapeEntrySchema.parse({
          ...body,
          id: madeUpId(`${this.job.number} ${seq}`),
          jobId: this.job.id,
          seq,
          at: new Date(this.at).toISOString(),
          by: this.by,
        }),
      );
      this.at += 60_000 + ((seq * 37) % 120) * 1000;
    }
    return this;
  }

  /** Lines as typed at the entry line; a line that is not understood is a mistake in the demo and throws. */
  type(...lines: readonly string[]): this {
    for (const line of lines) {
      const understood = readLine(line, {
        condition: this.condition,
        instruments: this.instruments,
        now: new Date(this.at),
        ...(this.card ? { card: this.card } : {}),
      });
      this.condition = understood.condition;
      if (understood.entry) this.put(understood.entry, ...(understood.more ?? []));
    }
    return this;
  }

  /** Safety answered and signed off. */
  safe(): this {
    const checks: TapeBody[] = [
      ...(this.card?.coldChecks ?? []).map((c) => ({ kind: 'safety' as const, check: c.id, result: 'right' as const })),
      ...(this.card?.hazards ?? []).map((h) => ({
        kind: 'safety' as const,
        check: `hazard-${h.kind}`,
        result: 'right' as const,
        ...(h.dischargeAt ? { value: 4, unit: 'V' as const } : {}),
      })),
    ];
    return this.put(...checks, { kind: 'sign-off', stage: 'safety' });
  }

  strikeLast(reason: string): this {
    const last = this.entries.at(-1);
    return last ? this.put({ kind: 'strike', entry: last.id, reason }) : this;
  }
}

export const laidFor = (cards: readonly Card[], set: Pick<RadioSet, 'cardId' | 'modelId' | 'modifications'>): LaidCard | undefined => {
  const card = cards.find((c) => c.id === set.cardId);
  return card && set.modelId ? layCard(card, set.modelId, set.modifications) : undefined;
};
