import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { TapeWriter } from '../tape-writer';
import { RepairStage } from './repair-stage';

describe('RepairStage', () => {
  let bench: StageOnBench<RepairStage>;
  beforeEach(async () => (bench = await stageOnBench(RepairStage)));
  afterEach(() => bench.clear());
  const record = async (act: RegExp, place: string, detail = ''): Promise<void> => {
    await bench.press(act);
    await bench.fill('mended', place);
    if (detail) await bench.fill('detail', detail);
    await bench.press(/^Record it$/);
  };
  const last = async () => (await bench.tape()).at(-1);

  it('records what was done without a part, at a part, a section, or in words', async () => {
    await record(/^reflowed$/, 'c12', 'both ends');
    expect(await last()).toEqual(
      jasmine.objectContaining({ kind: 'remedy', remedy: 'reflow', designator: 'C12', section: 'audio', text: 'both ends' }),
    );
    await record(/^cleaned$/, 'power amplifier');
    expect(await last()).toEqual(jasmine.objectContaining({ kind: 'remedy', remedy: 'clean', section: 'pa' }));
    await record(/^undone$/, 'extra channels');
    expect(await last()).toEqual(jasmine.objectContaining({ kind: 'remedy', remedy: 'undo', text: 'extra channels' }));
    expect([...bench.element.querySelectorAll('[data-repair]')].map((li) => li.textContent.trim())).toEqual([
      'C12 both ends reflowed',
      'Power amplifier cleaned',
      'extra channels undone',
    ]);
  });
  it('refuses a part that the card does not have, and loses nothing of what was typed', async () => {
    await record(/^cleaned$/, 'c99', 'contacts');
    expect(bench.element.querySelector('[role=alert]')?.textContent).toContain('There is no part C99');
    expect(bench.element.querySelector<HTMLInputElement>('[name=mended]')?.value).toBe('c99');
    expect((await last())?.kind).toBe('problem');
  });
  it('says what to mind where a solvent is used', async () => {
    expect(bench.element.querySelector('.caution')).toBeNull();
    await bench.press(/^cleaned$/);
    expect(bench.element.querySelector('.caution')?.textContent).toContain('does not burn');
  });
  it('brings back what failed, and says what cured it', async () => {
    const writer = bench.get(TapeWriter);
    await writer.keep({ kind: 'function', functionId: 'receive-am', result: 'dead' });
    await record(/^cleaned$/, 'contacts');
    expect(bench.element.querySelector('[data-retest]')?.textContent).toContain('Receive AM');
    expect(bench.element.querySelector('[data-cured]')).toBeNull();
    await bench.press(/^Receive AM works now$/);
    expect(bench.element.querySelector('[data-cured]')?.textContent).toContain('contacts cleaned');
    await record(/^reflowed$/, 'c12');
    expect(bench.element.querySelector('[data-retest]')?.textContent).toContain('since then C12 reflowed');
  });
});
