import fc from 'fast-check';
import { fitBody, readingBody, sampleJob, tapeOf } from '../testing/entries';
import { standing, type TapeBody, type TapeEntry } from '../tape';
import { summarise } from './job-state';
import { labourClock } from './labour-clock';
import { workedByStage } from './worked-by-stage';

const start: TapeBody = { kind: 'labour', act: 'start' };
const stop: TapeBody = { kind: 'labour', act: 'stop' };
const reading = readingBody('TP1', 3, 'in');

describe('work by stage', () => {
  it('gives the time before an entry to the stage that it is made in', () => {
    // One minute an entry: two to the first look, two to Trace, one to Repair, and what is read afterwards to Test.
    const tape = tapeOf(
      start,
      { kind: 'finding', finding: 'clean' } as TapeBody,
      { kind: 'finding', finding: 'clean' } as TapeBody,
      reading,
      reading,
      fitBody('C31', 'vco'),
      reading,
      stop,
    );
    expect(workedByStage(tape)).toEqual({ 'first-look': 2, trace: 2, repair: 1, test: 2 });
  });
  it('counts gaps between entries where no labour was told, but not a night', () => {
    const [first, second, third] = tapeOf(reading, reading, reading) as [TapeEntry, TapeEntry, TapeEntry];
    const late = { ...third, at: new Date(Date.parse(second.at) + 10 * 3_600_000).toISOString() };
    expect(workedByStage([first, second, late])).toEqual({ trace: 1 });
  });
  it('takes what was told as worked, and breaks', () => {
    const tape = tapeOf(reading, { kind: 'labour', act: 'worked', minutes: 90 }, { kind: 'labour', act: 'break', minutes: 15 });
    expect(workedByStage(tape)).toEqual({ trace: 75 });
  });
  it('makes up what the labour clock shows', () => {
    const body = fc.constantFrom<TapeBody>(start, stop, reading, fitBody('C31', 'vco'), { kind: 'labour', act: 'worked', minutes: 12 }, {
      kind: 'note',
      text: 'a',
    } as TapeBody);
    fc.assert(
      fc.property(fc.array(body, { maxLength: 30 }), (bodies) => {
        const tape = tapeOf(start, ...bodies, stop);
        const sum = Object.values(workedByStage(standing(tape))).reduce((a, b) => a + b, 0);
        expect(sum).toBeCloseTo(labourClock(tape, Date.parse('2026-02-13T00:00Z')).seconds / 60, 6);
      }),
    );
  });
});

describe('the stages that still want hands', () => {
  it('are those from where the work stands, and none to align where no card says what', () =>
    expect(summarise(sampleJob, tapeOf(fitBody('C31', 'vco')), undefined).open).toEqual(['safety', 'test', 'soak', 'hand-back']));
  it('leave out what was said not to be needed, and are none when it is handed back', () => {
    const unneeded = tapeOf(fitBody('C31', 'vco'), { kind: 'stage', stage: 'soak', state: 'not-needed' });
    expect(summarise(sampleJob, unneeded, undefined).open).toEqual(['safety', 'test', 'hand-back']);
    expect(summarise(sampleJob, tapeOf({ kind: 'handed-back', totalMinor: 0 }), undefined).open).toEqual([]);
  });
});
