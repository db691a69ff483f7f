import { TestBed } from '@angular/core/testing';
import { buildReport, type Report } from '@amber-relay/core/job';
import { reportPdf } from './report-pdf';
import { ReportView } from './report-view';
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

describe('ReportView', () => {
  it('shows text from outside as text, and the price with its limit', async () => {
    const fixture = TestBed.createComponent(ReportView);
    fixture.componentRef.setInput('report', report);
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    expect(element.querySelector('img')).toBeNull();
    expect(element.textContent).toContain(evil);
    expect(element.textContent).toContain('Mk 5.00');
    expect(element.textContent).toContain('Limit agreed: Mk 60.00');
    expect(element.textContent).toContain('not noted');
  });
});

describe('reportPdf', () => {
  it('makes a PDF file of some size, without a network', async () => {
    const bytes = await reportPdf(report);
    expect(String.fromCharCode(...bytes.slice(0, 5))).toBe('%PDF-');
    expect(bytes.length).toBeGreaterThan(5000);
  });
});
