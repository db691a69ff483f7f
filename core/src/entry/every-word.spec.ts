import fc from 'fast-check';
import { settings } from '../card';
import { attempt } from '../errors';
import type { EntryContext } from '../line';
import { minutesOf, minutesOfTime, resultWords } from '../line';
import { parseMoney } from '../money';
import { parseQuantity } from '../quantity';
import { entryTitle } from '../tape';
import { smallLaid } from '../testing/small-card';
import { readLine } from './entry-line';
import type { Understood } from './understood';
import { verbs } from './verbs';

/** Every word of a line is used or refused: none is dropped without a word. */
const card = { ...smallLaid(), bands: ['20 m', '80 m'] };
const withCard: EntryContext = { card, condition: {}, instruments: [], now: new Date('2026-11-27T14:02') };
const withoutCard: EntryContext = { condition: {}, instruments: [], now: new Date('2026-11-27T14:02') };

/** Numbers in what was understood, wherever they stand. */
const numbersIn = (value: unknown): number[] =>
  typeof value === 'number' ? [value] : typeof value === 'object' && value !== null ? Object.values(value).flatMap(numbersIn) : [];
const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a));

/** Words that say nothing but how the others belong together. */
const joining = new Set(['until', 'by', 'in', 'less', 'min', 'm', 'h', 'v', 'days', 'day', 'week', 'weeks', 'today', ',']);
const answers = new Set([
  'yes',
  'no',
  'same',
  'works',
  'cured',
  'changed',
  'changes',
  'steady',
  'recovers',
  'stays',
  'lower',
  'higher',
  'in',
]);

function isUsed(word: string, line: string, read: Understood): boolean {
  const entries = [...(read.entry ? [read.entry] : []), ...(read.entry ? (read.more ?? []) : [])];
  const said = [
    JSON.stringify(entries),
    ...entries.map((entry) => entryTitle(entry, card)),
    read.title,
    read.effect,
    JSON.stringify(read.condition),
  ]
    .join(' ')
    .toLowerCase();
  const lower = word.toLowerCase().replace(/[,;]$/, '');
  if (
    said.includes(lower) ||
    said.replaceAll(' ', '').includes(lower) ||
    joining.has(lower) ||
    answers.has(lower) ||
    Object.hasOwn(verbs, lower) ||
    Object.hasOwn(resultWords, lower) ||
    card.limits.some((limit) => limit.word === lower)
  )
    return true;
  // A figure, in whatever unit it was typed; a price in minor units; a count; a span of time; a time of day or a day before today.
  const numbers = numbersIn([entries, read.condition]);
  const quantity = attempt(() => parseQuantity(line.slice(line.indexOf(word)), {}));
  const alone = attempt(() => parseQuantity(word, {}));
  const hz = attempt(() => parseQuantity(line.slice(line.indexOf(word)), { unit: 'Hz' }));
  const price = parseMoney(lower.replace(/^@/, ''));
  const count = /^(?:[x×]|ch)(\d+)$/.exec(lower)?.[1];
  const wanted = [
    ...(quantity.ok ? [quantity.value.value] : []),
    ...(alone.ok ? [alone.value.value] : []),
    ...(hz.ok ? [hz.value.value] : []),
    ...(price === undefined ? [] : [price]),
    ...(count === undefined ? [] : [Number(count)]),
    ...(minutesOf(lower) === undefined ? [] : [minutesOf(lower) ?? 0]),
  ];
  if (wanted.some((value) => numbers.some((number) => near(number, value) || near(number, -value)))) return true;
  const states = settings.filter(({ words }) => words.some((each) => each.split(' ').includes(lower)));
  if (
    states.some(({ key, state }) =>
      [read.condition, ...entries.map((entry) => ('condition' in entry ? entry.condition : {}))].some((c) => c[key] === state[key]),
    )
  )
    return true;
  if (['gen', 'element', 'dead', 'none', 'nothing', 'keyed', 'tx', 'transmit', 'unkeyed', 'rx', 'receive'].includes(lower)) return true;
  const isTime = minutesOfTime(lower) !== undefined || /^\d{1,2}[:.]\d{2}[-–]\d{1,2}[:.]\d{2}$/.test(lower);
  const isDay = lower === 'yesterday' || /^(\d{4}-)?\d{1,2}-\d{1,2}$/.test(lower);
  const range = /^[a-z]+(\d+)-[a-z]*(\d+)$/.exec(lower);
  return isTime || isDay || (range !== null && said.includes(`"${/^[a-z]+/.exec(lower)?.[0] ?? ''}${range[2] ?? ''}"`));
}

describe('every word of a line', () => {
  const first = fc.constantFrom(
    ...Object.keys(verbs),
    ...['tp7', 'tp5', 'c31', 'q3', 'l4', 'r7', 'k1', 'pwr', 'ch19', 'am', 'receive', 'transmit', 'nonsense', '20', 'keyed'],
  );
  const word = fc.constantFrom(
    ...[
      'c31',
      'c12',
      'q3',
      'l4',
      'r7',
      'c1-c3',
      'c31,',
      'mixer',
      'audio',
      'vco',
      'if',
      'tp7',
      'am',
      'fm',
      'ch19',
      'keyed',
      'rx',
      '20',
      'm',
    ],
    ...[
      '3.1v',
      '6.62',
      '4.2ohm',
      '220u',
      '12',
      '0.4',
      'dead',
      'works',
      'weak',
      'same',
      'lower',
      'cured',
      'changed',
      'recovers',
      'bad',
      'good',
    ],
    ...[
      'yesterday',
      'today',
      '11-25',
      '2026-11-25',
      '05:15',
      '16:21',
      '05:15-13:21',
      '2h10',
      '20',
      'min',
      '90',
      'less',
      'until',
      '6',
      'days',
    ],
    ...[
      '@2.10',
      '2.10',
      'x4',
      'kit',
      'leaking',
      'dried',
      'resoldered',
      'clean',
      'esr',
      'hfe',
      'vf',
      'open',
      'OL',
      'part',
      'answer',
      'foo',
      'bar',
    ],
    ...[
      'low',
      'power',
      'preamp',
      'in',
      'out',
      'att',
      'hot',
      'cold',
      'gen',
      '1mV',
      '-73dBm',
      'element',
      '100W',
      'after',
      'unkeying',
      'pep',
      'avg',
    ],
  );
  for (const [what, context] of [
    ['with a card', withCard],
    ['of a set without one', withoutCard],
  ] as const)
    it(`is used or named in a refusal, ${what}`, () => {
      const law = fc.property(first, fc.array(word, { maxLength: 6 }), (begin, rest) => {
        const line = [begin, ...rest].join(' ');
        const read = attempt(() => readLine(line, context));
        if (!read.ok) return read.failure.message.length > 5 && read.failure.remedy.length > 5;
        const dropped = line.split(' ').filter((each) => !isUsed(each, line, read.value));
        if (dropped.length) throw new Error(`"${line}" was read as ${read.value.title}: ${dropped.join(', ')} dropped`);
        return true;
      });
      expect(() => fc.assert(law, { numRuns: 5000 })).not.toThrow();
    });
});
