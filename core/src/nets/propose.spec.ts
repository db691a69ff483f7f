import { readCard, type Card } from '../card';
import { down, dot, flag, line, read, word } from '../testing/few-strokes';
import { smallCard } from '../testing/small-card';
import { CardNets, proposals, withProposals, type Proposal } from '.';

const card = (): Card => readCard(structuredClone(smallCard));
const bare = (own: Card): Card => ({ ...own, sections: own.sections.map((s) => ({ ...s, needs: [] })) });
const said = (list: readonly Proposal[]): string[] =>
  list.map((one) =>
    one.kind === 'need' ? `${one.section} needs ${one.needs} by ${one.by}` : `${one.fn}: ${one.section} after ${one.after}`,
  );

describe('what the lines of a drawing propose for the card', () => {
  /** A rail in a flag, with a part of the audio and one of the IF amplifier on it. */
  const rail =
    flag(100, 100) +
    line(100, 100, 300, 100) +
    dot(200, 100) +
    line(200, 100, 200, 120) +
    down(200, 120) +
    line(300, 100, 300, 120) +
    down(300, 120);
  const words = [word('SUPPLY', 44, 96), word('C12', 212, 136), word('IC3', 312, 136)];
  const nets = new CardNets([read(rail, words)]);

  it('is a need of each section on a line that another gives, until the card says it', () => {
    const own = bare(card());
    const found = proposals(nets, own);
    expect(said(found)).toEqual(jasmine.arrayWithExactContents(['audio needs supply by supply', 'if-amp needs supply by supply']));
    const [one] = found;
    const now = withProposals(own, one ? [one, one] : []);
    expect(now.sections.flatMap(({ needs }) => needs).length).toBe(1);
    expect(said(proposals(nets, now)).length).toBe(1);
    expect(() => readCard(now)).not.toThrow();
    expect(proposals(nets, card())).toEqual([]);
  });
  it('is a section that belongs into a route: a line leads to it from one section of it, and another from it to the next', () => {
    const own = card();
    const short = ['filter', 'mixer', 'audio'];
    const without = { ...own, functions: own.functions.map((f) => (f.id === 'receive-am' ? { ...f, route: short } : f)) };
    // Q3 of the mixer, IC3 of the IF amplifier, C12 of the audio, from left to right.
    const leg = (x: number): string => down(x, 60) + line(x, 100, x + 100, 100) + line(x + 100, 100, x + 100, 60);
    const body = leg(100) + down(200, 20) + leg(300) + down(400, 20) + line(200, 20, 300, 20) + line(300, 20, 300, 60);
    const names = [word('Q3', 112, 76), word('IC3', 212, 36), word('IC3', 312, 76), word('C12', 412, 36)];
    const all = new CardNets([read(body, names)]);
    const found = proposals(all, without);
    expect(said(found)).toEqual(['receive-am: if-amp after mixer']);
    const now = withProposals(without, found);
    expect(now.functions.find(({ id }) => id === 'receive-am')?.route).toEqual(['filter', 'mixer', 'if-amp', 'audio']);
    expect(() => readCard(now)).not.toThrow();
    expect(proposals(all, now)).toEqual([]);
    // One of the two lines alone may be a branch.
    const half = new CardNets([read(leg(100) + down(200, 20), names.slice(0, 2))]);
    expect(proposals(half, without)).toEqual([]);
  });
  it('is nothing from the chassis, and nothing where two could be the one that gives', () => {
    const own = bare(card());
    const two = new CardNets([read(rail, [word('SUPPLY', 44, 96), word('F1', 212, 136), word('IC3', 312, 136)])]);
    expect(said(proposals(two, own))).toEqual(['if-amp needs supply by supply']);
    expect(withProposals(own, [])).toBe(own);
  });
});
