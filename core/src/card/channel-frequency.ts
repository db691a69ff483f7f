import { channelPlans } from '../plan';
import type { Card } from './card-schema';

/** The frequency of a channel by the card's channel plan in Hz; undefined where the card names none that is known here. */
export function channelHz(card: Card, channel: number | undefined): number | undefined {
  const plan = channelPlans.find((known) => known.id === card.channelPlan);
  return plan?.channels.find((each) => each.channel === channel)?.hz;
}

/** From one channel of the card's plan to the next in Hz, the least there is; undefined where it has no plan that is known here. */
export function channelSpacingHz(card: Card): number | undefined {
  const plan = channelPlans.find((known) => known.id === card.channelPlan);
  const hz = [...(plan?.channels ?? [])].map((each) => each.hz).sort((a, b) => a - b);
  const steps = hz.slice(1).map((each, k) => each - (hz[k] ?? each));
  return steps.some((step) => step > 0) ? Math.min(...steps.filter((step) => step > 0)) : undefined;
}
