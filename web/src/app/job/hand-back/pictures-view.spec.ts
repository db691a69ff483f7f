import { TestBed } from '@angular/core/testing';
import { sheetPictures } from '@amber-relay/core/job';
import { JobRepository } from '../../storage/job-repository';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { PicturesView } from './pictures-view';

const pixel = Uint8Array.from(
  atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
  (sign) => sign.charCodeAt(0),
);

describe('PicturesView', () => {
  let bench: StageOnBench<PicturesView>;
  beforeEach(async () => {
    bench = await stageOnBench(PicturesView);
    const photo = { name: 'board.png', type: 'image/png', bytes: pixel };
    await TestBed.inject(JobRepository).addPhoto(bench.jobId, photo, 'Runa', { designator: 'C31' });
    await bench.settle();
  });
  afterEach(() => bench.clear());
  const pressed = (): string[] =>
    [...bench.element.querySelectorAll('[aria-pressed=true]')].map((button) => button.textContent?.trim() ?? '');
  const type = async (text: string): Promise<void> => {
    const field = bench.element.querySelector<HTMLInputElement>('input.box')!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    await bench.settle();
  };

  it('puts a picture on the sheet with the words that were typed before, and takes it off again', async () => {
    expect(pressed()).toEqual(['Not on it']);
    await type('as it came');
    expect(sheetPictures(await bench.tape())).toEqual([]);
    await bench.press(/^Before$/);
    expect(pressed()).toEqual(['Before']);
    expect(sheetPictures(await bench.tape())).toEqual([jasmine.objectContaining({ as: 'before', caption: 'as it came' })]);
    await type('as it came, wet');
    expect(sheetPictures(await bench.tape())[0]?.caption).toBe('as it came, wet');
    await bench.press(/^Not on it$/);
    expect(sheetPictures(await bench.tape())).toEqual([]);
    // The words stay with it.
    expect(bench.element.querySelector<HTMLInputElement>('input.box')?.value).toBe('as it came, wet');
  });
  it('writes nothing where nothing changes', async () => {
    await bench.press(/^After$/);
    const { length } = await bench.tape();
    await bench.press(/^After$/);
    await type('');
    expect((await bench.tape()).length).toBe(length);
  });
});
