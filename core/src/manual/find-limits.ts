import type { Unit } from '../quantity';
import { bothConditions, conditionWords } from './condition-words';
import { headUnit } from './find-points';
import type { Found, Has } from './found';
import type { PageLine } from './page-lines';
import { printedFigures, type PrintedFigures } from './printed-figures';
import type { Column, TableRow } from './table-rows';

type FoundLimit = Extract<Found, { kind: 'limit' }>;

/** What is tested, by what manuals call it. */
interface Tested {
  readonly label: RegExp;
  readonly word: string;
  readonly name: string;
  readonly unit: Unit;
  readonly when: readonly string[];
  /** Which way a single figure is meant. */
  readonly sense: 'least' | 'most' | 'about';
  readonly offChannel?: boolean;
}

/** The first whose label fits counts. */
const tested: readonly Tested[] = [
  { label: /idle current|quiescent current|idling/i, word: 'idle', name: 'Idle current', unit: 'A', when: ['keyed'], sense: 'about' },
  {
    label: /(?:current|drain|consumption).*(?:transmit|\btx\b|keyed|full)|(?:transmit|\btx\b).*(?:current|drain|consumption)/i,
    word: 'curtx',
    name: 'Current on transmit',
    unit: 'A',
    when: ['keyed'],
    sense: 'most',
  },
  { label: /current|drain|consumption/i, word: 'cur', name: 'Current on receive', unit: 'A', when: ['receive'], sense: 'most' },
  {
    label: /frequency (?:error|toleran|stabil|accura)|carrier frequency/i,
    word: 'freq',
    name: 'Frequency error',
    unit: 'Hz',
    when: ['keyed'],
    sense: 'most',
    offChannel: true,
  },
  { label: /adjacent|selectiv/i, word: 'adj', name: 'Adjacent-channel rejection', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /image/i, word: 'image', name: 'Image rejection', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /intermod/i, word: 'imd', name: 'Intermodulation', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /spurious resp|spurious reject/i, word: 'spurrx', name: 'Spurious response', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /i\.?f\.? reject/i, word: 'ifrej', name: 'IF rejection', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /spurious|harmonic/i, word: 'spur', name: 'Harmonics and spurious', unit: 'dBc', when: ['keyed'], sense: 'most' },
  { label: /carrier (?:suppress|balance|leak)/i, word: 'supp', name: 'Carrier suppression', unit: 'dB', when: ['keyed'], sense: 'least' },
  { label: /squelch|mute (?:opens|sens|thresh)/i, word: 'sq', name: 'Squelch opens at', unit: 'V', when: ['receive'], sense: 'most' },
  { label: /sensitivity/i, word: 'sens', name: 'Sensitivity', unit: 'V', when: ['receive'], sense: 'most' },
  { label: /sinad/i, word: 'sinad', name: 'SINAD', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /signal.to.noise|s\/n|hum/i, word: 'sn', name: 'Signal to noise', unit: 'dB', when: ['receive'], sense: 'least' },
  { label: /deviation/i, word: 'dev', name: 'Deviation', unit: 'Hz', when: ['keyed', 'FM'], sense: 'most' },
  { label: /modulation|depth/i, word: 'mod', name: 'Depth of modulation', unit: '%', when: ['keyed', 'AM'], sense: 'least' },
  { label: /distortion/i, word: 'thd', name: 'Distortion of the audio', unit: '%', when: ['receive'], sense: 'most' },
  { label: /(?:audio|\ba\.?f\.?) (?:output|power)/i, word: 'audio', name: 'Audio output', unit: 'W', when: ['receive'], sense: 'least' },
  { label: /\bp\.?e\.?p\b/i, word: 'pep', name: 'PEP', unit: 'W', when: ['keyed'], sense: 'about' },
  {
    label: /(?:r\.?f\.?|carrier|transmit\w*|output|high|low) (?:output )?power|power output|^power\b/i,
    word: 'pwr',
    name: 'Power',
    unit: 'W',
    when: ['keyed'],
    sense: 'about',
  },
  { label: /\bgain\b/i, word: 'gain', name: 'Gain', unit: 'dB', when: ['keyed'], sense: 'least' },
  { label: /\bs\.?w\.?r\b/i, word: 'swr', name: 'SWR at the input', unit: '', when: ['keyed'], sense: 'most' },
  { label: /ripple/i, word: 'ripple', name: 'Ripple at full load', unit: 'V', when: [], sense: 'most' },
];

const itemHead = /^(?:items?|parameters?|characteristics?|specifications?|measurements?|tests?|descriptions?|performance|quantity)$/i;
const limitHead = /limit|spec|rated|guarant|requirement|toleranc|accept|must/i;
const nominalHead = /nominal|typical|standard|^values?$|rating|normal/i;
const leastHead = /^min(?:imum)?\b|\bleast\b/i;
const mostHead = /^max(?:imum)?\b|\bmost\b/i;
const unitHead = /^units?$/i;

/** Whether these heads stand over a table of specifications. */
export const isLimitTable = (heads: readonly string[]): boolean =>
  itemHead.test(heads[0]?.trim() ?? '') &&
  heads.slice(1).some((head) => limitHead.test(head) || nominalHead.test(head) || leastHead.test(head) || mostHead.test(head));

