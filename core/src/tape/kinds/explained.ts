import * as z from 'zod';
import { sectionName } from '../../card';
import { hundredText } from '../../words';
import { defineKind } from '../entry-kind';

const chance = z.number().min(0).max(1);

/** What hangs together with what was read is told by the readings themselves. */
const byReadings = 'its readings and its repair come onto the sheet themselves';

export const explained = defineKind('explained', {
  title: 'Volts explained',
  about: 'Which part of a stage alone makes the voltages that were read there.',
  fields: {
    about: z.string().max(80).meta({ title: 'Line about which it was reckoned' }),
    parts: z
      .array(
        z.object({
          designator: z.string().max(12).meta({ title: 'Part' }),
          section: z.string().optional().meta({ title: 'Section in which it lies, where the card or the sheet says so' }),
          says: z.string().max(80).meta({ title: 'In which way it would be at fault' }),
          chance: chance.meta({ title: 'Chance that it is this part' }),
        }),
      )
      .max(12)
      .meta({ title: 'Parts that explain it, the likeliest first' }),
    healthy: chance.meta({ title: 'Chance that all parts there are well' }),
    other: chance.meta({ title: 'Chance that no single part there explains it' }),
    text: z.string().max(400).meta({ title: 'Why the first does' }),
    readings: z.array(z.uuid()).max(60).meta({ title: 'Readings from which it was reckoned' }),
  },
  words: ({ about, text, parts }) => ({
    what: `volts about ${about}: ${text}`,
    figure: parts[0] ? `${hundredText(parts[0].chance)} in 100` : '',
  }),
  evidence: ({ parts, healthy, other, text, about }) => {
    const sections = new Map<string, number>();
    for (const { section, chance: own } of parts) if (section) sections.set(section, (sections.get(section) ?? 0) + own);
    return sections.size
      ? {
          kind: 'circuit',
          about,
          text,
          sections: [...sections].map(([section, own]) => ({ section, chance: own })),
          parts: parts.map(({ designator, chance: own }) => ({ designator, chance: own })),
          elsewhere: Math.min(1, healthy + other),
        }
      : undefined;
  },
  silent: ({ parts }, card) =>
    parts.some(({ section }) => section && sectionName(card, section)) ? '' : 'not weighed: at no section of the card',
  paper: { none: byReadings },
  line: { none: 'it is reckoned from the sheets, and kept from there' },
  examples: [
    {
      kind: 'explained',
      about: 'Q3 B',
      parts: [
        { designator: 'R5', section: 'vco', says: 'open', chance: 0.81 },
        { designator: 'C31', section: 'vco', says: 'leaky, about 4 kΩ', chance: 0.1 },
      ],
      healthy: 0.02,
      other: 0.01,
      text: 'R5 open puts 5.02 V on Q3 B: read 4.9 V',
      readings: ['00000000-0000-4000-8000-000000000007'],
    },
  ],
});
