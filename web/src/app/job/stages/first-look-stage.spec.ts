import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { FirstLookStage } from './first-look-stage';

describe('FirstLookStage', () => {
  let bench: StageOnBench<FirstLookStage>;
  beforeEach(async () => (bench = await stageOnBench(FirstLookStage)));
  afterEach(() => bench.clear());
  const findings = async () => (await bench.tape()).filter((entry) => entry.kind === 'finding');

  it('keeps a finding with its part and section, how bad, and whose hands', async () => {
    await bench.press(/^leaked|^leak/i);
    await bench.fill('where', 'c12');
    await bench.fill('text', 'electrolyte on the board');
    await bench.press(/^bad$/);
    await bench.press(/^previous hands$/);
    await bench.press(/^Keep the finding$/);
    expect(await findings()).toEqual([
      jasmine.objectContaining({
        designator: 'C12',
        section: 'audio',
        text: 'electrolyte on the board',
        severity: 'bad',
        previousHands: true,
      }),
    ]);
    expect(bench.element.querySelector('[data-found]')?.textContent).toContain('C12');
  });
  it('ticks what becomes of a finding where it stands, once', async () => {
    await bench.press(/^leaked|^leak/i);
    await bench.fill('where', 'c12');
    await bench.press(/^Keep the finding$/);
    await bench.press(/^left alone$/);
    await bench.press(/^left alone$/);
    const tape = await bench.tape();
    expect(tape.filter(({ kind }) => kind === 'work')).toEqual([jasmine.objectContaining({ of: tape.at(-2)?.id, state: 'left-alone' })]);
    expect(bench.element.querySelector('[data-found] [aria-pressed=true]')?.textContent).toBe('left alone');
  });
  it('takes the name of a section, and leaves other words as they are', async () => {
    await bench.press(/^leaked|^leak/i);
    await bench.fill('where', 'Power amplifier');
    await bench.press(/^Keep the finding$/);
    await bench.press(/^leaked|^leak/i);
    await bench.fill('where', 'under the lid');
    await bench.press(/^Keep the finding$/);
    const [first, second] = await findings();
    expect(first).toEqual(jasmine.objectContaining({ section: 'pa' }));
    expect(second).toEqual(jasmine.objectContaining({ text: jasmine.stringContaining('under the lid') as unknown }));
  });
  it('refuses a part the card does not have, and loses nothing', async () => {
    await bench.press(/^leaked|^leak/i);
    await bench.fill('where', 'c99');
    await bench.press(/^Keep the finding$/);
    expect(bench.element.querySelector('[role=alert]')?.textContent).toContain('There is no part C99 on this card');
    expect(bench.element.querySelector<HTMLInputElement>('[name=where]')?.value).toBe('c99');
    expect(await findings()).toEqual([]);
  });
  it('keeps a photo with the finding, of the part it shows; a file that is no picture is refused by name', async () => {
    const input = bench.element.querySelector<HTMLInputElement>('input[type=file]')!;
    const choose = async (file: File): Promise<void> => {
      const chosen = new DataTransfer();
      chosen.items.add(file);
      input.files = chosen.files;
      input.dispatchEvent(new Event('change'));
      await bench.settle();
    };
    await choose(new File(['<script>'], 'evil.png', { type: 'image/png' }));
    expect(bench.element.querySelector('[role=alert]')?.textContent).toContain('evil.png');
    const canvas = new OffscreenCanvas(20, 10);
    canvas.getContext('2d')?.fillRect(0, 0, 5, 5);
    await choose(new File([await canvas.convertToBlob()], 'c12.png', { type: 'image/png' }));
    await bench.press(/^leaked|^leak/i);
    await bench.fill('where', 'c12');
    await bench.press(/^Keep the finding$/);
    await bench.settle();
    const tape = await bench.tape();
    expect(tape.slice(-2)).toEqual([
      jasmine.objectContaining({ kind: 'finding', designator: 'C12' }),
      jasmine.objectContaining({ kind: 'picture', name: 'c12.png', designator: 'C12' }),
    ]);
  });
  it('says with one press that all is clean', async () => {
    await bench.press(/^All looks clean$/);
    expect(await findings()).toEqual([jasmine.objectContaining({ finding: 'clean' })]);
  });
});
