import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { BENCH_ANSWERS, type BenchAnswers } from '../../bench/bench-answers';
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

describe('FunctionsStage on a bench that answers by itself', () => {
  it('lets the set show what a function does, by a press or by its key, each time anew', async () => {
    const asked: unknown[] = [];
    const answers: BenchAnswers = {
      help: signal('off'),
      lineAsked: () => undefined,
      takesFirst: () => '',
      ask: (what) => {
        asked.push(what);
        return Promise.resolve({ asked: what, says: 'comes and goes', minutes: 2 });
      },
      kept: () => Promise.resolve(),
    };
    TestBed.overrideProvider(BENCH_ANSWERS, { useValue: answers });
    const bench = await stageOnBench(FunctionsStage);
    bench.element.querySelector<HTMLButtonElement>('[data-try]')!.click();
    await bench.settle();
    bench.element
      .querySelector('[data-function="receive-am"]')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: 't', bubbles: true, cancelable: true }));
    await bench.settle();
    expect(asked).toEqual([
      { what: 'function', id: 'receive-am' },
      { what: 'function', id: 'receive-am' },
    ]);
    const results = (await bench.tape()).filter(({ kind }) => kind === 'function');
    expect(results.length).toBe(2);
    expect(results[0]).toEqual(jasmine.objectContaining({ result: 'comes-and-goes' }));
    await bench.clear();
  });
});
