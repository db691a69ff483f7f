import { smallCard } from '../testing/small-card';
import { layCard } from './lay-card';
import { readCard, type CardInput } from '.';

/** A set of two banks of crystals: 17 MHz and 10 MHz make 27 MHz, and the last is received 455 kHz lower. */
const crystalled: CardInput = {
  ...structuredClone(smallCard),
  parts: [
    ...(smallCard.parts ?? []),
    { designator: 'X1', section: 'vco', kind: 'crystal', value: '17.265 MHz' },
    { designator: 'X2', section: 'vco', kind: 'crystal', value: '17.315MHz HC-6' },
    { designator: 'X9', section: 'loop', kind: 'crystal', value: '9.7 MHz' },
  ],
  testPoints: [
    ...(smallCard.testPoints ?? []),
    {
      id: 'TP30',
      name: 'first oscillator',
      section: 'vco',
      sees: 'signal',
      unit: 'Hz',
      expect: [
        { condition: { channel: 1 }, nominal: 17_265_000, low: 17_264_800, high: 17_265_200 },
        { condition: { channel: 2 }, nominal: 17_315_000, low: 17_314_800, high: 17_315_200 },
      ],
    },
  ],
  frequencyPlan: [
    { id: 'a', section: 'vco', does: 'oscillates' },
    { id: 'b', section: 'loop', does: 'oscillates', hz: 9_700_000 },
    { id: 'tx', section: 'driver', from: ['a', 'b'], does: 'mixes-up', carrier: 'transmit' },
  ],
  tunings: [
    { condition: { channel: 1, keyed: true }, set: { a: 17_265_000 }, hz: 26_965_000 },
    { condition: { channel: 2, keyed: true }, set: { a: 17_315_000 } },
  ],
};
const card = readCard(crystalled);
const changed = (item: string, value: string) => [
  { id: 'm', title: 'Low channels', rolledBack: false, changes: [{ act: 'set' as const, list: 'parts', item, fields: { value } }] },
];
const laid = (item: string, value: string) => layCard(card, 'plain', changed(item, value));

describe('a crystal that somebody changed', () => {
  it('is laid over the plan: what runs on it, is counted at its points, and is sent', () => {
    const { otherCrystals, tunings, testPoints, frequencyPlan } = laid('X1', '16.815M');
    expect(otherCrystals).toEqual([{ designator: 'X1', title: 'Low channels', wasHz: 17_265_000, isHz: 16_815_000, nodes: ['a'] }]);
    expect(tunings.map(({ set, hz }) => [set['a'], hz])).toEqual([
      [16_815_000, 26_515_000],
      [17_315_000, undefined],
    ]);
    expect(testPoints.at(-1)?.expect.map(({ nominal, low, high }) => [nominal, low, high])).toEqual([
      [16_815_000, 16_814_800, 16_815_200],
      [17_315_000, 17_314_800, 17_315_200],
    ]);
    expect(frequencyPlan).toEqual(layCard(card, 'plain').frequencyPlan);
  });
  it('with one frequency for all channels moves them all', () => {
    const { frequencyPlan, tunings, otherCrystals } = laid('X9', '9.650 MHz');
    expect(otherCrystals?.[0]?.nodes).toEqual(['b']);
    expect(frequencyPlan.find(({ id }) => id === 'b')?.hz).toBe(9_650_000);
    expect(tunings[0]?.hz).toBe(26_915_000);
  });
  it('of the same frequency, or of one that cannot be read, changes nothing; nor does any other part', () => {
    for (const [item, value] of [
      ['X1', '17.265 MHz, new'],
      ['X1', 'socketed'],
      ['X2', 'removed'],
      ['C31', '27 pF'],
    ] as const) {
      const { otherCrystals, tunings } = laid(item, value);
      expect(otherCrystals).withContext(value).toBeUndefined();
      expect(tunings).withContext(value).toEqual(card.tunings);
    }
  });
  it('that was put back is none', () => {
    const back = changed('X1', '16.815 MHz').map((each) => ({ ...each, rolledBack: true }));
    expect(layCard(card, 'plain', back).otherCrystals).toBeUndefined();
  });
});
