import { layCard, type Card, type LaidCard } from '@amber-relay/core/card';
import { attempt } from '@amber-relay/core/errors';
import type { RadioSet } from '@amber-relay/core/job';

/** The card of a set laid with its model and modifications; undefined where it has none, or one that does not fit it. */
export const laidFor = (set: RadioSet, card: Card | undefined): LaidCard | undefined => {
  const outcome = card && set.modelId ? attempt(() => layCard(card, set.modelId ?? '', set.modifications)) : undefined;
  return outcome?.ok ? outcome.value : undefined;
};
