import { layCard, readCard, type CardInput } from '../card';
import type { TapeBody, TapeEntry } from '../tape';
import { smallCard } from '../testing/small-card';
import { channelPattern } from './channel-pattern';
import { evidenceOf } from './evidence';

const input: CardInput = structuredClone(smallCard);
input.functions?.push({
  ...{ id: 'all-channels', name: 'All 40 channels alike', group: 'transmit' as const },
  ...{ condition: { keyed: true }, route: ['vco', 'driver', 'pa'] },
});
const card = layCard(readCard(input), 'plain');
const entry = (seq: number, body: TapeBody): TapeEntry => ({
  ...body,
  id: `e${seq}`,
  jobId: 'j',
  seq,
  at: '2026-02-12T09:00:00.000Z',
  by: 'Runa',
});
const read = (seq: number, channel: number, verdict: 'in' | 'low' | 'high' | 'cant-tell'): TapeEntry =>
  entry(seq, {
    kind: 'reading',
    ...{ subject: { what: 'channel', channel }, value: 27e6, unit: 'Hz', step: 1, condition: { keyed: true }, uncertainty: 0, verdict },
  });
const several = (...verdicts: readonly ('in' | 'low' | 'high')[]): TapeEntry[] =>
  verdicts.map((verdict, i) => read(i + 1, 10 + i, verdict));

describe('what several channels tell together', () => {
  it('is nothing of one, nor of few that are right', () => {
    expect(channelPattern(card, several('low'))).toBeUndefined();
    expect(channelPattern(card, several('in', 'in', 'in'))).toBeUndefined();
    expect(channelPattern(card, [read(1, 10, 'cant-tell'), read(2, 11, 'low')])).toBeUndefined();
  });
  it('is the selector or a crystal, where some are off and others right', () => {
    expect(channelPattern(card, several('in', 'high', 'in'))).toEqual({
      ...{ id: 'e3', kind: 'function', functionId: 'all-channels', outcome: 'wrong-frequency' },
      by: 'channels 11, while 2 others are right',
    });
  });
  it('is what all of them share, where all are off; and that every channel is right, where enough are', () => {
    expect(channelPattern(card, several('low', 'low'))).toEqual(
      jasmine.objectContaining({ functionId: 'transmit-am', by: 'channels 10, 11, all of them off' }),
    );
    expect(channelPattern(card, several('in', 'in', 'in', 'in', 'in'))).toEqual(
      jasmine.objectContaining({ functionId: 'all-channels', outcome: 'works' }),
    );
  });
  it('goes by the latest of each channel', () => {
    expect(channelPattern(card, [...several('low', 'low'), read(3, 10, 'in'), read(4, 11, 'in')])).toBeUndefined();
  });
  it('begins anew after something was done to the set, and leaves out what is doubted', () => {
    const fit = entry(3, { kind: 'fit', designator: 'C31', section: 'vco', oldPart: '22p', newPart: '22p', source: 'new' } as TapeBody);
    expect(channelPattern(card, [...several('low', 'low'), fit, read(4, 10, 'in')])).toBeUndefined();
    const doubt = entry(3, { kind: 'doubt', entry: 'e2', doubtful: true });
    expect(channelPattern(card, [...several('in', 'high'), doubt])).toBeUndefined();
  });
  it('is told by nothing on a card that tries no channels', () => {
    expect(channelPattern(layCard(readCard(structuredClone(smallCard)), 'plain'), several('in', 'high'))).toBeUndefined();
  });
  it('stands where the last of them was read: before what was renewed after it', () => {
    const fit = entry(3, { kind: 'fit', designator: 'C31', section: 'vco', oldPart: '22p', newPart: '22p', source: 'new' } as TapeBody);
    const told = evidenceOf(card, [], [...several('in', 'high'), fit]);
    expect(told.map(({ id }) => id)).toEqual(['e2', 'e3']);
    expect(evidenceOf(card, [], [fit, read(4, 10, 'in'), read(5, 11, 'low')]).map(({ id }) => id)).toEqual(['e3', 'e5']);
  });
});
