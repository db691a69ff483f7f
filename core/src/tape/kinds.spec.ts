import { entryId, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { entryTitle, paperLines, tapeEvidence, type TapeBody } from './index';
import { writeLine } from '../entry';

const card = smallLaid();
const title = (body: TapeBody): string => entryTitle(body, card);
const tells = (body: TapeBody): number => tapeEvidence(card, tapeOf(body)).length;

describe('what an entry says', () => {
  for (const [body, words] of [
    [{ kind: 'handed-back', totalMinor: 1200 }, 'Handed back'],
    [{ kind: 'handed-back', totalMinor: 1200, text: 'to the owner' }, 'Handed back: to the owner'],
    [{ kind: 'doubt', entry: 'x', doubtful: true }, 'An earlier entry is doubted: it counts half'],
    [{ kind: 'doubt', entry: 'x', doubtful: false }, 'An earlier entry is trusted again'],
    [
      {
        kind: 'reading',
        subject: { what: 'part', designator: 'C12', measure: 'esr' },
        value: 0.4,
        unit: 'ohm',
        step: 0.1,
        condition: {},
        uncertainty: 0,
        verdict: 'no-limit',
      },
      'C12 ESR',
    ],
    [
      {
        kind: 'reading',
        subject: { what: 'part', designator: 'C12' },
        value: 1e7,
        unit: 'ohm',
        step: 0,
        over: true,
        condition: { mode: 'FM' },
        uncertainty: 0,
        verdict: 'no-limit',
      },
      'C12 FM',
    ],
    [{ kind: 'labour', act: 'worked', minutes: 60 }, 'Worked 1 h'],
    [{ kind: 'labour', act: 'worked', minutes: 5 }, 'Worked 5 min'],
    [{ kind: 'labour', act: 'break' }, 'Break, 0 min'],
    [{ kind: 'safety', check: 'fuse', result: 'right' }, 'Fuse fitted: right'],
    [{ kind: 'safety', check: 'hazard-rf', result: 'right' }, 'RF and dummy load: read, and kept to'],
    [{ kind: 'safety', check: 'hazard-rf', result: 'wrong' }, 'RF and dummy load: wrong'],
    [{ kind: 'safety', check: 'hazard-high-voltage', result: 'right', value: 4, unit: 'V' }, 'High voltage: right, 4 V'],
    [{ kind: 'safety', check: 'hazard-general', result: 'not-needed' }, 'Cautions: not needed'],
    [{ kind: 'safety', check: 'hazard-bees', result: 'wrong', text: 'a nest' }, 'hazard-bees: wrong, a nest'],
    [{ kind: 'finding', finding: 'other', text: 'smells', section: 'vco', severity: 'plain', previousHands: false }, 'smells, VCO'],
    [
      { kind: 'finding', finding: 'bad-joint', text: '', designator: 'C31', section: 'vco', severity: 'plain', previousHands: true },
      'C31 dull or ringed joint: previous hands',
    ],
  ] as const satisfies readonly (readonly [TapeBody, string])[])
    it(`${words}`, () => expect(title(body)).toBe(words));
});

describe('what an entry tells Trace', () => {
  const finding: TapeBody = { kind: 'finding', finding: 'other', text: 'x', severity: 'plain', previousHands: false };
  for (const [what, body, count] of [
    ['a forcing', { kind: 'forcing', forcing: 'hold-loop', result: 'dead' }, 1],
    ['a forcing that was not tried', { kind: 'forcing', forcing: 'hold-loop', result: 'not-tried' }, 0],
    ['an injection', { kind: 'injection', injection: 'into-if', result: 'works' }, 1],
    ['an injection that was not tried', { kind: 'injection', injection: 'into-if', result: 'not-tried' }, 0],
    ['a finding nowhere', finding, 0],
    ['a finding in a section', { ...finding, section: 'vco' }, 1],
    ['a finding at a part', { ...finding, designator: 'C31' }, 1],
    ['a part of the card fitted', { kind: 'proof', designator: 'C31', result: 'bad' }, 1],
    ['a part that the card lacks', { kind: 'proof', designator: 'C99', result: 'bad' }, 0],
  ] as const satisfies readonly (readonly [string, TapeBody, number])[])
    it(`${what}: ${count}`, () => expect(tells(body)).toBe(count));
});

describe('a doubt', () => {
  it('weighs what it is of by half, until that is trusted again', () => {
    const of = (...words: readonly boolean[]): unknown => {
      const tape = tapeOf(
        { kind: 'proof', designator: 'C31', result: 'bad' },
        ...words.map((doubtful): TapeBody => ({ kind: 'doubt', entry: entryId(1), doubtful })),
      );
      return tapeEvidence(card, tape)[0]?.doubtful;
    };
    expect([of(), of(true), of(true, false), of(false, true)]).toEqual([undefined, true, undefined, true]);
  });
});

describe('what an entry puts on paper', () => {
  const lines = (body: TapeBody): string[] => paperLines(body, card).map(({ place, text }) => `${place}: ${text}`);
  it('names what was found and done, and nothing that was not', () => {
    expect(lines({ kind: 'proof', designator: 'C31', result: 'bad', text: '30.9p' })).toEqual(['found: C31 proved bad: 30.9p']);
    expect(lines({ kind: 'proof', designator: 'C31', result: 'good' })).toEqual([]);
    expect(lines({ kind: 'remedy', section: 'vco', designator: 'C31', remedy: 'reflow', cured: true })[0]).toMatch(/^done: C31 /);
    expect(lines({ kind: 'remedy', section: 'vco', remedy: 'reflow', cured: true })[0]).toMatch(/^done: VCO /);
    expect(lines({ kind: 'remedy', section: 'vco', remedy: 'reflow', cured: false })).toEqual(['done: VCO reflowed: no change']);
    expect(lines({ kind: 'remedy', remedy: 'clean', text: 'contacts of the channel switch' })).toEqual([
      'done: contacts of the channel switch cleaned',
    ]);
    expect(lines({ kind: 'remedy', remedy: 'clean', designator: 'K1', text: 'contacts' })).toEqual(['done: K1 contacts cleaned']);
    expect(lines({ kind: 'cause', role: 'casualty', designator: 'Q7', text: 'shorted' })).toEqual(['casualty: Q7 shorted']);
    expect(lines({ kind: 'finding', finding: 'clean', text: 'clean', severity: 'slight', previousHands: false })).toEqual([]);
    expect(lines({ kind: 'finding', finding: 'other', text: 'wire', severity: 'plain', previousHands: true })).toEqual([
      'found: wire (earlier work)',
    ]);
  });
});

describe('a line that would say less than the entry', () => {
  for (const body of [
    { kind: 'claim', claimant: 'the owner', text: 'it fell' },
    { kind: 'claim', claimant: 'earlier repairer', text: 'it fell', section: 'vco' },
    { kind: 'claim', claimant: 'earlier repairer', text: 'it fell', says: 'bad' },
    { kind: 'finding', finding: 'burnt-part', text: 'dark', severity: 'plain', previousHands: false },
    { kind: 'finding', finding: 'other', text: 'wire', severity: 'bad', previousHands: false },
    { kind: 'finding', finding: 'other', text: 'scratched', severity: 'plain', previousHands: false },
    { kind: 'finding', finding: 'other', text: '', severity: 'plain', previousHands: false },
    { kind: 'labour', act: 'start', when: '2026-02-12T08:00:30.000Z' },
    { kind: 'wait', reason: 'part', text: 'FL2, 6 days' },
  ] as const satisfies readonly TapeBody[])
    it(`is not written: ${JSON.stringify(body)}`, () => expect(writeLine(body, card)).toBeUndefined());
});
