import type { Card } from '@amber-relay/core/card';
import {
  caseOf,
  actEvidence,
  measureCase,
  reviewOf,
  searchCase,
  type Act,
  type Measured,
  type Practice,
  type Review,
} from '@amber-relay/core/practice';
import { trace, traceModel, type TraceModel } from '@amber-relay/core/trace';
import { expose } from 'comlink';

/** A case as the worker is given it. */
export interface CaseGiven extends Pick<Practice, 'code' | 'told'> {
  readonly card: Card;
}

const models = new Map<string, TraceModel>();
function modelOf(card: Card): TraceModel {
  const known = models.get(card.id);
  if (known) return known;
  const model = traceModel(card, 25);
  models.clear();
  models.set(card.id, model);
  return model;
}

const api = {
  review: ({ card, ...row }: CaseGiven, acts: readonly Act[]): Review => reviewOf(caseOf(row, card), modelOf(card), acts),
  measure: ({ card, ...row }: CaseGiven): Measured => measureCase(caseOf(row, card), modelOf(card)),
  /** What the evidence says of every section. */
  chances: ({ card, ...row }: CaseGiven, acts: readonly Act[]): Record<string, number> => {
    const model = modelOf(card);
    const { complaint } = searchCase(caseOf(row, card), model);
    const told = acts.flatMap((act, i) => actEvidence(card, act, `act-${i}`) ?? []);
    const { sections } = trace(model, [complaint, ...told], { count: 0, explain: false });
    return Object.fromEntries(sections.map(({ section, chance }) => [section, chance]));
  },
};
export type PracticeApi = typeof api;
expose(api);
