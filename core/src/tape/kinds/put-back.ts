import * as z from 'zod';
import { LineRest, need, refuse, wordsOf } from '../../line';
import { defineKind, type EntryBody } from '../entry-kind';
import { fastenedSchema, fastenedText, splitFastened } from '../fastened';

const example = 'together top cover, or together top cover, 5 screws, renewed gasket';

const fields = {
  what: z.string().min(1).meta({ title: 'What was put back' }),
  put: z.array(fastenedSchema).optional().meta({ title: 'What was put in again, where it is not all that was loosened' }),
  renewed: z.array(z.string().min(1)).optional().meta({ title: 'What was renewed' }),
};
type Body = EntryBody<'put-back', typeof fields>;

const renewedPart = /(?:^|,?\s+)renewed\s+(.+)$/i;

function takeBack(rest: LineRest): Body {
  const begin = rest.at;
  let text = need(rest, 'What was put back', example);
  const renewed = renewedPart.exec(text);
  if (renewed) text = text.slice(0, renewed.index);
  const { before, pieces } = splitFastened(text);
  const what = before.replace(/[,:]+$/, '').trim();
  if (!what) return refuse(begin, 'What was put back?', `Name it as it came off: ${example}`);
  const again = renewed?.[1]
    ?.split(/,|\band\b/)
    .map((each) => each.trim())
    .filter(Boolean);
  return { kind: 'put-back', what, ...(pieces.length ? { put: [...pieces] } : {}), ...(again?.length ? { renewed: again } : {}) };
}

export const putBack = defineKind('put-back', {
  title: 'Put back',
  about: 'What was put back, with all that was loosened for it or what of that, and what was renewed.',
  fields,
  words: ({ what, put, renewed }) => ({
    what: [`Back on: ${what}`, put ? put.map(fastenedText).join(', ') : '', renewed?.length ? `renewed: ${renewed.join(', ')}` : '']
      .filter(Boolean)
      .join('; '),
  }),
  paper: { none: 'what is left over is asked for before the set is handed back' },
  line: {
    verbs: { together: takeBack },
    write: (entry) => {
      const line = [
        `together ${[entry.what, ...(entry.put ?? []).map(fastenedText)].join(', ')}`,
        entry.renewed?.length ? ` renewed ${entry.renewed.join(', ')}` : '',
      ].join('');
      const read = takeBack(new LineRest(line, wordsOf(line).slice(1)));
      const said = ({ what, put = [], renewed = [] }: Body): string => JSON.stringify([what, put, renewed]);
      return said(read) === said(entry) ? line : undefined;
    },
  },
  examples: [
    { kind: 'put-back', what: 'top cover' },
    { kind: 'put-back', what: 'top cover', put: [{ what: 'screw', count: 5 }], renewed: ['gasket'] },
  ],
});
