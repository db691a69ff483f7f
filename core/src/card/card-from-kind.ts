import { CoreError } from '../errors/core-error';
import type { Card } from './card-schema';
import { kindTexts, type SetKind } from './kinds';
import { readTexts } from './notation';

/** What is asked of a set that nobody has a card for. */
export interface FirstMet {
  readonly maker: string;
  readonly model: string;
  readonly modes: readonly string[];
  readonly bands: readonly string[];
  /** Around which it was made. */
  readonly year: number;
}

/** The modes and bands that are usual for a kind. */
export const usualModes = (kind: SetKind): readonly string[] => kind.modes.slice(0, kind.usualModes);
export const usualBands = (kind: SetKind): readonly string[] => kind.bands.slice(0, kind.usualBands);

/**
 * The card with which a set that is met for the first time begins: what is usual for its kind, every figure marked as typical.
 * @throws CoreError `broken-card` for modes or bands with which the kind makes no card
 */
export function cardFromKind(kind: SetKind, { maker, model, modes: chosen, bands, year }: FirstMet): Card {
  // Nobody means a set without any mode.
  const modes = chosen.length > 0 ? chosen : usualModes(kind);
  const { card, problems } = readTexts({
    chassis: `${maker} ${model}`.trim(),
    kind: kind.kind,
    maker,
    model,
    madeFrom: year,
    madeTo: year,
    supply: kind.supply,
    modes: modes.join(', '),
    bands: bands.join(', '),
    ...kindTexts(kind, modes, bands),
  });
  const [first] = problems;
  if (!card || first)
    throw new CoreError(
      'broken-card',
      `${kind.name}, ${first?.area ?? 'card'}, line ${first?.line ?? 0}`,
      first?.message ?? 'It makes no card.',
      'Choose other modes or bands, or begin an empty card in Cards.',
    );
  return {
    ...card,
    begunFrom: kind.id,
    ...(kind.channelPlan ? { channelPlan: kind.channelPlan } : {}),
    ...(kind.channels ? { channels: kind.channels } : {}),
    limits: card.limits.map((limit) => ({ ...limit, typical: true as const })),
    testPoints: card.testPoints.map((point) => ({ ...point, expect: point.expect.map((e) => ({ ...e, typical: true as const })) })),
  };
}
