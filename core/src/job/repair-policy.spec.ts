import { cardFromKind, setKindList } from '../card';
import { smallLaid } from '../testing/small-card';
import { fitBody, sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import { beforeHandBack } from './before-hand-back';
import { agedBeside } from './repair-policy';
import { buildReport } from './report';
import type { ShopSettings } from './records';

// A second electrolytic capacitor in the audio section beside C12, in a set of about 1990.
const plain = smallLaid();
const card = {
  ...plain,
  madeFrom: 1988,
  madeTo: 1992,
  parts: [...plain.parts, { ...plain.parts.find((p) => p.designator === 'C12')!, designator: 'C13' }],
};
const [soon, late] = [Date.parse('2009-06-01T09:00:00Z'), Date.parse('2026-03-01T09:00:00Z')];
const fit = (designator: string): TapeBody => fitBody(designator, 'audio');
const proof: TapeBody = { kind: 'proof', designator: 'C12', result: 'bad' };

const hints = (policy: ShopSettings['policy'], nowMs: number, ...bodies: readonly TapeBody[]): readonly string[] =>
  beforeHandBack({ job: sampleJob, shop: { ...sampleShop, ...(policy ? { policy } : {}) }, card, tape: tapeOf(...bodies), nowMs })
    .map(({ says }) => says)
    .filter((says) => /how this shop repairs|Aged beside/.test(says));
const done = (policy: ShopSettings['policy'], nowMs: number, ...bodies: readonly TapeBody[]): readonly string[] =>
  buildReport({
    shop: { ...sampleShop, ...(policy ? { policy } : {}) },
    job: sampleJob,
    customer: sampleCustomer,
    set: sampleSet,
    card,
    tape: tapeOf(...bodies),
    nowMs,
  }).done;

describe('how a shop repairs', () => {
  const unprovenFit = { ...fit('C12'), proof: '' } as TapeBody;
  it('is told before the hand-back where a part was renewed unproven', () => {
    expect(hints('least', late, unprovenFit)).toEqual(['Renewed without being proven bad, which is not how this shop repairs: C12.']);
    expect(hints('least', late, proof, unprovenFit)).toEqual([]);
    expect(hints('least', late, { ...fit('C12'), proof: 'leaks' } as TapeBody)).toEqual([]);
    expect(hints(undefined, late, unprovenFit)).toEqual([]);
  });
  it('is told where what has aged beside a repair is still in, in an old set', () => {
    expect(hints('renew', late, unprovenFit)).toEqual(['Aged beside the repair, and still the old ones: C13.']);
    expect(hints('renew', late, proof)).toEqual(['Aged beside the repair, and still the old ones: C12; C13.']);
    expect(hints('renew', late, unprovenFit, fit('C13'))).toEqual([]);
    expect(hints('renew', soon, unprovenFit)).toEqual([]);
    expect(agedBeside(card, tapeOf(fitBody('Q3', 'mixer')), late)).toEqual([]);
    expect(agedBeside(undefined, tapeOf(unprovenFit), late)).toEqual([]);
    // A stage that measured bad as a whole names no part.
    expect(agedBeside(card, tapeOf({ kind: 'proof', section: 'audio', result: 'bad' }), late)).toEqual([]);
  });
  it('stands on the sheet only where the job went so', () => {
    const least = 'Only parts that were proven bad were renewed.';
    expect(done('least', late, proof, unprovenFit)).toContain(least);
    expect(done('least', late, unprovenFit)).not.toContain(least);
    expect(done('least', late, proof)).not.toContain(least);
    // Which of two was renewed for its age alone nobody has said: the sheet names the parts, and no more.
    expect(done('renew', late, proof, unprovenFit, fit('C13'))).toEqual(['C12 replaced: old by new', 'C13 replaced: old by new']);
    expect(done(undefined, late, proof, unprovenFit, fit('C13'))).toEqual(['C12 replaced: old by new', 'C13 replaced: old by new']);
  });
});

describe('the steps of a kind', () => {
  it('are aligned to what S9 is in this shop', () => {
    const kind = setKindList.find(({ id }) => id === 'cb-am-fm')!;
    const at = (s9V?: number): string | undefined =>
      cardFromKind(kind, {
        maker: 'A',
        model: 'B',
        modes: [],
        bands: [],
        year: 1990,
        ...(s9V === undefined ? {} : { s9V }),
      }).alignment.find(({ name }) => name === 'S-meter')?.at;
    expect([at(), at(100e-6)]).toEqual(['50 µV', '100 µV']);
  });
});
