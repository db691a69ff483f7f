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

  it('puts nothing on the tape for a state it is in already', async () => {
    const before = (await bench.tape()).length;
    await bench.press(/^open/);
    expect((await bench.tape()).length).toBe(before);
  });
});
