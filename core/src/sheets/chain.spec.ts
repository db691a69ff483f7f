import { readCard, type Card } from '../card';
import { tapeOf, readingBody } from '../testing/entries';
import { smallCard } from '../testing/small-card';
import { breakOf, breakText, chainAsNeeds, chainAsRoute, stopStates, type Chain } from './chain';
import { latestReadings } from './sheet-readings';

const card = (): Card => readCard(structuredClone(smallCard));
const chain = (carries: Chain['carries'], ...names: string[]): Chain => ({
  id: 'the-line',
  name: 'The line',
  carries,
  stops: names.map((n) => ({ name: n })),
});
const volts = (designator: string, value: number, verdict: 'no-limit' | 'in' | 'dead' = 'no-limit') =>
  readingBody('TP1', value, verdict, { subject: { what: 'part', designator }, unit: 'V' });

describe('a chain', () => {
  it('shows the readings of its stops in order, and names the stretch where it breaks', () => {
    const tape = tapeOf(volts('R1', 13.2), volts('R2', 13.1), volts('R4', 0.1));
    const states = stopStates(chain('supply', 'R1', 'R2', 'R3', 'R4'), latestReadings(tape, {}));
    expect(states.map((s) => s.verdict)).toEqual(['no-limit', 'in', 'not-read', 'dead']);
    const broken = breakOf(states);
    expect(broken?.last?.name).toBe('R2');
    expect(broken?.first.name).toBe('R4');
    expect(breakText(broken!)).toBe('It breaks between R2 and R4; R3 between them was not read.');
  });
  it('calls a supply low that has lost more than a tenth', () => {
    const states = stopStates(chain('supply', 'R1', 'R2'), latestReadings(tapeOf(volts('R1', 10), volts('R2', 8)), {}));
    expect(states[1]?.verdict).toBe('low');
  });
  it('does not judge what has no limit on a line that carries no supply', () => {
    const states = stopStates(chain('signal', 'R1', 'R2'), latestReadings(tapeOf(volts('R1', 10), volts('R2', 0.1)), {}));
    expect(breakOf(states)).toBeUndefined();
  });
  it('says that it is bad from the first stop on when nothing before it was good', () => {
    const states = stopStates(chain('supply', 'R1', 'R2'), latestReadings(tapeOf(volts('R2', 0.1, 'dead')), {}));
    expect(breakText(breakOf(states)!)).toBe('It is bad from R2 on; R1 before it was not read.');
  });
  it('goes by the readings of the condition chosen, and by what stands', () => {
    const keyed = readingBody('TP7', 1, 'low', { condition: { keyed: true } });
    const tape = tapeOf(readingBody('TP7', 3.1, 'in', { condition: { keyed: false } }), keyed);
    expect(latestReadings(tape, { keyed: false }).get('TP7')?.value).toBe(3.1);
    expect(latestReadings(tape, { keyed: true }).get('TP7')?.value).toBe(1);
  });
});

describe('a chain in the card', () => {
  const inSections = (own: Card, ...sections: string[]): string[] =>
    sections.map(
      (section) => own.parts.find((p) => p.section === section)?.designator ?? own.testPoints.find((p) => p.section === section)!.id,
    );

  it('becomes needs, those that stand already left as they are', () => {
    const own = card();
    const [first, second] = own.sections.filter((s) => own.parts.some((p) => p.section === s.id)).map((s) => s.id);
    const line = chain('bias', ...inSections(own, first!, second!));
    const { card: now, added } = chainAsNeeds(own, line);
    expect(added).toEqual([{ section: second!, needs: first! }]);
    expect(now.sections.find((s) => s.id === second)?.needs).toContain({ section: first!, by: 'bias' });
    expect(chainAsNeeds(now, line).added).toEqual([]);
    expect(() => readCard(now)).not.toThrow();
  });
  it('becomes the route of a function, new or known', () => {
    const own = card();
    const sections = own.sections.filter((s) => own.parts.some((p) => p.section === s.id)).map((s) => s.id);
    const line = chain('signal', ...inSections(own, ...sections.slice(0, 3)));
    const made = chainAsRoute(own, line);
    expect(made.fn).toEqual(jasmine.objectContaining({ id: 'the-line', name: 'The line', route: sections.slice(0, 3) }));
    const known = own.functions[0]!;
    const changed = chainAsRoute(own, line, known.id);
    expect(changed.card.functions.length).toBe(own.functions.length);
    expect(changed.fn.condition).toEqual(known.condition);
    expect(() => readCard(made.card)).not.toThrow();
  });
  it('is refused where it stays within one section, and where the signal is to be a need', () => {
    const own = card();
    const { designator } = own.parts[0]!;
    expect(() => chainAsNeeds(own, chain('supply', designator))).toThrowMatching((e: Error) => /touches one section/.test(e.message));
    expect(() => chainAsNeeds(own, chain('signal', designator))).toThrowMatching((e: Error) => /carries the signal/.test(e.message));
    expect(() => chainAsRoute(own, chain('signal', 'R999'))).toThrowMatching((e: Error) => /touches no section/.test(e.message));
  });
});