/** Limits from a figure as it is meant of what is tested; a level below the carrier is kept below nought. */
function asLimits(test: Tested, figures: PrintedFigures): PrintedFigures | undefined {
  let { unit } = figures;
  const sign = (value: number | undefined): number | undefined =>
    value !== undefined && test.unit === 'dBc' && value > 0 ? -value : value;
  if (test.unit === 'dBc' && unit === 'dB') unit = 'dBc';
  if (test.word === 'freq' && (unit === 'ppm' || unit === '%')) {
    // Per cent of a frequency are parts per million.
    const by = unit === '%' ? 10_000 : 1;
    const scaled = (value: number): number => Number((value * by).toPrecision(6));
    const most = figures.high ?? figures.nominal;
    return most === undefined
      ? undefined
      : { unit: 'ppm', low: figures.low === undefined ? -scaled(most) : scaled(figures.low), high: scaled(most) };
  }
  if (unit !== test.unit) return undefined;
  let { low, high } = figures;
  const { nominal } = figures;
  if (low === undefined && high === undefined && nominal !== undefined) {
    if (test.sense === 'least') low = nominal;
    else if (test.sense === 'most') high = nominal;
    else return figures;
  }
  if (test.unit === 'dBc') [low, high] = [undefined, sign(high ?? low)];
  if (test.offChannel && low === undefined && high !== undefined) low = -high;
  return { unit, ...(low === undefined ? {} : { low }), ...(high === undefined ? {} : { high }) };
}

const method = /\b(?:at|for|into|with|across)\s+(?:a\s+)?[^,;]*|\d+\s*dB\s*(?:\(?S\s*\+\s*N\)?\s*\/\s*N|S\/N|SINAD)/i;

interface Said {
  readonly label: string;
  readonly heading: string;
  readonly condition: string;
  readonly texts: readonly { readonly text: string; readonly unit: string }[];
  readonly where: { readonly base: number; readonly tall: number; readonly said: string };
}

function limitSaid({ label, heading, condition, texts, where }: Said, has: Has): FoundLimit | undefined {
  const test = tested.find((each) => each.label.test(label));
  if (!test) return undefined;
  const of = conditionWords(label, has);
  const given = conditionWords(condition, has);
  const above = conditionWords(heading, has).words;
  for (const { text, unit } of texts) {
    // What is said of how it is measured stands within the cell as well: `0.5 µV for 10 dB S/N`.
    const plain = printedFigures(text, unit);
    const bare = plain ? text : text.replace(method, '').replace(/[,;(]\s*\)?\s*$/, '');
    const figures = plain ?? printedFigures(conditionWords(bare, has).rest, unit);
    const limits = figures && asLimits(test, figures);
    if (!limits) continue;
    const how = [...new Set([given.rest, method.exec(label)?.[0], plain ? undefined : method.exec(text)?.[0]])]
      .map((each) => each?.trim())
      .filter(Boolean)
      .join(', ');
    const within = plain ? [] : conditionWords(text, has).words;
    return {
      ...where,
      heading,
      kind: 'limit',
      word: test.word,
      name: label.replace(/\s*[:.…]+\s*$/, ''),
      condition: bothConditions(bothConditions(bothConditions(within, of.words), given.words), bothConditions(test.when, above)),
      figures: limits,
      offChannel: test.offChannel === true && limits.unit === 'Hz',
      how,
    };
  }
  return undefined;
}

/** The limits of a table of specifications; a row that has a name only is the heading of those below it. */
export function limitsOf(columns: readonly Column[], rows: readonly TableRow[], heading: string, has: Has): FoundLimit[] {
  const heads = columns.map(({ head }) => head.trim());
  const column = (pattern: RegExp): number => heads.findIndex((head, i) => i > 0 && pattern.test(head));
  const [limit, nominal, least, most, unit] = [limitHead, nominalHead, leastHead, mostHead, unitHead].map(column) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const found: FoundLimit[] = [];
  let under = heading;
  let last = '';
  for (const row of rows) {
    const cell = (i: number): string => (i < 0 ? '' : (row.cells[i] ?? ''));
    if (row.cells.slice(1).every((each) => !each)) {
      under = row.cells[0] ?? heading;
      continue;
    }
    // A row without a name of its own is one more case of the one above.
    const label = row.cells[0] || last;
    last = label;
    const unitOf = (i: number): string => cell(unit) || headUnit(heads[i] ?? '');
    const others = row.cells.filter((each, i) => i > 0 && ![limit, nominal, least, most, unit].includes(i) && each).join(', ');
    const pair =
      least >= 0 || most >= 0
        ? [
            cell(least) && cell(most) && !/^[-–—]+$/.test(cell(least)) && !/^[-–—]+$/.test(cell(most))
              ? { text: `${cell(least)} to ${cell(most)}`, unit: unitOf(least) }
              : /\d/.test(cell(least))
                ? { text: `at least ${cell(least)}`, unit: unitOf(least) }
                : { text: `at most ${cell(most)}`, unit: unitOf(most) },
          ]
        : [];
    const texts = [...pair, { text: cell(limit), unit: unitOf(limit) }, { text: cell(nominal), unit: unitOf(nominal) }];
    const where = { base: row.base, tall: row.tall, said: row.cells.filter(Boolean).join('  ') };
    const one = limitSaid({ label, heading: under, condition: others, texts, where }, has);
    if (one) found.push(one);
  }
  return found;
}

/** The limit of a line that stands under no head: `Sensitivity (AM) ...... 0.5 µV or less`. */
export function limitOfLine(line: PageLine, heading: string, has: Has): FoundLimit | undefined {
  const text = line.cells.map((cell) => cell.text).join('  ');
  const match = /^(.*?[A-Za-z)])\s*(?:\.{3,}|…|:|\s{2,}|\s\.(?:\s\.)+)[\s.:]*(\S.*)$/.exec(text);
  if (!match) return undefined;
  const where = { base: line.base, tall: line.tall, said: text };
  return limitSaid({ label: match[1] ?? '', heading, condition: '', texts: [{ text: match[2] ?? '', unit: '' }], where }, has);
}
