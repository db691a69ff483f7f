import { designatorsIn, prefixesFor } from '../sheets';
import type { Found } from './found';
import type { PageLine } from './page-lines';
import type { Column, TableRow } from './table-rows';

type FoundStep = Extract<Found, { kind: 'step' }>;
type Role = 'number' | 'name' | 'adjust' | 'at' | 'expect' | 'given';

const roles: readonly (readonly [Role, RegExp])[] = [
  ['number', /^(?:steps?|no\.?|nr\.?|#|item no\.?|step (?:no|nr)\.?)$/i],
  [
    'expect',
    /wanted|result|\bread(?:ing|s)?$|spec|limit|remark|until|^for$|adjust(?:ed)? (?:for|to)|indication|^value|require|set (?:for|to)|expect|obtain/i,
  ],
  ['at', /measur|connect|test (?:point|equipment|instrument)|meter|instrument|check|read (?:at|on)|probe|^where|^at$|output|^point/i],
  [
    'adjust',
    /^adjust(?:ment)?(?: (?:points?|parts?))?$|^adj\.?$|^turn|^trim|^cores?$|^control|component|adjust(?:ing)? (?:element|point|part)/i,
  ],
  ['name', /stage|item|subject|align|function|circuit|purpose|^what|^adjustment of|name|section|title/i],
  ['given', /input|signal|generator|condition|preset|setting|channel|mode|inject|prepar/i],
];

/** What each column of a table of steps holds; undefined where it is none. */
export function stepColumns(heads: readonly string[]): readonly (Role | undefined)[] | undefined {
  const found = heads.map((head) => roles.find(([, pattern]) => pattern.test(head.trim()))?.[0]);
  // `Adjustment | … | Adjust | …`: the first says what it is about.
  const adjusts = found.flatMap((role, i) => (role === 'adjust' ? [i] : []));
  const about = adjusts.length > 1 ? adjusts.find((i) => /^adjustment$/i.test(heads[i]?.trim() ?? '')) : undefined;
  const sure = found.map((role, i) => (i === about ? ('name' as const) : role));
  return sure.includes('adjust') && sure.includes('expect') ? sure : undefined;
}

const prefixes = prefixesFor([]);
/** What is turned: designators, or the words themselves where there are none. */
function adjustWords(text: string): string[] {
  const named = text.split(/[\s,;]+|\band\b/).flatMap((word) => designatorsIn(word, prefixes).map(({ name, unit }) => name + (unit ?? '')));
  if (named.length) return [...new Set(named)];
  return text
    .split(/,|;|\band\b/)
    .map((word) => word.trim())
    .filter(Boolean);
}

/** The steps of a table. */
export function stepsOf(
  columns: readonly Column[],
  held: readonly (Role | undefined)[],
  rows: readonly TableRow[],
  heading: string,
): FoundStep[] {
  return rows.flatMap((row, i): FoundStep[] => {
    const cell = (role: Role): string => columns.flatMap((_, c) => (held[c] === role && row.cells[c] ? [row.cells[c]] : [])).join(', ');
    const [adjust, expect] = [cell('adjust'), cell('expect')];
    if (!adjust || !expect || /^[-–—]+$/.test(adjust)) return [];
    const number = /\d+/.exec(cell('number'))?.[0] ?? String(i + 1);
    const name = cell('name').replace(/^\d+\s*[.)]\s*/, '');
    return [
      {
        base: row.base,
        tall: row.tall,
        said: row.cells.filter(Boolean).join('  '),
        heading,
        kind: 'step',
        number,
        name,
        adjust: adjustWords(adjust),
        at: cell('at').replace(/^[-–—]+$/, ''),
        expect: [expect, cell('given')].filter(Boolean).join('; '),
      },
    ];
  });
}

const numbered = /^\(?(\d{1,2})\s*[.):]\s*(.*)$/;
const sentence =
  /\b(?:adjust|turn|tune|peak|trim|set|align)\s+((?:the\s+)?.+?)\s+(?:for|to|until|so that|such that)\s+(?:(?:a|an|the)\s+)?(.+?)(?:\.|$)/i;
const readAt = /\b(?:at|on|to)\s+(TP\s*\d+|the (?:antenna|speaker|dummy load|wattmeter|s-?meter)[^,.;]*)/i;

/** A step that stands under no head: a numbered row of cells, or a sentence that says what is turned and for what. */
export function stepOfLine(line: PageLine, heading: string): FoundStep | undefined {
  // The mark of a frame may stand before it.
  const from = line.cells.findIndex(({ text }) => text.length > 2 || numbered.test(text));
  const [first, ...rest] = from < 0 ? [] : line.cells.slice(from);
  const [, number = '', text = ''] = numbered.exec(first?.text ?? '') ?? [];
  if (!first || !number) return undefined;
  const where = {
    base: line.base,
    tall: line.tall,
    said: line.cells.map((cell) => cell.text).join('  '),
    heading,
    kind: 'step' as const,
    number,
  };
  const told = rest.length <= 1 ? sentence.exec([text, ...rest.map((cell) => cell.text)].join(' ')) : null;
  if (told) {
    const at = readAt.exec(text)?.[1] ?? '';
    return { ...where, name: '', adjust: adjustWords((told[1] ?? '').replace(/^the\s+/i, '')), at, expect: (told[2] ?? '').trim() };
  }
  if (rest.length < 2 || text === '') return undefined;
  const cells = rest.map((cell) => cell.text);
  const expect = cells.at(-1) ?? '';
  const isDesignator = (word: string): boolean => designatorsIn(word, prefixes).length > 0;
  // Designators that stand in cells of their own are turned, save a test point: that is where it is read.
  const middle = cells.slice(0, -1);
  const at = middle.length > 1 ? (middle.at(-1) ?? '') : '';
  const adjust = (middle.length > 1 ? middle.slice(0, -1) : middle).flatMap((word) => (isDesignator(word) ? adjustWords(word) : [word]));
  return at && isDesignator(at) && !/^TP/i.test(at)
    ? { ...where, name: text, adjust: [...adjust, ...adjustWords(at)], at: '', expect }
    : { ...where, name: text, adjust, at, expect };
}
