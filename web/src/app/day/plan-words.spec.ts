import type { Block, PlannedJob } from '@amber-relay/core/day';
import { aboutMinutes, blockText, daysUntil, doingOf, dueText, rangeText, riskText } from './plan-words';

describe('the words of the plan', () => {
  it('counts whole days, over the end of a month too', () => {
    expect(daysUntil('2026-03-01', '2026-02-27')).toBe(2);
    expect(daysUntil('2026-02-26', '2026-02-27')).toBe(-1);
  });
  it('says minutes no finer than they are known', () => {
    expect([3.4, 12, 22, 118, 245].map(aboutMinutes)).toEqual(['3 min', '12 min', '20 min', '2 h', '4 h 5 min']);
  });
  it('says a range in minutes while it is short, and in half hours from then on', () => {
    expect(rangeText([14, 52])).toBe('15 to 50 min');
    expect(rangeText([11, 12])).toBe('10 min');
    expect(rangeText([34, 100])).toBe('½ to 1½ h');
    expect(rangeText([61, 240])).toBe('1 to 4 h');
    expect(rangeText([118, 125])).toBe('2 h');
  });
  it('says when a job is due, and how sure that is', () => {
    expect(dueText(undefined, '2026-02-12')).toBe('no date');
    expect(dueText('2026-02-12', '2026-02-12')).toBe('promised today');
    expect(dueText('2026-02-11', '2026-02-12')).toBe('1 day late');
    const job = (more: Partial<PlannedJob>): PlannedJob =>
      ({ lateDays: 0, lateChance: 0, readyMs: new Date(2026, 1, 13, 9).getTime(), ...more }) as PlannedJob;
    expect(riskText(job({}))).toBe('');
    expect(riskText(job({ lateChance: 0.42 }))).toBe('late in 4 of 10');
    expect(riskText(job({ lateDays: 1, lateChance: 1 }))).toBe('ready Fri 13 Feb');
  });
  it('says what is done next', () => {
    expect(doingOf({ stage: 'soak', act: 'end-soak', waits: 'nothing' })).toContain('The soak is over');
    expect(doingOf({ stage: 'align', act: 'stage', waits: 'nothing' })).toBe('Align');
  });
  it('names blocks of work and of waiting', () => {
    const block = (more: Partial<Block>): Block => more as Block;
    expect(blockText(block({ work: { stages: ['align', 'test'], act: 'stage' } as never }))).toBe('align to test');
    expect(blockText(block({ wait: { for: 'part', text: 'C31' } as never }))).toContain('C31');
    expect(blockText(block({ wait: { for: 'soak', text: '' } as never }))).toBe('soaks');
  });
});
