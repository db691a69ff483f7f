import type { LinePicture, PriceLine, Report } from '../job';
import type { Paper, PaperBlock, PaperCell, PaperDrawing, PaperTable, PriceWhat } from './block';
import { paperDates, paperLocale } from './paper-dates';
import { sayText, sayWith, type PaperWord, type Say } from './paper-words';

interface Hand {
  readonly say: Say;
  readonly date: (iso: string) => string;
}
type Compared = Report['compared'][number];

const heading = (text: string): PaperBlock => ({ kind: 'heading', text });
/** A heading with its lines, where there are any. */
const listed = (text: string, lines: readonly string[]): PaperBlock[] => (lines.length ? [heading(text), { kind: 'list', lines }] : []);
/** A heading with its lines, or that there are none. */
const always = ({ say }: Hand, text: string, lines: readonly string[]): PaperBlock[] => [
  heading(text),
  lines.length ? { kind: 'list', lines } : { kind: 'list', lines: [say('nothing recorded')], quiet: true },
];
const plain = (text: string): PaperCell => ({ text: text || '–' });
/** A result with its verdict; that it works or not is a word of the sheet too. */
const cell = ({ say }: Hand, { text, verdict }: Compared['before'], more: Omit<PaperCell, 'text'> = {}): PaperCell => ({
  text: sayText(say, text),
  ...(verdict ? { small: sayText(say, verdict) } : {}),
  ...more,
});
/** What was had after all that was done, with what came between. */
const after = (hand: Hand, { after: result, note }: Pick<Compared, 'after' | 'note'>): PaperCell =>
  cell(hand, result, { strong: true, ...(note ? { note } : {}) });

/** What stands at the edges of a drawing. */
function edgesOf({ say }: Hand, { least, most, from, to, lines }: LinePicture, of: string): string {
  const parts = [
    `${of ? `${of}, ` : ''}${least} to ${most}`,
    from ? `over ${from} to ${to}` : '',
    lines.some((line) => line.of === 'before') ? say('dashed: before') : '',
  ];
  return parts.filter(Boolean).join('; ');
}
const drawn = (hand: Hand, picture: LinePicture | undefined, label: string, of = ''): PaperDrawing[] =>
  picture ? [{ kind: 'drawing', picture, label, edges: edgesOf(hand, picture, of) }] : [];
/** A table with drawings or words beside it, or alone. */
const withBeside = (table: PaperTable, beside: readonly PaperBlock[]): PaperBlock =>
  beside.length ? { kind: 'beside', table, beside } : table;

function partsTable({ say }: Hand, parts: Report['parts']): PaperBlock[] {
  if (!parts.length) return [];
  return [
    heading(say('Parts')),
    {
      kind: 'table',
      head: [say('Part'), say('Old'), say('New'), say('Why'), say('Price')],
      rows: parts.map(({ what, old, fitted, why, price }) => [what, old, fitted, why, price].map((text) => ({ text }))),
      figures: [4],
    },
  ];
}

function alignTable({ say }: Hand, steps: Report['aligned']): PaperBlock[] {
  if (!steps.length) return [];
  return [
    heading(say('Alignment')),
    {
      kind: 'table',
      head: [say('Step'), say('Wanted'), say('Before'), say('After')],
      rows: steps.map(({ name, wanted, before, after: left, says }) => [
        { text: name },
        { text: wanted },
        plain(before),
        { ...plain(left), strong: true, ...(says ? { note: says } : {}) },
      ]),
    },
  ];
}

function sweepTables(hand: Hand, sweeps: Report['swept']): PaperBlock[] {
  const { say } = hand;
  return sweeps.flatMap(({ title, rows, apart, picture }): PaperBlock[] => [
    heading(say('Read step by step: {title}', { title })),
    withBeside(
      {
        kind: 'table',
        head: [say('Step'), say('Before'), say('After')],
        rows: rows.map(({ step, before, after: now }) => [{ text: step }, plain(before), cell(hand, now, { strong: true })]),
      },
      [...drawn(hand, picture, `${title}: ${apart}`), ...(apart ? [{ kind: 'text' as const, text: apart }] : [])],
    ),
  ]);
}

