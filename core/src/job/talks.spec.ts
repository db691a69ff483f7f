import { attempt } from '../errors';
import { readLine } from '../entry';
import { sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import { moneyText } from '../money';
import type { TapeBody } from '../tape';
import { beforeHandBack } from './before-hand-back';
import { summarise } from './job-state';
import { listedParts } from './listed-parts';
import { ownerMessage } from './owner-message';
import { buildReport } from './report';
import { agreedLimit } from './talks';

const readAll = (line: string): readonly TapeBody[] => {
  const taken = attempt(() => readLine(line, { condition: {}, instruments: [] }));
  if (!taken.ok || !taken.value.entry) throw new Error(line);
  return [taken.value.entry, ...(taken.value.more ?? [])];
};
const read = (line: string): TapeBody => readAll(line)[0] as TapeBody;
const tape = (...lines: string[]) => tapeOf(...lines.flatMap(readAll));

describe('A talk with the owner', () => {
  for (const [line, limitMinor, text, by] of [
    ['approved go ahead at 140', 14_000, 'go ahead at 140', undefined],
    ['approved 140', 14_000, '140', undefined],
    ['approved 85,50, ring before more by phone', 8550, '85,50, ring before more', 'phone'],
    ['approved up to 200. No more.', 20_000, 'up to 200. No more.', undefined],
    ['approve the owner: yes, in person', undefined, 'yes', 'in person'],
    // Figures that are no money.
    ['approved supply at 13.8 V', undefined, 'supply at 13.8 V', undefined],
    ['approved 2 modules', undefined, '2 modules', undefined],
    ['approved 140 go ahead', 14_000, '140 go ahead', undefined],
    ['approved 12 V lead', undefined, '12 V lead', undefined],
    ['approved alignment at 12.5 kHz', undefined, 'alignment at 12.5 kHz', undefined],
    ['told owner it costs at most 40', undefined, 'it costs at most 40', undefined],
  ] as const)
    it(`is read as it is typed: ${line}`, () => {
      const entry = read(line) as Extract<TapeBody, { kind: 'talk' }>;
      expect([entry.limitMinor, entry.text, entry.way]).toEqual([limitMinor, text, by]);
    });

  it('raises the limit, which the last approval sets, and stands on the sheet with its day', () => {
    const job = { ...sampleJob, spendLimitMinor: 6000, currency: 'Mk' };
    const stood = tape(
      'asked the filter costs 46, go on?',
      'refused new case',
      'approved go ahead at 140 by phone',
      'told ready on Friday',
    );
    expect(agreedLimit(job, stood)).toBe(14_000);
    expect(agreedLimit(job, stood.slice(0, 2))).toBe(6000);
    const { agreed, limit } = buildReport({ shop: sampleShop, job, customer: sampleCustomer, set: sampleSet, tape: stood, nowMs: 0 });
    expect(limit).toBe('Mk 140.00');
    expect(agreed).toEqual([
      { on: '2026-02-12', says: 'refused: new case' },
      { on: '2026-02-12', says: 'approved, by phone: go ahead at 140; limit Mk 140.00' },
    ]);
  });

  it('that asks waits for an answer, which an approval or a refusal is', () => {
    const waits = (...lines: string[]) => summarise(sampleJob, tape(...lines), undefined);
    expect([waits('asked go on?').waits, waits('asked go on?').waitText]).toEqual(['answer', 'go on?']);
    expect(waits('asked go on?', 'told we look at it').waits).toBe('answer');
    expect(waits('asked go on?', 'approved yes').waits).toBe('nothing');
    expect(waits('asked go on?', 'refused no').waits).toBe('nothing');
    // Of a part it waits on.
    expect(waits('wait part FL2 ordered', 'approved 90').waits).toBe('part');
  });

  it('holds the total against the limit that was approved last', () => {
    const job = { ...sampleJob, spendLimitMinor: 1000 };
    const fit: TapeBody = {
      kind: 'fit',
      designator: 'C1',
      oldPart: '',
      newPart: 'x',
      why: '',
      proof: '',
      priceMinor: 2000,
      quantity: 1,
      source: '',
    };
    const says = (...bodies: TapeBody[]) =>
      beforeHandBack({ job, shop: sampleShop, tape: tapeOf(...bodies), nowMs: 0 }).some((each) =>
        each.says.includes(`limit agreed, ${moneyText(1000)}`),
      );
    expect([says(fit), says(fit, read('approved 25'))]).toEqual([true, false]);
  });

  it('is begun by a message that says how the set stands, what is to come, and what it may cost', () => {
    const job = { ...sampleJob, spendLimitMinor: 6000, currency: 'Mk' };
    const stood = tape('proof c31 bad 30.9p', 'list c1-c3 47u 16v', 'list c9 leave good', 'fit c12 220u @2.00');
    const report = buildReport({
      shop: { ...sampleShop, name: 'Quoy Lane' },
      job,
      customer: sampleCustomer,
      set: sampleSet,
      tape: stood,
      nowMs: 0,
    });
    expect(ownerMessage(report, listedParts(undefined, stood)).split('\n')).toEqual([
      'Oxbrae Wren, job 417, Quoy Lane.',
      'Found: C31 proved bad: 30.9p.',
      'Done: C12: 220u fitted.',
      'To be renewed: 3 × 47u 16v.',
      'So far it comes to Mk 2.00; agreed up to Mk 60.00.',
      'May we go on? Please answer yes or no, or with a sum that it must not go beyond.',
    ]);
  });

  it('says before the set goes back that an option was approved which nobody quoted', () => {
    const says = (...lines: string[]): boolean =>
      beforeHandBack({ job: sampleJob, shop: sampleShop, tape: tape(...lines), nowMs: 0 }).some(({ says: text }) =>
        text.startsWith('Option C was approved, and nobody had quoted it'),
      );
    expect([says('approved option c'), says('quote c 90 cleaned', 'approved option c'), says('approved a new filter')]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('offers what was quoted with tax, to be chosen by its letter, until something is', () => {
    const job = { ...sampleJob, currency: 'Mk' };
    const message = (...lines: string[]): readonly string[] => {
      const report = buildReport({
        ...{ shop: { ...sampleShop, taxPercent: 10 }, job, customer: sampleCustomer, set: sampleSet, tape: tape(...lines), nowMs: 0 },
      });
      return ownerMessage(report, []).split('\n').slice(-3);
    };
    const quoted = ['quote 60 cleaned and aligned', 'quote b 120 new finals', 'quote option b: 140 new finals and bias'];
    expect(message(...quoted)).toEqual([
      'A: Mk 66.00 in all, cleaned and aligned.',
      'B: Mk 154.00 in all, new finals and bias.',
      'Which shall it be? Please answer with its letter, or no.',
    ]);
    expect(message(...quoted, 'approved option b, by phone').at(-1)).toContain('May we go on?');
  });
});
