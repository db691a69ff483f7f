import * as z from 'zod';
import { LineRest, need, refuse, wordsOf } from '../../line';
import { fasteners } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';
import { fastenedSchema, fastenedText, splitFastened } from '../fastened';

const example = 'apart top cover, 6 screws (M3 x 8), 2 clips, renew gasket';
const at = z.number().min(0).max(1);

const fields = {
  what: z.string().min(1).meta({ title: 'What came off' }),
  loosened: z.array(fastenedSchema).meta({ title: 'What was loosened for it, and how many' }),
  renew: z.array(z.string().min(1)).optional().meta({ title: 'What has to be renewed when it goes back' }),
  note: z.string().optional().meta({ title: 'How it stood: marks, direction, what lies under it' }),
  attachment: z.string().optional().meta({ title: 'Id of the picture' }),
  spots: z
    .array(z.object({ x: at, y: at, what: z.enum(fasteners) }))
    .optional()
    .meta({ title: 'Where each was, as a share of the width and height of the picture' }),
};
type Body = EntryBody<'apart', typeof fields>;

/** `renew …` and `note …` stand at the end, in this order. */
const renewPart = /(?:^|,?\s+)renew\s+(.+)$/i;
const notePart = /(?:^|,?\s+)note\s+(.+)$/i;

function takeApart(rest: LineRest): Body {
  const begin = rest.at;
  let text = need(rest, 'What came off', example);
  const note = notePart.exec(text);
  if (note) text = text.slice(0, note.index);
  const renew = renewPart.exec(text);
  if (renew) text = text.slice(0, renew.index);
  const { before, pieces } = splitFastened(text);
  const what = before.replace(/[,:]+$/, '').trim();
  if (!what) return refuse(begin, 'What came off?', `Say it before what was loosened: ${example}`);
  const again = renew?.[1]
    ?.split(/,|\band\b/)
    .map((each) => each.trim())
    .filter(Boolean);
  return {
    kind: 'apart',
    what,
    loosened: [...pieces],
    ...(again?.length ? { renew: again } : {}),
    ...(note?.[1] ? { note: note[1].trim() } : {}),
  };
}

const written = ({ what, loosened, renew, note }: Body): string =>
  [
    'apart ',
    [what, ...loosened.map(fastenedText)].join(', '),
    renew?.length ? ` renew ${renew.join(', ')}` : '',
    note ? ` note ${note}` : '',
  ].join('');

const alike = (a: Body, b: Body): boolean =>
  JSON.stringify([a.what, a.loosened, a.renew ?? [], a.note ?? '']) === JSON.stringify([b.what, b.loosened, b.renew ?? [], b.note ?? '']);

export const apart = defineKind('apart', {
  title: 'Step of taking apart',
  about: 'What came off, what was loosened for it, what has to be renewed, and how it stood; its picture with each fastener where it was.',
  fields,
  words: ({ what, loosened, renew, note }) => ({
    what: [`Off: ${what}`, loosened.map(fastenedText).join(', '), renew?.length ? `to be renewed: ${renew.join(', ')}` : '', note ?? '']
      .filter(Boolean)
      .join('; '),
  }),
  paper: { none: 'it goes back together; what is left over is asked for before the set is handed back' },
  line: {
    verbs: { apart: takeApart },
    write: (entry) => {
      if (entry.attachment !== undefined || entry.spots?.length) return undefined;
      const line = written(entry);
      const read = takeApart(new LineRest(line, wordsOf(line).slice(1)));
      return alike(entry, read) ? line : undefined;
    },
  },
  examples: [
    {
      kind: 'apart',
      what: 'top cover',
      loosened: [
        { what: 'screw', count: 6, text: 'M3 x 8' },
        { what: 'clip', count: 2 },
      ],
      renew: ['gasket'],
    },
    {
      kind: 'apart',
      what: 'front panel',
      loosened: [
        { what: 'knob', count: 4 },
        { what: 'connector', count: 1, text: 'P3' },
      ],
      note: 'red wire to the left',
    },
    { kind: 'apart', what: 'heat sink', loosened: [{ what: 'hidden-screw', count: 2 }], renew: ['thermal paste'] },
    {
      kind: 'apart',
      what: 'shield',
      loosened: [{ what: 'joint', count: 1 }],
      attachment: '55555555-5555-4555-8555-000000000001',
      spots: [{ x: 0.25, y: 0.4, what: 'joint' }],
    },
  ],
});
