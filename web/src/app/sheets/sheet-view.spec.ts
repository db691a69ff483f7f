import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { sheetSchema, type Place, type SheetFile } from '@amber-relay/core/sheets';
import { SheetRepository } from '../storage/sheet-repository';
import { shopOfOne } from '../testing/shop-of-one';
import type { Focus } from './desk-state';
import { SheetView, type Pressed, type SheetMark, type SheetRegion, type SheetStretch } from './sheet-view';
import { still } from '../testing/still';

const file: SheetFile = { id: '00000000-0000-4000-8000-0000000000f1', cardId: 'pocket', name: 'a.svg', type: 'svg', size: 9 };
const svg =
  '<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#fff"/><rect x="280" y="180" width="40" height="40" fill="#d00"/><rect x="330" y="190" width="20" height="20" fill="#00d"/></svg>';
const place: Place = { name: 'Q7', x: 290, y: 195, w: 20, h: 8 };

@Component({
  selector: 'app-view-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SheetView],
  template: `<app-sheet-view
    style="width: 300px; height: 200px"
    [sheet]="sheet()"
    [file]="file"
    [places]="[place]"
    [marks]="marks()"
    [regions]="regions()"
    [stretches]="stretches()"
    [focus]="focus()"
    (pressed)="pressed = $event"
    (markPressed)="marked = $event"
  />`,
})
class ViewHost {
  readonly file = file;
  readonly place = place;
  readonly sheet = signal(
    sheetSchema.parse({
      id: '00000000-0000-4000-8000-000000000001',
      cardId: 'pocket',
      fileId: file.id,
      page: 1,
      order: 1,
      title: 'Schematic',
      kind: 'schematic',
      width: 600,
      height: 400,
    }),
  );
  readonly marks = signal<readonly SheetMark[]>([]);
  readonly regions = signal<readonly SheetRegion[]>([]);
  readonly stretches = signal<readonly SheetStretch[]>([]);
  readonly focus = signal<Focus | null>(null);
  pressed: Pressed | undefined;
  marked: SheetMark | undefined;
}

