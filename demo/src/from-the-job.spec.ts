import type { LaidCard } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import { fedBy, fedSums, oscillatorAdvice, type Fed } from '@amber-relay/core/feed';
import { startCondition } from '@amber-relay/core/job';
import { planBench } from '@amber-relay/core/run';
import { resultText, solve, sumById, type Sum } from '@amber-relay/core/sums';
import { demoCards } from './demo-cards';
import { cardNamed, typedTape } from './typed-tape';

const fed = (sum: string, card: LaidCard | undefined, ...lines: readonly string[]): readonly Fed[] =>
  fedBy(sum, { stood: typedTape(card, lines), condition: startCondition(card), ...(card ? { card } : {}) });
const sumOf = (id: string): Sum => {
  const sum = sumById(id);
  if (!sum) throw new Error(id);
  return sum;
};
/** What the sum says of the first that is fed to it, with what the bench has to add. */
const answer = (sum: string, [first]: readonly Fed[], added: Readonly<Record<string, unknown>> = {}): Record<string, unknown> =>
  solve(sumOf(sum), { ...first?.input, ...added }).output as Record<string, unknown>;

describe('what a job gives to a sum', () => {
  const ob7 = cardNamed('Oxbrae OB-7');
  const gannet = cardNamed('Oxbrae Gannet');

  it('is the errors of the carriers with what each is made of, and names the oscillator that is off', () => {
    // Reference 60 Hz low: 16.49 MHz is 1649 × 10 kHz, so the carrier follows it 1.61 times.
    const low = (n: number, mhz: number): string =>
      `ch${n} am keyed ${(mhz - 60e-6 * (n === 1 ? 1.5889 : n === 40 ? 1.6318 : 1.6104)).toFixed(7)}M`;
    const got = fed('oscillator-errors', ob7, 'tp3 10239940 Hz', low(1, 26.965), low(40, 27.405), low(19, 27.185));
    expect(got[0]?.name).toBe('frequencies, 4 readings');
    const out = answer('oscillator-errors', got) as { adjustFirst: string; estimates: { name: string; errorHz: number }[] };
    expect(out.adjustFirst).toBe('X1');
    expect(out.estimates.find(({ name }) => name === 'X1')?.errorHz).toBeCloseTo(-60, 0);
    expect(Math.abs(out.estimates.find(({ name }) => name === 'X2')?.errorHz ?? NaN)).toBeLessThan(2);
  });

  it('is what the S-meter showed at each level of the generator, with what S9 is worth where the set stands', () => {
    const got = fed(
      's-meter',
      ob7,
      'sweep smeter am levels',
      'smeter ch19 am gen -93dBm S5',
      'smeter gen -73dBm S8',
      'smeter gen -53dBm +10',
    );
    expect(got[0]?.name).toMatch(/^S-meter at 3 levels, ch 19, AM/);
    const out = answer('s-meter', got) as { worstDb: number; s9ErrorDb: number; points: { dBm: number; errorDb: number }[] };
    expect(out.points.map(({ dBm, errorDb }) => [dBm, Math.round(errorDb * 1000) / 1000])).toEqual([
      [-93, -4],
      [-73, -6],
      [-53, -10],
    ]);
    expect([out.worstDb, out.s9ErrorDb]).toEqual([10, -6]);
    // Where the shop says that S9 is 34 µV here, it is that.
    const shop = { stood: typedTape(ob7, ['smeter am gen -73dBm S9']), condition: {}, card: ob7, s9: { hfV: 34e-6, vhfV: 3.4e-6 } };
    expect(fedBy('s-meter', shop)[0]?.input['s9Dbm']).toBe(-76.4);
    // Of a set that no card tells the band of, what S9 is worth is asked for.
    const bare = fed('s-meter', undefined, 'smeter gen -73dBm S9');
    expect([bare[0]?.input['s9Dbm'], answer('s-meter', bare, { s9Dbm: -73 })['worstDb']]).toEqual([undefined, 0]);
  });

  it('says what is turned for an oscillator that is off, in the order of the alignment, and nothing where all is right', () => {
    const advice = (...lines: readonly string[]) =>
      oscillatorAdvice({ card: ob7, stood: typedTape(ob7, lines), condition: startCondition(ob7) });
    const [first, ...more] = advice('tp3 10239940 Hz', 'ch19 am keyed 27.1849034M');
    expect(first?.adjust).toEqual(['C33']);
    expect(first?.says).toMatch(/^X1 is 60\.?\d* Hz low, ± .*: turn C33; the carrier goes 1\.61 Hz for each Hz of it$/);
    expect(more).toEqual([]);
    expect(advice('tp3 10240000 Hz', 'ch19 am keyed 27.185M')).toEqual([]);
    expect(advice()).toEqual([]);
  });

  it('counts a frequency at the point where the card expects it, whatever section that is of', () => {
    const bench = planBench(ob7, typedTape(ob7, ['ch19 am keyed tp5 16.53M', 'ch19 am keyed 27.225M']), {
      channel: 19,
      mode: 'AM',
      keyed: true,
    });
    expect(bench?.firstWrong?.id).toBe('fp-vco');
    expect(bench?.nodes.find(({ id }) => id === 'fp-vco')?.start).toBe('tp5 ');
  });

  it('leaves out what was read before something of the plan was turned, and says so', () => {
    const [got] = fed('oscillator-errors', ob7, 'tp3 10239940 Hz', 'set c33 10.2400 MHz', 'tp3 10240001 Hz');
    expect(got?.name).toBe('frequencies, 1 reading, 1 older one left out');
    expect((got?.input['readings'] as { errorHz: number }[])[0]?.errorHz).toBe(1);
    expect(fed('oscillator-errors', ob7, 'tp3 10239940 Hz', 'fit c33 20p old trimmer why drifted proof tapped')).toEqual([]);
  });

  it('is the tuning voltages with their windows and the rail of the loop', () => {
    const got = fed('lock-sweep', ob7, 'tp7 ch1 2.0v', 'tp7 ch19 3.1v', 'tp7 ch40 4.2v');
    expect(got[0]?.name).toBe('tuning voltage at TP7, 3 readings');
    expect(got[0]?.input).toEqual(jasmine.objectContaining({ windowLowV: 1.8, windowHighV: 4.4, railV: 8 }));
    expect((got[0]?.input['points'] as { frequencyHz: number }[]).map(({ frequencyHz }) => frequencyHz)).toEqual([
      16.27e6, 16.49e6, 16.71e6,
    ]);
    // Each channel of this card has a window of its own: what is right on one is not at the edge of all.
    expect(String(answer('lock-sweep', got)['finding'])).not.toContain('edge');
    expect((answer('lock-sweep', got)['bands'] as { inLock: boolean }[]).every(({ inLock }) => inLock)).toBeTrue();
  });

  it('has a window for each band of a set with several oscillators, and finds the band that is out', () => {
    const n9 = cardNamed('Ternhal N9');
    const got = fed('lock-sweep', n9, 'tp26 160m 3.2v', 'tp26 80m 5.1v', 'tp26 40m 7.9v', 'tp26 30m 5.2v');
    const bands = answer('lock-sweep', got)['bands'] as { band: string; inLock: boolean }[];
    expect(bands.filter(({ inLock }) => !inLock).map(({ band }) => band)).toEqual(['40 m']);
  });

  it('is the numbers of the divider, from channels that were counted: the line that is stuck is named without a figure typed twice', () => {
    // The line of weight 4 of the number is held high: N of channel 1 is 1627, which has it low.
    const held = (n: number): number => n | 4;
    const channels = [1, 2, 3, 4, 19, 40];
    const lines = channels.map((ch) => {
      const tuned = ob7.tunings.find(({ condition }) => condition.channel === ch)?.set['fp-vco'] ?? 0;
      return `ch${ch} am keyed ${(held(tuned) * 10_000 + 10_695_000) / 1e6}M`;
    });
    const got = fed('stuck-line', ob7, ...lines);
    expect(got[0]?.name).toBe('6 channels counted');
    const out = answer('stuck-line', got) as { faults: { weight: number; stuck: string }[]; unexplained: number[] };
    expect(JSON.stringify(out.faults)).toContain('4');
    expect(out.faults.length).toBe(1);
    expect(out.unexplained).toEqual([]);
  });

  it('is the channels with the crystals of each, and the dead ones accuse theirs', () => {
    const got = fed('crystal-suspects', gannet, 'ch1 am keyed 26.965M', 'ch2 am keyed 26.975M', 'ch3 am keyed dead', 'ch7 am keyed dead');
    const out = answer('crystal-suspects', got) as { cleared: string[]; suspectSets: string[][] };
    expect(got[0]?.name).toBe('4 channels sent');
    expect(out.cleared).toContain('X1');
    expect(out.cleared).toContain('X11');
    expect(out.suspectSets).toEqual([['X13']]);
  });

  it('is the dividers of the plan with what was read behind them, and the loop’s number', () => {
    const got = fed('divider-chain', ob7);
    expect(got[0]?.input).toEqual({ inputHz: 10_240_000, stages: [{ name: 'phase-detector', ratio: 1024 }] });
    expect(answer('pll-n', fed('pll-n', ob7))['n']).toBe(1649);
  });

  it('is the closings of a contact, those after it was cleaned first', () => {
    const got = fed('contact-loss', gannet, 'k1 0.9 ohm', 'k1 2.4 ohm', 'k1 0.4 ohm', 'cleaned k1', 'k1 0.05 ohm', 'k1 0.06 ohm');
    expect(got.map(({ name }) => name)).toEqual(['K1, 2 closings, after: K1 cleaned', 'K1, 3 closings, before: K1 cleaned']);
    expect(answer('contact-loss', got)['verdict']).toBe('good');
    expect(answer('contact-loss', got.slice(1))['verdict']).toBe('bad');
  });

  it('needs no card for what one only measures', () => {
    expect(fed('contact-loss', undefined, 'k1 0.9 ohm', 'k1 0.4 ohm')[0]?.name).toBe('K1, 2 closings');
    expect(fed('lock-sweep', undefined, 'k1 0.9 ohm')).toEqual([]);
  });

  it('is the levels along the receiver, and names the first stage that is short', () => {
    const got = fed('level-plan', ob7, 'tp15 am receive ch19 -43dBm', 'tp17 am receive ch19 -60dBm');
    expect((got[0]?.input['stages'] as unknown[]).length).toBe(5);
    expect((got[0]?.input['readings'] as unknown[]).length).toBeGreaterThan(0);
  });

  it('is what the tape has of one thing over time', () => {
    const lines = ['tp7 3.1v', 'tp7 3.1v', 'tp7 6.9v', 'tp7 3.1v', 'tp7 3.1v'];
    expect(fed('soak-plan', ob7, ...lines)[0]?.input).toEqual({ failures: 1, observedS: 240, confidence: 0.95 });
    const [held] = fed('soak-verdict', ob7, 'tp7 6.9v', 'set l4 3.1v', 'tp7 3.1v', 'tp7 3.2v', 'tp7 3.1v');
    expect(held?.input['points']).toEqual([0, 60, 120].map((tS, k) => ({ tS, value: [3.1, 3.2, 3.1][k] })));
  });

  it('fits the sum it is for: where all is there it is worked out, else only what is missing is asked for', () => {
    const lines: Readonly<Record<string, readonly string[]>> = {
      'Oxbrae OB-7': [
        'tp7 ch1 2.0v',
        'ch1 am keyed 26.965M',
        'ch2 am keyed 26.975M',
        'sql 1uV',
        's9 50uV',
        'pwr am at 12v 3.1w',
        'ch19 freq 50 Hz',
      ],
      'Oxbrae Gannet': ['ch1 am keyed 26.965M', 'ch5 am keyed dead', 'k1 0.1 ohm', 'tp10 ch13 17415010 Hz'],
      'Ternhal N9': ['tp26 160m 3.2v', 'tp23 10000010 Hz', 'tp24 20m 72400100 Hz', 'pwr cw 20m 90w'],
      'Dunvick Post 6': ['ch1 n keyed 158.4001M', 'ch2 n keyed 158.45M'],
    };
    let tried = 0;
    for (const card of demoCards())
      for (const sum of fedSums)
        for (const one of fed(sum, cardNamed(card.chassis), ...(lines[card.chassis] ?? []))) {
          tried += 1;
          try {
            expect(resultText(sumOf(sum), solve(sumOf(sum), one.input).output) !== undefined).toBeTrue();
          } catch (error) {
            const path = error instanceof CoreError ? (error.path ?? '') : String(error);
            // What it refuses is a field that the job left out, not one that it gave wrongly.
            expect(path in one.input)
              .withContext(`${card.chassis} ${sum} ${one.name}: ${String(error)}`)
              .toBeFalse();
          }
        }
    expect(tried).toBeGreaterThan(40);
  });

  it('has another name for each thing of a sum', () => {
    for (const sum of fedSums) {
      const keys = fed(sum, ob7, 'tp7 ch1 2.0v', 'ch1 am keyed 26.965M', 'ch2 am keyed 26.975M').map(({ key }) => key);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
});
