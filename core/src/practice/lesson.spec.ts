import { formatVersion } from '../format';
import { CoreError } from '../errors';
import { lessonSchema, readLesson, toldCase, writeLesson, type Lesson } from './lesson';
import { readLessonText } from './lesson-text';
import { practiceCards } from './practice-card';
import { toldCases } from './told-cases';
import { setKindList } from '../card';

const [first] = toldCases();
const lesson: Lesson = {
  ...first!.told,
  id: '66666666-6666-4666-8666-000000000002',
  card: first!.card,
  takenInAt: '2026-11-29T10:00:00.000Z',
};

const refusal = (act: () => unknown): CoreError => {
  try {
    act();
  } catch (error) {
    if (error instanceof CoreError) return error;
    throw error;
  }
  return fail('it was taken in') as never;
};
/** The lesson's file with one thing in it changed. */
function spoilt(was: string, now: string): string {
  const text = writeLesson(lesson);
  expect(text).toContain(was);
  return text.replace(was, now);
}

describe('a lesson in a file', () => {
  it('comes back as it was given away, and hides the same', () => {
    const { format, version, ...told } = readLesson(writeLesson(lesson));
    expect([format, version]).toEqual(['amber-relay-lesson', formatVersion]);
    expect(lessonSchema.parse({ ...told, id: lesson.id, takenInAt: lesson.takenInAt })).toEqual(lessonSchema.parse(lesson));
    expect(toldCase(told.card, told).faults).toEqual(toldCase(lesson.card, lesson).faults);
  });
  it('of an earlier version is brought up, its card with it', () => {
    const old = writeLesson(lesson).replaceAll(`"version": ${formatVersion}`, `"version": ${formatVersion - 1}`);
    expect(old).not.toContain(`"version": ${formatVersion}`);
    const read = readLesson(old);
    expect([read.version, read.card.version]).toEqual([formatVersion, formatVersion]);
  });
  for (const [name, was, now, path, says] of [
    [
      'a section that is not there',
      '"section": "af-power-stage",\n    "how"',
      '"section": "attic",\n    "how"',
      'hidden.faults.0.section',
      'no section "attic"',
    ],
    ['a part of another section', '"how": "dead"', '"how": "dead", "part": "Q22"', 'hidden.faults.0.part', 'no part "Q22"'],
    ['a function that is not there', '"functionId": "receive-am"', '"functionId": "sing"', 'complaint.functionId', 'no function "sing"'],
    ['trouble of which nothing shows', '"functionId": "receive-am"', '"functionId": "transmit-am"', 'hidden', 'works all the same'],
    ['a title that is missing', '"title"', '"titel"', 'title', ''],
    ['a word that is none of its words', '"how": "dead"', '"how": "haunted"', 'hidden.faults.0.how', ''],
    ['a card that is broken', '"route": [\n     "', '"route": [\n     "attic', 'card', ''],
  ] as const)
    it(`is refused with its place: ${name}`, () => {
      const error = refusal(() => readLesson(spoilt(was, now)));
      expect(error.code).toBe('broken-archive');
      expect(error.path).toContain(path);
      expect(error.message).toContain(says);
      expect(error.remedy).not.toBe('');
    });
  it('is refused where it is no JSON at all', () => expect(refusal(() => readLesson('{ "title": ')).path).toBe('lesson'));
});

describe('a lesson in Markdown', () => {
  const text = `# The chewed cord

It came with a **chewed** cord.

\`\`\`case
{ "chassis": "Larkholm LP-21", "owner": "A farmer", "words": "It is quiet.",
  "complaint": { "functionId": "receive-am", "result": "dead" },
  "hidden": { "faults": [{ "section": "af-power-stage", "how": "dead" }] } }
\`\`\`

## Afterwards

It was not the cord.
`;
  it('is read: heading, text, case and what is told afterwards', () => {
    const read = readLessonText(text, []);
    expect([read.title, read.text, read.after]).toEqual(['The chewed cord', 'It came with a **chewed** cord.', 'It was not the cord.']);
    expect(read.card.chassis).toBe('Larkholm LP-21');
    expect(toldCase(read.card, read).faults[0]?.section).toBe('af-power-stage');
  });
  for (const [name, change, path] of [
    ['without its block', (t: string) => t.replace('```case', '```'), 'lesson'],
    ['with a block that is no JSON', (t: string) => t.replace('"owner"', 'owner'), 'case, from line 5'],
    ['of a card that is not here', (t: string) => t.replace('LP-21', 'LP-99'), 'chassis'],
    ['without a heading', (t: string) => t.replace('# The', 'The'), 'lesson'],
    ['with a section that is not there', (t: string) => t.replace('af-power-stage', 'attic'), 'hidden.faults.0.section'],
  ] as const)
    it(`is refused with its place: ${name}`, () => expect(refusal(() => readLessonText(change(text), [])).path).toContain(path));
});

describe('the told cases', () => {
  it('are forty at least, over all kinds of set, each with its own title', () => {
    expect(toldCases().length).toBeGreaterThanOrEqual(40);
    expect(new Set(toldCases().map(({ kind }) => kind))).toEqual(new Set(setKindList.map(({ id }) => id)));
    expect(new Set(toldCases().map(({ told }) => told.title)).size).toBe(toldCases().length);
    expect(practiceCards().length).toBe(setKindList.length);
  });
  for (const { id, card, told } of toldCases())
    it(`tell of something that shows: ${id}`, () => {
      const one = toldCase(card, told);
      expect(one.faults.length > 0 || one.misalignedDb > 0 || one.way === 'healthy').toBeTrue();
      expect(told.text.length).toBeGreaterThan(10);
      expect(told.after.length).toBeGreaterThan(40);
    });
});
