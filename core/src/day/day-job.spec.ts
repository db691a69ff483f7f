import { dayJob, mondayMs } from '../testing/day-jobs';
import { nextUp, stepsOf, type DayJob, type DayStep, type HandsStep } from './day-job';
import { StageLengths } from './hours-left';

const lengths = new StageLengths([]);
const steps = (job: DayJob, own?: number): readonly DayStep[] => stepsOf(job, lengths, mondayMs, own);
/** `trace parts | part? | repair …` */
const shape = (all: readonly DayStep[]): string =>
  all
    .map((step) =>
      step.kind === 'hands'
        ? `${step.act === 'stage' ? '' : `${step.act}: `}${step.stages.join(' ')}`
        : `${step.for}${step.chance === undefined ? '' : '?'}${step.guessed ? '~' : ''}`,
    )
    .join(' | ');
const wanted = (state: 'wanted' | 'here' | 'ordered', stock?: string) => ({
  designator: 'C31',
  part: '10u',
  state,
  ...(stock === undefined ? {} : { stock }),
});

describe('what is left of a job', () => {
  it('is work up to the soak, the soak by itself, and handing back', () =>
    expect(shape(steps(dayJob(1, 'align')))).toBe('align test soak | soak~ | hand-back'));
  it('may need a part as long as the fault is looked for', () =>
    expect(shape(steps(dayJob(1, 'trace')))).toBe('trace parts | part?~ | repair align test soak | soak~ | hand-back'));
  it('leaves out stages that are done or not needed', () =>
    expect(shape(steps(dayJob(1, 'repair', undefined, { open: ['repair', 'test', 'hand-back'] })))).toBe('repair test | hand-back'));
  it('waits for a part until its day, and then goes on where it was', () => {
    const all = steps(dayJob(1, 'repair', undefined, { waits: 'part', waitUntil: '2026-02-12', waitText: 'C31' }));
    expect(shape(all)).toBe('part | repair align test soak | soak~ | hand-back');
    expect(all[0]).toEqual(jasmine.objectContaining({ untilMs: new Date(2026, 1, 12, 12).getTime(), text: 'C31' }));
  });
  it('takes a wait that is over its day to end with the next post, and says that nobody knows', () => {
    const [wait] = steps(dayJob(1, 'repair', undefined, { waits: 'answer', waitUntil: '2026-02-03' }));
    expect(wait).toEqual(
      jasmine.objectContaining({ kind: 'wait', for: 'answer', guessed: true, untilMs: new Date(2026, 1, 10, 12).getTime() }),
    );
  });
  it('waits no more when all parts are here, and fits them', () => {
    const job = dayJob(1, 'repair', undefined, { waits: 'part', wanted: [wanted('here'), wanted('wanted', 'item')] });
    expect(shape(steps(job))).toBe('fit: parts repair align test soak | soak~ | hand-back');
    expect(nextUp(job.summary, mondayMs)).toEqual({ stage: 'parts', act: 'fit', waits: 'nothing' });
    expect(nextUp({ ...job.summary, wanted: [wanted('here'), wanted('ordered')] }, mondayMs).waits).toBe('part');
  });
  it('orders what is on the list and nowhere else, and then waits for it', () =>
    expect(shape(steps(dayJob(1, 'parts', undefined, { wanted: [wanted('wanted')] })))).toBe(
      'order: parts | part~ | parts repair align test soak | soak~ | hand-back',
    ));
  it('looks at a soak that is over, and hands back', () => {
    const soaked = (hour: number) => dayJob(1, 'soak', undefined, { waits: 'soak', soakDue: new Date(2026, 1, 9, hour).toISOString() });
    expect(shape(steps(soaked(11)))).toBe('soak | soak hand-back');
    expect(shape(steps(soaked(8)))).toBe('end-soak: soak hand-back');
  });
  it('is nothing where it only waits to be collected, or was handed back', () => {
    expect(steps(dayJob(1, 'hand-back', undefined, { waits: 'collection' }))).toEqual([]);
    expect(steps(dayJob(1, 'hand-back', undefined, { finished: true }))).toEqual([]);
  });
  it('is what the technician said, where he said it, and less unsure', () => {
    const work = (all: readonly DayStep[]): readonly HandsStep[] => all.filter((step) => step.kind === 'hands');
    const [told, learned] = [work(steps(dayJob(1, 'align'), 30)), work(steps(dayJob(1, 'align')))];
    expect(told.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(30, 6);
    const spread = ([first]: readonly HandsStep[]): number => (first ? (first.range[1] - first.range[0]) / first.minutes : NaN);
    expect(spread(told)).toBeLessThan(0.7 * spread(learned));
  });
  it('is as much for a job of a program that kept no open stages', () => {
    const { open: _open, ...summary } = dayJob(1, 'align').summary;
    expect(shape(steps({ ...dayJob(1, 'align'), summary }))).toBe('align test soak | soak~ | hand-back');
  });
});
