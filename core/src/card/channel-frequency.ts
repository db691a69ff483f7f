import { channelPlans } from '../plan';
import type { Card } from './card-schema';

/** The frequency of a channel by the card's channel plan in Hz; undefined where the card names none that is known here. */
export function channelHz(card: Card, channel: number | undefined): number | undefined {
  const plan = channelPlans.find((known) => known.id === card.channelPlan);
  return plan?.channels.find((each) => each.channel === channel)?.hz;
}
