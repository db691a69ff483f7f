import { TestBed } from '@angular/core/testing';
import { CardSheets } from '../../sheets/card-sheets';
import { SheetRepository } from '../../storage/sheet-repository';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { TapeWriter } from '../tape-writer';
import { BookedStage } from '../stages/booked-stage';
import { HandBackStage } from './hand-back-stage';

describe('HandBackStage', () => {
  let bench: StageOnBench<HandBackStage>;
  beforeEach(async () => {
    bench = await stageOnBench(HandBackStage);
  });
  afterEach(() => bench.clear());

  const goBack = async (): Promise<void> => {
    await bench.fill('reason', 'the owner is waiting');
    await bench.press(/^Hand back$/);
  };
  it('lists what is not right yet, each with its stage, and goes back all the same only with a reason', async () => {
    const list = bench.element.querySelector('.not-yet')!;
    expect(list.textContent).toContain('Safety is not signed off; open: Fuse type and rating');
    expect(list.textContent).toContain('No labour was recorded.');
    expect(list.querySelector('a')?.textContent).toBe('Safety');
    const button = (): HTMLButtonElement => list.querySelector('button[type=submit]')!;
    expect(button().disabled).toBeTrue();
    await goBack();
    expect((await bench.tape()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'handed-back', text: 'all the same: the owner is waiting' }),
    );
    expect(bench.element.querySelector('.not-yet')).toBeNull();
  });
  it('puts a remark on the tape and on the sheet, under its kind', async () => {
    await bench.press(/^Left alone$/);
    await bench.fill('remark', 'the dim lamp');
    await bench.press(/^Add$/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'remark', about: 'left-alone', text: 'the dim lamp' }));
    expect(bench.element.querySelector('app-paper-view')?.textContent).toContain('the dim lamp');
  });
  it('takes the sheets of the card along with the job, unless they are left out or very large', async () => {
    const repository = TestBed.inject(SheetRepository);
    const add = (n: number, size: number): Promise<void> =>
      repository.add(
        { id: `00000000-0000-4000-8000-0000000000f${n}`, cardId: 'pocket', name: `${n}.pdf`, type: 'pdf', size },
        new Blob(['x']),
        [],
      );
    expect(bench.element.textContent).not.toContain('with sheets,');
    bench.get(CardSheets).card.set(bench.job.card());
    await add(1, 200_000);
    await bench.settle();
    const chip = (): Element => [...bench.element.querySelectorAll('button')].find((b) => b.textContent.includes('with sheets,'))!;
    expect(chip().textContent).toContain('0.2 MB');
    expect(chip().getAttribute('aria-pressed')).toBe('true');
    await add(2, 90_000_000);
    await bench.settle();
    expect(chip().getAttribute('aria-pressed')).toBe('false');
  });
  it('stops the clock that runs, whatever was told in between', async () => {
    await bench.get(TapeWriter).keep({ kind: 'labour', act: 'start' });
    await bench.get(TapeWriter).keep({ kind: 'labour', act: 'worked', minutes: 30 });
    await bench.settle();
    await goBack();
    expect((await bench.tape()).slice(-2)).toEqual([
      jasmine.objectContaining({ kind: 'labour', act: 'stop' }),
      jasmine.objectContaining({ kind: 'handed-back' }),
    ]);
  });
  it('hands back once', async () => {
    await goBack();
    expect((await bench.tape()).filter(({ kind }) => kind === 'handed-back').length).toBe(1);
    expect(bench.element.textContent).toContain('Handed back');
    const button = [...bench.element.querySelectorAll('button')].find((each) => each.textContent.trim() === 'Handed back');
    expect(button?.disabled).toBeTrue();
  });
});

describe('BookedStage', () => {
  let bench: StageOnBench<BookedStage>;
  beforeEach(async () => {
    bench = await stageOnBench(BookedStage);
  });
  afterEach(() => bench.clear());
  it("shows the owner's words, the set and what was agreed", () => {
    expect(bench.element.querySelector('blockquote')?.textContent).toBeTruthy();
    expect(bench.element.textContent).toContain('Oxbrae Wren, serial OB7-1');
    expect(bench.element.textContent).toContain('none agreed');
    expect(bench.element.textContent).toContain('no date promised');
  });
});
