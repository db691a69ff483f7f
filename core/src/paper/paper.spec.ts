import fc from 'fast-check';
import { buildReport, type Report } from '../job';
import { readLine } from '../entry';
import { sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import type { TapeBody } from '../tape';
import { handBackPaper, handOverWords, ownWordTrouble, paperDates, paperHtml, paperWords, priceTable, type PaperBlock } from './index';

const shop = { ...sampleShop, name: 'Quoy Lane', currency: 'Mk', ratePerHourMinor: 3800, taxPercent: 8 };
const attachment = '55555555-5555-4555-8555-000000000001';
const reportOf = (bodies: readonly TapeBody[], more: Partial<Parameters<typeof buildReport>[0]> = {}): Report =>
  buildReport({ shop, job: sampleJob, customer: sampleCustomer, set: sampleSet, tape: tapeOf(...bodies), nowMs: 0, ...more });
const typed = (...lines: string[]): TapeBody[] =>
  lines.map((line) => {
    const { entry } = readLine(line, { condition: {}, instruments: [] });
    if (!entry) throw new Error(line);
    return entry;
  });
const headings = (blocks: readonly PaperBlock[]): string[] => blocks.flatMap((block) => (block.kind === 'heading' ? [block.text] : []));
const rows = (report: Report): string[] => priceTable(report).rows.map((row) => row.map(({ text }) => text).join(': '));
const under = (report: Report, heading: string): PaperBlock | undefined => {
  const { blocks } = handBackPaper(report);
  return blocks[blocks.findIndex((block) => block.kind === 'heading' && block.text === heading) + 1];
};

describe('the words of the hand-back sheet', () => {
  const own = { Found: 'Gevonden', 'Job {number}': 'Opdracht {number}', works: 'werkt', 'Labour, {figure} min': 'Arbeid' };
  it('are the shop’s where it has some, and those of the program where it has none, or where its own would lose a figure', () => {
    const card = smallLaid();
    const functionId = card.functions[0]!.id;
    const tried = (result: 'dead' | 'works'): TapeBody => ({ kind: 'function', functionId, result });
    const report = reportOf([tried('dead'), { kind: 'remedy', remedy: 'clean', text: 'contacts' }, tried('works')], {
      shop: { ...shop, paper: { words: own } },
      card,
    });
    const paper = handBackPaper(report);
    expect(JSON.stringify(paper.blocks)).toContain('"werkt"');
    expect(headings(paper.blocks)).toContain('Gevonden');
    expect(headings(paper.blocks)).toContain('Done');
    expect(paper.tag.job).toBe('Opdracht 417');
    expect(rows(report)[0]).toMatch(/^Labour, 0 min/);
  });
  it('are refused where what is filled in would be missing, or nothing is filled in', () => {
    expect(ownWordTrouble('Job {number}', 'Opdracht')).toBe('Leave {number} in it: that is filled in on the sheet.');
    expect(ownWordTrouble('Found', 'Found {x}')).toContain('Nothing is filled in for {x}');
    for (const word of Object.values(paperWords).flat()) expect(ownWordTrouble(word, word)).withContext(word).toBe('');
  });
  it('have each its own place: none stands twice in a group', () => {
    for (const words of Object.values(paperWords)) expect(new Set<string>(words).size).toBe(words.length);
  });
  it('are what an owner signs under', () => {
    const words = { 'I have got the set back as it is described here.': 'Ontvangen.' };
    expect([handOverWords(undefined), handOverWords(words)]).toEqual(['I have got the set back as it is described here.', 'Ontvangen.']);
  });
  it('have dates in the language of the shop, and of the program where there is no such language', () => {
    expect(paperDates(undefined)('2026-02-12')).toBe('Thu 12 Feb 2026');
    expect(paperDates('nl')('2026-02-12')).toBe('do 12 feb 2026');
    expect(paperDates('no such')('2026-02-12T09:00:00.000Z')).toBe('Thu 12 Feb 2026');
  });
});

describe('the price on the sheet', () => {
  it('has a fixed price in place of the time, what is besides, goodwill, and what was paid and is to pay', () => {
    const report = reportOf([
      { kind: 'labour', act: 'worked', minutes: 60 },
      ...typed('price 85 alignment and check', 'charge 6.50 postage', 'goodwill 10 second visit', 'deposit 20 by transfer', 'paid 40 cash'),
    ]);
    // 85 + 6.50 - 10 = 81.50; 8 % of it 6.52.
    expect(rows(report)).toEqual([
      'Fixed price of the work, alignment and check: Mk 85.00',
      'Parts renewed: Mk 0.00',
      'Besides, postage: Mk 6.50',
      'Goodwill, second visit: −Mk 10.00',
      'Tax, 8%: Mk 6.52',
      'Total: Mk 88.02',
      'Paid beforehand, Thu 12 Feb 2026, by transfer: Mk 20.00',
      'Paid, Thu 12 Feb 2026, cash: Mk 40.00',
      'Still to be paid: Mk 28.02',
    ]);
  });
  it('says when it is paid in full, and when too much came', () => {
    expect(rows(reportOf(typed('price 100', 'paid 108'))).at(-1)).toBe('Paid in full: Mk 0.00');
    expect(rows(reportOf(typed('price 100', 'paid 120'))).at(-1)).toBe('To be given back: Mk 12.00');
    expect(rows(reportOf(typed('price 100', 'paid 120', 'refund 12'))).at(-1)).toBe('Paid in full: Mk 0.00');
  });
  it('takes no more off by goodwill than there is, and nothing that was struck', () => {
    expect(rows(reportOf(typed('price 5', 'goodwill 80'))).slice(-3)).toEqual(['Goodwill: −Mk 5.00', 'Tax, 8%: Mk 0.00', 'Total: Mk 0.00']);
    const [price, ...rest] = typed('price 5', 'paid 5');
    const strike: TapeBody = { kind: 'strike', entry: '22222222-2222-4222-8222-000000000002', reason: 'slip' };
    expect(rows(reportOf([price!, ...rest, strike])).join()).not.toContain('Paid');
  });
  it('keeps the terms of the day on which the set went back', () => {
    const back: TapeBody = { kind: 'handed-back', totalMinor: 4104, terms: { ratePerHourMinor: 3800, taxPercent: 8, warrantyDays: 90 } };
    const dearer = { ...shop, ratePerHourMinor: 9000, taxPercent: 20, warrantyDays: 10 };
    const report = reportOf([{ kind: 'labour', act: 'worked', minutes: 60 }, back], { shop: dearer });
    expect(rows(report)).toEqual(['Labour, 60 min: Mk 38.00', 'Parts renewed: Mk 0.00', 'Tax, 8%: Mk 3.04', 'Total: Mk 41.04']);
    expect(under(report, 'Warranty')).toEqual({ kind: 'list', lines: ['Warranty 90 days on this work, until Wed 13 May 2026.'] });
  });
  it('equals its lines, in minor units, whatever was charged, fixed, given and paid', () => {
    const minor = fc.integer({ min: 1, max: 2_000_000 });
    const charge = fc.record({
      kind: fc.constant('charge' as const),
      act: fc.constantFrom('fixed', 'extra', 'goodwill'),
      amountMinor: minor,
    });
    const paid = fc.record({
      kind: fc.constant('paid' as const),
      act: fc.constantFrom('deposit', 'payment', 'refund'),
      amountMinor: minor,
    });
    const worked = fc.record({
      kind: fc.constant('labour' as const),
      act: fc.constant('worked' as const),
      minutes: fc.integer({ min: 1, max: 900 }),
    });
    const inMinor = (text: string): number => Math.round(Number(text.replace('−', '-').replace('Mk ', '')) * 100);
    const letter = fc.constantFrom('A', 'B');
    const quote = fc.record({ kind: fc.constant('quote' as const), option: letter, amountMinor: minor });
    const approved = letter.map((option) => ({ kind: 'talk' as const, act: 'approved' as const, text: `option ${option}`, option }));
    const fitted = minor.map((priceMinor) => ({ ...typed('fit c12 220u')[0], priceMinor }));
    const law = fc.property(fc.array(fc.oneof(charge, paid, worked, quote, approved, fitted), { maxLength: 8 }), (bodies) => {
      const { priceLines, paid: came, price, toPayMinor } = reportOf(bodies as TapeBody[]);
      const total = priceLines.filter(({ what }) => what !== 'total').reduce((sum, { amount }) => sum + inMinor(amount), 0);
      const had = came.filter(({ on }) => on).reduce((sum, { amount }) => sum + inMinor(amount), 0);
      return total === price.totalMinor && price.totalMinor >= 0 && toPayMinor === price.totalMinor - had;
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
  it('is what was quoted and approved, parts and all, and later what was fixed after it', () => {
    const [worked, fitted] = [{ kind: 'labour' as const, act: 'worked' as const, minutes: 60 }, ...typed('fit c12 220u @2.00')];
    const quoted = [
      worked,
      fitted!,
      ...typed('quote a 60 cleaned', 'quote b 140 new finals', 'approved b by phone', 'charge 6.50 postage'),
    ];
    const report = reportOf(quoted);
    expect(rows(report)).toEqual([
      'Work and parts as quoted, option B: new finals: Mk 140.00',
      'Besides, postage: Mk 6.50',
      'Tax, 8%: Mk 11.72',
      'Total: Mk 158.22',
    ]);
    expect(report.parts[0]?.price).toBe('');
    expect(report.agreed[0]?.says).toBe('approved, by phone: b; Mk 140.00 before tax, new finals');
    // A letter that nobody quoted prices nothing, and a quote that is changed after it was approved does not either.
    expect(rows(reportOf([worked, ...typed('approved option c')]))[0]).toBe('Labour, 60 min: Mk 38.00');
    expect(rows(reportOf([...quoted, ...typed('quote b 900')]))[0]).toContain('Mk 140.00');
    expect(rows(reportOf([...quoted, ...typed('price 85 as agreed')]))[0]).toBe('Fixed price of the work, as agreed: Mk 85.00');
  });
  it('adds nothing that was paid to another currency', () => {
    const report = reportOf([{ kind: 'labour', act: 'worked', minutes: 60 }, ...typed('paid 5')], {
      job: { ...sampleJob, currency: 'Kr' },
    });
    expect(rows(report).at(-1)).toBe('Paid, Thu 12 Feb 2026: Kr 5.00');
    expect(report.toPayMinor).toBeUndefined();
  });
});

describe('what else the sheet has', () => {
  const stroke = [20, 120, 40, 40, 60, 120];
  const all = reportOf(
    [
      ...typed('warranty none: it was wet', 'consent pictures may be shown to its maker', 'approved go ahead at 140'),
      { kind: 'picture', attachment, name: 'a.jpg', designator: 'C31' },
      { kind: 'shown', attachment, as: 'before' },
      { kind: 'signed', who: 'Hesta <Ferry>', text: 'As it is.', strokes: [stroke, [5, 5]] },
      {
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
    { shop: { ...shop, warrantyDays: 90, address: 'Quoy Lane\nHesta', paper: { foot: 'Pay to <us>' } } },
  );
  it('is what was said of the warranty in place of the usual, the consent, and each approval with its day', () => {
    expect(under(all, 'Warranty')).toEqual({ kind: 'list', lines: ['none: it was wet'] });
    expect(under(all, 'Consent')).toEqual({ kind: 'list', lines: ['pictures may be shown to its maker'] });
    expect(under(all, 'Agreed')).toEqual({ kind: 'list', lines: ['Thu 12 Feb 2026, approved: go ahead at 140; limit Mk 140.00'] });
  });
  it('says nothing of a warranty that nobody grants', () => expect(headings(handBackPaper(reportOf([])).blocks)).not.toContain('Warranty'));
  it('is the chosen pictures with what they show, unless one is struck or taken off', () => {
    expect(under(all, 'Pictures')).toEqual({ kind: 'pictures', pictures: [{ id: attachment, caption: 'Before: C31' }] });
    const own = (more: TapeBody): Report =>
      reportOf([{ kind: 'picture', attachment, name: 'a.jpg' }, { kind: 'shown', attachment, as: 'after', caption: 'done' }, more]);
    expect(own({ kind: 'note', text: 'x' }).pictures).toEqual([{ id: attachment, as: 'after', caption: 'done' }]);
    expect(own({ kind: 'shown', attachment, as: 'not' }).pictures).toEqual([]);
    expect(own({ kind: 'strike', entry: '22222222-2222-4222-8222-000000000001', reason: 'not it' }).pictures).toEqual([]);
  });
  it('is a place to sign where nobody has, and the names where somebody has', () => {
    const names = (report: Report) => handBackPaper(report).blocks.at(-1);
    expect(names(reportOf([]))).toEqual(jasmine.objectContaining({ kind: 'signatures' }));
    expect(JSON.stringify(names(reportOf([])))).toContain('Owner, day and name');
    expect(names(all)).toEqual({
      kind: 'signatures',
      of: [{ text: 'As it is.', who: 'Hesta <Ferry>, Thu 12 Feb 2026', strokes: [stroke, [5, 5]] }],
    });
  });
  it('makes one HTML file that runs and fetches nothing, with all that was typed as text', () => {
    const face = { family: 'Sheet', weight: 400, range: 'U+0020-007E', src: 'data:font/woff;base64,AAAA' };
    const html = paperHtml(handBackPaper(all), { images: { [attachment]: 'data:image/jpeg;base64,AAAA' }, faces: [face] });
    expect(html).toContain('Hesta &lt;Ferry&gt;');
    expect(html).toContain('Pay to &lt;us&gt;');
    expect(html).toContain('Quoy Lane<br>Hesta');
    expect(html).toContain('<img src="data:image/jpeg;base64,AAAA" alt="Before: C31">');
    expect(html).toContain('d="M20 120L40 40L60 120M5 5h0.01"');
    expect(html).toContain('font-family:"Sheet";font-weight:400;src:url(data:font/woff;base64,AAAA)');
    expect(html).not.toMatch(/<script|<link|javascript:|(?:src|href)="(?!data:)|url\((?!data:)/i);
    // A picture whose bytes are gone leaves no broken frame.
    expect(paperHtml(handBackPaper(all), { images: {}, faces: [] })).not.toContain('<img');
  });
  it('lets no text of an owner become part of the page', () => {
    const law = fc.property(fc.string({ unit: fc.constantFrom('<', '>', '"', "'", '&', 'a', '=', ' ', '/') }), (complaint) => {
      const html = paperHtml(handBackPaper(reportOf([], { job: { ...sampleJob, complaint: `x${complaint}` } })), { images: {}, faces: [] });
      const clean = paperHtml(handBackPaper(reportOf([], { job: { ...sampleJob, complaint: 'x' } })), { images: {}, faces: [] });
      return html.replace(/&(?:amp|lt|gt|quot|#39);/g, '').split(/[<>]/).length === clean.replace(/&#39;/g, '').split(/[<>]/).length;
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
});
