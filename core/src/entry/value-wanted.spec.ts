import { layCard, readCard, type CardInput, type LaidCard } from '../card';
import { smallCard, smallLaid } from '../testing/small-card';
import type { EntryContext } from '../line';
import { valueWanted } from './value-wanted';

const context = (card: LaidCard | undefined = smallLaid()): EntryContext => ({
  ...(card ? { card } : {}),
  condition: { keyed: false, mode: 'AM', channel: 19 },
  instruments: [],
  onSheets: (name) => name === 'Q9',
});
/** The small card with its points, tests and more changed. */
const changed = (change: Partial<CardInput>): LaidCard => layCard(readCard({ ...structuredClone(smallCard), ...change }), 'plain');

describe('what a line wants a value for', () => {
  it('is a test point, with what may stand there under the condition', () => {
    expect(valueWanted('tp7 ch1', context())).toEqual({
      subject: { what: 'point', point: 'TP7' },
      title: 'TP7 tuning voltage, ch 1, AM, receive',
      unit: 'V',
      ac: false,
      condition: { keyed: false, mode: 'AM', channel: 1 },
      low: 1.8,
      high: 2.2,
      most: 2.2,
      caution: '',
    });
  });

  it('is a pin, a resistance without power, a channel or a test', () => {
    expect(valueWanted('q3 c', context())).toEqual(
      jasmine.objectContaining({ unit: 'V', ac: false, subject: { what: 'part', designator: 'Q3', pin: 'c' } }),
    );
    const capacitor = valueWanted('c12 ', context());
    expect(capacitor?.unit).toBe('F');
    expect(capacitor?.caution).toContain('unplugged');
    expect(valueWanted('ch19', context())).toEqual(jasmine.objectContaining({ unit: 'Hz', subject: { what: 'channel', channel: 19 } }));
    expect(valueWanted('pwr keyed', context())).toEqual(jasmine.objectContaining({ unit: 'W', word: 'pwr', most: 4 }));
    // Known to the sheets alone.
    expect(valueWanted('q9 b', context())?.subject).toEqual({ what: 'part', designator: 'Q9', pin: 'b' });
  });

  it('is nothing where the line has its value, says something else, or makes no sense', () => {
    for (const line of ['tp7 3.1v', 'tp7 dead', 'receive am', 'note tp7', 'am', '', 'tp99', 'q3', 'hello', 'stop'])
      expect(`${line}: ${JSON.stringify(valueWanted(line, context()))}`).toBe(`${line}: undefined`);
  });

  it('is alternating volts for audio, direct behind an RF probe, and what the card says before all', () => {
    const acOf = (fields: Record<string, unknown>): boolean | undefined => {
      const [rail, , , , audio] = smallCard.testPoints ?? [];
      return valueWanted('tp8', context(changed({ testPoints: [rail!, { ...audio!, ...fields }] })))?.ac;
    };
    expect(valueWanted('tp8', context())?.ac).toBeTrue();
    expect(valueWanted('tp2', context())?.ac).toBeFalse();
    expect(acOf({ setUp: 'RF probe, dummy load on' })).toBeFalse();
    expect(acOf({ sees: 'own' })).toBeFalse();
    expect(acOf({ sees: 'own', ac: true })).toBeTrue();
    expect(acOf({ ac: false })).toBeFalse();
  });

  it('knows the frequency that an error is told from', () => {
    const card = changed({
      channelPlan: 'cb-us-40',
      limits: [
        {
          id: 'freq',
          word: 'freq',
          name: 'Frequency error',
          condition: { keyed: true },
          unit: 'Hz',
          low: -600,
          high: 600,
          from: 'channel',
        },
      ],
    });
    expect(valueWanted('freq', context(card))).toEqual(
      jasmine.objectContaining({ unit: 'Hz', word: 'freq', most: 600, nominalHz: 27.185e6 }),
    );
  });

  it('comes with the caution of the place', () => {
    const [rail] = smallCard.testPoints ?? [];
    const at = (hazard: 'live' | 'rf' | 'high-voltage'): string | undefined =>
      valueWanted('tp2', context(changed({ testPoints: [{ ...rail!, hazard }] })))?.caution;
    expect(at('high-voltage')).toContain('discharge it');
    expect(at('live')).toContain('isolating transformer');
    expect(at('rf')).toContain('dummy load');
    expect(valueWanted('ch19', context())?.caution).toContain('dummy load');
    const [power] = smallCard.limits ?? [];
    const keyed = context(changed({ limits: [{ ...power!, hazard: 'rf' }] }));
    expect(valueWanted('pwr keyed', keyed)?.caution).toContain('dummy load');
    expect(valueWanted('pwr keyed', context())?.caution).toBe('');
  });

  it('is, of a line that turns an adjuster, what is read at the point of its step', () => {
    const card: LaidCard = {
      ...smallLaid(),
      alignment: [
        { id: 'loop', name: 'Loop', adjust: ['C31'], at: 'TP7', expect: '3.1 V', after: [] },
        { id: 'ear', name: 'By ear', adjust: ['C12'], at: 'the speaker', expect: 'most', after: [] },
      ],
    };
    const of = (line: string): unknown => valueWanted(line, context(card))?.subject;
    const tp7 = { what: 'point', point: 'TP7' };
    expect([of('set c31'), of('set c31 3.6V >'), of('peak loop '), of('peak loop -60mV ->')]).toEqual([tp7, tp7, tp7, tp7]);
    expect(['set c31 3.6V', 'set c31 3.6V > 3.1V', 'seal c31', 'peak c31 none', 'peak c12', 'set c31 at tp7 x'].map(of)).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });
});
