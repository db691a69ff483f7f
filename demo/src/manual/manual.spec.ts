import { cardFromKind, checkCard, conditionText, setKindList, type Card } from '@amber-relay/core/card';
import { propose, withProposals, type FoundAt, type Proposal } from '@amber-relay/core/manual';
import { demoCards } from '../demo-cards';
import { sheetSet } from '../sheets/sheet-set';
import { madeManuals, type MadeManual } from './index';
import { foundOn } from './read-drawings';
import type { TruePoint } from './truth';

const begun = ({ kind, modes, bands, truth }: MadeManual): Card => {
  const declared = setKindList.find(({ id }) => id === kind);
  if (!declared) throw new Error(`no kind ${kind}`);
  return cardFromKind(declared, { maker: truth.maker, model: truth.model, modes, bands, year: 1990 });
};
const near = (a: number | undefined, b: number | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && Math.abs(a - b) <= 1e-6 * Math.max(1e-6, Math.abs(b)));
const words = (text: string): string => text.split(', ').sort().join();
const share = (right: number, all: number): number => right / all;

/** Whether a proposal says of a point what the manual says. */
const says = ({ puts }: Proposal, true_: TruePoint): boolean =>
  puts.kind === 'point' &&
  puts.point === true_.point &&
  puts.unit === true_.unit &&
  words(conditionText(puts.expect.condition)) === words(true_.condition.join(', ')) &&
  (true_.low === undefined
    ? near(puts.expect.nominal, true_.nominal)
    : near(puts.expect.low, true_.low) && near(puts.expect.high, true_.high));

madeManuals().forEach((manual) =>
  describe(`the manual of the ${manual.truth.model}, read into a card of its kind`, () => {
    const { truth } = manual;
    const card = begun(manual);
    const proposals = propose(card, foundOn(manual.drawings, card));
    const of = (list: Proposal['list']): Proposal[] => proposals.filter((each) => each.list === list);

    it('proposes at least 95 of 100 points with what they read, and hardly any other', () => {
      const right = truth.points.filter((point) => of('points').some((each) => says(each, point)));
      expect(share(right.length, truth.points.length)).toBeGreaterThanOrEqual(0.95);
      expect(of('points').filter((each) => !truth.points.some((point) => says(each, point))).length).toBeLessThan(3);
    });

    it('proposes at least 90 of 100 steps of alignment, with what is turned, where it is read and what is wanted', () => {
      const right = truth.steps.filter(({ name, adjust, at, expect: wanted }) =>
        of('alignment').some(
          ({ puts }) =>
            puts.kind === 'step' &&
            puts.step.name.toLowerCase() === name.toLowerCase() &&
            puts.step.adjust.join() === adjust.join() &&
            (puts.step.at ?? '') === at &&
            puts.step.expect === wanted,
        ),
      );
      expect(share(right.length, truth.steps.length)).toBeGreaterThanOrEqual(0.9);
      expect(of('alignment').length).toBe(truth.steps.length);
    });

    it('proposes at least 90 of 100 limits, each for the case it is of', () => {
      const right = truth.limits.filter((limit) =>
        of('limits').some(
          ({ of: name, puts }) =>
            puts.kind === 'limits' &&
            name === limit.label &&
            puts.limits.every(
              (each) =>
                each.word === limit.word &&
                each.unit === limit.unit &&
                near(each.low, limit.low) &&
                near(each.high, limit.high) &&
                limit.condition.every((word) => words(conditionText(each.condition)).split(',').includes(word)),
            ),
        ),
      );
      expect(share(right.length, truth.limits.length)).toBeGreaterThanOrEqual(0.9);
      expect(of('limits').length).toBeLessThan(truth.limits.length + 2);
    });

    it('proposes the parts with their values, ranges part by part', () => {
      const listed = truth.parts.flatMap(({ designators, value }) => designators.map((designator) => `${designator} ${value}`));
      expect(of('parts').map((each) => `${each.of} ${each.says}`)).toEqual(jasmine.arrayWithExactContents(listed));
    });

    it('leaves the card as it is until something is taken over, and makes of all of it a card that adds up', () => {
      expect(withProposals(card, [], manual.file, '2026-01-01')).toBe(card);
      const taken = proposals.map((proposal) => ({ proposal, section: proposal.section ?? card.sections[0]?.id ?? '' }));
      const grown = withProposals(card, taken, manual.file, '2026-01-01');
      expect(checkCard(grown).filter(({ weight }) => weight === 'wrong')).toEqual([]);
      expect(grown.alignment.length).toBe(truth.steps.length);
      expect(grown.history?.at(-1)?.what).toContain(manual.file);
      expect(propose(grown, foundOn(manual.drawings, grown)).filter(({ state }) => state !== 'same')).toEqual([]);
    });
  }),
);

describe('the lists on the sheets of the demo cards', () => {
  for (const card of demoCards())
    it(`give the points and the steps of ${card.chassis}`, () => {
      const founds: FoundAt[] = foundOn(sheetSet(card), card);
      const figures = card.testPoints.flatMap(({ id, expect: each }) => each.map((e) => ({ id, e })));
      // A printed figure is rounded to what fits its place.
      const close = (a: number | undefined, b: number | undefined): boolean =>
        (a === undefined) === (b === undefined) && Math.abs((a ?? 0) - (b ?? 0)) <= 0.03 * Math.abs(b ?? 0) + 1e-9;
      const right = figures.filter(({ id, e }) =>
        founds.some(
          ({ found }) =>
            found.kind === 'point' && found.point === id && close(found.figures.low, e.low) && close(found.figures.high, e.high),
        ),
      );
      expect(share(right.length, figures.length)).toBeGreaterThanOrEqual(0.95);
      const points = new Set(
        founds.flatMap(({ found }) => (found.kind === 'point' ? [JSON.stringify([found.point, found.condition, found.figures])] : [])),
      );
      expect(points.size).toBeLessThanOrEqual(figures.length * 1.05);
      const steps = card.alignment.filter(({ name, expect: wanted }) =>
        founds.some(({ found }) => found.kind === 'step' && found.name === name && found.expect === wanted),
      );
      expect(steps.length).toBe(card.alignment.length);
    });
});
