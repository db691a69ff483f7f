import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { FunctionsStage } from './functions-stage';
import { TapeWriter } from '../tape-writer';

describe('FunctionsStage', () => {
  let bench: StageOnBench<FunctionsStage>;
  beforeEach(async () => (bench = await stageOnBench(FunctionsStage)));
  afterEach(() => bench.clear());
  const cell = (id: string): HTMLElement => bench.element.querySelector(`[data-function="${id}"]`)!;
  const key = async (id: string, name: string, shiftKey = false): Promise<void> => {
    cell(id).dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey, bubbles: true, cancelable: true }));
    await bench.settle();
  };

  it('takes one key a result, and moves on to the next only when asked', async () => {
    cell('receive-am').focus();
    await key('receive-am', 'd');
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'function', functionId: 'receive-am', result: 'dead' }));
    expect(document.activeElement).toBe(cell('receive-am'));
    await key('receive-am', 'D', true);
    expect(document.activeElement).toBe(cell('transmit-am'));
    expect(cell('receive-am').textContent).toContain('dead');
  });

  it('puts nothing on the tape for the same result twice, or for a key that means nothing', async () => {
    await key('receive-am', 'w');
    await key('receive-am', 'w');
    await key('receive-am', 'z');
    expect((await bench.tape()).filter((e) => e.kind === 'function').length).toBe(1);
  });

  it('opens with the first function that has not been tried', async () => {
    expect(bench.element.querySelector('section h2')?.textContent).toBe('Receive AM');
    await key('receive-am', 'w');
    cell('receive-am').blur();
    expect(bench.element.textContent).toContain('1 of 2 tried');
  });

  it('warns until safety is signed', async () => {
    expect(bench.element.querySelector('.caution')?.textContent).toContain('Safety is not signed off');
    await bench.get(TapeWriter).keep({ kind: 'sign-off', stage: 'safety' });
    await bench.settle();
    expect(bench.element.querySelector('.caution')).toBeNull();
  });
});
