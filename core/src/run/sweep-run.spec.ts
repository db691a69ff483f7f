import type { LaidCard } from '../card';
import { readLine } from '../entry';
import type { TapeBody } from '../tape';
import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { nextOfSweep, sweepApart, sweepRuns, sweepSpread, usualSweeps, type SweepRun } from './sweep-run';

const small = smallLaid();
const card: LaidCard = {
  ...small,
  channels: { from: 1, to: 40, usual: 19 },
  bands: ['20 m', '80 m'],
  parts: [...small.parts, { designator: 'K1', section: 'vco', kind: 'relay', value: '' }],
};
/** What lines make of it, each under the condition that the one before left. */
function typed(lines: readonly string[], on: LaidCard | null = card) {
  let condition = {};
  const bodies: TapeBody[] = [];
  for (const line of lines) {
    const read = readLine(line, { condition, instruments: [], onSheets: () => true, ...(on ? { card: on } : {}) });
    ({ condition } = read);
    if (read.entry) bodies.push(read.entry, ...(read.more ?? []));
  }
  return tapeOf(...bodies);
}
const runs = (...lines: readonly string[]): readonly SweepRun[] => sweepRuns(card, typed(lines));
const values = (run: SweepRun | undefined): (number | null | undefined)[] | undefined => run?.steps.map(({ reading }) => reading?.value);

