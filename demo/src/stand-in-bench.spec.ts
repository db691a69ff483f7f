import type { LaidCard } from '@amber-relay/core/card';
import { ofKind } from '@amber-relay/core/tape';
import { readScpiReply } from '@amber-relay/core/link';
import { demoCards } from './demo-cards';
import { demoJobs } from './jobs/demo-jobs';
import { laidFor } from './jobs/tape-writer';
import { hiddenFaults, StandInBench, standInSet, type ProbeAt } from './stand-in-bench';

const now = new Date('2026-06-01T09:00:00Z');
const { jobs, sets, tape } = demoJobs(demoCards(), now);
const jobOf = (number: number): (typeof jobs)[number] => jobs.find((job) => job.number === number)!;
const cardOf = (number: number): LaidCard =>
  laidFor(
    demoCards(),
    sets.find(({ id }) => id === jobOf(number).setId)!,
  )!;

describe('the stand-in bench of the demo shop', () => {
  const at = (number: number, point: string, over: Partial<ProbeAt> = {}): ProbeAt => ({
    jobId: jobOf(number).id,
    cardId: cardOf(number).id,
    subject: { what: 'point', point },
    condition: {},
    ac: false,
    ...over,
  });
  const read = (bench: StandInBench, where: ProbeAt, query = 'MEAS:VOLT:DC?', instrument = 'bench-meter'): number | null => {
    expect(bench.probe(instrument, where)).toBeUndefined();
    return readScpiReply(bench.answer(instrument, query) ?? '').value;
  };

  for (const number of Object.keys(hiddenFaults).map(Number))
    it(`has a set for job ${number} that shows what its owner told and its tape holds`, () => {
      const card = cardOf(number);
      const set = standInSet(card, number, 0);
      const mine = tape.filter((entry) => entry.jobId === jobOf(number).id);
      for (const { functionId, result } of ofKind(mine, 'function'))
        expect(`${functionId} ${set.tryFunction(functionId)}`).toBe(`${functionId} ${result}`);
      for (const symptom of jobOf(number).symptoms) expect(set.tryFunction(symptom.functionId ?? '')).not.toBe('works');
      for (const reading of ofKind(mine, 'reading'))
        if (reading.subject.what === 'point' && reading.verdict === 'in') {
          const value = set.read(reading.subject.point, reading.condition) ?? NaN;
          expect(value).toBeGreaterThanOrEqual(reading.low ?? -Infinity);
          expect(value).toBeLessThanOrEqual(reading.high ?? Infinity);
        }
    });

  it('reads the points of a sound set within their limits', () => {
    const bench = new StandInBench(now);
    expect(read(bench, at(420, 'TP1'))).toBeGreaterThan(0);
    const rail = read(bench, at(419, 'TP2'));
    expect(rail).toBeGreaterThan(7.6);
    expect(rail).toBeLessThan(8.4);
  });

  it('sees nothing on the wrong range, and alternating volts on theirs', () => {
    const bench = new StandInBench(now);
    const heater = at(420, 'TP4', { ac: true });
    expect(read(bench, heater, 'MEAS:VOLT:AC?')).toBeCloseTo(12.6, 0);
    expect(read(bench, heater, 'MEAS:VOLT:DC?')).toBe(0);
    expect(read(bench, at(419, 'TP2'), 'MEAS:RES?')).toBeNull();
  });

  it('reads the level behind the fault of job 419 as gone, and the one before it as there', () => {
    const bench = new StandInBench(now);
    const level = (point: string): number | null => {
      const where = at(419, point, { condition: { keyed: false, mode: 'AM', channel: 19 } });
      expect(bench.probe('level-meter', where)).toBeUndefined();
      bench.answer('level-meter', 'UNIT:POW DBM');
      return readScpiReply(bench.answer('level-meter', 'MEAS:POW?') ?? '').value;
    };
    expect(level('TP26')).toBeGreaterThan(-60);
    expect(level('TP13')).toBeNull();
  });

  it('counts a channel of the transmitter', () => {
    const bench = new StandInBench(now);
    const where = at(419, '', { subject: { what: 'channel', channel: 19 }, condition: { keyed: true, mode: 'AM', channel: 19 } });
    expect(read(bench, where, 'MEAS:FREQ?', 'counter')).toBeCloseTo(27.185e6, -3);
  });

  it('says where it cannot be probed', () => {
    const bench = new StandInBench(now);
    expect(bench.probe('bench-meter', at(419, '', { subject: { what: 'part', designator: 'Q4', pin: 'c' } }))).toContain('test points');
    expect(bench.probe('bench-meter', at(419, 'TP2', { jobId: 'other', cardId: 'none' }))).toContain('no set of this chassis');
  });
});
