import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { tapeEvidence, type TapeBody } from '../tape';
import { trace, traceModel } from '../trace';
import type { LaidCard } from '../card';
import { fitBody, readingBody } from '../testing/entries';
import { benchState } from './bench-state';
import {
  biasInDoubt,
  checksBeforePower,
  openSafetyChecks,
  safetyAnswers,
  safetyChecks,
  safetySigned,
  staleProofs,
  wrongChecks,
} from './safety-checks';

const card = smallLaid();
const answered = (check: string, result: 'right' | 'wrong' | 'not-needed' | 'accepted'): TapeBody => ({ kind: 'safety', check, result });
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
      {
        id: 'stand-by',
        name: 'Who stands by',
        text: 'This can kill: nobody works on it alone. Write who is there.',
        hazard: false,
        asks: 'name',
      },
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

const killer: LaidCard = {
  ...card,
  hazards: [{ kind: 'high-voltage', text: 'It holds 2 kV.', dischargeAt: 'foot of L10, each of C1 and C2', belowV: 30 }],
};

describe('a set that holds high voltage', () => {
  it('has it proven gone at each place by itself, and names who stands by', () => {
    expect(safetyChecks(killer).map(({ id, name }) => [id, name])).toEqual([
      ['fuse', 'Fuse fitted'],
      ['stand-by', 'Who stands by'],
      ['hazard-high-voltage', 'High voltage at foot of L10'],
      ['hazard-high-voltage-2', 'High voltage at C1'],
      ['hazard-high-voltage-3', 'High voltage at C2'],
    ]);
  });
  it('is asked again once it has had power', () => {
    const gone = (check: string): TapeBody => ({ kind: 'safety', check, result: 'right', value: 4, unit: 'V' });
    const stale = (...bodies: readonly TapeBody[]): string[] => staleProofs(killer, tapeOf(...bodies)).map(({ id }) => id);
    const cold: TapeBody = readingBody('TP2', 470, 'in', { unit: 'ohm' });
    const junction: TapeBody = readingBody('', 0.6, 'no-limit', { subject: { what: 'part', designator: 'Q3', measure: 'vf' } });
    expect(stale(gone('hazard-high-voltage'), gone('hazard-high-voltage-2'), cold, junction)).toEqual([]);
    expect(stale(gone('hazard-high-voltage'), readingBody('TP2', 8, 'in'), gone('hazard-high-voltage-2'))).toEqual(['hazard-high-voltage']);
    expect(stale(gone('hazard-high-voltage'), { kind: 'function', functionId: 'receive-am', result: 'works' })).toEqual([
      'hazard-high-voltage',
    ]);
    expect(stale({ kind: 'function', functionId: 'receive-am', result: 'works' })).toEqual([]);
  });
});

describe('a set whose card names no cold checks', () => {
  const of = (more: Partial<LaidCard>): string[] => safetyChecks({ ...card, coldChecks: [], ...more }).map(({ id }) => id);
  it('gets those of its supply and kind', () => {
    expect(of({})).toEqual(['fuse', 'polarity', 'shorts', 'current-limit', 'hazard-rf']);
    expect(of({ hazards: [] })).toEqual(['fuse', 'polarity', 'shorts', 'current-limit', 'hazard-general']);
    const mains = { kind: 'mains' as const, nominalV: 230, currentLimitA: 1 };
    expect(of({ supply: mains })).toEqual(['fuse', 'polarity', 'mains-earth', 'shorts', 'current-limit', 'hazard-rf']);
    expect(of({ supply: mains, kind: 'linear-amplifier' })).toContain('bleeder');
    expect(of({ hazards: killer.hazards })).toContain('bleeder');
  });
});

describe('a check that is wrong', () => {
  const short = { ...card, coldChecks: [{ id: 'ht', name: 'HT to chassis', expect: 'above 20 kΩ', section: 'supply' }] };
  const wrong: TapeBody = { kind: 'safety', check: 'ht', result: 'wrong', value: 2, unit: 'ohm' };
  it('keeps the power off, and Safety from being signed, until it is mended or gone on with', () => {
    const state = (...bodies: readonly TapeBody[]): unknown[] => {
      const tape = tapeOf(...bodies);
      return [wrongChecks(short, tape).length, openSafetyChecks(short, tape).some(({ id }) => id === 'ht'), benchState(short, tape).cold];
    };
    expect(state(wrong)).toEqual([1, true, true]);
    expect(state(wrong, answered('ht', 'right'))).toEqual([0, false, undefined]);
    expect(state(wrong, answered('ht', 'accepted'))).toEqual([0, false, undefined]);
    expect(state()).toEqual([0, true, undefined]);
  });
  it('speaks for its section', () => {
    expect(tapeEvidence(short, tapeOf(wrong))).toEqual([
      jasmine.objectContaining({ kind: 'finding', section: 'supply', severity: 'bad', text: 'HT to chassis: wrong, 2 Ω' }),
    ]);
    expect(tapeEvidence(short, tapeOf(answered('ht', 'right')))).toEqual([]);
    expect(tapeEvidence(card, tapeOf(answered('fuse', 'wrong')))).toEqual([]);
    const cold = trace(traceModel(short), tapeEvidence(short, tapeOf(wrong)), { cold: true, count: 40 });
    expect(cold.probes.length).toBeGreaterThan(0);
    for (const { test } of cold.probes) expect(['inspect', 'proof']).toContain(test.kind);
  });
});