describe('the view of a sheet', () => {
  let drop: () => Promise<void>;
  let fixture: ComponentFixture<ViewHost>;
  let element: HTMLElement;
  const settle = (): Promise<void> => still(fixture);
  const stage = (): HTMLElement => element.querySelector('.stage')!;
  const ring = (): DOMRect => element.querySelector('.ring')!.getBoundingClientRect();
  const middle = (): readonly [number, number] => {
    const box = stage().getBoundingClientRect();
    return [box.x + box.width / 2, box.y + box.height / 2];
  };
  const key = async (name: string): Promise<void> => {
    stage().dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
    await settle();
  };

  beforeEach(async () => {
    drop = await shopOfOne();
    await TestBed.inject(SheetRepository).add(file, new Blob([svg], { type: 'image/svg+xml' }), []);
    fixture = TestBed.createComponent(ViewHost);
    element = fixture.nativeElement as HTMLElement;
    document.body.append(element);
    await settle();
  });
  afterEach(async () => {
    fixture.destroy();
    await drop();
  });

  it('draws the sheet, whole at first, and says when it is sharp', async () => {
    await settle();
    const canvas = element.querySelector('canvas')!;
    const pixel = canvas.getContext('2d')!.getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data;
    expect(pixel[0]).toBeGreaterThan(180);
    expect(pixel[1]).toBeLessThan(80);
    expect(element.querySelector('app-sheet-view')?.getAttribute('data-drawn')).toBe(fixture.componentInstance.sheet().id);
  });

  it('brings what it is to show to the middle, near enough to read', async () => {
    fixture.componentInstance.focus.set({ place });
    await settle();
    const { x, y, width, height } = ring();
    const [mx, my] = middle();
    expect(Math.abs(x + width / 2 - mx)).toBeLessThan(2);
    expect(Math.abs(y + height / 2 - my)).toBeLessThan(2);
    expect(height).toBeGreaterThan(20);
  });

  it('puts the tiles that were drawn in one piece where they belong', async () => {
    fixture.componentInstance.focus.set({ place });
    await settle();
    await key('+');
    await settle();
    const canvas = element.querySelector('canvas')!;
    const { x, width } = ring();
    const by = (width - 16) / place.w;
    const left = x + 8 - stage().getBoundingClientRect().x;
    /** The colour at a place of the sheet, in the row of both squares. */
    const colour = (at: number): string => {
      const across = Math.round((left + (at - place.x) * by) * devicePixelRatio);
      const [r = 0, g = 0, b = 0] = canvas.getContext('2d')!.getImageData(across, canvas.height / 2, 1, 1).data;
      return r > 180 && g > 180 ? 'paper' : r > 180 ? 'red' : b > 180 ? 'blue' : `${r} ${g} ${b}`;
    };
    expect([275, 284, 316, 325, 334, 346, 355].map(colour)).toEqual(['paper', 'red', 'red', 'paper', 'blue', 'blue', 'paper']);
  });

  it('is moved and enlarged from the keyboard, and shown whole again', async () => {
    fixture.componentInstance.focus.set({ place });
    await settle();
    const before = ring();
    await key('ArrowLeft');
    expect(ring().x - before.x).toBeCloseTo(80, 0);
    await key('+');
    expect(ring().width).toBeGreaterThan(before.width);
    await key('0');
    expect(ring().width).toBeLessThan(before.width);
  });

  it('tells where it was pressed, and what is there', async () => {
    const [x, y] = middle();
    stage().dispatchEvent(new MouseEvent('click', { clientX: x, clientY: y, bubbles: true }));
    await settle();
    const pressed = fixture.componentInstance.pressed;
    expect(pressed?.place?.name).toBe('Q7');
    expect(pressed?.at.map(Math.round)).toEqual([300, 200]);
    stage().dispatchEvent(new MouseEvent('click', { clientX: x - 120, clientY: y - 70, bubbles: true }));
    await settle();
    expect(fixture.componentInstance.pressed?.place).toBeUndefined();
  });

  it('shows a mark with its reading, and gives it when it is pressed, not the sheet', async () => {
    const mark: SheetMark = {
      id: 'a',
      name: 'TP7',
      place,
      kind: 'point',
      verdict: 'low',
      figure: '1.9 V',
      says: 'tuning voltage: 2.9–3.3 V',
      measures: true,
    };
    fixture.componentInstance.marks.set([mark]);
    await settle();
    const button = element.querySelector<HTMLButtonElement>('[data-mark="TP7"]')!;
    expect(button.getAttribute('aria-label')).toBe('TP7: tuning voltage: 2.9–3.3 V');
    expect(button.textContent).toContain('low');
    button.click();
    expect(fixture.componentInstance.marked).toBe(mark);
    expect(fixture.componentInstance.pressed).toBeUndefined();
  });

  it('lays regions and lines over the sheet, and leaves out marks that are not in sight', async () => {
    const host = fixture.componentInstance;
    host.regions.set([
      {
        id: 'a',
        name: 'Mixer',
        outline: [
          [0, 0],
          [50, 0],
          [50, 50],
        ],
        room: 8,
        word: 'prime',
        percent: '60',
      },
      { id: 'b', name: 'Audio', outline: [[90, 90]], room: 8, word: 'plain', percent: '' },
    ]);
    host.stretches.set([{ from: [0, 0], to: [100, 100], broken: true }]);
    host.marks.set([{ id: 'far', name: 'TP1', place: { ...place, x: 5000 }, kind: 'point', says: '', measures: true }]);
    await settle();
    expect(element.querySelectorAll('.region.prime polygon').length).toBe(1);
    expect(element.querySelectorAll('.region.plain circle').length).toBe(1);
    expect(element.querySelectorAll('line.broken').length).toBe(1);
    expect(element.querySelector('[data-mark]')).toBeNull();
  });

  it('makes a mark large enough to press, at the edge of the view too, and leaves it out once its name is out', async () => {
    const host = fixture.componentInstance;
    // A sheet of 600 by 400 in a view of 300 by 200: a name of 4 by 2 pixels at its left edge.
    host.marks.set([{ id: 'a', name: 'TP1', place: { name: 'TP1', x: 2, y: 100, w: 8, h: 4 }, kind: 'point', says: '', measures: true }]);
    await settle();
    const seen = (): DOMRect => element.querySelector('[data-mark]')!.getBoundingClientRect();
    expect(seen().x).toBeCloseTo(stage().getBoundingClientRect().x, 0);
    expect([seen().width, seen().height].map(Math.round)).toEqual([24, 24]);
    await key('ArrowRight');
    expect(element.querySelector('[data-mark]')).toBeNull();
  });

  it('turns and mirrors what lies on it together with the sheet', async () => {
    const host = fixture.componentInstance;
    host.marks.set([{ id: 'a', name: 'TP1', place: { ...place, x: 10, y: 10 }, kind: 'point', says: '', measures: true }]);
    await settle();
    const at = (): readonly [number, number] => {
      const [box, own] = [stage().getBoundingClientRect(), element.querySelector('[data-mark]')!.getBoundingClientRect()];
      return [(own.x - box.x) / box.width, (own.y - box.y) / box.height];
    };
    expect(at()[0]).toBeLessThan(0.2);
    host.sheet.update((sheet) => ({ ...sheet, mirrored: true }));
    await settle();
    expect(at()[0]).toBeGreaterThan(0.8);
    host.sheet.update((sheet) => ({ ...sheet, turn: 180 }));
    await settle();
    expect(at()[1]).toBeGreaterThan(0.8);
  });
});
