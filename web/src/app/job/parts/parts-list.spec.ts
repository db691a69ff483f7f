import { TestBed } from '@angular/core/testing';
import { ShopRepository } from '../../storage/shop-repository';
import { ShopChanges } from '../../storage/shop-changes';
import { firstValueFrom } from 'rxjs';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { until } from '../../testing/still';
import { LineOffer } from '../line-offer';
import { PartsList } from './parts-list';

describe('PartsList', () => {
  let bench: StageOnBench<PartsList>;
  beforeEach(async () => (bench = await stageOnBench(PartsList)));
  afterEach(() => bench.clear());
  const write = async (text: string): Promise<void> => {
    const area = bench.element.querySelector('textarea');
    if (!area) throw new Error('There is no list to write into.');
    area.value = text;
    area.dispatchEvent(new Event('input'));
    await bench.settle();
  };
  const row = (name: string): string =>
    bench.element.querySelector(`[data-listed="${name}"]`)?.textContent?.replace(/\s+/g, ' ').trim() ?? '';
  const list = async (text: string): Promise<void> => {
    await bench.press(/^(Make a list|More parts)$/);
    await write(text);
    await bench.press(/^Put \d+ parts? on the list/);
  };
  const stock = async (part: string, quantity: number): Promise<void> => {
    await TestBed.inject(ShopChanges).saveStock([
      { id: crypto.randomUUID(), part, kind: '', quantity, priceMinor: 30, drawer: 'K1', supplier: '' },
    ]);
    await until(() => bench.job.stock()?.length, bench.fixture);
  };

  it('keeps the lines that it does not understand where they can be mended', async () => {
    await list('C901 47u 16v\nplease\nC902 10u');
    expect(row('C901')).toContain('47u 16v');
    expect(row('C902')).toContain('10u');
    expect(bench.element.querySelector('textarea')?.value).toBe('please');
    expect(bench.element.textContent).toContain('Line 1, “please”');
  });

  it('finds what is in stock, fits it by one press and counts it down; what hinders stays and is said', async () => {
    await stock('47 µF 25 V', 1);
    await list('C901 47u 16v\nC902 47u 16v');
    await bench.press(/^Take 1 from stock/);
    expect(row('C901')).toContain('K1');
    expect(row('C902')).not.toContain('K1');
    await bench.press(/^Note how 2 stand/);
    await bench.press(/^\+ left$/);
    await bench.press(/^Leave$/);
    await bench.press(/^Fitted: 1 part/);
    expect(row('C901')).toContain('fitted');
    expect(bench.element.textContent).toContain('C902: not found in stock');
    expect((await firstValueFrom(TestBed.inject(ShopRepository).stock$)).map(({ quantity }) => quantity)).toEqual([0]);
    await bench.press(/^It stands so$/);
    expect(row('C901')).toContain('as before');
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'safety', check: 'again-direction', result: 'right' }));
    await bench.press(/^It is ordered$/);
    expect(row('C902')).toContain('ordered');
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'wait', reason: 'part', text: '1 × 47u 16v' }));
  });

  it('takes how a part stands by the arrow keys, one press a part', async () => {
    await list('C901 47u 16v\nD7 diode\nR3 4k7');
    await bench.press(/^Note how 2 stand/);
    const press = async (key: string): Promise<void> => {
      bench.element
        .querySelector('[aria-label="How the old parts stand"]')
        ?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await bench.settle();
    };
    await press('ArrowUp');
    await press('x');
    await press('ArrowRight');
    expect([row('C901'), row('D7')].map((text) => /\+ up|band right/.exec(text)?.[0])).toEqual(['+ up', 'band right']);
    expect(bench.element.querySelector('app-stands-walk')).toBeNull();
  });

  it('offers a line for what else is to be said of a part', async () => {
    await list('C901 47u 16v');
    await bench.press(/^More of C901$/);
    const item = [...document.querySelectorAll<HTMLElement>('[role="menuitem"]')].find((each) =>
      each.textContent?.includes('Room there is'),
    );
    item?.click();
    await bench.settle();
    expect(bench.get(LineOffer).offered()?.line).toBe('list c901 room ');
  });
});