describe('a sweep', () => {
  it('is asked for step by step, with the line that reads each', () => {
    const [run] = runs('sweep tp7 channels 1 19 40');
    expect(run?.title).toBe('TP7 tuning voltage over channels');
    expect(run?.steps.map(({ name, start }) => `${name}: ${start}`)).toEqual(['ch 1: tp7 ch1 ', 'ch 19: tp7 ch19 ', 'ch 40: tp7 ch40 ']);
    expect(run && nextOfSweep(run)?.name).toBe('ch 1');
  });

  it('takes the readings that follow it, in whatever order, and the last of each', () => {
    const [run] = runs('sweep tp7 channels 1 19 40', 'tp7 ch40 4.2v', 'tp7 ch1 2.0v', 'tp7 ch40 4.1v', 'tp5 ch19 -5dBm');
    expect(values(run)).toEqual([2, undefined, 4.1]);
    expect(run && nextOfSweep(run)?.name).toBe('ch 19');
    const [whole] = runs('sweep tp7 channels 1 19', 'tp7 ch1 2.0v', 'tp7 ch19 dead');
    expect(values(whole)).toEqual([2, null]);
    expect(whole && nextOfSweep(whole)).toBeUndefined();
  });

  it('has what was read before it was begun, but not from before a repair', () => {
    expect(values(runs('tp7 ch1 2.0v', 'sweep tp7 channels 1 19')[0])).toEqual([2, undefined]);
    expect(values(runs('tp7 ch1 2.0v', 'set c31 3.1v', 'sweep tp7 channels 1 19')[0])).toEqual([undefined, undefined]);
    expect(values(runs('tp7 ch1 2.0v', 'seal c31', 'sweep tp7 channels 1 19')[0])).toEqual([2, undefined]);
  });

  it('begun anew is another, and leaves the first as it was', () => {
    const [was, now] = runs('sweep tp7 channels 1 19', 'tp7 ch1 2.0v', 'clean k1', 'sweep tp7 channels 1 19', 'tp7 ch1 2.2v');
    expect(was?.key).toBe(now?.key);
    expect([values(was), values(now)]).toEqual([
      [2, undefined],
      [2.2, undefined],
    ]);
  });

  it('of another state is not mixed up with it', () => {
    const [rx, tx] = runs(
      'receive',
      'sweep tp7 channels 1 19',
      'keyed',
      'sweep tp7 channels 1 19',
      'tp7 keyed ch1 3v',
      'tp7 receive ch1 2v',
    );
    expect([values(rx), values(tx)]).toEqual([
      [2, undefined],
      [3, undefined],
    ]);
  });

  it('of a part stands by itself, unless its line says in which state', () => {
    const [alone, keyed] = runs('ch19 keyed', 'sweep k1 closings 2', 'sweep k1 keyed closings 2', 'k1 0.3 ohm');
    expect(alone?.steps[0]?.start).toBe('k1 ');
    expect(keyed?.steps[0]?.start).toBe('k1 keyed ');
    expect(values(alone)).toEqual([0.3, undefined]);
  });

  it('counts closings one after the other', () => {
    const [run] = runs('k1 0.3 ohm', 'sweep k1 closings 3', 'k1 0.4 ohm', 'k1 2.4 ohm');
    expect(values(run)).toEqual([0.4, 2.4, undefined]);
    expect(run?.steps.map(({ name, start }) => `${name}: ${start}`)).toEqual(['closing 1: k1 ', 'closing 2: k1 ', 'closing 3: k1 ']);
  });

  it('goes through levels, supplies, bands and modes', () => {
    const [levels, supply, bands, modes] = runs(
      'sweep tp5 levels -113 to -53 by 20',
      'sweep pwr am supply 11 12.4',
      'sweep tp7 bands',
      'sweep pwr modes am, fm',
    );
    expect(levels?.steps.map(({ name }) => name)).toEqual(['−113 dBm', '−93 dBm', '−73 dBm', '−53 dBm']);
    expect(levels?.steps[1]?.start).toBe('tp5 gen -93 dBm ');
    expect(supply?.steps.map(({ start }) => start)).toEqual(['pwr am at 11V ', 'pwr am at 12.4V ']);
    expect(bands?.steps.map(({ name }) => name)).toEqual(['20 m', '80 m']);
    expect(modes?.steps.map(({ start }) => start)).toEqual(['pwr am ', 'pwr fm ']);
  });

  it('reads a step by the line that it gives', () => {
    for (const begun of [
      'sweep tp7 channels 1 19',
      'sweep frequency channels 1 19',
      'sweep tp5 levels -113 -93',
      'sweep tp7 bands',
      'sweep k1 closings 2',
      'sweep pwr modes am fm',
    ]) {
      const lines = [begun];
      const unit = begun.includes('tp7')
        ? '3V'
        : begun.includes('tp5')
          ? '-5dBm'
          : begun.includes('k1')
            ? '0.1ohm'
            : begun.includes('pwr')
              ? '4W'
              : '27.185M';
      for (
        let next = nextOfSweep(runs(...lines)[0] as SweepRun);
        next && lines.length < 9;
        next = nextOfSweep(runs(...lines)[0] as SweepRun)
      )
        lines.push(next.start + unit);
      expect(lines.length).withContext(begun).toBe(3);
    }
  });

  it('needs no card for a part or for what one names', () => {
    const [run] = sweepRuns(undefined, typed(['sweep k1 closings 2', 'k1 0.1 ohm'], null));
    expect(values(run)).toEqual([0.1, undefined]);
  });

  it('of a test that every bench does needs no card either, with bands and modes as they are written', () => {
    const bare = (...lines: readonly string[]) => sweepRuns(undefined, typed(lines, null));
    const [run] = bare('receive', 'sweep pwr bands 40m 20 m', 'pwr 40m 98W', 'pwr 20m 71W');
    expect(run?.title).toBe('Power over bands');
    expect(run?.steps.map(({ name, start }) => `${name}: ${start}`)).toEqual(['40 m: pwr 40m ', '20 m: pwr 20m ']);
    expect(values(run)).toEqual([98, 71]);
    const [modes] = bare('sweep sens 2m modes fm usb', 'sens 2m fm 0.2uV', 'sens usb 2m 0.15uV');
    expect(values(modes)).toEqual([0.2e-6, 0.15e-6]);
    expect(bare('sweep smeter levels')[0]?.steps.length).toBe(5);
  });

  it('is kept of a test as that is done, whatever the set stands on', () => {
    const [run] = runs('receive', 'sweep pwr am supply 11 12', 'pwr am at 11V keyed 2W', 'receive', 'pwr am at 12V keyed 3W');
    expect(values(run)).toEqual([2, 3]);
  });

  it('goes where its last words lead, where nobody says through what', () => {
    const told = (line: string, on: LaidCard | null = card) => {
      const [run] = sweepRuns(on ?? undefined, typed([line], on));
      return [run?.over, run?.steps.map(({ name }) => name).join(' '), run?.steps[0]?.start];
    };
    expect(told('sweep pwr 40m 20m', null)).toEqual(['band', '40 m 20 m', 'pwr 40m ']);
    expect(told('sweep tp7 20m 80m')).toEqual(['band', '20 m 80 m', 'tp7 20m ']);
    expect(told('sweep pwr am fm')).toEqual(['mode', 'AM FM', 'pwr am ']);
    expect(told('sweep tp5 am -113dBm -93dBm')).toEqual(['level', '−113 dBm −93 dBm', 'tp5 am gen -113 dBm ']);
    expect(told('sweep pwr am 11V 12V')).toEqual(['supply', '11 V 12 V', 'pwr am at 11V ']);
  });

  it('goes down a chain of points, each read as it is', () => {
    const [run] = runs('sweep am points tp7 tp5', 'tp7 am 3v', 'tp5 -5dBm');
    expect(run?.title).toBe('TP7 to TP5, one point after another');
    expect(run?.steps.map(({ name, start }) => `${name}: ${start}`)).toEqual([
      'TP7 tuning voltage: tp7 am ',
      `TP5 ${card.testPoints.find(({ id }) => id === 'TP5')?.name}: tp5 am `,
    ]);
    expect(values(run)).toEqual([3, -5]);
    // What stands at several points need not be alike: they lie no decibels apart.
    expect(run && sweepApart(run)).toBe('');
    const [one, other] = runs('sweep points tp7 tp5', 'sweep points tp5 tp7');
    expect(one?.key).not.toBe(other?.key);
  });

  it('tells how far it lies apart', () => {
    const [watts] = runs('sweep pwr am supply 11 12', 'pwr am at 11v 2W', 'pwr am at 12v 4W');
    const spread = watts && sweepSpread(watts);
    expect([spread?.least.value, spread?.most.value]).toEqual([2, 4]);
    expect(spread?.dB).toBeCloseTo(3.0103, 4);
    const [volts] = runs('sweep tp7 channels 1 19', 'tp7 ch1 1v', 'tp7 ch19 10v');
    expect(volts && sweepSpread(volts)?.dB).toBeCloseTo(20, 9);
    const [ohms] = runs('sweep k1 closings 2', 'k1 1 ohm', 'k1 10 ohm');
    expect(ohms && sweepSpread(ohms)?.dB).toBeUndefined();
    const [one] = runs('sweep tp7 channels 1 19', 'tp7 ch1 1v', 'tp7 ch19 dead');
    expect(one && sweepSpread(one)).toBeUndefined();
  });

  it('is offered as the card lends itself to it, each line read as a sweep', () => {
    const offers = usualSweeps(card);
    expect(offers.map(({ name }) => name)).toContain('TP7 tuning voltage over bands');
    for (const { line } of offers)
      expect(typed([line])[0]?.kind)
        .withContext(line)
        .toBe('sweep');
  });
});

