import { TestBed } from '@angular/core/testing';
import { fieldsOf, formText, sumById, type FieldSpec, type FormText, type Sum } from '@amber-relay/core/sums';
import { provideIcons } from '../ui/icons';
import { SumField } from './sum-field';

const sum = (id: string): Sum => {
  const found = sumById(id);
  if (!found) throw new Error(`no sum ${id}`);
  return found;
};
const fieldOf = (id: string, name: string): FieldSpec => {
  const found = fieldsOf(sum(id).input).find((field) => field.name === name);
  if (!found) throw new Error(`no field ${name}`);
  return found;
};

describe('SumField', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideIcons()] }));

  /** A field on the screen, with what it says of each change. */
  async function shown(id: string, name: string, given: { text?: FormText; wrong?: Record<string, string> } = {}) {
    const fixture = TestBed.createComponent(SumField);
    const changes: FormText[] = [];
    fixture.componentInstance.changed.subscribe((text) => changes.push(text));
    fixture.componentRef.setInput('spec', fieldOf(id, name));
    fixture.componentRef.setInput('path', name);
    fixture.componentRef.setInput('text', given.text ?? formText(sum(id), sum(id).example)[name]);
    fixture.componentRef.setInput('wrong', given.wrong ?? {});
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const boxes = (): HTMLInputElement[] => [...element.querySelectorAll<HTMLInputElement>('input')];
    const type = (box: HTMLInputElement | undefined, text: string): void => {
      if (!box) throw new Error('no such box');
      box.value = text;
      box.dispatchEvent(new Event('input'));
    };
    return { element, boxes, type, changes };
  }

  it('shows a figure in trade notation with its unit, and tells what is typed', async () => {
    const { element, boxes, type, changes } = await shown('pad', 'inputW');
    expect(boxes()[0]?.value).toBe('4 W');
    expect(element.querySelector('label')?.textContent).toMatch(/Power in\s+W/);
    type(boxes()[0], '5 W ± 2%');
    expect(changes).toEqual(['5 W ± 2%']);
  });
  it('shows what holds where nothing is typed', async () => {
    expect((await shown('pad', 'z0Ohm')).boxes()[0]?.placeholder).toBe('50 Ω');
    expect((await shown('pad', 'targetMaxW', { text: '' })).boxes()[0]?.placeholder).toBe('if known');
  });
  it('sets short choices side by side, and longer ones in a list', async () => {
    const toggle = await shown('pad', 'topology');
    const radios = [...toggle.element.querySelectorAll<HTMLButtonElement>('[role="radio"]')];
    expect(radios.map((radio) => [radio.textContent?.trim(), radio.getAttribute('aria-checked')])).toEqual([
      ['pi', 'true'],
      ['tee', 'false'],
    ]);
    radios[1]?.click();
    expect(toggle.changes).toEqual(['tee']);
    const list = (await shown('channel', 'plan')).element.querySelector('select');
    expect(list?.options.length).toBeGreaterThan(5);
    expect(list?.value).toBe('cb-us-40');
  });
  it('says what is wrong under the field it is wrong in', async () => {
    const { element, boxes } = await shown('pad', 'lossDb', { text: '-3', wrong: { lossDb: 'Loss is too small.' } });
    expect(element.querySelector('.wrong')?.textContent).toBe('Loss is too small.');
    expect(boxes()[0]?.getAttribute('aria-invalid')).toBe('true');
    const other = await shown('pad', 'lossDb', { wrong: { inputW: 'No.' } });
    expect(other.element.querySelector('.wrong')).toBeNull();
  });
  it('marks a list in one box when one of it is wrong', async () => {
    const { boxes } = await shown('crystal-suspects', 'crystals', { wrong: { 'crystals.2': 'That one.' } });
    expect(boxes()[0]?.getAttribute('aria-invalid')).toBe('true');
  });
  it('has one more row than are filled in, and begins a new one by typing there', async () => {
    const { element, boxes, type, changes } = await shown('lock-sweep', 'points');
    expect(element.querySelectorAll('tbody tr').length).toBe(4);
    type(
      boxes().find((box) => box.getAttribute('aria-label') === 'Points 4, Frequency'),
      '27.5M',
    );
    expect((changes[0] as { frequencyHz: string }[]).map((row) => row.frequencyHz)).toEqual([
      '26.965 MHz',
      '27.185 MHz',
      '27.405 MHz',
      '27.5M',
    ]);
  });
  it('takes a row away', async () => {
    const { element, changes } = await shown('lock-sweep', 'points');
    element.querySelector<HTMLButtonElement>('[aria-label="Remove Points 2"]')?.click();
    expect((changes[0] as { frequencyHz: string }[]).map((row) => row.frequencyHz)).toEqual(['26.965 MHz', '27.405 MHz']);
  });
  it('keeps the other fields of a group', async () => {
    const { boxes, type, changes } = await shown('capacitor-fit', 'room');
    expect(boxes().map(({ value }) => value)).toEqual(['9 mm', '13 mm']);
    type(boxes()[1], '15 mm');
    expect(changes).toEqual([{ diameterM: '9 mm', heightM: '15 mm' }]);
  });
  it('counts samples rather than show them, and lets go of them', async () => {
    const { element, changes } = await shown('sinad', 'samples');
    expect(element.textContent).toMatch(/\d+ samples/);
    element.querySelector('button')?.click();
    expect(changes).toEqual(['']);
  });
});
