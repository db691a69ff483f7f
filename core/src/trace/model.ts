import type { Card, Part } from '../card';
import { partShares, type TestModel } from './bench-test';
import { reportedRows, testsOf } from './card-tests';
import { logPriorOf, sectionWeights, spaceOf, type Space } from './space';

/** A card made ready for inference; built once a card, used for every update. */
export interface TraceModel {
  readonly card: Card;
  readonly sections: readonly string[];
  readonly space: Space;
  readonly weights: ReadonlyMap<string, number>;
  /** Log prior of each hypothesis, normalised, before the shop's own history. */
  readonly logPrior: Float64Array;
  readonly tests: readonly TestModel[];
  readonly testById: ReadonlyMap<string, TestModel>;
  /** Parts of each section, in the card's order. */
  readonly partsOf: ReadonlyMap<string, readonly Part[]>;
  /** Share of each part among the causes of its section's faults, by designator. */
  readonly partShare: ReadonlyMap<string, number>;
  /** Outcome rows of what the owner reports, by function. */
  readonly reported: (functionId: string) => readonly Float64Array[] | undefined;
}

/**
 * Makes a card ready: every hypothesis with its prior, and every test with its outcome rows in flat arrays.
 * @param ageYears of the set, 0 when not known.
 */
export function traceModel(card: Card, ageYears = 0): TraceModel {
  const space = spaceOf(card);
  const weights = sectionWeights(card, ageYears);
  const tests = testsOf(card, space);
  const reported = new Map<string, readonly Float64Array[] | undefined>();
  return {
    card,
    sections: card.sections.map((s) => s.id),
    space,
    weights,
    logPrior: logPriorOf(card, space, weights),
    tests,
    partsOf: new Map(card.sections.map((s) => [s.id, card.parts.filter((p) => p.section === s.id)])),
    partShare: partShares(card),
    testById: new Map(tests.map((t) => [t.id, t])),
    reported: (id) => {
      if (!reported.has(id)) reported.set(id, reportedRows(card, space, id));
      return reported.get(id);
    },
  };
}