function testTable(hand: Hand, { tests, notDone }: Report): PaperBlock[] {
  const { say } = hand;
  if (!tests.length && !notDone.length) return [];
  const table: PaperTable = {
    kind: 'table',
    head: [say('Test'), say('Limits'), say('Before'), say('After')],
    rows: tests.map((test) => [
      { text: test.name, ...(test.condition ? { note: test.condition } : {}) },
      { text: test.limits },
      cell(hand, test.before),
      after(hand, test),
    ]),
  };
  return [
    heading(say('Tests')),
    ...(tests.length ? [table] : []),
    ...(notDone.length ? [{ kind: 'text' as const, text: say('Not tested: {names}', { names: notDone.join('; ') }), quiet: true }] : []),
  ];
}

function comparedTable(hand: Hand, rows: Report['compared']): PaperBlock[] {
  const { say } = hand;
  if (!rows.length) return [];
  return [
    heading(say('Also before and after')),
    {
      kind: 'table',
      head: [say('What'), say('Before'), say('After')],
      rows: rows.map((row) => [{ text: row.name }, cell(hand, row.before), after(hand, row)]),
    },
  ];
}

function recordedBlocks(hand: Hand, runs: Report['recorded']): PaperBlock[] {
  const { say } = hand;
  return runs.flatMap(({ title, rows, compared, by, pictures }): PaperBlock[] => [
    heading(say('Recorded: {title}', { title })),
    withBeside(
      {
        kind: 'table',
        head: compared ? [say('What'), say('Before'), say('After')] : [say('What'), say('Measured')],
        rows: rows.map(({ what, before, after: now, note }) => [
          { text: what },
          plain(before),
          ...(compared ? [{ ...plain(now), strong: true, ...(note ? { note } : {}) }] : []),
        ]),
        figures: [1, 2],
      },
      [
        ...pictures.flatMap(({ of, picture }) => drawn(hand, picture, `${title}: ${of}`, of)),
        ...(by ? [{ kind: 'text' as const, text: by, quiet: true }] : []),
      ],
    ),
  ]);
}

const watchedBlocks = (hand: Hand, runs: Report['watched']): PaperBlock[] => [
  ...(runs.length ? [heading(hand.say('Watched'))] : []),
  ...runs.flatMap(({ title, says, picture }): PaperBlock[] => [
    { kind: 'text', lead: title, text: `: ${says}` },
    ...drawn(hand, picture, title),
  ]),
];

function pictureBlocks({ say }: Hand, pictures: Report['pictures']): PaperBlock[] {
  if (!pictures.length) return [];
  const words = { before: 'Before: {caption}', after: 'After: {caption}' } as const;
  const caption = ({ as, caption: text }: Report['pictures'][number]): string => {
    if (as === 'beside') return text;
    return text ? say(words[as], { caption: text }) : say(as === 'before' ? 'Before' : 'After');
  };
  return [heading(say('Pictures')), { kind: 'pictures', pictures: pictures.map((one) => ({ id: one.id, caption: caption(one) })) }];
}

const priceWords: Readonly<Record<PriceWhat, PaperWord>> = {
  labour: 'Labour, {figure} min',
  fixed: 'Fixed price of the work',
  quoted: 'Work and parts as quoted',
  parts: 'Parts renewed',
  extra: 'Besides',
  goodwill: 'Goodwill',
  tax: 'Tax, {figure}%',
  total: 'Total',
  'total-in-two': 'Total, in two currencies, before tax',
  deposit: 'Paid beforehand',
  payment: 'Paid',
  refund: 'Given back',
  'to-pay': 'Still to be paid',
  'paid-in-full': 'Paid in full',
  'to-give-back': 'To be given back',
};
const strongLines: ReadonlySet<PriceWhat> = new Set(['total', 'total-in-two', 'to-pay', 'paid-in-full', 'to-give-back']);

function priceRow({ say, date }: Hand, { what, figure, on, text, amount }: PriceLine): readonly PaperCell[] {
  const strong = strongLines.has(what);
  const words = [say(priceWords[what], figure === undefined ? {} : { figure }), on ? date(on) : '', text ?? ''].filter(Boolean).join(', ');
  return [
    { text: words, strong },
    { text: amount, strong },
  ];
}

