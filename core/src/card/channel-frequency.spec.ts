import { channelPlans } from '../plan';
import { smallLaid } from '../testing/small-card';
import { channelHz, channelSpacingHz } from './channel-frequency';

describe('the frequency of a channel', () => {
  it('is that of the plan the card names, whichever it is', () => {
    expect(channelPlans.length).toBeGreaterThan(1);
    for (const { id, channels } of channelPlans)
      for (const { channel, hz } of [channels[0]!, channels.at(-1)!])
        expect(channelHz({ ...smallLaid(), channelPlan: id }, channel))
          .withContext(`${id} ${channel}`)
          .toBe(hz);
  });
  it('is not known without a plan, a channel, or where the plan has no such channel', () => {
    const [plan] = channelPlans;
    expect(channelHz(smallLaid(), 1)).toBeUndefined();
    expect(channelHz({ ...smallLaid(), channelPlan: plan!.id }, undefined)).toBeUndefined();
    expect(channelHz({ ...smallLaid(), channelPlan: plan!.id }, 9999)).toBeUndefined();
  });
  it('lies as far from the next as the closest two of the plan', () => {
    for (const { id, channels } of channelPlans) {
      const all = channels.map(({ hz }) => hz).sort((a, b) => a - b);
      const least = Math.min(
        ...all
          .slice(1)
          .map((hz, k) => hz - all[k]!)
          .filter((step) => step > 0),
      );
      expect(channelSpacingHz({ ...smallLaid(), channelPlan: id }))
        .withContext(id)
        .toBe(least);
    }
    expect(channelSpacingHz(smallLaid())).toBeUndefined();
  });
});
