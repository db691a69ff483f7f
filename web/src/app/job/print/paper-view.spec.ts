import { TestBed } from '@angular/core/testing';
import { buildReport, type Report } from '@amber-relay/core/job';
import { drawingSvg, handBackPaper } from '@amber-relay/core/paper';
import { paperPdf } from './paper-pdf';
import { PaperView } from './paper-view';
import { newShopSettings } from '../../storage/new-shop-settings';

const id = '11111111-1111-4111-8111-111111111111';
const evil = '<img src=x onerror=alert(1)>';
const report: Report = buildReport({
  shop: { ...newShopSettings, name: 'Quoy Lane', currency: 'Mk', ratePerHourMinor: 3800 },
  job: {
    id,
    number: 417,
    setId: id,
    customerId: id,
    bookedInAt: '2026-02-12T09:00:00.000Z',
    complaint: evil,
    symptoms: [],
    accessories: [],
    cosmetic: '',
    payer: '',
    spendLimitMinor: 6000,
  },
  customer: { id, name: 'Eldin Marrow', phone: '', email: '', address: '', note: '' },
  set: { id, customerId: id, maker: 'Oxbrae', model: 'Wren', serial: '', previousOwners: [], modifications: [] },
  tape: [
    {
      id,
      jobId: id,
      seq: 1,
      at: '2026-02-12T09:10:00.000Z',
      by: 'Runa',
      kind: 'fit',
      designator: 'C12',
      oldPart: 'a',
      newPart: 'b',
      why: 'hum',
      proof: 'measured',
      priceMinor: 250,
      quantity: 2,
      source: '',
    },
  ],
  nowMs: 0,
});

const at = (seq: number) => ({ id, jobId: id, seq, at: '2026-02-12T09:10:00.000Z', by: 'Runa' });
const pictured: Report = buildReport({
  ...report,
  tape: [
    {
      ...at(1),
      kind: 'recording',
      of: 'transmission',
      from: 'over.wav',
      seconds: 2,
      condition: { keyed: true },
      figures: [{ what: 'deviation', value: 2100, unit: 'Hz', plusMinus: 42 }],
      cannot: [],
      curve: [
        [-3000, -60],
        [0, 0],
        [3000, -60],
      ],
    },
    {
      ...at(2),
      kind: 'watch',
      point: 'TP7',
      unit: 'V',
      step: 0.1,
      condition: {},
      seconds: 60,
      readings: 9,
      least: 3,
      most: 5,
      dropouts: 2,
      marks: [],
      strip: [3, null, 5, null, 4],
    },
  ],
  nowMs: 0,
});

describe('PaperView', () => {
  it('shows text from outside as text, and the price with its limit', async () => {
    const fixture = TestBed.createComponent(PaperView);
    fixture.componentRef.setInput('paper', handBackPaper(report));
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    expect(element.querySelector('img')).toBeNull();
    expect(element.textContent).toContain(evil);
    expect(element.textContent).toContain('Mk 5.00');
    expect(element.textContent).toContain('Limit agreed: Mk 60.00');
    expect(element.textContent).toContain('not noted');
  });
  it('has what was recorded as a table, and draws its curve and the strip of a watch', async () => {
    const fixture = TestBed.createComponent(PaperView);
    fixture.componentRef.setInput('paper', handBackPaper(pictured));
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const [curve, strip] = element.querySelectorAll('app-drawing-view');
    expect(element.querySelector('h3 + .swept td.num')?.textContent?.trim()).toBe('2.10 kHz ± 42 Hz');
    expect(curve?.textContent).toContain('spectrum about the carrier, −60 dB to 0 dB; over −3 kHz to 3 kHz');
    expect(curve?.querySelector('path')?.getAttribute('d')).toMatch(/^M8\.0 101\.2L160\.0 8\.8L312\.0 101\.2$/);
    // A reading that stands alone between two dropouts is a point.
    expect(strip?.querySelector('path')?.getAttribute('d')).toMatch(/^M8\.0 [\d.]+h0\.01M160\.0 [\d.]+h0\.01M312\.0 [\d.]+h0\.01$/);
    expect(strip?.textContent).toContain('3.0 V to 5.0 V; over 0 s to 60 s');
    expect(element.textContent).toContain('watched for 1 min: 3.0 V to 5.0 V, 2 dropouts');
    const svg = new DOMParser().parseFromString(drawingSvg(pictured.watched[0]!.picture!), 'image/svg+xml');
    expect(svg.querySelector('parsererror')).toBeNull();
    expect(svg.querySelectorAll('path').length).toBe(1);
  });
});

describe('paperPdf', () => {
  it('makes a PDF file of some size, without a network', async () => {
    const { bytes, missing } = await paperPdf(handBackPaper(report));
    expect(String.fromCharCode(...bytes.slice(0, 5))).toBe('%PDF-');
    expect(bytes.length).toBeGreaterThan(5000);
    const { bytes: drawn } = await paperPdf(handBackPaper(pictured));
    expect(missing).toBe('');
    expect(String.fromCharCode(...drawn.slice(0, 5))).toBe('%PDF-');
  });
});
