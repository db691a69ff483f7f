// docs/schemas: what files hold, as JSON Schema, from the schemas by which they are read.
import * as z from 'zod';
import { cardArchiveSchema, jobArchiveSchema, shopTablesSchema } from '../../core/src/archive';
import { cardSchema } from '../../core/src/card';
import { lessonFileSchema } from '../../core/src/practice';
import { allSums } from '../../core/src/sums';
import { tapeEntrySchema } from '../../core/src/tape';

const schemas: Readonly<Record<string, readonly [z.ZodType, string]>> = {
  'tape-entry': [tapeEntrySchema, 'One entry of a tape: an element of `tape` in job.json, a line of tape.ndjson'],
  job: [jobArchiveSchema, 'job.json of a job archive'],
  shop: [shopTablesSchema, 'shop.json of a shop archive; its tape stands beside it in tape.ndjson'],
  cards: [cardArchiveSchema, 'cards.json of an archive of cards'],
  card: [cardSchema, 'A card by itself'],
  lesson: [lessonFileSchema, 'A lesson of practice: a case that a teacher tells, with the card of its set'],
  sums: [
    z.object(Object.fromEntries(allSums.map(({ id, input, output }) => [id, z.object({ input, output })]))),
    'What each sum takes and gives, as `npm run -s sums -- run` and `batch` do',
  ],
};

/** Each schema as a file of docs/schemas. */
export const schemaFiles = (): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(schemas).map(([name, [schema, description]]) => [
      `schemas/${name}.json`,
      JSON.stringify({ description, ...z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any', reused: 'ref' }) }),
    ]),
  );
