import { readCard, type Card } from '../card';
import { down, dot, flag, line, read, word } from '../testing/few-strokes';
import { smallCard } from '../testing/small-card';
import { CardNets, proposals, withProposals, type Proposal } from '.';

const card = (): Card => readCard(structuredClone(smallCard));
const bare = (own: Card): Card => ({ ...own, sections: own.sections.map((s) => ({ ...s, needs: [] })) });
const said = (list: readonly Proposal[]): string[] =>
  list.map((one) =>
    one.kind === 'need'
      ? `${one.section} needs ${one.needs} by ${one.by}`
      : `${one.fn}: ${one.section} ${one.after ? 'after' : 'before'} ${one.beside}`,
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
  it('is a section that belongs into a route, beside the one from which a line leads to it', () => {
    // From the collector of a mixer on the left to a part of the oscillator on the right, which no route has beside it.
    const own = card();
    const route = { ...own, functions: own.functions.map((f) => ({ ...f, route: f.route.filter((step) => step !== 'if-amp') })) };
    const body = down(200, 60) + line(200, 100, 300, 100) + line(300, 100, 300, 110) + down(300, 110);
    const step = new CardNets([read(body, [word('Q3', 212, 76), word('IC3', 312, 126)])]);
    const found = proposals(step, route);
    expect(said(found)).toContain('receive-am: if-amp after mixer');
    const now = withProposals(route, found);
    expect(now.functions.find(({ id }) => id === 'receive-am')?.route).toEqual(['filter', 'mixer', 'if-amp', 'detector', 'audio']);
    expect(() => readCard(now)).not.toThrow();
    expect(proposals(step, own)).toEqual([]);
  });
  it('is nothing from the chassis, and nothing where two could be the one that gives', () => {
    const own = bare(card());
    const two = new CardNets([read(rail, [word('SUPPLY', 44, 96), word('F1', 212, 136), word('IC3', 312, 136)])]);
    expect(said(proposals(two, own))).toEqual(['if-amp needs supply by supply']);
    expect(withProposals(own, [])).toBe(own);
  });
});
