import fc from 'fast-check';
import { smallCard } from '../testing/small-card';
import { backBefore, canGoBack, changedText, copyOf, noted, readCard, withLesson, type Card } from './index';

const card = readCard(structuredClone(smallCard));
const plain = ({ history: _history, ...rest }: Card): unknown => JSON.parse(JSON.stringify(rest));
const on = '2026-01-01';

/** What people and the bench do to cards. */
const acts: readonly ((card: Card, n: number) => Card)[] = [
  (c, n) => ({
    ...c,
    parts: [...c.parts, { designator: `C${900 + n}`, section: c.sections[0]?.id ?? '', kind: 'electrolytic', value: '10u' }],
  }),
  (c, n) => ({ ...c, limits: c.limits.map((limit, i) => (i === n % c.limits.length ? { ...limit, high: 1e6 + n } : limit)) }),
  (c) => ({ ...c, parts: c.parts.slice(1) }),
  (c) => ({ ...c, alignment: [...c.alignment].reverse() }),
  (c, n) => ({
    ...c,
    sections: c.sections.map((section, i) => (i === n % c.sections.length ? { ...section, watch: `weak ${n}` } : section)),
  }),
  (c, n) => ({ ...c, hazards: [...c.hazards, { kind: 'rf', text: `mind ${n}` }] }),
  (c, n) => ({ ...c, madeTo: c.madeTo + (n % 3) }),
  (c) => ({ ...c, channelPlan: undefined, channels: undefined }),
  (c) => c,
];

describe('the history of a card', () => {
  it('brings back what was before any of its lines, whatever was changed since', () => {
    const doings = fc.array(fc.tuple(fc.constantFrom(...acts), fc.integer({ min: 0, max: 30 })), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(doings, fc.nat(), (done, k) => {
        const states = [card];
        for (const [i, [act, n]] of done.entries()) {
          const was = states[i] ?? card;
          states.push(noted(was, readCard({ ...act(was, n * 31 + i), history: was.history }), { on, what: `change ${i}` }));
        }
        const line = k % done.length;
        const now = states.at(-1) ?? card;
        expect(canGoBack(now, line)).toBeTrue();
        const back = backBefore(now, line, on);
        expect(plain(back)).toEqual(plain(states[line] ?? card));
        expect(back.history?.length).toBe(line + 1);
        // And forward again.
        expect(plain(backBefore(back, line, on))).toEqual(plain(now));
      }),
      { numRuns: 60 },
    );
  });
  it('takes a lesson back, and says so', () => {
    const taught = withLesson(card, { kind: 'fault', section: card.sections[0]?.id ?? '', text: 'cracks' }, { on, job: 7 });
    if (!taught) throw new Error('not taught');
    const back = backBefore(taught, 0, on);
    expect(back.sections[0]?.watch).toBe(card.sections[0]?.watch);
    expect(back.history?.[0]?.what).toMatch(/^back to before “.*: cracks”$/);
  });
  it('keeps the words of what is too old to be taken back', () => {
    const old = readCard({ ...structuredClone(smallCard), history: [{ on, what: 'TP1 is 8 V' }] });
    const now = noted(old, { ...old, madeTo: old.madeTo + 1 }, { on, what: 'by hand: years' });
    expect([canGoBack(now, 0), canGoBack(now, 1), canGoBack(now, 2)]).toEqual([false, true, false]);
    expect(() => backBefore(now, 0, on)).toThrowMatching((error: Error) => error.message.includes('no longer'));
  });
  it('does not grow beyond all bounds', () => {
    let now = card;
    for (let i = 0; i < 60; i += 1) now = noted(now, { ...now, madeTo: 2000 + i }, { on, what: `change ${i}` });
    expect(now.history?.length).toBe(60);
    expect(now.history?.filter(({ back }) => back).length).toBe(40);
  });
});

describe('what was changed by hand', () => {
  it('is said list by list', () => {
    const now = {
      ...card,
      parts: card.parts.slice(2),
      limits: card.limits.map((l, i) => (i ? l : { ...l, high: 9e9 })),
      madeTo: card.madeTo + 1,
    };
    expect(changedText(card, now)).toBe('years, 2 parts, 1 test');
    expect(changedText(card, card)).toBe('');
  });
});

describe('a copy of a card', () => {
  it('has a name and models of its own, and all the rest', () => {
    const copy = copyOf(card, [card], on);
    expect([copy.id, copy.chassis]).toEqual([`${card.id}-copy`, `${card.chassis} copy`].map((each, i) => (i ? each : copy.id)));
    expect(copy.id).not.toBe(card.id);
    expect(copy.testPoints).toEqual(card.testPoints);
    expect(copy.models.map(({ name }) => name)).not.toContain(card.models[0]?.name ?? '');
    expect(copyOf(card, [card, copy], on).id).not.toBe(copy.id);
    expect(readCard(copy)).toEqual(copy);
  });
});
