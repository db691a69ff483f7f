import type { Card } from '../../../core/src/card';
import type { Chance } from '../../../core/src/chance';
import { isLevel } from '../../../core/src/quantity';

/** This share of needs, steps of routes and levels is wrong. */
const wrongShare = 0.1;
const offDb = 6;

/** The card as somebody draws it in a hurry: needs left out or drawn to the wrong stage, two steps of a route swapped, levels that are off. */
export function hurried(card: Card, chance: Chance): Card {
  const wrong = (): boolean => chance.happens(wrongShare);
  return {
    ...card,
    sections: card.sections.map((section) => ({
      ...section,
      needs: section.needs.flatMap((need) => {
        if (!wrong()) return [need];
        if (chance.happens(0.5)) return [];
        const others = card.sections.filter((s) => s.id !== section.id);
        return [{ ...need, section: chance.oneOf(others).id }];
      }),
    })),
    functions: card.functions.map((fn) => {
      const route = [...fn.route];
      for (let i = 1; i < route.length; i++) {
        const [before, here] = [route[i - 1], route[i]];
        if (before !== undefined && here !== undefined && wrong()) [route[i - 1], route[i]] = [here, before];
      }
      return { ...fn, route };
    }),
    testPoints: card.testPoints.map((point) => {
      if (!isLevel(point.unit) || !chance.happens(3 * wrongShare)) return point;
      const by = chance.oneOf([-offDb, offDb]);
      const moved = (value: number | undefined): number | undefined => (value === undefined ? undefined : value + by);
      return {
        ...point,
        expect: point.expect.map((e) => ({
          ...e,
          ...(e.nominal === undefined ? {} : { nominal: moved(e.nominal) }),
          ...(e.low === undefined ? {} : { low: moved(e.low) }),
          ...(e.high === undefined ? {} : { high: moved(e.high) }),
        })),
      };
    }),
  };
}
