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

/** What the entries were found to have done, so that a new one at the end costs only itself. */
let told: { readonly evidence: readonly string[]; readonly history: string; readonly effects: readonly Effect[] } = {
  evidence: [],
  history: '',
  effects: [],
};

// The model of the card on the bench; tests and their outcome rows are worked out once a card.
let model: TraceModel | undefined;

/** So many entries stand on the tape in sight; what earlier ones did is not worked out when a long tape is opened. */
const mostEffects = 120;

/** Only what is new at the end costs anything. */
function effects(of: TraceModel, evidence: readonly Evidence[], history: ShopHistory): readonly Effect[] {
  const now = evidence.map((one) => JSON.stringify(one));
  const past = JSON.stringify(history);
  const differs = now.findIndex((one, i) => one !== told.evidence[i]);
  const same = past === told.history ? (differs < 0 ? now.length : differs) : 0;
  const known = new Set(evidence.slice(0, same).map((one) => one.id));
  const all = [
    ...told.effects.filter((e) => known.has(e.evidence)),
    ...effectsOf(of, evidence, history, Math.max(same, evidence.length - mostEffects)),
  ];
  told = { evidence: now, history: past, effects: all };
  return all;
}

export interface Standing {
  readonly result: TraceResult;
  readonly effects: readonly Effect[];
}

const api = {
  /** Takes the card on the bench; `ageYears` is 0 when not known. */
  useCard(card: LaidCard, ageYears: number): void {
    model = traceModel(card, ageYears);
    told = { evidence: [], history: '', effects: [] };
  },
  /** Where the job stands, and what each piece of evidence did to the suspicion, in order: one answer, so that the screen is drawn once. */
  stand(evidence: readonly Evidence[], options: TraceOptions): Standing | null {
    return model ? { result: trace(model, evidence, options), effects: effects(model, evidence, options.history ?? {}) } : null;
  },
  trace(evidence: readonly Evidence[], options: TraceOptions): TraceResult | null {
    return model ? trace(model, evidence, options) : null;
  },
};
expose(api);
export type TraceApi = typeof api;
