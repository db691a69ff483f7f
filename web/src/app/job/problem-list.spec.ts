import { stageOnBench, type StageOnBench } from '../testing/stage-on-bench';
import { ProblemList } from './problem-list';

describe('ProblemList', () => {
  let bench: StageOnBench<ProblemList>;
  beforeEach(async () => (bench = await stageOnBench(ProblemList)));
  afterEach(() => bench.clear());

  it('opens a second problem, and moves each through its states by itself', async () => {
    await bench.fill('title', 'dead lamp');
    await bench.press(/^Add/);
    await bench.press(/^repaired/);
    expect(bench.job.problems().map((p) => [p.title, p.state])).toEqual([
      ['No sound', 'repaired'],
      ['dead lamp', 'open'],
    ]);
  });

  it('takes a question and an improvement, which keep what they are', async () => {
    await bench.press(/^Improvement/);
    await bench.fill('title', 'a louder speaker');
    await bench.press(/^Add/);
    expect(bench.element.textContent).toContain('improvement');
    const watch = [...bench.element.querySelectorAll('button')].filter((b) => b.textContent.trim() === 'to be watched').at(-1)!;
    watch.click();
    await bench.settle();
    expect(bench.job.problems().at(-1)).toEqual(
      jasmine.objectContaining({ title: 'a louder speaker', sort: 'improvement', state: 'watch' }),
    );
  });

  it('puts nothing on the tape for a state it is in already', async () => {
    const before = (await bench.tape()).length;
    await bench.press(/^open/);
    expect((await bench.tape()).length).toBe(before);
  });
});
