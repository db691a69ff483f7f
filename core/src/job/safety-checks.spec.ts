import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import type { TapeBody } from '../tape';
import { openSafetyChecks, safetyAnswers, safetyChecks, safetySigned } from './safety-checks';

const card = smallLaid();
const answered = (check: string, result: 'right' | 'wrong' | 'not-needed'): TapeBody => ({ kind: 'safety', check, result });
const sign: TapeBody = { kind: 'sign-off', stage: 'safety' };

describe('what Safety asks', () => {
  it('of a set without a card is what any set is asked, the cautions last', () => {
    const asked = safetyChecks(undefined);
    expect(asked.map(({ id }) => id)).toEqual(['fuse', 'polarity', 'shorts', 'current-limit', 'hazard-general']);
    expect(asked.filter(({ hazard }) => hazard).map(({ id }) => id)).toEqual(['hazard-general']);
  });

  it('of a card are its cold checks with their limits, then its hazards by name', () => {
    const asked = safetyChecks({
      ...card,
      coldChecks: [
        { id: 'fuse', name: 'Fuse fitted', expect: '2 A quick' },
        { id: 'rail', name: 'Supply to ground', expect: '100 to 2000 ohm', unit: 'ohm', low: 100, high: 2000 },
        { id: 'earth', name: 'Earth bond', expect: 'below 0.5 ohm', unit: 'ohm', high: 0.5 },
      ],
      hazards: [
        { kind: 'rf', text: 'Key only into a dummy load.' },
        { kind: 'high-voltage', text: 'It holds 650 V.', dischargeAt: 'C1', belowV: 20 },
        { kind: 'mains', text: 'The switch is live.', dischargeAt: 'S1' },
      ],
    });
    expect(asked).toEqual([
      { id: 'fuse', name: 'Fuse fitted', text: '2 A quick', hazard: false },
      { id: 'rail', name: 'Supply to ground', text: '100 to 2000 ohm', hazard: false, unit: 'ohm', low: 100, high: 2000 },
      { id: 'earth', name: 'Earth bond', text: 'below 0.5 ohm', hazard: false, unit: 'ohm', high: 0.5 },
      { id: 'hazard-rf', name: 'RF and dummy load', text: 'Key only into a dummy load.', hazard: true },
      {
        id: 'hazard-high-voltage',
        name: 'High voltage',
        text: 'It holds 650 V. Measure at: C1; below 20 V.',
        hazard: true,
        unit: 'V',
        high: 20,
      },
      { id: 'hazard-mains', name: 'Mains', text: 'The switch is live. Measure at: S1; below 30 V.', hazard: true, unit: 'V', high: 30 },
    ]);
  });

  it('is open until each check is right or not needed, the latest answer counting', () => {
    const open = (...bodies: readonly TapeBody[]): string[] => openSafetyChecks(card, tapeOf(...bodies)).map(({ id }) => id);
    expect(open()).toEqual(['fuse', 'hazard-rf']);
    expect(open(answered('fuse', 'right'), answered('hazard-rf', 'not-needed'))).toEqual([]);
    expect(open(answered('fuse', 'right'), answered('fuse', 'wrong'), answered('hazard-rf', 'right'))).toEqual(['fuse']);
    expect(safetyAnswers(tapeOf(answered('fuse', 'wrong'), answered('fuse', 'right'))).get('fuse')?.result).toBe('right');
  });

  it('is signed by its own signature, until something is found wrong after it', () => {
    const signed = (...bodies: readonly TapeBody[]): boolean => safetySigned(tapeOf(...bodies));
    expect(signed()).toBeFalse();
    expect(signed(sign)).toBeTrue();
    expect(signed(answered('fuse', 'wrong'), sign)).toBeTrue();
    expect(signed(sign, answered('fuse', 'wrong'))).toBeFalse();
    expect(signed(sign, answered('fuse', 'right'))).toBeTrue();
    expect(signed(sign, answered('fuse', 'wrong'), answered('fuse', 'right'))).toBeFalse();
    expect(signed(sign, answered('fuse', 'wrong'), answered('fuse', 'right'), sign)).toBeTrue();
  });
});
