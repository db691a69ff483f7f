import { smallLaid } from '../testing/small-card';
import { entryId, fitBody, readingBody, sampleJob, sampleShop, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import type { ReadingVerdict } from '../words';
import { beforeHandBack } from './before-hand-back';

const card = smallLaid();
const day = (hour: number): number => Date.UTC(2026, 1, 12, hour);
const says = (bodies: readonly TapeBody[], more: Partial<Parameters<typeof beforeHandBack>[0]> = {}): string[] =>
  beforeHandBack({ job: sampleJob, shop: sampleShop, card, tape: tapeOf(...bodies), nowMs: day(10), ...more }).map(
    ({ stage, says: text }) => `${stage}: ${text}`,
  );
const one = (start: string, ...rest: Parameters<typeof says>): string | undefined => says(...rest).find((line) => line.includes(start));

describe('before a set goes back', () => {
  it('says which tests lie outside, by their verdict, and no other', () => {
    const power = (verdict: ReadingVerdict): TapeBody =>
      readingBody('', 2, verdict, {
        subject: { what: 'limit', limit: card.limits[0]!.id },
        unit: card.limits[0]!.unit,
        condition: card.limits[0]!.condition,
      });
    for (const verdict of ['low', 'high', 'dead'] as const)
      expect(one('Outside', [power(verdict)]))
        .withContext(verdict)
        .toBe(`test: Outside its limits: ${card.limits[0]!.name} ${verdict}.`);
    for (const verdict of ['in', 'cant-tell', 'no-limit'] as const)
      expect(one('Outside', [power(verdict)]))
        .withContext(verdict)
        .toBeUndefined();
  });
  it('counts the tests not done, since the repair where there was one', () => {
    expect(one('not done', [])).toBe(`test: ${card.limits.length} of ${card.limits.length} tests not done.`);
    expect(one('not done', [fitBody('C31', 'vco')])).toBe(
      `test: ${card.limits.length} of ${card.limits.length} tests not done since the repair.`,
    );
    expect(one('not done', [], { card: { ...card, limits: card.limits.slice(0, 1) } })).toBe('test: 1 of 1 test not done.');
    expect(one('not done', [], { card: undefined })).toBeUndefined();
  });
  it('asks what becomes of what was found, names three and counts the rest', () => {
    const found = (text: string): TapeBody => ({
      kind: 'finding',
      finding: 'other',
      text,
      section: 'vco',
      severity: 'plain',
      previousHands: false,
    });
    expect(one('What becomes', ['a', 'b', 'c'].map(found))).toBe('first-look: What becomes of what was found: a; b; c?');
    expect(one('What becomes', ['a', 'b', 'c', 'd', 'e'].map(found))).toBe(
      'first-look: What becomes of what was found: a; b; c and 2 more?',
    );
    expect(one('Still open', [found('a'), { kind: 'work', of: entryId(1), title: 'a', state: 'to-do' }])).toBe('repair: Still open: a.');
    expect(one('Still open', [found('a'), { kind: 'work', of: entryId(1), title: 'a', state: 'left-alone' }])).toBeUndefined();
  });
  it('names the problems that are open or found', () => {
    const problem = (title: string, state: 'open' | 'found' | 'repaired'): TapeBody => ({ kind: 'problem', problem: title, title, state });
    expect(one('Still open', [problem('Hum', 'open'), problem('Deaf', 'found'), problem('Dim', 'repaired')])).toBe(
      'repair: Still open: Hum; Deaf.',
    );
  });
  it('says what the job waits for, unless it waits for nothing any more', () => {
    const wait = (reason: 'part' | 'answer' | 'nothing'): TapeBody => ({ kind: 'wait', reason, text: 'FL2' });
    expect(one('waits', [wait('part')])).toBe('parts: The job still waits for a part: FL2.');
    expect(one('waits', [wait('answer')])).toBe('parts: The job still waits for an answer: FL2.');
    expect(one('waits', [wait('part'), wait('nothing')])).toBeUndefined();
  });
  it('names parts without a price', () => {
    expect(one('No price', [fitBody('C31', 'vco'), fitBody('C12', 'audio', 40)])).toBe('parts: No price for C31.');
    expect(one('No price', [fitBody('C31', 'vco', 40)])).toBeUndefined();
  });
  it('says that no labour was recorded, or that the clock was left to run', () => {
    const start: TapeBody = { kind: 'labour', act: 'start' };
    expect(one('labour', [])).toBe('hand-back: No labour was recorded.');
    expect(one('labour', [start], { nowMs: day(15) })).toBeUndefined();
    expect(one('labour', [start], { nowMs: day(16) })).toBe('hand-back: The labour clock runs, and shows 7 h.');
    expect(one('labour', [start, { kind: 'labour', act: 'stop' }], { nowMs: day(16) })).toBeUndefined();
  });
  it('says what is above the limit agreed, and what is in another currency', () => {
    const job = { ...sampleJob, spendLimitMinor: 500, currency: 'GBP' };
    const shop = { ...sampleShop, currency: 'GBP' };
    expect(one('above the limit', [fitBody('C31', 'vco', 501)], { job, shop })).toContain(
      'hand-back: The total is above the limit agreed, ',
    );
    expect(one('above the limit', [fitBody('C31', 'vco', 500)], { job, shop })).toBeUndefined();
    expect(one('above the limit', [fitBody('C31', 'vco', 501)], { job: sampleJob, shop })).toBeUndefined();
    expect(one('not added', [], { job, shop })).toBeUndefined();
    expect(one('not added', [], { job })).toContain('written in GBP, the shop’s in no currency');
  });
});
