import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { LabelRead } from '@amber-relay/core/job';
import { toDataURL } from 'qrcode';
import { still } from '../testing/still';
import { codeInPicture } from './code-in-picture';
import { LabelReader } from './label-reader';

const text = 'SET HISTORY 1\nZellen | Skiff | 7\n2026-02-12 | Quoy Lane | 417 | C12 renewed: 220 µF';
const picture = async (of: string): Promise<Blob> => (await fetch(await toDataURL(of, { margin: 2, width: 400 }))).blob();

describe('codeInPicture', () => {
  it('reads the code of a label in a picture, signs beyond ASCII and all', async () =>
    expect(await codeInPicture(await picture(text))).toBe(text));
  it('finds none where there is none, or in what is no picture', async () => {
    const canvas = new OffscreenCanvas(40, 40);
    canvas.getContext('2d')?.fillRect(0, 0, 10, 10);
    expect(await codeInPicture(await canvas.convertToBlob())).toBeUndefined();
    expect(await codeInPicture(new Blob(['no picture']))).toBeUndefined();
  });
});

describe('LabelReader', () => {
  let fixture: ComponentFixture<LabelReader>;
  let read: LabelRead[];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const typed = async (value: string): Promise<void> => {
    const box = element().querySelector('textarea')!;
    box.value = value;
    box.dispatchEvent(new Event('input'));
    await still(fixture);
    element().querySelector('button')!.click();
    await still(fixture);
  };
  beforeEach(async () => {
    fixture = TestBed.createComponent(LabelReader);
    read = [];
    fixture.componentInstance.read.subscribe((label) => read.push(label));
    await still(fixture);
  });
  afterEach(() => fixture.destroy());

  it('gives what a scanner typed as a set with its visits', async () => {
    await typed(text);
    expect(read).toEqual([
      {
        maker: 'Zellen',
        model: 'Skiff',
        serial: '7',
        visits: [{ on: '2026-02-12', shop: 'Quoy Lane', job: 417, says: 'C12 renewed: 220 µF' }],
      },
    ]);
  });
  it('says what is wrong with any other text, and lets it stand', async () => {
    await typed('https://skarrow.example');
    expect(element().querySelector('[role=alert]')?.textContent).toContain('This is no history of a set');
    expect(element().querySelector('textarea')?.value).toBe('https://skarrow.example');
    expect(read).toEqual([]);
  });
});