describe('a line that begins a sweep', () => {
  const refusal = (line: string, on: LaidCard | null = card): string => {
    try {
      typed([line], on);
      return 'read';
    } catch (error) {
      return error instanceof Error ? error.message : '';
    }
  };
  for (const [line, message] of [
    ['sweep', 'What is to be read at each step?'],
    ['sweep tp7', 'Through what is it to go?'],
    ['sweep nothing channels', '"nothing" is no point, test or part.'],
    ['sweep tp7 channels 1', 'A sweep has two steps at least.'],
    ['sweep tp7 channels 1 50', 'There is no channel 50.'],
    ['sweep tp7 channels one two', '"one two" is not a number.'],
    ['sweep tp7 bands 20m 15m', 'There is no band "15m".'],
    ['sweep tp5 levels loud soft', '"loud soft" is no level.'],
    ['sweep k1 closings 1', 'How many closings?'],
    ['sweep frequency bands', 'Frequencies are swept over channels.'],
    ['sweep tp7 xyz channels 1 2', '"xyz" is no state of the set.'],
    ['sweep points tp7 tp99', 'There is no point tp99.'],
    ['sweep points tp7', 'A sweep has two steps at least.'],
    ['sweep pwr 40m', 'Through what is it to go?'],
    ['sweep tp7 channels 1-900', '"1-900" is too many steps.'],
  ] as const)
    it(`"${line}" is refused: ${message}`, () => expect(refusal(line)).toBe(message));
  it('asks for the steps where the card names none', () => {
    expect(refusal('sweep tp7 channels', { ...card, channels: undefined })).toBe('Through which channels?');
  });
  it('says how bands and points are written where there is no card', () => {
    expect(refusal('sweep pwr bands high low', null)).toBe('There is no band "high".');
    expect(refusal('sweep points tp1 c12', null)).toBe('There is no point c12.');
    expect(refusal('sweep points tp1 tp2', null)).toBe('read');
  });
  it('takes a range, also downwards and by steps', () => {
    const steps = (line: string): unknown => (typed([line])[0] as { steps?: unknown }).steps;
    expect(steps('sweep tp7 channels 1-4')).toEqual(['1', '2', '3', '4']);
    expect(steps('sweep tp7 channels 40 to 1 by 13')).toEqual(['40', '27', '14', '1']);
    expect(steps('sweep tp7 channels 1, 3, 10-12')).toEqual(['1', '3', '10', '11', '12']);
    expect(steps('sweep tp5 levels 1uV 10 uV')).toEqual(['1 µV', '10 µV']);
    expect(steps('sweep pwr am supply 11v 12.4 V')).toEqual(['11', '12.4']);
  });
});
