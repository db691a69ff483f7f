import * as z from 'zod';
import { partOf, type LaidCard } from '../../card';
import { LineRest, refuse, takeDesignators, wordsOf, type EntryContext } from '../../line';
import { capacitorRoles, listedNames, listedStates } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';

const example = 'list c1-c26 220u 25v, or list c12 stands + left';
const roomText = 'Give diameter and height in millimetres, such as: room 9x13';
const largestM = 1;

const fields = {
  designator: z.string().meta({ title: 'Part' }),
  section: z.string().optional().meta({ title: 'Section' }),
  value: z.string().optional().meta({ title: 'What is to go in, with its ratings and its size' }),
  room: z
    .object({ diameterM: z.number().positive().max(largestM), heightM: z.number().positive().max(largestM) })
    .optional()
    .meta({ title: 'Room there is for it, to the case and to its neighbours' }),
  role: z.enum(capacitorRoles).optional().meta({ title: 'What a capacitor does there' }),
  group: z.string().optional().meta({ title: 'Group of the list' }),
  stands: z.string().optional().meta({ title: 'How the old one stands: where its plus, band or first pin is' }),
  polarity: z.enum(['right', 'wrong']).optional().meta({ title: 'How the new one stands, held against that' }),
  state: z.enum(listedStates).optional().meta({ title: 'Where it has got to' }),
  why: z.string().optional().meta({ title: 'Why it is left as it is' }),
  stock: z.string().optional().meta({ title: 'The item of stock that is to be taken' }),
  attachment: z.string().optional().meta({ title: 'Id of the picture on which it was pressed' }),
  spot: z
    .object({ x: z.number().min(0).max(1), y: z.number().min(0).max(10), acrossM: z.number().positive().max(10).optional() })
    .optional()
    .meta({ title: 'Where on it, as shares of its width, and how wide what the picture shows is, in metres' }),
};
type Body = EntryBody<'listed', typeof fields>;
type Said = Omit<Body, 'kind' | 'designator' | 'section' | 'stock' | 'attachment' | 'spot'>;

/** Words behind which something else is said of the part; what stands before the first of them is what goes in. */
const keywords = ['room', 'for', 'group', 'stands', 'polarity', 'leave'] as const;
const isKeyword = (word: string): boolean => keywords.some((each) => each === word) || stateOf(word) !== undefined;
const stateOf = (word: string) => (word === 'left' ? undefined : listedStates.find((state) => state === word));

/** As many words as come before the next keyword, at least one. */
function takeSome(rest: LineRest, what: string, wrong: string): string {
  const words: string[] = [];
  while (rest.next && (words.length === 0 || !isKeyword(rest.next.text.toLowerCase()))) words.push(rest.take()?.text ?? '');
  return words.length ? words.join(' ') : refuse(rest.at, what, wrong);
}

function takeRoom(rest: LineRest): NonNullable<Body['room']> {
  const { at } = rest;
  const [, wide = '', high = ''] = /^(\d+(?:[.,]\d+)?)[x×](\d+(?:[.,]\d+)?)(?:mm)?$/i.exec(rest.take()?.text ?? '') ?? [];
  const [diameterM, heightM] = [wide, high].map((text) => Number(text.replace(',', '.')) / 1000) as [number, number];
  if (!(diameterM > 0 && heightM > 0 && diameterM <= largestM && heightM <= largestM))
    return refuse(at, 'How much room is there?', roomText);
  return { diameterM, heightM };
}

function takeSaid(rest: LineRest): Said {
  let said: Said = {};
  const more = (field: Said): void => void (said = { ...said, ...field });
  const value: string[] = [];
  while (rest.next) {
    const { at } = rest;
    const word = rest.next.text.toLowerCase();
    const state = stateOf(word);
    if (!isKeyword(word)) {
      value.push(rest.take()?.text ?? '');
      continue;
    }
    rest.take();
    if (state) more({ state });
    else if (word === 'room') more({ room: takeRoom(rest) });
    else if (word === 'group') more({ group: takeSome(rest, 'Which group?', 'Name it, such as: group audio') });
    else if (word === 'stands')
      more({ stands: takeSome(rest, 'How does it stand?', 'Say where its plus, band or first pin is: stands + left') });
    else if (word === 'leave') more({ state: 'left', ...(rest.next ? { why: rest.takeText() } : {}) });
    else if (word === 'polarity') {
      const polarity = rest.takeIf((given) => (['right', 'wrong'] as const).find((known) => known === given));
      more({ polarity: polarity ?? refuse(rest.at, 'Right or wrong?', 'Write it like: list c12 polarity right') });
    } else {
      const role = rest.takeIf((given) => capacitorRoles.find((known) => known === given));
      more({ role: role ?? refuse(at, 'For what?', `It knows ${capacitorRoles.join(', ')}.`) });
    }
  }
  return { ...(value.length ? { value: value.join(' ') } : {}), ...said };
}

