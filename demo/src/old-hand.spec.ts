import { trace, traceModel, type Evidence, type TraceModel } from '@amber-relay/core/trace';
import { evidenceOf } from './bench-evidence';
import { demoCards } from './demo-cards';
import stories from './old-hand.json';

/** What an old hand says of a set after so much was seen: what should lead, what is to be done next, and what must not be said. */
interface Story {
  readonly says: string;
  readonly card: string;
  /** `owner function receive = dead`, `reading TP2 = low`, `twiddled mixer`. */
  readonly seen: readonly string[];
  readonly leads?: readonly string[];
  /** Chance of the one that leads. */
  readonly atLeast?: number;
  /** Any of these is among the five probes. */
  readonly offers?: readonly string[];
  readonly below?: Readonly<Record<string, number>>;
  readonly above?: Readonly<Record<string, number>>;
  readonly misalignedBelow?: number;
  readonly misalignedAbove?: number;
  readonly noStop?: boolean;
  readonly notSettled?: boolean;
  /** Of this test nobody says that it was a slip. */
  readonly notDoubted?: string;
}

function evidenceIn(model: TraceModel, line: string, at: number): Evidence {
  const id = `${at}`;
  const [what = '', outcome = ''] = line.split(' = ');
  const [word, section = ''] = what.split(' ');
  if (word === 'twiddled')
    return { id, kind: 'finding', section, severity: 'plain', previousHands: true, twiddled: true, text: 'cores turned' };
  const name = what.replace(/^owner /, '');
  const test = model.testById.get(name) ?? model.tests.find((one) => one.id.startsWith(`${name} `));
  if (!test) throw new Error(`${model.card.id} has no test "${name}".`);
  const evidence = evidenceOf(test, outcome, id);
  return what !== name && evidence.kind === 'function' ? { ...evidence, reported: true } : evidence;
}

describe('an old hand says', () => {
  const models = new Map(demoCards().map((card) => [card.id, traceModel(card, 25)]));

  it('something of forty sets and more', () => {
    expect(stories.length).toBeGreaterThanOrEqual(40);
  });

  for (const story of stories as readonly Story[])
    it(`${story.says} (${story.card})`, () => {
      const model = models.get(story.card);
      if (!model) return fail(story.card);
      const evidence = story.seen.map((line, at) => evidenceIn(model, line, at));
      const told = trace(model, evidence);
      const chanceOf = (section: string): number => told.sections.find((s) => s.section === section)?.chance ?? NaN;
      const [top] = [...told.sections].sort((a, b) => b.chance - a.chance);
      if (story.leads) expect(story.leads).toContain(top?.section ?? '');
      if (story.atLeast !== undefined) expect(top?.chance).toBeGreaterThanOrEqual(story.atLeast);
      for (const [section, most] of Object.entries(story.below ?? {})) expect(chanceOf(section)).withContext(section).toBeLessThan(most);
      for (const [section, least] of Object.entries(story.above ?? {}))
        expect(chanceOf(section)).withContext(section).toBeGreaterThan(least);
      if (story.offers) {
        const offered = told.probes.map(({ test }) => test.id);
        expect(story.offers.some((name) => offered.some((id) => id.startsWith(name))))
          .withContext(offered.join(', '))
          .toBeTrue();
      }
      if (story.misalignedBelow !== undefined) expect(told.misaligned).toBeLessThan(story.misalignedBelow);
      if (story.misalignedAbove !== undefined) expect(told.misaligned).toBeGreaterThan(story.misalignedAbove);
      if (story.noStop) expect(told.stop).toBeNull();
      if (story.notSettled) expect(told.settled).toBeNull();
      if (story.notDoubted) {
        const doubted = story.seen[Number(told.doubt?.evidence ?? -1)] ?? '';
        expect(doubted.includes(story.notDoubted)).withContext(doubted).toBeFalse();
      }
    });
});
