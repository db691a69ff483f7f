import { smallCard } from '../testing/small-card';
import { checkCard, type CardFlaw } from './check-card';
import type { CardInput } from './card-schema';
import { readCard } from './read-card';

const check = (change: (card: CardInput) => void): CardFlaw[] => {
  const card = structuredClone(smallCard);
  change(card);
  return checkCard(readCard(card));
};
const wrongs = (change: (card: CardInput) => void): string[] =>
  check(change)
    .filter((flaw) => flaw.weight === 'wrong')
    .map((flaw) => `${flaw.at}: ${flaw.what}`);

describe('checkCard', () => {
  it('has nothing to say of a card that adds up', () => expect(wrongs(() => undefined)).toEqual([]));

  it('finds a route that skips a stage which the others pass', () => {
    const told = wrongs((card) => {
      card.functions?.push({
        id: 'receive-usb',
        name: 'USB',
        group: 'receive',
        condition: { keyed: false, mode: 'USB' },
        route: ['filter', 'if-amp', 'detector', 'audio'],
      });
    });
    expect(told).toEqual([jasmine.stringMatching(/^functions receive-usb: .*from filter to if-amp; the others pass mixer/)]);
  });

  it('finds a section that nothing leans on', () =>
    expect(wrongs((card) => card.sections.push({ id: 'lamp', name: 'Lamp', short: 'Lamp', kind: 'display' }))).toEqual([
      jasmine.stringMatching(/^sections lamp: No function passes it/),
    ]));

  it('finds a loop that is not declared', () =>
    expect(wrongs((card) => (card.loops = []))).toEqual([jasmine.stringMatching(/vco, loop need each other/)]));

  it('finds an expected value outside its own limits', () => {
    const told = wrongs((card) => card.testPoints?.[0]?.expect?.push({ condition: { keyed: true }, nominal: 9, low: 7.8, high: 8.3 }));
    expect(told).toEqual([jasmine.stringMatching(/^testPoints TP2 \(keyed\): 9 V is expected/)]);
  });

  it('finds a voltage that does not follow from its divider', () => {
    const divider = (volts: number): string[] =>
      wrongs((card) => {
        card.parts?.push(
          { designator: 'R1', section: 'audio', kind: 'resistor', value: '33 kΩ' },
          { designator: 'R2', section: 'audio', kind: 'resistor', value: '10 kΩ' },
        );
        card.testPoints?.push({
          id: 'TP20',
          name: 'bias',
          section: 'audio',
          sees: 'own',
          unit: 'V',
          expect: [{ condition: {}, nominal: volts, low: volts - 0.3, high: volts + 0.3, from: { of: 8, upper: 'R1', lower: 'R2' } }],
        });
      });
    expect(divider(1.86)).toEqual([]);
    expect(divider(2.4)).toEqual([jasmine.stringMatching(/R1 and R2 make 1\.86 V of 8 V, not 2\.4 V/)]);
  });

  it('finds a level plan that disagrees with its points, and gain where none can be', () => {
    const level = (after: string, dBm: number) => ({ after, dBm, condition: { keyed: false, mode: 'AM', channel: 19 } });
    expect(
      wrongs((card) => {
        const expected = card.testPoints?.find((p) => p.id === 'TP6')?.expect?.[0];
        if (expected) expected.nominal = -38;
        card.levels = [level('mixer', -30)];
      }),
    ).toEqual([jasmine.stringMatching(/^levels mixer: The level plan has -30 dBm, TP6 -38 dBm/)]);
    expect(
      wrongs((card) => {
        card.sections.push({ id: 'pad', name: 'Pad', short: 'Pad', kind: 'filter' });
        card.functions?.forEach((f) => f.id.startsWith('receive') && f.route.splice(1, 0, 'pad'));
        card.levels = [level('filter', -50), level('pad', -40)];
      }),
    ).toEqual([jasmine.stringMatching(/^levels pad: It stands 10 dB above filter/)]);
  });

  const planned = (n40: number) => (card: CardInput) => {
    card.channelPlan = 'cb-us-40';
    card.channels = { from: 39, to: 40, usual: 40 };
    card.frequencyPlan = [
      { id: 'ref', section: 'vco', does: 'oscillates', hz: 10e3 },
      { id: 'vco-hz', section: 'vco', from: ['ref'], does: 'locks' },
      { id: 'if', section: 'if-amp', does: 'passes', hz: 10.695e6 },
      { id: 'rx', section: 'mixer', from: ['vco-hz', 'if'], does: 'mixes-up', carrier: 'receive' },
    ];
    card.tunings = [
      { condition: { channel: 39 }, set: { 'vco-hz': 1670 } },
      { condition: { channel: 40 }, set: { 'vco-hz': n40 } },
    ];
  };
  it('reckons every channel of a frequency plan', () => {
    expect(wrongs(planned(1671))).toEqual([]);
    expect(wrongs(planned(1672))).toEqual([jasmine.stringMatching(/ch 40 comes out at 27\.415 MHz; it should be 27\.405 MHz/)]);
  });
  it('reckons the carrier that is sent when it is keyed, and the one received when it is not', () => {
    const keyed =
      (condition: object, factor: number, carrier: 'receive' | 'transmit' = 'receive') =>
      (card: CardInput): void => {
        planned(1671)(card);
        card.channels = { from: 40, to: 40, usual: 40 };
        card.frequencyPlan = card.frequencyPlan?.map((node) => (node.id === 'rx' ? { ...node, carrier } : node));
        card.tunings = [{ condition: { channel: 40, ...condition }, set: { 'vco-hz': factor } }];
      };
    expect(wrongs(keyed({ keyed: false }, 1672)).length).toBe(1);
    expect(wrongs(keyed({ keyed: true }, 1672)).length).toBe(0);
    expect(wrongs(keyed({ keyed: true }, 1672, 'transmit')).length).toBe(1);
    expect(wrongs(keyed({ keyed: false }, 1672, 'transmit')).length).toBe(0);
    expect(wrongs(keyed({}, 1672, 'transmit')).length).toBe(1);
    expect(wrongs(keyed({ keyed: true }, 1671, 'transmit')).length).toBe(0);
  });
  it('finds a node that comes out otherwise than it says, by more than a hertz', () => {
    const said = (hz: number): string[] =>
      wrongs((card) => {
        planned(1671)(card);
        card.tunings = [];
        card.channels = undefined;
        card.frequencyPlan = [
          { id: 'ref', section: 'vco', does: 'oscillates', hz: 10e3 },
          { id: 'double', section: 'vco', from: ['ref'], does: 'multiplies', factor: 2, hz },
        ];
      });
    expect([said(20_000), said(20_001)]).toEqual([[], []]);
    expect(said(20_002)).toEqual([jasmine.stringMatching(/^frequencyPlan double: It comes out at 20 kHz, not 20\.002 kHz\./)]);
  });
  it('holds a point that is read in Hz against the plan, only where the point says at which channel', () => {
    const read = (condition: object, low: number | undefined, high: number | undefined, nominal: number | undefined = 16.7e6): string[] =>
      wrongs((card) => {
        planned(1671)(card);
        card.testPoints?.push({
          id: 'TP30',
          name: 'VCO frequency',
          section: 'vco',
          sees: 'signal',
          unit: 'Hz',
          expect: [{ condition, ...(low === undefined ? {} : { low }), ...(high === undefined ? {} : { high }), nominal }],
        });
      }).filter((told) => told.includes('TP30'));
    // On channel 40 the loop makes 16.71 MHz, on 39 it makes 16.70 MHz.
    expect(read({ channel: 40 }, 16.6e6, 16.705e6).length).toBe(1);
    expect(read({ channel: 40 }, 16.715e6, 16.8e6, 16.75e6).length).toBe(1);
    expect(read({ channel: 40 }, 16.6e6, 16.8e6)).toEqual([]);
    expect(read({ channel: 39 }, 16.6e6, 16.705e6)).toEqual([]);
    expect(read({}, 16.6e6, 16.69e6, 16.65e6)).toEqual([]);
  });
  it('finds a channel that the plan misses', () =>
    expect(
      wrongs((card) => {
        planned(1671)(card);
        card.tunings?.shift();
      }),
    ).toEqual([jasmine.stringMatching(/Channel 39 has no tuning/)]));

  it('says what a thin card lacks without calling it wrong', () => {
    const flaws = check((card) => {
      card.testPoints = [];
      card.injections = [];
    });
    expect(flaws.length).toBeGreaterThan(0);
    expect(flaws.every((flaw) => flaw.weight === 'thin')).toBeTrue();
  });
});