const priceRows = (hand: Hand, { priceLines, paid }: Report): PaperTable => ({
  kind: 'table',
  rows: [...priceLines, ...paid].map((line) => priceRow(hand, line)),
  figures: [1],
});

function priceBlocks(hand: Hand, report: Report): PaperBlock[] {
  const { limit } = report;
  return [
    heading(hand.say('Price')),
    priceRows(hand, report),
    ...(limit === undefined ? [] : [{ kind: 'text' as const, text: hand.say('Limit agreed: {sum}', { sum: limit }), quiet: true }]),
  ];
}

function warrantyLines({ say, date }: Hand, { lines, days, until }: Report['warranty']): readonly string[] {
  if (days === undefined || until === undefined) return lines;
  return [say('Warranty {days} days on this work, until {until}.', { days, until: date(until) })];
}

/** The names under it, or the lines on which one signs. */
function signatures({ say, date }: Hand, signed: Report['signed']): PaperBlock[] {
  if (!signed.length)
    return [
      {
        kind: 'signatures',
        of: [
          { text: say('I have got the set back as it is described here.'), who: say('Owner, day and name'), strokes: [] },
          { text: '', who: say('Workshop, day and name'), strokes: [] },
        ],
      },
    ];
  return [
    heading(say('Signed')),
    {
      kind: 'signatures',
      of: signed.map(({ who, on, text, strokes }) => ({ text, who: say('{who}, {day}', { who, day: date(on) }), strokes })),
    },
  ];
}

const handOf = ({ shop }: Report): Hand => ({ say: sayWith(shop.paper?.words), date: paperDates(shop.paper?.locale) });

/** The price of a job with what was paid, as it stands on its sheet. */
export const priceTable = (report: Report): PaperTable => priceRows(handOf(report), report);

/** The words under which an owner signs, as the shop has them. */
export const handOverWords = (own: Readonly<Record<string, string>> | undefined): string =>
  sayWith(own)('I have got the set back as it is described here.');

/** The hand-back sheet as pieces of paper, in the words and with the dates of the shop. */
export function handBackPaper(report: Report): Paper {
  const { shop, job, set, customer } = report;
  const hand = handOf(report);
  const { say, date } = hand;
  const list = (word: PaperWord, lines: readonly string[]): PaperBlock[] => listed(say(word), lines);
  return {
    locale: paperLocale(shop.paper?.locale),
    title: `${say('Job {number}', { number: job.number })}, ${say('Hand-back sheet')}`,
    tag: { job: say('Job {number}', { number: job.number }), day: date(job.bookedInAt) },
    shop: { name: shop.name, address: shop.address },
    set: {
      name: `${set.maker} ${set.model}`,
      rest: say('serial {serial}, of {owner}', { serial: set.serial || say('not noted'), owner: customer.name }),
    },
    page: (page, pages) => say('Job {number}, page {page} of {pages}', { number: job.number, page, pages }),
    foot: shop.paper?.foot ?? '',
    blocks: [
      heading(say('Complaint')),
      { kind: 'text', text: report.complaint },
      ...list(
        'Agreed',
        report.agreed.map(({ on, says }) => `${date(on)}, ${says}`),
      ),
      ...always(hand, say('Found'), report.found),
      ...report.causes.flatMap(({ what, lines }) => listed(sayText(say, what), lines)),
      ...always(hand, say('Done'), report.done),
      ...partsTable(hand, report.parts),
      ...alignTable(hand, report.aligned),
      ...sweepTables(hand, report.swept),
      ...testTable(hand, report),
      ...comparedTable(hand, report.compared),
      ...recordedBlocks(hand, report.recorded),
      ...watchedBlocks(hand, report.watched),
      ...list('Measured and worked out', report.measured),
      ...list('Modified', report.modified),
      ...list('Found, and still to do', report.toDo),
      ...list('Found but left alone', report.leftAlone),
      ...list('Watch for', report.watchFor),
      ...pictureBlocks(hand, report.pictures),
      ...priceBlocks(hand, report),
      ...list('Warranty', warrantyLines(hand, report.warranty)),
      ...list('Consent', report.consent),
      ...list(
        'Cautions',
        report.cautions.map((line) => sayText(say, line)),
      ),
      ...signatures(hand, report.signed),
    ],
  };
}
