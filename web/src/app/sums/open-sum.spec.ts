import { TestBed } from '@angular/core/testing';
import { writeWav } from '@amber-relay/core/signal';
import { sumById, type Sum } from '@amber-relay/core/sums';
import { OpenSum } from './open-sum';
import { SumMemory } from './sum-memory';
import { SumSolver } from './sum-solver';
import { until } from '../testing/still';

const sum = (id: string): Sum => {
  const found = sumById(id);
  if (!found) throw new Error(`no sum ${id}`);
  return found;
};

describe('OpenSum', () => {
  let open: OpenSum;
  beforeEach(() => {
    localStorage.removeItem('amber-relay-recent-sums');
    TestBed.configureTestingModule({ providers: [SumSolver, OpenSum] });
    open = TestBed.inject(OpenSum);
  });
  afterEach(() => {
    TestBed.inject(SumSolver).stop();
    localStorage.removeItem('amber-relay-recent-sums');
  });

  const begin = async (id: string): Promise<void> => {
    open.begin(sum(id), sum(id).example);
    await until(() => open.solved() !== undefined && open.sum().id === id);
  };
  const tile = (): string | undefined => open.view()?.tiles[0]?.text;

  it('answers the example at once, and again with each change', async () => {
    await begin('pad');
    expect(tile()).toBe('30.67 dB');
    open.change('lossDb', '10');
    await until(() => tile() === '9.629 dB');
    expect(TestBed.inject(SumMemory).recent()).toEqual(['pad']);
  });

  it('says what cannot be read, and keeps it', async () => {
    await begin('pad');
    open.change('lossDb', 'ten');
    await until(() => open.solved() === undefined);
    expect(Object.keys(open.wrong())).toEqual(['lossDb']);
    expect(open.asked()).toContain('see what is marked');
    expect(open.texts()['lossDb']).toBe('ten');
  });

  it('puts what the sum refuses to the field it refuses', async () => {
    await begin('lock-sweep');
    open.change('windowHighV', '0.5 V');
    await until(() => Object.keys(open.wrong()).length > 0);
    expect(Object.keys(open.wrong())).toEqual(['windowHighV']);
    open.change('windowHighV', '7 V');
    await until(() => open.solved() !== undefined);
    expect(open.wrong()).toEqual({});
  });

  it('asks for what is still missing, without calling it a mistake', async () => {
    await begin('pad');
    open.clear();
    await until(() => open.asked().includes('missing'));
    expect(open.wrong()).toEqual({});
    expect(open.asked()).toBe('Loss is missing. Give a number, in dB.');
  });

  it('shows the fields of the way in which it is asked, and lets go of the others', async () => {
    await begin('channel');
    expect(open.fields().map(({ name }) => name)).toEqual(['plan', 'channel']);
    const other = sum('channel').ways?.[1];
    if (!other) throw new Error('no second way');
    open.choose(other);
    expect(open.fields().map(({ name }) => name)).toEqual(['plan', 'frequencyHz']);
    expect(open.texts()['channel']).toBeUndefined();
    open.change('frequencyHz', '27.1852M');
    await until(() => open.solved() !== undefined);
    expect(open.solved()?.output['channel']).toBe(19);
  });

  it('comes back to what was left in the form, and to the example when asked', async () => {
    await begin('pad');
    open.change('lossDb', '6 dB');
    await begin('swr');
    open.resume(sum('pad'));
    expect(open.texts()['lossDb']).toBe('6 dB');
    open.example();
    expect(open.texts()['lossDb']).toBe('30 dB');
    expect(open.isExample()).toBeTrue();
  });

  it('opens empty, and never takes its example for figures of a job', () => {
    open.resume(sum('level-convert'));
    expect(open.texts()).toEqual({ value: '', unit: '', z0Ohm: '' });
    expect(open.isExample()).toBeFalse();
    open.example();
    expect(open.isExample()).toBeTrue();
    open.change('value', '0.7');
    expect(open.isExample()).toBeFalse();
  });

  it('opens with what the shop has said once, unless something was left in it', () => {
    open.resume(sum('s-meter'), { s9Dbm: -67 });
    expect(open.texts()['s9Dbm']).toMatch(/^[−-]67/);
    open.change('s9Dbm', '-73');
    open.resume(sum('s-meter'), { s9Dbm: -67 });
    expect(open.texts()['s9Dbm']).toBe('-73');
  });

  it('puts a unit that is typed into the box for it', () => {
    open.resume(sum('level-convert'));
    open.change('unit', 'uVrms');
    open.change('value', '4W');
    expect(open.texts()['unit']).toBe('W');
    open.change('value', '4');
    expect(open.texts()['unit']).toBe('W');
  });

  it('carries ± through to the tape', async () => {
    await begin('pad');
    open.change('inputW', '4 W ± 5%');
    await until(() => (open.solved()?.spreads.length ?? 0) > 0);
    expect(open.read().plusMinus).toEqual({ inputW: 0.2 });
  });

  describe('with a file', () => {
    const rate = 16_000;
    const audio = (seconds: number): File => {
      const samples = Float64Array.from(
        { length: rate * seconds },
        (_, k) => 0.5 * Math.sin((2 * Math.PI * 1000 * k) / rate) + 0.05 * Math.sin((2 * Math.PI * 2345 * k) / rate),
      );
      return new File([writeWav([samples], rate) as Uint8Array<ArrayBuffer>], 'audio.wav');
    };

    it('works a recording out, and goes back to the form at the next change', async () => {
      await begin('sinad');
      expect(await open.analyse('sinad', audio(2))).toBeUndefined();
      expect(open.fromFile()).toBe('audio.wav');
      expect(open.progress()).toBeUndefined();
      expect(open.solved()?.output['sinadDb'] as number).toBeCloseTo(20.04, 1);
      open.example();
      await until(() => open.solved() !== undefined);
      expect(open.fromFile()).toBeUndefined();
    });

    it('refuses a broken one and leaves the form as it was', async () => {
      await begin('sinad');
      const before = open.texts();
      const refused = await open.analyse('sinad', new File(['RIFFnothing'], 'broken.wav'));
      expect(refused?.message).toBeTruthy();
      expect(open.texts()).toEqual(before);
      expect(open.fromFile()).toBeUndefined();
    });

    it('is stopped in the middle, and takes nothing of it', async () => {
      await begin('sinad');
      void open.analyse('sinad', audio(120));
      open.stopReading();
      expect(open.progress()).toBeUndefined();
      await new Promise((resolve) => setTimeout(resolve, 300));
      expect(open.progress()).toBeUndefined();
      expect(open.fromFile()).toBeUndefined();
      await begin('pad');
      expect(tile()).toBe('30.67 dB');
    });
  });
});
