import fc from 'fast-check';
import { readLine } from '../entry';
import { sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import { buildReport } from './report';
import { historyText, joinVisits, labelBytes, readHistory, visitOf } from './set-history';
import type { SetVisit } from './set-visit';

const visit = (on: string, says = 'FL2 renewed', job?: number): SetVisit => ({ on, shop: 'Quoy Lane', says, ...(job ? { job } : {}) });

describe('the history of a set on a label', () => {
  it('is text that anybody can read, the newest visit first, and reads back', () => {
    const { text, leftOut } = historyText(sampleSet, [visit('2024-05-01'), visit('2026-02-12', 'C12 renewed: 220u', 417)]);
    expect(leftOut).toBe(0);
    expect(text.split('\n')).toEqual([
      'SET HISTORY 1',
      'Oxbrae | Wren | 1',
      '2026-02-12 | Quoy Lane | 417 | C12 renewed: 220u',
      '2024-05-01 | Quoy Lane |  | FL2 renewed',
    ]);
    expect(readHistory(text)).toEqual({
      maker: 'Oxbrae',
      model: 'Wren',
      serial: '1',
      visits: [visit('2026-02-12', 'C12 renewed: 220u', 417), visit('2024-05-01')],
    });
  });
  it('reads back whatever was written, and never outgrows the label', () => {
    const words = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 300 });
    const day = fc.date({ min: new Date('1990-01-01'), max: new Date('2040-01-01'), noInvalidDate: true });
    const visits = fc.array(fc.record({ on: day.map((date) => date.toISOString().slice(0, 10)), shop: words, says: words }), {
      maxLength: 12,
    });
    const law = fc.property(words, words, visits, (maker, model, had) => {
      const flat = (text: string): string => text.replace(/\s+/g, ' ').replaceAll('|', '/').trim();
      fc.pre(flat(maker) !== '' && flat(model) !== '' && had.every(({ says }) => flat(says) !== ''));
      const { text, leftOut } = historyText({ maker, model, serial: '' }, had);
      const read = readHistory(text);
      return read.visits.length + leftOut === had.length && new TextEncoder().encode(text).length <= Math.max(labelBytes, 500);
    });
    expect(() => fc.assert(law, { numRuns: 60 })).not.toThrow();
  });
  for (const [what, text, where] of [
    ['no label', 'hello', 'the label'],
    ['a label without a set', 'SET HISTORY 1\n | | ', 'line 2'],
    ['a line that is no visit', 'SET HISTORY 1\nOxbrae | Wren | 1\nyesterday | x | 1 | y', 'line 3'],
  ] as const)
    it(`names what is wrong: ${what}`, () =>
      expect(() => readHistory(text)).toThrow(jasmine.objectContaining({ code: 'unreadable', path: where })));
  it('has each visit once, though it is known here and stands on the label', () => {
    const here = visit('2026-02-12', 'told in full', 417);
    expect(joinVisits([here], [visit('2026-02-12', 'told', 417), visit('2024-05-01')])).toEqual([here, visit('2024-05-01')]);
  });
});

describe('a visit', () => {
  const of = (lines: readonly string[], more: readonly TapeBody[] = []): SetVisit => {
    const tape = tapeOf(
      ...lines.map((line) => {
        const { entry } = readLine(line, { condition: {}, instruments: [] });
        if (!entry) throw new Error(line);
        return entry;
      }),
      ...more,
    );
    const shop = { ...sampleShop, name: 'Quoy | Lane', warrantyDays: 90 };
    return visitOf(buildReport({ shop, job: sampleJob, customer: sampleCustomer, set: sampleSet, tape, nowMs: 0 }), tape);
  };
  it('says what was renewed and done once, what was left, and for how long it is warranted, and not who owns it', () => {
    const back: TapeBody = { kind: 'handed-back', totalMinor: 0 };
    const made = of(['fit c12 220u @2.00', 'done contacts cleaned', 'left scratched case', 'watch relay'], [back]);
    expect(made).toEqual({
      on: '2026-02-12',
      shop: 'Quoy / Lane',
      job: 417,
      says: 'C12 renewed: 220u; contacts cleaned; left: scratched case; watch: relay; warranty until 2026-05-13',
    });
    expect(JSON.stringify(made)).not.toContain('Marrow');
  });
  it('does not name the owner, though a line of it did', () =>
    expect(of(['watch what Marrow heard, and marrow’s aerial']).says).toBe('watch: what the owner heard, and the owner’s aerial'));
  it('that came to nothing says so', () => expect(of([]).says).toBe('looked at, nothing done'));
});
