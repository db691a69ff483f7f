import { setKindList } from '../card';
import { traceModel } from '../trace';
import type { Asked } from './asked';
import { toldCase, toldSchema } from './lesson';
import { PracticeBench } from './practice-bench';
import { practiceCards } from './practice-card';
import { calibrationOf, skillsOf } from './progress';
import { reviewOf } from './review';

const card = practiceCards()[setKindList.findIndex(({ id }) => id === 'cb-am-fm')]!;
const model = traceModel(card, 25);
const told = toldSchema.parse({
  title: 'A case',
  owner: 'Nobody',
  words: 'It is dead.',
  complaint: { functionId: 'receive-am', result: 'dead' },
  hidden: { faults: [{ section: 'am-detector', how: 'dead', part: 'D2' }] },
});
const one = toldCase(card, told);
const played = (...all: Asked[]) => {
  const bench = new PracticeBench(one);
  for (const asked of all) bench.ask(asked);
  return reviewOf(one, model, bench.acts);
};
const checks: Asked = { what: 'check', check: 'cold' };
const tried = (id: string): Asked => ({ what: 'function', id });

describe('the review of a case', () => {
  it('draws how much was in question after each step, beside the best path', () => {
    const review = played(
      checks,
      tried('receive-am'),
      tried('receive-fm'),
      { what: 'proof', designator: 'D2' },
      { what: 'fit', designator: 'D2' },
    );
    expect(review.path.map(({ title }) => title)).toEqual(['Receive AM', 'Receive FM', 'D2 proven out of circuit', 'D2 renewed']);
    const [first, second] = review.path.map(({ inQuestion }) => inQuestion);
    expect(second ?? 99).toBeLessThan(0.85 * (first ?? 0));
    expect(review.best.tests).toBeGreaterThan(0);
    expect(review.best.path.at(-1)?.title).toBe('Parts of the AM detector renewed');
    expect(review.truth).toEqual(['AM detector: D2, a bad part.']);
    expect(review.faulty).toEqual(['am-detector']);
    expect(review.needless).toEqual([]);
  });
  it('says what had already cleared a part that was renewed for nothing, and what it stood at', () => {
    const review = played(checks, tried('receive-fm'), { what: 'fit', designator: 'IC5' });
    expect(review.needless.map(({ designator, section }) => [designator, section])).toEqual([['IC5', 'af-power-stage']]);
    expect(review.needless[0]?.chance).toBeLessThan(0.05);
    const [dearest] = review.costliest;
    expect(dearest?.title).toBe('IC5 renewed');
    expect(dearest?.why).toContain('“Receive FM” had already cleared it');
    expect(dearest?.lost).toBe(dearest?.minutes);
  });
  it('names what was done twice with nothing between', () => {
    const review = played(checks, tried('receive-fm'), tried('meter-follows-the-signal'), tried('receive-fm'));
    expect(review.costliest.some(({ why, title }) => title === 'Receive FM' && why.startsWith('It had been tried before'))).toBeTrue();
  });
  it('names a test that had to fail whichever it was', () => {
    const review = played(checks, { what: 'point', point: 'AFO1', condition: { keyed: false, mode: 'AM' } });
    expect(review.costliest.length).toBe(1);
    expect(review.costliest[0]?.why).toMatch(/would have told more, in \d+ min\.$/);
  });
  it('lists the dangers with their minutes', () => {
    const review = played(checks, tried('transmit-am'));
    expect(review.dangers.map(({ danger, at }) => [danger, at])).toEqual([['no-load', 6]]);
  });
});

describe('progress', () => {
  const review = played(checks, tried('receive-fm'), { what: 'fit', designator: 'IC5' });
  const row = {
    id: '66666666-6666-4666-8666-000000000001',
    code: one.code,
    title: 'A case',
    way: one.way,
    chassis: card.chassis,
    help: 'off' as const,
    beganAt: '2026-11-29T10:00:00.000Z',
    end: 'mended' as const,
    acts: [],
    review,
  };
  it('tells at which skill time is lost', () => {
    const skills = skillsOf([
      { ...row, beliefs: [] },
      { ...row, beliefs: [], end: 'given-up' },
    ]);
    expect(skills[0]?.skill).toBe('audio');
    expect(skills[0]?.lost).toBeGreaterThan(20);
    expect(skills.find(({ skill }) => skill === 'detectors')).toEqual(jasmine.objectContaining({ cases: 2, won: 1 }));
  });
  it('lays what was believed beside what was so', () => {
    const beliefs = [
      { after: 1, section: 'am-detector', said: 0.7, evidence: 0.4 },
      { after: 2, section: 'af-power-stage', said: 0.7, evidence: 0.2 },
      { after: 3, section: 'vco', said: 0.05, evidence: 0.01 },
    ];
    expect(calibrationOf([{ ...row, beliefs }])).toEqual([
      { said: 0.05, times: 1, true: 0, evidence: 0.01 },
      { said: 0.7, times: 2, true: 0.5, evidence: jasmine.any(Number) as unknown as number },
    ]);
  });
});