describe('before power, after a part was renewed', () => {
  const asked = (bodies: readonly TapeBody[], of = card): string[] =>
    checksBeforePower(of, tapeOf(...bodies)).map(({ check, done }) => `${check.id}: ${check.text}${done ? ', done' : ''}`);
  const part = (kind: 'electrolytic' | 'resistor' | 'power-transistor', section: string): LaidCard => ({
    ...card,
    parts: [{ designator: 'X1', section, kind, value: '' }],
  });
  it('nothing is asked where nothing was', () => expect(asked([])).toEqual([]));
  it('shorts are, and direction where a part has one', () => {
    expect(asked([fitBody('X1', 'audio')], part('resistor', 'audio'))).toEqual(['again-shorts: X1, cold']);
    expect(asked([fitBody('X1', 'audio')], part('electrolytic', 'audio'))).toEqual(['again-shorts: X1, cold', 'again-direction: X1']);
    expect(asked([fitBody('Q99', 'audio')])).toEqual(['again-shorts: Q99, cold', 'again-direction: Q99']);
  });
  it('bias is, where it lets a part draw, and clearances where the voltage kills', () => {
    expect(asked([fitBody('X1', 'pa')], part('power-transistor', 'pa'))).toContain('again-bias: brought up with the current watched');
    expect(asked([fitBody('X1', 'audio')], killer)[1]).toContain('again-direction');
    expect(asked([fitBody('X1', 'audio')], killer)[2]).toContain('again-clearance');
  });
  it('one that is wrong keeps the power off, until it is right', () => {
    const wrong = (...bodies: readonly TapeBody[]): string[] => wrongChecks(card, tapeOf(...bodies)).map(({ id }) => id);
    expect(wrong(fitBody('C12', 'audio'), answered('again-shorts', 'wrong'))).toEqual(['again-shorts']);
    expect(wrong(fitBody('C12', 'audio'), answered('again-shorts', 'wrong'), answered('again-shorts', 'right'))).toEqual([]);
    expect(wrong(answered('again-shorts', 'wrong'))).toEqual([]);
  });
  it('is answered once after the last part', () => {
    const r = part('resistor', 'audio');
    expect(asked([fitBody('X1', 'audio'), answered('again-shorts', 'right')], r)).toEqual(['again-shorts: X1, cold, done']);
    expect(asked([fitBody('X1', 'audio'), answered('again-shorts', 'wrong')], r)).toEqual(['again-shorts: X1, cold']);
    expect(asked([fitBody('R1', 'audio'), answered('again-shorts', 'right'), fitBody('X1', 'audio')], r)).toEqual([
      'again-shorts: X1, cold',
    ]);
  });
});

describe('the bias of a part that draws what it is let', () => {
  const biased: LaidCard = {
    ...card,
    sections: [
      ...card.sections.map((section) =>
        section.id === 'pa' ? { ...section, needs: [...section.needs, { section: 'bias', by: 'bias' as const }] } : section,
      ),
      { ...card.sections[0]!, id: 'bias', name: 'Bias', needs: [] },
    ],
    testPoints: [
      ...card.testPoints,
      {
        ...card.testPoints[0]!,
        id: 'TP28',
        name: 'bias of the final',
        section: 'bias',
        sees: 'own',
        unit: 'V',
        expect: [{ condition: {}, low: 0.62, high: 0.7 }],
      },
    ],
    parts: [
      { designator: 'Q36', section: 'pa', kind: 'power-transistor', value: '' },
      { designator: 'R36', section: 'pa', kind: 'resistor', value: '' },
    ],
  };
  const doubt = (designator: string, ...bodies: readonly TapeBody[]): string | undefined =>
    biasInDoubt(biased, tapeOf(...bodies), designator);
  it('is asked for before that part is fitted, and must lie in its window', () => {
    expect(doubt('Q36')).toContain('TP28 (bias of the final) has not been read');
    expect(doubt('Q36', readingBody('TP28', 0.9, 'high'))).toContain('was last read 900 mV, high');
    expect(doubt('Q36', readingBody('TP28', 0.7, 'cant-tell'))).toContain("can't tell");
    expect(doubt('Q36', readingBody('TP28', 0.9, 'high'), readingBody('TP28', 0.66, 'in'))).toBeUndefined();
    expect(doubt('R36')).toBeUndefined();
    expect(doubt('Q99')).toBeUndefined();
    expect(biasInDoubt(undefined, [], 'Q36')).toBeUndefined();
  });
});
