import { layCard, type LaidCard } from '@amber-relay/core/card';
import { readLine } from '@amber-relay/core/entry';
import { startCondition } from '@amber-relay/core/job';
import type { TapeEntry } from '@amber-relay/core/tape';
import { demoCards } from './demo-cards';

/** The card of a chassis of the demo shop, as it is laid for its first model. */
export const cardNamed = (chassis: string): LaidCard => {
  const card = demoCards().find((each) => each.chassis === chassis);
  if (!card) throw new Error(`No demo card is called ${chassis}.`);
  return layCard(card, card.models[0]?.id ?? '');
};

/** A tape of lines as they are typed one after the other, a minute apart, each under the condition that the one before left. */
export function typedTape(card: LaidCard | undefined, lines: readonly string[]): TapeEntry[] {
  let condition = startCondition(card);
  const tape: TapeEntry[] = [];
  for (const line of lines) {
    const got = readLine(line, { condition, instruments: [], ...(card ? { card } : {}) });
    ({ condition } = got);
    for (const body of got.entry ? [got.entry, ...(got.more ?? [])] : [])
      tape.push({
        ...body,
        id: `00000000-0000-4000-8000-${String(tape.length + 1).padStart(12, '0')}`,
        jobId: '00000000-0000-4000-8000-000000000000',
        seq: tape.length + 1,
        at: new Date(Date.UTC(2026, 5, 1, 9, tape.length)).toISOString(),
        by: 'Bench',
      });
  }
  return tape;
}
