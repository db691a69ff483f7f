import { JobRepository } from '../../storage/job-repository';
import { TestBed } from '@angular/core/testing';
import type { TapeBody } from '@amber-relay/core/tape';
import { readLine } from '@amber-relay/core/entry';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { TestStage } from './test-stage';
import { LineOffer } from '../line-offer';

describe('TestStage', () => {
  let bench: StageOnBench<TestStage>;
  beforeEach(async () => {
    bench = await stageOnBench(TestStage);
  });
  afterEach(() => bench.clear());

  const row = (): string => bench.element.querySelector('[data-test="power"]')?.textContent.replaceAll(/\s+/g, ' ') ?? '';
  const put = async (body: TapeBody | null): Promise<void> => {
    if (!body) throw new Error('nothing to put');
    await TestBed.inject(JobRepository).append(bench.jobId, body, 'Runa');
    await bench.settle();
  };
  /** A reading of the carrier power with a wattmeter of 5 %. */
  const power = (line: string): TapeBody | null =>
    readLine(line, {
      ...bench.get(LineOffer).context(),
      instruments: [{ id: 'w', name: 'Wattmeter', measures: ['W'], percentOfReading: 5 }],
    }).entry;

  it('shows the limits, and that nothing on this bench reads them', () => {
    expect(row()).toContain('Carrier power');
    expect(row()).toContain('3.4–4 W');
    expect(row()).toContain('nothing on this bench reads W');
    expect(bench.element.textContent).toContain('1 not done');
  });

  it('puts the reading before the repair, and the next one after it', async () => {
    await put(power('pwr keyed 3.7w'));
    expect(row()).toMatch(/3\.7 W.*in.*not done/);
    await put({
      kind: 'fit',
      designator: 'C12',
      section: 'audio',
      oldPart: '220 µF',
      newPart: '220 µF',
      why: 'dry',
      proof: 'ESR',
      priceMinor: 40,
      quantity: 1,
      source: 'drawer',
    });
    // A part of the audio does not concern the power sent: what was read before still stands.
    expect(row()).toContain('not touched by the repair');
    await put({ kind: 'remedy', remedy: 'clean', text: 'contacts of the relay' });
    expect(row()).toMatch(/3\.7 W.*in.*not done/);
    await put(power('pwr keyed 3.3w'));
    expect(row()).toMatch(/3\.7 W.*in.*3\.3 W.*can't tell/);
  });

  it('keeps what was read between two repairs, and says what came after the last', async () => {
    const set: TapeBody = { kind: 'adjustment', how: 'set', adjuster: 'VR3' };
    await put(power('pwr keyed 1.2w'));
    await put({ kind: 'remedy', remedy: 'clean', text: 'contacts of the relay' });
    await put(power('pwr keyed 3.1w'));
    await put(set);
    expect(row()).toMatch(/1\.2 W.*low.*3\.1 W.*low.*before: VR3 set\. Take it again\./);
    expect(bench.element.textContent).toContain('1 not done');
    await put(power('pwr keyed 3.7w'));
    expect(row()).toMatch(/1\.2 W.*in between: 3\.1 W.*3\.7 W.*in/);
  });

  it('says beside a reading that cannot tell what would', async () => {
    await put(power('pwr keyed 3.9w'));
    expect(row()).toContain("can't tell");
    expect(row()).toContain('It takes ±100 mW or better, 2.5% of the reading.');
    expect(bench.element.querySelector('header')?.textContent).toContain("can't tell");
  });

  it('offers the test to the entry line when its row is pressed', async () => {
    await bench.press(/^Take: Carrier power/);
    expect(bench.get(LineOffer).offered()?.line).toBe('pwr keyed ');
  });
});
