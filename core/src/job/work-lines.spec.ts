import type { TapeBody } from '../tape';
import { entryId, fitBody, tapeOf } from '../testing/entries';
import { foundLines, problems } from './work-lines';

const found = (more: Partial<Extract<TapeBody, { kind: 'finding' }>> = {}): TapeBody => ({
  kind: 'finding',
  finding: 'bad-joint',
  text: 'dull joint',
  section: 'vco',
  severity: 'plain',
  previousHands: false,
  ...more,
});
const states = (...bodies: readonly TapeBody[]): (string | undefined)[] => foundLines(tapeOf(...bodies)).map(({ state }) => state);

describe('what was found', () => {
  it('is a line each, with what accuses nothing left away', () => {
    const lines = foundLines(
      tapeOf(
        found(),
        found({ finding: 'clean', text: 'clean' }),
        found({ severity: 'neutral' }),
        found({ finding: 'clean', severity: 'neutral' }),
      ),
    );
    expect(lines.map(({ finding, title }) => [finding.id, title])).toEqual([[entryId(1), 'dull joint']]);
  });
  it('is done when its part is repaired after it, and not by a repair before it or of another part', () => {
    const c31 = found({ designator: 'C31' });
    expect(states(c31)).toEqual([undefined]);
    expect(states(c31, fitBody('C31', 'vco'))).toEqual(['done']);
    expect(states(c31, { kind: 'remedy', remedy: 'reflow', designator: 'c31', section: 'vco', text: '' })).toEqual(['done']);
    expect(states(c31, { kind: 'adjustment', how: 'peak', adjuster: 'C31' })).toEqual(['done']);
    expect(states(fitBody('C31', 'vco'), c31)).toEqual([undefined]);
    expect(states(c31, fitBody('C12', 'audio'))).toEqual([undefined]);
    expect(states(found(), fitBody('C31', 'vco'))).toEqual([undefined]);
  });
  it('is what was last said of it, whatever was done', () => {
    const said = (state: 'to-do' | 'left-alone' | 'done'): TapeBody => ({ kind: 'work', of: entryId(1), title: 'a', state });
    expect(states(found({ designator: 'C31' }), said('to-do'), said('left-alone'))).toEqual(['left-alone']);
    expect(states(found({ designator: 'C31' }), said('to-do'), fitBody('C31', 'vco'))).toEqual(['to-do']);
  });
});

describe('problems', () => {
  it('keep their place and sort while their state goes on', () => {
    const tape = tapeOf(
      { kind: 'problem', problem: 'p1', title: 'Hum', state: 'open', sort: 'question' },
      { kind: 'problem', problem: 'p2', title: 'Deaf', state: 'open' },
      { kind: 'problem', problem: 'p1', title: 'Hum', state: 'repaired' },
    );
    expect(problems(tape)).toEqual([
      { id: 'p1', title: 'Hum', state: 'repaired', sort: 'question' },
      { id: 'p2', title: 'Deaf', state: 'open', sort: 'problem' },
    ]);
  });
});