function takeListed(rest: LineRest, context: EntryContext): readonly Body[] {
  const { card, ...withoutCard } = context;
  // A kit has more parts than any card names: each is taken, and the tape asks where it is.
  const parts = takeDesignators(rest, withoutCard, example);
  const said = takeSaid(rest);
  return parts.map(({ designator }) => {
    const section = card && partOf(card, designator)?.section;
    return { kind: 'listed', designator, ...(section === undefined ? {} : { section }), ...said };
  });
}

const millimetres = (metres: number): string => String(Math.round(metres * 1e5) / 100);
const roomWord = ({ diameterM, heightM }: NonNullable<Body['room']>): string => `${millimetres(diameterM)}x${millimetres(heightM)}`;

const alike = (a: Body, b: Body | undefined): boolean =>
  b !== undefined &&
  (Object.keys(fields) as (keyof typeof fields)[]).every((field) => JSON.stringify(a[field]) === JSON.stringify(b[field]));

/** Everything that is said of the part, in the order in which it is written. */
const said = ({ value, room, role, group, stands, polarity, state, why }: Body): readonly string[] => [
  value ?? '',
  room ? `room ${roomWord(room)}` : '',
  role ? `for ${role}` : '',
  group === undefined ? '' : `group ${group}`,
  stands === undefined ? '' : `stands ${stands}`,
  polarity ? `polarity ${polarity}` : '',
  state && state !== 'left' ? state : '',
  state === 'left' ? `leave ${why ?? ''}`.trim() : '',
];

const words = ({ value, room, role, group, stands, polarity, state, why, stock, spot }: Body): string =>
  [
    value ?? '',
    room ? `room for ${millimetres(room.diameterM)} × ${millimetres(room.heightM)} mm` : '',
    role ? `for ${role}` : '',
    group === undefined ? '' : `group ${group}`,
    stands === undefined ? '' : `the old one stands ${stands}`,
    polarity ? `polarity of the new one ${polarity}` : '',
    state ? `${listedNames[state]}${why ? `: ${why}` : ''}` : '',
    stock && !state ? 'from stock' : '',
    spot ? 'on the picture' : '',
  ]
    .filter(Boolean)
    .join('; ');

export const listed = defineKind('listed', {
  title: 'Part on the list',
  about:
    'A part that is on the list of the job: what is to go in, the room there, how it stands, and where it has got to; the latest word on each counts.',
  fields,
  words: (entry) => ({ ref: entry.designator, what: words(entry) || 'on the list' }),
  paper: { counted: 'Left alone: parts of the list that stay as they are. What was fitted stands there by its own entry' },
  line: {
    verbs: { list: takeListed },
    // Of free words only what reads back as the same.
    write: (entry, card: LaidCard | undefined) => {
      if (entry.stock !== undefined || entry.spot !== undefined || entry.section !== (card && partOf(card, entry.designator))?.section)
        return undefined;
      const line = ['list', entry.designator.toLowerCase(), ...said(entry)].filter(Boolean).join(' ');
      try {
        const context = { ...(card ? { card } : {}), condition: {}, instruments: [], onSheets: () => true };
        const read = takeListed(new LineRest(line, wordsOf(line).slice(1)), context);
        return read.length === 1 && alike(entry, read[0]) ? line : undefined;
      } catch {
        return undefined;
      }
    },
  },
  examples: [
    { kind: 'listed', designator: 'C31', section: 'vco', value: '22p NP0' },
    { kind: 'listed', designator: 'C31', section: 'vco', room: { diameterM: 0.009, heightM: 0.013 }, role: 'timing', group: 'loop' },
    { kind: 'listed', designator: 'C12', section: 'audio', stands: '+ left' },
    { kind: 'listed', designator: 'C12', section: 'audio', polarity: 'right' },
    { kind: 'listed', designator: 'C12', section: 'audio', state: 'ordered' },
    { kind: 'listed', designator: 'C12', section: 'audio', state: 'left', why: 'measures as new' },
    { kind: 'listed', designator: 'C12', section: 'audio', stock: 'c-220u-25' },
    { kind: 'listed', designator: 'Q7', section: 'vco', state: 'suspect' },
    {
      ...{ kind: 'listed', designator: 'C12', attachment: '55555555-5555-4555-8555-000000000001' },
      spot: { x: 0.4, y: 0.25, acrossM: 0.18 },
    },
  ],
});
