import { layCard, readCard } from '../card';
import { smallCard, smallLaid } from '../testing/small-card';
import { CourseOfTime } from './course-of-time';
import type { HiddenFault } from './hidden-fault';
import { drawFault } from './hidden-fault';
import { chanceFrom } from '../chance';
import { StandInSet } from './stand-in-set';

const card = smallLaid();
const am = { keyed: false, mode: 'AM', channel: 19 };

describe('a stand-in set over time', () => {
  let now = 0;
  const seconds = (): number => now;
  beforeEach(() => (now = 1000));

  it('drifts while it warms up, the less the warmer it is, and by little', () => {
    for (let seed = 0; seed < 20; seed += 1) {
      now = 1000;
      const time = new CourseOfTime(seconds, seed);
      const cold = time.ppm;
      now += 240;
      const later = time.ppm;
      now += 3600;
      expect(Math.abs(cold)).toBeGreaterThan(0.25);
      expect(Math.abs(cold)).toBeLessThan(0.75);
      expect(later / cold).toBeCloseTo(Math.exp(-1), 6);
      expect(Math.abs(time.ppm)).toBeLessThan(1e-5);
      expect(time.share).toBeCloseTo(1, 5);
    }
  });

  it('has what comes and goes there in spans, as long in all as its rate says', () => {
    for (const rate of [0.3, 0.5, 0.8]) {
      now = 0;
      const time = new CourseOfTime(seconds, 11);
      expect(time.isThere('a', rate)).toBeFalse();
      let [there, changes, was] = [0, 0, false];
      const steps = 200_000;
      for (let k = 0; k < steps; k += 1) {
        now += 0.1;
        const is = time.isThere('a', rate);
        there += is ? 1 : 0;
        changes += is === was ? 0 : 1;
        was = is;
      }
      // 20,000 s of turns of 9 s each: some two thousand, which tell the share within two in a hundred.
      expect(there / steps).toBeGreaterThan(rate - 0.03);
      expect(there / steps).toBeLessThan(rate + 0.03);
      expect(changes).toBeGreaterThan(2000);
      expect(changes).toBeLessThan(6000);
    }
  });

  it('hangs for a while after it was unkeyed', () => {
    const time = new CourseOfTime(seconds, 3);
    const found = (): boolean => time.isThere('relay', 0.0001);
    time.stands(true);
    now += 1;
    expect(found()).toBeFalse();
    time.stands(false);
    expect(found()).toBeTrue();
    now += 2;
    expect(found()).toBeTrue();
    now += 1;
    expect(found()).toBeFalse();
  });

  it('is so wherever it is read: the point drops out for a span, and comes back', () => {
    const fault: HiddenFault = { ...drawFault(card, 'vco', 'dead', chanceFrom(2))!, rate: 0.5 };
    const set = new StandInSet(card, [{ ...fault, effect: { ...fault.effect, lossDb: 60, stuck: false } }], { seed: 4, noise: 0, seconds });
    const shown = Array.from({ length: 600 }, () => {
      now += 0.2;
      return set.read('TP5', am) === null ? '.' : 'X';
    }).join('');
    expect(shown.startsWith('X')).toBeTrue();
    const spans = shown.match(/X+|\.+/g) ?? [];
    // In two minutes it goes some ten times; reading after reading by chance it would some three hundred times.
    expect(spans.length).toBeGreaterThan(5);
    expect(spans.length).toBeLessThan(60);
  });
});

describe('a stand-in set at levels of the generator', () => {
  const agc = layCard(
    readCard({
      ...structuredClone(smallCard),
      sections: [
        ...smallCard.sections.map((section) =>
          section.id === 'if-amp' ? { ...section, needs: [...(section.needs ?? []), { section: 'agc', by: 'control' as const }] } : section,
        ),
        { id: 'agc', name: 'AGC line', short: 'AGC', kind: 'regulator' as const },
      ],
      testPoints: [
        ...(smallCard.testPoints ?? []),
        {
          id: 'TP20',
          name: 'AGC line',
          section: 'agc',
          unit: 'V' as const,
          sees: 'own' as const,
          expect: [{ condition: {}, nominal: 3, low: 2, high: 4 }],
        },
      ],
    }),
    'plain',
  );
  const set = new StandInSet(agc, [], { seed: 7, noise: 0 });
  const at = (point: string, generator?: string): number => set.read(point, { ...am, ...(generator ? { generator } : {}) }) ?? NaN;

  it('stands as the card says where nobody says how the generator stands, and at the level for which the card is', () => {
    for (const point of ['TP6', 'TP8', 'TP20']) expect(at(point, '-73 dBm')).toBeCloseTo(at(point), 9);
  });
  it('goes with the level before the AGC, and hardly behind it until there is too little to hold', () => {
    expect(at('TP6', '-53 dBm') - at('TP6')).toBeCloseTo(20, 9);
    expect(at('TP6', '-93 dBm') - at('TP6')).toBeCloseTo(-20, 9);
    const behindDb = (generator: string): number => 20 * Math.log10(at('TP8', generator) / at('TP8'));
    expect(behindDb('-53 dBm')).toBeCloseTo(2, 6);
    expect(behindDb('-93 dBm')).toBeCloseTo(-2, 6);
    expect(behindDb('-123 dBm')).toBeCloseTo(-14, 6);
    // The bend is no step.
    expect(behindDb('-113.01 dBm') - behindDb('-112.99 dBm')).toBeCloseTo(0, 1);
  });
  it('moves the line of the AGC, up with the signal, and never to nothing', () => {
    expect(at('TP20', '-53 dBm')).toBeCloseTo(3.6, 6);
    expect(at('TP20', '-193 dBm')).toBeCloseTo(0.9, 6);
  });
  it('keyed does not hear the generator', () => {
    const keyed = { keyed: true, mode: 'AM', channel: 19 };
    const point = agc.testPoints.find(({ section }) => section === 'driver')?.id ?? 'TP2';
    expect(set.read(point, { ...keyed, generator: '-13 dBm' })).toBe(set.read(point, keyed));
  });
});
