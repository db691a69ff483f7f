import * as z from 'zod';
import { cardSchema, conditionSchema, readCard, type Card } from '../card';
import { chanceFrom } from '../chance';
import { attempt, CoreError } from '../errors';
import { formatVersion, upDocument } from '../format';
import { drawFault, type FaultWay, type HiddenFault } from '../standin';
import { cardMark, caseCode, seeds, type CaseWay } from './case-code';
import type { HiddenCase } from './hidden-case';
import { setOf } from './killing-set';

export const lessonFormat = 'amber-relay-lesson';

/** How a section fails, in a teacher's words. */
const hows = ['dead', 'weak', 'pulls-supply', 'loads-stage-before'] as const;
const waysOf: Readonly<Record<(typeof hows)[number], FaultWay>> = {
  dead: 'dead',
  weak: 'weak',
  'pulls-supply': 'drags-supply',
  'loads-stage-before': 'loads-stage-before',
};

const hiddenSchema = z.object({
  faults: z
    .array(
      z.object({
        section: z.string(),
        part: z.string().optional(),
        how: z.enum(hows),
        /** There so often, 0 to 1; always where it is left out. */
        comesAndGoes: z.number().min(0.1).max(0.95).optional(),
        /** Only after so many minutes of being on. */
        afterMinutes: z.number().min(1).max(120).optional(),
        /** Only in this state of the set. */
        state: conditionSchema.optional(),
        /** Wired otherwise than the card says: no part is bad. */
        wiring: z.literal(true).optional(),
        /** A joint or contact. */
        contact: z.boolean().optional(),
        /** Something is to be seen on looking closely. */
        visible: z.boolean().optional(),
      }),
    )
    .max(4)
    .default([]),
  /** Every tuned circuit is out by so many dB. */
  turnedDb: z.number().min(0).max(12).optional(),
  /** While the cause is in, the casualty is killed again. */
  kills: z.object({ cause: z.string(), casualty: z.string() }).optional(),
});
type Hidden = z.infer<typeof hiddenSchema>;

/** What a teacher says of a case: all of it but the set. */
export const toldSchema = z.object({
  title: z.string().trim().min(1).max(120),
  by: z.string().max(120).default(''),
  /** Told before it is begun, in Markdown. */
  text: z.string().max(20_000).default(''),
  /** Told when it is over, in Markdown. */
  after: z.string().max(20_000).default(''),
  owner: z.string().trim().min(1).max(120),
  /** In the owner's own words. */
  words: z.string().trim().min(1).max(1000),
  complaint: z.object({ functionId: z.string(), result: z.enum(['weak', 'dead', 'comes-and-goes']) }),
  hidden: hiddenSchema,
  seed: z
    .number()
    .int()
    .min(0)
    .max(seeds - 1)
    .default(1),
});
export type Told = z.infer<typeof toldSchema>;

/** A lesson as a file: what is told, with the card of its set. */
export const lessonFileSchema = toldSchema.extend({
  format: z.literal(lessonFormat),
  version: z.literal(formatVersion),
  card: cardSchema,
});
export type LessonFile = z.infer<typeof lessonFileSchema>;

/** A lesson as the shop keeps it. */
export const lessonSchema = toldSchema.extend({ id: z.uuid(), card: cardSchema, takenInAt: z.iso.datetime() });
export type Lesson = z.infer<typeof lessonSchema>;

const refuse = (path: string, message: string, remedy: string): never => {
  throw new CoreError('broken-archive', path, message, remedy);
};

