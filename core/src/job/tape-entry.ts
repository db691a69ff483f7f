import * as z from 'zod';
import { conditionSchema } from '../card/card-schema';
import { units } from '../quantity/unit';
import { remedies } from '../trace/tables/bench-acts';
import { readingOutcomes } from '../trace/tables/reading-rows';
import { minorSchema, recordLimits } from './records';
import { findingKinds, functionResults, problemStates, readingVerdicts, stages, waitReasons } from './vocabulary';

const base = { id: z.uuid(), jobId: z.uuid(), seq: z.number().int().min(1).max(recordLimits.seq), at: z.iso.datetime(), by: z.string() };

/** What a reading was taken of. */
export const readingSubjectSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('point'), point: z.string() }),
  z.object({ what: z.literal('part'), designator: z.string(), pin: z.string().optional() }),
  z.object({ what: z.literal('limit'), limit: z.string() }),
  z.object({ what: z.literal('channel'), channel: z.number().int() }),
]);
export type ReadingSubject = z.infer<typeof readingSubjectSchema>;

const kinds = {
  reading: {
    subject: readingSubjectSchema,
    /** Null: the point was measured and nothing was there. */
    value: z.number().nullable(),
    unit: z.enum(units),
    step: z.number().min(0),
    condition: conditionSchema,
    uncertainty: z.number().min(0),
    instrument: z.string().optional(),
    /** As judged when it was made, with the limits of that day. */
    verdict: z.enum(readingVerdicts),
    low: z.number().optional(),
    high: z.number().optional(),
    /** Where the instrument could not tell: what would have. */
    wouldTell: z.string().optional(),
  },
  function: { functionId: z.string(), result: z.enum(functionResults), text: z.string().optional() },
  finding: {
    finding: z.enum(findingKinds),
    text: z.string(),
    section: z.string().optional(),
    designator: z.string().optional(),
    severity: z.enum(['slight', 'plain', 'bad']),
    previousHands: z.boolean(),
  },
  claim: {
    claimant: z.string(),
    text: z.string(),
    /** What it says of a section, so that the evidence can be held against it. */
    section: z.string().optional(),
    says: z.enum(['good', 'bad', 'replaced']).optional(),
  },
  safety: {
    check: z.string(),
    result: z.enum(['right', 'wrong', 'not-needed']),
    value: z.number().optional(),
    unit: z.enum(units).optional(),
    text: z.string().optional(),
  },
  'sign-off': { stage: z.enum(stages) },
  stage: { stage: z.enum(stages), state: z.enum(['done', 'not-needed', 'reopened']), text: z.string().optional() },
  problem: { problem: z.string(), title: z.string(), state: z.enum(problemStates), text: z.string().optional() },
  manipulation: {
    act: z.enum(['tap', 'press', 'heat', 'cool']),
    section: z.string(),
    designator: z.string().optional(),
    changed: z.boolean(),
  },
  injection: { injection: z.string(), result: z.enum(functionResults) },
  forcing: { forcing: z.string(), result: z.enum(functionResults) },
  /** A point beside the same point of a healthy set. */
  comparison: { point: z.string(), result: z.enum(readingOutcomes) },
  /** A section's feed lifted: whether its supply recovers. */
  lift: { section: z.string(), recovers: z.boolean() },
  /** A cheap repair as a test: whether the trouble is gone. */
  remedy: { section: z.string(), designator: z.string().optional(), remedy: z.enum(remedies), cured: z.boolean() },
  /** An earlier entry that who is at the bench has come to doubt, or trusts again. */
  doubt: { entry: z.uuid(), doubtful: z.boolean() },
  proof: { designator: z.string(), result: z.enum(['good', 'bad']), text: z.string().optional() },
  fit: {
    designator: z.string(),
    section: z.string().optional(),
    oldPart: z.string(),
    newPart: z.string(),
    why: z.string(),
    proof: z.string(),
    priceMinor: minorSchema,
    quantity: z.number().int().min(1).max(recordLimits.quantity),
    source: z.string(),
  },
  /** A bench sum with what went in and what came out, so that it can be opened again. */
  sum: {
    sum: z.string(),
    title: z.string(),
    input: z.record(z.string(), z.unknown()),
    plusMinus: z.record(z.string(), z.number()),
    /** The result in one line, as it was on that day. */
    result: z.string(),
    working: z.array(z.string()),
    /** The recording or trace it was made from, where it came from a file. */
    file: z.string().optional(),
  },
  note: { text: z.string() },
  remark: { about: z.enum(['done', 'left-alone', 'watch-for']), text: z.string() },
  labour: { act: z.enum(['start', 'stop', 'break']), minutes: z.number().min(0).max(1_000_000).optional() },
  wait: { reason: z.enum(waitReasons), text: z.string(), until: z.iso.date().optional() },
  /** A picture, and the part or section that it shows, where it belongs to one. */
  picture: {
    attachment: z.string(),
    name: z.string(),
    text: z.string().optional(),
    designator: z.string().optional(),
    section: z.string().optional(),
  },
  'handed-back': { totalMinor: minorSchema, text: z.string().optional() },
  strike: { entry: z.uuid(), reason: z.string() },
} as const;

type KindName = keyof typeof kinds;
const members = (Object.keys(kinds) as KindName[]).map((kind) => z.object({ ...base, kind: z.literal(kind), ...kinds[kind] }));

type BaseFields = z.infer<z.ZodObject<typeof base>>;
type BodyOf = { [K in KindName]: { readonly kind: K } & z.infer<z.ZodObject<(typeof kinds)[K]>> };
/** What an entry says, before it is given its number, time and hand. */
export type TapeBody = BodyOf[KindName];
export type TapeEntry = BaseFields & TapeBody;
export type EntryOf<K extends KindName> = Extract<TapeEntry, { kind: K }>;

/** One line of the tape. It is never changed once made: a slip is struck by a later `strike`. */
export const tapeEntrySchema = z.discriminatedUnion(
  'kind',
  members as unknown as [(typeof members)[0], ...typeof members],
) as unknown as z.ZodType<TapeEntry>;
