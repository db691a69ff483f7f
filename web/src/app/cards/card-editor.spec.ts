import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { Router } from '@angular/router';
import { BenchDatabase } from '../storage/bench-database';
import { shopOfOne } from '../testing/shop-of-one';
import { CardEditor } from './card-editor';
import { still } from '../testing/still';

describe('CardEditor', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<CardEditor>;
  let went: jasmine.Spy;
  beforeEach(async () => {
    localStorage.clear();
    clear = await shopOfOne();
    went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  });
  afterEach(async () => {
    fixture.destroy();
    localStorage.clear();
    await clear();
  });

  const page = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const settle = (): Promise<void> => still(fixture);
  const open = async (inputs: Readonly<Record<string, string>> = {}): Promise<void> => {
    fixture = TestBed.createComponent(CardEditor);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await settle();
  };
  const field = <T extends HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement>(css: string): T => {
    const found = page().querySelector<T>(css);
    if (!found) throw new Error(`There is no ${css}.`);
    return found;
  };
  const type = async (css: string, value: string): Promise<void> => {
    const box = field<HTMLInputElement>(css);
    box.value = value;
    box.dispatchEvent(new Event('input'));
    await settle();
  };
  const button = (name: RegExp): HTMLButtonElement => {
    const found = [...page().querySelectorAll('button')].find((b) => name.test(b.textContent?.trim() ?? ''));
    if (!found) throw new Error(`There is no button ${name}.`);
    return found;
  };
  const press = async (name: RegExp): Promise<void> => {
    button(name).click();
    await settle();
  };
  const flaws = (): string => page().querySelector('.flaws')?.textContent?.replace(/\s+/g, ' ').trim() ?? '';
  const start = async (id: string): Promise<void> => {
    const pattern = field<HTMLSelectElement>('.pattern select');
    pattern.value = id;
    pattern.dispatchEvent(new Event('change'));
    await settle();
  };
  const firstPattern = (): string => [...field<HTMLSelectElement>('.pattern select').options].map((o) => o.value).find(Boolean) ?? '';

  it('draws the sections while they are typed, and keeps the picture while a line is wrong', async () => {
    await open({ maker: 'Oxbrae', model: 'Finch 20' });
    expect(field<HTMLInputElement>('[name="chassis"]').value).toBe('Oxbrae Finch 20');
    expect(button(/^Keep card$/).disabled).toBeTrue();
    await type('textarea', 'RF amplifier\nMixer\nDetector < RF amplifier');
    const boxes = (): number => page().querySelectorAll('[data-section]').length;
    expect(boxes()).toBe(3);
    await type('textarea', 'RF amplifier\nMixer\nDetector < Nowhere');
    expect(flaws()).toContain('sections, line 3');
    expect(boxes()).toBe(3);
  });

  it('starts from a pattern without writing over what was typed', async () => {
    await open({ maker: 'Oxbrae', model: 'Finch 20' });
    await type('textarea', 'My own block');
    await start(firstPattern());
    expect(field<HTMLTextAreaElement>('textarea').value).toBe('My own block');
    await press(/^functions/);
    expect(field<HTMLTextAreaElement>('textarea').value).not.toBe('');
  });

  it('keeps a card, and takes it to its own page', async () => {
    await open({ maker: 'Oxbrae', model: 'Finch 20' });
    await start(firstPattern());
    await press(/^Keep card$/);
    const kept = (await TestBed.inject(BenchDatabase).cards.toArray()).find((c) => c.chassis === 'Oxbrae Finch 20');
    expect(kept?.sections.length).toBeGreaterThan(5);
    expect(went).toHaveBeenCalledWith(['/cards', kept?.id]);
    expect(Object.keys(localStorage)).toEqual([]);
  });

  it('puts a section that is pressed in the diagram at the end of the route', async () => {
    await open({ maker: 'Oxbrae', model: 'Finch 20' });
    await type('textarea', 'RF amplifier\nMixer\nDetector');
    await press(/^functions/);
    for (const section of ['rf-amplifier', 'mixer']) {
      field<HTMLInputElement>(`[data-section="${section}"]`).click();
      await settle();
    }
    expect(field<HTMLTextAreaElement>('textarea').value).toMatch(/^New function \(receive\): RF amplifier > Mixer$/);
  });

  it('keeps what was typed when the page is left, until it is put aside', async () => {
    await open({ id: 'pocket' });
    expect(page().querySelector('h1')?.textContent).toContain('Change Pocket');
    const before = field<HTMLTextAreaElement>('textarea').value;
    await type('textarea', `${before}\nNoise blanker`);
    fixture.destroy();
    await open({ id: 'pocket' });
    expect(field<HTMLTextAreaElement>('textarea').value).toContain('Noise blanker');
    await press(/^Put aside$/);
    expect(field<HTMLTextAreaElement>('textarea').value).toBe(before);
  });

  it('does not write over a card of the same chassis', async () => {
    await open();
    await type('[name="chassis"]', 'Pocket');
    await type('[name="maker"]', 'Oxbrae');
    await type('[name="model"]', 'Wren');
    await type('textarea', 'RF amplifier');
    expect(flaws()).toContain('A card of this chassis is there already.');
    expect(button(/^Keep card$/).disabled).toBeTrue();
  });

  it('takes a card in from a file, and says what is wrong with one that is none', async () => {
    await open();
    const give = async (name: string, text: string): Promise<void> => {
      const picker = field<HTMLInputElement>('input[type=file]');
      const files = new DataTransfer();
      files.items.add(new File([text], name, { type: 'application/json' }));
      picker.files = files.files;
      picker.dispatchEvent(new Event('change'));
      await settle();
    };
    const cards = TestBed.inject(BenchDatabase).cards;
    await give('broken.json', '{"format":"amber-relay-card","version":1}');
    expect(document.querySelector('mat-snack-bar-container')?.textContent).toContain('broken.json');
    expect(await cards.count()).toBe(1);
    const pocket = await cards.get('pocket');
    await give('second.json', JSON.stringify({ ...pocket, id: 'second', chassis: 'Second' }));
    expect((await cards.get('second'))?.chassis).toBe('Second');
    expect(went).toHaveBeenCalledWith(['/cards', 'second', 'edit']);
  });
});