function faultOf(card: Card, said: Hidden['faults'][number], at: number, seed: number): HiddenFault {
  const path = `hidden.faults.${at}`;
  const section = card.sections.find(({ id }) => id === said.section);
  if (!section)
    return refuse(
      `${path}.section`,
      `The card has no section "${said.section}".`,
      `It has: ${card.sections.map(({ id }) => id).join(', ')}.`,
    );
  if (said.part !== undefined && !card.parts.some(({ designator, section: of }) => designator === said.part && of === section.id))
    return refuse(`${path}.part`, `The ${section.name} has no part "${said.part}".`, 'Name one of its parts, or leave the part away.');
  const drawn = drawFault(card, section.id, waysOf[said.how], chanceFrom(seed + at));
  if (!drawn)
    return refuse(`${path}.how`, `The ${section.name} cannot fail so.`, 'Write another: dead, weak, pulls-supply, loads-stage-before.');
  const { part: lot, ...rest } = drawn;
  const part = said.wiring ? undefined : (said.part ?? lot);
  return {
    ...rest,
    ...(part === undefined ? {} : { part }),
    contact: said.contact ?? false,
    visible: said.visible ?? false,
    rate: said.comesAndGoes ?? 1,
    ...(said.afterMinutes === undefined ? {} : { warmS: said.afterMinutes * 60 }),
    ...(said.state ? { when: said.state } : {}),
    ...(said.wiring ? { wiring: true as const } : {}),
    effect: { ...rest.effect, stuck: false },
  };
}

const wayOf = ({ faults, turnedDb, kills }: Hidden, result: Told['complaint']['result']): CaseWay => {
  const [first] = faults;
  if (!first) return turnedDb ? 'turned' : result === 'dead' ? 'outside' : 'healthy';
  if (kills) return 'casualty';
  if (first.wiring) return 'miswired';
  if (first.afterMinutes !== undefined) return 'with-warmth';
  if (first.comesAndGoes !== undefined) return 'comes-and-goes';
  if (first.state) return 'in-one-state';
  return faults.length > 1 ? 'second' : 'one';
};

/**
 * The case that a teacher tells of, on a card.
 * @throws CoreError `broken-archive` with the place in what was told: a section or part that is not there, or trouble of which nothing shows
 */
export function toldCase(card: Card, told: Told): HiddenCase {
  const fn = card.functions.find(({ id }) => id === told.complaint.functionId);
  if (!fn)
    return refuse(
      'complaint.functionId',
      `The card has no function "${told.complaint.functionId}".`,
      `It has: ${card.functions.map(({ id }) => id).join(', ')}.`,
    );
  const faults = told.hidden.faults.map((fault, at) => faultOf(card, fault, at, told.seed));
  const way = wayOf(told.hidden, told.complaint.result);
  const one: HiddenCase = {
    code: caseCode({ card: cardMark(card), way, seed: told.seed }),
    way,
    seed: told.seed,
    card,
    owner: told.owner,
    words: told.words,
    complaint: { functionId: fn.id, outcome: told.complaint.result },
    faults,
    misalignedDb: told.hidden.turnedDb ?? 0,
    ...(told.hidden.kills ? { kills: told.hidden.kills } : {}),
  };
  if (!faults.length && !told.hidden.turnedDb) return one;
  const always = { ...one, faults: faults.map(({ warmS: _, ...fault }) => ({ ...fault, rate: 1 })) };
  if (setOf(always, { noise: 0 }).tryFunction(fn.id) === 'works')
    return refuse(
      'hidden',
      `With what is hidden, "${fn.name}" works all the same.`,
      'Hide it where that function needs it, or let the owner complain of another.',
    );
  return one;
}

/** Reads a lesson from its file, in JSON. @throws CoreError `broken-archive` with the place of what is wrong */
export function readLesson(text: string): LessonFile {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return refuse('lesson', `It is no JSON: ${error instanceof Error ? error.message : ''}`, 'Choose a lesson as a teacher gave it away.');
  }
  // One of an earlier version is brought up; of what is none, its own shape says what is wrong.
  const up = attempt(() => upDocument(data, 'lesson', { card: 'cards' }));
  if (!up.ok && up.failure.code === 'newer-version') throw up.failure;
  const parsed = lessonFileSchema.safeParse(up.ok ? up.value.document : data);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return refuse(issue?.path.join('.') ?? 'lesson', issue?.message ?? 'It is no lesson.', 'Mend it there, and choose it again.');
  }
  const card = attempt(() => readCard(parsed.data.card));
  if (!card.ok) return refuse(`card: ${card.failure.path}`, card.failure.message, card.failure.remedy);
  toldCase(card.value, parsed.data);
  return parsed.data;
}

/** A lesson as it is written to a file. */
export const writeLesson = ({ id: _, takenInAt: __, ...lesson }: Lesson): string =>
  `${JSON.stringify({ format: lessonFormat, version: formatVersion, ...lesson } satisfies LessonFile, null, 1)}\n`;
