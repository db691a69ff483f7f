import { evidenceOf } from '../job';
import { smallLaid } from '../testing/small-card';
import { tapeEvidence, whySilent, type EntryOf, type TapeBody, type TapeEntry } from './index';

const card = smallLaid();
const entry = (body: TapeBody, seq = 1): TapeEntry => ({
  ...body,
  id: `${seq}`,
  jobId: '2',
  seq,
  at: '2026-02-12T09:00:00.000Z',
  by: 'Runa',
});
type Reading = Omit<EntryOf<'reading'>, 'id' | 'jobId' | 'seq' | 'at' | 'by' | 'kind'>;
const read = (fields: Partial<Reading>): TapeEntry =>
  entry({
    kind: 'reading',
    ...{ subject: { what: 'limit', limit: 'power-am' }, value: 3.6, unit: 'W', step: 0.1, condition: {}, uncertainty: 0, verdict: 'in' },
    ...{ low: 3.4, high: 4 },
    ...fields,
  } as TapeBody);
const told = (fields: Partial<Reading>): unknown => tapeEvidence(card, [read(fields)])[0];
const limit = (id: string) => ({ subject: { what: 'limit' as const, limit: id } });
const part = (designator: string) => ({ subject: { what: 'part' as const, designator }, low: undefined, high: undefined });

describe('what an entry tells Trace', () => {
  it('is, of a test, how the function does that it measures', () => {
    expect(told({})).toEqual({ id: '1', kind: 'function', functionId: 'transmit-am', outcome: 'works', by: 'Carrier power AM 3.6 W' });
    expect(told({ value: 0.8, verdict: 'low' })).toEqual(jasmine.objectContaining({ outcome: 'weak' }));
    expect(told({ value: 0.8, verdict: 'low' })).not.toEqual(jasmine.objectContaining({ doubtful: true }));
    expect(told({ value: null, verdict: 'dead' })).toEqual(jasmine.objectContaining({ outcome: 'dead' }));
    expect(told({ value: 0.01, verdict: 'low' })).toEqual(jasmine.objectContaining({ outcome: 'dead' }));
    expect(told({ ...limit('sensitivity'), unit: 'V', value: 9e-6, low: undefined, high: 1e-6, verdict: 'high' })).toEqual(
      jasmine.objectContaining({ functionId: 'receive-am', outcome: 'weak' }),
    );
  });
  it('counts half, little out of its limits; in another mode, or of too much, it is nothing', () => {
    expect(told({ value: 3.1, verdict: 'low' })).toEqual(jasmine.objectContaining({ outcome: 'weak', doubtful: true }));
    expect(told(limit('power-fm'))).toBeUndefined();
    expect(told({ value: 9, verdict: 'high' })).toBeUndefined();
  });
  it('is, of a part, what others beside it in the set cannot have done', () => {
    const low = { value: 1e-4, unit: 'F' as const, verdict: 'low' as const };
    expect(told({ ...part('C12'), ...low })).toEqual(jasmine.objectContaining({ kind: 'finding', section: 'audio', severity: 'plain' }));
    expect(told({ ...part('C12'), ...low, verdict: 'high' })).toEqual(jasmine.objectContaining({ severity: 'slight' }));
    expect(told({ ...part('C12'), ...low, verdict: 'in' })).toBeUndefined();
    expect(told({ ...part('Q3'), subject: { what: 'part', designator: 'Q3', pin: 'C' }, unit: 'V', verdict: 'low' })).toBeUndefined();
  });
  it('is, of a part that was read more than once, its latest value alone', () => {
    const c12 = (value: number, verdict: 'low' | 'in', seq: number): TapeEntry => ({
      ...read({ ...part('C12'), value, unit: 'F', verdict }),
      ...{ id: `${seq}`, seq },
    });
    expect(tapeEvidence(card, [c12(1e-4, 'low', 1), c12(9e-5, 'low', 2)]).map(({ id }) => id)).toEqual(['2']);
    expect(tapeEvidence(card, [c12(1e-4, 'low', 1), c12(2.2e-4, 'in', 2)])).toEqual([]);
    // That it is not shorted, on ohms, says nothing of its capacitance.
    const ohms = { ...read({ ...part('C12'), value: 1e7, unit: 'ohm', over: true, verdict: 'no-limit' }), id: '3', seq: 3 };
    expect(tapeEvidence(card, [c12(1e-4, 'low', 1), ohms]).map(({ id }) => id)).toEqual(['1']);
  });
  it('is, of a soak that failed, that what was complained of comes and goes', () => {
    const tape = [entry({ kind: 'soak', act: 'failed', text: 'went quiet' })];
    const symptoms = [{ text: 'no sound', functionId: 'receive-am', result: 'dead' as const }];
    expect(evidenceOf(card, symptoms, tape)[1]).toEqual(
      jasmine.objectContaining({ id: '1', functionId: 'receive-am', outcome: 'comes-and-goes' }),
    );
    expect(evidenceOf(card, [], tape)).toEqual([]);
  });
});

describe('why an entry tells Trace nothing', () => {
  const why = (one: TapeEntry): string => whySilent(card, one);
  it('is said of a reading', () => {
    expect(why(read({ verdict: 'cant-tell' }))).toContain('instrument cannot tell');
    expect(why(read({ subject: { what: 'channel', channel: 4 }, verdict: 'low' }))).toContain('several channels are');
    expect(why(read({ verdict: 'no-limit' }))).toContain('no figure');
    expect(why(read({ verdict: 'high' }))).toContain('no fault that it shows');
    expect(why(read({ ...limit('power-fm') }))).toContain('no one function');
  });
  it('is said of what stands at no section, of claims and of sums', () => {
    const finding = { kind: 'finding', finding: 'other', text: 'odd', previousHands: false } as const;
    expect(why(entry({ ...finding, severity: 'neutral' } as TapeBody))).toContain('neither for nor against');
    expect(why(entry({ ...finding, severity: 'bad' } as TapeBody))).toContain('no section');
    expect(why(entry({ kind: 'claim', claimant: 'earlier repairer', text: 'PLL chip was changed' }))).toContain('held against');
    expect(why(entry({ kind: 'note', text: 'rang twice' } as TapeBody))).toBe('');
  });
});
