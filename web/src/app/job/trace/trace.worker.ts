import type { LaidCard } from '@amber-relay/core/card';
import {
  effectsOf,
  trace,
  traceModel,
  type Effect,
  type Evidence,
  type ShopHistory,
  type TraceModel,
  type TraceOptions,
  type TraceResult,
} from '@amber-relay/core/trace';
import { expose } from 'comlink';
import { config } from 'zod';

config({ jitless: true });

// The model of the card on the bench; tests and their outcome rows are worked out once a card.
let model: TraceModel | undefined;

const api = {
  /** Takes the card on the bench; `ageYears` is 0 when not known. */
  useCard(card: LaidCard, ageYears: number): void {
    model = traceModel(card, ageYears);
    // Outcome rows are made now, so that no answer has to wait for them.
    for (const test of model.tests) if (test.kind !== 'comparison') void test.chances;
  },
  /** What each piece of evidence did to the suspicion, in order. */
  effects(evidence: readonly Evidence[], history: ShopHistory): Effect[] {
    return model ? effectsOf(model, evidence, history) : [];
  },
  trace(evidence: readonly Evidence[], options: TraceOptions): TraceResult | null {
    return model ? trace(model, evidence, options) : null;
  },
};
expose(api);
export type TraceApi = typeof api;
