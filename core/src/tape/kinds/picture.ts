import * as z from 'zod';
import { defineKind } from '../entry-kind';

export const picture = defineKind('picture', {
  title: 'Picture',
  about: 'A picture, and the part or section that it shows, where it belongs to one.',
  fields: {
    attachment: z.string().meta({ title: 'Id of the picture' }),
    name: z.string().meta({ title: 'Name of its file' }),
    text: z.string().optional().meta({ title: 'In words' }),
    designator: z.string().optional().meta({ title: 'Part' }),
    section: z.string().optional().meta({ title: 'Section' }),
  },
  words: (entry) => ({
    ...(entry.designator ? { ref: entry.designator } : {}),
    what: `Picture: ${entry.name}${entry.text ? `, ${entry.text}` : ''}`,
  }),
  paper: { none: 'pictures stay with the job' },
  line: { none: 'it comes in as a file or from the camera' },
  examples: [{ kind: 'picture', attachment: '55555555-5555-4555-8555-000000000001', name: 'board.jpg' }],
});
